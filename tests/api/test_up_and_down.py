"""Brought up as a keeper would: served, told to stop, brought up again with everything kept."""

from __future__ import annotations

import json
import os
import signal
import socket
import subprocess
import sys
import time
import urllib.error
import urllib.request

import pytest

from launch.mariadb import free_port
from launch.own_user import AS_ROOT
from launch.plain import ROOT
from tests.api.test_answers import FLOCK

PATIENCE_S = 240


def start(folder, port):
    """Run the launcher as `make run` does and wait for the address it prints."""
    process = subprocess.Popen(
        [sys.executable, "-m", "launch", "run"],
        cwd=ROOT,
        env={**os.environ, "ERGAMOT_FOLDER": str(folder), "PORT": str(port), AS_ROOT: "yes"},
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
    )
    said = []
    assert process.stdout
    for line in process.stdout:
        said.append(line)
        if "Ergamot is at" in line:
            return process
    process.wait(PATIENCE_S)
    process.stdout.close()
    raise AssertionError("".join(said))


def ask(port, path, body=None):
    request = urllib.request.Request(
        f"http://127.0.0.1:{port}{path}",
        json.dumps(body).encode() if body else None,
        {"Content-Type": "application/json"},
    )
    with urllib.request.urlopen(request, timeout=PATIENCE_S) as answer:
        return answer.read().decode()


def gone(port, folder):
    """Neither the server nor its database is left."""
    until = time.monotonic() + PATIENCE_S
    while time.monotonic() < until:
        with socket.socket() as probe:
            closed = probe.connect_ex(("127.0.0.1", port)) != 0
        left = subprocess.run(
            ["pgrep", "-f", str(folder)], check=False, capture_output=True, text=True
        ).stdout
        if closed and not left.strip():
            return True
        time.sleep(0.2)
    return False


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "farm"


def test_everything_confirmed_outlives_a_stop(folder):
    port = free_port(8795)
    first = start(folder, port)
    assert "<title>Ergamot</title>" in ask(port, "/pens/12")
    assert json.loads(ask(port, "/api/flocks"))["flocks"] == []
    ask(port, "/api/flocks", FLOCK)

    first.send_signal(signal.SIGTERM)
    said, _ = first.communicate(timeout=PATIENCE_S)
    assert first.returncode == 0
    assert "everything kept is safe" in said
    assert "Traceback" not in said
    assert gone(port, folder)

    second = start(folder, port)
    assert [flock["name"] for flock in json.loads(ask(port, "/api/flocks"))["flocks"]] == ["Spring broilers"]
    second.send_signal(signal.SIGINT)
    second.communicate(timeout=PATIENCE_S)
    assert second.returncode == 0
    assert gone(port, folder)


def test_a_taken_port_stops_it_with_a_plain_word(folder):
    with socket.socket() as other:
        other.bind(("127.0.0.1", 0))
        other.listen()
        port = other.getsockname()[1]
        with pytest.raises(AssertionError) as said:
            start(folder, port)
    assert f"Port {port} on this machine is taken" in str(said.value)
    assert f"PORT={port + 1}" in str(said.value)
    assert "Traceback" not in str(said.value)


@pytest.mark.parametrize("port", ["eighty", "80", "99999"])
def test_a_port_that_is_none_is_refused(folder, port):
    with pytest.raises(AssertionError) as said:
        start(folder, port)
    assert "1024 to 65535" in str(said.value)
