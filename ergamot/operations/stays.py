"""Where pens really stood: the past of a field, which no plan changes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from datetime import date, timedelta

from ergamot.core.errors import ErgamotError
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.ledger import Visit
from ergamot.core.ground.obstacle import Form, Obstacle, Shut
from ergamot.core.ground.stay import Loads
from ergamot.core.ground.team import PutDown
from ergamot.core.ground.walk import visit_of
from ergamot.operations.work import Work
from ergamot.store.documents import STAY, Ended, FieldBody, StayBody
from ergamot.store.records import Record, create_keyed, create_many, erase, find_keyed, revise

PASSED_DAYS = 7  # a stop too wet to stand on is looked at again after so many; judgement


class NotNow(ErgamotError):
    """A stay that cannot be where the pen's other stays are."""

    title = "It stood elsewhere then"


@dataclass(frozen=True)
class Past:
    """What happened on a field: every visit that has ended, where each pen stands that has not gone on, and the stops that
    were passed over, from when to when."""

    visits: tuple[Visit, ...]
    stands: Mapping[int, PutDown]
    passed: tuple[Obstacle, ...]

    def shut(self, field: Field) -> Field:
        """The field with what was passed over shut."""
        return replace(field, obstacles=(*field.obstacles, *self.passed)) if self.passed else field


def stays_on(work: Work, field_id: int) -> list[Record[StayBody]]:
    """What is kept of where pens stood on a field, in the order of its days."""
    found = find_keyed(work.session, work.farm_id, STAY, f"{field_id}/")
    return sorted(found, key=lambda one: (one.body.day, one.body.part))


def past_of(work: Work, record: Record[FieldBody]) -> Past:
    """The past of a field."""
    visits, stands, passed = [], {}, []
    for one in stays_on(work, record.id):
        body = one.body
        if body.until:
            passed.append(Obstacle("gap", Form.AREA, body.corners, 0.0, Shut(body.day, body.until)))
        elif body.ended:
            visits.append(Visit(body.pen, body.day, corners=body.corners, **vars(body.ended)))
        else:
            held = body.not_before or body.day
            stands[body.pen] = PutDown(body.corners, body.day, body.part, body.parts, held)
    return Past(tuple(visits), stands, tuple(passed))


@dataclass(frozen=True)
class Came:
    """That a pen came to a place: on which day, as which of how many moves of it, and its corners."""

    day: date
    part: int
    parts: int
    corners: tuple[Flat, ...]


@dataclass(frozen=True)
class Leaves:
    """What a stay is worked out by when it ends."""

    loads: Loads
    climate: Climate
    keeping: Keeping


def keep_stays(
    work: Work, field_id: int, pen_id: int, came: Iterable[Came], by: Leaves
) -> Record[StayBody] | None:
    """Keep that a pen came to some places, one after another; each before is left then, with what it got. The same said
    twice is one. Answers where it stands then, None where it stands nowhere."""
    stands = standing(work, pen_id)
    for one in came:
        if stands and (stands.body.day, stands.body.part) > (one.day, one.part):
            raise NotNow(
                f"This pen stands on another place since {stands.body.day}; take that back first",
                field="day",
                value=one.day.isoformat(),
                allowed=f"from {stands.body.day} on",
            )
        body = replace(_said(field_id, pen_id, one.day, one.part, one.corners), parts=one.parts)
        record, made = _keep(work, body, "came to a place")
        if made:
            if stands:
                leave(work, stands, one.day, by)
            stands = record
    return stands


def _said(field_id: int, pen_id: int, day: date, part: int, corners: Iterable[Flat]) -> StayBody:
    """What everything that is said of a pen on a place has."""
    places = tuple((round(x, 3), round(y, 3)) for x, y in corners)
    return StayBody(field_id, pen_id, day, part, places)


def _keep(work: Work, body: StayBody, note: str) -> tuple[Record[StayBody], bool]:
    return create_keyed(work.session, work.settled_id, STAY, _key(body), body, note, work.user, work.now)


def _key(body: StayBody) -> str:
    return f"{body.field}/{body.pen}/{body.day}/{body.part}"


def _ended(visit: Visit) -> Ended:
    """What is known of a stay once it has ended."""
    return Ended(visit.left, visit.ready, visit.wear, visit.cover_kg_m2, visit.nitrogen_kg_ha)


def keep_visits(work: Work, field: Record[FieldBody], visits: Iterable[Visit]) -> None:
    """Keep visits to a new field by none of the farm's pens, as a file told them."""
    bodies = [
        replace(_said(field.id, visit.pen, visit.day, i, visit.corners), ended=_ended(visit))
        for i, visit in enumerate(visits)
    ]
    create_many(
        work.session,
        work.settled_id,
        STAY,
        {_key(one): one for one in bodies},
        "read from a file",
        work.user,
        work.now,
    )


def leave(work: Work, stay: Record[StayBody], day: date, by: Leaves) -> Record[StayBody]:
    """A pen goes on from where it stood: what it left there is worked out once and for all."""
    body = stay.body
    loads = by.loads.over(body.day, max(1, (day - body.day).days))
    parts = body.parts if day == body.day else 1
    visit = visit_of(body.pen, body.day, day, body.corners, loads, parts, by.climate, by.keeping)
    return _revised(work, stay, replace(body, ended=_ended(visit)), "went on")


def _revised(work: Work, stay: Record[StayBody], body: StayBody, note: str) -> Record[StayBody]:
    return revise(work.session, stay, stay.revision, body, note, work.user, work.now)


def standing(work: Work, pen_id: int) -> Record[StayBody] | None:
    """The stay of a pen that has not ended, on whatever field."""
    return next((one for one in _of_pen(work, pen_id) if _open(one.body)), None)


def _of_pen(work: Work, pen_id: int) -> list[Record[StayBody]]:
    return [one for one in find_keyed(work.session, work.farm_id, STAY) if one.body.pen == pen_id]


def _open(body: StayBody) -> bool:
    return not body.ended and not body.until


def is_settled(work: Work, pen_id: int, today: date) -> bool:
    """Were a pen's moves of the days before today kept already?"""
    stay = standing(work, pen_id)
    return stay is not None and stay.body.settled == today


def mark_settled(work: Work, stay: Record[StayBody], today: date) -> Record[StayBody]:
    """Keep that a pen's moves of the days before today are kept."""
    return _revised(work, stay, replace(stay.body, settled=today), "settled")


def hold(work: Work, stay: Record[StayBody], day: date) -> Record[StayBody]:
    """Keep that a pen was not moved on a day: it goes on the day after at the soonest."""
    then = day + timedelta(days=1)
    return _revised(work, stay, replace(stay.body, not_before=then), "not moved")


def pass_over(work: Work, field_id: int, pen_id: int, day: date, corners: Iterable[Flat]) -> Record[StayBody]:
    """Keep that a stop is passed over, too wet to be stood on, for a week."""
    until = day + timedelta(days=PASSED_DAYS)
    said = replace(_said(field_id, pen_id, day, 0, corners), until=until)
    return _keep(work, said, "passed over")[0]


def take_back(work: Work, field: Record[FieldBody], pen_id: int) -> None:
    """Take back the last thing that was said of a pen on a field: what it stood on before, it stands on again."""
    mine = [one for one in stays_on(work, field.id) if one.body.pen == pen_id]
    if not mine:
        raise NotNow("Nothing was said of this pen here yet", field="pen", value=pen_id)
    last = max(mine, key=lambda one: one.id)  # as it was said, whatever day it was said of
    if last.body.not_before:
        _revised(work, last, replace(last.body, not_before=None), "taken back")
        return
    erase(work.session, last, last.revision)
    before = [one for one in _of_pen(work, pen_id) if one.body.ended and one.body.ended.left == last.body.day]
    if _open(last.body) and before:
        stood = max(before, key=lambda one: (one.body.day, one.body.part))
        _revised(work, stood, replace(stood.body, ended=None), "taken back")
