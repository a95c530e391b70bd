"""The app on loopback behind gunicorn, over its private MariaDB, until told to stop."""

from __future__ import annotations

import os
import signal
import socket
import subprocess
import time
import urllib.error
import urllib.request
from types import FrameType

from launch.child import die_with_parent, stop
from launch.machine import PYTHON, VENV
from launch.mariadb import PrivateServer
from launch.plain import LOCAL, ROOT, CannotGoOn, run, say

DATABASE_PORTS = {"demo": 33810, "run": 33811, "test": 33812}
READY_S = 180.0
STOP_S = 10.0


def migrate(address: str) -> None:
    """Bring the tables up to date."""
    env = {**os.environ, "ERGAMOT_DATABASE": address}
    command = [str(VENV / "bin" / "alembic"), "upgrade", "head"]
    run(command, "Bringing the tables up to date", "The lines above say which step failed.", env=env)


def refuse_taken(port: int) -> None:
    """Say so plainly when another program has the port."""
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError:
            raise CannotGoOn(
                f"Port {port} on this machine is taken by another program.",
                f"Stop that program, or choose another port:  make demo PORT={port + 1}",
            ) from None


class Served:
    """Gunicorn running the app. Use as a context manager."""

    def __init__(self, address: str, port: int):
        self.address, self.port = address, port
        self.process: subprocess.Popen[bytes] | None = None

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
                "--workers=2",
                "--threads=4",
                "--timeout=60",
                "--graceful-timeout=5",
                "--log-level=warning",
                "ergamot.web.app:make_served_app()",
            ],
            cwd=ROOT,
            env={**os.environ, "ERGAMOT_DATABASE": self.address},
            start_new_session=True,
            preexec_fn=die_with_parent,
        )
        until = time.monotonic() + READY_S
        while not self._answers():
            if self.process.poll() is not None or time.monotonic() > until:
                raise CannotGoOn("The server did not start.", "The lines above say why.")
            time.sleep(0.1)
        return self

    def _answers(self) -> bool:
        try:
            with urllib.request.urlopen(f"{self.url}/api/health", timeout=2) as answer:
                return bool(answer.status == 200)
        except (urllib.error.URLError, OSError):
            return False

    def __exit__(self, *_: object) -> None:
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
        refuse_taken(port)
        with PrivateServer(LOCAL / purpose, DATABASE_PORTS[purpose]) as database:
            migrate(database.address)
            if purpose == "demo":
                env = {**os.environ, "ERGAMOT_DATABASE": database.address}
                run([PYTHON, "-m", "ergamot.demo"], "Entering the demo farm", "See the lines above.", env=env)
            with Served(database.address, port) as served:
                say(f"Ergamot is at {served.url}  (Ctrl-C stops it)")
                assert served.process is not None
                assert database.process is not None
                while served.process.poll() is None and database.process.poll() is None:
                    time.sleep(0.5)
                raise CannotGoOn(
                    "The server or its database stopped by itself.", f"Look in {database.folder}."
                )
    except _Stop:
        for number in (signal.SIGINT, signal.SIGTERM, signal.SIGHUP):
            signal.signal(number, signal.SIG_IGN)
        say("stopped; everything kept is safe")
