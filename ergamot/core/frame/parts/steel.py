"""What of a pen is welded of steel boxes: its base, and the body that stands on it."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue import Catalogue, Section, pick
from ergamot.core.catalogue.kinds import Use
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.parameters import Choice, Parameter, Value

MOST_WIDER_MM = 12.0  # of steel than of what stands on it; judgement
LEAST_SHUT_MM = 8.0  # of rail under a door's edge; judgement
SAME_SIZE_MM = 0.5  # of arithmetic, between a box and the timber that fills in beside it

BASE_STEEL = Parameter(
    "base_steel",
    "Base of box",
    "frame",
    "choice",
    "rhs-40x60",
    table="sections",
    uses=(Use.BOX,),
    only_if=("base_made", "steel"),
)
BODY_PARAMETERS = (
    Parameter(
        "body_made",
        "Body of",
        "frame",
        "choice",
        "timber",
        choices=(
            Choice("timber", "timber", "a seat for every post"),
            Choice("steel", "welded steel", "studs, plates and rafters; timber fills in between"),
        ),
        only_if=("base_made", "steel"),
        kept=True,
    ),
    Parameter(
        "body_steel",
        "Body of box",
        "frame",
        "choice",
        "rhs-38x64",
        table="sections",
        uses=(Use.BOX,),
        only_if=("body_made", "steel"),
    ),
)


def read_steel_base(values: Mapping[str, Value], catalogue: Catalogue, frame: Section) -> Section:
    """The box a base is welded of: as wide as what stands on it, and high enough for the doors to shut against.

    Args: values, checked one by one; catalogue; frame, the section of what stands on it.
    Returns: the Section.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice.

    >>> read_steel_base(asked(base_made="steel"), c, c.sections["2x3"]).key
    'rhs-40x60'
    """
    section = pick(catalogue.sections, str(values["base_steel"]), "base_steel")
    if not frame.thick_mm - SAME_SIZE_MM <= section.thick_mm <= frame.thick_mm + MOST_WIDER_MM:
        allowed = f"{frame.thick_mm:g} to {frame.thick_mm + MOST_WIDER_MM:g} mm wide, as what stands on it"
        raise OutOfRange("base_steel", section.key, allowed)
    least = frame.deep_mm / 2 + LEAST_SHUT_MM
    if section.deep_mm < least:
        raise OutOfRange(
            "base_steel", section.key, f"at least {least:g} mm high, for doors to shut against it"
        )
    return section


def welded_body(values: Mapping[str, Value]) -> bool:
    """Are the walls and the roof of a pen welded of steel? Only on a base that is.

    Args: values, checked one by one.
    Returns: whether they are; not, in a shape that offers no such body.
    Source: common practice.

    >>> welded_body({"base_made": "same", "body_made": "steel"})
    False
    """
    return values["base_made"] == "steel" and values.get("body_made") == "steel"


def read_body(values: Mapping[str, Value], catalogue: Catalogue, frame: Section) -> Section | None:
    """The box a body is welded of: as thick and as deep as the timber that fills in between.

    Args: values, checked one by one; catalogue; frame, the section of that timber.
    Returns: the Section; None of a body of timber.
    Raises: UnknownChoice, OutOfRange.
    Source: common practice: flush on both sides.

    >>> read_body(asked("coop", base_made="steel", body_made="steel"), c, c.sections["2x3"]).key
    'rhs-38x64'
    """
    if not welded_body(values):
        return None
    section = pick(catalogue.sections, str(values["body_steel"]), "body_steel")
    off = max(abs(section.thick_mm - frame.thick_mm), abs(section.deep_mm - frame.deep_mm))
    if off > SAME_SIZE_MM:
        allowed = f"{frame.thick_mm:g} × {frame.deep_mm:g} mm, as the timber that fills in between"
        raise OutOfRange("body_steel", section.key, allowed)
    return section
