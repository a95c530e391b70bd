"""Starting figures: birds, timber, sheet, mesh, wheels, ground, people, prices; a source on every row."""

from ergamot.core.catalogue.birds import FloorNeed, ProteinStage, Strain
from ergamot.core.catalogue.coverings import Covering, Mesh, Sheet, WirePanel
from ergamot.core.catalogue.farm import Crew, Exposure, Ground, Person
from ergamot.core.catalogue.rows import Catalogue, of_kind, pick, usual
from ergamot.core.catalogue.timber import Section, Species
from ergamot.core.catalogue.wares import Anchor, Container, Hardware, Ware, Wheel

__all__ = [
    "Anchor",
    "Catalogue",
    "Container",
    "Covering",
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
    "Ware",
    "Wheel",
    "WirePanel",
    "of_kind",
    "pick",
    "usual",
]
