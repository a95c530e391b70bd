"""A frame of plastic pipe: it does not break so much as sag, whip when it is carried, and lean in the wind."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from shapely import Polygon, box

from ergamot.core.catalogue.kinds import Made
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.frame.bending import (
    PVC_ALLOWED_MPA,
    PVC_CREEP,
    PVC_WARM,
    SAG_OF_PLASTIC,
    TUBE_E_GPA,
    tube_modulus,
)
from ergamot.core.frame.kinds import Duty, Item
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.rejoined import ONE_LINE_MM
from ergamot.core.frame.structure import Member, Structure
from ergamot.core.strength.check import Check
from ergamot.core.strength.moving import MOVING_FACTOR
from ergamot.core.weather.loads import MESH_DRAG
from ergamot.core.weather.speed import AIR
from ergamot.core.working import Working

WHIP_OF_SPAN = 30.0  # the same of the whole pen carried at its ends; judgement: more works the fittings loose
LEAN_OF_HEIGHT = (
    15.0  # height over lean in the design gust; judgement: more slackens mesh, and comes back crooked
)
SHEET_DRAG = 1.3  # pressure before and suction behind a low wall; EN 1991-1-4 table 7.1, zones D and E
FAR_MM = 1e5  # past any pen; may move
LEVEL = 0.9  # a normal's part from which a covering lies on the top; may move
LADDER = "1/(a*b/(12*EI) + a**2/(24*EI))"  # all of one pipe
BEAM_SAG = "5*w*L**4/(384*EI)*1000"


def pipe_checks(structure: Structure, weighed: Mass, farm: FarmConditions) -> Iterator[Check]:
    """What a frame of plastic pipe is asked: nothing of any other.

    Args: structure; weighed; farm, with its design gust.
    Returns: an iterator of Checks: sag, whip, strength carried, lean.
    Source: beam theory; stiffness of PVC, ASTM D1784, warm and in time.

    >>> kit = pen("pipe-kit")
    >>> sorted(one.what for one in pipe_checks(kit, mass(kit), farm()))[0]
    'frame leaning in the gust'
    """
    base = [m for m in structure.members if m.duty is Duty.BASE_RAIL]
    if not base or base[0].section.made is not Made.PLASTIC:
        return
    yield _sags(structure)
    yield from _carried(structure, weighed, base)
    yield _leans(structure, farm)


def _stiff(work: Working, pipe: Member, count: float, left: float, words: str) -> None:
    """The stiffness of so many pipes side by side, N m², into the working."""
    section = pipe.section
    second = tube_modulus(section) * section.deep_mm / 2
    work.given(
        "E", "stiffness of PVC, new and cool", TUBE_E_GPA[Made.PLASTIC], "GPa", "ASTM D1784, cell class 12454"
    )
    work.given("I", f"second moment of {section.label}", second, "mm⁴", "mechanics of a ring")
    work.given("k", words, left, "", "AWWA M23; heat a judgement")
    work.given("n", "pipes that bend alike", count, "", "the frame")
    work.step("EI", "stiffness", "n*k*E*I/1000", "N m²")


def _lies_on(structure: Structure, pipe: Member, places: list[float]) -> list[tuple[str, float]]:
    """What lies on a cross pipe of the top, in words, and how much of it to a metre of the pipe, kg: of every covering the
    strip from half way to the pipe before to half way to the one after. The sticks of a lid carry themselves."""
    x = pipe.centre[0]
    at = min(range(len(places)), key=lambda i: abs(places[i] - x))
    start = (places[at - 1] + x) / 2 if at else -FAR_MM
    end = (places[at + 1] + x) / 2 if at + 1 < len(places) else FAR_MM
    found = []
    for panel in structure.standing:
        if panel.normal[2] <= LEVEL:
            continue
        seen = Polygon([c[:2] for c in panel.corners], [[c[:2] for c in hole] for hole in panel.holes])
        strip_m2 = float(seen.intersection(box(start, -FAR_MM, end, FAR_MM)).area) / 1e6
        if strip_m2 > 0:
            kg_m = strip_m2 * panel.kg_m2 / pipe.length_mm * 1000
            found.append((f"{panel.role}, {panel.label}", kg_m))
    return found


def _along_the_middle_kg(structure: Structure) -> float:
    """What hangs on the middles of all cross pipes: the pipe that runs along there, and the fittings it is glued into."""
    pipes = [m for m in structure.members if m.duty is Duty.RIDGE_TUBE]
    if not pipes:
        return 0.0
    y, z = pipes[0].centre[1:]
    fittings = (
        one.kg
        for one in structure.hardware
        if one.item is Item.FITTING
        and abs(one.place[1] - y) < ONE_LINE_MM
        and abs(one.place[2] - z) < ONE_LINE_MM
    )
    return sum(m.dry_kg for m in pipes) + sum(fittings)


def _sags(structure: Structure) -> Check:
    """The cross pipe of the top that sags most, under itself and what lies on it, for years of summers. It spans from post to
    post: the pipe along the middle hangs on it, and lies on nothing."""
    across = [m for m in structure.members if m.duty is Duty.CROSS_RAIL]
    places = sorted({m.centre[0] for m in across})
    middle = _along_the_middle_kg(structure) / max(1, len(places))
    loads = {pipe.ref: _lies_on(structure, pipe, places) for pipe in across}
    pipe = max(across, key=lambda one: sum(kg for _, kg in loads[one.ref]) * one.length_mm**3)
    work = Working()
    work.given("m", "the pipe", pipe.section.kg_m or 0.0, "kg/m", pipe.section.source)
    names = []
    for i, (words, kg_m) in enumerate(loads[pipe.ref], 1):
        work.given(f"g{i}", f"what lies on it: {words}", kg_m, "kg/m", "the frame")
        names.append(f"g{i}")
    work.given("L", "span from post to post", pipe.length_mm / 1000, "m", "the frame")
    work.given("m_r", "its part of the pipe along the middle, and its fitting", middle, "kg", "the frame")
    hung = " + 8*m_r/(5*L)" if middle else ""  # in the middle it sags it as much as so much spread evenly
    work.step("w", "load along it", f"9.81*({' + '.join(['m', *names])}{hung})", "N/m", "beam theory")
    _stiff(work, pipe, 1, PVC_CREEP * PVC_WARM, "of it left after years, warm")
    work.step("y", "sag in the middle", BEAM_SAG, "mm", "beam theory")
    work.given("s", "span over sag at the most", SAG_OF_PLASTIC, "", "a judgement")
    work.step("most", "sag at the most", "1000*L/s", "mm")
    work.step("ratio", "allowed over comes to", "most/y")
    refs = tuple(m.ref for m in across)
    return Check("top pipes sagging in the sun", refs, work.known["y"], work.known["most"], "mm", work)


def _carried(structure: Structure, weighed: Mass, base: list[Member]) -> Iterator[Check]:
    """Lifted at both ends: each side a ladder of base, top and posts glued to each other, which gives in its bays."""
    tops = [m for m in structure.members if m.duty is Duty.PLATE]
    posts = [m for m in structure.members if m.duty is Duty.UPRIGHT]
    refs = tuple(m.ref for m in (*base, *tops, *posts))
    low, high = structure.body.x
    places = sorted({m.centre[0] for m in posts})

    def ladder() -> Working:
        work = Working()
        work.given("m", "mass, timber fresh", weighed.fresh_kg, "kg", "sum of the parts")
        work.given("L", "carried at its ends", (high - low) / 1000, "m", "the frame")
        work.given("j", "jolts", MOVING_FACTOR, "", "a judgement, at a walk")
        work.step("w", "load on one side", "j*m*9.81/2/L", "N/m")
        work.given("a", "longest bay", max(q - p for p, q in pairwise(places)) / 1000, "m", "the frame")
        return work

    work = ladder()
    apart = tops[0].centre[2] - base[0].centre[2]
    work.given("b", "base to top", apart / 1000, "m", "the frame")
    _stiff(work, base[0], 1, PVC_WARM, "of it left in the sun")
    work.step(
        "GA", "how stiff the ladder is to being skewed", LADDER, "N", "Timoshenko & Gere (1961), battens"
    )
    work.step("y", "how far it whips", "w*L**2/(8*GA)*1000", "mm", "statics")
    work.given("s", "span over that at the most", WHIP_OF_SPAN, "", "a judgement")
    work.step("most", "whip at the most", "1000*L/s", "mm")
    work.step("ratio", "allowed over comes to", "most/y")
    yield Check("sides whipping when it is carried", refs, work.known["y"], work.known["most"], "mm", work)
    work = ladder()
    work.step(
        "M", "moment beside the end post", "w*L/4*a/2 + w/2*a**2/12", "N m", "Vierendeel: bent both ways"
    )
    work.given("S", f"section modulus of {base[0].section.label}", tube_modulus(base[0].section), "mm³")
    work.given("k", "of its strength left in the sun", PVC_WARM, "", "a judgement")
    work.given(
        "Fb", "what its wall may be stressed to", PVC_ALLOWED_MPA, "MPa", "ASTM D2241, in bending a judgement"
    )
    work.step("sigma", "bending stress", "1000*M/S", "MPa")
    work.step("F", "what it may be", "k*Fb", "MPa")
    work.step("ratio", "bears over takes", "F/sigma")
    yield Check("side pipes when it is carried", refs, work.known["sigma"], work.known["F"], "MPa", work)


def _leans(structure: Structure, farm: FarmConditions) -> Check:
    """A gust on its broad side: the posts, held by their sockets, bend to an S."""
    posts = [m for m in structure.members if m.duty is Duty.UPRIGHT]
    pipe = posts[0]
    sides = [p for p in structure.standing if abs(p.normal[1]) > 0.9 and not p.outside and not p.raised]
    mesh = sum(p.area_m2 * p.solidity for p in sides if not p.solid)
    sheet = sum(p.area_m2 for p in sides if p.solid) / 2  # the coefficient is of both walls
    work = Working()
    work.given("V", "gust", farm.design_gust_ms, "m/s", "your farm")
    work.given("A_m", "wire of both sides", mesh, "m²", "the frame")
    work.given("c_m", "drag of wire", MESH_DRAG, "", "EN 1991-1-4, 7.9")
    work.given("A_s", "sheet of one side", sheet, "m²", "the frame")
    work.given("c_s", "before and behind it", SHEET_DRAG, "", "EN 1991-1-4 table 7.1")
    work.step("P", "half of that comes to the top", f"{AIR}*V**2*(c_m*A_m + c_s*A_s)/2", "N", "statics")
    work.given("h", "posts, clear of their sockets", pipe.length_mm / 1000, "m", "the frame")
    _stiff(work, pipe, len(posts), PVC_WARM, "of it left in the sun")
    work.step("y", "lean of the top", "P*h**3/(12*EI)*1000", "mm", "posts held at both ends")
    work.given("s", "height over lean at the most", LEAN_OF_HEIGHT, "", "a judgement")
    work.step("most", "lean at the most", "1000*h/s", "mm")
    work.step("ratio", "allowed over comes to", "most/y")
    refs = tuple(m.ref for m in posts)
    return Check("frame leaning in the gust", refs, work.known["y"], work.known["most"], "mm", work)
