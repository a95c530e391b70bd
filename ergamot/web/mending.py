"""Changes that would mend a verdict, sent line by line as each is worked out."""

from __future__ import annotations

import time
from collections.abc import Iterator

from apiflask import APIBlueprint
from flask import Response

from ergamot.core.balance.mends import Mend
from ergamot.operations.mending import mends_of
from ergamot.store.documents import PEN
from ergamot.web.files import answers_with
from ergamot.web.long_work import until_sent
from ergamot.web.schemas.figures import words
from ergamot.web.schemas.mending import MendIn, MendOut
from ergamot.web.schemas.verdicts import MarkOut
from ergamot.web.unit_of_work import current_work

mending_part = APIBlueprint("mending", __name__, url_prefix="/api/pens")
LONGEST_S = 3.0  # what was not worked out by then is not waited for


@mending_part.post("/<int:pen_id>/mends")
@mending_part.input(MendIn)
@mending_part.doc(responses={200: "One MendOut as JSON on each line, as soon as it is known"})
@answers_with("application/x-ndjson")
def post_mends(pen_id: int, json_data: MendIn) -> Response:
    """What would mend a verdict; closing the connection stops the work."""
    work = current_work()
    found = mends_of(work, work.kept(PEN, pen_id), json_data.values, json_data.what)
    return until_sent(_lines(found, json_data.what), "application/x-ndjson")


def _lines(found: Iterator[Mend], what: str) -> Iterator[str]:
    until = time.monotonic() + LONGEST_S
    for mend in found:
        yield mend_out(mend, what).model_dump_json() + "\n"
        if time.monotonic() > until:
            return


def mend_out(mend: Mend, what: str) -> MendOut:
    """A change as sent."""
    return MendOut(
        changes=dict(mend.changes),
        words=mend.words,  # type: ignore[arg-type]  # Words reads a Phrase
        marks=[MarkOut.model_validate(one) for one in mend.judged.graded],
        rank=mend.rank(what),
        mends=list(mend.mends),
        spoils=list(mend.spoils),
        more_kg=round(mend.more_kg, 2),
        more_cost=float(mend.more_cost),
        weight=words(abs(mend.more_kg), "kg"),
        cost=f"{abs(mend.more_cost):.2f}",
    )
