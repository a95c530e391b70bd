"""The house at the rear of a low pen: as tall as its birds need, under a roof of its own that falls to the right."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Catalogue, Section
from ergamot.core.frame.face import Face, above
from ergamot.core.frame.parameters import Parameter, Value
from ergamot.core.frame.parts.house import OVER_RUN, House, check_house, check_under_plate, read_house
from ergamot.core.frame.parts.house.fit import POP_HOLE_MM
from ergamot.core.frame.parts.site import refuse_above, refuse_below
from ergamot.core.frame.profile import Profile, chain

ROOF = "house roof"  # the name of its face
_HOUSED = ("house", "yes")

TALL_PARAMETERS: tuple[Parameter, ...] = (
    Parameter(
        "house_top", "House stands", "house", "length", 1200.0, 600, 1800, only_if=_HOUSED,
        note="ground to the high side of its roof",
    ),
    Parameter("house_fall", "House roof falls", "house", "angle", 8.0, 3, 20, only_if=_HOUSED, note="to the right"),
)  # fmt: skip


@dataclass(frozen=True)
class TallHouse:
    """A house over the rear of a low pen; lengths in mm. `top` is the high side of its roof, which rises `slope` for one
    across."""

    house: House
    top: float
    slope: float
    half: float

    def top_at(self, y: float) -> float:
        """Height of its roof over a place across the pen."""
        return self.top - (self.half - y) * self.slope

    @property
    def low(self) -> float:
        """The low side of its roof."""
        return self.top_at(-self.half)

    def profile(self) -> Profile:
        """Its line across the pen."""
        points = [(-self.half, 0.0), (-self.half, self.low), (self.half, self.top), (self.half, 0.0)]
        return chain(points, ["right", ROOF, "left"], self.low)


def read_tall(values: Mapping[str, Value], catalogue: Catalogue) -> TallHouse | None:
    """The house some values put on the rear of a low pen.

    Args: values, checked one by one; catalogue.
    Returns: the TallHouse; None where there is none.
    Raises: UnknownChoice.
    Source: common practice.

    >>> read_tall(asked(house="yes", height=800.0), c).top
    1200.0
    """
    house = read_house(values, catalogue)
    if not house:
        return None
    slope = math.tan(math.radians(float(values["house_fall"])))
    return TallHouse(house, float(values["house_top"]), slope, float(values["width"]) / 2)


def check_tall(tall: TallHouse, run_mm: float, body_mm: float, section: Section) -> None:
    """Refuse a house that does not go with its run.

    Args: tall; run_mm, height of the run, mm; body_mm, rear to front, mm; section, of the frame.
    Raises: OutOfRange, naming the field and what it may be.
    Source: common practice.

    >>> check_tall(read_tall(asked(house="yes", height=800.0), c), 900.0, 3000.0, c.sections["2x3"])
    """
    deep, thick, fall = section.deep_mm, section.thick_mm, 2 * tall.half * tall.slope
    along = math.cos(math.atan(tall.slope))
    longest = (section.longest_mm - deep * tall.slope) * along + 2 * thick
    refuse_above("width", 2 * tall.half, longest, f"for a rafter of its roof out of one {section.label}")
    refuse_below("house_top", tall.top, run_mm + fall, "for the low side of its roof to clear the run")
    out = tall.house.floor_z + POP_HOLE_MM[1] + deep
    refuse_below("height", run_mm, out, "for birds to come out of this house under the top of the run")
    check_house(tall.house, tall.profile(), body_mm, deep, thick)
    check_under_plate(tall.house, tall.low, deep)


def stepped(faces: Mapping[str, Face], tall: TallHouse, x: tuple[float, float, float]) -> dict[str, Face]:
    """The faces of a run with a taller house on its rear.

    Args: faces of the run as long as the pen, by name; tall; x, the rear, where the run begins and its front, mm.
    Returns: the faces by name: sides with a step in them, the house's rear and roof, the run's top and front.
    Source: geometry.

    >>> tall = read_tall(asked(house="yes", height=800.0), c)
    >>> sorted(stepped(begun().faces, tall, (0.0, 1200.0, 3048.0)))
    ['front', 'house front', 'house roof', 'left', 'rear', 'right', 'top']
    """
    rear, run, front = x
    housed = {face.name: face for face in tall.profile().faces((rear, run))}

    def side(name: str) -> Face:
        low, high = faces[name].top, housed[name].top
        outline = ((rear, 0.0), (front, 0.0), (front, low), (run, low), (run, high), (rear, high))
        return replace(faces[name], outline=outline)

    top = faces["top"]
    kept = replace(top, outline=((run, 0.0), (front, 0.0), (front, top.tall), (run, top.tall)))
    both = {name: side(name) for name in ("right", "left")}
    over = replace(above(housed["front"], faces["front"].top), name=OVER_RUN)
    return {**faces, **both, "top": kept, "rear": housed["rear"], ROOF: housed[ROOF], OVER_RUN: over}
