"""Every check, one after the other; the first that fails stops the rest."""

from __future__ import annotations

import subprocess
import sys
from concurrent.futures import ThreadPoolExecutor
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
    """Run all checks, two at a time; raise at the first that found something."""
    with ThreadPoolExecutor(2) as pool:
        for (name, _, _), done in zip(CHECKS, pool.map(_checked, CHECKS), strict=True):
            if done.returncode:
                pool.shutdown(cancel_futures=True)
                print(done.stdout + done.stderr, file=sys.stderr)
                raise CannotGoOn(f"{name} found something.", "Put it right, then run `make check` again.")


def _checked(one: tuple[str, list[str], Path]) -> subprocess.CompletedProcess[str]:
    name, command, folder = one
    say(name)
    return subprocess.run(command, cwd=folder, check=False, capture_output=True, text=True)


CORE = ["tests/core", "ergamot", "-n", "2"]  # nothing of them meets
KEPT = [
    "tests/api",
    "tests/journeys",
    "-n",
    "2",
]  # side by side, each line with a database and an app of its own


def tests(arguments: list[str]) -> int:
    """Run pytest on what is named, else on everything; its closing line is the last thing printed."""
    for named in [arguments] if arguments else [CORE, KEPT]:
        failed = subprocess.run([str(PYTHON), "-m", "pytest", *named], cwd=ROOT, check=False).returncode
        if failed:
            return failed
    return 0
