"""Changed sources: every number of a module's constants moved, and functions changed by mutmut's operators."""

from __future__ import annotations

import ast
import random
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import libcst as cst
from mutmut.mutation.file_mutation import Mutation, create_mutations, deep_replace

from tests.mutants.packages import ROOT, modules, name_of

BY = 0.1
SEED, SAMPLE = 11, 60
MAY_MOVE = "may move"


@dataclass(frozen=True)
class Mutant:
    """One changed source of a module, and what was changed, in words."""

    module: str
    source: str
    what: str


def unchanged(package: str) -> Mutant:
    """A module of a package as it stands: on it all tests must pass."""
    first = modules(package)[0]
    return Mutant(name_of(first), first.read_text("utf-8"), "nothing")


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
    """Sixty mutants of a package, the same ones each time; those of a line that may move are none."""
    found: list[tuple[Path, cst.Module, Mutation]] = []
    for file in modules(package):
        module, mutations, _, _ = create_mutations(str(file), file.read_text("utf-8"))
        found += [(file, module, one) for one in mutations if not _of_words(one)]
    chosen = random.Random(SEED).sample(found, min(SAMPLE, len(found)))
    made = [(file, _changed(file, module, one)) for file, module, one in chosen]
    return [one for file, one in made if not _may_move(file, one)]


def _may_move(file: Path, one: Mutant) -> bool:
    lines = zip(file.read_text("utf-8").splitlines(), one.source.splitlines(), strict=False)
    return MAY_MOVE in next((was for was, now in lines if was != now), "")


def _of_words(one: Mutation) -> bool:
    return isinstance(one.original_node, cst.SimpleString) or bool(set("\"'") & set(_code(one.original_node)))


def _code(node: cst.CSTNode) -> str:
    return cst.Module([]).code_for_node(node)


def _changed(file: Path, module: cst.Module, one: Mutation) -> Mutant:
    changed = deep_replace(module, one.original_node, one.mutated_node)
    assert isinstance(changed, cst.Module)
    before, after = (" ".join(_code(node).split())[:60] for node in (one.original_node, one.mutated_node))
    return Mutant(name_of(file), changed.code, f"{file.relative_to(ROOT)}: {before} -> {after}")
