"""The wind on a pen as kept, or with values being tried: its chart, on this farm, for its flock."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from ergamot.core.weather.chart import WindChart, wind_chart
from ergamot.operations.pens import stands
from ergamot.operations.work import Work
from ergamot.store.records import Record


def wind_on(work: Work, record: Record, trying: Mapping[str, Any]) -> WindChart:
    """A pen's wind chart."""
    pen = stands(work, record, trying)
    return wind_chart(work.catalogue, pen.structure, pen.flock, pen.place)
