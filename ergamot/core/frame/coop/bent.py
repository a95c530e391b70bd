"""The bent tube of an arched roof: bows from plate to plate, a ridge tube under their crown, purlins down their flanks."""

from __future__ import annotations

import math
from itertools import pairwise

from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import phrase
from ergamot.core.frame.bows import TUBE_TURNS, Bow
from ergamot.core.frame.carpentry import Piece
from ergamot.core.frame.coop.choices import CoopChoices
from ergamot.core.frame.coop.roofs import CLEAR_MM, Arched
from ergamot.core.frame.geometry import Flat
from ergamot.core.frame.kinds import Duty, Group
from ergamot.core.frame.parts.lines import evenly
from ergamot.core.frame.parts.site import Site, both, refuse_below
from ergamot.core.frame.structure import Joint, Member


def check_bows(pen: CoopChoices, roof: Arched) -> None:
    """Refuse bends a tube cannot have.

    Args: pen; roof, its own.
    Raises: OutOfRange, naming the field and what it may be.
    Source: NEC chapter 9 table 2: tighter, a hand bender kinks it.

    >>> from ergamot.core.frame.coop.choices import chosen
    >>> pen = chosen(asked("coop", roof_kind="arched", door_height=1300.0), c)
    >>> check_bows(pen, pen.top)
    """
    if roof.bends:
        least = TUBE_TURNS * pen.tube.thick_mm
        refuse_below(
            "bow_radius", pen.bow_radius, least, f"round a bender for {pen.tube.label}: tighter, it kinks"
        )
    first = roof.bow.bends[0] if roof.bow.bends else None
    if first and first.mark_mm < 0:
        most = pen.take_up + first.mark_mm
        raise OutOfRange(
            "take_up", pen.take_up, f"at most {both(most)}: the first mark lies before the tube's end"
        )


def set_bows(site: Site, pen: CoopChoices, roof: Arched, plates: tuple[Member, Member]) -> tuple[Joint, ...]:
    """Bows at every rib, strapped to the plates, and the tubes along them.

    Args: site; pen; roof, its own; plates, right and left.
    Returns: joints that lie in no touching face: the straps of bent tube.
    Source: common practice.

    >>> from ergamot.core.frame.coop.choices import chosen
    >>> from ergamot.core.frame.parts.walls import side_walls
    >>> site = begun("coop", roof_kind="arched", door_height=1300.0)
    >>> pen = chosen(asked("coop", roof_kind="arched", door_height=1300.0), c)
    >>> len(set_bows(site, pen, pen.top, side_walls(site, pen.half, 64.0, (pen.wall, pen.wall), site.lines, "the roof")))
    18
    """
    made, foot = roof.bow, pen.wall + pen.tube.thick_mm / 2 + CLEAR_MM
    piece = Piece(Duty.BOW, "roof bow", "M", "bent tube that carries the roof", Group.ROOF, pen.tube)
    tied, tie = [], site.usual(Fitting.TIE)
    bows = []
    for line in site.lines:
        path = tuple((line, y, foot + z) for y, z in made.path)
        bows.append(site.frame.tube(piece, path, (1.0, 0.0, 0.0), made.length_mm, made.bends))
        tied += [Joint((bows[-1].ref, one.ref), tie, 2, rule="bow strapped to the plate") for one in plates]
    posts = [one for one in site.frame.members if one.duty is Duty.POST]  # of the door, in the front
    tied += [Joint((one.ref, bows[-1].ref), tie, 1, rule="post strapped to the end bow") for one in posts]
    along = _along(pen, made)
    if len(along) < 1 + 2 * pen.purlins:
        site.notes.append(phrase("no room for so many purlins under bows this flat"))
    for (y, z), role in along:
        run = Piece(Duty.RIDGE_TUBE, role, "M", "holds the bows apart", Group.ROOF, pen.tube)
        ends_before = pen.section.thick_mm if abs(y) > pen.tube.thick_mm else 0.0  # the posts of the front
        for a, b in pairwise(evenly(site.x[0], site.x[1] - ends_before, pen.tube.longest_mm)):
            pipe = site.frame.tube(run, ((a, y, foot + z), (b, y, foot + z)), (0.0, 1.0, 0.0))
            tied += [
                Joint((pipe.ref, one.ref), tie, 1, rule="crossing tubes strapped")
                for one in bows
                if a <= one.centre[0] <= b + ends_before
            ]
    return tuple(tied)


def _along(pen: CoopChoices, made: Bow) -> list[tuple[Flat, str]]:
    """Where tubes run along the pen, inside the bows: at the crown, and pairs of purlins evenly down to the plates."""
    deep = 1.5 * pen.tube.thick_mm + CLEAR_MM
    found = [((0.0, made.height_at(0.0) - deep), "ridge tube")]
    for i in range(1, pen.purlins + 1):
        share = i / (pen.purlins + 1)
        y, z, steep = _on(made, 0.5 * (1 - share))
        inward = (y + deep * math.sin(steep), z - deep * math.cos(steep))
        if inward[1] >= 0:  # over the plates: lower, it would lie in the end plates
            found += [((side * inward[0], inward[1]), "purlin") for side in (1, -1)]
    return found


def _on(made: Bow, share: float) -> tuple[float, float, float]:
    """A place on a bow by the share of its drawn line from the right foot, and how steep it is there, rad."""
    runs = [math.dist(a, b) for a, b in pairwise(made.path)]
    left = share * sum(runs)
    for (a, b), run in zip(pairwise(made.path), runs, strict=True):
        if left <= run:
            at = left / run
            return a[0] + at * (b[0] - a[0]), a[1] + at * (b[1] - a[1]), math.atan2(b[1] - a[1], b[0] - a[0])
        left -= run
    raise ValueError(share)
