"""Moving a pen as kept, or with values being tried: its chart, its drilling template."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.growth import mass_kg
from ergamot.core.frame.mass import Mass, mass
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.chart import MovingChart, moving_chart
from ergamot.core.gear.first_haul import FirstHaul, first_haul
from ergamot.core.gear.template import Template, drill_template
from ergamot.operations.pens import stands
from ergamot.operations.work import Work
from ergamot.store.documents import PenBody
from ergamot.store.records import Record


@dataclass(frozen=True)
class OnTheMove:
    """A pen on the move on this farm."""

    structure: Structure
    weighed: Mass
    farm: FarmConditions
    chart: MovingChart
    way: FirstHaul | None


def moving_of(work: Work, record: Record[PenBody], trying: Mapping[str, Any]) -> OnTheMove:
    """A pen's moving chart, with its birds riding at their weight when they leave."""
    pen = stands(work, record, trying)
    weighed = mass(pen.structure)
    birds = pen.flock.placed * mass_kg(pen.flock.strain, pen.flock.leaving_day)
    chart = moving_chart(work.catalogue, pen.structure, weighed, pen.farm, birds)
    way = first_haul(work.catalogue, pen.structure, weighed, pen.farm)
    return OnTheMove(pen.structure, weighed, pen.farm, chart, way)


def template_of(work: Work, record: Record[PenBody]) -> Template:
    """Where to drill for a pen's swinging wheels."""
    return drill_template(stands(work, record).structure, work.catalogue)
