"""Mesh by the roll and sheet by the piece: how much is used, how much must be bought."""

from __future__ import annotations

import math
from dataclasses import replace
from decimal import Decimal
from typing import TypeVar

from ergamot.core.catalogue import Mesh, Sheet, WirePanel
from ergamot.core.catalogue.kinds import Aisle
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.frame.parts.lines import panels_along
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.records import record
from ergamot.core.stock.rolls import strip_metres
from ergamot.core.units import Quantity

SHEET_KERF_M = 0.003  # a circular saw's cut; judgement: as wood
FITS_M = 1e-9  # of arithmetic; may move
LITTLE = 0.3  # less of a pack used than this is bought for next to nothing; judgement
END_LAP_M = 0.15  # two sheets end to end; judgement: makers ask for 150 mm on low slopes


EACH = phrase("each")


def price_key(what: str, pack: Phrase) -> str:
    """What a price is known by in a shop's list.

    Args: what it is; pack, how it is sold.
    Returns: words in metric.
    Source: the shopping list.

    >>> price_key("2×4 (38×89) European larch", length_pack(2438.4))
    '2×4 (38×89) European larch | length 2.438 m'
    """
    return f"{what} | {pack.text('metric')}"


def length_pack(mm: float) -> Phrase:
    """How a board is sold.

    Args: mm, its length.
    Returns: words.
    Source: the shopping list.

    >>> length_pack(2438.4).text("imperial")
    'length 8 ft'
    """
    return phrase("length {long}", long=Quantity(mm, "mm"))


def sheet_pack(wide_mm: float, long_mm: float) -> Phrase:
    """How a sheet is sold.

    Args: wide_mm and long_mm, its sides, mm.
    Returns: words.
    Source: the shopping list.

    >>> sheet_pack(1220.0, 2440.0).text("metric")
    'sheet 1.22 m × 2.44 m'
    """
    return phrase("sheet {wide} × {long}", wide=Quantity(wide_mm, "about"), long=Quantity(long_mm, "about"))


def roll_pack(wide_mm: float, long_m: float) -> Phrase:
    """How a roll is sold.

    Args: wide_mm, mm; long_m, m.
    Returns: words.
    Source: the shopping list.

    >>> roll_pack(610.0, 15.2).text("metric")
    'roll 610 mm × 15.2 m'
    """
    return phrase("roll {wide} × {long}", wide=Quantity(wide_mm, "about"), long=Quantity(long_m, "m"))


CoveringT = TypeVar("CoveringT", Sheet, Mesh, WirePanel)


@record
class Bought:
    """One line to buy: how much is used, how many packs cover it, and what they cost; `last_used` is the share
    of the last pack that is, `left` tells what of it is not where that is most of it, and what would do without it; `row` is the
    key of what it is in the catalogue, `size_mm` the long and the wide side of a pack that is sold in several sizes."""

    what: str
    aisle: Aisle
    used: Phrase
    packs: int
    pack: Phrase
    each: Decimal
    cost: Decimal
    last_used: float = 1.0
    left: Phrase | None = None
    size_mm: tuple[float, float] = (0.0, 0.0)
    row: str = ""

    @property
    def called(self) -> Phrase:
        """What it is and how it is packed, in words."""
        return Phrase(f"{plain(self.what)}, {self.pack.template}", self.pack.figures)

    @property
    def key(self) -> str:
        """What its price is known by: what it is and how it is packed, in metric whoever asks."""
        return price_key(self.what, self.pack)


def _pieces(panels: list[Panel]) -> list[tuple[float, float]]:
    """Longer and shorter side (m) of each rectangle to cut; strips of one bent sheet are one, along the true curve."""
    sizes: dict[str, tuple[float, float]] = {}
    for panel in panels:
        along, up = panel.cut_mm
        known = sizes.get(panel.piece, (0.0, 0.0))
        sizes[panel.piece] = (max(along, known[0]), known[1] + up) if panel.curved else (along, up)
    return [(max(size) / 1000, min(size) / 1000) for size in sizes.values()]


def mesh_lines(structure: Structure) -> list[Bought]:
    """Rolls of each mesh, the roll width chosen that costs least in whole rolls.

    Args: structure.
    Returns: one line for each mesh used.
    Source: roll sizes and prices from the catalogue.

    >>> [line.packs for line in mesh_lines(pen())]
    [1, 1]
    """
    used = _of(structure, Mesh)
    return [_told_left(_cheapest_rolls(mesh, panels), mesh, panels, used) for mesh, panels in used]


def _cheapest_rolls(mesh: Mesh, panels: list[Panel]) -> Bought:
    return min((_rolls(mesh, panels, i) for i in range(len(mesh.roll_width_mm))), key=_by_cost)


def _by_cost(line: Bought) -> Decimal:
    return line.cost


def _told_left(
    line: Bought,
    row: CoveringT,
    panels: list[Panel],
    used: list[tuple[CoveringT, list[Panel]]],
) -> Bought:
    """A line with what its last pack leaves over, where next to nothing of that pack is used."""
    if line.last_used >= LITTLE:
        return line
    share = Quantity(1 - line.last_used, "share")
    words = "{left} of " + ("it" if line.packs == 1 else "the last one") + " is left over"
    instead = next((other.label for other, its in used if _would_do(other, its, row, panels)), None)
    words += (
        "; {instead}, bought anyway, is enough for both"
        if instead
        else "; an offcut of your own, or a cut length, would save buying it"
    )
    return replace(line, left=phrase(words, left=share, instead=instead or ""))


def _would_do(other: CoveringT, its: list[Panel], row: CoveringT, panels: list[Panel]) -> bool:
    """Does what is bought of another covering do for these panels too, and keep out and bear as much?"""
    if other == row:
        return False
    if isinstance(other, Mesh) and isinstance(row, Mesh):
        if not set(row.keeps_out) <= set(other.keeps_out):
            return False
        return _cheapest_rolls(other, [*its, *panels]).cost == _cheapest_rolls(other, its).cost
    if isinstance(other, Sheet) and isinstance(row, Sheet):
        if other.stuff is not row.stuff or other.clear != row.clear or other.kg_m2 < row.kg_m2:
            return False
        return _cheapest_sheets(other, [*its, *panels]).cost == _cheapest_sheets(other, its).cost
    return False


def _rolls(mesh: Mesh, panels: list[Panel], index: int) -> Bought:
    width = mesh.roll_width_mm[index] / 1000
    metres = strip_metres(list(_pieces(panels)), width)
    rolls = math.ceil(metres / mesh.roll_length_m - 1e-9)
    return Bought(
        what=mesh.label,
        aisle=Aisle.MESH,
        used=phrase("{long} of roll", long=Quantity(round(metres, 1), "m")),
        packs=rolls,
        pack=roll_pack(1000 * width, mesh.roll_length_m),
        each=mesh.price[index],
        cost=mesh.price[index] * rolls,
        last_used=metres / mesh.roll_length_m - (rolls - 1),
        size_mm=(1000 * mesh.roll_length_m, 1000 * width),
        row=mesh.key,
    )


def sheet_lines(structure: Structure) -> list[Bought]:
    """Sheets of each kind, laid side by side; offcuts of plywood make further panels.

    Args: structure.
    Returns: one line for each sheet used.
    Source: cover widths, lengths and prices from the catalogue.

    >>> len(sheet_lines(pen()))
    2
    """
    used = _of(structure, Sheet)
    return [_told_left(_cheapest_sheets(sheet, panels), sheet, panels, used) for sheet, panels in used]


def _cheapest_sheets(sheet: Sheet, panels: list[Panel]) -> Bought:
    return min((_sheets(sheet, panels, i) for i in range(len(sheet.lengths_m))), key=_by_cost)


def _sheets(sheet: Sheet, panels: list[Panel], index: int) -> Bought:
    length, width = sheet.lengths_m[index], sheet.cover_width_m
    count = sum(sheet_share(size, length, width) for size in _pieces(panels))
    whole = math.ceil(count - 1e-9)
    area = sum(panel.area_m2 for panel in panels)
    return Bought(
        what=sheet.label,
        aisle=Aisle.SHEET,
        used=phrase("{area}", area=Quantity(area, "m2")),
        packs=whole,
        pack=sheet_pack(1000 * width, 1000 * length),
        each=sheet.price[index],
        cost=sheet.price[index] * whole,
        last_used=area / (length * width) - (whole - 1) if whole == 1 else 1.0,
        size_mm=(1000 * length, 1000 * width),
        row=sheet.key,
    )


def sheet_share(size_m: tuple[float, float], length: float, width: float) -> float:
    """Sheets a rectangle takes; less than one when several come out of the same sheet, a saw cut between them.

    Args: size_m, (longer, shorter) side, m; length and width of a sheet, m.
    Returns: sheets, a whole number over how many come out of one.
    Source: arithmetic; a saw cut of 3 mm, common practice.

    >>> sheet_share((1.22, 0.6), 2.44, 1.22), sheet_share((1.21, 0.6), 2.44, 1.22)
    (0.5, 0.25)
    """
    longer, shorter = size_m
    if longer <= length + FITS_M and shorter <= width + FITS_M:
        return 1 / (_out_of(length, longer) * _out_of(width, shorter))

    def strips(along: float, across: float) -> float:
        side_by_side = math.ceil(across / width - 1e-9)
        if along <= length:
            return side_by_side / _out_of(length, along)
        return side_by_side * math.ceil((along - END_LAP_M) / (length - END_LAP_M))

    return min(strips(longer, shorter), strips(shorter, longer))


def _out_of(whole: float, part: float) -> int:
    """How many parts come out of a length, a saw cut between one and the next."""
    return max(1, int((whole + SHEET_KERF_M) / (part + SHEET_KERF_M) + 1e-9))


def wire_panel_lines(structure: Structure) -> list[Bought]:
    """Stiff wire panels, whole; the last one is cut on a wire.

    Args: structure.
    Returns: one line for each kind used.
    Source: sizes and prices in the catalogue.

    >>> [line.packs for line in wire_panel_lines(pen("hoop"))]
    [3]
    """
    lines = []
    for row, panels in _of(structure, WirePanel):
        bent = [panel for panel in panels if panel.curved]
        count, used = 0, phrase("{area}", area=Quantity(sum(panel.area_m2 for panel in panels), "m2"))
        if bent:
            along = max(panel.cut_mm[0] for panel in bent)
            whole, last = panels_along(along, row)
            count = whole + (1 if last else 0)
            used = phrase("{along} of hoop", along=Quantity(round(along / 1000, 2), "m"))
        flat = _pieces([panel for panel in panels if not panel.curved])
        count += math.ceil(
            sum(sheet_share(size, row.length_mm / 1000, row.width_mm / 1000) for size in flat) - 1e-9
        )
        cost = row.price * count
        lines.append(Bought(row.label, Aisle.MESH, used, count, EACH, row.price, cost, row=row.key))
    return lines


def _of(structure: Structure, kind: type[CoveringT]) -> list[tuple[CoveringT, list[Panel]]]:
    """The panels of each covering of a kind."""
    groups: dict[CoveringT, list[Panel]] = {}
    for panel in structure.panels:
        if isinstance(panel.covering, kind):
            groups.setdefault(panel.covering, []).append(panel)
    return list(groups.items())
