"""Where pens really stood: the past of a field, which no plan changes."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from datetime import date, timedelta
from typing import Any

from ergamot.core.errors import ErgamotError
from ergamot.core.frame.geometry import Flat
from ergamot.core.ground.climate import Climate
from ergamot.core.ground.field import Field
from ergamot.core.ground.keeping import Keeping
from ergamot.core.ground.ledger import Visit
from ergamot.core.ground.obstacle import Form, Obstacle, Shut
from ergamot.core.ground.stay import Loads
from ergamot.core.ground.team import Stands
from ergamot.core.ground.walk import nitrogen_of
from ergamot.operations.work import Work
from ergamot.store.records import Record, create_keyed, erase, find_keyed, revise

LEFT_THERE = ("left", "ready", "wear", "cover", "nitrogen")  # what is known of a stay once it has ended
PASSED_DAYS = 7  # a stop too wet to stand on is looked at again after so many; judgement


class NotNow(ErgamotError):
    """A stay that cannot be where the pen's other stays are."""

    title = "It stood elsewhere then"


@dataclass(frozen=True)
class Past:
    """What happened on a field: every visit that has ended, where each pen stands that has not gone on, and the stops that
    were passed over, from when to when."""

    visits: tuple[Visit, ...]
    stands: Mapping[int, Stands]
    passed: tuple[Obstacle, ...]
    changes: int

    def shut(self, field: Field) -> Field:
        """The field with what was passed over shut."""
        return replace(field, obstacles=(*field.obstacles, *self.passed)) if self.passed else field


def stays_on(work: Work, field_id: int) -> list[Record]:
    """What is kept of where pens stood on a field, in the order of its days."""
    found = find_keyed(work.session, work.farm_id, "stay", f"{field_id}/")
    return sorted(found, key=lambda one: (one.body["day"], one.body["part"]))


def past_of(work: Work, record: Record) -> Past:
    """The past of a field."""
    visits, stands, passed = [], {}, []
    kept = stays_on(work, record.id)
    for one in kept:
        body = one.body
        day, corners = date.fromisoformat(body["day"]), _places(body["corners"])
        if body.get("until"):
            passed.append(
                Obstacle("gap", Form.AREA, corners, 0.0, Shut(day, date.fromisoformat(body["until"])))
            )
        elif body.get("left"):
            left, ready = date.fromisoformat(body["left"]), date.fromisoformat(body["ready"])
            visits.append(
                Visit(body["pen"], day, left, corners, body["wear"], body["cover"], body["nitrogen"], ready)
            )
        else:
            held = date.fromisoformat(body["not_before"]) if body.get("not_before") else day
            stands[body["pen"]] = Stands(corners, day, body["part"], body["parts"], held)
    return Past(tuple(visits), stands, tuple(passed), sum(one.revision for one in kept))


def _places(corners: Iterable[Iterable[float]]) -> tuple[Flat, ...]:
    return tuple((float(x), float(y)) for x, y in corners)


def keep_stay(
    work: Work,
    field_id: int,
    pen_id: int,
    day: date,
    part: int,
    parts: int,
    corners: Iterable[Flat],
    loads: Loads,
    climate: Climate,
    keeping: Keeping,
) -> Record:
    """Keep that a pen came to a place; the place it stood on before is left then, with what it got. The same stay said twice
    is one."""
    before = standing(work, pen_id)
    if before and (before.body["day"], before.body["part"]) > (day.isoformat(), part):
        raise NotNow(
            f"This pen stands on another place since {before.body['day']}; take that back first",
            field="day",
            value=day.isoformat(),
            allowed=f"from {before.body['day']} on",
        )
    key = _key(field_id, pen_id, day, part)
    body = {
        "field": field_id,
        "pen": pen_id,
        "day": day.isoformat(),
        "part": part,
        "parts": parts,
        "corners": [[round(x, 3), round(y, 3)] for x, y in corners],
    }
    record, made = create_keyed(
        work.session, work.settled_id, "stay", key, body, "came to a place", work.user, work.now
    )
    if made and before:
        leave(work, before, day, loads, climate, keeping)
    return record


def keep_visits(work: Work, field: Record, visits: Iterable[Visit]) -> None:
    """Keep visits to a field by none of the farm's pens, as a file told them."""
    for i, visit in enumerate(visits):
        body = {
            "field": field.id,
            "pen": visit.pen,
            "day": visit.day.isoformat(),
            "part": i,
            "corners": [[round(x, 3), round(y, 3)] for x, y in visit.corners],
            "left": visit.left.isoformat(),
            "ready": visit.ready.isoformat(),
            "wear": visit.wear,
            "cover": visit.cover_kg_m2,
            "nitrogen": visit.nitrogen_kg_ha,
        }
        key = _key(field.id, visit.pen, visit.day, i)
        create_keyed(
            work.session, work.settled_id, "stay", key, body, "read from a file", work.user, work.now
        )


def leave(work: Work, stay: Record, day: date, loads: Loads, climate: Climate, keeping: Keeping) -> None:
    """A pen goes on from where it stood: what it left there is worked out once and for all."""
    since = date.fromisoformat(stay.body["day"])
    whole = loads.over(since, max(1, (day - since).days))
    shared = stay.body["parts"] if day == since else 1
    body = {
        **stay.body,
        "left": day.isoformat(),
        "ready": keeping.ready_on(climate, day).isoformat(),
        "wear": sum(one.wear for one in whole) / shared,
        "cover": sum(one.cover_kg_m2 for one in whole) / shared,
        "nitrogen": sum(map(nitrogen_of, whole)) / shared + keeping.grazers_kg_ha,
    }
    revise(work.session, stay, stay.revision, body, "went on", work.user, work.now)


def standing(work: Work, pen_id: int) -> Record | None:
    """The stay of a pen that has not ended, on whatever field."""
    kept = find_keyed(work.session, work.farm_id, "stay")
    return next((one for one in kept if one.body["pen"] == pen_id and _open(one.body)), None)


def _open(body: Mapping[str, Any]) -> bool:
    return not body.get("left") and not body.get("until")


def is_settled(work: Work, pen_id: int, today: date) -> bool:
    """Were a pen's moves of the days before today kept already?"""
    stay = standing(work, pen_id)
    return stay is not None and stay.body.get("settled") == today.isoformat()


def mark_settled(work: Work, stay: Record, today: date) -> Record:
    """Keep that a pen's moves of the days before today are kept."""
    body = {**stay.body, "settled": today.isoformat()}
    return revise(work.session, stay, stay.revision, body, "settled", work.user, work.now)


def hold(work: Work, stay: Record, day: date) -> Record:
    """Keep that a pen was not moved on a day: it goes on the day after at the soonest."""
    body = {**stay.body, "not_before": (day + timedelta(days=1)).isoformat()}
    return revise(work.session, stay, stay.revision, body, "not moved", work.user, work.now)


def pass_over(work: Work, field_id: int, pen_id: int, day: date, corners: Iterable[Flat]) -> Record:
    """Keep that a stop is passed over, too wet to be stood on, for a week."""
    body = {
        "field": field_id,
        "pen": pen_id,
        "day": day.isoformat(),
        "part": 0,
        "corners": [[round(x, 3), round(y, 3)] for x, y in corners],
        "until": (day + timedelta(days=PASSED_DAYS)).isoformat(),
    }
    key = _key(field_id, pen_id, day, 0)
    return create_keyed(work.session, work.settled_id, "stay", key, body, "passed over", work.user, work.now)[
        0
    ]


def take_back(work: Work, field_id: int, pen_id: int) -> None:
    """Take back the last thing that was said of a pen on a field: what it stood on before, it stands on again."""
    mine = [one for one in stays_on(work, field_id) if one.body["pen"] == pen_id]
    if not mine:
        raise NotNow("Nothing was said of this pen here yet", field="pen", value=pen_id)
    last = max(mine, key=lambda one: one.id)  # as it was said, whatever day it was said of
    if last.body.get("not_before"):
        body = {key: value for key, value in last.body.items() if key != "not_before"}
        revise(work.session, last, last.revision, body, "taken back", work.user, work.now)
        return
    erase(work.session, last, last.revision)
    before = [
        one
        for one in find_keyed(work.session, work.farm_id, "stay")
        if one.body["pen"] == pen_id and one.body.get("left") == last.body["day"]
    ]
    if _open(last.body) and before:
        stood = max(before, key=lambda one: (one.body["day"], one.body["part"]))
        body = {key: value for key, value in stood.body.items() if key not in LEFT_THERE}
        revise(work.session, stood, stood.revision, body, "taken back", work.user, work.now)


def _key(field_id: int, pen_id: int, day: date, part: int) -> str:
    return f"{field_id}/{pen_id}/{day.isoformat()}/{part}"
