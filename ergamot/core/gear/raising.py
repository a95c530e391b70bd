"""Raising an end of a pen to bring wheels under it: by hand, over a lever bar, or on a jack."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.frame.kinds import PutUnder
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.people import Strength
from ergamot.core.units import G

LEVER_GAIN = 8.0  # a 1.35 m bar over a block 0.15 m from its end: 1.2/0.15; statics
JACK_RATED_N = 500 * G  # the least a scissor jack is stamped with; judgement: the weakest a keeper may have
WITH = {PutUnder.LEVER: "a lever bar", PutUnder.JACK: "a jack", PutUnder.HANDS: "bare hands"}


@dataclass(frozen=True)
class Raising:
    """The heavier end: what one corner of it weighs, what must be done (`takes_n`) and what can be."""

    by: PutUnder
    end: str
    corner_n: float
    takes_n: float
    can_n: float
    source: str


def corner_n(structure: Structure, weighed: Mass, at_mm: float, rear: bool) -> float:
    """What half of an end weighs where it is taken hold of, the other end on the grass.

    Args: structure; weighed, its mass; at_mm from the rear end; rear, or front.
    Returns: N: half of that end's share, timber fresh.
    Source: moments about the far end.
    """
    xs = [x for x, _ in structure.contacts]
    far = max(xs) if rear else min(xs)
    share = (far - weighed.fresh_centre[0]) / (far - at_mm)
    return weighed.fresh_kg * G * max(0.0, min(1.0, share)) / 2


def raising(structure: Structure, weighed: Mass, can: Strength) -> Raising | None:
    """What it takes to put loose wheels under a pen.

    Args: structure; weighed, its mass; can, of its movers.
    Returns: the Raising of the heavier end, None where nothing is put under.
    Source: moments; HSE INDG143 with hands at the rail.
    """
    ends = [(one, word) for one, word in ((structure.axle, "rear"), (structure.front_axle, "front")) if one]
    if not ends or not ends[0][0].put_under:
        return None
    heaviest, end = max((corner_n(structure, weighed, one.x_mm, word == "rear"), word) for one, word in ends)
    by = ends[0][0].put_under
    if by is PutUnder.JACK:
        return Raising(by, end, heaviest, heaviest, JACK_RATED_N, "the least a scissor jack is stamped with")
    if by is PutUnder.LEVER:
        return Raising(by, end, heaviest, heaviest / LEVER_GAIN, can.one_n, "HSE L23, one of them")
    return Raising(by, end, heaviest, 2 * heaviest, can.low_n, "HSE INDG143, hands at the rail")
