"""Operations by themselves, over the real store: what the web and the demo both stand on."""

from __future__ import annotations

from datetime import date, datetime, timedelta

import pytest
from sqlalchemy import select
from sqlalchemy.orm import Session

from ergamot.core.errors import ErgamotError, NotFound, OutOfRange
from ergamot.core.frame.mass import mass
from ergamot.operations.build import pen_bill
from ergamot.operations.fields import Asked, add_field, change_field, change_team, fields
from ergamot.operations.flocks import add_flock, change_flock, flock_of, flock_sheet, flocks
from ergamot.operations.kept import take_step
from ergamot.operations.pens import bench, change_pen, open_pen, pens, propose_pen
from ergamot.operations.places import change_place, place_record, read_place
from ergamot.operations.seasons import season_of
from ergamot.operations.work import Work, checked_name
from ergamot.store import documents
from ergamot.store.documents import PEN
from ergamot.store.models import RevisionRow

NOW = datetime(2026, 5, 1, 6, 30)
ENTERED = {
    "name": "  Spring   broilers ",
    "strain": "broiler-fast",
    "placed": 30,
    "hatch": date(2026, 4, 1),
    "out": date(2026, 4, 22),
    "leaves": date(2026, 5, 20),
}
FIELD = {"name": "House lawn", "length_m": "40", "width_m": "12 m", "heading_deg": 20.0}


@pytest.fixture
def work(store):
    with Session(store) as session:
        yield Work(session, "the teenager", NOW)


@pytest.fixture
def flock(work):
    return add_flock(work, ENTERED)


@pytest.fixture
def pen(work, flock):
    return propose_pen(work, flock.id, "Bramble pen", "low-pen")


def test_a_name_is_tidied_and_neither_empty_nor_endless(work, flock):
    assert flock.body.name == "Spring broilers"
    for wrong in ("", "   ", "x" * 81):
        with pytest.raises(OutOfRange) as refused:
            checked_name(wrong)
        assert refused.value.field == "name"


def test_nothing_is_kept_until_the_unit_of_work_commits(work, flock, store):
    with Session(store) as other:
        assert other.scalars(select(RevisionRow)).all() == []
    work.session.commit()
    with Session(store) as other:
        assert [record.id for record in flocks(Work(other, "someone", NOW))] == [flock.id]


def test_a_flock_sheet_runs_from_out_to_leaving_and_adds_up(work, flock):
    sheet = flock_sheet(work, flock)
    assert [sheet.days[0].day, sheet.days[-1].day] == [21, 49]
    assert all(
        later.mass_kg > earlier.mass_kg for earlier, later in zip(sheet.days, sheet.days[1:], strict=False)
    )
    assert sheet.feed_kg == pytest.approx(sum(day.feed_kg for day in sheet.days[:-1]))
    assert sheet.water_peak_l == max(day.water_l for day in sheet.days)
    assert sheet.leave_alive == pytest.approx(30 * 0.96)
    assert sheet.days[-1].need_m2 * 30 == pytest.approx(sheet.needed_floor_m2)


def test_warmer_months_make_them_drink_more_and_eat_less(work, flock):
    cold = flock_sheet(work, flock)
    change_place(work, place_record(work).revision, {"months_c": ["30 °C"] * 12})
    hot = flock_sheet(work, flock)
    assert hot.feed_kg < cold.feed_kg
    assert hot.water_peak_l > cold.water_peak_l


def test_a_change_of_flock_changes_the_verdict_of_its_pen(work, flock, pen):
    before = bench(work, pen).judged.floor.ratio
    change_flock(work, flock.id, flock.revision, {**ENTERED, "placed": 60})
    assert bench(work, pen).judged.floor.ratio == pytest.approx(before / 2)
    take_step(work, work.kept(documents.FLOCK, flock.id), 2, "undo")
    assert bench(work, pen).judged.floor.ratio == pytest.approx(before)


def test_trying_values_builds_another_pen_and_leaves_the_record(work, pen):
    shown, tried = bench(work, pen), bench(work, pen, {"species": "treated-pine"})
    assert mass(tried.structure).fresh_kg > mass(shown.structure).fresh_kg
    assert work.kept(PEN, pen.id) == pen


def test_a_pen_moves_to_another_flock(work, pen):
    other = add_flock(work, {**ENTERED, "name": "Slow ones", "strain": "broiler-slow", "placed": 12})
    moved = change_pen(work, pen.id, pen.revision, {}, None, other.id)
    assert bench(work, moved).flock_name == "Slow ones"
    with pytest.raises(NotFound):
        change_pen(work, pen.id, moved.revision, {}, None, 4711)
    assert work.kept(PEN, pen.id) == moved


def test_what_cannot_be_built_is_refused_before_anything_is_kept(work, pen):
    for wrong in (
        {"length": "99 m"},
        {"section": "2x2", "length": "16'", "corners": "lap"},
        {"width": "wide"},
        {"wings": 2},
    ):
        with pytest.raises(ErgamotError):
            change_pen(work, pen.id, pen.revision, wrong, None, None)
    assert [record.revision for record in pens(work)] == [1]


def test_a_file_for_no_flock_makes_no_pen(work):
    with pytest.raises(NotFound):
        open_pen(work, 12, "{}")
    assert pens(work) == []


def test_the_bill_of_a_pen_follows_its_design_not_its_history(work, pen):
    first = pen_bill(work, pen)
    changed = change_pen(work, pen.id, pen.revision, {"roof": "steel-29"}, None, None)
    dearer = pen_bill(work, changed)
    assert dearer.total != first.total
    back = take_step(work, changed, changed.revision, "undo")
    assert pen_bill(work, back) == first


def moves(work, field):
    """The moves of the one pen on a field."""
    return season_of(work, field).season.plans[0].moves


def test_moves_begin_today_while_the_flock_is_out_else_on_the_day_it_goes_out(work, pen):
    lawn = add_field(work, FIELD)
    early = Work(work.session, work.user, NOW - timedelta(days=60))
    waits = change_team(early, lawn.id, lawn.revision, [Asked(pen.id)])
    assert moves(early, waits)[0].day == ENTERED["out"]
    assert moves(early, waits)[-1].day == ENTERED["leaves"] - timedelta(days=1)
    other = add_field(work, {**FIELD, "name": "Other"})
    now = change_team(work, other.id, other.revision, [Asked(pen.id)])
    assert moves(work, now)[0].day == NOW.date()
    assert season_of(work, work.kept(documents.FIELD, lawn.id)) is None


def test_a_narrower_field_holds_fewer_lanes_and_says_when_it_is_used_up(work, pen):
    wide = add_field(work, FIELD)
    narrow = change_field(work, wide.id, wide.revision, {**FIELD, "width_m": "3 m"})
    put = change_team(work, narrow.id, narrow.revision, [Asked(pen.id)])
    (plan,) = season_of(work, put).season.plans
    assert {stop.lane for stop in plan.laid.stops} == {0}
    assert any("used up" in note.text("imperial") for note in plan.notes)
    assert [record.body.width_m for record in fields(work)] == [3.0]


def test_a_new_farm_has_a_place_of_common_figures_once(work):
    first = place_record(work)
    assert place_record(work) == first
    assert read_place(work, first).design_gust_ms == 22
    changed = change_place(work, first.revision, {"crew": "woman"})
    assert read_place(work, changed).crew.people == ("woman",)
    assert read_place(work, changed).months_c == read_place(work, first).months_c


def test_every_step_names_who_took_it_and_when(work, flock):
    change_flock(work, flock.id, 1, {**ENTERED, "placed": 31})

    rows = work.session.scalars(select(RevisionRow).where(RevisionRow.record_id == flock.id)).all()
    assert {row.made_by for row in rows} == {"the teenager"}
    assert {row.made_at for row in rows} == {NOW}
    assert flock_of(work, work.kept(documents.FLOCK, flock.id)).placed == 31
