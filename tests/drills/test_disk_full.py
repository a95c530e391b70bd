"""A disk that runs full under a farm: what is kept can be read, whoever writes is told why not, and it goes on by itself.

It needs a small disk of its own, which only root can make; skipped, and said so, for anyone else.
"""

from __future__ import annotations

import json
import os
import signal
import subprocess
import time
import urllib.error
import urllib.request
from contextlib import suppress

import pytest

from launch.mariadb import free_port
from tests.api.test_answers import FLOCK
from tests.api.test_up_and_down import PATIENCE_S, ask, gone, start

DISK = "300m"
MOST = 3000  # flocks that are entered till the room in the tables is used up too
READ = (
    "/api/flocks",
    "/api/pens",
    "/api/pens/{pen}",
    "/api/pens/{pen}/bill",
    "/api/pens/{pen}/history",
    "/api/searches",
    "/api/things",
    "/api/place",
    "/api/catalogue",
    "/api/health",
    "/pens",
)


@pytest.fixture
def disk(tmp_path):
    """A disk of its own, with little room."""
    if os.geteuid() != 0:
        pytest.skip("only root can mount a small disk: run as root to see what a full one does")
    at = tmp_path / "disk"
    at.mkdir()
    made = ["mount", "-t", "tmpfs", "-o", f"size={DISK},mode=755", "ergamot-drill", str(at)]
    if subprocess.run(made, check=False).returncode:
        pytest.skip("this machine lets not even root mount a disk")
    yield at
    subprocess.run(["umount", "--lazy", str(at)], check=True)


def fill(disk):
    """Write till nothing more goes on it."""
    with (disk / "filled").open("wb", buffering=0) as file, suppress(OSError):
        while True:
            file.write(bytes(65536))


def told(port, path, body=None):
    """The status and the words of an answer, whatever it is."""
    try:
        return 200, ask(port, path, body)
    except urllib.error.HTTPError as refused:
        return refused.code, refused.read().decode()


def test_a_full_disk_can_be_read_says_so_and_goes_on_with_room(disk):
    folder, port = disk / "farm", free_port(8796)
    server = start(folder, port)
    try:
        flock = json.loads(ask(port, "/api/flocks", FLOCK))["id"]
        pen = json.loads(ask(port, "/api/pens", {"flock_id": flock, "name": "Bramble"}))["id"]
        fill(disk)
        kept = ["Spring broilers"]
        for n in range(MOST):
            status, words = told(port, "/api/flocks", {**FLOCK, "name": f"flock {n}"})
            if status != 200:
                break
            kept.append(f"flock {n}")
        assert status == 507, words
        assert "disk" in json.loads(words)["detail"]
        for path in READ:
            assert told(port, path.format(pen=pen))[0] == 200, path
        assert told(port, "/api/flocks", {**FLOCK, "name": "not this one"})[0] == 507
        (disk / "filled").unlink()
        ask(port, "/api/flocks", {**FLOCK, "name": "again"})
        names = [one["name"] for one in json.loads(ask(port, "/api/flocks"))["flocks"]]
        assert names == [*kept, "again"]
    finally:
        server.send_signal(signal.SIGTERM)
        server.communicate(timeout=PATIENCE_S)
    assert gone(port, folder)


def test_a_database_that_ends_on_a_full_disk_comes_back_with_room(disk):
    folder, port = disk / "farm", free_port(8796)
    server = start(folder, port)
    try:
        ask(port, "/api/flocks", FLOCK)
        fill(disk)
        os.kill(int((folder / "run" / "db.pid").read_text()), signal.SIGKILL)
        until = time.monotonic() + 15  # long enough for it to be tried again while there is no room
        while time.monotonic() < until:
            assert told(port, "/api/flocks")[0] in (200, 503)
            assert server.poll() is None
            time.sleep(0.5)
        (disk / "filled").unlink()
        until = time.monotonic() + PATIENCE_S
        while told(port, "/api/flocks")[0] != 200 and time.monotonic() < until:
            time.sleep(0.5)
        names = [one["name"] for one in json.loads(ask(port, "/api/flocks"))["flocks"]]
        assert names == ["Spring broilers"]
        ask(port, "/api/flocks", {**FLOCK, "name": "again"})
    finally:
        server.send_signal(signal.SIGTERM)
        server.communicate(timeout=PATIENCE_S)
    assert gone(port, folder)
