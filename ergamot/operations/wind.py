"""The wind on a pen as kept, or with values being tried: its chart, on this farm, for its flock."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ergamot.core.frame.parts.anchorage import cans_for
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.effort import lift_of
from ergamot.core.weather.chart import WindChart, wind_chart
from ergamot.operations.pens import stands
from ergamot.operations.work import Work
from ergamot.store.documents import PenBody
from ergamot.store.records import Record


@dataclass(frozen=True)
class InTheWind:
    """A pen's wind chart, the keeper's gust (m/s), what ballast would add to the lift at the handles (N), and how many
    pairs of water cans it is (none when it needs no ballast, or more than can be hung)."""

    chart: WindChart
    gust_ms: float
    ballast_lift_n: float
    cans: int | None


def wind_on(work: Work, record: Record[PenBody], trying: Mapping[str, Any]) -> InTheWind:
    """A pen in the wind of its farm."""
    pen = stands(work, record, trying)
    chart = wind_chart(work.catalogue, pen.structure, pen.flock, pen.farm)
    lift = _ballast_lift(pen.structure, chart.ballast_kg)
    return InTheWind(chart, pen.farm.design_gust_ms, lift, cans_for(work.catalogue, chart.ballast_kg))


def _ballast_lift(structure: Structure, kg: float) -> float:
    """What weight on the middle of the side rails adds where the pen is carried; nothing where it is not."""
    xs = [x for x, _ in structure.contacts]
    return lift_of(structure, [(kg, (min(xs) + max(xs)) / 2)])
