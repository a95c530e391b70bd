"""The farm's conditions: who moves the pen, over what ground, in what wind, within what limits. Each is declared here
and nowhere else; the store, the API, the history and the farm's page go by these declarations."""

from __future__ import annotations

from dataclasses import dataclass, fields
from typing import Any

from ergamot.core.catalogue import Catalogue, Crew, Exposure, Ground
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.farm.condition import Condition, Group, Kind, condition_of, told
from ergamot.core.farm.way import Stretch

# Bumps met at a walk; judgement: mown turf, pasture, pasture never topped
BUMPS_MM = {"lawn": 15.0, "rough": 30.0, "tussocks": 50.0}
TURF_WORDS = {"lawn": "lawn", "rough": "rough pasture", "tussocks": "tussocks"}
# EN 1991-1-3 annex E: 1.0 fresh, 2.0 to 3.5 settled, 4.0 kN/m³ wet; nearer or further within it, a judgement
SNOW_KG_M3 = {"fresh": 100.0, "settled": 250.0, "wet": 450.0}
SNOW_WORDS = {"fresh": "fresh snow", "settled": "settled snow", "wet": "wet snow"}
OUT_WORDS = {"flock": "while their flock is in them", "year": "all year"}
# What a new farm has is a start to be changed; judgements: one fall that is not swept off, a field gate of 8 ft, a
# gentle ridge under a pen, a strong gale (Beaufort 9) as most years bring, a day
# in most summers of a temperate country
USUAL_SNOW_MM, USUAL_PASSAGE_MM, USUAL_HUMP_MM = 200.0, 2400.0, 60.0
USUAL_GUST_MS, USUAL_SLOPE, USUAL_HOTTEST_C = 22.0, 3.0, 30.0
# Mean temperature month by month of an invented breezy temperate rise
USUAL_MONTHS_C = (3.0, 3.5, 6.0, 9.0, 12.5, 15.5, 17.5, 17.0, 14.5, 10.5, 6.5, 4.0)
# Days of a month over 10 mm of rain, of the same rise
USUAL_WET_DAYS = (3.0, 2.0, 2.0, 1.0, 1.0, 1.0, 1.0, 2.0, 2.0, 3.0, 3.0, 3.0)
WINDS = {
    "": "not known",
    "0": "north",
    "45": "north-east",
    "90": "east",
    "135": "south-east",
    "180": "south",
    "225": "south-west",
    "270": "west",
    "315": "north-west",
}  # degrees it blows from
# Money a kg, as straight fertiliser was sold over some years; judgements, to be changed to the farm's own
USUAL_WORTH_N, USUAL_WORTH_P, USUAL_WORTH_K = 1.2, 2.6, 1.0
# Common practice, in an order that hurts nobody
USUAL_BEFORE_MOVE = (
    "Ramp up, pop hole shut",
    "Feeder and drinker lifted",
    "Fence off, where there is one",
    "Birds clear of the rails",
    "Count them, before and after",
)
# A circular saw's foot, from its wide edge; judgement
USUAL_GUIDE_MM = 120.0
# Two evenings and most of a weekend day; judgement
USUAL_HOURS = (0.0, 2.0, 0.0, 2.0, 0.0, 6.0, 0.0)
CURRENCIES = {
    "": "without a sign",
    "€": "€",
    "£": "£",
    "$": "$",
    "kr": "kr",
    "zł": "zł",
    "CHF": "CHF",
    "Kč": "Kč",
}
USUAL_TOOLS = (Tool.SAW, Tool.DRILL, Tool.STAPLER, Tool.SNIPS)


@dataclass(frozen=True)
class FarmConditions:
    """A farm's site and limits. Slope in percent; gusts in m/s at 10 m; months January first, °C."""

    crew: Crew = told(Kind.ROW, "Mover", "man-woman", group=Group.MOVERS, table="crews")
    also: tuple[Crew, ...] = told(Kind.ROWS, "Must manage it too", (), group=Group.MOVERS, table="crews")
    heaviest_kg: float | None = told(
        Kind.FIGURE,
        "Heaviest pen you want",
        None,
        group=Group.MOVERS,
        hint="timber fresh from the yard; left empty, Moving alone says what is too heavy",
        said="the heaviest pen",
        low=5,
        high=2000,
        unit="kg",
        amount="mass",
        told_as="heaviest",
        left_open=True,
    )
    tools: tuple[Tool, ...] = told(Kind.TOOLS, "Tools at hand", USUAL_TOOLS, group=Group.SHED)
    moving_ground: Ground = told(
        Kind.ROW, "Usual worst for moving", "wet", group=Group.GROUND, table="grounds"
    )
    holding_ground: Ground = told(
        Kind.ROW, "For holding in wind", "moist", group=Group.GROUND, table="grounds"
    )
    turf: str = told(Kind.CHOICE, "Bumps", "lawn", group=Group.GROUND, choices=TURF_WORDS)
    zone: str = told(Kind.ZONE, "Time zone", "UTC", group=Group.GROUND)
    slope_percent: float = told(
        Kind.FIGURE,
        "Slope, %",
        USUAL_SLOPE,
        group=Group.GROUND,
        hint="pulled uphill",
        said="the slope",
        high=25,
        unit="%",
    )
    hump_mm: float = told(
        Kind.FIGURE,
        "Humps",
        USUAL_HUMP_MM,
        group=Group.GROUND,
        hint="how much the ground rises between the ends of a pen",
        said="the humps",
        high=500,
        unit="mm",
        amount="length",
        told_as="hump",
    )
    passage_mm: float = told(
        Kind.FIGURE,
        "Narrowest passage",
        USUAL_PASSAGE_MM,
        group=Group.GROUND,
        hint="on the way to the field, where none is drawn below",
        said="the narrowest passage",
        low=300,
        high=20000,
        unit="mm",
        amount="length",
        told_as="passage",
    )
    design_gust_ms: float = told(
        Kind.FIGURE,
        "Gust to stand",
        USUAL_GUST_MS,
        group=Group.WIND,
        hint="at 10 m, as forecasts give it: m/s, mph, km/h or kn",
        said="the gust to stand",
        low=5,
        high=60,
        unit="m/s",
        amount="speed",
        told_as="design_gust",
    )
    exposure: Exposure = told(Kind.ROW, "Land around", "open", group=Group.WIND, table="exposures")
    speed_up: float = told(
        Kind.FIGURE,
        "Speed-up on a ridge",
        1.0,
        group=Group.WIND,
        hint="1 on the flat, up to 1.5 on a crest",
        said="the speed-up on a ridge",
        low=1,
        high=1.5,
    )
    snow_mm: float = told(
        Kind.FIGURE,
        "Snow",
        USUAL_SNOW_MM,
        group=Group.WIND,
        hint="the deepest to be reckoned with, on level ground",
        said="the snow",
        high=3000,
        unit="mm",
        amount="length",
        told_as="snow_depth",
    )
    snow: str = told(Kind.CHOICE, "Kind of snow", "settled", group=Group.WIND, choices=SNOW_WORDS)
    stands_out: str = told(Kind.CHOICE, "Pens stand out", "flock", group=Group.WIND, choices=OUT_WORDS)
    wind_from: str = told(Kind.CHOICE, "Wind mostly from", "", group=Group.FIELD, choices=WINDS)
    worth_n: float = told(
        Kind.FIGURE,
        "A kg of nitrogen is worth",
        USUAL_WORTH_N,
        group=Group.FIELD,
        hint="in your money, as bought",
        said="what a kg of nitrogen is worth",
        high=100,
    )
    worth_p: float = told(
        Kind.FIGURE,
        "A kg of phosphorus",
        USUAL_WORTH_P,
        group=Group.FIELD,
        hint="as the element: 0.44 of a kg of P₂O₅",
        said="what a kg of phosphorus is worth",
        high=100,
    )
    worth_k: float = told(
        Kind.FIGURE,
        "A kg of potassium",
        USUAL_WORTH_K,
        group=Group.FIELD,
        hint="as the element: 0.83 of a kg of K₂O",
        said="what a kg of potassium is worth",
        high=100,
    )
    before_move: tuple[str, ...] = told(
        Kind.LINES,
        "Before each move",
        USUAL_BEFORE_MOVE,
        group=Group.FIELD,
        hint="a line for each thing to do, in your own order",
        said="what is done before a move",
    )
    currency: str = told(Kind.CHOICE, "Money", "", group=Group.SHED, choices=CURRENCIES)
    saw_guide_mm: float = told(
        Kind.FIGURE,
        "Saw's guide from its blade",
        USUAL_GUIDE_MM,
        group=Group.SHED,
        hint="from the edge of a circular saw's foot to the blade",
        said="the saw's guide",
        high=300,
        unit="mm",
        amount="length",
        told_as="saw_guide",
    )
    hours_a_week: tuple[float, ...] = told(
        Kind.WEEK,
        "Hours to build, day by day",
        USUAL_HOURS,
        said="hours of a day",
        high=16,
        unit="hours",
        group=Group.SHED,
        hint="Monday first",
    )
    way: tuple[Stretch, ...] = told(Kind.WAY, "Way to the field", ())
    hottest_c: float = told(
        Kind.FIGURE,
        "Hottest day",
        USUAL_HOTTEST_C,
        group=Group.GROUND,
        hint="as drinkers must last it: °C or °F",
        said="the hottest day",
        low=-10,
        high=40,
        unit="°C",
        amount="temperature",
        told_as="hottest",
    )
    months_c: tuple[float, ...] = told(
        Kind.MONTHS, "Mean temperatures", USUAL_MONTHS_C, said="a month's mean", low=-30, high=40, unit="°C"
    )
    wet_days: tuple[float, ...] = told(
        Kind.MONTHS,
        "Days of heavy rain, or on soft ground",
        USUAL_WET_DAYS,
        said="a month's wet days",
        high=31,
        unit="days",
    )

    @property
    def movers(self) -> tuple[Crew, ...]:
        """Everyone who must be able to move a pen."""
        return (self.crew, *(crew for crew in self.also if crew != self.crew))

    @property
    def narrowest_mm(self) -> float:
        """The narrowest place on the way to the field, as drawn or as told."""
        return min((one.width_mm for one in self.way), default=self.passage_mm)

    @property
    def wind_from_deg(self) -> float | None:
        """Where the wind mostly comes from, compass degrees; None where it is not known."""
        return float(self.wind_from) if self.wind_from else None

    @property
    def bump_mm(self) -> float:
        return BUMPS_MM[self.turf]

    @property
    def snow_kg_m3(self) -> float:
        return SNOW_KG_M3[self.snow]

    @property
    def wet_snow(self) -> bool:
        return self.snow == "wet"


CONDITIONS: dict[str, Condition] = {one.name: condition_of(one) for one in fields(FarmConditions)}


def make_conditions(catalogue: Catalogue, **entered: Any) -> FarmConditions:
    """Check a farm's site and limits.

    Args: catalogue; entered, by the names of FarmConditions: keys of rows, figures from and to the limits declared
        there; what is left out is as a new farm has it.
    Returns: the FarmConditions.
    Raises: UnknownChoice, OutOfRange.
    Source: each condition's own.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> make_conditions(load_catalogue(), turf="rough").bump_mm
    30.0
    """
    unknown = set(entered) - set(CONDITIONS)
    if unknown:
        raise TypeError(f"not conditions of a farm: {', '.join(sorted(unknown))}")
    return FarmConditions(
        **{
            name: condition.read(catalogue, name, entered.get(name, condition.usual))
            for name, condition in CONDITIONS.items()
        }
    )


def conditions_kept(conditions: FarmConditions) -> dict[str, Any]:
    """Conditions as they are kept and sent.

    Args: conditions.
    Returns: keys, words and figures by name; `make_conditions` reads them again.
    Source: each condition's own.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> conditions_kept(make_conditions(load_catalogue()))["crew"]
    'man-woman'
    """
    return {name: condition.kept(getattr(conditions, name)) for name, condition in CONDITIONS.items()}
