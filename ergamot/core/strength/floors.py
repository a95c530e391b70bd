"""Floors that birds stand on and keepers step on: their bearers, what lies on these, the rails of nests, the ramp."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterator, Sequence

from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.catalogue.kinds import Made, Weave
from ergamot.core.finding import Phrase, phrase, plain
from ergamot.core.frame.bending import (
    BEAM_MOMENT,
    DURATION,
    RECTANGLE_MODULUS,
    RECTANGLE_SECOND,
    SAG,
    SPAN_OVER_SAG,
    TUBE_E_GPA,
    stiffness_n_m2,
)
from ergamot.core.frame.kinds import Covers, Duty, Space
from ergamot.core.frame.structure import Panel, Structure
from ergamot.core.strength.check import Check, bends, sags
from ergamot.core.strength.spans import Spans, spans_of
from ergamot.core.strength.standing import Birds, given_birds, given_own, hung_check
from ergamot.core.units import G
from ergamot.core.working import Working

PERSON_KG = 80.0  # judgement: a keeper with a bucket, on one bearer
STEPS_IN_MM = (500.0, 600.0)  # wide, high: a larger opening lets a person in, on hands and knees; judgement
LITTER_KG_M2 = 10.0  # on a closed floor; judgement: 60 mm of shavings with what is in them
LITTER_ON_MESH_KG_M2 = 2.0  # what stays on mesh; judgement
NEST_LITTER_KG = 1.0  # of straw and eggs in a box; judgement
ON_THE_RAMP_M = 0.25  # of a ramp a bird takes; judgement: one behind another
# Flat mesh held at both edges hangs as a membrane: y = L·(3wL/64EA)^⅓, of wL²/8y = EA·8y²/3L²
MEMBRANE = "1000*L*(3*w*L/(64*EA*1000))**(1/3)"
TWISTED_SHARE = (
    0.1  # of the stiffness of straight wires, of twisted mesh; judgement: it draws out as it is pulled
)
LEVEL = 0.99  # a normal's part from which a covering is level; may move
AT_FLOOR_MM = 2.0  # of arithmetic; may move


def floor_checks(structure: Structure, birds: Birds) -> Iterator[Check]:
    """Yield what the floors of a house are asked: under birds and litter, and under a person where a door lets one in.

    Args: structure; birds.
    Returns: an iterator of Checks: bearers, what lies on them, the rails of nests, the ramp.
    Source: statics; NDS 2018: birds at duration 1.0, a person at 1.25; APA Plywood Design Specification 1997.

    >>> coop = pen("coop", house="yes")
    >>> [one.what for one in floor_checks(coop, Birds(20, 1.95, 0.2))][:2]
    ['floor bearers under birds bending', 'floor bearers under birds sagging']
    """
    laid = floor_panels(structure)
    bearers = [spans_of(structure, one) for one in structure.members if one.duty is Duty.BEARER]
    if laid and bearers:
        yield from _bearers(structure, laid, bearers, birds)
        yield from _between(laid, bearers, birds)
    yield from _nest_rails(structure, birds)
    yield from _ramp(structure, birds)


def floor_panels(structure: Structure) -> list[Panel]:
    """Find what the birds of a house stand on.

    Args: structure.
    Returns: its level panels at the height of the floor, the largest first; none without a house.
    Source: geometry.

    >>> floor_panels(pen("coop", house="yes"))[0].role
    'house floor'
    """
    foot = next((zone.z[0] for zone in structure.zones if zone.space is Space.HOUSE), None)
    if foot is None:
        return []
    level = [
        panel
        for panel in structure.standing
        if panel.inside is Space.HOUSE
        and abs(panel.normal[2]) > LEVEL
        and abs(panel.centre[2] - foot) < AT_FLOOR_MM
        and panel.covering is not None
    ]
    return sorted(level, key=lambda panel: -panel.area_m2)


def steps_in(structure: Structure) -> bool:
    """Tell whether a door lets a person into a house.

    Args: structure.
    Returns: whether an opening for people, in a wall of it, is 500 mm wide and 600 mm high or more.
    Source: a judgement: on hands and knees.

    >>> steps_in(pen("coop", house="yes")), steps_in(pen("coop", house="whole"))
    (False, True)
    """
    return any(
        one.purpose.person
        and Space.HOUSE in (one.inside, one.outside)
        and all(has >= least for has, least in zip(one.clear_mm, STEPS_IN_MM, strict=True))
        and max(c[2] for c in one.corners) - min(c[2] for c in one.corners) > STEPS_IN_MM[1] / 2
        for one in structure.openings
    )


def _litter(panel: Panel) -> float:
    return LITTER_KG_M2 if isinstance(panel.covering, Sheet) else LITTER_ON_MESH_KG_M2


def _bearers(
    structure: Structure, laid: Sequence[Panel], bearers: list[Spans], birds: Birds
) -> Iterator[Check]:
    """The bearer that takes most of the birds, and the one that spans farthest under a person."""
    refs = tuple(one.member.ref for one in bearers)
    widths = _widths(laid[0], bearers)

    def weight(at: int) -> float:
        low, high = bearers[at].longest
        return widths[at] * (high - low) ** 2

    most = max(range(len(bearers)), key=weight)
    one = bearers[most]
    work = _under_birds(laid, one, widths[most], birds)
    work.step("M", "moment", BEAM_MOMENT, "N m", "statics")
    yield bends("floor bearers under birds bending", refs, one.member, work, one.level_axis, "birds")
    work = _under_birds(laid, one, widths[most], birds)
    yield sags("floor bearers under birds sagging", one.member, work, one.level_axis, refs)
    work = _under_birds(laid, one, widths[most], birds)
    work.step("R", "at an end", "w*L/2", "N", "statics")
    yield from hung_check("floor bearers under birds", refs, one, work)
    if not steps_in(structure):
        return
    longest = max(range(len(bearers)), key=lambda at: bearers[at].longest[1] - bearers[at].longest[0])
    one = bearers[longest]
    work = _under_a_person(laid, one, widths[longest])
    work.step("M", "moment, the person in the middle", "P*L/4 + w*L**2/8", "N m", "statics")
    yield bends("floor bearers under a person bending", refs, one.member, work, one.level_axis, "a person")
    work = _under_a_person(laid, one, widths[longest])
    work.step("w", "an even load that sags it as much", "8*P/(5*L) + w", "N/m", "beam theory")
    yield sags("floor bearers under a person sagging", one.member, work, one.level_axis, refs)
    work = _under_a_person(laid, one, widths[longest])
    work.step("R", "at an end, the person beside it", "P + w*L/2", "N", "statics")
    yield from hung_check("floor bearers under a person", refs, one, work)


def _widths(floor: Panel, bearers: list[Spans]) -> list[float]:
    """The width of floor each bearer carries, m: half way to the next, or to the edge."""
    places = [one.member.centre[one.level_axis] for one in bearers]
    edges = [corner[bearers[0].level_axis] for corner in floor.corners]
    rising = sorted(places)
    found = []
    for place in places:
        i = rising.index(place)
        low = (rising[i - 1] + place) / 2 if i else min(*edges, place)
        high = (rising[i + 1] + place) / 2 if i + 1 < len(rising) else max(*edges, place)
        found.append((high - low) / 1000)
    return found


def _given_span(work: Working, one: Spans) -> None:
    low, high = one.longest
    work.given("L", "between what carries it", (high - low) / 1000, "m", "the frame")


def _under_birds(laid: Sequence[Panel], one: Spans, width_m: float, birds: Birds) -> Working:
    work = Working()
    _given_floor(work, laid, birds)
    work.given("c", "width of floor it carries", width_m, "m", "the frame")
    given_own(work, one.member)
    work.step("w", "load along it", f"{G}*((n*m/A + g_l + g_f)*c + m_o)", "N/m")
    _given_span(work, one)
    return work


def _given_floor(work: Working, laid: Sequence[Panel], birds: Birds) -> None:
    area = sum(panel.area_m2 for panel in laid)
    given_birds(work, birds, birds.on_floor(area), "birds on the floor, as many as find room")
    work.given("A", "floor", area, "m²", "the frame")
    work.given("g_l", "litter and droppings", _litter(laid[0]), "kg/m²", "a judgement")
    work.given("g_f", f"the floor: {laid[0].label}", laid[0].kg_m2, "kg/m²", "the frame")


def _under_a_person(laid: Sequence[Panel], one: Spans, width_m: float) -> Working:
    work = Working()
    work.given("m_p", "a person", PERSON_KG, "kg", "a judgement")
    work.step("P", "weight of a person", f"{G}*m_p", "N")
    work.given("g_f", f"the floor: {laid[0].label}", laid[0].kg_m2, "kg/m²", "the frame")
    work.given("c", "width of floor it carries", width_m, "m", "the frame")
    given_own(work, one.member)
    work.step("w", "floor and bearer", f"{G}*(g_f*c + m_o)", "N/m")
    _given_span(work, one)
    return work


def _between(laid: Sequence[Panel], bearers: list[Spans], birds: Birds) -> Iterator[Check]:
    """The floor itself, from bearer to bearer: a strip of it a metre wide."""
    places = sorted(one.member.centre[one.level_axis] for one in bearers)
    clear = max((b - a for a, b in itertools.pairwise(places)), default=0.0)
    if clear <= 0:
        return
    work = Working()
    _given_floor(work, laid, birds)
    work.step("w", "load on a strip a metre wide", f"{G}*(n*m/A + g_l + g_f)", "N/m")
    work.given("L", "from bearer to bearer", clear / 1000, "m", "the frame")
    row, refs = laid[0].covering, tuple(panel.ref for panel in laid)
    if isinstance(row, Mesh):
        yield _mesh_sags(work, row, refs)
    elif isinstance(row, Sheet) and row.thick_mm and row.fb_mpa and row.e_gpa:
        yield from _board("house floor", work, row, 1000.0, refs)


def _mesh_sags(work: Working, row: Mesh, refs: tuple[str, ...]) -> Check:
    wires = 1000 / max(row.pitch_x_mm, row.pitch_y_mm)
    work.given("k", "wires to a metre of it", wires, "", row.source)
    work.given("d", "wire", row.wire_mm, "mm", row.source)
    share = TWISTED_SHARE if row.weave is Weave.TWISTED else 1.0
    work.given(
        "E", "stiffness of the wire, as it is woven", share * TUBE_E_GPA[Made.STEEL], "GPa", "AISC 360"
    )
    work.step("EA", "stiffness of a strip a metre wide", "E*k*3.14159*d**2/4", "kN/m")
    work.step("y", "sag in the middle", MEMBRANE, "mm", "a flat membrane held at both edges")
    return _sag_check("mesh floor sagging", work, refs)


def _sag_check(what: str, work: Working, refs: tuple[str, ...]) -> Check:
    work.given("s", "span over sag at the most", SPAN_OVER_SAG, "", "IBC 2021 table 1604.3")
    work.step("most", "sag at the most", "1000*L/s", "mm")
    work.step("ratio", "allowed over comes to", "most/y")
    return Check(what, refs, work.known["y"], work.known["most"], "mm", work)


def _board(
    what: str, work: Working, row: Sheet, wide_mm: float, refs: tuple[str, ...], more_n_m2: float = 0.0
) -> Iterator[Check]:
    """A board or a strip of it, loaded along its span with `w` over `L`; `more_n_m2` stiffens it besides."""
    bent = work.copy()
    bent.step("M", "moment", BEAM_MOMENT, "N m", "statics")
    for one in (bent, work):
        one.given("b", "width of it", wide_mm, "mm", "the frame")
        one.given("d", f"thickness of {row.label}", row.thick_mm or 0.0, "mm", row.source)
    bent.step("S", "section modulus", RECTANGLE_MODULUS, "mm³")
    bent.given("Fb", "bending value, wet, on its whole thickness", row.fb_mpa or 0.0, "MPa", row.source)
    bent.given("CD", "duration: birds", DURATION["birds"][0], "", "NDS 2018 2.3.2")
    bent.step("F", "what it may be stressed to", "Fb*CD", "MPa")
    bent.step("sigma", "bending stress", "1000*M/S", "MPa")
    if more_n_m2:  # its sides take their share
        work.given("EI_s", "stiffness of its sides", more_n_m2, "N m²", "E·I")
        bent.given("EI_s", "stiffness of its sides", more_n_m2, "N m²", "E·I")
        bent.given("E", "stiffness of the board", row.e_gpa or 0.0, "GPa", row.source)
        bent.step(
            "sigma",
            "stress of the board's share",
            f"sigma*E*{RECTANGLE_SECOND}/(E*{RECTANGLE_SECOND} + 1000*EI_s)",
            "MPa",
        )
    bent.step("ratio", "bears over takes", "F/sigma")
    yield Check(f"{what} bending", refs, bent.known["sigma"], bent.known["F"], "MPa", bent)
    work.step("I", "second moment", RECTANGLE_SECOND, "mm⁴")
    work.given("E", "stiffness, wet", row.e_gpa or 0.0, "GPa", row.source)
    if more_n_m2:
        work.step("I", "with its sides", "I + 1000*EI_s/E", "mm⁴")
    work.step("y", "sag in the middle", SAG, "mm", "beam theory")
    yield _sag_check(f"{what} sagging", work, refs)


def _nest_rails(structure: Structure, birds: Birds) -> Iterator[Check]:
    """The front or outer rail of a row of nests: half of what stands in the boxes, a hen in each."""
    rails = [spans_of(structure, one) for one in structure.members if one.duty is Duty.NEST_RAIL]
    zone = next((zone for zone in structure.zones if zone.space is Space.NESTS), None)
    if not rails or zone is None or not structure.room.nests:
        return
    one = max(rails, key=lambda rail: rail.longest[1] - rail.longest[0])
    boxes = sum(
        panel.kg for panel in structure.standing if panel.part is Covers.FURNITURE and _in(panel, zone.x)
    )
    work = Working()
    given_birds(work, birds, min(birds.placed, structure.room.nests), "birds in the boxes, one in each")
    work.given("g_n", "straw and eggs in a box", NEST_LITTER_KG, "kg", "a judgement")
    work.given("k", "boxes", structure.room.nests, "", "the frame")
    work.given("m_b", "the boxes themselves", boxes, "kg", "the frame")
    work.given("B", "length of the row", (zone.y[1] - zone.y[0]) / 1000, "m", "the frame")
    given_own(work, one.member)
    work.step(
        "w", "half of it along a rail", f"{G}*((n*m + k*g_n + m_b)/2/B + m_o)", "N/m", "half to each rail"
    )
    _given_span(work, one)
    refs = tuple(rail.member.ref for rail in rails)
    sagging = work.copy()
    work.step("M", "moment", BEAM_MOMENT, "N m", "statics")
    yield bends("nest rails bending", refs, one.member, work, one.level_axis, "birds")
    yield sags("nest rails sagging", one.member, sagging, one.level_axis, refs)


def _in(panel: Panel, x: tuple[float, float]) -> bool:
    return x[0] - AT_FLOOR_MM <= panel.centre[0] <= x[1] + AT_FLOOR_MM


def _ramp(structure: Structure, birds: Birds) -> Iterator[Check]:
    """The ramp's board, with birds one behind another from its foot to its head."""
    board = next((panel for panel in structure.standing if panel.part is Covers.RAMP), None)
    if board is None or not isinstance(board.covering, Sheet) or not board.covering.thick_mm:
        return
    wide, long = board.cut_mm
    sides = [one for one in structure.members if one.duty is Duty.RAMP_SIDE]
    sides_kg = sum(one.dry_kg for one in sides)
    work = Working()
    work.given("L", "from its head to the ground", long / 1000, "m", "the frame")
    given_birds(
        work,
        birds,
        max(1, min(birds.placed, math.floor(long / 1000 / ON_THE_RAMP_M))),
        "birds on it, one behind another",
    )
    work.given("m_b", "the ramp itself", board.kg + sides_kg, "kg", "the frame")
    work.given("theta", "its slope", math.acos(min(1.0, abs(board.normal[2]))), "rad", "the frame")
    work.step("w", "load along it, square to it", f"{G}*(n*m + m_b)*cos(theta)/L", "N/m", "statics")
    stiff = sum(stiffness_n_m2(one, 1) for one in sides)
    yield from _board("ramp", work, board.covering, wide, (board.ref, *(one.ref for one in sides)), stiff)


def told_of_steps(structure: Structure) -> tuple[Phrase, ...]:
    """Say where a person who gets into a house may not step.

    Args: structure.
    Returns: a Phrase where a door lets one in on a floor that is not rated between its bearers; none otherwise.
    Source: PS 1 and PS 2, floor spans.

    >>> told_of_steps(pen("coop", house="whole"))[0].text("metric")
    'step and kneel over the floor bearers: slats 19 mm with 25 mm gaps between them is not for a person'
    """
    laid = floor_panels(structure)
    if not laid or not steps_in(structure):
        return ()
    row = laid[0].covering
    places = sorted(one.centre[0] for one in structure.members if one.duty is Duty.BEARER)
    apart = max((b - a for a, b in itertools.pairwise(places)), default=0.0) / 1000
    if isinstance(row, Sheet) and apart <= (row.step_span_m or 0.0):
        return ()
    said = f"step and kneel over the floor bearers: {plain(laid[0].label)} between them is not for a person"
    return (phrase(said),)
