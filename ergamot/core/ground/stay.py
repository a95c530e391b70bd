"""How long the birds may stay on one stop, from wear, droppings and nitrogen."""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date, timedelta

from ergamot.core.catalogue import Catalogue, pick
from ergamot.core.errors import require_range
from ergamot.core.flock.droppings import fresh_droppings_kg, strain_nitrogen_g
from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import living, mass_kg
from ergamot.core.flock.intake import strain_feed_g
from ergamot.core.ground.climate import Climate
from ergamot.core.working import Formula, Step, Working

WEAR_LIMIT = 2.0  # bird-days a m²; a judgement till the grass of this farm has spoken, then re-fitted from it
STRIP_NITROGEN_KG_HA = 250.0  # manure on any hectare in twelve months; SI 2015/668, England
LONGEST_STAY_DAYS = {
    "broiler": 1.0,
    "turkey": 1.0,
    "hen": 2.0,
    "bantam": 2.0,
}  # judgement: meat birds lie on it, layers range
STAYS_BY_WEAR = Formula("s_w", "days till it is worn", "wear_max/wear", "days")
STAYS_BY_DROPPINGS = Formula("s_d", "days till it is covered", "cover_max/cover", "days")
STAYS_BY_NITROGEN = Formula("s_N", "days till its nitrogen is spent", "N_max/max(N, 0.001)", "days")
LIMITS = {"s_w": "wear", "s_d": "droppings", "s_N": "nitrogen", "most": "your longest stay"}
DAY_HOURS = 12.0  # in which birds walk about; judgement: daylight over the season
WHOLE_DAY = 0.9  # a stay this near a day counts as one
MOST_MOVES_A_DAY = 3  # judgement: who moves more often has too many birds for the pen
G_M2_TO_KG_HA = 10.0
DAYS_A_WEEK = 7.0  # of the calendar; may not move


@dataclass(frozen=True)
class DayLoad:
    """What one day of the flock does to a m² under the pen, and the stay that allows.

    wear bird-days/m²; cover kg fresh/m²; nitrogen g/m²; stay in days and the limit that rules it.
    """

    age: int
    mass_kg: float
    living: float
    feed_g: float
    wear: float
    cover_kg_m2: float
    cover_limit_kg_m2: float
    nitrogen_g_m2: float
    stay_days: float
    ruled_by: str
    moves: int
    working: tuple[Step, ...]

    @property
    def too_many(self) -> bool:
        return self.moves > MOST_MOVES_A_DAY


@dataclass(frozen=True)
class Out:
    """How birds use the ground: so many hours of the day, and how many times the mean they wear what lies near their house."""

    hours: float = 24.0
    near: float = 1.0

    @property
    def wear_share(self) -> float:
        """Of a whole day's wear: they walk about by day only."""
        return min(1.0, self.hours / DAY_HOURS)


LIVES_IN = Out()


class Loads:
    """What each day of a flock does to the ground of its pen, worked once a day."""

    def __init__(
        self, catalogue: Catalogue, flock: Flock, area_m2: float, climate: Climate, out: Out | None = None
    ):
        self.catalogue, self.flock, self.area_m2, self.climate = catalogue, flock, area_m2, climate
        self.out = out or LIVES_IN
        self._known: dict[date, DayLoad] = {}

    def on(self, day: date) -> DayLoad:
        """A day's load, by the age of the birds and the warmth and wet to be expected."""
        if day not in self._known:
            age, mean, wet = self.flock.age_on(day), self.climate.mean_on(day), self.climate.wear_on(day)
            self._known[day] = day_load(self.catalogue, self.flock, age, self.area_m2, mean, wet, self.out)
        return self._known[day]

    def over(self, day: date, count: int) -> list[DayLoad]:
        """The loads of so many days from one on."""
        return [self.on(day + timedelta(days=i)) for i in range(count)]


def day_load(
    catalogue: Catalogue,
    flock: Flock,
    age: int,
    area_m2: float,
    temperature_c: float,
    wet_wear: float = 1.0,
    out: Out | None = None,
) -> DayLoad:
    """What a day on the grass comes to, and how many moves it takes.

    Args: catalogue; flock; age, days from hatch, 1 to 827; area_m2, of one stop, above 0;
        temperature_c, the day's mean, −10 to 40 (colder or hotter counts as those);
        wet_wear, how many times a dry day's wear is to be expected, 1 to 1.5; out, how they use the ground, None for birds
        that live in the pen.
    Returns: the DayLoad.
    Raises: OutOfRange.
    Source: common practice; ASAE D384.2 for droppings.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["broiler-fast"], 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> day_load(c, f, 30, 7.2, 21).moves, day_load(c, f, 42, 7.2, 21).moves
    (1, 2)
    """
    require_range("area", area_m2, 0.1, 1e5, "m²")
    need = pick(catalogue.floor_needs, flock.strain.kind, "strain")
    warmth = min(max(temperature_c, -10.0), 40.0)
    mass, feed = mass_kg(flock.strain, age), strain_feed_g(flock.strain, age, warmth)
    work = Working()
    birds = work.given("n", "birds living", living(flock, age))
    work.given("m", "mass of a bird", mass, "kg", "growth curve")
    work.given("f", "feed a bird eats", feed, "g/day", f"at {warmth:g} °C")
    work.given("A", "area of the stop", area_m2, "m2", "the frame")
    work.given("s", "how hard this kind is on grass", need.wear_share, "", need.source)
    work.given(
        "w", "wet ground wears more", wet_wear, "", "1.5 on a day over 10 mm, by the month's share of them"
    )
    used = out or LIVES_IN
    work.given("h", "share of a day's walking that is on it", used.wear_share, "", "by day, 12 hours of it")
    work.given(
        "near", "wear near the house, of the mean", used.near, "", "half of it within 5 m: a judgement"
    )
    work.step("wear", "wear in a day", "n*s*(m/2)**0.67*w*h*near/A", "bird-days/m²")
    work.given("wear_max", "wear a stop takes", WEAR_LIMIT, "bird-days/m²", "to be re-fitted")
    work.given("d", "fresh droppings of a bird", fresh_droppings_kg(need, feed), "kg/day", need.source)
    work.given("h_d", "share of the droppings that fall on it", used.hours / 24, "", "by the hours out")
    work.step("cover", "droppings in a day", "n*d*h_d/A", "kg/m2")
    work.given("cover_max", "droppings a stop takes", need.cover_limit_kg_m2, "kg/m2", need.source)
    nitrogen = strain_nitrogen_g(catalogue, flock.strain, age, warmth)
    work.given("N_bird", "nitrogen of a bird", nitrogen, "g/day", "protein eaten less protein kept")
    work.step("N", "nitrogen in a day", "n*N_bird*h_d/A", "g/m²")
    work.given("N_max", "nitrogen a strip takes in a year", STRIP_NITROGEN_KG_HA / G_M2_TO_KG_HA, "g/m²")
    longest = LONGEST_STAY_DAYS[flock.strain.kind]
    work.given("most", "longest stay", longest, "days", "a judgement: meat birds lie on it, layers range")
    for formula in (STAYS_BY_WEAR, STAYS_BY_DROPPINGS, STAYS_BY_NITROGEN):
        work.by(formula)
    stay = work.step("stay", "stay", f"min({', '.join(LIMITS)})", "days")
    known = work.known
    return DayLoad(
        age=age,
        mass_kg=mass,
        living=birds,
        feed_g=feed,
        wear=known["wear"],
        cover_kg_m2=known["cover"],
        cover_limit_kg_m2=need.cover_limit_kg_m2,
        nitrogen_g_m2=known["N"],
        stay_days=stay,
        ruled_by=LIMITS[min(LIMITS, key=lambda symbol: known[symbol])],
        moves=1 if stay >= WHOLE_DAY else math.ceil(1 / stay - 1e-9),
        working=work.steps,
    )


def moves_a_week(load: DayLoad) -> float:
    """How often a pen is moved in a week of days like one, as the grass asks.

    Args: load, of the day.
    Returns: moves, above 0: so many a day, or one every so many whole days.
    Source: arithmetic.

    >>> two_a_day = day_load(c, broilers(), 42, 7.2, 21.0)
    >>> two_a_day.moves, moves_a_week(two_a_day)
    (2, 14.0)
    """
    if load.moves > 1:
        return DAYS_A_WEEK * load.moves
    return DAYS_A_WEEK / max(1, math.floor(load.stay_days))
