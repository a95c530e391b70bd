"""Feeders and drinkers hung inside, the ground closed round the base, gussets, a catch board, inserts."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from itertools import pairwise

from ergamot.core.catalogue import Catalogue, Container, pick
from ergamot.core.catalogue.kinds import Fitting, Use
from ergamot.core.finding import phrase
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.covering import Coat
from ergamot.core.frame.face import Face, corners
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import HOLDS_WHEELS, Covers, Duty, Group, Item, Space, When
from ergamot.core.frame.parameters import Choice, Parameter, Value, any_of, is_on, switch
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site
from ergamot.core.frame.structure import Contents, Hardware, Room

BESIDE_RAILS = HOLDS_WHEELS | {Duty.HANDLE}  # sticks that stand outside them
APRON_MM = 300.0  # mesh laid flat outwards against digging; judgement: a fox digs at the wall's foot
ROUND_MM = 6.0  # left round what swings; judgement: wet wood swells
LEAST_BATTEN_MM = 100.0  # a shorter piece closes nothing; judgement
BATTEN_MM = 65.0  # the hatch of a low pen begins above the batten
HUNG_OVER_MM = 200.0  # the middle of what hangs over the floor it hangs over; judgement: at a bird's back
SLOT_MM = 22.0  # for a 12 mm board


@dataclass(frozen=True)
class Inside:
    """What hangs in the pen and what is done at its edges."""

    feeder: Container
    feeders: int
    drinker: Container
    drinkers: int
    pulleys: bool
    ground: str
    gussets: bool
    catch_board: bool
    winter: bool


INSIDE_PARAMETERS: tuple[Parameter, ...] = (
    Parameter(
        "feeder", "Feeder", "inside", "choice", "trough-1m", table="containers", uses=(Use.FEEDER,), kept=True
    ),
    Parameter("feeders", "Feeders", "inside", "count", 0, 0, 12, kept=True),
    Parameter(
        "drinker", "Drinker", "inside", "choice", "bell-8", table="containers", uses=(Use.DRINKER,), kept=True
    ),
    Parameter("drinkers", "Drinkers", "inside", "count", 0, 0, 12, kept=True),
    switch(
        "pulleys",
        "They hang",
        "inside",
        Choice("yes", "on cords over pulleys", "drawn up for a move"),
        "on hooks",
        and_if=any_of("feeders", "drinkers"),
    ),
    Parameter(
        "ground",
        "Ground edge",
        "inside",
        "choice",
        "none",
        choices=(
            Choice("none", "base rails only"),
            Choice("batten", "a batten outside the rails", "closes hollows"),
            Choice("apron", "mesh laid flat, 0.3 m out", "against digging"),
            Choice("strip", "a rubber strip down to the grass", "closes the gap, gives over humps"),
        ),
    ),
    switch("gussets", "Corner gussets", "inside", Choice("yes", "plywood, eight corners")),
    switch(
        "catch_board",
        "Catch board",
        "inside",
        Choice("yes", "slots and a board"),
        note="pens the birds at one end",
    ),
    switch(
        "winter", "Winter inserts", "inside", Choice("yes", "clear sheet over upright mesh", "out in spring")
    ),
)


def read_inside(values: Mapping[str, Value], catalogue: Catalogue) -> Inside:
    """Look up what the values name.

    Args: values, checked; catalogue.
    Returns: the Inside.
    Raises: UnknownChoice.
    Source: common practice.

    >>> read_inside(asked(), c).ground
    'none'
    """
    return Inside(
        feeder=pick(catalogue.containers, str(values["feeder"]), "feeder"),
        feeders=int(float(values["feeders"])),
        drinker=pick(catalogue.containers, str(values["drinker"]), "drinker"),
        drinkers=int(float(values["drinkers"])),
        pulleys=is_on(values, "pulleys"),
        ground=str(values["ground"]),
        gussets=is_on(values, "gussets"),
        catch_board=is_on(values, "catch_board"),
        winter=is_on(values, "winter"),
    )


def fit_inside(
    site: Site,
    inside: Inside,
    half: float,
    hang_z: float,
    front: float,
    corner: float = 100.0,
    floor_z: float = 0.0,
    corner_z: float | None = None,
) -> Room:
    """Hang feeders and drinkers where the birds are and finish the ground's edge.

    Args: site; inside; half, half the outside width, mm; hang_z, what cords are
        tied to, mm; front, x the run begins at, mm; corner, kept clear at the ends for braces, mm;
        floor_z, of the house where there is no run, mm; corner_z, of the upper gussets, mm, where it is not where things hang.
    Returns: the Room it offers: feeding edge and drinking points.
    Source: common practice.

    >>> hung = read_inside(asked(drinkers=2), c)
    >>> fit_inside(begun(), hung, 900.0, 500.0, 100.0).drinker_points
    8
    """
    if inside.pulleys:
        _pulleys(site, inside, (front, site.x[1]), half, hang_z)
    _hang(site, inside.feeder, inside.feeders, (front, site.x[1]), half * -0.4, hang_z, floor_z)
    _hang(site, inside.drinker, inside.drinkers, (front, site.x[1]), half * 0.4, hang_z, floor_z)
    if inside.ground == "batten":
        _batten(site, half)
    elif inside.ground == "apron":
        _apron(site, half)
    elif inside.ground == "strip":
        _strip(site, half)
    if inside.gussets:
        places: list[Point] = [
            (x, y, z) for x in site.x for y in (-half, half) for z in (60.0, corner_z or hang_z)
        ]
        site.fit(Fitting.GUSSET, "gusset", Group.FRAME, places)
    if inside.catch_board and floor_z:
        site.notes.append(phrase("no run for a catch board: they are caught in the house"))
    elif inside.catch_board:
        _catch_board(site, half, front, corner)
    if inside.winter:
        clear = site.catalogue.sheets["clear"]
        site.cover.over_mesh(Coat("winter insert", clear, Group.INSIDE, part=Covers.INSERT, when=When.ASIDE))
    return Room(
        feeder_edge_m=inside.feeders * inside.feeder.edge_m,
        feeder_round=inside.feeder.round,
        drinker_points=inside.drinkers * inside.drinker.points,
        feeder=inside.feeder,
        drinker=inside.drinker,
    )


def _hang(site: Site, what: Container, count: int, x: Flat, y: float, z: float, floor_z: float) -> None:
    for i in range(count):
        at = x[0] + (x[1] - x[0]) * (i + 1) / (count + 1)
        place = (at, y, floor_z + HUNG_OVER_MM)
        ref = f"{what.use}-{i + 1}"
        site.hardware.append(
            Hardware(ref, Item.INSIDE, what.use, Group.INSIDE, what.label, what.kg, place, what)
        )
        holds = "feed" if what.use is Use.FEEDER else "water"
        site.contents.append(Contents(f"{ref}-{holds}", holds, what.holds_kg, place))
        site.buy(site.usual(Fitting.CORD), Item.INSIDE, "cord", Group.INSIDE, [(at, y, z)])


def _pulleys(site: Site, inside: Inside, x: Flat, half: float, z: float) -> None:
    """One over each thing that hangs, and one at the front where its cord comes down to a cleat."""
    row = site.usual(Fitting.PULLEY)
    for count, share in ((inside.feeders, -0.4), (inside.drinkers, 0.4)):
        over = [(x[0] + (x[1] - x[0]) * (i + 1) / (count + 1), half * share, z) for i in range(count)]
        leads = [(x[1], half * share, z)] if count else []
        site.buy(row, Item.INSIDE, "pulley", Group.INSIDE, [*over, *leads])


def _batten(site: Site, half: float) -> None:
    """A low board along the outside of both side rails, cut round what swings there; fixed wheels stand behind it."""
    sections = site.catalogue.sections
    small = sections["1x3"] if site.frame.section.deep_mm >= sections["1x3"].deep_mm else sections["1x2"]
    deep = small.deep_mm
    strip = Piece(Duty.BATTEN, "ground batten", "W", "closes hollows under the rail", section=small)
    for y in ((-half - small.thick_mm, -half), (half, half + small.thick_mm)):
        for free in beside_gear(site, half, deep):
            for run in pairwise(evenly(*free, small.longest_mm)):
                site.frame.stick(strip, run, y, (0, deep), "x")


def beside_gear(site: Site, half: float, deep: float) -> list[Flat]:
    """Stretches of the side rails that no running gear or handle stands before.

    Args: site, with its running gear; half, half the outside width, mm; deep, how high up they must be free, mm.
    Returns: from where to where along the pen, mm.
    Source: geometry.

    >>> beside_gear(begun("coop"), 900.0, 64.0)
    [(160.0, 3657.6)]
    """
    taken = sorted(
        (min(xs) - ROUND_MM, max(xs) + ROUND_MM)
        for member in site.frame.members
        if member.duty in BESIDE_RAILS and min(corner[2] for corner in member.corners) < deep
        for xs in ([corner[0] for corner in member.corners],)
    )
    free: list[Flat] = []
    start = site.x[0] + 80
    for low, high in taken:
        if low - start > LEAST_BATTEN_MM:
            free.append((start, low))
        start = max(start, high)
    if site.x[1] - start > LEAST_BATTEN_MM:
        free.append((start, site.x[1]))
    return free


def _apron(site: Site, half: float) -> None:
    mesh = site.catalogue.meshes["welded-25x50"]
    coat = Coat("apron", mesh, Group.MESH, Space.OPEN, part=Covers.APRON)
    x0, x1 = site.x
    strips = (
        ((x0, x1), (half, half + APRON_MM)),
        ((x0, x1), (-half - APRON_MM, -half)),
        ((x1, x1 + APRON_MM), (-half, half)),
    )
    for i, (u, v) in enumerate(strips):
        face = Face(f"apron {i + 1}", (0, 0, 0), (1, 0, 0), (0, 1, 0), (0, 0, 1), corners(u, v))
        site.cover.cover(face, coat)


def _strip(site: Site, half: float) -> None:
    """Screwed along the outside of the base all round, its foot on the grass: at the rear it is the flap under the tail."""
    z = site.frame.rail.section.deep_mm / 2
    long, wide = (site.x[1] - site.x[0]) / 1000, 2 * half / 1000
    middle = sum(site.x) / 2
    for place, metres in (
        ((middle, -half, z), long),
        ((middle, half, z), long),
        ((site.x[0], 0.0, z), wide),
        ((site.x[1], 0.0, z), wide),
    ):
        site.buy_length(Fitting.GROUND_STRIP, "ground strip", Group.MESH, place, metres)


def _catch_board(site: Site, half: float, front: float, corner: float) -> None:
    """Two pairs of cleats on the base rails leave a slot; the board waits in the shed."""
    rail = site.frame.rail.section
    thick, deep = rail.thick_mm, min(rail.deep_mm, site.frame.section.deep_mm)
    small = site.catalogue.sections["1x2"]
    cleat = Piece(Duty.FURNITURE, "catch board cleat", "Y", "holds the catch board", Group.INSIDE, small)
    at = max(front, min((front + site.x[1]) / 2, site.x[1] - corner))
    if at - site.x[0] < corner or site.x[1] - at < corner:
        site.notes.append(phrase("no room for a catch board in a run this short"))
        return
    inner = half - thick
    for y in ((-inner, -inner + small.thick_mm), (inner - small.thick_mm, inner)):
        for x in (
            (at - SLOT_MM / 2 - small.deep_mm, at - SLOT_MM / 2),
            (at + SLOT_MM / 2, at + SLOT_MM / 2 + small.deep_mm),
        ):
            site.frame.stick(cleat, x, y, (0, deep), "z")
    board = Face(
        "catch board", (at, 0, 0), (0, 1, 0), (0, 0, 1), (1, 0, 0), corners((-inner, inner), (0, 500))
    )
    sheet = site.catalogue.sheets["ply-12"]
    coat = Coat("catch board", sheet, Group.INSIDE, Space.RUN, Space.RUN, Covers.CATCH_BOARD, when=When.ASIDE)
    site.cover.cover(board, coat)
