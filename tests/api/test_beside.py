"""Work shared with processes beside: the same answers, whoever gives them and whatever becomes of them."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import threading
import time
from contextlib import suppress
from datetime import date
from pathlib import Path

import pytest

from ergamot.core.balance.propose import proposed
from ergamot.core.balance.search.executor import InLine
from ergamot.core.balance.starts import starts
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.shapes import SHAPES
from ergamot.workers.beside import Beside
from ergamot.workers.processes import Processes
from tests.depth import deep, some
from tests.strategies import CATALOGUE as C


@pytest.fixture(scope="module")
def two():
    with Processes(2, nicer=0) as processes:
        yield processes


def sticks(catalogue, shape):
    return shape, len(build(make_design(catalogue, shape, {}), catalogue).members), os.getpid()


def refused(catalogue, shape):
    if shape == "coop":
        raise OutOfRange("shape", shape, "another")
    return shape


def test_each_is_answered_in_its_order_by_more_than_one(two):
    over = [*SHAPES] * 6
    alone = InLine(C).each(sticks, over)
    shared = Beside(two, ()).each(sticks, over)
    assert [one[:2] for one in shared] == [one[:2] for one in alone]
    assert len({pid for _, _, pid in shared}) > 1
    assert Beside(two, ()).each(sticks, []) == []


def test_what_a_killed_one_had_is_worked_out_all_the_same_and_another_begun(two):
    killed = kill_all(two)
    over = [*SHAPES] * 3
    shared = Beside(two, ()).each(sticks, over)
    assert [one[0] for one in shared] == over
    assert two._pool is not killed
    assert two.worked((), sticks, "hoop")[2] != os.getpid()


def test_who_is_begun_again_does_not_end_with_the_thread_that_began_it(two):
    kill_all(two)
    answers = []

    def again():
        answers.extend(two.worked((), sticks, "hoop") for _ in range(2))

    thread = threading.Thread(target=again)
    thread.start()
    thread.join()
    here, helped = (pid for _, _, pid in answers)
    begun = two._pool
    assert here == os.getpid() != helped
    after = [two.worked((), sticks, "hoop")[2] for _ in range(4)]
    assert os.getpid() not in after
    assert two._pool is begun


def kill_all(processes):
    """Kill all that help, and wait until that is noticed; the pool they were of."""
    pool = processes._pool
    for victim in [*pool._processes]:
        os.kill(victim, signal.SIGKILL)
    pool._executor_manager_thread.join()
    return pool


@pytest.mark.parametrize("over", some([["low-pen", "coop"], ["coop", "low-pen"], ["coop"]], 2))
def test_a_refusal_is_told_whoever_meets_with_it(two, over):
    with pytest.raises(OutOfRange):
        Beside(two, ()).each(refused, over)
    assert Beside(two, ()).each(refused, ["hoop"]) == ["hoop"]


@deep
def test_starts_are_the_same_and_kept_for_who_begins_from_them(two):
    flock = make_flock(C, "broiler-slow", 9, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    farm = make_conditions(C)
    alone = starts(C, flock, farm)
    other = make_conditions(C, hottest_c=farm.hottest_c + 0.5)  # nothing of it is remembered
    shared = starts(C, flock, other, Beside(two, ()))
    assert [one.design for one in shared] == [one.design for one in alone]
    for one in shared:
        given = tuple(SHAPES[one.design.shape].school_of(one.school).items())
        assert proposed(C, flock, other, one.design.shape, given) is one.found


@pytest.mark.parametrize("after_s", some([0.0, 3.0, 0.3], 2))
def test_who_helps_ends_with_whom_it_helps_however_early_that_is_killed(after_s):
    """Killed before its helpers are up, while they are getting up, or later."""
    begin = "import os, sys, time; from ergamot.workers.processes import Processes; two = Processes(2); print(os.getpid(), flush=True)"
    with subprocess.Popen(
        [sys.executable, "-c", f"{begin}; time.sleep(60)"], stdout=subprocess.PIPE, start_new_session=True
    ) as one:
        assert one.stdout
        one.stdout.readline()
        time.sleep(after_s)
        one.kill()
    until = time.monotonic() + 60
    while left := [other for other in helpers() if session_of(other) == one.pid]:
        assert time.monotonic() < until, left
        time.sleep(0.1)


def helpers():
    """Processes that were spawned to help."""
    for other in Path("/proc").glob("[0-9]*/cmdline"):
        with suppress(OSError):
            if b"spawn_main" in other.read_bytes():
                yield int(other.parent.name)


def session_of(process):
    with suppress(OSError):
        return os.getsid(process)
