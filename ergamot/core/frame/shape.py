"""A shape declares all that is its own: controls, rules, framing, what a proposal may try, its tools and its sketch."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from functools import cached_property

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.errors import UnknownChoice
from ergamot.core.finding import What
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.parts.anchorage import ANCHORAGE_PARAMETERS
from ergamot.core.frame.parts.built import BUILT_PARAMETER
from ergamot.core.frame.parts.openings import openings_of
from ergamot.core.frame.several import Several
from ergamot.core.frame.structure import Structure
from ergamot.core.frame.wanted import Wanted
from ergamot.core.units import FOOT_MM


@dataclass(frozen=True)
class Sketch:
    """Its end as a builder would sketch it, in a box 80 wide and 50 high, the ground at 45: SVG paths of its frame and
    of its cover; and a word on what it is good for."""

    frame: str
    cover: str
    note: str


@dataclass(frozen=True)
class Proposal:
    """What a proposal may try: widths in mm, the timber and running gear it begins with, what the birds want in it.

    `most_floor` is how much more floor than enough it may have where birds that lay must find a house in it.
    """

    widths_mm: tuple[float, ...]
    gears: tuple[Mapping[str, Value], ...]
    wants: Callable[[Wanted], dict[str, Value]]
    section: str = "2x3"
    most_floor: float = 1.3


@dataclass(frozen=True)
class School:
    """A way of building a shape that people know by a name of its own: what a proposal of it keeps, and whether some
    values are one."""

    key: str
    label: str
    values: Mapping[str, Value]
    sketch: Sketch
    is_one: Callable[[Mapping[str, Value]], bool]


def by(**asked: Value) -> Callable[[Mapping[str, Value]], bool]:
    """A way of building told by some of a pen's values.

    Args: asked, by name, in no unit: what each must be.
    Returns: whether values have all of them.
    Source: common practice.

    >>> by(roof_kind="mono")({"roof_kind": "mono", "pitch": 10.0})
    True
    """
    return lambda values: all(values.get(name) == value for name, value in asked.items())


@dataclass(frozen=True)
class Shape:
    """A family of pens: its own parameters, what must hold between them, how it is framed.

    `stops` gives, for a length, the values at which stock comes out whole; `settle` what a part the keeper has fixes;
    `remedies` the parameters most likely to mend each verdict, the likeliest first; the rest are tried after them.
    What any pen may have besides is among its `parameters` too. `faces` are the sides that can have openings of the
    keeper's own, by the names its profile gives them, `schools` the ways of building it that have names of their own.
    """

    key: str
    label: str
    own: tuple[Parameter, ...]
    check: Callable[[Mapping[str, Value], Catalogue], None]
    build: Callable[[Mapping[str, Value], Catalogue], Structure]
    stops: Callable[[str, Mapping[str, Value], Catalogue], tuple[float, ...]]
    proposal: Proposal
    remedies: Mapping[str, tuple[str, ...]]
    tools: tuple[Tool, ...]
    sketch: Sketch
    settle: Callable[[Mapping[str, Value], Catalogue], dict[str, Value]] = lambda values, _: dict(values)
    faces: tuple[Choice, ...] = ()
    schools: tuple[School, ...] = ()

    def school_of(self, key: str) -> Mapping[str, Value]:
        """What makes a school of it; nothing for the shape as it usually is. Raises UnknownChoice."""
        known = {one.key: one.values for one in self.schools}
        if key and key not in known:
            raise UnknownChoice("school", key, tuple(known))
        return known.get(key, {})

    def called(self, values: Mapping[str, Value]) -> str:
        """What a pen of some values is called: by the first way of building it is one of, else as the shape."""
        return next((one.label for one in self.schools if one.is_one(values)), self.label)

    @cached_property
    def parameters(self) -> tuple[Parameter, ...]:
        """Its own and what any pen may have besides, but for what could never matter to it."""
        every = (*self.own, *ANCHORAGE_PARAMETERS, BUILT_PARAMETER)
        offered = {one.name: {choice.key for choice in one.choices} for one in every if one.choices}
        return tuple(
            one
            for one in every
            if one.only_if is None or offered.get(one.only_if[0], {*one.only_if[1:]}) & {*one.only_if[1:]}
        )

    @cached_property
    def openings(self) -> Several:
        """What can be chosen about each opening of the keeper's own."""
        return openings_of(self.faces)

    def declared(self, names: Iterable[str]) -> tuple[Parameter, ...]:
        """Its parameters, and those of the openings that some names are of."""
        return (
            *self.parameters,
            *(one for n in self.openings.numbers(names) for one in self.openings.named(n)),
        )


OVER_HUMPS_MM = 65.0  # so far do boards raise a pen that goes over the humps of a usual field; judgement


def feet(*widths: int) -> tuple[float, ...]:
    """Widths in whole feet: cross rails of them come in twos and threes out of stock.

    Args: widths, feet, each 1 or more.
    Returns: mm.
    Source: stock lengths of North American lumber.

    >>> feet(4, 8)
    (1219.2, 2438.4)
    """
    return tuple(round(width * FOOT_MM, 1) for width in widths)


def usual_gears(
    *, wheels: tuple[str, ...], swung: str, held: Mapping[str, Value]
) -> tuple[Mapping[str, Value], ...]:
    """Skids, wheels large enough for rough grass, or wheel boards at both ends.

    Args: wheels, rows to tip and walk on; swung, the row of swinging ones; held, how the hands take it.
    Returns: values of the running gear.
    Source: common practice.

    >>> len(usual_gears(wheels=("barrow-16",), swung="barrow-16", held={}))
    3
    """
    return (
        {"gear": "skids"},
        *({"gear": "wheels", "wheel": wheel, "tail": "bevelled", **held} for wheel in wheels),
        {"gear": "boards", "pairs": 2, "wheel": swung, "lever_rise": OVER_HUMPS_MM},
    )


ENDS = (Choice("front", "front end"), Choice("rear", "rear end"))
SIDES = (Choice("left", "left side"), Choice("right", "right side"))
WITHIN = Choice("partition", "the wall between house and run")
BEHIND = Choice("house rear", "the wall behind a house in the middle")
LOW_HOLD: Mapping[str, Value] = {
    "hold_height": 450.0
}  # from there it tips enough to clear; HSE INDG143 zones
BASIC_TOOLS = (Tool.SAW, Tool.DRILL, Tool.STAPLER)
_MOVED = (
    "wheel",
    "lever_rise",
    "ride",
    "axle",
    "handle",
    "gear",
    "tail",
    "axle_back",
    "hold_height",
    "put_under",
)
_UPRIGHT = ("end_braces", "wall_braces", "gussets", "end_wall")
_STOOD_ON = ("roost_held", "roost_laid", "roost_made", "bearer_made", "mesh_floor", "house_floor_of")
_HELD = ("chocks", "anchors", "anchor", "ballast", "anchors_at")


def remedies(
    *, light: tuple[str, ...], easy: tuple[str, ...], strong: tuple[str, ...], still: tuple[str, ...]
) -> Mapping[str, tuple[str, ...]]:
    """Parameters most likely to mend each verdict, those of the running gear and the anchors among them.

    Args: light, for weight; easy, for moving besides its gear; strong, for the frame; still, for wind besides anchors.
    Returns: names by verdict, the likeliest first.
    Source: common practice.

    >>> remedies(light=("section",), easy=("gear",), strong=("bay",), still=("anchors",))[What.WEIGHT]
    ('section',)
    """
    return {
        What.SPACE: ("length", "width", "gear", "section"),
        What.WEIGHT: light,
        What.MOVING: (*_MOVED, *easy),
        What.STRENGTH: (*strong, *_UPRIGHT, *_STOOD_ON),
        What.WIND: (*_HELD, *still),
    }
