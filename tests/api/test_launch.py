"""Bringing it up: bad days that must get a plain word and a way out."""

from __future__ import annotations

import os
import socket
import subprocess
import time
from functools import partial
from pathlib import Path

import pytest

from launch import machine, mariadb, own_user
from launch.mariadb import PrivateServer, free_port
from launch.opened import APART, command_opened
from launch.plain import ROOT, CannotGoOn
from launch.serve import refuse_taken
from tests.at_once import at_once


@pytest.fixture(params=["db", "with a blank, é and #"])
def folder(request, tmp_path):
    return tmp_path / request.param


def test_a_taken_port_is_said_with_the_way_out():
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        port = other.getsockname()[1]
        with pytest.raises(CannotGoOn) as stop:
            refuse_taken(port)
        assert f"PORT={port + 1}" in stop.value.way_out
        assert free_port(port) != port


def test_a_port_lost_between_the_look_and_the_start_is_no_hindrance(monkeypatch, tmp_path):
    """Making the database folder takes seconds; two begun at once both found the same port free."""
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        lost = other.getsockname()[1]
        found = iter([lost, free_port(0)])
        monkeypatch.setattr(mariadb, "free_port", lambda wanted: next(found))
        with PrivateServer(tmp_path / "db", lost) as server:
            assert server.port != lost
            server.sql("CREATE TABLE ergamot.kept (n INT)")


def test_a_database_in_use_names_who_has_it(folder):
    with PrivateServer(folder, 33990), pytest.raises(CannotGoOn) as stop, PrivateServer(folder, 33991):
        pass
    assert str(os.getpid()) in stop.value.what


def test_a_half_made_data_folder_is_made_anew(folder, capsys):
    (folder / "data").mkdir(parents=True)
    (folder / "data" / "ibdata1").write_text("half")
    with PrivateServer(folder, 33990) as server:
        server.sql("CREATE TABLE ergamot.kept (n INT); INSERT INTO ergamot.kept VALUES (7)")
    assert "half made" in capsys.readouterr().out


def test_lock_files_name_no_host():
    root = Path(__file__).resolve().parents[2]
    locks = list(root.glob("requirements/*.txt"))
    assert locks
    for lock in locks:
        assert "://" not in lock.read_text()
        assert "--hash=sha256:" in lock.read_text()
    assert '"resolved"' not in (root / "ui" / "package-lock.json").read_text()


def test_two_databases_made_at_once_leave_each_other_alone(tmp_path):
    """In a temporary folder of the machine's each cleared away the other's tables as it started."""

    def made(n: int) -> None:
        with PrivateServer(tmp_path / f"db {n}", 33990 + n) as server:
            server.sql("CREATE TABLE ergamot.kept (n INT)")

    at_once([partial(made, n) for n in range(4)])


def test_a_closed_home_is_no_hindrance(monkeypatch, tmp_path):
    """Not even root makes a file in /proc; installers stopped there."""
    monkeypatch.setattr(machine, "MADE", tmp_path / "made")
    monkeypatch.setenv("HOME", "/proc")
    machine.home()
    assert Path.home() == tmp_path / "home"
    assert Path.home().is_dir()
    monkeypatch.setenv("HOME", str(tmp_path))
    machine.home()
    assert Path.home() == tmp_path


def test_two_begun_at_once_make_one_user(monkeypatch):
    """Two lines of tests on a new machine both made it: one database belonged to a user that was gone."""
    made: list[str] = []

    def known(name: str) -> str:
        if not made:
            raise KeyError(name)
        return name

    def make() -> bool:
        time.sleep(0.05)  # as long as another needs to look
        made.append(own_user.NAME)
        return True

    monkeypatch.setattr(own_user.os, "geteuid", lambda: 0)
    monkeypatch.setattr(own_user.pwd, "getpwnam", known)
    monkeypatch.setattr(own_user.shutil, "which", lambda _: "useradd")
    monkeypatch.setattr(own_user, "_made", make)
    assert at_once([own_user.own_user.__wrapped__] * 4) == [own_user.NAME] * 4
    assert made == [own_user.NAME]


@pytest.mark.skipif(os.geteuid() != 0, reason="only root can open to another what is closed to it")
def test_the_own_user_reaches_in_a_closed_folder_what_it_needs_and_nothing_else(tmp_path):
    closed, user = tmp_path / "home", own_user.own_user()
    (closed / "tools").mkdir(parents=True)
    (closed / "tools" / "python").write_text("runs")
    (closed / "letters").write_text("private")
    closed.chmod(0o700)
    opened = command_opened([closed / "tools"], user)

    def seen(*command):
        return subprocess.run([*opened, *command], check=False, capture_output=True, text=True, cwd=ROOT)

    if opened[0] == "unshare" and subprocess.run([*APART, "true"], check=False).returncode:
        pytest.skip("this machine gives not even root a view of files of its own")
    assert seen("cat", closed / "tools" / "python").stdout == "runs"
    assert seen("id", "--user", "--name").stdout.strip() == user
    assert seen("cat", closed / "letters").returncode != 0
    assert seen("touch", closed / "tools" / "more").returncode != 0
    assert (closed / "letters").read_text() == "private"  # here all is as it was


def test_a_keepers_server_runs_as_root_only_where_that_is_asked_for(monkeypatch):
    monkeypatch.setattr(own_user, "own_user", lambda: "ergamot")
    monkeypatch.setattr(own_user, "_can", lambda *_, **__: False)
    monkeypatch.delenv(own_user.AS_ROOT, raising=False)
    ask = own_user.user_running.__wrapped__
    with pytest.raises(CannotGoOn, match="would run as root") as refused:
        ask(machine.PYTHON, ROOT)
    assert "--as-root" in refused.value.way_out
    monkeypatch.setenv(own_user.AS_ROOT, "yes")
    assert ask(machine.PYTHON, ROOT) is None
