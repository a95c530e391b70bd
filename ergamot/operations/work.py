"""What every operation is handed: the open session, who is working, and what time it is."""

from __future__ import annotations

import json
import unicodedata
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import datetime
from typing import TypeVar, cast

from sqlalchemy.orm import Session

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.tables import OwnRows, merged
from ergamot.core.errors import OutOfRange
from ergamot.store.documents import ROW, Document, RowBody
from ergamot.store.records import Record, farm_there, find, find_keyed, hold_farm, settled_farm

LONGEST_NAME = 80
T = TypeVar("T")
B = TypeVar("B")


@dataclass(frozen=True)
class Work:
    """One unit of work. Nothing in it commits; whoever opened the session does. `now` is UTC; `mark` is the sender's own for what is
    to be kept once, however often it is sent.

    What is put into `later` is kept in a session of its own once all is answered, also by what only reads; it may be lost,
    for it can be worked out again.

    What is read once is kept here without a lock: `functools.cached_property` of Python 3.11 holds one over all
    works while it reads, and a work that waits for the database would hold it before one the database waits for.
    """

    session: Session
    user: str
    now: datetime
    zone: str = "UTC"  # what a new farm's clock shows until its keeper says otherwise
    mark: str = ""
    later: list[Callable[[Session], None]] = field(
        default_factory=list, init=False, repr=False, compare=False
    )
    _known: dict[str, object] = field(default_factory=dict, init=False, repr=False, compare=False)

    @property
    def farm_id(self) -> int:
        """The farm that is read; reading makes none."""
        return self._once("farm", lambda: farm_there(self.session))

    @property
    def settled_id(self) -> int:
        """The farm that something is kept on, made if there was none."""
        if not self.farm_id:
            self._known["farm"] = settled_farm(self.session, self.now)
        return self.farm_id

    def alone(self) -> None:
        """Wait till this is the only work that counts or adds on the farm: for what there may be only so many of."""
        hold_farm(self.session, self.settled_id)

    def kept(self, document: Document[B], record_id: int) -> Record[B]:
        """A record of the farm as it stands; NotFound when there is none of that kind and number."""
        return find(self.session, self.farm_id, document, record_id)

    @property
    def row_records(self) -> list[Record[RowBody]]:
        """Every row the farm ever had of its own, as it stood when this work began."""
        return self._once("rows", lambda: find_keyed(self.session, self.farm_id, ROW))

    def _once(self, what: str, read: Callable[[], T]) -> T:
        if what not in self._known:
            self._known[what] = read()
        return cast(T, self._known[what])

    @property
    def own_rows(self) -> OwnRows:
        """The farm's own rows of the catalogue, oldest first."""
        return tuple(
            (one.body.table, json.dumps(one.body.cells, sort_keys=True))
            for one in self.row_records
            if not one.body.dropped and one.away_at is None
        )

    @property
    def catalogue(self) -> Catalogue:
        """The shipped figures with the farm's own over them."""
        return merged(self.own_rows)


def checked_name(name: str) -> str:
    """A name without needless blanks, 1 to 80 letters long, each of which can be seen."""
    tidy = " ".join(name.split())
    if not 1 <= len(tidy) <= LONGEST_NAME:
        raise OutOfRange("name", name[:LONGEST_NAME], f"1 to {LONGEST_NAME} letters")
    return checked_text("name", tidy)


def checked_text(field: str, text: str) -> str:
    """Text a keeper typed, refused when it holds a sign that cannot be seen: control and zero-width characters,
    halves of characters, what no alphabet has."""
    hidden = next((sign for sign in text if sign != "\n" and unicodedata.category(sign)[0] == "C"), None)
    if hidden is not None:
        raise OutOfRange(
            field, repr(text)[1:-1][:LONGEST_NAME], f"without signs that cannot be seen (U+{ord(hidden):04X})"
        )
    return text
