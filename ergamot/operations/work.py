"""What every operation is handed: the open session, who is working, and what time it is."""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import date, datetime
from functools import cached_property

from sqlalchemy.orm import Session

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.errors import OutOfRange
from ergamot.store.records import Record, find_all, the_farm

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

    @cached_property
    def row_records(self) -> list[Record]:
        """Every row the farm ever had of its own, as it stood when this work began."""
        return find_all(self.session, self.farm_id, "row")

    @property
    def own_rows(self) -> OwnRows:
        """The farm's own rows of the catalogue, oldest first."""
        return tuple(
            (one.body["table"], json.dumps(one.body["cells"], sort_keys=True))
            for one in self.row_records
            if not one.body.get("dropped")
        )

    @property
    def row_revisions(self) -> dict[tuple[str, str], tuple[int, bool]]:
        """For each row the farm ever had of its own, by table and key: its revision, and if it stands."""
        return {
            (one.body["table"], one.body["key"]): (one.revision, not one.body.get("dropped"))
            for one in self.row_records
        }

    @property
    def catalogue(self) -> Catalogue:
        """The shipped figures with the farm's own over them."""
        return merged(self.own_rows)

    @property
    def today(self) -> date:
        return self.now.date()


def checked_name(name: str) -> str:
    """A name without needless blanks, 1 to 80 letters long."""
    tidy = " ".join(name.split())
    if not 1 <= len(tidy) <= LONGEST_NAME:
        raise OutOfRange("name", name[:LONGEST_NAME], f"1 to {LONGEST_NAME} letters")
    return tidy
