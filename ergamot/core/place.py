"""The farm as the verdicts need it: who moves the pen, over what ground, in what wind."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Crew, Exposure, Ground, pick
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.tools import checked_tools
from ergamot.core.way import Stretch, checked_way

# Bumps met at a walk; judgement: mown turf, pasture, pasture never topped
BUMPS_MM = {"lawn": 15.0, "rough": 30.0, "tussocks": 50.0}
TURF_WORDS = {"lawn": "lawn", "rough": "rough pasture", "tussocks": "tussocks"}
# EN 1991-1-3 annex E: 1.0 fresh, 2.0 to 3.5 settled, 4.0 kN/m³ wet; nearer or further within it, a judgement
SNOW_KG_M3 = {"fresh": 100.0, "settled": 250.0, "wet": 450.0}
SNOW_WORDS = {"fresh": "fresh snow", "settled": "settled snow", "wet": "wet snow"}
DEFAULT_SNOW_MM = 200.0  # a start to be changed; judgement: one fall that is not swept off
DEFAULT_PASSAGE_MM = 2400.0  # a start to be changed; judgement: a field gate of 8 ft
DEFAULT_HUMP_MM = 60.0  # a start to be changed; judgement: a gentle ridge under a pen
DEFAULT_GUST_MS = 22.0  # a start to be changed; judgement: a strong gale (Beaufort 9), as most years bring
DEFAULT_HEAVIEST_KG = 80.0  # a start to be changed; judgement: about what an 8 × 10 ft pen of 2×3 weighs
# Mean temperature month by month of an invented breezy temperate rise
DEFAULT_MONTHS_C = (3.0, 3.5, 6.0, 9.0, 12.5, 15.5, 17.5, 17.0, 14.5, 10.5, 6.5, 4.0)


DEFAULT_TOOLS = (Tool.SAW, Tool.DRILL, Tool.STAPLER, Tool.SNIPS)


@dataclass(frozen=True)
class Place:
    """A farm's site and limits. slope in percent; gusts in m/s at 10 m; months January first, °C."""

    crew: Crew
    moving_ground: Ground
    holding_ground: Ground
    exposure: Exposure
    turf: str
    slope_percent: float
    speed_up: float
    design_gust_ms: float
    heaviest_kg: float
    months_c: tuple[float, ...]
    tools: tuple[Tool, ...]
    snow_mm: float
    snow: str
    passage_mm: float
    hump_mm: float
    also: tuple[Crew, ...] = ()
    way: tuple[Stretch, ...] = ()
    zone: str = "UTC"

    @property
    def movers(self) -> tuple[Crew, ...]:
        """Everyone who must be able to move a pen."""
        return (self.crew, *(crew for crew in self.also if crew != self.crew))

    @property
    def narrowest_mm(self) -> float:
        """The narrowest place on the way to the field, as drawn or as told."""
        return min((one.width_mm for one in self.way), default=self.passage_mm)

    @property
    def bump_mm(self) -> float:
        return BUMPS_MM[self.turf]

    @property
    def snow_kg_m3(self) -> float:
        return SNOW_KG_M3[self.snow]


def make_place(
    catalogue: Catalogue,
    crew: str = "man-woman",
    moving_ground: str = "wet",
    holding_ground: str = "moist",
    exposure: str = "open",
    turf: str = "lawn",
    slope_percent: float = 3.0,
    speed_up: float = 1.0,
    design_gust_ms: float = DEFAULT_GUST_MS,
    heaviest_kg: float = DEFAULT_HEAVIEST_KG,
    months_c: tuple[float, ...] = DEFAULT_MONTHS_C,
    tools: Iterable[str] = DEFAULT_TOOLS,
    snow_mm: float = DEFAULT_SNOW_MM,
    snow: str = "settled",
    passage_mm: float = DEFAULT_PASSAGE_MM,
    hump_mm: float = DEFAULT_HUMP_MM,
    also: Iterable[str] = (),
    way: Sequence[Stretch] = (),
    zone: str = "UTC",
) -> Place:
    """Check a farm's site and limits.

    Args: catalogue; crew, moving_ground, holding_ground, exposure, keys of its rows; turf, lawn,
        rough or tussocks; slope_percent, 0 to 25; speed_up of wind on a ridge, 1 to 1.5;
        design_gust_ms, 5 to 60; heaviest_kg, 5 to 2000; months_c, twelve means, −30 to 40; tools at hand,
        keys; snow_mm on level ground, 0 to 3000, and snow, fresh, settled or wet; passage_mm, the narrowest on the way
        to the field, 300 to 20000; hump_mm, the ground's rise between the ends of a pen, 0 to 500;
        also, keys of crews who must manage too; way, the stretches from where pens are built to the field;
        zone, the farm's time zone by its IANA name.
    Returns: the Place.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> make_place(load_catalogue()).bump_mm
    15.0
    """
    pick(BUMPS_MM, turf, "turf")
    require_range("slope_percent", slope_percent, 0, 25, "%")
    require_range("speed_up", speed_up, 1, 1.5)
    require_range("design_gust_ms", design_gust_ms, 5, 60, "m/s")
    require_range("heaviest_kg", heaviest_kg, 5, 2000, "kg")
    pick(SNOW_KG_M3, snow, "snow")
    require_range("snow_mm", snow_mm, 0, 3000, "mm")
    require_range("passage_mm", passage_mm, 300, 20000, "mm")
    require_range("hump_mm", hump_mm, 0, 500, "mm")
    if len(months_c) != 12:
        raise OutOfRange("months_c", len(months_c), "twelve monthly means")
    for mean in months_c:
        require_range("months_c", mean, -30, 40, "°C")
    for one in way:
        if one.ground:
            pick(catalogue.grounds, one.ground, "ground")
    return Place(
        crew=pick(catalogue.crews, crew, "crew"),
        moving_ground=pick(catalogue.grounds, moving_ground, "moving_ground"),
        holding_ground=pick(catalogue.grounds, holding_ground, "holding_ground"),
        exposure=pick(catalogue.exposures, exposure, "exposure"),
        turf=turf,
        slope_percent=slope_percent,
        speed_up=speed_up,
        design_gust_ms=design_gust_ms,
        heaviest_kg=heaviest_kg,
        months_c=months_c,
        tools=checked_tools(tools),
        snow_mm=snow_mm,
        snow=snow,
        passage_mm=passage_mm,
        hump_mm=hump_mm,
        also=tuple(pick(catalogue.crews, key, "also") for key in also),
        way=checked_way(way),
        zone=zone,
    )
