"""Killed outright: the launcher, and a database whose leftover still runs."""

from __future__ import annotations

import contextlib
import json
import os
import random
import signal
import subprocess
import threading
import time
from pathlib import Path

import pytest

from launch.mariadb import PrivateServer, free_port
from tests.api.test_answers import FLOCK
from tests.api.test_up_and_down import PATIENCE_S, ask, gone, start


@pytest.fixture(params=["db", "with a blank, é and #"])
def folder(request, tmp_path):
    return tmp_path / request.param


def test_what_was_confirmed_survives_a_kill_and_the_leftover_is_stopped(tmp_path):
    folder = tmp_path / "db"
    with PrivateServer(folder, 33990) as server:
        server.sql("CREATE TABLE ergamot.kept (n INT); INSERT INTO ergamot.kept VALUES (7)")
        assert server.process is not None
        os.kill(server.process.pid, signal.SIGKILL)
        server.process.wait()
    leftover = subprocess.Popen(
        ["/usr/sbin/mariadbd", f"--defaults-file={folder / 'my.cnf'}", f"--port={server.port}"],
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


def test_what_was_confirmed_just_before_the_launcher_was_killed_is_there(folder):
    port = free_port(8795)
    killed = start(folder, port)
    ask(port, "/api/flocks", FLOCK)
    killed.kill()
    killed.communicate(timeout=PATIENCE_S)
    assert gone(port, folder)
    again = start(folder, port)
    assert [flock["name"] for flock in json.loads(ask(port, "/api/flocks"))["flocks"]] == ["Spring broilers"]
    again.send_signal(signal.SIGINT)
    again.communicate(timeout=PATIENCE_S)
    assert gone(port, folder)


def tree_of(folder):
    """Every process that serves or searches over a farm's folder, or keeps its database, by what it is."""
    data = (folder / "run" / "data").resolve()
    found = {}
    for one in Path("/proc").glob("[0-9]*"):
        try:
            says = (one / "cmdline").read_bytes().decode(errors="replace")
            works_in = (one / "cwd").readlink()
        except OSError:
            continue
        if f"gunicorn: master [ergamot {folder / 'run'}]" in says:
            found[int(one.name)] = "master"
        elif f"gunicorn: worker [ergamot {folder / 'run'}]" in says:
            found[int(one.name)] = "worker"
        elif f"--of={folder / 'run'}" in says:
            found[int(one.name)] = "searcher"
        elif works_in == data:
            found[int(one.name)] = "database"
    return found


def settled(port, folder, running):
    """Wait till there is one whole tree that answers, or none of it; whether it answers."""
    until = time.monotonic() + PATIENCE_S
    while time.monotonic() < until:
        there = tree_of(folder)
        kinds = sorted(there.values())
        if running.poll() is not None and not there:
            return False
        if running.poll() is None and kinds == ["database", "master", "searcher", "worker", "worker"]:
            with contextlib.suppress(OSError, ValueError):
                json.loads(ask(port, "/api/flocks"))
                return True
        time.sleep(0.2)
    raise AssertionError(f"neither one tree nor none: {tree_of(folder)}")


@pytest.mark.parametrize("seed", range(2))
def test_whatever_is_killed_there_is_one_tree_or_none_and_it_starts_again(tmp_path, seed):
    """The launcher, the server's master, a worker, the searcher and the database, each killed at a moment of its own."""
    drawn, folder, port = random.Random(seed), tmp_path / "a farm", free_port(8799)
    running = start(folder, port)
    ask(port, "/api/flocks", FLOCK)
    for what in drawn.sample(["launcher", "master", "worker", "searcher", "database", "launcher"], 6):
        time.sleep(drawn.uniform(0, 2))
        of = {kind: pid for pid, kind in tree_of(folder).items()} | {"launcher": running.pid}
        os.kill(of[what], signal.SIGKILL)
        if what == "launcher":
            running.communicate(timeout=PATIENCE_S)
        if not settled(port, folder, running):
            (folder / "run" / "app.pid").write_text(
                str(os.getpid())
            )  # as after a power cut: another's by now
            running = start(folder, port)
            assert settled(port, folder, running)
        assert len(json.loads(ask(port, "/api/flocks"))["flocks"]) == 1
    running.send_signal(signal.SIGINT)
    running.communicate(timeout=PATIENCE_S)
    assert gone(port, folder)
    assert tree_of(folder) == {}
