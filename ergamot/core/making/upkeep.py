"""What a pen asks for once it stands, by the parts it really has: before the season, weekly, after a storm, at lay-up."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from ergamot.core.catalogue import Hardware as HardwareRow
from ergamot.core.catalogue import Mesh, Sheet
from ergamot.core.catalogue.kinds import Fitting, Made, Stuff
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.kinds import Duty, Item
from ergamot.core.frame.structure import Structure
from ergamot.core.stock.paint import coated_m2, stain_l
from ergamot.core.units import Quantity

COAT_AGAIN_YEARS = 3  # makers of outdoor stain
TIE_YEARS = 2  # plastic in the sun; judgement
PVC_YEARS = 5  # pipe in the sun grows brittle; judgement, after ASTM D4726's weathering
ROPE_YEARS = 3  # judgement


class Time(StrEnum):
    """When a thing is looked at."""

    SEASON = "season"
    WEEK = "week"
    STORM = "storm"
    LAY_UP = "lay-up"


TIME_WORDS = {
    Time.SEASON: "Before the season",
    Time.WEEK: "Each week",
    Time.STORM: "After a storm",
    Time.LAY_UP: "Laid up for winter",
}


@dataclass(frozen=True)
class Look:
    """One thing to look at and what to do about it. Within `years` it is replaced or done anew; 0 where it lasts."""

    time: Time
    words: Phrase
    years: int = 0


def upkeep(structure: Structure) -> tuple[Look, ...]:
    """What to look at, grease, tighten and replace, and when.

    Args: structure.
    Returns: Looks, by their time; nothing of a part the pen does not have.
    Source: common practice; years a judgement, those of sheets from the catalogue.

    >>> {one.time.value for one in upkeep(pen())} == {"season", "week", "storm", "lay-up"}
    True
    """
    found = [*_frame(structure), *_covers(structure), *_moving(structure), *_doors(structure)]
    order = list(Time)
    return tuple(sorted(found, key=lambda one: order.index(one.time)))


def _frame(structure: Structure) -> Iterator[Look]:
    fixings = {one.row.kind for one in structure.hardware if isinstance(one.row, HardwareRow)}
    if Fitting.BOLT in fixings:
        yield Look(
            Time.SEASON, phrase("Every bolt a quarter turn; a washer sunk into wet wood has worked loose")
        )
    if Fitting.SCREW in fixings:
        yield Look(
            Time.SEASON, phrase("A screw that turns freely: the next size longer, or a new place beside it")
        )
    if any(one.section.made is Made.WOOD for one in structure.members):
        area = coated_m2(structure)
        yield Look(
            Time.SEASON,
            phrase(
                f"Wood coated anew every {COAT_AGAIN_YEARS} years: {{area}}, {stain_l(area)} litres",
                area=Quantity(round(area), "m2"),
            ),
            COAT_AGAIN_YEARS,
        )
        yield Look(Time.LAY_UP, phrase("Off the ground on blocks: wet wood under it rots by spring"))
        yield Look(
            Time.SEASON, phrase("A knife into the base rails' undersides: soft, and the rail is replaced")
        )
    if any(one.section.welded for one in structure.members):
        yield Look(Time.SEASON, phrase("Welds for a crack, drain holes open, zinc over bare steel"))
    if any(one.section.made is Made.PLASTIC for one in structure.members):
        yield Look(
            Time.SEASON, phrase("A pipe pressed by the thumb: white where it bends, it is brittle"), PVC_YEARS
        )
    if any(one.duty in (Duty.KNEE_BRACE, Duty.SIDE_BRACE) for one in structure.members):
        yield Look(Time.STORM, phrase("Every brace tight: a pen that has racked opens there first"))
    yield Look(
        Time.STORM, phrase("Both diagonals of the base alike; if not, pull it square and find what gave")
    )


def _covers(structure: Structure) -> Iterator[Look]:
    rows = dict.fromkeys(panel.covering for panel in structure.panels if panel.covering is not None)
    if any(isinstance(row, Mesh) for row in rows):
        yield Look(
            Time.WEEK, phrase("Round the mesh by hand, low down first: a hole a thumb passes is mended today")
        )
        yield Look(
            Time.SEASON, phrase("Staples driven home; rust that flakes, and that piece of mesh is replaced")
        )
    for row in rows:
        if isinstance(row, Sheet) and row.service_years:
            worn = (
                "holds no water when poured on"
                if row.stuff is Stuff.CLOTH
                else "neither cracked nor loose at a screw"
            )
            yield Look(
                Time.SEASON,
                phrase("{what}: " + f"{worn}; lasts about {row.service_years} years", what=row.label),
                row.service_years,
            )
    if any(isinstance(row, Sheet) and row.stuff is Stuff.CLOTH for row in rows):
        yield Look(Time.STORM, phrase("Tarp tight, ties whole: one that flaps is gone in the next wind"))
        yield Look(Time.LAY_UP, phrase("Tarp off, dry, rolled, away from mice"))
    else:
        yield Look(Time.STORM, phrase("Every sheet of the roof at its edges and screws"))
    if any(
        one.item in (Item.FIXING, Item.LAP) and _kind(one.row) is Fitting.TIE for one in structure.hardware
    ):
        yield Look(
            Time.SEASON,
            phrase("Cable ties by the handful: one that snaps when bent, and all are replaced"),
            TIE_YEARS,
        )


def _moving(structure: Structure) -> Iterator[Look]:
    items = {one.item for one in structure.hardware}
    if Item.WHEEL in items or Item.LOOSE_WHEEL in items:
        yield Look(Time.WEEK, phrase("Wheels spin and do not rub; tyres hard where they are filled with air"))
        yield Look(
            Time.SEASON, phrase("Axles greased, split pins and washers there, rods straight along a string")
        )
    if structure.levers:
        yield Look(
            Time.WEEK, phrase("Pivots tight enough not to rattle, loose enough to swing; catches shut")
        )
        yield Look(
            Time.SEASON, phrase("Pivot bolts greased; a hole worn to an oval is drilled out and bushed")
        )
    ropes = [one for one in structure.hardware if _kind(one.row) in (Fitting.ROPE, Fitting.CORD)]
    if ropes:
        yield Look(
            Time.WEEK,
            phrase("Rope and cord where they bend: furred through a third, and they are replaced"),
            ROPE_YEARS,
        )
    if Item.ANCHOR in items:
        yield Look(Time.STORM, phrase("Each anchor pulled by hand: in wet ground it is moved a step aside"))
    if structure.axle is None and Item.LOOSE_WHEEL not in items:
        yield Look(Time.SEASON, phrase("Runners' undersides: worn by a third, a new strip is screwed under"))


def _doors(structure: Structure) -> Iterator[Look]:
    kinds = {_kind(one.row) for one in structure.hardware}
    if Fitting.LATCH in kinds:
        yield Look(
            Time.WEEK,
            phrase("Every latch shuts by itself and needs two actions; a clip that is bent is replaced"),
        )
    if Fitting.HINGE in kinds:
        yield Look(Time.SEASON, phrase("Hinges oiled, their screws tight; a leaf that drags is hung anew"))
    if structure.room.nests or structure.room.roost_m:
        yield Look(Time.LAY_UP, phrase("Nests and roosts out, scrubbed, sunned; mites sit in every crack"))
    yield Look(
        Time.LAY_UP, phrase("Feeders and drinkers emptied and dry; doors propped so that air goes through")
    )


def _kind(row: object) -> Fitting | None:
    return row.kind if isinstance(row, HardwareRow) else None
