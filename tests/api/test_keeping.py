"""Keeping: revisions, undo and redo, two editors at once, over the real MariaDB."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import date, datetime
from functools import partial

import pytest
from hypothesis import HealthCheck, example, given
from hypothesis import strategies as st
from sqlalchemy import text
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from ergamot.core.errors import NothingToUndo
from ergamot.demo.tansy_rise import load, utc_now
from ergamot.store.documents import FLOCK, PEN, Document, FlockBody, PenBody
from ergamot.store.records import (
    Stale,
    create,
    erase,
    find,
    pens_for,
    redo,
    revise,
    settled_farm,
    undo,
)
from tests.at_once import at_once
from tests.depth import examples

NOW = datetime(2026, 5, 1, 7, 30)


@dataclass(frozen=True)
class Count:
    """A made-up document."""

    n: int
    flock_id: int | None = None


COUNT = Document("count", Count)


@pytest.fixture
def session(store):
    with Session(store) as opened:
        yield opened


def counted(session, n, flock_id=None):
    return create(session, settled_farm(session, NOW), COUNT, Count(n, flock_id), "made", "keeper", NOW)


STEPS = st.lists(st.one_of(st.integers(0, 99), st.just("undo"), st.just("redo")), max_size=25)


@examples(16, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(STEPS)
@example(["undo", 0, "undo", -1, "redo", 0, 0, "undo"])
def test_undo_and_redo_walk_the_edits_as_two_stacks_would(session, steps):
    """Against a plain model: a stack of states, a stack of those taken back, cleared by an edit."""
    record = counted(session, -1)
    past, ahead = [-1], []
    for step in steps:
        if step == "undo":
            assert record.can_undo == (len(past) > 1)
            if not record.can_undo:
                with pytest.raises(NothingToUndo):
                    undo(session, record, record.revision, "keeper", NOW)
                continue
            record = undo(session, record, record.revision, "keeper", NOW)
            ahead.append(past.pop())
        elif step == "redo":
            assert record.can_redo == bool(ahead)
            if not ahead:
                with pytest.raises(NothingToUndo):
                    redo(session, record, record.revision, "keeper", NOW)
                continue
            record = redo(session, record, record.revision, "keeper", NOW)
            past.append(ahead.pop())
        else:
            record = revise(session, record, record.revision, Count(step), "", "keeper", NOW)
            if (
                step == past[-1]
            ):  # nothing changes: no step, and what was taken back can still be brought back
                continue
            past.append(step)
            ahead.clear()
        assert record.body == Count(past[-1])
        assert find(session, settled_farm(session, NOW), COUNT, record.id) == record
    numbers = session.execute(
        text(f"SELECT number FROM revision WHERE record_id={record.id} ORDER BY number")
    )
    assert [n for (n,) in numbers] == list(range(1, record.revision + 1))
    session.rollback()


def test_a_stale_edit_is_told_both_sides_and_changes_nothing(session):
    first = counted(session, 1)
    theirs = revise(session, first, 1, Count(2), "", "other", NOW)
    with pytest.raises(Stale) as stale:
        revise(session, first, 1, Count(3), "", "keeper", NOW)
    assert stale.value.theirs == theirs
    assert stale.value.base_body == {"n": 1}
    assert find(session, settled_farm(session, NOW), COUNT, first.id).body == Count(2)


def test_of_many_editors_at_the_same_moment_exactly_one_wins(store):
    """Twelve connections revise revision 1 together: one is kept, eleven are told."""
    with Session(store) as session:
        record = counted(session, 0)
        session.commit()

    def edit(n: int) -> str:
        with Session(store) as mine:
            try:
                revise(mine, record, 1, Count(n), "", f"editor {n}", NOW)
                mine.commit()
            except Stale:
                return "told"
        return "kept"

    outcomes = at_once([partial(edit, n) for n in range(1, 13)])
    assert sorted(outcomes) == ["kept"] + ["told"] * 11
    with Session(store) as session:
        assert find(session, settled_farm(session, NOW), COUNT, record.id).revision == 2


def test_the_demo_farm_is_entered_once_and_shows_each_grade(store, client):
    assert load(store, utc_now())
    assert not load(store, utc_now())
    pens = client.get("/api/pens").json["pens"]
    assert {pen["shape"] for pen in pens} == {
        "low pen",
        "A-frame",
        "hoop",
        "walk-in coop",
        "raised house, day range",
    }
    words = {one["word"] for pen in pens for one in pen["verdicts"]}
    assert words >= {"short", "hard", "tight", "close", "right", "to spare"}
    assert len(client.get("/api/fields").json["fields"]) == 4


def test_no_flock_goes_while_a_pen_is_for_it_and_no_step_brings_back_one_that_is_gone(session):
    farm = settled_farm(session, NOW)
    day = date(2026, 5, 1)
    old, new = (
        create(session, farm, FLOCK, FlockBody(name, "layer", 6, day, day, day), "", "keeper", NOW)
        for name in ("Old", "New")
    )
    body = PenBody("Bramble", old.id, "coop", {}, {})
    first = create(session, farm, PEN, body, "made", "keeper", NOW)
    moved = revise(session, first, 1, replace(body, flock_id=new.id), "", "keeper", NOW)
    assert [one.id for one in pens_for(session, new)] == [first.id]
    assert pens_for(session, old) == []
    erase(session, old, old.revision)
    with pytest.raises(NothingToUndo):
        undo(session, moved, moved.revision, "keeper", NOW)
    session.commit()
    with pytest.raises(IntegrityError):
        erase(session, new, new.revision)
    session.rollback()
    assert find(session, farm, PEN, first.id).body.flock_id == new.id
