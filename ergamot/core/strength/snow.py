"""Rafters, rails and bows under snow."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import replace

from ergamot.core.catalogue import WirePanel
from ergamot.core.catalogue.kinds import Made
from ergamot.core.farm.conditions import SNOW_WORDS, FarmConditions
from ergamot.core.frame.bending import (
    ARCH_BUCKLES,
    ARCH_MOMENT,
    ARCH_THRUST,
    BEAM_MOMENT,
    DRAWN_WIRE_MPA,
    STRAIGHT_MOMENT,
    TUBE_E_GPA,
    stiffness_n_m2,
)
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.structure import Member, Panel, Structure
from ergamot.core.strength.check import Check, bends, sags, source_of
from ergamot.core.weather.snow import holds, pitch_deg, snow_pa
from ergamot.core.working import Working

RIBS = (Duty.RAFTER, Duty.CROSS_RAIL, Duty.BOW)  # sticks across the pen that carry its roof
BUCKLING_FACTOR = 1.67  # AISC 360 section E1, allowable strength in compression
LEAST_SNOW_MM = 1.0  # less is no load
HANGS_ON = (Duty.PLATE, Duty.BASE_RAIL)
# a stick that stands this far over another's foot bears on it
BEARS_MM = 5.0  # may move: it is a stick's depth or nothing
SAME_BAY_MM = 20.0  # of arithmetic; may move
ALONG, ACROSS, UPRIGHT = 0, 1, 2  # names of axes; may move
SPREADS = "statics of a parabolic arch; the crown of a sprung strip bends by its thrust times its rise"


def snow_checks(structure: Structure, farm: FarmConditions) -> Iterator[Check]:
    """Every kind of stick that carries snow, the worst of each.

    Args: structure; farm, with its snow.
    Returns: an iterator of Checks: bending, and sag of timber.
    Source: w·L²/8 on the level span, an arch half loaded w·L²/64; NDS 2018.

    >>> [one.what for one in snow_checks(pen(roofed=1.0), farm())][0]
    'top cross rail under snow'
    """
    if farm.snow_mm < LEAST_SNOW_MM:
        return
    up = [p for p in structure.standing if p.normal[2] > 0.02 and not p.outside]
    roofs = sorted((p for p in up if holds(p, farm.wet_snow)), key=lambda p: not p.solid)
    for duty in RIBS:
        ribs = sorted((m for m in structure.members if m.duty is duty), key=_middle)
        loaded = [(rib, roof) for rib in ribs if (roof := _roof_over(rib, roofs)) is not None]
        if not loaded:
            continue
        widest = max(loaded, key=lambda pair: _carries(pair[0], pair[1], ribs))
        yield from _rib(structure, widest[0], widest[1], tuple(rib.ref for rib, _ in loaded), ribs, farm)
    yield from _noggins(structure, roofs, farm)
    yield from _wire_hoop(structure, farm)


def _wire_hoop(structure: Structure, farm: FarmConditions) -> Iterator[Check]:
    """Bent wire panels under a tarp: each wire that spans takes its strip of snow, half the hoop loaded."""
    bent = [p for p in structure.standing if p.curved and isinstance(p.covering, WirePanel)]
    row = bent[0].covering if bent else None
    if not isinstance(row, WirePanel) or not any(p.curved and p.solid for p in structure.standing):
        return
    cut = {panel.closes for panel in bent} - {""}
    widest = max((one.clear_mm[0] for one in structure.openings if one.ref in cut), default=0.0)
    work = _on_a_wire(farm, row, widest)
    low, high = structure.body.y
    work.given("L", "span between the rails", (high - low) / 1000, "m", "the frame")
    work.step("M", "moment, half of it loaded", ARCH_MOMENT, "N m", "statics")
    work.given("D", "wire", row.wire_mm, "mm", row.source)
    work.step("sigma", "bending stress", "32*1000*M/(3.14159*D**3)", "MPa", "mechanics of a round bar")
    work.given("Fy", "yield of drawn wire", DRAWN_WIRE_MPA, "MPa", "ASTM A1064")
    work.step("F", "what it may be stressed to", "Fy/1.5", "MPa", "a judgement: no one stands under it")
    work.step("ratio", "bears over takes", "F/sigma")
    refs = tuple(panel.ref for panel in bent)
    yield Check("wire hoop under snow", refs, work.known["sigma"], work.known["F"], "MPa", work)
    foot = min(corner[2] for panel in bent for corner in panel.corners)
    rise = max(corner[2] for panel in bent for corner in panel.corners) - foot
    second = math.pi * row.wire_mm**4 / 64
    yield _buckles(
        "wire hoop",
        refs,
        _on_a_wire(farm, row, widest),
        (high - low, rise),
        TUBE_E_GPA[Made.STEEL] * second / 1000,
    )

    yield from _knee_walls(structure, farm, row, (high - low, rise))


def _knee_walls(
    structure: Structure, farm: FarmConditions, row: WirePanel, size: tuple[float, float]
) -> Iterator[Check]:
    """The plates of knee walls, pushed out between the ends they are tied across by a hoop that is sprung and loaded; their
    studs hold them up, not in. size is base and rise, mm."""
    plates = [member for member in structure.members if member.duty is Duty.PLATE]
    if not plates:
        return
    work = _on_a_wire(farm, row)
    xs = [corner[0] for corner in plates[0].corners]
    work.given("b", "base", size[0] / 1000, "m", "the frame")
    work.given("f", "rise", size[1] / 1000, "m", "the frame")
    work.given("D", "wire", row.wire_mm, "mm", row.source)
    work.given(
        "kappa", "how sharply it is bent at the crown", _crown_curvature(structure), "1/m", "the frame"
    )
    stiff = TUBE_E_GPA[Made.STEEL] * math.pi * row.wire_mm**4 / 64 / 1000
    work.given("EI", "stiffness of a wire", stiff, "N m²", "E·I")
    work.step("H", "what pushes a plate out", "(w*b**2/(8*f) + EI*kappa/f)/c", "N/m", SPREADS)
    work.given("L", "plate between the ends", (max(xs) - min(xs)) / 1000, "m", "the frame")
    work.step("M", "moment, level", "H*L**2/8", "N m", "statics")
    refs = tuple(member.ref for member in plates)
    yield bends("knee wall plate pushed out under snow", refs, plates[0], work, UPRIGHT, "snow")


def _crown_curvature(structure: Structure) -> float:
    """Of the curve as it is set out, 1/m."""
    points = structure.offsets
    top = len(points) // 2
    (a, za), (_, zb), (c, zc) = points[top - 1 : top + 2]
    run = (c - a) / 2
    return 1000 * abs(za - 2 * zb + zc) / run**2


def _on_a_wire(farm: FarmConditions, row: WirePanel, cut_mm: float = 0.0) -> Working:
    """The strip of snow that lies on one wire of a hoop, N/m: beside a hole so wide, half of what lay on the wires that are
    cut besides its own."""
    work = Working()
    work.given("h", f"{SNOW_WORDS[farm.snow]} on level ground", farm.snow_mm / 1000, "m", "your site")
    work.given("rho", f"what {SNOW_WORDS[farm.snow]} weighs", farm.snow_kg_m3, "kg/m³", "EN 1991-1-3 annex E")
    if cut_mm:
        work.given("p", "wires are apart", row.pitch_mm / 1000, "m", row.source)
        work.given("a", "the widest opening cut through them", cut_mm / 1000, "m", "the frame")
        work.step("c", "the wire beside it carries", "p + a/2", "m", "half of the opening's width each side")
    else:
        work.given("c", "a wire carries", row.pitch_mm / 1000, "m", row.source)
    work.step("w", "load along it", "h*rho*9.81*c", "N/m")
    return work


def _buckles(
    what: str, refs: tuple[str, ...], work: Working, size: tuple[float, float], stiff_n_m2: float
) -> Check:
    """A thin arch under snow: it gives way sideways in its own plane long before it breaks.

    size is base and rise, mm; the working holds `w`, N/m.
    """
    base, rise = size
    radius = (base * base / 4 + rise * rise) / (2 * rise)
    half = math.asin(min(1.0, base / 2 / radius))
    work.given("b", "base", base / 1000, "m", "the frame")
    work.given("f", "rise", rise / 1000, "m", "the frame")
    work.step("R", "radius of the circle through feet and crown", "(b**2/4 + f**2)/(2*f)", "m", "geometry")
    work.given("alpha", "half its angle", half if rise <= radius else math.pi - half, "rad", "geometry")
    work.step(
        "p", "pressure of the snow's thrust on the curve", ARCH_THRUST, "N/m", "statics of a parabolic arch"
    )
    work.given("EI", "stiffness", stiff_n_m2, "N m²", "E·I")
    work.step(
        "q", "pressure at which it buckles", ARCH_BUCKLES, "N/m", "Timoshenko & Gere (1961), two hinges"
    )
    work.given("n", "buckling over what is allowed", BUCKLING_FACTOR, "", "AISC 360 section E1")
    work.step("F", "what it bears", "q/n", "N/m")
    work.step("ratio", "bears over takes", "F/p")
    name = f"{what} buckling under snow: prop its ridge, or take the cover off in winter"
    return Check(name, refs, work.known["p"], work.known["F"], "N/m", work)


def _longest_straight(rib: Member) -> float:
    return max(max(ys) - min(ys) for ys in ([c[1] for c in solid] for solid in rib.solids)) / 1000


def _middle(member: Member) -> float:
    return member.centre[0]


def _roof_over(rib: Member, roofs: list[Panel]) -> Panel | None:
    """Sheet that reaches over a rib."""
    x = _middle(rib)
    for roof in roofs:
        xs, ys = zip(*((corner[0], corner[1]) for corner in roof.corners), strict=True)
        if min(xs) - 60 <= x <= max(xs) + 60 and min(ys) - 60 <= rib.centre[1] <= max(ys) + 60:
            return roof
    return None


def _carries(rib: Member, roof: Panel, ribs: list[Member]) -> float:
    """Width of roof a rib carries, m: half the bay on each side, as far as there is roof."""
    places = sorted({round(_middle(other), 1) for other in ribs})
    i = places.index(round(_middle(rib), 1))
    start = (places[i] + places[i - 1]) / 2 if i else -math.inf
    end = (places[i] + places[i + 1]) / 2 if i + 1 < len(places) else math.inf
    xs = [corner[0] for corner in roof.corners]
    return max(0.0, min(end, max(xs)) - max(start, min(xs))) / 1000


def _level_span(rib: Member) -> float:
    ys = [corner[1] for solid in rib.solids for corner in solid]
    return (max(ys) - min(ys)) / 1000


def _load(roof: Panel, carries_m: float, span_m: float, farm: FarmConditions) -> Working:
    work = Working()
    depth, density = farm.snow_mm / 1000, farm.snow_kg_m3
    work.given("h", f"{SNOW_WORDS[farm.snow]} on level ground", depth, "m", "your site")
    work.given("rho", f"what {SNOW_WORDS[farm.snow]} weighs", density, "kg/m³", "EN 1991-1-3 annex E")
    stay = snow_pa(depth, density, pitch_deg(roof)) / max(snow_pa(depth, density), 1e-9)
    work.given("k", "share that stays on this slope", stay, "", "ASCE 7 fig. 7.4-1")
    work.given("c", "width of roof it carries", carries_m, "m", "the frame")
    if roof.solid:
        work.step("w", "load along it, level", "h*rho*9.81*k*c", "N/m")
    else:
        work.given(
            "s_m", "share that fine mesh holds of wet snow", holds(roof, farm.wet_snow), "", "common practice"
        )
        work.step("w", "load along it, level", "h*rho*9.81*k*c*s_m", "N/m")
    work.given("L", "level span", span_m, "m", "the frame")
    return work


def _rib(
    structure: Structure,
    rib: Member,
    roof: Panel,
    refs: tuple[str, ...],
    ribs: list[Member],
    farm: FarmConditions,
) -> Iterator[Check]:
    width, span = _carries(rib, roof, ribs), _level_span(rib)
    work = _load(roof, width, span, farm)
    if work.known["w"] <= 0:
        return
    bow = rib.duty is Duty.BOW
    rule = ARCH_MOMENT if bow else BEAM_MOMENT
    if rib.bends:  # straight between its bends, it bends there as a beam besides
        work.given("a", "its longest straight, level", _longest_straight(rib), "m", "the frame")
        rule = f"{ARCH_MOMENT} + {STRAIGHT_MOMENT}"
    work.step("M", "moment, half of it loaded" if bow else "moment", rule, "N m", "statics")
    yield bends(f"{rib.role} under snow", refs, rib, work, ALONG, "snow")
    if bow:
        zs = [corner[2] for solid in rib.solids for corner in solid]
        stiff = stiffness_n_m2(rib, ALONG)
        strip = _load(roof, width, span, farm)
        yield _buckles("roof bow", refs, strip, (1000 * span, max(zs) - min(zs)), stiff)
    if rib.species is not None or rib.section.welded:
        sag = sags(f"{rib.role} sagging under snow", rib, _load(roof, width, span, farm), ALONG)
        yield replace(sag, refs=refs)
        yield from _hung(structure, rib, _load(roof, width, span, farm), refs)


def _hung(structure: Structure, rib: Member, work: Working, refs: tuple[str, ...]) -> Iterator[Check]:
    """Screws at an end that nothing lies under: they carry all of its half."""
    seats = {notch.other for notch in rib.notches}
    foot = min(corner[2] for corner in rib.corners) + BEARS_MM
    screws = [
        joint
        for joint in structure.joints
        if rib.ref in joint.members and joint.screw_n is not None
        for other in (structure.by_ref[ref] for ref in joint.members if ref != rib.ref)
        if other.duty in HANGS_ON and other.ref not in seats and max(c[2] for c in other.corners) > foot
    ]
    if not screws:
        return
    work.step("R", "at each end", "w*L/2", "N", "statics")
    work.given("n", "screws there", min(joint.count for joint in screws), "", "the frame")
    weakest = min(screws, key=lambda joint: joint.screw_n or 0.0)
    work.given("V", "a screw in shear", weakest.screw_n or 0.0, "N", source_of(weakest))
    work.step("F", "what they bear", "n*V", "N")
    work.step("ratio", "bears over takes", "F/R")
    what = f"{rib.role}'s screws under snow"
    yield Check(what, refs, work.known["R"], work.known["F"], "N", work)


def _noggins(structure: Structure, roofs: list[Panel], farm: FarmConditions) -> Iterator[Check]:
    """Sticks between rafters under sheet; each carries half way to the next, up and down the slope."""
    sticks = [m for m in structure.members if m.duty is Duty.NOGGIN]
    loaded = [(one, roof) for one in sticks if (roof := _roof_over(one, roofs)) is not None]
    if not loaded:
        return
    widths = [
        _strip(one, roof, [m for m, on in loaded if (on.face, on.raised) == (roof.face, roof.raised)])
        for one, roof in loaded
    ]
    spans = [_span_along(one) for one, _ in loaded]
    i = max(range(len(loaded)), key=lambda at: widths[at] * spans[at] ** 2)
    stick, roof = loaded[i]
    work = _load(roof, widths[i], spans[i], farm)
    if work.known["w"] <= 0:
        return
    work.step("M", "moment", BEAM_MOMENT, "N m", "statics")
    yield bends("noggin under snow", tuple(m.ref for m, _ in loaded), stick, work, ACROSS, "snow")


def _strip(stick: Member, roof: Panel, others: list[Member]) -> float:
    """Level width of roof a noggin carries, m."""
    edges = [corner[1] for corner in roof.corners]
    ys = sorted({round(m.centre[1]) for m in others if abs(m.centre[0] - stick.centre[0]) < SAME_BAY_MM})
    rows = [min(edges), *ys, max(edges)]
    at = ys.index(round(stick.centre[1])) + 1
    return (rows[at + 1] - rows[at - 1]) / 2000


def _span_along(stick: Member) -> float:
    xs = [corner[0] for corner in stick.corners]
    return (max(xs) - min(xs)) / 1000
