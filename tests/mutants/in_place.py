"""A changed source taken over into what is loaded already, and into all that is worked from it at import.

Loading the core and collecting its tests anew takes longer than finding a mutant with them. A function changed within
gets its new code; a constant gets its new value, in its own module and wherever it was imported, and every constant
that is worked from it is worked again. What cannot be taken over truly (a class, a default, a decorator) is told, and is
loaded anew instead (`tests.mutants.anew`).
"""

from __future__ import annotations
import __future__

import ast
import functools
import sys
from collections import deque
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from types import CodeType, FunctionType, ModuleType

from tests.mutants.packages import ROOT

OURS = ("ergamot", "tests", "conftest")
READERS = ("load_catalogue",)  # what they give is worked from no figure of the packages
MOST_STEPS = 2000  # a name that is worked from itself would go on for ever
Definition = ast.FunctionDef | ast.AsyncFunctionDef | ast.ClassDef


class NotInPlace(Exception):
    """What was changed must be loaded anew."""


@dataclass(frozen=True)
class Statement:
    """A line of a module: the names it binds, and those it reads while the module is imported."""

    node: ast.stmt
    binds: frozenset[str]
    reads: frozenset[str]

    @property
    def gives_values(self) -> bool:
        """Can it be run again, with nothing but values coming of it?"""
        return isinstance(self.node, ast.Assign | ast.AnnAssign) and not self.binds & self.reads


@dataclass(frozen=True)
class Loaded:
    """A module, its lines, and what it took from others: (module, name, as it is called here)."""

    module: ModuleType
    statements: tuple[Statement, ...]
    taken: tuple[tuple[str, str, str], ...]


class _AtImport(ast.NodeVisitor):
    """The names a statement reads while its module is imported: `name`, or `name.attribute`."""

    def __init__(self) -> None:
        self.names: set[str] = set()

    def visit_Name(self, node: ast.Name) -> None:
        if isinstance(node.ctx, ast.Load):
            self.names.add(node.id)

    def visit_Attribute(self, node: ast.Attribute) -> None:
        if isinstance(node.value, ast.Name):
            self.names.add(f"{node.value.id}.{node.attr}")
        self.generic_visit(node)

    def visit_FunctionDef(self, node: ast.FunctionDef | ast.AsyncFunctionDef) -> None:
        for one in (*node.decorator_list, *node.args.defaults, *node.args.kw_defaults):
            if one is not None:
                self.visit(one)

    def visit_AsyncFunctionDef(self, node: ast.AsyncFunctionDef) -> None:
        self.visit_FunctionDef(node)

    def visit_Lambda(self, node: ast.Lambda) -> None:
        for one in (*node.args.defaults, *node.args.kw_defaults):
            if one is not None:
                self.visit(one)

    def visit_AnnAssign(self, node: ast.AnnAssign) -> None:
        if node.value is not None:
            self.visit(node.value)


def _statement(node: ast.stmt) -> Statement:
    seen = _AtImport()
    seen.visit(node)
    if isinstance(node, Definition):
        return Statement(node, frozenset({node.name}), frozenset(seen.names))
    targets = node.targets if isinstance(node, ast.Assign) else [getattr(node, "target", node)]
    binds = {
        one.id
        for target in targets
        for one in ast.walk(target)
        if isinstance(one, ast.Name) and isinstance(one.ctx, ast.Store)
    }
    return Statement(node, frozenset(binds), frozenset(seen.names))


def _loaded(module: ModuleType, source: str) -> Loaded:
    tree = ast.parse(source)
    taken = tuple(
        (one.module, each.name, each.asname or each.name)
        for one in tree.body
        if isinstance(one, ast.ImportFrom) and one.module
        for each in one.names
    )
    return Loaded(module, tuple(map(_statement, tree.body)), taken)


@functools.cache
def all_loaded() -> tuple[Loaded, ...]:
    """Every module of ours that is imported."""
    return tuple(
        _loaded(module, Path(file).read_text("utf-8"))
        for name, module in sorted(sys.modules.items())
        if name.split(".")[0] in OURS
        and not name.startswith("tests.mutants")
        and (file := getattr(module, "__file__", None))
        and file.startswith(str(ROOT))
    )


def take_over(module: str, source: str, tests: frozenset[str]) -> None:
    """Make a loaded module what a source says, and all that is worked from it.

    Args: its dotted name; the source; the dotted names of test modules, whose pens are built and weighed again.
    Raises: NotInPlace, with nothing promised of what is loaded: the process is to be thrown away.
    """
    for one in all_loaded():
        for name, held in vars(one.module).items():
            if isinstance(held, functools._lru_cache_wrapper) and name not in READERS:
                held.cache_clear()
    own = next(one for one in all_loaded() if one.module.__name__ == module)
    changed = deque[tuple[Loaded, str]]()
    new, code = ast.parse(source).body, compile(source, own.module.__file__ or module, "exec")
    if len(new) != len(own.statements):
        raise NotInPlace("a line more or less")
    for was, now in zip(own.statements, map(_statement, new), strict=True):
        if ast.dump(was.node) == ast.dump(now.node):
            continue
        if isinstance(was.node, Definition) and isinstance(now.node, Definition):
            _take_code(own.module.__dict__, was.node, now.node, code)
        else:
            changed.extend(_run(own, now))
    _follow(changed)
    for one in all_loaded():
        if one.module.__name__ in tests:
            _follow(deque(_built_again(one)), strict=False)


def _follow(changed: deque[tuple[Loaded, str]], strict: bool = True) -> None:
    """Take changed names over wherever they are imported, and work anew what is worked from them; where not `strict`, what
    cannot be keeps the old."""
    for _ in range(MOST_STEPS):
        if not changed:
            return
        where, name = changed.popleft()
        value = where.module.__dict__[name]
        for one in all_loaded():
            for called in _called(one, where, name):
                if called in one.module.__dict__ and one is not where:
                    one.module.__dict__[called] = value
                for statement in one.statements:
                    if called in statement.reads and (strict or statement.gives_values):
                        changed.extend(_run(one, statement))
    raise NotInPlace("worked from itself")


def _called(reader: Loaded, where: Loaded, name: str) -> Iterator[str]:
    """What a module calls a name of another, or of its own."""
    if reader is where:
        yield name
    for source, taken, called in reader.taken:
        if (source, taken) == (where.module.__name__, name):
            yield called
        elif f"{source}.{taken}" == where.module.__name__:
            yield f"{called}.{name}"


def _run(where: Loaded, statement: Statement) -> Iterator[tuple[Loaded, str]]:
    """Run a line again in its own module; the names that have another value now."""
    if not statement.gives_values:
        raise NotInPlace(ast.unparse(statement.node)[:60])
    code = compile(
        ast.Module([statement.node], []),
        where.module.__file__ or "",
        "exec",
        flags=__future__.annotations.compiler_flag,
    )
    exec(code, where.module.__dict__)
    return ((where, name) for name in sorted(statement.binds))


def _built_again(test: Loaded) -> Iterator[tuple[Loaded, str]]:
    """What a test module worked with our functions as it was imported, worked again by the changed ones."""
    ours = {called for source, _, called in test.taken if source.split(".")[0] in OURS} - set(READERS)
    for statement in test.statements:
        calls = {
            one.func.id
            for one in ast.walk(statement.node)
            if isinstance(one, ast.Call) and isinstance(one.func, ast.Name)
        }
        if statement.gives_values and calls & ours:
            yield from _run(test, statement)


def _take_code(held: dict[str, object], was: Definition, now: Definition, code: CodeType) -> None:
    """A function's new code, or that of a class's changed functions."""
    inner = next(
        (one for one in code.co_consts if isinstance(one, CodeType) and one.co_name == was.name), None
    )
    if inner is None or type(was) is not type(now) or was.name != now.name:
        raise NotInPlace(was.name)
    if isinstance(was, ast.ClassDef) and isinstance(now, ast.ClassDef):
        if len(was.body) != len(now.body) or _head(was) != _head(now):
            raise NotInPlace(was.name)
        made = held[was.name]
        for old, new in zip(was.body, now.body, strict=True):
            if ast.dump(old) == ast.dump(new):
                continue
            if not isinstance(old, Definition) or not isinstance(new, Definition):
                raise NotInPlace(was.name)
            _take_code(dict(vars(made)), old, new, inner)
        return
    if _head(was) != _head(now):
        raise NotInPlace(was.name)
    function = _function(held[was.name])
    if function.__code__.co_freevars != inner.co_freevars:
        raise NotInPlace(was.name)
    function.__code__ = inner


def _head(node: Definition) -> str:
    """All of a definition that is worked when it is defined."""
    seen = [ast.dump(one) for one in node.decorator_list]
    if isinstance(node, ast.ClassDef):
        return " ".join([*seen, *map(ast.dump, node.bases)])
    return " ".join([*seen, ast.dump(node.args)])


def _function(held: object) -> FunctionType:
    """The function under what decorates it."""
    for name in ("fget", "func", "__func__"):
        held = getattr(held, name, None) or held
    while not isinstance(held, FunctionType):
        wrapped = getattr(held, "__wrapped__", None)
        if wrapped is None:
            raise NotInPlace(str(held))
        held = wrapped
    while (wrapped := getattr(held, "__wrapped__", None)) is not None:
        held = wrapped
    return held
