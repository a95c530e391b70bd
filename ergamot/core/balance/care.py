"""Every caution there is, in one place: what is said once where it matters can be found again here."""

from __future__ import annotations

from dataclasses import dataclass

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.making import dangers

MAKING = (
    "Sawing and drilling: eyes and ears covered, work held fast, hands clear of the blade, the plug out to change it.",
    dangers.TREATED,
    "Cut sheet and mesh is sharp at every edge: gloves, and turn the ends in.",
    "Drawn wire and rolls spring back: stand on the end, cover your eyes.",
    dangers.SPRUNG,
    dangers.CEMENT,
    *dangers.WELDING,
    dangers.METAL_DUST,
)
POWER = (
    "Heat lamps and worn leads start fires and shocks: gear made for outdoors, put in by a qualified electrician.",
    "A fence energiser to your local standard, with its signs; never from the mains direct.",
)
BIRDS = (
    "A vet for sick birds. Tell the authority of any disease that must be told.",
    "Wash hands after birds, eggs and droppings.",
    "Rules for eggs and slaughter differ from place to place: ask before you sell or give away.",
    "Manure keeps its distance from wells and water. Local codes, bylaws and neighbours come first.",
)


@dataclass(frozen=True)
class Care:
    """What can hurt someone at one kind of work, in sentences."""

    where: str
    lines: tuple[str, ...]


def every_caution() -> tuple[Care, ...]:
    """All cautions by the work they belong to.

    Returns: the Cares.
    Source: common practice; local codes and licensed practice come first.

    >>> [care.where for care in every_caution()]
    ['Making it', 'Moving it', 'Wind and snow', 'Power', 'Birds and neighbours']
    """
    return (
        Care("Making it", MAKING),
        *_of_verdicts(),
        Care("Power", POWER),
        Care("Birds and neighbours", BIRDS),
    )


def _of_verdicts() -> list[Care]:
    """Return what verdicts caution against, those of one heading together."""
    lines: dict[str, list[str]] = {}
    for one in VERDICTS.values():
        if one.cautions:
            lines.setdefault(one.care, []).extend(one.cautions)
    return [Care(where, tuple(said)) for where, said in lines.items()]
