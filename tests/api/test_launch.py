"""Bringing it up: bad days that must get a plain word and a way out."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import threading
import time
from pathlib import Path

import pytest

from launch.mariadb import PrivateServer, free_port
from launch.plain import CannotGoOn
from launch.serve import refuse_taken


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


def test_what_was_confirmed_survives_a_kill_and_the_leftover_is_stopped(folder):
    with PrivateServer(folder, 33990) as server:
        server.sql("CREATE TABLE ergamot.kept (n INT); INSERT INTO ergamot.kept VALUES (7)")
        assert server.process is not None
        os.kill(server.process.pid, signal.SIGKILL)
        server.process.wait()
    leftover = subprocess.Popen(
        ["/usr/sbin/mariadbd", f"--defaults-file={folder / 'my.cnf'}"],
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
    )
    threading.Thread(target=leftover.wait, daemon=True).start()  # its parent here must collect it
    until = time.monotonic() + 20
    while (folder / "db.pid").read_text().strip() != str(leftover.pid) and time.monotonic() < until:
        time.sleep(0.05)
    try:
        with PrivateServer(folder, 33990) as server:
            server.sql("UPDATE ergamot.kept SET n = 8 WHERE n = 7")
            assert leftover.poll() is not None
    finally:
        leftover.kill()


def test_lock_files_name_no_host():
    root = Path(__file__).resolve().parents[2]
    locks = list(root.glob("requirements/*.txt"))
    assert locks
    for lock in locks:
        assert "://" not in lock.read_text()
        assert "--hash=sha256:" in lock.read_text()
    assert '"resolved"' not in (root / "ui" / "package-lock.json").read_text()
