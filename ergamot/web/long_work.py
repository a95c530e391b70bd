"""Answers that take long stand in a line of their own, so that they cannot hold up those that are quick.

One is worked out at a time in each process, a few may wait, and who comes after them is told to ask again.
"""

from __future__ import annotations

import threading
from collections.abc import Callable, Iterator
from contextlib import ExitStack, contextmanager
from functools import wraps
from typing import ParamSpec, TypeVar

from flask import Response, current_app

from ergamot.core.balance.search.executor import Hands, InLine
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.errors import Busy
from ergamot.operations.work import Work

P = ParamSpec("P")
R = TypeVar("R")

HANDS = "hands"  # among the app's extensions
HandsOf = Callable[[OwnRows], Hands]
MOST_WAITING = 4  # fewer than the threads there are, which leaves some for quick answers
LONGEST_WAIT_S = 40.0


class Line:
    """A line in which one is served at a time."""

    def __init__(self, most_waiting: int = MOST_WAITING, longest_s: float = LONGEST_WAIT_S):
        self._counter = threading.Lock()
        self._places = threading.BoundedSemaphore(most_waiting + 1)
        self._longest_s = longest_s

    @contextmanager
    def turn(self) -> Iterator[None]:
        """Wait for one's turn and hold it; Busy when the line is full or does not move."""
        if not self._places.acquire(blocking=False):
            raise Busy("Several long answers are being worked out already. Ask again in a moment.")
        try:
            if not self._counter.acquire(timeout=self._longest_s):
                raise Busy("Other long answers take their time. Ask again in a moment.")
            try:
                yield
            finally:
                self._counter.release()
        finally:
            self._places.release()


LINE = Line()


def alone(own: OwnRows) -> Hands:
    """This process, one after another, with the catalogue that a farm's own rows make."""
    return InLine(merged(own))


def hands_for(work: Work) -> Hands:
    """Who works out what can be shared, for the farm of a unit of work: those the app was made with."""
    hands: HandsOf = current_app.extensions[HANDS]
    return hands(work.own_rows)


def takes_long(view: Callable[P, R]) -> Callable[P, R]:
    """A view that is worked out in its turn."""

    @wraps(view)
    def in_turn(*args: P.args, **kwargs: P.kwargs) -> R:
        with LINE.turn():
            return view(*args, **kwargs)

    return in_turn


def until_sent(parts: Iterator[str], mimetype: str) -> Response:
    """An answer whose parts are worked out as they are sent: its turn lasts until the last is out, or it is closed."""
    held = ExitStack()
    held.enter_context(LINE.turn())

    def in_turn() -> Iterator[str]:
        with held:
            yield from parts

    made = Response(in_turn(), mimetype=mimetype)
    made.call_on_close(held.close)
    return made
