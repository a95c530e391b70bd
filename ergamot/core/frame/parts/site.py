"""What a part needs to know of the pen it goes into: its line, its ribs, its faces."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from ergamot.core.catalogue import Catalogue, Section, usual
from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue.kinds import Fitting, Made
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import Phrase
from ergamot.core.frame.carpentry import Framing, Piece
from ergamot.core.frame.covering import Coverer
from ergamot.core.frame.face import Face, above
from ergamot.core.frame.footing import Lever
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Group, Item, When
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.profile import Profile
from ergamot.core.frame.structure import Contents, Hardware, Joint, Member, Zone
from ergamot.core.units import Quantity, say


@dataclass
class Site:
    """A pen being built. `inside` gives the clear line between a pair of ribs at a height: right and
    left y. `lines` are the ribs' centres along x, rear first, each `rib_mm` thick along x. `faces` are its outside,
    `within` the walls between two of its spaces, both by name.
    """

    catalogue: Catalogue
    profile: Profile
    x: Flat
    lines: tuple[float, ...]
    rib_mm: float
    inside: Callable[[float], Flat]
    frame: Framing
    cover: Coverer
    hardware: list[Hardware] = field(default_factory=list)
    contents: list[Contents] = field(default_factory=list)
    zones: list[Zone] = field(default_factory=list)
    notes: list[Phrase] = field(default_factory=list)
    strapped: list[Joint] = field(default_factory=list)
    levers: list[Lever] = field(default_factory=list)
    faces: dict[str, Face] = field(default_factory=dict)
    within: dict[str, Face] = field(default_factory=dict)

    def __post_init__(self) -> None:
        self.faces = {face.name: face for face in self.profile.faces(self.x)}

    @property
    def trim(self) -> Section:
        """What openings are framed with: as the pen, but in a frame of pipe, small timber tied to it."""
        own = self.frame.section
        return (self.frame.leaf or own) if own.made is Made.PLASTIC else own

    def face(self, name: str) -> Face | None:
        """A side of it, or a wall in it, by its name."""
        return self.faces.get(name) or self.within.get(name)

    def open_below(self, z: float) -> None:
        """Leave its walls open up to a height: what stands there is closed by nothing."""
        upright = {name: face for name, face in self.faces.items() if abs(face.up[2]) > 1 - 1e-9}
        self.faces = {**self.faces, **{name: above(face, z) for name, face in upright.items()}}

    def cross_member(self, piece: Piece, line: float, z: Flat, span: Flat | None = None) -> Member:
        """A stick across the pen between a pair of ribs, its ends sawn to lie against them."""
        (low_r, low_l), (high_r, high_l) = self.inside(z[0]), self.inside(z[1])
        thick = self.frame.section.thick_mm
        at_rear = abs(line - self.lines[0]) < 1
        x = span or ((self.x[0], self.x[0] + thick) if at_rear else (line - thick / 2, line + thick / 2))
        outline = ((low_r, z[0]), (low_l, z[0]), (high_l, z[1]), (high_r, z[1]))
        return self.frame.profiled(piece, outline, "x", x)

    def usual(self, kind: Fitting) -> HardwareRow:
        """The usual row of a kind of hardware."""
        return usual(self.catalogue, kind)

    def buy(
        self,
        row: HardwareRow,
        item: Item,
        role: str,
        group: Group,
        places: list[Point],
        when: When = When.NOW,
        closes: str = "",
    ) -> None:
        """Put a piece of hardware at each place."""
        for place in places:
            ref = f"{row.key}-{len(self.hardware) + 1}"
            self.hardware.append(
                Hardware(ref, item, role, group, row.label, row.kg, place, row, when=when, closes=closes)
            )

    def fit(
        self,
        kind: Fitting,
        role: str,
        group: Group,
        places: list[Point],
        when: When = When.NOW,
        closes: str = "",
    ) -> None:
        """Put the usual fitting of a kind at each place; `closes` is the opening whose leaf it holds."""
        self.buy(self.usual(kind), Item.FITTING, role, group, places, when, closes)

    def buy_length(self, kind: Fitting, role: str, group: Group, middle: Point, metres: float) -> None:
        """Put something sold by the metre along the pen, its mass at its middle."""
        row = self.usual(kind)
        ref = f"{row.key}-{len(self.hardware) + 1}"
        self.hardware.append(
            Hardware(ref, Item.FITTING, role, group, row.label, row.kg * metres, middle, row)
        )


def both(mm: float) -> str:
    """A length in both unit systems, for a limit shown in words.

    Args: mm.
    Returns: such as 600 mm (23⅝ in).
    Source: common practice.

    >>> both(600).startswith("600 mm")
    True
    """
    length = Quantity(mm, "mm")
    return f"{say(length)} ({say(length, 'imperial')})"


def refuse_below(field_name: str, value: float, least: float, why: str) -> None:
    """Refuse a length that is too small to build.

    Args: field_name; value, mm; least, mm; why, words after the limit.
    Raises: OutOfRange.
    Source: common practice.

    >>> refuse_below("length", 1200.0, 1000.0, "for a hen")
    """
    if value < least - 1e-6:
        raise OutOfRange(field_name, round(value, 1), f"at least {both(least)} {why}")


def refuse_above(field_name: str, value: float, most: float, why: str) -> None:
    """Refuse a length that is too large to build.

    Args: field_name; value, mm; most, mm; why, words after the limit.
    Raises: OutOfRange.
    Source: common practice.

    >>> refuse_above("length", 1200.0, 3000.0, "of stock")
    """
    if value > most + 1e-6:
        raise OutOfRange(field_name, round(value, 1), f"at most {both(most)} {why}", most=most, why=why)


def check_stock(section: Section, values: Mapping[str, Value], fields: tuple[str, ...]) -> None:
    """Refuse a length no board is sold long enough for.

    Args: section; values, checked one by one; fields, the lengths sawn in one piece.
    Raises: OutOfRange.
    Source: stock lengths in the catalogue.

    >>> check_stock(c.sections["2x3"], {"length": 3000.0}, ("length",))
    """
    longest = section.longest_mm
    for name in fields:
        if float(values[name]) > longest:
            raise OutOfRange(
                name,
                values[name],
                f"at most {both(longest)}, the longest {section.label} sold",
                f"No {section.label} is sold long enough: the longest is {both(longest)}",
            )
