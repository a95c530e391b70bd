"""What a pen is sawn from, by what the sticks do, and what its base may be welded of."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from ergamot.core.catalogue import Catalogue, Section, Species, pick
from ergamot.core.catalogue.kinds import Made, Use
from ergamot.core.errors import OutOfRange
from ergamot.core.finding import What
from ergamot.core.frame.carpentry import Framing, Timber
from ergamot.core.frame.kinds import Duty
from ergamot.core.frame.parameters import Choice, Parameter, Value
from ergamot.core.frame.parts.openings import some_closed_by
from ergamot.core.frame.parts.site import check_stock
from ergamot.core.frame.parts.steel import BASE_STEEL, read_body, read_steel_base

OWN_BASE = ("base_made", "own")


def _with_leaves(values: Mapping[str, Value]) -> bool:
    """Has it a door, lid or hatch? A shape whose door cannot be left out has."""
    return values.get("door_made") != "none" or some_closed_by(values)


def timber_parameters(section: str) -> tuple[Parameter, ...]:
    """What the frame is sawn from.

    Args: section, the usual one.
    Returns: the parameters section and species, and those of a base and leaves of their own.
    Source: common practice.

    >>> [one.name for one in timber_parameters("2x3")][:3]
    ['section', 'species', 'base_made']
    """
    alike = (Choice("same", "as the frame"), Choice("own", "timber of its own"))
    welded = Choice("steel", "welded steel", "mitred corners, a seat for every post")
    return (
        Parameter("section", "Timber size", "frame", "choice", section, table="sections", uses=(Use.FRAME,)),
        Parameter("species", "Timber", "frame", "choice", "spf", table="species", idle=(What.SPACE,)),
        Parameter("base_made", "Base of", "frame", "choice", "same", choices=(*alike, welded), kept=True),
        Parameter(
            "base_section",
            "Base rails of",
            "frame",
            "choice",
            "2x6",
            table="sections",
            uses=(Use.FRAME,),
            only_if=OWN_BASE,
        ),
        Parameter(
            "base_species",
            "Their timber",
            "frame",
            "choice",
            "larch",
            table="species",
            only_if=OWN_BASE,
            idle=(What.SPACE,),
        ),
        BASE_STEEL,
        Parameter(
            "corners",
            "Base corners",
            "frame",
            "choice",
            "butt",
            choices=(
                Choice("butt", "butted"),
                Choice("lap", "half-lapped", "each rail loses half its depth there"),
            ),
            only_if=("base_made", "same", "own"),
            kept=True,
        ),
        Parameter(
            "leaf_made", "Doors of", "frame", "choice", "same", choices=alike, kept=True, and_if=_with_leaves
        ),
        Parameter(
            "leaf_section",
            "Door sticks of",
            "frame",
            "choice",
            "1x3",
            table="sections",
            uses=(Use.FRAME, Use.SMALL),
            only_if=("leaf_made", "own"),
        ),
    )


def rafter_parameters(only_if: tuple[str, ...]) -> tuple[Parameter, ...]:
    """What the rafters of a roof are sawn from.

    Args: only_if, the choice that gives it rafters.
    Returns: the parameters rafter_made, rafter_section and rafter_species.
    Source: common practice.

    >>> [one.name for one in rafter_parameters(("roof_kind", "gable"))][:2]
    ['rafter_made', 'rafter_section']
    """
    alike = (Choice("same", "as the frame"), Choice("own", "timber of their own"))
    own = ("rafter_made", "own")
    return (
        Parameter(
            "rafter_made", "Rafters of", "frame", "choice", "same", choices=alike, only_if=only_if, kept=True
        ),
        Parameter(
            "rafter_section",
            "Rafters and ridge of",
            "frame",
            "choice",
            "2x4",
            table="sections",
            uses=(Use.FRAME,),
            only_if=own,
            idle=(What.SPACE,),
        ),
        Parameter(
            "rafter_species",
            "Timber of the rafters",
            "frame",
            "choice",
            "spf",
            table="species",
            only_if=own,
            idle=(What.SPACE,),
        ),
    )


def wall_timber_parameters(top: str, only_if: tuple[str, ...] | None = None) -> tuple[Parameter, ...]:
    """What upright walls and what ties them are sawn from.

    Args: top, what lies on the uprights, in words; only_if, the choice that has them sawn.
    Returns: the parameters of uprights and of the top.
    Source: common practice.

    >>> [one.name for one in wall_timber_parameters("Plates")]
    ['upright_made', 'upright_section', 'upright_species', 'top_made', 'top_species']
    """
    alike = (Choice("same", "as the frame"), Choice("own", "timber of their own"))
    own, other = ("upright_made", "own"), ("top_made", "own")
    return (
        Parameter("upright_made", "Uprights of", "frame", "choice", "same", choices=alike, kept=True, only_if=only_if),
        Parameter(
            "upright_section", "Uprights sawn from", "frame", "choice", "2x2", table="sections",
            uses=(Use.FRAME,), only_if=own,
        ),
        Parameter(
            "upright_species", "Timber of the uprights", "frame", "choice", "spf", table="species",
            only_if=own, idle=(What.SPACE,),
        ),
        Parameter("top_made", f"{top} of", "frame", "choice", "same", choices=alike, kept=True, only_if=only_if),
        Parameter(
            "top_species", f"Timber of the {top.lower()}", "frame", "choice", "larch", table="species",
            only_if=other, idle=(What.SPACE,),
        ),
    )  # fmt: skip


@dataclass(frozen=True)
class Timbers:
    """What a pen is sawn from, by what the sticks do."""

    section: Section
    species: Species
    base: Timber | None
    leaf: Section | None
    rafters: Timber | None = None
    uprights: Timber | None = None
    top: Species | None = None
    lapped: bool = False
    body: Section | None = None

    @property
    def rib_mm(self) -> float:
        """How far an upright reaches along its wall, mm."""
        return (self.uprights.section if self.uprights else self.section).deep_mm

    @property
    def roof(self) -> Timber:
        """What the rafters are sawn from."""
        return self.rafters or Timber(self.body or self.section, self.species)

    @property
    def rail(self) -> Section:
        """What the base is sawn from, or welded of."""
        return self.base.section if self.base else self.section

    @property
    def foot_z(self) -> float:
        """The top of the base rails, which everything stands on, mm."""
        return self.rail.deep_mm

    def framing(self) -> Framing:
        """The bench its frame is built on."""
        own: dict[Duty, Species] = {}
        if self.uprights:
            own[Duty.UPRIGHT] = self.uprights.species
        if self.top:
            own |= dict.fromkeys((Duty.PLATE, Duty.END_PLATE, Duty.CROSS_RAIL), self.top)
        upright = self.uprights.section if self.uprights else None
        return Framing(self.section, self.species, self.base, self.leaf, upright, own, self.lapped, self.body)


def read_timbers(values: Mapping[str, Value], catalogue: Catalogue) -> Timbers:
    """What some values have a pen sawn from.

    Args: values, checked one by one; catalogue.
    Returns: the Timbers.
    Raises: UnknownChoice; OutOfRange where a base or rafters are not as thick as the frame, or a base not as deep.
    Source: common practice: base and uprights flush on both sides.

    >>> read_timbers(asked(base_made="own", base_section="2x6"), c).foot_z
    140.0
    """
    section = pick(catalogue.sections, str(values["section"]), "section")
    species = pick(catalogue.species, str(values["species"]), "species")
    base = leaf = rafters = None
    if values["base_made"] == "own":
        base = _own(values, catalogue, "base", section.thick_mm, "as what stands on it")
        if base.section.deep_mm < section.deep_mm:
            raise OutOfRange(
                "base_section",
                base.section.key,
                f"at least {section.deep_mm:g} mm deep, as what stands on it",
            )
    elif values["base_made"] == "steel":
        base = Timber(read_steel_base(values, catalogue, section), species)
    if values.get("rafter_made") == "own":
        rafters = _own(values, catalogue, "rafter", section.thick_mm, "as the studs under them")
    uprights = top = None
    body = read_body(values, catalogue, section)
    if values.get("upright_made") == "own" and body is None:
        uprights = _own(values, catalogue, "upright", section.thick_mm, "as the plates on them")
    if values.get("top_made") == "own" and body is None:
        top = pick(catalogue.species, str(values["top_species"]), "top_species")
    if values["leaf_made"] == "own":
        leaf = pick(catalogue.sections, str(values["leaf_section"]), "leaf_section")
    lapped = values["corners"] == "lap" and values["base_made"] != "steel"
    return Timbers(section, species, base, leaf, rafters, uprights, top, lapped, body)


def check_lengths(timbers: Timbers, values: Mapping[str, Value]) -> None:
    """Refuse a pen wider than what it and its base are sawn from is sold, or longer than two lengths of it joined.

    Args: timbers; values, checked one by one.
    Raises: OutOfRange.
    Source: stock lengths in the catalogue.

    >>> check_lengths(read_timbers(asked(), c), asked())
    """
    wood = [timbers.section, *([timbers.base.section] if timbers.base else [])]
    for section in wood:
        check_stock(section, values, ("width",) if section.made is Made.WOOD else ("length", "width"))
    if timbers.body:
        check_stock(timbers.body, values, ("length", "width"))


def _own(values: Mapping[str, Value], catalogue: Catalogue, what: str, thick_mm: float, why: str) -> Timber:
    """Timber of its own, as thick as the frame's."""
    name = f"{what}_section"
    section = pick(catalogue.sections, str(values[name]), name)
    if abs(section.thick_mm - thick_mm) > 0.5:
        raise OutOfRange(name, section.key, f"{thick_mm:g} mm thick, {why}")
    return Timber(section, pick(catalogue.species, str(values[f"{what}_species"]), f"{what}_species"))
