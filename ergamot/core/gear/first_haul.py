"""The first haul: a new pen, its timber fresh, from where it was built to the field, stretch by stretch."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Ground
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.way import Leg, legs, longest_round_m
from ergamot.core.finding import Grade, Phrase, Rank, graded, phrase, rank_of
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.chart import PASSAGE_SPARE_MM
from ergamot.core.gear.haul import Over, haul, least_of, movers_strength, ratios_of, ruling_of
from ergamot.core.gear.tasks import Task
from ergamot.core.gear.telling import told_of_share
from ergamot.core.units import Quantity

WALK_MS = 0.6  # people with a pen; judgement: half an easy walk (1.2 m/s)
TOWED_MS = 1.0  # judgement: a slow walk, so that a spotter keeps up
UNRESTED_M = 20.0  # pushed or pulled no further without a rest; HSE INDG143
REST_S = 30.0  # judgement: breath back after a hard pull
MOST = 99.0  # as good as any; may move
STOPS = {Task.PASSAGE: "too wide for its narrowest place", Task.BEND: "too long for the bend at its end"}


@dataclass(frozen=True)
class OnTheWay:
    """One stretch: its ground, force (N) to start and to keep going (below 0 it must be held back), and the least of
    what can be done over what it takes, with what rules."""

    leg: Leg
    ground: Ground
    start: float
    keep: float
    over: Over
    ruling: Task

    @property
    def grade(self) -> Grade:
        return graded(self.over.good, self.over.most)

    @property
    def rank(self) -> Rank:
        return rank_of(self.over.good, self.over.most)


@dataclass(frozen=True)
class FirstHaul:
    """The whole way; time for the weakest mover, s, rests in it."""

    stretches: tuple[OnTheWay, ...]
    length_m: float
    width_m: float
    pen_length_m: float
    seconds: float
    rests: int

    @property
    def hardest(self) -> OnTheWay:
        return min(self.stretches, key=lambda one: one.rank)


def first_haul(
    catalogue: Catalogue, structure: Structure, weighed: Mass, farm: FarmConditions
) -> FirstHaul | None:
    """What the way to the field asks of a pen and of who moves it.

    Args: catalogue; structure; weighed, its mass; farm, with its way.
    Returns: the FirstHaul, None where no way is drawn.
    Raises: OutOfRange.
    Source: as `haul`; HSE INDG143 for rests; geometry of a rectangle round a bend.

    >>> from ergamot.core.farm.way import Stretch
    >>> low, on_the_way = pen(), farm(way=(Stretch(0.0, 40.0, 3000.0, 0.0, "", 3000.0),))
    >>> first_haul(c, low, mass(low), on_the_way).length_m
    40.0
    """
    if not farm.way:
        return None
    long, wide = structure.hauled_size.long_mm / 1000, structure.hauled_size.wide_mm / 1000
    walked = tuple(_stretch(catalogue, structure, weighed, farm, leg, (long, wide)) for leg in legs(farm.way))
    whole = sum(one.leg.length_m for one in walked)
    towed = all(crew.drawbar_n for crew in farm.movers)
    rests = 0 if towed else math.ceil(whole / UNRESTED_M) - 1
    return FirstHaul(
        stretches=walked,
        length_m=whole,
        width_m=wide,
        pen_length_m=long,
        seconds=whole / (TOWED_MS if towed else WALK_MS) + rests * REST_S,
        rests=rests,
    )


def _stretch(
    catalogue: Catalogue,
    structure: Structure,
    weighed: Mass,
    farm: FarmConditions,
    leg: Leg,
    size: tuple[float, float],
) -> OnTheWay:
    ground = catalogue.grounds.get(leg.stretch.ground, farm.moving_ground)
    rise = leg.stretch.rise_percent
    cans = [movers_strength(catalogue, structure, crew) for crew in farm.movers]
    level, steep = (haul(structure, weighed, ground, slope, cans[0]) for slope in (0.0, abs(rise)))
    slope = math.copysign(steep.keep - level.keep, rise)
    far_m = min(UNRESTED_M, leg.length_m)
    ratios: dict[Task, Over] = {}
    for can in cans:
        up = haul(structure, weighed, ground, max(0.0, rise), can, far_m=far_m)
        asked = ratios_of(up.over(farm))
        if level.keep + slope < 0:
            held = max(-level.keep - slope, 1.0)
            most = up.work.known[f"most_{Task.KEEP}"]
            asked[Task.HOLD] = Over(min(MOST, can.keep.good / held), min(MOST, most / held))
        for task, over in asked.items():
            ratios[task] = over.worse(ratios.get(task, over))
    long, wide = size
    ratios[Task.PASSAGE] = _same(leg.stretch.width_mm / 1000 / wide)
    if leg.bend_deg:
        longest = longest_round_m(wide, leg.stretch.room_mm / 1000, leg.bend_deg)
        ratios[Task.BEND] = _same(min(MOST, longest / long))
    return OnTheWay(leg, ground, level.start + slope, level.keep + slope, least_of(ratios), ruling_of(ratios))


def _same(ratio: float) -> Over:
    """What is no matter of effort has one mark."""
    return Over(ratio, ratio)


def told_of_way(found: FirstHaul) -> Iterator[Phrase]:
    """The first haul in sentences.

    Args: found.
    Returns: an iterator of Phrases.
    Source: as `first_haul`.

    >>> from ergamot.core.farm.way import Stretch
    >>> low, on_the_way = pen(), farm(way=(Stretch(0.0, 40.0, 3000.0, 0.0, "", 3000.0),))
    >>> next(told_of_way(first_haul(c, low, mass(low), on_the_way))).text("metric")
    '40 m from where it is built: about 2 min, a rest of half a minute in it'
    """
    minutes = max(1, round(found.seconds / 60))
    counted = "a rest" if found.rests == 1 else f"{found.rests} rests"
    rests = f", {counted} of half a minute in it" if found.rests else ""
    yield phrase(
        f"{{length}} from where it is built: about {minutes} min{rests}", length=Quantity(found.length_m, "m")
    )
    yield phrase(
        "it goes as {wide} wide, {long} long with what it is held by",
        wide=Quantity(1000 * found.width_m, "mm"),
        long=Quantity(1000 * found.pen_length_m, "mm"),
    )
    worst = found.hardest
    if worst.grade is Grade.SHORT:
        yield phrase(
            f"stretch {worst.leg.number} stops it: {STOPS.get(worst.ruling, 'to ' + worst.ruling.words)}"
        )
    else:
        yield phrase(f"it gets there; hardest on stretch {worst.leg.number} is to {worst.ruling.words}")
    narrow = min(found.stretches, key=lambda one: one.leg.stretch.width_mm).leg
    beside = (narrow.stretch.width_mm - 1000 * found.width_m) / 2
    if 0 <= beside < PASSAGE_SPARE_MM:
        yield phrase(
            f"tight on stretch {narrow.number}: {{beside}} at each side, and one would like {{spare}}",
            beside=Quantity(beside, "mm"),
            spare=Quantity(PASSAGE_SPARE_MM, "mm"),
        )


def told_of_stretch(one: OnTheWay) -> Phrase:
    """What rules on a stretch, and by how much.

    Args: one.
    Returns: a Phrase.
    Source: as `first_haul`.

    >>> from ergamot.core.farm.way import Stretch
    >>> low, on_the_way = pen(), farm(way=(Stretch(0.0, 40.0, 3000.0, 0.0, "", 3000.0),))
    >>> told_of_stretch(first_haul(c, low, mass(low), on_the_way).stretches[0]).text("metric")
    'with effort: hardest is to lift at the handles, 147 % of what is good to ask'
    """
    if one.grade is not Grade.SHORT:
        how = "" if one.grade is not Grade.BETWEEN or one.ruling in STOPS else "with effort: "
        share = told_of_share(one.over.good, "of what is good to ask")
        return phrase(how + "hardest is to {task}, {share}", task=one.ruling.words, share=share)
    if one.ruling in STOPS:
        return phrase(f"no: {STOPS[one.ruling]}")
    share = told_of_share(one.over.most, "of the most")
    return phrase("no: to {task} is {share}", task=one.ruling.words, share=share)
