"""Declare what a farm keeps, kind by kind: read in whatever version it was stored, written in the newest."""

from ergamot.store.documents.birds import FLOCK, PEN, FlockBody, PenBody
from ergamot.store.documents.document import Document, NotAsKept
from ergamot.store.documents.farm import PLACE, ROW, PlaceBody, RowBody
from ergamot.store.documents.ground import (
    FIELD,
    STAY,
    Ended,
    FieldBody,
    KeptOff,
    OwnLimits,
    StayBody,
    TeamMember,
)
from ergamot.store.documents.shed import MAKING, SHOP, THING, MakingBody, ShopBody, ThingBody

__all__ = [
    "FIELD",
    "FLOCK",
    "MAKING",
    "PEN",
    "PLACE",
    "ROW",
    "SHOP",
    "STAY",
    "THING",
    "Document",
    "Ended",
    "FieldBody",
    "FlockBody",
    "KeptOff",
    "MakingBody",
    "NotAsKept",
    "OwnLimits",
    "PenBody",
    "PlaceBody",
    "RowBody",
    "ShopBody",
    "StayBody",
    "TeamMember",
    "ThingBody",
]
