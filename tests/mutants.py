"""python -m tests.mutants [constants | functions] [package ...]: does a figure that moves make a test fail?

Constants: every number of a module's constants, a tenth more and a tenth less, one at a time, against the tests of its
own package; a line that says why it `may move` is left out. Functions: sixty seeded mutants a package, made by mutmut's
operators, words apart; nine in ten must die. Run by `make mutants`; not part of `make test`.
"""

from __future__ import annotations

import ast
import os
import random
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from pathlib import Path

import libcst as cst
from mutmut.mutation.file_mutation import create_mutations, deep_replace

ROOT = Path(__file__).resolve().parents[1]
CORE = ROOT / "ergamot" / "core"
BY_HAND = "tests/core/test_whole_pens.py"
# Modules of a package, and the tests that are its own
PACKAGES: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "weather": (
        ("weather/*.py",),
        (
            BY_HAND,
            "tests/core/test_wind.py",
            "tests/core/test_pressure.py",
            "tests/core/test_anchors.py",
            "tests/core/test_ties.py",
        ),
    ),
    "strength": (
        ("strength/*.py", "frame/bending.py"),
        (BY_HAND, "tests/core/test_strength.py", "tests/core/test_strength_together.py"),
    ),
    "gear": (
        ("gear/*.py",),
        (
            BY_HAND,
            "tests/core/test_carried.py",
            "tests/core/test_moving.py",
            "tests/core/test_raising.py",
            "tests/core/test_moving_chart.py",
            "tests/core/test_way.py",
        ),
    ),
    "ground": (("ground/*.py",), (BY_HAND, "tests/core/test_ground.py")),
    "stock": (("stock/*.py",), (BY_HAND, "tests/core/test_stock.py", "tests/core/test_covering.py")),
    "mass": (
        ("frame/mass.py", "frame/fixings.py"),
        (BY_HAND, "tests/core/test_fixings.py", "tests/core/test_shapes_by_hand.py"),
    ),
}
BY = 0.1
SEED, SAMPLE, MUST_DIE = 11, 60, 0.9
LONGEST_S = 150
MAY_MOVE = "may move"


@dataclass(frozen=True)
class Mutant:
    """One changed source of a module, and what was changed, in words."""

    module: str
    source: str
    what: str


def modules(package: str) -> list[Path]:
    """The files of a package."""
    return sorted(
        file for pattern in PACKAGES[package][0] for file in CORE.glob(pattern) if file.name != "__init__.py"
    )


def name_of(file: Path) -> str:
    """A file's name as it is imported."""
    return ".".join(file.relative_to(ROOT).with_suffix("").parts)


def constants(package: str) -> Iterator[Mutant]:
    """Every number of every constant, a tenth more and a tenth less."""
    for file in modules(package):
        text = file.read_text("utf-8")
        lines = text.splitlines()
        for node in ast.parse(text).body:
            targets = (
                node.targets
                if isinstance(node, ast.Assign)
                else [node.target]
                if isinstance(node, ast.AnnAssign)
                else []
            )
            named = [one.id for target in targets for one in ast.walk(target) if isinstance(one, ast.Name)]
            if not named or not all(name.lstrip("_").isupper() for name in named):
                continue
            for one in ast.walk(node.value) if node.value else ():
                if not isinstance(one, ast.Constant) or isinstance(one.value, (bool, str)) or not one.value:
                    continue
                if MAY_MOVE in lines[one.lineno - 1] or MAY_MOVE in lines[node.lineno - 1]:
                    continue
                for factor in (1 + BY, 1 - BY):
                    yield _moved(file, lines, one, factor, " ".join(named))


def _moved(file: Path, lines: list[str], one: ast.Constant, factor: float, names: str) -> Mutant:
    value = one.value
    assert isinstance(value, (int, float))
    moved: float = value * factor
    if isinstance(value, int):
        moved = round(moved) if round(moved) != value else value + (1 if factor > 1 else -1)
    row = lines[one.lineno - 1].encode()
    assert one.end_col_offset is not None
    changed = (row[: one.col_offset] + repr(moved).encode() + row[one.end_col_offset :]).decode()
    source = "\n".join([*lines[: one.lineno - 1], changed, *lines[one.lineno :]]) + "\n"
    return Mutant(
        name_of(file), source, f"{file.relative_to(ROOT)}:{one.lineno} {names}: {value} -> {moved:g}"
    )


def functions(package: str) -> list[Mutant]:
    """Sixty mutants of functions, the same ones each time."""
    found: list[Mutant] = []
    for file in modules(package):
        text = file.read_text("utf-8")
        module, mutations, _, _ = create_mutations(str(file), text)
        for each in mutations:
            before, after = (
                cst.Module([]).code_for_node(node) for node in (each.original_node, each.mutated_node)
            )
            if '"' in before or "'" in before or isinstance(each.original_node, cst.SimpleString):
                continue  # words apart
            changed = deep_replace(module, each.original_node, each.mutated_node)
            assert isinstance(changed, cst.Module)
            found.append(
                Mutant(
                    name_of(file),
                    changed.code,
                    f"{file.relative_to(ROOT)}: {' '.join(before.split())[:60]} -> {' '.join(after.split())[:60]}",
                )
            )
    return random.Random(SEED).sample(found, min(SAMPLE, len(found)))


def survives(mutant: Mutant, tests: tuple[str, ...]) -> bool:
    """Do the package's tests all pass on it?"""
    with tempfile.NamedTemporaryFile("w", suffix=".py", encoding="utf-8") as file:
        file.write(mutant.source)
        file.flush()
        env = {
            **os.environ,
            "MUTANT_MODULE": mutant.module,
            "MUTANT_SOURCE": file.name,
            "PYTHONDONTWRITEBYTECODE": "1",
        }
        command = [
            sys.executable,
            "-m",
            "pytest",
            "-x",
            "-q",
            "--no-header",
            "-p",
            "tests.mutant_loader",
            *tests,
        ]
        try:
            done = subprocess.run(
                command, cwd=ROOT, env=env, capture_output=True, check=False, timeout=LONGEST_S
            )
        except subprocess.TimeoutExpired:
            return False
    return done.returncode == 0


def try_all(package: str, kind: str) -> tuple[int, list[str]]:
    """How many mutants there were, and those that survived."""
    tried = list(constants(package) if kind == "constants" else functions(package))
    tests = PACKAGES[package][1]
    with ThreadPoolExecutor(os.cpu_count() or 2) as pool:
        lived = list(pool.map(lambda one: survives(one, tests), tried))
    return len(tried), [one.what for one, alive in zip(tried, lived, strict=True) if alive]


def main() -> int:
    """Try what is named, else everything; tell what survived."""
    named = sys.argv[1:]
    kinds = [one for one in ("constants", "functions") if one in named] or ["constants", "functions"]
    packages = [one for one in PACKAGES if one in named] or list(PACKAGES)
    good = True
    for kind in kinds:
        for package in packages:
            begun = time.monotonic()
            count, lived = try_all(package, kind)
            died = (count - len(lived)) / max(count, 1)
            enough = not lived if kind == "constants" else died >= MUST_DIE
            good = good and enough
            print(
                f"{package} {kind}: {count - len(lived)} of {count} died ({died:.0%}) in {time.monotonic() - begun:.0f} s{'' if enough else ': too few'}",
                flush=True,
            )
            for what in lived:
                print(f"    lives: {what}", flush=True)
    return 0 if good else 1


if __name__ == "__main__":
    sys.exit(main())
