"""What can be chosen about an opening."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache

from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Hung, Purpose
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.several import GONE, Several

MOST_OPENINGS = 12
LEAST_HIGH_MM = 120.0  # room for a bird's head; judgement
OF_SHEET = ("solid", "both")  # of what closes it: sheet as the solid walls, with mesh behind it or not
OWN = "own"  # of what closes it: something the keeper has


@dataclass(frozen=True)
class _Use:
    """What an opening is for: in words, what its leaf is called, and how it is usually made where that is not said."""

    label: str
    purpose: Purpose
    leaf: str
    usual: Mapping[str, Value]


# Sizes are judgement, as common practice has them
_USES = {
    "person": _Use("a person to go in by", Purpose.KEEPER, "door", {"width": 600.0, "height": 1400.0}),
    "reach": _Use("an arm: feed, water, a bird", Purpose.KEEPER, "hatch", {}),
    "eggs": _Use(
        "taking eggs",
        Purpose.EGGS,
        "egg hatch",
        {"width": 400.0, "height": 250.0, "sill": 600.0, "hung": "top", "filled": "solid"},
    ),
    "cleaning": _Use(
        "cleaning, a barrow under the sill",
        Purpose.CLEANING,
        "cleaning door",
        {"width": 600.0, "height": 500.0, "filled": "solid"},
    ),
    "feeding": _Use(
        "feeding from outside",
        Purpose.KEEPER,
        "feeding hatch",
        {"width": 600.0, "height": 200.0, "sill": 250.0, "hung": "down"},
    ),
    "birds": _Use(
        "birds to go through",
        Purpose.BIRDS,
        "pop hole",
        {"width": 300.0, "height": 350.0, "hung": "slides", "filled": "solid"},
    ),
    "air": _Use(
        "air",
        Purpose.AIR,
        "vent",
        {"width": 350.0, "height": 150.0, "sill": 400.0, "hung": "top", "filled": "both"},
    ),
    "light": _Use(
        "light",
        Purpose.LIGHT,
        "window",
        {"width": 400.0, "height": 300.0, "sill": 600.0, "hung": "fixed", "filled": "clear"},
    ),
}
_FOR = tuple(Choice(key, use.label) for key, use in _USES.items())
_HUNG = (
    Choice("left", "hinged on its left", "seen from outside"),
    Choice("right", "hinged on its right", "seen from outside"),
    Choice("top", "hinged on top", "propped open"),
    Choice("down", "drops open", "a ramp or a table"),
    Choice("slides", "slides up on a cord"),
    Choice("aside", "slides aside on a track"),
    Choice("lifts", "lifts off"),
    Choice("fixed", "not at all", "screwed on"),
)
_FILLED = (
    Choice("mesh", "mesh"),
    Choice("solid", "solid"),
    Choice("both", "solid, mesh behind"),
    Choice("clear", "clear sheet"),
    Choice(OWN, "one you have", "a door, a window, a ready-made panel: the opening is made to fit it"),
)


def as_usual(some: Several, given: Mapping[str, object]) -> dict[str, object]:
    """Values in which each opening has what is usual for its use where nothing else is said.

    Args: some, the parameters of openings; given, values by name.
    Returns: values by name.
    Source: common practice.

    >>> as_usual(openings_of(()), {"opening_1_for": "birds"})["opening_1_hung"]
    'slides'
    """
    filled = dict(given)
    for number in some.numbers(given):
        use = _USES.get(str(given.get(some.key(number, "for"), "reach")))
        for name, value in use.usual.items() if use else ():
            filled.setdefault(some.key(number, name), value)
    return filled


def lower(some: Several, number: int, values: Mapping[str, Value]) -> tuple[dict[str, Value], ...]:
    """How an opening whose size was not said may be made where the usual one finds no room: lower down, then smaller.

    Args: some, the parameters of openings; number; values, with the usual ones.
    Returns: changes to them, the least first.
    Source: common practice.

    >>> [len(change) for change in lower(openings_of(()), 1, {"opening_1_height": 400.0})]
    [0, 1, 2, 2]
    """
    sill, height = some.key(number, "sill"), some.key(number, "height")
    usual = float(values[height])
    smaller: list[dict[str, Value]] = [{sill: 0.0, height: round(share * usual, 1)} for share in (0.75, 0.55)]
    return ({}, {sill: 0.0}, *smaller)


@lru_cache(maxsize=16)
def openings_of(faces: tuple[Choice, ...]) -> Several:
    """What can be chosen about each opening of a pen besides its own way in.

    Args: faces, the sides of this shape that can have one, by the keys its profile names them.
    Returns: the Several, of parameters of group openings.
    Source: common practice ranges.

    >>> [one.name for one in openings_of((Choice("left", "left side"),)).parameters][:2]
    ['face', 'for']
    """
    where = (*faces, Choice(GONE, "taken away"))

    def length(name: str, label: str, default: float, low: float, high: float, note: str = "") -> Parameter:
        return Parameter(name, label, "openings", "length", default, low, high, note=note, kept=True)

    def choice(name: str, label: str, default: str, choices: tuple[Choice, ...]) -> Parameter:
        return Parameter(name, label, "openings", "choice", default, choices=choices, kept=True)

    return Several(
        "opening",
        MOST_OPENINGS,
        (
            choice("face", "Where", faces[0].key if faces else GONE, where),
            choice("for", "For", "reach", _FOR),
            choice("hung", "How it opens", "left", _HUNG),
            choice("filled", "Closed by", "mesh", _FILLED),
            length("at", "Its middle at", 0.0, 0.0, 5000.0, "from the rear; across an end, from the right"),
            length(
                "sill",
                "Sill at",
                0.0,
                0.0,
                2400.0,
                "over the ground, at least the rail; up a slope, from its foot",
            ),
            length("width", "Clear width", 400.0, 150.0, 2400.0),
            length("height", "Clear height", 400.0, LEAST_HIGH_MM, 2200.0),
            Parameter(
                "kg", "Yours weighs", "openings", "mass", 5.0, 0.2, 60.0, only_if=("filled", OWN), kept=True
            ),
        ),
    )


_ANYWHERE = openings_of(())


def some_closed_by(values: Mapping[str, Value], *filled: str) -> bool:
    """Tell whether an opening of the keeper's own is closed by one of some things.

    Args: values, by name; filled, choices of what closes an opening, all of them where none is named.
    Returns: whether there is such an opening, or one of which it is not told what closes it.
    Source: common practice.

    >>> some_closed_by({"opening_2_filled": "solid"}, "solid", "both")
    True
    """
    closed = (values.get(_ANYWHERE.key(number, "filled")) for number in _ANYWHERE.numbers(values))
    return any(not filled or by is None or by in filled for by in closed)


@dataclass(frozen=True)
class WantedOpening:
    """One opening as asked for; lengths in mm, as the parameters say them. `start` is where along its side `at` is
    measured from: the rear wall; the right foot of an end."""

    number: int
    face: str
    leaf: str
    purpose: Purpose
    hung: Hung
    filled: str
    at: float
    sill: float
    width: float
    height: float
    kg: float
    start: float = 0.0

    @property
    def own_kg(self) -> float | None:
        """What closes it weighs, where the keeper has it already."""
        return self.kg if self.filled == OWN else None

    @property
    def across(self) -> Flat:
        """From where to where along its side it is clear."""
        middle = self.start + self.at
        return middle - self.width / 2, middle + self.width / 2

    def named(self, name: str) -> str:
        """What one of its parameters is called."""
        return openings_of(()).key(self.number, name)

    @property
    def said(self) -> str:
        """What it is called among others."""
        return f"{self.leaf} {self.number}"


@dataclass(frozen=True)
class Openings:
    """The openings asked for, and what closes them."""

    wanted: tuple[WantedOpening, ...]
    mesh: Mesh
    sheet: Sheet


def read_openings(values: Mapping[str, Value], mesh: Mesh, sheet: Sheet) -> Openings:
    """The openings some values ask for.

    Args: values, checked; mesh and sheet, what closes them.
    Returns: the Openings, by their numbers.
    Source: common practice.

    >>> read_openings(asked(), c.meshes["hex-25"], c.sheets["ply-5"]).wanted
    ()
    """
    some = openings_of(())

    def one(number: int) -> WantedOpening:
        held = {each.name: values[some.key(number, each.name)] for each in some.parameters}
        use = _USES[str(held["for"])]
        sizes = (float(held[name]) for name in ("at", "sill", "width", "height", "kg"))
        return WantedOpening(
            number,
            str(held["face"]),
            use.leaf,
            use.purpose,
            Hung(str(held["hung"])),
            str(held["filled"]),
            *sizes,
        )

    return Openings(tuple(one(number) for number in some.numbers(values)), mesh, sheet)
