"""Does a pen get to the field: through the narrowest place on the way, round its bends, and clear of the field's humps?"""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.farm.way import legs, longest_round_m
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.carried import lifted_clear_mm
from ergamot.core.gear.tasks import Task
from ergamot.core.units import Quantity


@dataclass(frozen=True)
class Stuck:
    """Where a pen does not get through: what it cannot, on which stretch of the way that is drawn (0 where none is), what
    there is room for and what it takes, mm."""

    task: Task
    stretch: int
    has_mm: float
    needs_mm: float

    @property
    def ratio(self) -> float:
        return self.has_mm / self.needs_mm

    @property
    def words(self) -> Phrase:
        """Where it sticks, and by how much."""
        where = f" on stretch {self.stretch} of the way" if self.stretch else " on the way to the field"
        if self.task is Task.BEND:
            return phrase(
                f"too long for the bend{where}: {{has}} goes round it, it is {{needs}}",
                has=Quantity(self.has_mm, "about"),
                needs=Quantity(self.needs_mm, "about"),
            )
        return phrase(
            f"too wide for the narrowest place{where}: {{has}}, it is {{needs}} as it is hauled",
            has=Quantity(self.has_mm, "about"),
            needs=Quantity(self.needs_mm, "about"),
        )


def sticks(structure: Structure, farm: FarmConditions) -> Stuck | None:
    """Find where a pen sticks on its way to the field, as it is hauled.

    Args: structure; farm, with its way, or its narrowest passage where none is drawn.
    Returns: the Stuck that it misses by most; None where it gets through, comes apart to be carried through, or is built in the
        field.
    Source: geometry.

    >>> sticks(pen(width=2133.6), farm(passage_mm=2400.0)) is None
    True
    >>> sticks(pen(width=2133.6), farm(passage_mm=1200.0)).words.text("metric")
    'too wide for the narrowest place on the way to the field: 1.20 m, it is 2.36 m as it is hauled'
    """
    if structure.built_in_field or structure.comes_apart:
        return None
    long, wide = structure.hauled_size.long_mm, structure.hauled_size.wide_mm
    found = []
    for leg in legs(farm.way):
        found.append(Stuck(Task.PASSAGE, leg.number, leg.stretch.width_mm, wide))
        if leg.bend_deg:
            round_it = longest_round_m(wide / 1000, leg.stretch.room_mm / 1000, leg.bend_deg)
            found.append(Stuck(Task.BEND, leg.number, min(1e6, 1000 * round_it), long))
    if not farm.way:
        found.append(Stuck(Task.PASSAGE, 0, farm.passage_mm, wide))
    worst = min(found, key=lambda one: one.ratio)
    return worst if worst.ratio < 1 - 1e-9 else None


def clears_hump_mm(structure: Structure) -> float | None:
    """Measure the hump that passes under a pen: half way from its wheels to its hands, lifted to the elbow, or between its axles.

    Args: structure.
    Returns: mm; None on skids, which ride over it.
    Source: geometry.

    >>> clears_hump_mm(pen(gear="skids")) is None
    True
    >>> round(clears_hump_mm(pen(gear="boards", pairs=2)))
    40
    """
    axle = structure.axle
    if axle is None:
        return None
    if structure.front_axle is not None:
        return min(axle.rise_mm, structure.front_axle.rise_mm)
    lifted = lifted_clear_mm(structure)
    return axle.rise_mm if lifted is None else lifted
