"""The app on loopback behind gunicorn, those who search beside it, over its private MariaDB, until told to stop."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import time
import urllib.error
import urllib.request
from pathlib import Path
from types import FrameType

from launch.child import die_with_parent, stop
from launch.machine import PYTHON
from launch.mariadb import PrivateServer, ended
from launch.own_user import user_running
from launch.plain import LOCAL, ROOT, CannotGoOn, run, say

DATABASE_PORTS = {"demo": 33810, "run": 33811, "test": 33812}
WORKER = "ergamot.web.served.WholeRequests"
READY_S = 180.0
STOP_S = 12.0
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


def stop_leftover(pid_file: Path) -> None:
    """A server of ours whose launcher was killed is still ending: make sure of it, and wait."""
    try:
        pid = int(pid_file.read_text())
        command = Path(f"/proc/{pid}/cmdline").read_bytes()
    except (OSError, ValueError):
        return
    if b"gunicorn" not in command or str(pid_file).encode() not in command:
        return
    say("waiting for a server from before to end")
    for force in (signal.SIGTERM, signal.SIGKILL):
        try:
            os.kill(pid, force)
        except ProcessLookupError:
            return
        if ended(pid, STOP_S):
            return


class Served:
    """Gunicorn running the app over a database, its pid in the database's folder, and a process that works at searches. Use
    as a context manager."""

    def __init__(self, database: PrivateServer, port: int):
        self.address, self.port = database.address, port
        self.pid_file = database.folder / "app.pid"
        self.user = user_running(PYTHON, ROOT)
        self.process: subprocess.Popen[bytes] | None = None
        self.searching: subprocess.Popen[bytes] | None = None

    @property
    def url(self) -> str:
        """Where to look at it."""
        return f"http://127.0.0.1:{self.port}"

    def __enter__(self) -> Served:
        refuse_taken(self.port)
        self.process = subprocess.Popen(
            [
                str(PYTHON),
                "-m",
                "gunicorn",
                f"--bind=127.0.0.1:{self.port}",
                f"--worker-class={WORKER}",
                "--workers=2",
                "--timeout=60",
                "--graceful-timeout=8",
                "--log-level=warning",
                f"--pid={self.pid_file}",
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
        self.begin_searching()
        return self

    def begin_searching(self) -> None:
        """Start the process that works at searches, or again when it ended by itself."""
        if self.searching is None or self.searching.poll() is not None:
            self.searching = subprocess.Popen(
                [str(PYTHON), "-m", "ergamot.workers"],
                cwd=ROOT,
                env=self._env,
                start_new_session=True,
                preexec_fn=die_with_parent,
                user=self.user,
                group=self.user,
            )

    @property
    def _env(self) -> dict[str, str]:
        return {**os.environ, "ERGAMOT_DATABASE": self.address, "PYTHONDONTWRITEBYTECODE": "1"}

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.url}/api/health", timeout=2) as answer:
                return bool(answer.status == 200)
        except (urllib.error.URLError, OSError):
            return False

    def __exit__(self, *_: object) -> None:
        stop(self.searching, STOP_S)
        stop(self.process, STOP_S)


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
            stop_leftover(database.folder / "app.pid")
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


def _keep_up(served: Served, database: PrivateServer) -> None:
    """Bring the database back when it ends by itself; give up when it ends again and again, or the server does."""
    ends: list[float] = []
    while served.process is not None and served.process.poll() is None:
        if database.process is not None and database.process.poll() is not None:
            ends = [at for at in ends if time.monotonic() - at < RESTARTS_WITHIN_S] + [time.monotonic()]
            if len(ends) > MOST_RESTARTS:
                raise CannotGoOn(
                    "The database ends again and again.", f"Its log is {database.folder / 'db.log'}."
                )
            say("the database ended by itself; bringing it back")
            database.restart()
        served.begin_searching()
        time.sleep(0.2)
    raise CannotGoOn("The server stopped by itself.", "The lines above may say why; start it again.")
