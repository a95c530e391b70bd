"""Screws, bolts and staples, counted from the joints and the panels that need them."""

from __future__ import annotations

import math

from ergamot.core.catalogue import Catalogue, usual
from ergamot.core.catalogue.kinds import Fitting, Made
from ergamot.core.frame.geometry import Point, distance
from ergamot.core.frame.kinds import Covers, Duty, Group, Item, When
from ergamot.core.frame.structure import Hardware, Joint, Member, Panel

MESH_TIE_SPACING_MM = 100.0  # of mesh on pipe, which takes no staple; judgement: as a weasel's head
TARP_TIE_SPACING_MM = 300.0  # of a tarp on pipe, at its grommets; judgement
STAPLE_SPACING_MM = 75.0  # judgement: a wider gap lets a weasel's head through slack mesh
MESH_SCREW_SPACING_MM = 150.0  # of mesh on steel, which takes no staple, under washers; judgement
SHEET_SCREW_SPACING_MM = 450.0  # along each support; judgement: about every sixth corrugation


def count_fixings(
    members: tuple[Member, ...],
    panels: tuple[Panel, ...],
    joints: tuple[Joint, ...],
    catalogue: Catalogue,
) -> tuple[Hardware, ...]:
    """All the fixings of a pen, by kind, each set's mass placed at the middle of the frame.

    Args: members, panels and joints of the pen; catalogue.
    Returns: one Hardware for each kind used, with its count.
    Source: common practice spacings.

    >>> whole = pen()
    >>> count_fixings(whole.members, (), (), c)
    ()
    """
    kinds = (Fitting.STAPLE, Fitting.ROOF_SCREW, Fitting.TIE)
    staple, roof_screw, tie = (usual(catalogue, kind) for kind in kinds)
    piped = all(m.section.made is Made.PLASTIC for m in members if m.duty is Duty.BASE_RAIL)
    fixed = [(joint.fixing, joint.count) for joint in joints if joint.fixing is not None]
    rows = {row.key: row for row in (staple, roof_screw, *(row for row, _ in fixed), tie)}
    counts = dict.fromkeys(rows, 0)
    for row, count in fixed:
        counts[row.key] += count
    bent: dict[str, list[Panel]] = {}
    steel = [member for member in members if member.section.welded]
    bodied = any(member.duty is Duty.PLATE for member in steel)
    base = (member for member in steel if member.duty in (Duty.BASE_RAIL, Duty.BASE_CROSS))
    base_mm = max((corner[2] for member in base for corner in member.corners), default=-1.0)
    for panel in panels:
        if panel.when is When.ASIDE:
            continue
        if piped and panel.part is not Covers.LEAF:
            apart = TARP_TIE_SPACING_MM if panel.solid else MESH_TIE_SPACING_MM
            counts[tie.key] += math.ceil(_edge_mm(panel) / apart)
        elif panel.solid:
            counts[roof_screw.key] += _sheet_screws(panel)
        elif panel.curved:
            bent.setdefault(panel.piece, []).append(panel)
        else:
            all_steel = bodied and panel.part is not Covers.LEAF
            on_steel = _edge_mm(panel, math.inf if all_steel else base_mm)
            counts[staple.key] += math.ceil((_edge_mm(panel) - on_steel) / STAPLE_SPACING_MM)
            counts[roof_screw.key] += math.ceil(on_steel / MESH_SCREW_SPACING_MM)
    counts[staple.key] += sum(
        math.ceil(_bent_edge_mm(strips) / STAPLE_SPACING_MM) for strips in bent.values()
    )
    middle = _middle(members)
    return tuple(
        Hardware(
            f"fixing-{key}",
            Item.FIXING,
            "fixings",
            Group.FIXINGS,
            rows[key].label,
            rows[key].kg * count,
            middle,
            rows[key],
            count,
        )
        for key, count in counts.items()
        if count
    )


def _edge_mm(panel: Panel, below_mm: float = math.inf) -> float:
    """Round the edge of a panel, as far as it lies below a height."""
    following = panel.corners[1:] + panel.corners[:1]
    return sum(
        distance(a, b) for a, b in zip(panel.corners, following, strict=True) if max(a[2], b[2]) < below_mm
    )


def _bent_edge_mm(strips: list[Panel]) -> float:
    """Round the edge of one mesh bent over the pen: along its two feet, and along the curve at both ends."""
    along = max(strip.cut_mm[0] for strip in strips)
    return 2 * along + 2 * sum(strip.cut_mm[1] for strip in strips)


def _sheet_screws(panel: Panel) -> int:
    """A row of screws along each stick that lies behind the sheet for most of the way across."""
    runs = [run for run in panel.bearings_mm if run >= 0.5 * min(panel.cut_mm)]
    return sum(math.ceil(run / SHEET_SCREW_SPACING_MM) + 1 for run in runs)


def _middle(members: tuple[Member, ...]) -> Point:
    volumes = [member.volume_m3 for member in members]
    whole = sum(volumes)
    x, y, z = (sum(v * m.centre[a] for v, m in zip(volumes, members, strict=True)) / whole for a in range(3))
    return (x, y, z)
