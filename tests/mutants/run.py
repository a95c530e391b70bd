"""Mutants tried, each in a process of its own, until a test fails on it.

First in place: the tests are collected once, and each process takes one mutant over into what is loaded. What cannot be
taken over is tried with everything loaded anew, and so is a constant that lives: it may be worked into something at import.
"""

from __future__ import annotations

import gc
import json
import os
import signal
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterable
from contextlib import redirect_stdout
from dataclasses import dataclass, field

import pytest

from tests.mutants.anew import install
from tests.mutants.in_place import all_loaded, take_over
from tests.mutants.made import Mutant, unchanged
from tests.mutants.packages import PACKAGES

LONGEST_S, SO_MUCH_LONGER = 150, 5
NOT_IN_PLACE = 97  # no code pytest ends with
DIED = 1
SELDOM, OF_ITS_MODULE = 0.2, 10.0  # what a test that found none counts for, and one of the same module


class FailsAsItStands(Exception):
    """A package's own tests fail on it as it stands, so that they tell nothing of a mutant."""


@dataclass
class Finders:
    """The tests of a package, those first that for their time are likeliest to find a mutant."""

    items: list[pytest.Item]
    took_s: dict[str, float] = field(default_factory=dict)
    # by (test, module), and by (test, "") of all modules
    found: Counter[tuple[str, str]] = field(default_factory=Counter)

    @property
    def longest_s(self) -> int:
        """A mutant that is not through by then never ends, and has died."""
        return max(LONGEST_S, round(SO_MUCH_LONGER * sum(self.took_s.values())))

    def in_order(self, module: str) -> list[pytest.Item]:
        """By how often each found one of this module, or of another, over how long it takes."""

        def waits(item: pytest.Item) -> float:
            mine, all_told = self.found[item.nodeid, module], self.found[item.nodeid, ""]
            return self.took_s.get(item.nodeid, 0.0) / (SELDOM + all_told + OF_ITS_MODULE * mine)

        return sorted(self.items, key=waits)

    def finds(self, module: str, test: str) -> None:
        """A test found a mutant of a module."""
        self.found[test, module] += 1
        self.found[test, ""] += 1


class InPlace:
    """A pytest plugin: instead of running what is collected, it tries mutants on it."""

    def __init__(self, work: Callable[[InPlace], None]):
        self.work = work
        self.items: list[pytest.Item] = []
        self.finders: dict[str, Finders] = {}
        self.failed: FailsAsItStands | None = None

    def pytest_runtestloop(self, session: pytest.Session) -> bool:
        """Do the work in place of the tests."""
        self.items = list(session.items)
        all_loaded()
        gc.freeze()
        try:
            self.work(self)
        except FailsAsItStands as why:
            self.failed = why
        return True

    def lived(
        self, package: str, tried: list[Mutant], say: Callable[[str], None]
    ) -> tuple[list[Mutant], list[Mutant]]:
        """Those no test of the package fails on, told as they are found, and those that must be loaded anew."""
        tests = PACKAGES[package][1]
        names = frozenset(
            test.removesuffix(".py").replace("/", ".") for test in tests if test.startswith("tests")
        )
        if package not in self.finders:
            self.finders[package] = self._as_it_stands(package, names)
        finders = self.finders[package]
        lives: list[Mutant] = []
        left: list[Mutant] = []

        def starts(mutant: Mutant) -> Apart:
            items = finders.in_order(mutant.module)
            return _apart(lambda tell: _tried_in_place(mutant, names, items, tell), finders.longest_s)

        for mutant, ended in _side_by_side(tried, starts):
            if ended.code == NOT_IN_PLACE:
                left.append(mutant)
            elif not ended.code:
                lives.append(mutant)
                say(f"    lives in place: {mutant.what}")
            elif ended.told:
                finders.finds(mutant.module, ended.told[-1])
        return lives, left

    def _as_it_stands(self, package: str, names: frozenset[str]) -> Finders:
        """The tests of a package, which must pass, and how long each takes."""
        items = [one for one in self.items if one.nodeid.startswith(PACKAGES[package][1])]
        whole = _ended(_apart(lambda tell: _tried_in_place(unchanged(package), names, items, tell), 0))
        if whole.code:
            raise FailsAsItStands(f"{package}: {whole.told[-1:]} fails as it stands")
        return Finders(items, json.loads(whole.told[-1]))


@dataclass(frozen=True)
class Apart:
    """A process that was started, and the end of the pipe it tells through."""

    pid: int
    reads: int


@dataclass(frozen=True)
class Ended:
    """How a process ended, and the lines it told."""

    code: int
    told: list[str]


Tell = Callable[[str], None]


def _apart(runs: Callable[[Tell], int], longest_s: int) -> Apart:
    """Run something in a process of its own for so many seconds, 0 without end; its exit code is what it gives."""
    reads, writes = os.pipe()
    pid = os.fork()
    if pid:
        os.close(writes)
        return Apart(pid, reads)
    code = DIED
    try:
        signal.alarm(longest_s)
        os.close(reads)
        nowhere = os.open(os.devnull, os.O_WRONLY)
        os.dup2(nowhere, 1)
        os.dup2(nowhere, 2)
        code = runs(lambda line: _write(writes, line))
    finally:
        os._exit(code)


def _write(to: int, line: str) -> None:
    left = f"{line}\n".encode()
    while left:
        left = left[os.write(to, left) :]


def _ended(one: Apart) -> Ended:
    with os.fdopen(one.reads) as pipe:
        told = pipe.read().splitlines()
    _, status = os.waitpid(one.pid, 0)
    return Ended(os.waitstatus_to_exitcode(status), told)


def _side_by_side(tried: list[Mutant], starts: Callable[[Mutant], Apart]) -> Iterable[tuple[Mutant, Ended]]:
    """Each mutant's end as it comes, as many under way at a time as there are processors."""
    waiting, under_way = tried[::-1], dict[int, tuple[Mutant, Apart]]()
    while waiting or under_way:
        while waiting and len(under_way) < (os.cpu_count() or 2):
            mutant = waiting.pop()
            begun = starts(mutant)
            under_way[begun.pid] = mutant, begun
        pid = os.waitid(os.P_ALL, 0, os.WEXITED | os.WNOWAIT)
        assert pid is not None
        mutant, begun = under_way.pop(pid.si_pid)
        yield mutant, _ended(begun)


def _all_run(items: list[pytest.Item], tell: Tell) -> int:
    """Every test; how long each took, or the first that fails."""
    took: dict[str, float] = {}
    for item, after in _with_next(items):
        begun = time.monotonic()
        item.config.hook.pytest_runtest_protocol(item=item, nextitem=after)
        took[item.nodeid] = time.monotonic() - begun
        if item.session.testsfailed:
            tell(item.nodeid)
            return DIED
    tell(json.dumps(took))
    return 0


def _tried_in_place(mutant: Mutant, tests: frozenset[str], items: list[pytest.Item], tell: Tell) -> int:
    try:
        take_over(mutant.module, mutant.source, tests)
    except Exception as why:  # whatever it was, it is no test that failed
        tell(repr(why))
        return NOT_IN_PLACE
    return _all_run(items, tell)


def _with_next(items: list[pytest.Item]) -> Iterable[tuple[pytest.Item, pytest.Item | None]]:
    return zip(items, [*items[1:], None], strict=True)


def in_place(work: Callable[[InPlace], None]) -> None:
    """Collect all packages' tests once, and do a work with them."""
    files = sorted({test for _, tests in PACKAGES.values() for test in tests})
    plugin = InPlace(work)
    with open(os.devnull, "w") as nowhere, redirect_stdout(nowhere):
        # a limit for each test would set the one clock there is anew
        pytest.main(["-q", "--timeout=0", *files], plugins=[plugin])
    if plugin.failed:
        raise plugin.failed


def forget() -> None:
    """What a mutant may change is forgotten, so that each process loads it; all else stays imported."""
    for name in [
        one for one in sys.modules if one.split(".")[0] in ("ergamot", "tests", "launch", "conftest")
    ]:
        del sys.modules[name]
    gc.freeze()


def lived_anew(package: str, tried: list[Mutant], longest_s: int) -> set[Mutant]:
    """Those that no test fails on with everything loaded anew, each given so many seconds."""
    if not tried:
        return set()

    def runs(mutant: Mutant) -> int:
        install(mutant.module, mutant.source)
        return int(pytest.main(["-x", "-q", "--no-header", "--timeout=0", *PACKAGES[package][1]]))

    def starts(mutant: Mutant) -> Apart:
        return _apart(lambda tell: runs(mutant), longest_s)

    as_it_stands = unchanged(package)
    lived = {mutant for mutant, ended in _side_by_side([as_it_stands, *tried], starts) if not ended.code}
    if as_it_stands not in lived:
        raise FailsAsItStands(f"{package}: loaded anew, its tests fail as it stands")
    return lived - {as_it_stands}
