"""Killed outright: the launcher, and a database whose leftover still runs."""

from __future__ import annotations

import json
import os
import signal
import subprocess
import threading
import time

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
