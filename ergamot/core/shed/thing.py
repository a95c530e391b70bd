"""One kind of thing in the shed: what it is, how many, how large, what it is worth, and which pen it is kept for."""

from __future__ import annotations

from dataclasses import dataclass
from decimal import Decimal
from enum import StrEnum

from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, Ware, WirePanel, pick
from ergamot.core.catalogue.kinds import Made, Sold
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.units import Quantity

LEAST_OFFCUT_MM = 300.0  # a shorter one is no use but as a block; common practice
MOST_COUNT = 100_000
MOST_WORTH = 100_000.0
LONGEST_STICK_MM = 15_000.0
LARGEST_SHEET_MM = 30_000.0
LONGEST_ROLL_MM = 200_000.0
LONGEST_WORDS = 200


class Sort(StrEnum):
    """What a thing is, and so which table of the catalogue its row is of."""

    STICK = "stick"
    SHEET = "sheet"
    ROLL = "roll"
    PANEL = "panel"
    WARE = "ware"
    OTHER = "other"


SORT_WORDS = {
    Sort.STICK: "sticks and tube",
    Sort.SHEET: "sheets and offcuts",
    Sort.ROLL: "rolls of mesh",
    Sort.PANEL: "wire panels",
    Sort.WARE: "hardware, wheels and gear",
    Sort.OTHER: "doors, windows, paint and the rest",
}
WARES = ("hardware", "wheels", "containers", "anchors")


@dataclass(frozen=True)
class Thing:
    """Things alike. `row` is a key of the catalogue, "" of what is in none; lengths in mm: of a stick its length and what of its
    ends is not sound, of a sheet and a part roll length and width. `each` is what one is worth; of what is sold by the metre
    `count` is 1 and `long_mm` its length."""

    sort: Sort
    row: str
    count: int
    species: str = ""
    long_mm: float = 0.0
    wide_mm: float = 0.0
    lost_mm: float = 0.0
    each: Decimal = Decimal(0)
    note: str = ""
    name: str = ""

    @property
    def worth(self) -> Decimal:
        """What all of them are worth."""
        return self.each * self.count


def make_thing(catalogue: Catalogue, thing: Thing) -> Thing:
    """Check a thing against the catalogue and what can be in a shed.

    Args: catalogue; thing, as entered: a count from 1 to 100 000, a worth from 0 to 100 000, a stick of 50 mm to 15 m, a
        sheet to 30 m, a roll to 200 m.
    Returns: the Thing, a tube without timber, its worth in whole cents.
    Raises: UnknownChoice, OutOfRange, naming the field.
    Source: common practice.

    >>> make_thing(c, Thing(Sort.STICK, "2x4", 7, "spf", 2438.4)).count
    7
    """
    require_range("count", thing.count, 1, MOST_COUNT, "of them")
    if not thing.each.is_finite():
        raise OutOfRange("each", str(thing.each), f"0 to {MOST_WORTH} of your money")
    require_range("each", float(thing.each), 0, MOST_WORTH, "of your money")
    for name in ("long_mm", "wide_mm", "lost_mm"):
        require_range(name, getattr(thing, name), 0, LONGEST_ROLL_MM, "mm")
    most = {Sort.STICK: LONGEST_STICK_MM, Sort.SHEET: LARGEST_SHEET_MM, Sort.ROLL: LONGEST_ROLL_MM}
    species = thing.species
    if thing.sort is Sort.STICK:
        section: Section = pick(catalogue.sections, thing.row, "row")
        species = "" if section.made is not Made.WOOD else species
        if section.made is Made.WOOD:
            timber: Species = pick(catalogue.species, species, "species")
            species = timber.key
        require_range("lost_mm", thing.lost_mm, 0, max(0.0, thing.long_mm - 50), "mm")
    elif thing.sort is not Sort.OTHER:
        row_of(catalogue, thing)
    elif not thing.name.strip():
        raise OutOfRange("name", thing.name, f"1 to {LONGEST_WORDS} letters: what is it?")
    if thing.sort in most:
        require_range("long_mm", thing.long_mm, 50, most[thing.sort], "mm")
    if thing.sort in (Sort.SHEET, Sort.ROLL):
        require_range("wide_mm", thing.wide_mm, 50, LARGEST_SHEET_MM, "mm")
    if by_the_metre(catalogue, thing):
        require_range("long_mm", thing.long_mm, 50, LONGEST_ROLL_MM, "mm")
    for name in ("note", "name"):
        if len(getattr(thing, name)) > LONGEST_WORDS:
            raise OutOfRange(name, getattr(thing, name)[:LONGEST_WORDS], f"at most {LONGEST_WORDS} letters")
    tidy = thing.each.quantize(Decimal("0.01"))
    return Thing(
        thing.sort, thing.row, thing.count, species, thing.long_mm, thing.wide_mm, thing.lost_mm, tidy,
        thing.note.strip(), thing.name.strip(),
    )  # fmt: skip


def row_of(catalogue: Catalogue, thing: Thing) -> Section | Sheet | Mesh | WirePanel | Ware | None:
    """The row of the catalogue a thing is of.

    Args: catalogue; thing.
    Returns: the row; None of what is in no table.
    Raises: UnknownChoice.
    Source: the catalogue.

    >>> row_of(c, Thing(Sort.SHEET, "ply-12", 1)).label
    'plywood 12 mm'
    """
    if thing.sort is Sort.OTHER:
        return None
    if thing.sort is Sort.WARE:
        wares = {key: row for table in WARES for key, row in getattr(catalogue, table).items()}
        found: Ware = pick(wares, thing.row, "row")
        return found
    if thing.sort is Sort.STICK:
        return pick(catalogue.sections, thing.row, "row")
    if thing.sort is Sort.SHEET:
        return pick(catalogue.sheets, thing.row, "row")
    if thing.sort is Sort.ROLL:
        return pick(catalogue.meshes, thing.row, "row")
    return pick(catalogue.wire_panels, thing.row, "row")


def by_the_metre(catalogue: Catalogue, thing: Thing) -> bool:
    """Is it hardware sold by the metre, of which a length is in hand?

    Args: catalogue; thing.
    Returns: whether it is.
    Raises: UnknownChoice.
    Source: the catalogue.

    >>> by_the_metre(c, Thing(Sort.WARE, "staple", 40))
    False
    """
    return thing.sort is Sort.WARE and getattr(row_of(catalogue, thing), "sold", None) is Sold.METRE


def told(catalogue: Catalogue, thing: Thing) -> Phrase:
    """A thing in words, its size with it.

    Args: catalogue; thing.
    Returns: such as 2×4 (38×89) European larch, 2.438 m.
    Raises: UnknownChoice.
    Source: common practice.

    >>> told(c, Thing(Sort.STICK, "2x4", 7, "larch", 2438.4)).text("imperial")
    '2×4 (38×89) European larch, 8 ft'
    """
    row = row_of(catalogue, thing)
    what = plain(thing.name if row is None else row.label)
    if thing.species:
        what += plain(f" {catalogue.species[thing.species].label}")
    unit = "mm" if thing.sort is Sort.STICK else "about"
    sizes = {
        name: Quantity(mm, unit) for name, mm in (("long", thing.long_mm), ("wide", thing.wide_mm)) if mm
    }
    return phrase(f"{what}, {' × '.join(f'{{{name}}}' for name in sizes)}" if sizes else what, **sizes)
