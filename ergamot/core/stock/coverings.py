"""Mesh by the roll and sheet by the piece: how much is used, how much must be bought."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass
from decimal import Decimal

from ergamot.core.catalogue import Catalogue, Mesh, Sheet
from ergamot.core.frame.parts.lines import panels_along
from ergamot.core.frame.structure import Panel, Structure

MESH_LAP_M = 0.05  # two strips laid over each other; common practice
END_LAP_M = 0.15  # two sheets end to end; common practice


@dataclass(frozen=True)
class Bought:
    """One line to buy: how much is used, how many packs cover it, and what they cost."""

    what: str
    aisle: str
    used: str
    packs: int
    pack: str
    each: Decimal
    cost: Decimal


def _pieces(panels: list[Panel]) -> list[tuple[float, float]]:
    """Longer and shorter side (m) of each rectangle to cut; strips of one bent sheet are one."""
    sizes: dict[str, tuple[float, float]] = {}
    for panel in panels:
        along, up = panel.cut_mm
        known = sizes.get(panel.piece, (0.0, 0.0))
        sizes[panel.piece] = (max(along, known[0]), known[1] + up) if panel.curved else (along, up)
    return [(max(size) / 1000, min(size) / 1000) for size in sizes.values()]


def strip_metres(size_m: tuple[float, float], roll_width_m: float) -> float:
    """Length of roll that covers a rectangle, strips lengthwise or across, whichever is less.

    Args: size_m, (longer, shorter) side, m; roll_width_m, above the lap.
    Returns: m of roll, laps included.
    Source: common practice, 50 mm lap.

    >>> strip_metres((3.0, 0.6), 0.61), round(strip_metres((3.0, 1.0), 0.61), 2)
    (3.0, 6.0)
    """
    longer, shorter = size_m

    def strips(span: float) -> int:
        if span <= roll_width_m + 0.002:
            return 1
        return math.ceil((span - MESH_LAP_M) / (roll_width_m - MESH_LAP_M) - 1e-9)

    return min(strips(shorter) * longer, strips(longer) * shorter)


def mesh_lines(structure: Structure, catalogue: Catalogue) -> list[Bought]:
    """Rolls of each mesh, the roll width chosen that costs least in whole rolls.

    Args: structure; catalogue.
    Returns: one line for each mesh used.
    Source: roll sizes and prices from the catalogue.
    """
    lines = []
    for key, panels in _by_covering(p for p in structure.panels if p.covering in catalogue.meshes):
        mesh = catalogue.meshes[key]
        lines.append(min((_rolls(mesh, panels, i) for i in range(len(mesh.roll_width_mm))), key=_by_cost))
    return lines


def _by_cost(line: Bought) -> Decimal:
    return line.cost


def _rolls(mesh: Mesh, panels: list[Panel], index: int) -> Bought:
    width = mesh.roll_width_mm[index] / 1000
    metres = sum(strip_metres(size, width) for size in _pieces(panels))
    rolls = math.ceil(metres / mesh.roll_length_m - 1e-9)
    return Bought(
        what=mesh.label,
        aisle="mesh",
        used=f"{metres:.1f} m of roll",
        packs=rolls,
        pack=f"roll {width:.2f} × {mesh.roll_length_m:.1f} m",
        each=mesh.price[index],
        cost=mesh.price[index] * rolls,
    )


def sheet_lines(structure: Structure, catalogue: Catalogue) -> list[Bought]:
    """Sheets of each kind, laid side by side; offcuts of plywood make further panels.

    Args: structure; catalogue.
    Returns: one line for each sheet used.
    Source: cover widths, lengths and prices from the catalogue.
    """
    lines = []
    for key, panels in _by_covering(p for p in structure.panels if p.covering in catalogue.sheets):
        sheet = catalogue.sheets[key]
        options = (_sheets(sheet, panels, i) for i in range(len(sheet.lengths_m)))
        lines.append(min(options, key=_by_cost))
    return lines


def _sheets(sheet: Sheet, panels: list[Panel], index: int) -> Bought:
    length, width = sheet.lengths_m[index], sheet.cover_width_m
    count = sum(_sheet_share(size, length, width) for size in _pieces(panels))
    whole = math.ceil(count - 1e-9)
    area = sum(panel.area_m2 for panel in panels)
    return Bought(
        what=sheet.label,
        aisle="sheet and roofing",
        used=f"{area:.2f} m²",
        packs=whole,
        pack=f"sheet {width:.2f} × {length:.2f} m",
        each=sheet.price[index],
        cost=sheet.price[index] * whole,
    )


def _sheet_share(size_m: tuple[float, float], length: float, width: float) -> float:
    """Sheets a rectangle takes; less than one when several come out of the same sheet."""
    longer, shorter = size_m
    if longer <= length and shorter <= width:
        return 1 / (int(length / longer + 1e-9) * int(width / shorter + 1e-9))

    def strips(along: float, across: float) -> float:
        side_by_side = math.ceil(across / width - 1e-9)
        if along <= length:
            return side_by_side / int(length / along + 1e-9)
        return side_by_side * math.ceil((along - END_LAP_M) / (length - END_LAP_M))

    return min(strips(longer, shorter), strips(shorter, longer))


def wire_panel_lines(structure: Structure, catalogue: Catalogue) -> list[Bought]:
    """Stiff wire panels, whole; the last one is cut on a wire.

    Args: structure; catalogue.
    Returns: one line for each kind used.
    Source: sizes and prices in the catalogue.
    """
    lines = []
    for key, panels in _by_covering(p for p in structure.panels if p.covering in catalogue.wire_panels):
        row = catalogue.wire_panels[key]
        bent = [panel for panel in panels if panel.curved]
        count, used = 0, f"{sum(panel.area_m2 for panel in panels):.2f} m²"
        if bent:
            along = max(panel.cut_mm[0] for panel in bent)
            whole, last = panels_along(along, row)
            count, used = whole + (1 if last else 0), f"{along / 1000:.2f} m of hoop"
        flat = _pieces([panel for panel in panels if not panel.curved])
        count += math.ceil(
            sum(_sheet_share(size, row.length_mm / 1000, row.width_mm / 1000) for size in flat) - 1e-9
        )
        lines.append(Bought(row.label, "mesh", used, count, "each", row.price, row.price * count))
    return lines


def _by_covering(panels: Iterable[Panel]) -> list[tuple[str, list[Panel]]]:
    groups: dict[str, list[Panel]] = {}
    for panel in panels:
        groups.setdefault(panel.covering, []).append(panel)
    return list(groups.items())
