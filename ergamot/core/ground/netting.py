"""Electric nets round a house on a field: the ground they hold, and what it takes to move them.

c-----|-----|-----c     c  corner post, tied back
|                 |     |  posts of the nets, more on rough ground
|      house      |     the nets overlap at every join, and where the last meets the first
|                 |
c-----|-----|-----c
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import shapely

from ergamot.core.catalogue import FloorNeed
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.ground.field import Field
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.heading import too_small
from ergamot.core.ground.lanes import lay_out
from ergamot.core.units import Quantity

# Nets as they are commonly sold, and what is done with them: common practice
NET_M = 50.0
LAP_M = 1.0
POST_EVERY_M = 3.6
NET_KG = 7.0
JOULES_A_NET = (0.1, 0.25)
VOLTS = 3000
FIXED_MIN, POST_MIN = 4.0, 1.0
MORE_POSTS = {"lawn": 0.0, "rough": 0.15, "tussocks": 0.3}  # by the ground; judgements
NEAR_M = 5.0  # of the house
NEAR_SHARE = 0.5  # of the wear lies within it; a judgement, to be re-fitted
STAYS_IN_DAYS = {
    "broiler": 28,
    "turkey": 42,
    "hen": 56,
    "bantam": 56,
}  # younger ones pass the net; judgements
FLIES = ("bantam",)  # clear a net of this height unless a wing is clipped
MOST_NETS = 20


@dataclass(frozen=True)
class Netting:
    """So many nets of a length, m, in a rectangle: its sides, m, the posts in it with those added on rough ground, the
    minutes to take it up and set it out, what is carried, kg, and what the energiser stores, J."""

    nets: int
    net_m: float
    length_m: float
    width_m: float
    posts: int
    added_posts: int
    minutes: float
    kg: float
    joules: tuple[float, float]

    @property
    def area_m2(self) -> float:
        return self.length_m * self.width_m


def netting(nets: int, net_m: float, most_wide_m: float, turf: str = "lawn") -> Netting:
    """The largest rectangle that so many nets hold, no wider than there is room for, and what moving it takes.

    Args: nets, 1 to 20; net_m, of each, 10 to 100; most_wide_m, of the ground, above 0; turf, lawn, rough or tussocks.
    Returns: the Netting: square where there is room.
    Raises: OutOfRange, also where the ground is too narrow for any.
    Source: common practice: 1 m of lap at each join, a post every 3.6 m.

    >>> square, strip = netting(2, 50.0, 100.0), netting(2, 50.0, 15.0)
    >>> square.length_m, square.area_m2, strip.length_m, strip.area_m2
    (24.5, 600.25, 34.0, 510.0)
    """
    require_range("nets", nets, 1, MOST_NETS, "nets")
    require_range("net_m", net_m, 10, 100, "m")
    round_m = nets * (net_m - LAP_M)
    wide = min(round_m / 4, most_wide_m)
    long = round_m / 2 - wide
    if wide < 1:
        raise OutOfRange("nets", nets, "a field at least 1 m wide for them")
    posts = math.ceil(nets * net_m / POST_EVERY_M) + nets
    added = math.ceil(posts * MORE_POSTS[turf])
    return Netting(
        nets,
        net_m,
        long,
        wide,
        posts,
        added,
        2 * (FIXED_MIN + POST_MIN * (posts + added)),
        nets * NET_KG * net_m / NET_M,
        (nets * JOULES_A_NET[0], nets * JOULES_A_NET[1]),
    )


def netting_on(field: Field, nets: int, net_m: float, turf: str = "lawn") -> Netting:
    """The largest rectangle of so many nets that finds a place on a field, off what stands in it.

    Args: field; nets, 1 to 20; net_m, of each, 10 to 100; turf, lawn, rough or tussocks.
    Returns: the Netting: square where there is room, else narrower by tenths.
    Raises: OutOfRange where none does.
    Source: geometry.

    >>> from ergamot.core.ground.field import rectangle
    >>> netting_on(rectangle(60, 15, 0), 2, 50.0).width_m
    15.0
    """
    widest = netting(nets, net_m, field.narrow_m, turf)
    for tenths in range(10, 0, -1):
        held = netting(nets, net_m, max(1.0, widest.width_m * tenths / 10), turf)
        try:
            lay_out(field, netted(held))
        except OutOfRange:
            continue
        return held
    raise too_small(field, netted(widest))


def netted(held: Netting) -> PenSize:
    """What a net takes up as a stop.

    Args: held, the Netting.
    Returns: the PenSize, m.
    Source: geometry.

    >>> netted(netting(2, 50.0, 15.0)).length_m
    34.0
    """
    return PenSize(held.length_m, held.width_m, held.length_m, held.width_m, fenced=True)


def ranging(birds: int, need: FloorNeed, field: Field) -> PenSize:
    """What a flock takes up that ranges from a house by day in a fence of its own: a square, longer on a narrow field.

    Args: birds, 1 or more; need, the row of their kind; field.
    Returns: the PenSize, m.
    Source: ground a bird, (EU) 2020/464.

    >>> from ergamot.core.ground.field import rectangle
    >>> round(ranging(12, c.floor_needs["hen"], rectangle(40.0, 6.0, 0.0)).length_m, 3)
    8.0
    """
    area = birds * need.range_m2
    wide = min(math.sqrt(area), field.narrow_m)
    return PenSize(area / wide, wide, area / wide, wide, fenced=True)


def near_the_house(size: PenSize, house: PenSize) -> float:
    """How many times the mean the ground near a house is worn, in the middle of what is ranged over.

    Args: size, of the ground; house, that stands on it.
    Returns: 1 or more: half of the wear lies within 5 m of the house.
    Source: a judgement.

    >>> round(near_the_house(PenSize(24.5, 24.5, 24.5, 24.5), PenSize(2.4, 1.8, 3.0, 2.0)), 2)
    2.41
    """
    ground = shapely.box(-size.length_m / 2, -size.width_m / 2, size.length_m / 2, size.width_m / 2)
    stands = shapely.box(-house.length_m / 2, -house.width_m / 2, house.length_m / 2, house.width_m / 2)
    near = float(stands.buffer(NEAR_M).intersection(ground).area)
    return max(1.0, NEAR_SHARE * size.area_m2 / near)


def told_of_nets(held: Netting, flock: Flock, age: int) -> tuple[Phrase, ...]:
    """What a keeper should know of some nets: what to carry, the charge they want, who stays in.

    Args: held, the Netting; flock; age, of its birds as they come to the field, days.
    Returns: phrases.
    Source: common practice; energisers to EN 60335-2-76.

    >>> told_of_nets(netting(2, 50.0, 100.0), broilers(), 40)[0].text("metric")
    '2 nets hold 24.5 m by 24.5 m: 30 posts, the corners tied back, 14 kg to carry, 68 minutes to take up and set out'
    """
    posts = f"{held.posts + held.added_posts} posts" + (
        f", {held.added_posts} of them added for the ground," if held.added_posts else ","
    )
    low, high = held.joules
    told = [
        phrase(
            f"{held.nets} nets hold {{long}} by {{wide}}: {posts} the corners tied back, {{kg}} to carry, "
            f"{held.minutes:.0f} minutes to take up and set out",
            long=Quantity(round(held.length_m, 1), "m"),
            wide=Quantity(round(held.width_m, 1), "m"),
            kg=Quantity(held.kg, "kg"),
        ),
        phrase(
            f"the energiser wants to store {low:.1f} to {high:.1f} J for them, and {VOLTS} V at the far end: made and "
            "earthed to EN 60335-2-76, with warning signs, never mains direct"
        ),
    ]
    stays = STAYS_IN_DAYS[flock.strain.kind]
    if age < stays:
        told.append(
            phrase(f"chicks pass the net until day {stays}: a fine mesh along its foot, or keep them in")
        )
    if flock.strain.kind in FLIES:
        told.append(phrase("light birds fly over it: clip one wing, or a net of 1.22 m"))
    return tuple(told)


# Gathered by its posts and never dragged, so that it comes out again as it went up
ORDER = (
    "Switch the energiser off and take its lead off",
    "Shut the birds in the house and count them",
    "Untie the corners, last set first",
    "Walk back along each net and gather it by its posts, the spikes together",
    "Move the house, and carry the nets to the new corners",
    "Set a corner post, lay the net out by its posts, lap the next one over it",
    "Tie the corners back, more posts in the dips, no grass on the lowest live line",
    "Switch on, and read the volts at the far end before the birds come out",
)
