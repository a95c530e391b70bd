"""The whole catalogue, and how a row of it is found."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import TypeVar

from ergamot.core.catalogue.birds import FloorNeed, ProteinStage, Strain
from ergamot.core.catalogue.coverings import Mesh, Sheet, WirePanel
from ergamot.core.catalogue.farm import Crew, Exposure, Ground, Person
from ergamot.core.catalogue.kinds import Fitting
from ergamot.core.catalogue.timber import Section, Species
from ergamot.core.catalogue.wares import Anchor, Container, Hardware, Wheel
from ergamot.core.errors import UnknownChoice

RowT = TypeVar("RowT")


@dataclass(frozen=True, eq=False)
class Catalogue:
    """Every row by its key. Look one up with `pick`, which names what is on offer when it fails.

    It is large, so one is the same as another only where it is that very one."""

    strains: Mapping[str, Strain]
    floor_needs: Mapping[str, FloorNeed]
    protein_stages: tuple[ProteinStage, ...]
    sections: Mapping[str, Section]
    species: Mapping[str, Species]
    sheets: Mapping[str, Sheet]
    meshes: Mapping[str, Mesh]
    wire_panels: Mapping[str, WirePanel]
    containers: Mapping[str, Container]
    wheels: Mapping[str, Wheel]
    grounds: Mapping[str, Ground]
    people: Mapping[str, Person]
    crews: Mapping[str, Crew]
    exposures: Mapping[str, Exposure]
    hardware: Mapping[str, Hardware]
    anchors: Mapping[str, Anchor]


@lru_cache(maxsize=128)
def of_kind(catalogue: Catalogue, kind: Fitting) -> tuple[Hardware, ...]:
    """Every row of hardware of a kind, in the order they stand.

    Args: catalogue; kind.
    Returns: rows, the usual one first; none where there is none of it.
    Source: the catalogue.

    >>> [row.key for row in of_kind(c, Fitting.ROPE)]
    ['rope']
    """
    return tuple(row for row in catalogue.hardware.values() if row.kind is kind)


def usual(catalogue: Catalogue, kind: Fitting) -> Hardware:
    """The usual row of a kind of hardware: the first.

    Args: catalogue; kind.
    Returns: a Hardware row.
    Source: the catalogue.

    >>> usual(c, Fitting.ROPE).key
    'rope'
    """
    return of_kind(catalogue, kind)[0]


def pick(rows: Mapping[str, RowT], key: str, field: str) -> RowT:
    """Look a row up by its key.

    Args: rows, one table of the catalogue; key, the row wanted; field, the name used in an error.
    Returns: the row.
    Raises: UnknownChoice when there is no such row.
    Source: common practice.

    >>> pick({"a": 1}, "a", "letter")
    1
    """
    if key not in rows:
        raise UnknownChoice(field, key, tuple(rows))
    return rows[key]
