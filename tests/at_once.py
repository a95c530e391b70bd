"""Several things done at the same moment, each in a thread of its own."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier
from typing import TypeVar

Made = TypeVar("Made")
LONGEST_S = 300  # far more than a slow machine takes; whoever never comes is told, not waited for


def at_once(tasks: Sequence[Callable[[], Made]]) -> list[Made]:
    """What each task gave, all begun together; what one of them raises is raised here."""
    together = Barrier(len(tasks), timeout=LONGEST_S)

    def begun(task: Callable[[], Made]) -> Made:
        together.wait()
        return task()

    with ThreadPoolExecutor(len(tasks)) as pool:
        return list(pool.map(begun, tasks))
