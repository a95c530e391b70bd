"""Floor space for every bird on every day of the stay, judged to the day."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache, partial

from ergamot.core.catalogue import FloorNeed
from ergamot.core.errors import require_range
from ergamot.core.finding import Finding, Phrase, Telling, What, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import GROWTH, mass_kg
from ergamot.core.units import Quantity
from ergamot.core.working import Formula, Working

INSIDE = "inside the base rails"
IN_HOUSE = "in the house they range from by day"
# at least a third of it: judgement, however small, a bird walks, eats and drinks
NEED = Formula(
    "need",
    "floor a bird needs that day",
    "a_f*max(1/3, (m/m_f)**0.67)",
    "m2",
    "a bird's ground goes with its surface, mass^0.67: Petherick (2007), allometry of space allowances",
)
HAS = Formula("has", "floor a bird has", "A/n", "m2")


@dataclass(frozen=True)
class SpaceDay:
    """One day of the stay: what a bird weighs, has and needs (m² per bird)."""

    day: int
    mass_kg: float
    has_m2: float
    tight_m2: float
    good_m2: float
    roomy_m2: float
    live_kg_m2: float


def floor_need_m2(finish_need: float, finish_kg: float, mass: float) -> float:
    """Floor one bird needs at a mass.

    Args: finish_need, m² at finish_kg; finish_kg, kg, above 0; mass, kg, above 0.
    Returns: m², as NEED.
    Raises: OutOfRange.
    Source: Petherick (2007); the floor under young birds is a judgement.

    >>> round(floor_need_m2(0.19, 2.3, 2.3), 3), round(floor_need_m2(0.19, 2.3, 0.1), 4)
    (0.19, 0.0633)
    """
    require_range("mass", mass, 0.001, 60, "kg")
    return NEED.of(a_f=finish_need, m_f=finish_kg, m=mass)


def space_by_day(flock: Flock, need: FloorNeed, floor_m2: float) -> tuple[SpaceDay, ...]:
    """Space against need on every day from going out to leaving.

    Args: flock; need, the row of its kind; floor_m2, inside the base rails, above 0.
    Returns: one SpaceDay a day, first and last included.
    Source: as floor_need_m2; every bird placed is counted.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["broiler-fast"], 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> days = space_by_day(f, c.floor_needs["broiler"], 6.0)
    >>> len(days), days[-1].day, days[0].has_m2
    (29, 49, 0.2)
    """
    has = HAS.of(A=floor_m2, n=flock.placed)
    return tuple(
        SpaceDay(day, mass, has, tight, good, roomy, mass / has)
        for day, mass, tight, good, roomy in _needs(flock, need)
    )


@lru_cache(maxsize=64)
def _needs(flock: Flock, need: FloorNeed) -> tuple[tuple[int, float, float, float, float], ...]:
    """Each day's age, mass and floor needed, which no pen changes: tight, good and roomy."""

    def one(day: int) -> tuple[int, float, float, float, float]:
        mass = mass_kg(flock.strain, day)
        tight, good, roomy = (
            floor_need_m2(finish, need.finish_kg, mass)
            for finish in (need.tight_m2, need.good_m2, need.roomy_m2)
        )
        return day, mass, tight, good, roomy

    return tuple(one(day) for day in range(flock.out_day, flock.leaving_day + 1))


def needed_floor_m2(flock: Flock, need: FloorNeed) -> float:
    """Floor that is good for every bird to the leaving day.

    Args: flock; need, the row of its kind.
    Returns: m².
    Source: as floor_need_m2.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["broiler-fast"], 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> round(needed_floor_m2(f, c.floor_needs["broiler"]), 2)
    6.09
    """
    finish = mass_kg(flock.strain, flock.leaving_day)
    return flock.placed * floor_need_m2(need.good_m2, need.finish_kg, finish)


def judge_space(
    flock: Flock,
    need: FloorNeed,
    floor_m2: float,
    head_room_m: float,
    inside_m2: float | None = None,
    where: str = INSIDE,
) -> Finding:
    """Is there room for every bird on every day of the stay, and if not, until when?

    Args: flock; need, the row of its kind; floor_m2, inside the base rails and with head room, above 0; head_room_m,
        clear height inside, m; inside_m2, all of it inside the base rails, where that is more; where it is, in words.
    Returns: the Space finding; its ratio is floor per bird over the good need on the leaving day, its least over the
        tight.
    Source: common practice; floor need goes with mass^0.67.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["broiler-fast"], 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> judge_space(f, c.floor_needs["broiler"], 5.0, 0.6).sentence.text("metric")
    'good until day 39, tight to day 49; 24 birds would be good to the end'
    """
    work = Working()
    low = inside_m2 is not None and inside_m2 > floor_m2 + 1e-6
    words = f"floor {where} with {need.floor_head_m:g} m clear over it" if low else f"floor {where}"
    work.given("A", words, floor_m2, "m2", "measured on the frame")
    work.given("n", "birds placed", flock.placed)
    work.given("D", "age on the leaving day", flock.leaving_day, "days")
    work.given("A_end", "grown size of the strain", flock.strain.a_kg, "kg", flock.strain.source)
    work.given("m0", "mass at hatch", flock.strain.m0_kg, "kg", flock.strain.source)
    work.given("K", "rate of growth", flock.strain.k_day, "per day", flock.strain.source)
    work.by(GROWTH)
    work.given("a_f", f"good floor at {need.finish_kg:g} kg", need.good_m2, "m2", need.source)
    work.given("m_f", "mass that floor is for", need.finish_kg, "kg", need.source)
    work.by(NEED)
    work.by(HAS)
    work.step("ratio", "has over needs", "has/need")
    work.given("a_t", f"tight floor at {need.finish_kg:g} kg", need.tight_m2, "m2", need.source)
    work.by(NEED.over("the least a bird needs that day", need="need_t", a_f="a_t"))
    work.step("least", "has over the least", "has/need_t")
    return Finding(
        what=What.SPACE,
        title="Space",
        ratio=work.known["ratio"],
        least=work.known["least"],
        tell=partial(_telling, flock, need, floor_m2, head_room_m, inside_m2 if low else None, where, work),
        costs=partial(_cost, flock, need, floor_m2),
    )


def _telling(
    flock: Flock,
    need: FloorNeed,
    floor_m2: float,
    head_room_m: float,
    inside_m2: float | None,
    where: str,
    work: Working,
) -> Telling:
    days = space_by_day(flock, need, floor_m2)
    details = [
        phrase("{live} of live weight on the last day", live=Quantity(days[-1].live_kg_m2, "kg/m2")),
        phrase(f"{{floor}} {where}", floor=Quantity(inside_m2 or floor_m2, "m2")),
    ]
    if head_room_m < flock.strain.head_room_m:
        details.append(
            phrase(
                "head room {has}: these birds want {needs}",
                has=Quantity(head_room_m * 1000, "about"),
                needs=Quantity(flock.strain.head_room_m * 1000, "about"),
            )
        )
    if inside_m2 is not None:
        details.append(
            phrase(
                "{less} of floor lies under less than {head} and does not count (1999/74/EC)",
                less=Quantity(inside_m2 - floor_m2, "m2"),
                head=Quantity(need.floor_head_m * 1000, "about"),
            )
        )
    return Telling(
        sentence=_sentence(flock, days, floor_m2),
        figure=phrase("{has} a bird", has=Quantity(days[-1].has_m2, "m2")),
        limit=phrase("good is {need} on the last day", need=Quantity(days[-1].good_m2, "m2")),
        working=work.steps,
        answer="ratio",
        details=tuple(details),
    )


def _cost(flock: Flock, need: FloorNeed, floor_m2: float) -> Phrase | None:
    """What the days between tight and good cost, and the cheapest way out of them."""
    days = space_by_day(flock, need, floor_m2)
    tight = sum(one.has_m2 < one.good_m2 for one in days)
    fewer = int(floor_m2 / days[-1].good_m2)
    if not tight:
        return None
    whole = f"{tight} {'day' if tight == 1 else 'days'}"
    birds = f"{flock.placed - fewer} fewer, or " if fewer >= 1 else ""  # none at all is no way out
    return phrase(
        f"{whole} of dirtier birds and grass; cheapest: {birds}{{more}} more floor",
        more=Quantity(flock.placed * days[-1].good_m2 - floor_m2, "m2"),
    )


def _sentence(flock: Flock, days: tuple[SpaceDay, ...], floor_m2: float) -> Phrase:
    last = Quantity(flock.leaving_day, "day")
    good = [d.day for d in days if d.has_m2 >= d.good_m2]
    enough = [d.day for d in days if d.has_m2 >= d.tight_m2]
    fewer = int(floor_m2 / days[-1].good_m2)
    mend = f"; {fewer} birds would be good to the end" if fewer >= 1 else "; no bird has room to the end"
    if good and good[-1] == flock.leaving_day:
        roomy = days[-1].has_m2 >= days[-1].roomy_m2
        return phrase("roomy to the last day, {last}" if roomy else "good to the last day, {last}", last=last)
    if not enough:
        return phrase("too tight from the first day" + mend)
    until = Quantity(enough[-1], "day")
    opening = f"good until day {good[-1]}" if good else "tight from the first day"
    if enough[-1] == flock.leaving_day:
        return phrase(opening + (", tight to {last}" if good else "") + mend, last=last)
    return phrase(opening + ", too tight after {until}" + mend, until=until)
