"""The printed working, worked again, gives the figure shown; and what is proposed is sound."""

from __future__ import annotations

import math
import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.propose import propose
from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.errors import UnknownChoice
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import Finding, What, rank_of
from ergamot.core.flock.space import needed_floor_m2
from ergamot.core.frame.design import build, change, make_design
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.frame.usable import usable_floor_m2
from ergamot.core.ground.footprint import pen_size
from ergamot.core.ground.stay import day_load
from ergamot.core.weather.leaves import leaves
from ergamot.core.working import evaluate
from tests.depth import examples, some
from tests.soundness import faults
from tests.strategies import CATALOGUE, designs, flocks

TWO_CHAINS = (What.MOVING, What.WIND)  # what is short is worked against the least
CREWS = st.sampled_from(list(CATALOGUE.crews))


def work_again(finding_steps) -> dict[str, float]:
    """Read each step as printed, six digits, and work those with an expression from the rest."""
    known: dict[str, float] = {}
    for step in finding_steps:
        if step.expression is None:
            known[step.symbol] = float(f"{step.quantity.value:.6g}")
        else:
            known[step.symbol] = evaluate(step.expression, known)
    return known


@given(designs(), flocks(), CREWS)
def test_working_again_gives_the_figure_shown(design, flock, crew):
    judged = judge(CATALOGUE, build(design, CATALOGUE), flock, make_conditions(CATALOGUE, crew=crew))
    for finding in judged.findings:
        again = work_again(finding.working)
        rel = 1e-4 if finding.what == "wind" else 1e-6  # of figures printed to six digits
        assert again["ratio"] == pytest.approx(finding.ratio, rel=rel)
        assert again.get("least", again["ratio"]) == pytest.approx(finding.least, rel=rel)
        assert finding.answer == ("least" if finding.falls_short and finding.what in TWO_CHAINS else "ratio")
        for step in finding.working:
            assert again[step.symbol] == pytest.approx(step.quantity.value, rel=1e-6, abs=1e-9)


@given(designs(), flocks())
def test_the_working_and_the_engine_agree(design, flock):
    structure = build(design, CATALOGUE)
    judged = judge(CATALOGUE, structure, flock, make_conditions(CATALOGUE))
    worked = {f.what: work_again(f.working) for f in judged.findings}
    stands, gust = judged.stands, make_conditions(CATALOGUE).design_gust_ms
    shown = stands.usual if judged.finding("wind").falls_short else stands.poor
    torn = leaves(structure, stands.poor, gust)
    first = min((one.rank(gust) for one in torn), default=(9, 9.0))
    if judged.finding("wind").rank == first:  # something tears off before the pen moves
        worst = min(torn, key=lambda one: one.rank(gust))
        assert worked["wind"]["V10"] == pytest.approx(worst.tears_ms, rel=1e-4)
    else:
        assert worked["wind"]["V10"] == pytest.approx(shown.worst.least, rel=1e-4)
    assert judged.finding("wind").rank <= min(
        first, rank_of(stands.poor.worst.least / gust, stands.usual.worst.least / gust)
    )
    assert worked["weight"]["m_fresh"] == pytest.approx(judged.mass.fresh_kg, rel=1e-5)
    head_mm = 1000 * CATALOGUE.floor_needs[flock.strain.kind].floor_head_m
    assert work_again(judged.floor.working)["has"] == pytest.approx(
        usable_floor_m2(structure, head_mm) / flock.placed, rel=1e-5
    )


@given(designs(), flocks())
def test_every_figure_names_its_source_or_follows_from_those_above(design, flock):
    judged = judge(CATALOGUE, build(design, CATALOGUE), flock, make_conditions(CATALOGUE))
    for finding in judged.findings:
        known: set[str] = set()
        for step in finding.working:
            if step.expression is not None:
                used = set(re.findall(r"[A-Za-z_]\w*", step.expression)) - {
                    "sqrt",
                    "exp",
                    "log",
                    "min",
                    "max",
                    "abs",
                }
                assert used <= known
            known.add(step.symbol)


@given(designs(), flocks(), CREWS)
def test_no_verdict_is_ever_nonsense(design, flock, crew):
    place = make_conditions(CATALOGUE, crew=crew)
    for finding in judge(CATALOGUE, build(design, CATALOGUE), flock, place).findings:
        assert isinstance(finding, Finding)
        assert math.isfinite(finding.ratio)
        assert finding.least >= finding.ratio
        by_marks = "short" if finding.least < 1 else "between" if finding.ratio < 1 else "right"
        assert finding.verdict == (None if finding.told else by_marks if finding.ratio < 1.5 else "ample")
        assert (finding.cost is not None) or finding.verdict != "between"
        for system in ("metric", "imperial"):
            words = " ".join(
                p.text(system) for p in (finding.sentence, finding.figure, finding.limit, *finding.details)
            )
            assert "nan" not in words
            assert "{" not in words


@examples(2)
@given(flocks(), CREWS)
def test_what_is_proposed_has_room_and_little_more_than_the_smallest_that_has(flock, crew):
    place = make_conditions(CATALOGUE, crew=crew, passage_mm=6000.0)
    design = propose(CATALOGUE, flock, place, "low-pen")
    structure = build(design, CATALOGUE)
    stock = CATALOGUE.sections["2x3"].stock_mm
    assert float(design.values["length"]) in [*stock, *((length - 8) // 2 for length in stock)]
    judged = judge(CATALOGUE, structure, flock, place)
    largest, smallest = 4.72 * 3.58, 1.058 * 0.838
    need = needed_floor_m2(flock, CATALOGUE.floor_needs[flock.strain.kind])
    if need <= largest:
        assert judged.floor.ratio >= 1
        assert structure.body.floor_m2 <= 1.75 * max(need, smallest)
    else:
        assert structure.body.floor_m2 >= 0.7 * largest  # a house does not go into the very largest


def test_thirty_broilers_get_the_pen_a_keeper_would_expect(broilers):
    """Need on day 49 is 6.09 m²; stock lengths by whole feet give 10 × 7 ft or 12 × 6 ft."""
    structure = build(propose(CATALOGUE, broilers, make_conditions(CATALOGUE), "low-pen"), CATALOGUE)
    judged = judge(CATALOGUE, structure, broilers, make_conditions(CATALOGUE))
    assert 6.09 <= structure.body.floor_m2 <= 6.09 * 1.3
    assert judged.finding("space").sentence.text("metric") == "good to the last day, day 49"
    assert 55 < judged.mass.dry_kg < judged.mass.fresh_kg < 95


def test_what_nobody_could_lift_is_proposed_on_wheels_at_both_ends(broilers):
    """Thirty broilers' pen is too heavy to carry at one end; on wheel boards two people pull it."""
    place = make_conditions(CATALOGUE)
    design = propose(CATALOGUE, broilers, place, "low-pen")
    assert (design.values["gear"], design.values["pairs"]) == ("boards", 2)
    assert judge(CATALOGUE, build(design, CATALOGUE), broilers, place).finding("moving").ratio >= 1
    carried = change(CATALOGUE, design, {"gear": "wheels"})
    assert judge(CATALOGUE, build(carried, CATALOGUE), broilers, place).finding("moving").ratio < 1


@pytest.mark.parametrize("shape", ["coop", "hoop", "a-frame"])
def test_no_axle_bends_in_what_is_proposed(shape, broilers):
    place = make_conditions(CATALOGUE, crew="pickup")
    structure = build(propose(CATALOGUE, broilers, place, shape), CATALOGUE)
    axles = [c for c in judge(CATALOGUE, structure, broilers, place).strength.checks if c.what == "axle"]
    assert all(one.ratio >= 1 for one in axles)


@given(designs(), flocks(), st.integers(1, 120), st.floats(-10, 40))
def test_the_working_of_a_stay_gives_the_stay(design, flock, age, warmth):
    load = day_load(CATALOGUE, flock, age, pen_size(build(design, CATALOGUE)).area_m2, warmth)
    assert work_again(load.working)["stay"] == pytest.approx(load.stay_days, rel=1e-6)
    assert load.moves >= 1
    if load.stay_days < 0.9:
        assert 1 / load.moves <= load.stay_days + 1e-9


def test_the_catalogue_is_read_once_and_every_row_names_a_source():
    assert load_catalogue() is load_catalogue()
    tables = [value for value in vars(CATALOGUE).values() if isinstance(value, dict)]
    rows = [row for table in tables for row in table.values()] + list(CATALOGUE.protein_stages)
    assert len(rows) > 50
    assert all(row.source.strip() for row in rows)


@pytest.mark.parametrize(
    ("shape", "school"), some([(shape.key, one.key) for shape in SHAPES.values() for one in shape.schools], 2)
)
def test_a_proposal_keeps_what_makes_a_school_of_it(shape, school, broilers):
    """Thirty broilers in a low gable coop, an arched one, a wide prism, a low hoop: what names it stays."""
    fixed = SHAPES[shape].school_of(school)
    design = propose(CATALOGUE, broilers, make_conditions(CATALOGUE), shape, fixed)
    assert {name: design.values[name] for name in fixed} == dict(fixed)
    assert faults(build(design, CATALOGUE)) == ()


def test_a_school_nobody_knows_is_refused_by_name():
    with pytest.raises(UnknownChoice) as refused:
        SHAPES["coop"].school_of("yurt")
    assert refused.value.field == "school"


def test_a_pen_is_called_what_it_is():
    """Each way of building by its own name, each shape as it usually is by the shape's."""
    for shape in SHAPES.values():
        usual = make_design(CATALOGUE, shape.key, {}).values
        assert shape.called(usual) == shape.label
        for one in shape.schools:
            assert shape.called({**usual, **one.values}) == one.label
