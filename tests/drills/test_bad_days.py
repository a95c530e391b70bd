"""Bad days while keepers work: the app, the database and the launcher killed; half-open connections; heavy answers;
two first requests. Nothing that was confirmed is lost, nothing is kept twice. Run by `make drills`."""

from __future__ import annotations

import json
import os
import re
import signal
import socket
import subprocess
import threading
import time
import urllib.error
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path

import pytest

from launch.mariadb import free_port
from tests.api.test_answers import FLOCK
from tests.api.test_up_and_down import ask, gone, start

LONG_S = 120


@pytest.fixture
def folder(tmp_path):
    return tmp_path / "a farm"


@pytest.fixture
def farm(folder):
    """A launcher serving a new farm; stopped at the end whatever happened to it."""
    port = free_port(8797)
    running = [start(folder, port)]
    yield port, running
    for process in running:
        if process.poll() is None:
            process.send_signal(signal.SIGTERM)
            process.communicate(timeout=LONG_S)
    assert gone(port, folder)


class Keeper(threading.Thread):
    """Enters flocks one after another, each under a name of its own, and remembers those that were confirmed."""

    def __init__(self, port, name):
        super().__init__(daemon=True)
        self.port, self.who = port, name
        self.confirmed, self.tried = [], 0
        self.done = threading.Event()

    def run(self):
        while not self.done.is_set():
            self.tried += 1
            name = f"{self.who} {self.tried}"
            try:
                ask(self.port, "/api/flocks", {**FLOCK, "name": name})
                self.confirmed.append(name)
            except (OSError, urllib.error.URLError):
                time.sleep(0.2)


def kept_names(port):
    until = time.monotonic() + LONG_S
    while time.monotonic() < until:
        try:
            return [one["name"] for one in json.loads(ask(port, "/api/flocks"))["flocks"]]
        except (OSError, urllib.error.URLError):
            time.sleep(0.3)
    raise AssertionError("the farm did not come back")


def work_through(port, disaster, rounds=3):
    """Two keepers at work through a disaster, again and again; then what they were told is what there is."""
    keepers = [Keeper(port, name) for name in ("north", "south")]
    for keeper in keepers:
        keeper.start()
    for _ in range(rounds):
        before = sum(len(keeper.confirmed) for keeper in keepers)
        disaster()
        until = time.monotonic() + LONG_S
        while sum(len(keeper.confirmed) for keeper in keepers) < before + 6 and time.monotonic() < until:
            time.sleep(0.1)
    for keeper in keepers:
        keeper.done.set()
    for keeper in keepers:
        keeper.join(LONG_S)
    names = kept_names(port)
    confirmed = [name for keeper in keepers for name in keeper.confirmed]
    assert set(confirmed) <= set(names), "something confirmed was lost"
    assert len(names) == len(set(names)), "something was kept twice"
    assert len(confirmed) >= 6 * rounds
    print(
        f"\n  {len(confirmed)} confirmed of {sum(k.tried for k in keepers)} tried, {len(names)} kept, none twice"
    )


def children_of(pid):
    found = subprocess.run(
        ["pgrep", "-P", str(pid)], check=False, capture_output=True, text=True
    ).stdout.split()
    return [int(one) for one in found]


def test_workers_killed_while_keepers_work(farm, folder):
    port, _ = farm

    def kill_a_worker():
        arbiter = int((folder / "run" / "app.pid").read_text())
        os.kill(children_of(arbiter)[0], signal.SIGKILL)

    work_through(port, kill_a_worker)


def test_the_database_killed_while_keepers_work(farm, folder):
    port, _ = farm

    def kill_it():
        os.kill(int((folder / "run" / "db.pid").read_text()), signal.SIGKILL)

    work_through(port, kill_it)


def test_the_database_away_and_back(farm, folder):
    port, _ = farm

    def freeze_it():
        pid = int((folder / "run" / "db.pid").read_text())
        os.kill(pid, signal.SIGSTOP)
        time.sleep(3)
        os.kill(pid, signal.SIGCONT)

    work_through(port, freeze_it)


def test_the_launcher_killed_and_started_again_at_once(farm, folder):
    port, running = farm
    ask(port, "/api/flocks", {**FLOCK, "name": "before"})
    for n in range(3):
        running[-1].kill()
        running[-1].communicate(timeout=LONG_S)
        running.append(start(folder, port))
        ask(port, "/api/flocks", {**FLOCK, "name": f"after {n}"})
    assert kept_names(port) == ["before", "after 0", "after 1", "after 2"]


@pytest.mark.parametrize("count", [16, 120])
def test_half_open_connections_stop_nothing(farm, count):
    port, _ = farm
    held = []
    for i in range(count):
        one = socket.create_connection(("127.0.0.1", port))
        if i % 3:
            one.sendall(
                b"POST /api/flocks HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 500\r\n"
                + (b"\r\n{" if i % 2 else b"")
            )
        held.append(one)
    begun = time.monotonic()
    assert json.loads(ask(port, "/api/flocks"))["flocks"] == []
    ask(port, "/api/flocks", FLOCK)
    print(f"\n  beside {count} half-open connections two answers took {time.monotonic() - begun:.2f} s")
    for one in held:
        one.close()


def test_heavy_answers_do_not_starve_light_ones(farm):
    port, _ = farm
    flock = json.loads(ask(port, "/api/flocks", FLOCK))["id"]
    pens = [
        json.loads(ask(port, "/api/pens", {"flock_id": flock, "name": f"Pen {i}", "shape": shape}))["id"]
        for i, shape in enumerate(("coop", "hoop", "a-frame", "low-pen"))
    ]
    heavy = [
        f"/api/pens/{pens[i % 4]}/{what}"
        for i, what in enumerate(("bill", "sheets.pdf", "corner.svg", "bill") * 4)
    ]
    answered = []

    def ask_heavy(path):
        try:
            with urllib.request.urlopen(f"http://127.0.0.1:{port}{path}", timeout=LONG_S) as answer:
                answered.append(answer.status)
        except urllib.error.HTTPError as busy:
            answered.append(busy.code)

    with ThreadPoolExecutor(16) as pool:
        for path in heavy:
            pool.submit(ask_heavy, path)
        waits = []
        for _ in range(20):
            begun = time.monotonic()
            ask(port, "/api/place")
            waits.append(time.monotonic() - begun)
            time.sleep(0.05)
    assert set(answered) <= {200, 429}
    print(
        f"\n  light pages beside sixteen heavy answers: median {sorted(waits)[10] * 1000:.0f} ms, worst {max(waits) * 1000:.0f} ms; {answered.count(429)} told to ask again"
    )
    assert max(waits) < 4.5


def test_two_first_requests_make_one_farm(tmp_path):
    for n in range(4):
        folder, port = tmp_path / f"new {n}", free_port(8798)
        process = start(folder, port)
        try:
            with ThreadPoolExecutor(6) as pool:
                list(
                    pool.map(
                        lambda i, to=port: ask(to, "/api/flocks", {**FLOCK, "name": f"first {i}"}), range(6)
                    )
                )
            assert sorted(kept_names(port)) == [f"first {i}" for i in range(6)]
        finally:
            process.send_signal(signal.SIGTERM)
            process.communicate(timeout=LONG_S)
        assert gone(port, folder)


def test_no_password_stands_on_a_command_line(farm, folder):
    secret = (folder / "run" / "secret").read_text()
    lines = [path.read_bytes().decode(errors="replace") for path in _command_lines()]
    assert not any(secret in line for line in lines)
    assert (folder / "run").stat().st_mode & 0o077 == 0


def _command_lines():
    for one in Path("/proc").iterdir():
        if re.fullmatch(r"\d+", one.name) and (one / "cmdline").exists():
            yield one / "cmdline"


def test_more_keepers_than_can_be_served_are_told_to_ask_again_at_once(farm):
    """Sixty-four at once on what takes a while: each is answered in good time or told when to ask again; none is refused for
    good, and nobody waits without end."""
    port, _ = farm
    flock = json.loads(ask(port, "/api/flocks", FLOCK))
    pen = json.loads(ask(port, "/api/pens", {"flock_id": flock["id"], "name": "Bramble"}))

    def one(i):
        begun = time.monotonic()
        asked = urllib.request.Request(
            f"http://127.0.0.1:{port}/api/pens/{pen['id']}/moving",
            json.dumps({"values": {"length": f"{2400 + 3 * i} mm"}}).encode(),
            {"Content-Type": "application/json"},
        )
        try:
            with urllib.request.urlopen(asked, timeout=LONG_S) as answer:
                return answer.status, time.monotonic() - begun, None
        except urllib.error.HTTPError as told:
            return told.code, time.monotonic() - begun, told.headers["Retry-After"]

    with ThreadPoolExecutor(64) as keepers:
        told = list(keepers.map(one, range(640)))
    assert {status for status, _, _ in told} <= {200, 429}
    assert all(again for status, _, again in told if status == 429)
    assert any(status == 200 for status, _, _ in told)
    waits = sorted(wait for _, wait, _ in told)
    print(
        f"\n  640 asked by 64 at once: median {waits[320] * 1000:.0f} ms, worst {waits[-1] * 1000:.0f} ms; "
        f"{sum(status == 429 for status, _, _ in told)} told to ask again"
    )
