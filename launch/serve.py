"""The app on loopback behind gunicorn, those who search beside it, over its private MariaDB, until told to stop."""

from __future__ import annotations

import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import urllib.error
import urllib.request
from contextlib import suppress
from pathlib import Path
from types import FrameType

from launch.child import die_with_parent, stop
from launch.machine import PYTHON
from launch.mariadb import PrivateServer
from launch.opened import command_opened
from launch.own_user import must_reach, user_running
from launch.plain import LOCAL, ROOT, CannotGoOn, run, say

DATABASE_PORTS = {"demo": 33810, "run": 33811, "test": 33812}
WORKER = "ergamot.web.served.WholeRequests"
READY_S = 180.0
STOP_S = 12.0
PID = "app.pid"  # gunicorn writes it and will not start while its number is in use
ROOM_TO_START_BYTES = 64_000_000  # a database makes its temporary tables anew as it starts; may move
MOST_RESTARTS, RESTARTS_WITHIN_S = 5, 120.0


def migrate(address: str) -> None:
    """Bring the tables up to date."""
    env = {**os.environ, "ERGAMOT_DATABASE": address}
    command: list[str | Path] = [PYTHON, "-m", "alembic", "upgrade", "head"]
    run(command, "Bringing the tables up to date", "The lines above say which step failed.", env=env)


def _taken(port: int) -> bool:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            return True
    return False


def refuse_taken(port: int) -> None:
    """Say so plainly when another program has the port."""
    if _taken(port):
        raise CannotGoOn(
            f"Port {port} on this machine is taken by another program.",
            f"Stop that program, or choose another port:  make demo PORT={port + 1}",
        )


def leftovers(folder: Path) -> list[int]:
    """Find processes that serve or search over a database folder, known by what they say they are; not by a number that was
    written down, which may be another program's by now."""
    marks = [f"[{named(folder)}]", f"--name={named(folder)}\0", f"--of={folder}\0"]
    found = []
    for told in Path("/proc").glob("[0-9]*/cmdline"):
        try:
            says = told.read_bytes().decode(errors="replace")
        except OSError:
            continue  # it ended meanwhile
        if any(mark in says for mark in marks):
            found.append(int(told.parent.name))
    return found


def named(folder: Path) -> str:
    """Return what a server over a database folder calls itself among the processes of this machine."""
    return f"ergamot {folder}"


def stop_leftovers(folder: Path) -> None:
    """End those of ours whose launcher was killed, and what they wrote down of themselves."""
    if leftovers(folder):
        say("waiting for a server from before to end")
    for force in (signal.SIGTERM, signal.SIGKILL):
        for pid in leftovers(folder):
            with suppress(ProcessLookupError):
                os.kill(pid, force)
        until = time.monotonic() + STOP_S
        while leftovers(folder) and time.monotonic() < until:
            time.sleep(0.1)
    (folder / PID).unlink(missing_ok=True)


class Served:
    """Gunicorn running the app over a database, its pid in the database's folder, and a process that works at searches. Use
    as a context manager."""

    def __init__(self, database: PrivateServer, port: int):
        self.address, self.port = database.address, port
        self.folder = database.folder
        self.user = user_running(PYTHON, ROOT)
        self.reached = must_reach(PYTHON, ROOT) if self.user else ()
        self.home: Path | None = None  # of the own user: root's is closed to it
        self.process: subprocess.Popen[bytes] | None = None
        self.searching: subprocess.Popen[bytes] | None = None

    @property
    def url(self) -> str:
        """Where to look at it."""
        return f"http://127.0.0.1:{self.port}"

    def __enter__(self) -> Served:
        if self.user:
            self.home = Path(tempfile.mkdtemp(prefix="ergamot-"))
            shutil.chown(self.home, self.user)
        self.begin_serving()
        self.begin_searching()
        return self

    def begin_serving(self) -> None:
        """Start the server, or again when it was killed, once it answers; whatever is left of one before ends first."""
        stop_leftovers(self.folder)
        refuse_taken(self.port)
        self.process = subprocess.Popen(
            [
                *command_opened(self.reached),
                str(PYTHON),
                "-m",
                "gunicorn",
                f"--bind=127.0.0.1:{self.port}",
                f"--worker-class={WORKER}",
                "--workers=2",
                "--timeout=60",
                "--graceful-timeout=8",
                "--log-level=warning",
                f"--pid={self.folder / PID}",
                f"--name={named(self.folder)}",
                *([f"--user={self.user}", f"--group={self.user}"] if self.user else []),
                "ergamot.serving:make_served_app()",
            ],
            cwd=ROOT,
            env=self._env,
            start_new_session=True,
            preexec_fn=die_with_parent,
        )
        until = time.monotonic() + READY_S
        while not self._answers():
            if self.process.poll() is not None or time.monotonic() > until:
                raise CannotGoOn("The server did not start.", "The lines above say why.")
            time.sleep(0.1)

    def begin_searching(self) -> None:
        """Start the process that works at searches, or again when it ended by itself."""
        if self.searching is None or self.searching.poll() is not None:
            self.searching = subprocess.Popen(
                [
                    *command_opened(self.reached, self.user),
                    str(PYTHON),
                    "-m",
                    "ergamot.workers",
                    f"--of={self.folder}",
                ],
                cwd=ROOT,
                env=self._env,
                start_new_session=True,
                preexec_fn=die_with_parent,
            )

    @property
    def _env(self) -> dict[str, str]:
        home = {"HOME": str(self.home)} if self.home else {}
        return {**os.environ, **home, "ERGAMOT_DATABASE": self.address, "PYTHONDONTWRITEBYTECODE": "1"}

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.url}/api/health", timeout=2) as answer:
                return bool(answer.status == 200)
        except (urllib.error.URLError, OSError):
            return False

    def __exit__(self, *_: object) -> None:
        stop(self.searching, STOP_S)
        stop(self.process, STOP_S)
        if self.home is not None:
            shutil.rmtree(self.home, ignore_errors=True)


class _Stop(Exception):
    """Raised by a signal to leave the wait."""


def _stop(number: int, _: FrameType | None) -> None:
    raise _Stop(number)


def serve(purpose: str, port: int) -> None:
    """Serve the demo farm or the keeper's own until Ctrl-C or kill."""
    for number in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
        signal.signal(number, _stop)
    try:
        with PrivateServer(LOCAL / purpose, DATABASE_PORTS[purpose]) as database:
            stop_leftovers(database.folder)
            refuse_taken(port)
            migrate(database.address)
            if purpose == "demo":
                env = {**os.environ, "ERGAMOT_DATABASE": database.address}
                run([PYTHON, "-m", "ergamot.demo"], "Entering the demo farm", "See the lines above.", env=env)
            with Served(database, port) as served:
                say(f"Ergamot is at {served.url}  (Ctrl-C stops it)")
                _keep_up(served, database)
    except _Stop:
        for number in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
            signal.signal(number, signal.SIG_IGN)
        say("stopped; everything kept is safe")


def _wait_for_room(folder: Path) -> None:
    """Wait till a database has room to start: on a full disk it would only end again."""
    told = False
    while shutil.disk_usage(folder).free < ROOM_TO_START_BYTES:
        if not told:
            say(f"the disk of {folder} is full; the database comes back when there is room")
        told = True
        time.sleep(0.2)


def _keep_up(served: Served, database: PrivateServer) -> None:
    """Bring the database and the server back when they end by themselves; give up when they do again and again."""
    ends: list[float] = []

    def ended(what: str, look: str) -> None:
        now = time.monotonic()
        ends[:] = [at for at in ends if now - at < RESTARTS_WITHIN_S] + [now]
        if len(ends) > MOST_RESTARTS:
            raise CannotGoOn(f"The {what} ends again and again.", look)
        say(f"the {what} ended by itself; bringing it back")

    while True:
        if database.process is not None and database.process.poll() is not None:
            _wait_for_room(database.folder)
            ended("database", f"Its log is {database.folder / 'db.log'}.")
            database.restart()
        if served.process is not None and served.process.poll() is not None:
            ended("server", "The lines above may say why; start it again.")
            served.begin_serving()
        served.begin_searching()
        time.sleep(0.2)
