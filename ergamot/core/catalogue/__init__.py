"""Starting figures: birds, timber, sheet, mesh, wheels, ground, people, prices; a source on every row."""

from ergamot.core.catalogue.rows import (
    Catalogue,
    Crew,
    Exposure,
    FloorNeed,
    Ground,
    Hardware,
    Mesh,
    Person,
    ProteinStage,
    Section,
    Sheet,
    Species,
    Strain,
    Wheel,
    pick,
)

__all__ = [
    "Catalogue",
    "Crew",
    "Exposure",
    "FloorNeed",
    "Ground",
    "Hardware",
    "Mesh",
    "Person",
    "ProteinStage",
    "Section",
    "Sheet",
    "Species",
    "Strain",
    "Wheel",
    "pick",
]
