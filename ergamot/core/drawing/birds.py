"""Birds standing on the floor of a pen, every one of them, at the size they leave at."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ergamot.core.flock.flock import Flock
from ergamot.core.flock.growth import mass_kg
from ergamot.core.frame.structure import Structure

# A broiler of 2.3 kg stands about 0.40 m long, 0.36 m high; size goes with mass^⅓; judgement: only drawn with
LENGTH_AT_2_3_KG_MM = 400.0
HEIGHT_PER_LENGTH = 0.9
GOLDEN = 0.61803398875  # spreads headings and small shifts evenly without chance


@dataclass(frozen=True)
class Bird:
    """One bird: where it stands and how high over the grass (mm), which way it faces (degrees), how long and high it is (mm)."""

    x: float
    y: float
    z: float
    facing_deg: float
    length: float
    height: float


def birds(structure: Structure, flock: Flock) -> tuple[Bird, ...]:
    """Set every bird of a flock on the floor, evenly spread.

    Args: structure; flock.
    Returns: one Bird for each placed, all inside the base rails, on the floor they live on, the same each time.
    Source: common practice sizes.

    >>> from datetime import date
    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> f = Flock(c.strains["broiler-fast"], 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    >>> len(birds(build(make_design(c, "low-pen", {}), c), f))
    30
    """
    (x0, x1), (y0, y1) = structure.body.floor_x, structure.body.floor_y
    long, wide = x1 - x0, y1 - y0
    rows = max(1, round(math.sqrt(flock.placed * wide / long)))
    columns = math.ceil(flock.placed / rows)
    step_x, step_y = long / columns, wide / rows
    length = LENGTH_AT_2_3_KG_MM * (mass_kg(flock.strain, flock.leaving_day) / 2.3) ** (1 / 3)

    def one(i: int) -> Bird:
        column, row = divmod(i, rows)
        shift_x, shift_y = (i * GOLDEN) % 1 - 0.5, (i * GOLDEN * 7) % 1 - 0.5
        return Bird(
            x=round(x0 + (column + 0.5 + shift_x * 0.3) * step_x, 1),
            y=round(y0 + (row + 0.5 + shift_y * 0.3) * step_y, 1),
            z=structure.floor_z_mm,
            facing_deg=round((i * GOLDEN * 360) % 360, 1),
            length=round(length, 1),
            height=round(length * HEIGHT_PER_LENGTH, 1),
        )

    return tuple(one(i) for i in range(flock.placed))
