"""The shapes a pen can have. A new shape is one module and one line here."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import UnknownChoice
from ergamot.core.frame import a_frame, coop, hoop, low_pen
from ergamot.core.frame.parameters import Parameter, Value
from ergamot.core.frame.parts.ties import TIE_PARAMETERS
from ergamot.core.frame.structure import Structure


def _as_chosen(values: Mapping[str, Value], _: Catalogue) -> dict[str, Value]:
    return dict(values)


@dataclass(frozen=True)
class Shape:
    """A family of pens: its parameters, what must hold between them, and how it is framed.

    `stops` gives, for a length, the values at which stock comes out whole; `settle` what a part the keeper has fixes.
    What any pen may have besides is among its `parameters` too.
    """

    key: str
    label: str
    own: tuple[Parameter, ...]
    check: Callable[[Mapping[str, Value], Catalogue], None]
    build: Callable[[Mapping[str, Value], Catalogue], Structure]
    stops: Callable[[str, Mapping[str, Value], Catalogue], tuple[float, ...]]
    settle: Callable[[Mapping[str, Value], Catalogue], dict[str, Value]] = _as_chosen

    @property
    def parameters(self) -> tuple[Parameter, ...]:
        return (*self.own, *TIE_PARAMETERS)


SHAPES: dict[str, Shape] = {
    "low-pen": Shape(
        "low-pen", "low pen", low_pen.PARAMETERS, low_pen.check, low_pen.build, low_pen.stops, low_pen.settle
    ),
    "a-frame": Shape("a-frame", "A-frame", a_frame.PARAMETERS, a_frame.check, a_frame.build, a_frame.stops),
    "hoop": Shape("hoop", "hoop", hoop.PARAMETERS, hoop.check, hoop.build, hoop.stops),
    "coop": Shape("coop", "walk-in coop", coop.PARAMETERS, coop.check, coop.build, coop.stops),
}


def shape_of(key: str) -> Shape:
    """Look a shape up by its key.

    Args: key, such as low-pen.
    Returns: the Shape.
    Raises: UnknownChoice.
    Source: common practice.

    >>> shape_of("low-pen").label
    'low pen'
    """
    if key not in SHAPES:
        raise UnknownChoice("shape", key, tuple(SHAPES))
    return SHAPES[key]
