"""Rafters, rails and bows under snow."""

from __future__ import annotations

from collections.abc import Iterator

from ergamot.core.catalogue import Catalogue
from ergamot.core.finding import Working
from ergamot.core.frame.bending import ARCH_MOMENT, BEAM_MOMENT
from ergamot.core.frame.structure import Member, Panel, Structure
from ergamot.core.place import SNOW_WORDS, Place
from ergamot.core.strength.check import Check, bends, sags
from ergamot.core.weather.snow import pitch_deg, snow_pa

RIB_ROLES = ("rafter", "top cross rail", "roof bow")  # sticks across the pen that carry its roof
DRAWN_WIRE_MPA = 500.0  # cold-drawn wire of farm panels; common practice
LEAST_SNOW_MM = 1.0  # less is no load
ALONG = 0


def snow_checks(catalogue: Catalogue, structure: Structure, place: Place) -> Iterator[Check]:
    """Every kind of stick that carries snow, the worst of each.

    Args: catalogue; structure; place, with its snow.
    Returns: an iterator of Checks: bending, and sag of timber.
    Source: w·L²/8 on the level span, an arch half loaded w·L²/64; NDS 2018.
    """
    if place.snow_mm < LEAST_SNOW_MM:
        return
    roofs = [p for p in structure.standing if p.solid and p.normal[2] > 0.02 and not p.outside]
    for role in RIB_ROLES:
        ribs = sorted((m for m in structure.members if m.role == role), key=_middle)
        loaded = [(rib, roof) for rib in ribs if (roof := _roof_over(rib, roofs)) is not None]
        if not loaded:
            continue
        widest = max(loaded, key=lambda pair: _carries(pair[0], ribs))
        yield from _rib(widest[0], widest[1], tuple(rib.ref for rib, _ in loaded), ribs, place)
    yield from _wire_hoop(catalogue, structure, place)


def _wire_hoop(catalogue: Catalogue, structure: Structure, place: Place) -> Iterator[Check]:
    """Bent wire panels under a tarp: each wire that spans takes its strip of snow, half the hoop loaded."""
    bent = [p for p in structure.standing if p.curved and p.covering in catalogue.wire_panels]
    if not bent or not any(p.curved and p.solid for p in structure.standing):
        return
    row = catalogue.wire_panels[bent[0].covering]
    work = Working()
    work.given("h", f"{SNOW_WORDS[place.snow]} on level ground", place.snow_mm / 1000, "m", "your site")
    work.given("rho", f"what {SNOW_WORDS[place.snow]} weighs", place.snow_kg_m3, "kg/m³", "common practice")
    work.given("c", "a wire carries", row.pitch_mm / 1000, "m", row.source)
    work.step("w", "load along it", "h*rho*9.81*c", "N/m")
    low, high = structure.body.y
    work.given("L", "span between the rails", (high - low) / 1000, "m", "the frame")
    work.step("M", "moment, half of it loaded", ARCH_MOMENT, "N m", "statics")
    work.given("D", "wire", row.wire_mm, "mm", row.source)
    work.step("sigma", "bending stress", "32*1000*M/(3.14159*D**3)", "MPa", "mechanics of a round bar")
    work.given("Fy", "yield of drawn wire", DRAWN_WIRE_MPA, "MPa", "common practice")
    work.step("F", "what it may be stressed to", "Fy/1.5", "MPa", "common practice")
    work.step("ratio", "bears over takes", "F/sigma")
    refs = tuple(panel.ref for panel in bent)
    yield Check("wire hoop under snow", refs, work.known["sigma"], work.known["F"], "MPa", work.done())


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


def _carries(rib: Member, ribs: list[Member]) -> float:
    """Width of roof a rib carries, m: half the bay on each side."""
    places = sorted({round(_middle(other), 1) for other in ribs})
    i = places.index(round(_middle(rib), 1))
    before = places[i] - places[i - 1] if i else 0.0
    after = places[i + 1] - places[i] if i + 1 < len(places) else 0.0
    return (before + after) / 2000 or 0.3


def _level_span(rib: Member) -> float:
    ys = [corner[1] for solid in rib.solids for corner in solid]
    return (max(ys) - min(ys)) / 1000


def _load(rib: Member, roof: Panel, ribs: list[Member], place: Place) -> Working:
    work = Working()
    depth, density = place.snow_mm / 1000, place.snow_kg_m3
    work.given("h", f"{SNOW_WORDS[place.snow]} on level ground", depth, "m", "your site")
    work.given("rho", f"what {SNOW_WORDS[place.snow]} weighs", density, "kg/m³", "common practice")
    stay = snow_pa(depth, density, pitch_deg(roof)) / max(snow_pa(depth, density), 1e-9)
    work.given("k", "share that stays on this slope", stay, "", "ASCE 7 fig. 7.4-1")
    work.given("c", "width of roof it carries", _carries(rib, ribs), "m", "the frame")
    work.step("w", "load along it, level", "h*rho*9.81*k*c", "N/m")
    work.given("L", "level span", _level_span(rib), "m", "the frame")
    return work


def _rib(
    rib: Member, roof: Panel, refs: tuple[str, ...], ribs: list[Member], place: Place
) -> Iterator[Check]:
    work = _load(rib, roof, ribs, place)
    if work.known["w"] <= 0:
        return
    bow = rib.role == "roof bow"
    rule = ARCH_MOMENT if bow else BEAM_MOMENT
    work.step("M", "moment, half of it loaded" if bow else "moment", rule, "N m", "statics")
    yield bends(f"{rib.role} under snow", refs, rib, work, ALONG, "snow")
    if rib.species is not None:
        sag = sags(f"{rib.role} sagging under snow", rib, _load(rib, roof, ribs, place), ALONG)
        yield Check(sag.what, refs, sag.takes, sag.bears, sag.unit, sag.working)
