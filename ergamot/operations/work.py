"""What every operation is handed: the open session, who is working, and what time it is."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from functools import cached_property

from sqlalchemy.orm import Session

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.errors import OutOfRange
from ergamot.store.records import the_farm

LONGEST_NAME = 80


@dataclass(frozen=True)
class Work:
    """One unit of work. Nothing in it commits; whoever opened the session does."""

    session: Session
    user: str
    now: datetime

    @cached_property
    def farm_id(self) -> int:
        return the_farm(self.session, self.now)

    @property
    def catalogue(self) -> Catalogue:
        return load_catalogue()

    @property
    def today(self) -> date:
        return self.now.date()


def checked_name(name: str) -> str:
    """A name without needless blanks, 1 to 80 letters long."""
    tidy = " ".join(name.split())
    if not 1 <= len(tidy) <= LONGEST_NAME:
        raise OutOfRange("name", name[:LONGEST_NAME], f"1 to {LONGEST_NAME} letters")
    return tidy
