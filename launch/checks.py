"""Every check, one after the other; the first that fails stops the rest."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

from launch.machine import PYTHON, UI
from launch.plain import ROOT, CannotGoOn, say

CHECKS: tuple[tuple[str, list[str], Path], ...] = (
    ("ruff", [str(PYTHON), "-m", "ruff", "check", "."], ROOT),
    ("ruff format", [str(PYTHON), "-m", "ruff", "format", "--check", "."], ROOT),
    ("mypy", [str(PYTHON), "-m", "mypy"], ROOT),
    (
        "import-linter",
        [str(PYTHON), "-c", "from importlinter.cli import lint_imports_command as lint; lint()", "--no-logo"],
        ROOT,
    ),
    ("tsc", ["npx", "--no-install", "tsc", "--noEmit"], UI),
    ("eslint", ["npx", "--no-install", "eslint", "."], UI),
    ("vitest", ["npx", "--no-install", "vitest", "run", "--silent"], UI),
)


def check() -> None:
    """Run all checks; raise at the first that fails."""
    for name, command, folder in CHECKS:
        say(name)
        done = subprocess.run(command, cwd=folder, check=False, capture_output=True, text=True)
        if done.returncode:
            print(done.stdout + done.stderr, file=sys.stderr)
            raise CannotGoOn(f"{name} found something.", "Put it right, then run `make check` again.")


SIDE_BY_SIDE = ["tests/core", "ergamot", "-n", "2"]  # nothing of them meets
ONE_BY_ONE = ["tests/api", "tests/journeys"]  # they share a database, and a browser


def tests(arguments: list[str]) -> int:
    """Run pytest on what is named, else on everything; its closing line is the last thing printed."""
    for named in [arguments] if arguments else [SIDE_BY_SIDE, ONE_BY_ONE]:
        failed = subprocess.run([str(PYTHON), "-m", "pytest", *named], cwd=ROOT, check=False).returncode
        if failed:
            return failed
    return 0
