"""Putting things away, bringing them back, deleting them for good."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint
from flask import Response

from ergamot.operations.moves_done import settle_pens
from ergamot.operations.putting_away import all_away, bring_record_back, delete_record, put_record_away
from ergamot.store.documents import FIELD, FLOCK, PEN, ROW, SHOP, THING, Document
from ergamot.web.schemas.putting_away import AllAwayOut, AwayOut, DeleteQuery, HangingOut
from ergamot.web.unit_of_work import current_work, from_revision

putting_away_part = APIBlueprint("putting_away", __name__, url_prefix="/api")
KINDS: dict[str, Document[Any]] = {
    "pens": PEN,
    "flocks": FLOCK,
    "fields": FIELD,
    "rows": ROW,
    "things": THING,
    "shops": SHOP,
}
ONE = f"/<any({','.join(KINDS)}):kind>/<int:record_id>"


def _all() -> AllAwayOut:
    return AllAwayOut(
        away=[
            AwayOut(
                kind=one.record.kind,
                id=one.record.id,
                revision=one.record.revision,
                name=one.name,
                since=one.since,
                hanging=[HangingOut.model_validate(hanging) for hanging in one.hanging],
            )
            for one in all_away(current_work())
        ]
    )


@putting_away_part.get("/away")
@putting_away_part.output(AllAwayOut)
def get_away() -> AllAwayOut:
    """Everything that is put away, with what would go with it."""
    return _all()


def _before(kind: str) -> None:
    """A row of the catalogue that goes or comes back changes plans, not what was done by them."""
    if kind == "rows":
        settle_pens(current_work())


@putting_away_part.post(f"{ONE}/away")
@putting_away_part.output(AllAwayOut)
@from_revision
def post_away(kind: str, record_id: int, base: int) -> AllAwayOut:
    """Put something away; nothing of it is lost."""
    _before(kind)
    put_record_away(current_work(), KINDS[kind], record_id, base)
    return _all()


@putting_away_part.post(f"{ONE}/back")
@putting_away_part.output(AllAwayOut)
@from_revision
def post_back(kind: str, record_id: int, base: int) -> AllAwayOut:
    """Bring something back that was put away."""
    _before(kind)
    bring_record_back(current_work(), KINDS[kind], record_id, base)
    return _all()


@putting_away_part.delete(ONE)
@putting_away_part.input(DeleteQuery, location="query")
@putting_away_part.output({}, status_code=204)
@from_revision
def delete_kept(kind: str, record_id: int, query_data: DeleteQuery, base: int) -> Response:
    """Delete something that was put away, for good, with what hangs on it."""
    delete_record(current_work(), KINDS[kind], record_id, base, query_data.told)
    return Response(status=204)
