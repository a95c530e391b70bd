"""What a farm brings: its ground, its people, how open it lies."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Annotated, ClassVar

from ergamot.core.catalogue.columns import Row, Within
from ergamot.core.errors import OutOfRange

MOST_PEOPLE = 4  # as many as there is room for at the end of a pen; judgement


@dataclass(frozen=True)
class Ground(Row):
    """A state of the ground: cone index, and friction of a skid for holding and for pulling."""

    key: str
    label: str
    cone_index_kpa: Annotated[float, Within(50, 10_000, "cone index")]
    holding_mu: Annotated[float, Within(0.02, 1.5, "friction that holds")]
    pulling_mu: Annotated[float, Within(0.02, 1.5, "friction when pulled")]
    first_pull: Annotated[float, Within(1, 3, "first pull to next")]
    anchor_factor: Annotated[float, Within(0, 2, "hold of anchors to firm soil")]
    source: str


@dataclass(frozen=True)
class Person(Row):
    """Guideline forces for one person, N, by the height of the hands, close to the body; and the most that may still be
    asked: of lifting so many times the guideline, of pulling what nine in ten can, over 2.1 m once or twice a day.
    """

    OWN: ClassVar[tuple[str, ...]] = ("most_lift", "most_start_n", "most_keep_n")
    key: str
    label: str
    lift_low_n: Annotated[float, Within(1, 3000)]
    lift_knee_n: Annotated[float, Within(1, 3000)]
    lift_waist_n: Annotated[float, Within(1, 3000)]
    lift_chest_n: Annotated[float, Within(1, 3000)]
    push_start_n: Annotated[float, Within(1, 3000)]
    push_keep_n: Annotated[float, Within(1, 3000)]
    most_lift: Annotated[float, Within(1, 2.5, "most lift over guideline")]
    most_start_n: Annotated[float, Within(1, 3000)]
    most_keep_n: Annotated[float, Within(1, 3000)]
    source: str

    def check(self) -> None:
        for most, good in (("most_start_n", self.push_start_n), ("most_keep_n", self.push_keep_n)):
            if getattr(self, most) < good:
                raise OutOfRange(most, getattr(self, most), f"{good:g} at least, the guideline")

    @classmethod
    def filled(cls, cells: Mapping[str, str]) -> Mapping[str, str]:
        """One kept before there was a most: the guideline is their limit until it is told."""
        return {
            "most_lift": "1",
            "most_start_n": cells.get("push_start_n", ""),
            "most_keep_n": cells.get("push_keep_n", ""),
            **cells,
        }


@dataclass(frozen=True)
class Crew(Row):
    """Who moves the pen: keys of the people who do it together, or a vehicle's pull and load on its hitch, N."""

    key: str
    label: str
    people: tuple[str, ...]
    drawbar_n: Annotated[float, Within(0, 50_000)]
    hitch_n: Annotated[float, Within(0, 20_000)]
    source: str

    def check(self) -> None:
        if bool(self.people) == bool(self.drawbar_n):
            raise OutOfRange(
                "people", " ".join(self.people), "one to four people, or a drawbar's pull, not both"
            )
        if len(self.people) > MOST_PEOPLE:
            raise OutOfRange("people", " ".join(self.people), f"at most {MOST_PEOPLE} together")


@dataclass(frozen=True)
class Exposure(Row):
    """How open the land around the pen is: its roughness length."""

    key: str
    label: str
    roughness_m: Annotated[float, Within(0.003, 1)]
    source: str
