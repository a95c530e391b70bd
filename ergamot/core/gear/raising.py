"""Raising an end of a pen: to bring wheels under it by hand, over a bar or on a jack, or by throwing its levers over."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.frame.footing import Lever
from ergamot.core.frame.kinds import PutUnder
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.people import Able, Strength
from ergamot.core.units import G
from ergamot.core.working import Formula

LEVER_GAIN = 8.0  # a 1.35 m bar over a block 0.15 m from its end: 1.2/0.15; statics
JACK_RATED_N = 500 * G  # the least a scissor jack is stamped with; judgement: the weakest a keeper may have
CORNER = Formula(
    "N_c",
    "what one corner weighs",
    "W*max(0, min(1, (x_far - x_cg)/(x_far - x_up)))/2",
    "N",
    "moments about the far end",
)
EFFORT = {
    PutUnder.LEVER: Formula("F_raise", "at the end of the bar", "N_c/g_b", "N", "moments"),
    PutUnder.JACK: Formula("F_raise", "on the jack", "N_c", "N"),
    PutUnder.HANDS: Formula("F_raise", "the whole end, hands at the rail", "2*N_c", "N"),
}
WITH = {PutUnder.LEVER: "a lever bar", PutUnder.JACK: "a jack", PutUnder.HANDS: "bare hands"}


@dataclass(frozen=True)
class Raising:
    """The heavier end: what one corner of it weighs, what must be done (`takes_n`) and what can be asked."""

    by: PutUnder
    end: str
    corner_n: float
    takes_n: float
    can: Able
    source: str


def corner_n(structure: Structure, weighed: Mass, at_mm: float, rear: bool) -> float:
    """What half of an end weighs where it is taken hold of, the other end on the grass.

    Args: structure; weighed, its mass; at_mm from the rear end; rear, or front.
    Returns: N: half of that end's share, timber fresh.
    Source: moments about the far end.

    >>> coop = pen("coop", gear="dolly", put_under="jack")
    >>> round(corner_n(coop, mass(coop), coop.axle.x_mm, True))
    571
    """
    weight = weighed.fresh_kg * G
    return CORNER.of(W=weight, x_far=_far(structure, rear), x_cg=weighed.fresh_centre[0], x_up=at_mm)


def ends_of(structure: Structure) -> dict[str, tuple[float, float]]:
    """Where loose wheels are put under, and the far end that stays on the grass meanwhile.

    Args: structure.
    Returns: by end, "rear" and "front", mm from the rear end; empty where nothing is put under.
    Source: the frame.

    >>> coop = pen("coop", gear="dolly", put_under="jack")
    >>> sorted(ends_of(coop))
    ['rear']
    """
    axles = {"rear": structure.axle, "front": structure.front_axle}
    return {
        end: (axle.x_mm, _far(structure, end == "rear"))
        for end, axle in axles.items()
        if axle and axle.put_under
    }


def _far(structure: Structure, rear: bool) -> float:
    xs = [x for x, _ in structure.contacts]
    return max(xs) if rear else min(xs)


def raising(structure: Structure, weighed: Mass, can: Strength) -> Raising | None:
    """What it takes to put loose wheels under a pen.

    Args: structure; weighed, its mass; can, of its movers.
    Returns: the Raising of the heavier end, None where nothing is put under.
    Source: moments; HSE INDG143 with hands at the rail.

    >>> from ergamot.core.gear.people import strength
    >>> coop = pen("coop", gear="dolly", put_under="jack")
    >>> raising(coop, mass(coop), strength(c, c.crews["man"], 0.6)).by.value
    'jack'
    """
    ends = ends_of(structure)
    if not ends or structure.axle is None:
        return None
    heaviest, end = max(
        (corner_n(structure, weighed, at, end == "rear"), end) for end, (at, _) in ends.items()
    )
    by = structure.axle.put_under
    able, source = {
        PutUnder.JACK: (Able(JACK_RATED_N, JACK_RATED_N), "the least a scissor jack is stamped with"),
        PutUnder.LEVER: (can.one, "HSE L23, one of them"),
        PutUnder.HANDS: (can.low, "HSE INDG143, hands at the rail"),
    }[by]
    return Raising(by, end, heaviest, EFFORT[by].of(N_c=heaviest, g_b=LEVER_GAIN), able, source)


def lifted_n(structure: Structure, weighed: Mass, lever: Lever) -> float:
    """What one wheel lifts when its end comes up and the other end stays on the grass.

    Args: structure; weighed, its mass; lever.
    Returns: N: half of that end's share, timber fresh.
    Source: moments about the far end.

    >>> coop = pen("coop", gear="boards")
    >>> round(lifted_n(coop, mass(coop), coop.levers[0]))
    601
    """
    return corner_n(structure, weighed, lever.x_mm, lever.points < 0)


def hardest_throw(structure: Structure, weighed: Mass) -> tuple[Lever, float] | None:
    """The lever that takes most to throw over, and the force at its handle.

    Args: structure; weighed, its mass.
    Returns: (Lever, N), or None without levers.
    Raises: OutOfRange.
    Source: moments about the pivot.

    >>> hardest_throw(pen(), mass(pen()))
    """
    throws = [
        (lever, lever.swing.throw_n(lifted_n(structure, weighed, lever), lever.handle_mm))
        for lever in structure.levers
    ]
    return max(throws, key=lambda pair: pair[1], default=None)
