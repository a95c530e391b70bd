"""python3 -m launch demo | run | test | proofs | check | bench | drills | mutants | screenshots | prepare"""

from __future__ import annotations

import os
import secrets
import subprocess
import sys
from collections.abc import Callable

from launch.checks import CORE, KEPT, check, tests
from launch.machine import PYTHON, prepare
from launch.own_user import AS_ROOT
from launch.plain import ROOT, CannotGoOn, say
from launch.serve import serve

DEFAULT_PORT = 8710
DEEP = "24"  # times as many examples and cases as `test` takes


def _port() -> int:
    text = os.environ.get("PORT", "") or str(DEFAULT_PORT)
    if not text.isdigit() or not 1024 <= int(text) <= 65535:
        raise CannotGoOn(f"PORT={text} is not a port.", "Use a number from 1024 to 65535.")
    return int(text)


def _serve(purpose: str) -> int:
    port = _port()
    if purpose == "demo" or "--as-root" in sys.argv:  # the demo farm is nobody's
        os.environ[AS_ROOT] = "yes"
    prepare()
    serve(purpose, port)
    return 0


def _test() -> int:
    prepare(with_browser=True)
    check()
    return tests(sys.argv[2:])


def _check() -> int:
    prepare()
    check()
    return 0


def _bench() -> int:
    prepare()
    return tests(["tests/bench", "--benchmark-only", "--benchmark-columns=min,median,max,rounds", "-q", "-s"])


def _drills() -> int:
    prepare()
    return tests(["tests/drills", "-q", "-s"])


def _proofs() -> int:
    """Dig deeper than `test`: every case and journey, many times the examples, other ones each time, then the drills and the mutants."""
    prepare(with_browser=True)
    seed = os.environ.get("SEED", "") or str(secrets.randbits(32))
    say(f"the examples of this run again:  make proofs SEED={seed}")
    os.environ |= {"DEPTH": DEEP, "RANDOM": "yes"}
    return tests([*CORE, f"--hypothesis-seed={seed}"]) or tests(KEPT) or _drills() or _mutants()


def _mutants() -> int:
    prepare()
    return subprocess.run(
        [str(PYTHON), "-m", "tests.mutants", *sys.argv[2:]], cwd=ROOT, check=False
    ).returncode


def _screenshots() -> int:
    prepare(with_browser=True)
    return subprocess.run([str(PYTHON), "-m", "tests.screenshots"], cwd=ROOT, check=False).returncode


def _prepare() -> int:
    prepare(with_browser=True)
    return 0


COMMANDS: dict[str, Callable[[], int]] = {
    "demo": lambda: _serve("demo"),
    "run": lambda: _serve("run"),
    "test": _test,
    "proofs": _proofs,
    "check": _check,
    "bench": _bench,
    "drills": _drills,
    "mutants": _mutants,
    "screenshots": _screenshots,
    "prepare": _prepare,
}


def main() -> int:
    """Do what was asked; say plainly what cannot be done and the way out."""
    if len(sys.argv) < 2 or sys.argv[1] not in COMMANDS:
        print(__doc__)
        return 2
    try:
        return COMMANDS[sys.argv[1]]()
    except CannotGoOn as stop:
        print(f"\n{stop.what}\n  → {stop.way_out}", file=sys.stderr)
        return 1
    except KeyboardInterrupt:
        return 130


if __name__ == "__main__":
    sys.exit(main())
