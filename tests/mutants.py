"""python -m tests.mutants [constants | functions] [package ...]: does a figure that moves make a test fail?

Constants: every number of a module's constants, a tenth more and a tenth less, one at a time, against the tests of its
own package; a line that says why it `may move` is left out. Functions: sixty seeded mutants a package, made by mutmut's
operators, words apart; nine in ten must die. Run by `make mutants`; not part of `make test`.
"""

from __future__ import annotations

import ast
import gc
import os
import random
import signal
import sys
import time
from collections.abc import Iterator
from contextlib import redirect_stdout
from dataclasses import dataclass
from pathlib import Path

import libcst as cst
import pytest
from mutmut.mutation.file_mutation import create_mutations, deep_replace

from tests.mutant_loader import install

ROOT = Path(__file__).resolve().parents[1]
CORE = ROOT / "ergamot" / "core"
BY_HAND = "tests/core/test_whole_pens.py"
# Modules of a package, and the tests that are its own
PACKAGES: dict[str, tuple[tuple[str, ...], tuple[str, ...]]] = {
    "weather": (
        ("weather/*.py",),
        (
            BY_HAND,
            "tests/core/test_weather_by_hand.py",
            "tests/core/test_pressure.py",
            "tests/core/test_wind.py",
            "tests/core/test_wind_told.py",
            "tests/core/test_anchors.py",
            "tests/core/test_ties.py",
            "tests/core/test_pocket.py",
        ),
    ),
    "strength": (
        ("strength/*.py", "frame/bending.py"),
        (
            BY_HAND,
            "tests/core/test_strength_by_hand.py",
            "tests/core/test_strength.py",
            "tests/core/test_strength_together.py",
            "tests/core/test_pocket.py",
            "tests/core/test_grades.py",
            "tests/core/test_pipe_kit.py",
            "tests/core/test_pole.py",
            "tests/core/test_steel_base.py",
        ),
    ),
    "gear": (
        ("gear/*.py",),
        (
            BY_HAND,
            "tests/core/test_gear_by_hand.py",
            "tests/core/test_gear_edges.py",
            "tests/core/test_moving_by_hand.py",
            "tests/core/test_carried.py",
            "tests/core/test_moving.py",
            "tests/core/test_raising.py",
            "tests/core/test_moving_chart.py",
            "tests/core/test_way.py",
            "tests/core/test_grades.py",
        ),
    ),
    "ground": (
        ("ground/*.py",),
        (BY_HAND, "tests/core/test_ground.py", "tests/core/test_field.py", "tests/core/test_season.py"),
    ),
    "stock": (
        ("stock/*.py",),
        (
            BY_HAND,
            "tests/core/test_stock_by_hand.py",
            "tests/core/test_stock.py",
            "tests/core/test_covering.py",
        ),
    ),
    "mass": (
        ("frame/mass.py", "frame/fixings.py"),
        (
            BY_HAND,
            "tests/core/test_mass_by_hand.py",
            "tests/core/test_fixings.py",
            "tests/core/test_shapes_by_hand.py",
        ),
    ),
}
BY = 0.1
SEED, SAMPLE, MUST_DIE = 11, 60, 0.9
LONGEST_S = 150
MAY_MOVE = "may move"
EXAMPLES = "10"  # of each property: a mutant that only the eleventh finds is not found


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


def ready() -> None:
    """Everything that is not ours is imported once; what a mutant may change is forgotten again."""
    with open(os.devnull, "w") as nowhere, redirect_stdout(nowhere):
        pytest.main(["--collect-only", "-q", *{test for _, tests in PACKAGES.values() for test in tests}])
    for name in [
        one for one in sys.modules if one.split(".")[0] in ("ergamot", "tests", "launch", "conftest")
    ]:
        del sys.modules[name]
    gc.freeze()


def _tried_apart(mutant: Mutant, tests: tuple[str, ...]) -> int:
    """A process of its own in which the tests run on a mutant: its pid, its exit code theirs."""
    pid = os.fork()
    if pid:
        return pid
    code = 1
    try:
        signal.alarm(LONGEST_S)  # a mutant that never ends has died
        nowhere = os.open(os.devnull, os.O_WRONLY)
        os.dup2(nowhere, 1)
        os.dup2(nowhere, 2)
        install(mutant.module, mutant.source)
        # a limit for each test would set the one clock there is anew
        code = int(pytest.main(["-x", "-q", "--no-header", "--timeout=0", *tests]))
    finally:
        os._exit(code)


def try_all(package: str, kind: str) -> tuple[int, list[str]]:
    """How many mutants there were, and those on which all the package's tests pass."""
    first = modules(package)[0]
    unchanged = Mutant(name_of(first), first.read_text("utf-8"), "nothing")
    tried = list(constants(package) if kind == "constants" else functions(package))
    lived = _lived([unchanged, *tried], PACKAGES[package][1])
    if unchanged not in lived:
        raise SystemExit(f"{package}: its tests fail as it stands, so they tell nothing of a mutant")
    return len(tried), [one.what for one in tried if one in lived]


def _lived(tried: list[Mutant], tests: tuple[str, ...]) -> set[Mutant]:
    """Those on which all tests pass, as many tried at a time as there are processors."""
    waiting, under_way, lived = tried[::-1], dict[int, Mutant](), set[Mutant]()
    while waiting or under_way:
        while waiting and len(under_way) < (os.cpu_count() or 2):
            mutant = waiting.pop()
            under_way[_tried_apart(mutant, tests)] = mutant
        pid, status = os.wait()
        mutant = under_way.pop(pid)
        if status == 0:
            lived.add(mutant)
    return lived


def main() -> int:
    """Try what is named, else everything; tell what survived."""
    named = sys.argv[1:]
    kinds = [one for one in ("constants", "functions") if one in named] or ["constants", "functions"]
    packages = [one for one in PACKAGES if one in named] or list(PACKAGES)
    good = True
    os.environ["EXAMPLES"] = EXAMPLES
    ready()
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
