"""Telling the person at the keyboard what happens, and what to do when something cannot."""

from __future__ import annotations

import os
import subprocess
import sys
from collections.abc import Mapping, Sequence
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
MADE = ROOT / ".ergamot" / "made"  # marks of what is installed and built
LOCAL = (
    Path(os.environ.get("ERGAMOT_FOLDER") or ROOT / ".ergamot").expanduser().resolve()
)  # where farms are kept


class CannotGoOn(Exception):
    """Something this program cannot put right by itself; says what and the way out."""

    def __init__(self, what: str, way_out: str):
        super().__init__(what)
        self.what = what
        self.way_out = way_out


def say(line: str) -> None:
    """One line of progress."""
    print(f"· {line}", flush=True)


def run(
    command: Sequence[str | Path],
    what: str,
    way_out: str,
    cwd: Path = ROOT,
    env: Mapping[str, str] | None = None,
    given: str | None = None,
) -> None:
    """Run a command quietly; when it fails show its last lines and the way out."""
    done = subprocess.run(
        [str(part) for part in command],
        cwd=cwd,
        env=env,
        stdout=subprocess.PIPE,
        stderr=subprocess.STDOUT,
        text=True,
        input=given,
        check=False,
    )
    if done.returncode != 0:
        print("\n".join(done.stdout.splitlines()[-25:]), file=sys.stderr)
        raise CannotGoOn(f"{what} failed.", way_out)
