"""Building a pen: every part once and with a way in, nothing half built falls, hours within hand-made estimates, days by the
evenings there are, upkeep of the parts there are."""

from __future__ import annotations

from collections import Counter
from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.catalogue import Mesh, WirePanel
from ergamot.core.drawing.growing import growing
from ergamot.core.drawing.lines import lines
from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Group, Item, When
from ergamot.core.frame.steps import WaysIn
from ergamot.core.making.finish import StepLeft, plan_finish
from ergamot.core.making.holding import held_after
from ergamot.core.making.rates import pace
from ergamot.core.making.sheet import build_sheet
from ergamot.core.making.stages import Stage, blocks
from ergamot.core.making.upkeep import Time, upkeep
from tests.depth import examples
from tests.fixture_pens import PENS
from tests.strategies import CATALOGUE, designs

LOW = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
COOP = build(make_design(CATALOGUE, "coop", {}), CATALOGUE)


@examples(3)
@given(designs())
def test_every_part_is_put_in_once_past_nothing_that_stands(design):
    """Each part's way, looked for anew with only what stands by then; a side that was joined goes in as one."""
    structure = build(design, CATALOGUE)
    made = blocks(structure)
    ways = WaysIn(structure)
    standing: set[str] = set()
    seen: list[str] = []
    for block in made:
        joined = {ref: side for side in block.joined for ref in side}
        done: set[str] = set()
        for part in block.parts:
            seen.append(part.ref)
            if part.ref not in ways.by_ref or part.ref in done:
                continue
            unit = joined.get(part.ref, (part.ref,))
            assert ways.way_in(unit, standing) is not None
            done |= set(unit)
            standing |= set(unit)
    expected = [one.ref for one in structure.members] + [one.ref for one in structure.standing]
    expected += [
        one.ref
        for one in structure.hardware
        if one.when is not When.ASIDE and (one.group is not Group.FIXINGS or one.item is Item.LAP)
    ]
    assert Counter(seen) == Counter(expected)


@examples(3)
@given(designs())
def test_the_sheet_recounts_to_the_structure(design):
    """Sticks by label, fixings by kind; what stands at each step is what went in before it; no mesh before the coat."""
    structure = build(design, CATALOGUE)
    sheet = build_sheet(structure, CATALOGUE)
    labels = Counter(one.label for one in structure.members)
    cut = sheet.tasks[0]
    assert cut.stage is Stage.CUT
    assert Counter(dict(cut.pieces)) == labels
    put = Counter()
    for task in sheet.tasks[1:]:
        put.update(dict(task.pieces))
    assert put == labels
    standing: tuple[str, ...] = ()
    meshed = {one.ref for one in structure.panels if isinstance(one.covering, Mesh | WirePanel)}
    for task in sheet.tasks[1:]:
        if task.stage in (Stage.SIDES,):
            continue
        assert task.stands == standing
        if task.stage is Stage.COAT:
            assert not meshed & set(standing)
        standing += task.new
    assert set(standing) >= {one.ref for one in structure.members} | {one.ref for one in structure.standing}
    fixed = Counter()
    for task in sheet.tasks:
        fixed.update(dict(task.fixings))
    bought = Counter()
    for item in structure.hardware:
        if item.group is Group.FIXINGS:
            bought[item.label] += item.count
    for label, count in bought.items():
        assert fixed[label] == pytest.approx(count, abs=3 * len(sheet.tasks))
    keys = [task.key for task in sheet.tasks]
    assert len(set(keys)) == len(keys)
    assert [task.number for task in sheet.tasks] == list(range(1, len(keys) + 1))


def test_the_ties_of_lapped_wire_panels_go_in_with_them():
    """Four panels lap three times, each lap tied all the way over: they were bought and in no step."""
    structure = build(make_design(CATALOGUE, "hoop", {"length": 4377.2}), CATALOGUE)
    (ties,) = [one for one in structure.hardware if one.ref == "panel-ties"]
    meshed = next(task for task in build_sheet(structure, CATALOGUE).tasks if task.stage is Stage.MESH)
    assert ties.count > 40
    assert dict(meshed.fixings)[ties.label] >= ties.count


@examples(2)
@given(designs())
def test_the_last_picture_is_the_pen(design):
    """Drawn from the steps alone, all that was put in is every line of the whole."""
    structure = build(design, CATALOGUE)
    put = [ref for block in blocks(structure) for ref in block.refs]
    drawn = growing(structure, put, ())
    assert not drawn.stands
    assert Counter(drawn.new) == Counter(lines(structure))
    half = put[: len(put) // 2]
    grew = growing(structure, put[len(half) :], half)
    assert {line.ref for line in grew.stands} <= set(half)
    assert {line.ref for line in grew.new} <= set(put[len(half) :])


@pytest.mark.parametrize("pen", PENS, ids=lambda pen: pen.name)
def test_nothing_half_built_falls_and_nothing_stays_braced(pen):
    """After each block its weight lies over its base; what leans is told; at the end every stick of the frame is held."""
    made = blocks(pen.structure)
    held = held_after(pen.structure, made)
    assert all(one.over_base for one in held)
    last = held[-1]
    frame = {one.label for one in pen.structure.members if one.group is Group.FRAME}
    assert not set(last.loose) & frame
    assert last.leaning == 0
    sheet = build_sheet(pen.structure, CATALOGUE)
    for task, after in zip([one for one in sheet.tasks if one.stage not in ALONE], held, strict=True):
        assert (task.props is not None) == bool(after.loose or after.leaning)


ALONE = (Stage.CUT, Stage.COAT, Stage.SIDES)


@pytest.mark.parametrize(
    ("structure", "hours"),
    [(LOW, (5, 16)), (COOP, (14, 40)), (build(make_design(CATALOGUE, "hoop", {}), CATALOGUE), (7, 24))],
    ids=["low pen", "coop", "hoop"],
)
def test_hours_lie_within_a_wide_band_of_hand_made_estimates(structure, hours):
    """A low pen is a weekend for one, a walk-in coop with its house three to four, a hoop one to two."""
    reckoned = build_sheet(structure, CATALOGUE).hours
    assert hours[0] <= reckoned.minutes <= hours[1]
    assert reckoned.least < reckoned.minutes < reckoned.most


def test_minutes_by_hand_of_a_base():
    """Four corners of two sticks: four joints at 4 minutes; its diagonal by Pythagoras."""
    sheet = build_sheet(LOW, CATALOGUE)
    base = next(task for task in sheet.tasks if task.stage is Stage.BASE)
    assert base.minutes == 16
    rails = [LOW.by_ref[ref] for ref in base.new if ref in LOW.by_ref]
    xs = [corner[0] for one in rails for corner in one.corners]
    ys = [corner[1] for one in rails for corner in one.corners]
    diagonal = ((max(xs) - min(xs)) ** 2 + (max(ys) - min(ys)) ** 2) ** 0.5
    assert base.check.figures[0][1].value == pytest.approx(diagonal, abs=0.1)


MONDAY = date(2026, 3, 2)
TASKS = [StepLeft("a", "base", 90), StepLeft("b", "coat", 60, 24.0), StepLeft("c", "mesh", 60)]


def test_days_by_hand():
    """Two hours on Monday and Wednesday: 90 of the base and 30 of the coat, its rest on Wednesday, a day to dry: mesh on Monday."""
    found = plan_finish(TASKS, MONDAY, MONDAY + timedelta(days=6), (2, 0, 2, 0, 0, 0, 0))
    worked = [(one.day, one.tasks) for one in found.days if one.tasks]
    assert worked == [
        (MONDAY, (("a", 90), ("b", 30))),
        (MONDAY + timedelta(days=2), (("b", 30),)),
        (MONDAY + timedelta(days=7), (("c", 60),)),
    ]
    assert (found.done, found.late_days) == (MONDAY + timedelta(days=7), 1)
    assert found.begin_by == MONDAY - timedelta(days=5)  # the Wednesday before


@examples(6)
@given(
    st.lists(st.tuples(st.floats(5, 400), st.sampled_from([0.0, 12.0, 24.0, 48.0])), min_size=1, max_size=8),
    st.lists(st.sampled_from([0.0, 1.0, 2.5, 8.0]), min_size=7, max_size=7).filter(any),
    st.integers(0, 60),
    st.integers(0, 10),
)
def test_every_minute_has_its_day_and_begin_by_is_the_last_that_will_do(tasks, hours, room, errands):
    steps = [StepLeft(str(i), "", minutes, dries) for i, (minutes, dries) in enumerate(tasks)]
    wanted = MONDAY + timedelta(days=room)
    found = plan_finish(steps, MONDAY, wanted, hours, errands)
    spent: Counter[str] = Counter()
    for day in found.days:
        assert sum(minutes for _, minutes in day.tasks) <= 60 * hours[day.day.weekday()] + 1e-9
        for key, minutes in day.tasks:
            spent[key] += minutes
    assert spent == pytest.approx({one.key: one.minutes for one in steps})
    assert found.days[0].day >= MONDAY + timedelta(days=errands)
    assert found.late_days == max(0, (found.done - wanted).days)
    if found.begin_by is not None:
        assert plan_finish(steps, found.begin_by, wanted, hours, errands).late_days == 0
        later = found.begin_by + timedelta(days=1)
        assert later > wanted or plan_finish(steps, later, wanted, hours, errands).late_days > 0


def test_no_hours_and_too_many_are_refused_by_name():
    for hours in ((0,) * 7, (17,) + (0,) * 6, (1, 1)):
        with pytest.raises(OutOfRange) as refused:
            plan_finish(TASKS, MONDAY, MONDAY, hours)
        assert refused.value.field == "hours"


def test_pace_is_learned_and_one_step_alone_is_doubted():
    reckoned = {"base": 30.0, "roof": 60.0, "mesh": 90.0}
    assert pace({}, reckoned) == 1.0
    assert pace({"base": 60.0}, reckoned) == pytest.approx(1.5)
    assert pace({"base": 60.0, "roof": 120.0, "mesh": 180.0}, reckoned) == pytest.approx(1.75)
    with pytest.raises(OutOfRange):
        pace({"base": 0.0}, reckoned)


@examples(3)
@given(designs())
def test_upkeep_is_of_the_parts_there_are(design):
    structure = build(design, CATALOGUE)
    found = upkeep(structure)
    assert {one.time for one in found} == set(Time)
    words = " ".join(one.words.text("metric") for one in found)
    assert ("Round the mesh" in words) == any(isinstance(one.covering, Mesh) for one in structure.panels)
    assert ("Pivots" in words) == bool(structure.levers)
    assert len({one.words.text("metric") for one in found}) == len(found)
