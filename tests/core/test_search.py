"""The search for pens worth building: against exhaustive search, and what must hold of every front."""

from __future__ import annotations

import itertools
from dataclasses import replace
from datetime import date

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from ergamot.core.balance.propose import proposed
from ergamot.core.balance.search.asked import Asked, make_asked
from ergamot.core.balance.search.candidate import Candidate, candidate_of, judged_design
from ergamot.core.balance.search.drafts import design_of, too_small
from ergamot.core.balance.search.executor import InLine
from ergamot.core.balance.search.figures import SCALES, Figure
from ergamot.core.balance.search.front import aims_of, filled, front_of
from ergamot.core.balance.search.genes import GROUPS, HATCHES, SCHOOL, TIED, Draft, draft_key, genome_of
from ergamot.core.balance.search.limits import conflict, fails, through
from ergamot.core.balance.search.movers import who_would_move
from ergamot.core.balance.search.run import Budget, search
from ergamot.core.balance.search.seeds import seeds
from ergamot.core.balance.search.toward import Toward
from ergamot.core.catalogue.loader import load_catalogue
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.finding import Grade, What
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.frame.shapes import SHAPES
from ergamot.core.gear.moving import judge_moving

C = load_catalogue()
FARM = make_conditions(C)
BROILERS = make_flock(C, "broiler-fast", 30, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
SMALL = Budget(12, 4)


def reduced(shape: str, varied: set[str], flock=BROILERS, **at_most: float) -> Asked:
    """Everything of a shape settled as it usually is, but for a few choices."""
    settled = {
        one.name: one.default
        for one in SHAPES[shape].parameters
        if one.group in GROUPS and not one.kept and one.name not in varied
    }
    return make_asked(C, flock, FARM, (shape,), settled, at_most)


def every_draft(asked: Asked) -> list[Draft]:
    genome = genome_of(C, asked)
    return [
        Draft(shape, tuple(zip(own, values, strict=True)))
        for shape, own in genome.genes.items()
        for values in itertools.product(*(gene.values for gene in own.values()))
    ]


def beats(asked: Asked, one: Candidate, other: Candidate) -> bool:
    a, b = aims_of(asked, one), aims_of(asked, other)
    return bool((a <= b).all() and (a < b).any())


def last(asked: Asked, budget: Budget = SMALL, seed: int = 1, known=None):
    return list(search(C, asked, seed, budget, InLine(C), known))[-1]


@pytest.fixture(scope="module")
def broad():
    """A short search over all shapes."""
    return list(search(C, make_asked(C, BROILERS, FARM), 7, Budget(24, 3), InLine(C)))


def test_a_reduced_space_is_found_whole():
    """Every pen of its front is unbeaten among all there are, and it fills as much as theirs."""
    asked = reduced("low-pen", {"section"}, width=2500.0)
    drafts = every_draft(asked)
    everything = [one for one in (candidate_of(C, asked, draft) for draft in drafts) if one]
    best = front_of(asked, everything)
    found = last(asked, Budget(24, max(4, len(drafts) // 24)))
    for one in found.front:
        assert not any(beats(asked, other, one) for other in everything)
    aims = np.array([aims_of(asked, one) for one in everything])
    low, high = aims.min(axis=0), aims.max(axis=0) + 1
    assert filled(asked, found.front, high, low) >= 0.98 * filled(asked, best, high, low) > 0


def test_a_front_holds_none_that_another_beats_and_beats_all_else(broad):
    asked = make_asked(C, BROILERS, FARM)
    judged = {one.key: one for generation in broad for one in generation.found.values() if one}
    front = broad[-1].front
    for one in judged.values():
        on_it = any(one.key == other.key for other in front)
        beaten = any(beats(asked, other, one) for other in judged.values())
        alike = any((aims_of(asked, one) == aims_of(asked, other)).all() for other in front)
        assert on_it or beaten or alike
        assert not (on_it and beaten)


def test_every_pen_of_a_front_is_framed_again_to_the_same_figures(broad):
    asked = make_asked(C, BROILERS, FARM)
    for one in broad[-1].front:
        again = judged_design(C, asked, one.design)
        assert again.marks == one.marks
        assert again.figures == pytest.approx(one.figures)
        assert (again.key, again.lacks, again.unreached) == (one.key, one.lacks, one.unreached)


def test_going_on_finds_what_one_search_would_have_found():
    """Stopped after any generation: what is kept is not judged again, and the front is the same."""
    asked = make_asked(C, BROILERS, FARM, ("low-pen",))
    whole = list(search(C, asked, 3, SMALL, InLine(C)))
    known = {key: one for generation in whole[:2] for key, one in generation.found.items()}

    class Counting:
        drafts = 0

        def judged(self, asked, drafts):
            self.drafts += len(drafts)
            return InLine(C).judged(asked, drafts)

    counting = Counting()
    again = list(search(C, asked, 3, SMALL, counting, known))
    assert [one.key for one in again[-1].front] == [one.key for one in whole[-1].front]
    assert counting.drafts == whole[-1].tried - len(known)


@given(st.data())
def test_widening_a_limit_never_shrinks_what_passes(broad, data):
    pens = broad[-1].front
    limits = {
        figure: data.draw(st.sampled_from([one.figures[figure] for one in pens]), label=figure)
        for figure in data.draw(st.sets(st.sampled_from(list(Figure)), max_size=4))
    }
    before = set(through(pens, limits).passing)
    for figure in limits:
        wider = {**limits, figure: limits[figure] * (0.7 if SCALES[figure].much else 1.4)}
        assert before <= set(through(pens, wider).passing)
    against = conflict(pens, limits)
    assert (against is None) == bool(before)
    for way in against.ways if against else ():
        left = [one for one in pens if not set(fails(one, way.limits)) - set(way.short)]
        assert {one.key for one in left} == {*way.pens}
        assert way.pens


def test_a_conflict_names_only_what_cannot_be_had_together(broad):
    """Each of its reasons is needed: without any one of them something would pass."""
    pens = broad[-1].front
    limits = {
        Figure.MASS: min(one.figures[Figure.MASS] for one in pens),
        Figure.GUST: max(one.figures[Figure.GUST] for one in pens),
        Figure.LENGTH: 10_000.0,
    }
    against = conflict(pens, limits)
    assert against
    assert Figure.LENGTH not in against.reasons
    for spared in against.reasons:
        others = set(against.reasons) - {spared}
        assert any(not others & set(fails(one, limits)) for one in pens)


def test_one_verdict_alone_in_the_way_is_named_with_who_would_do(broad):
    """Of two pens that cannot be moved one is weak besides: moving is in the way, and whoever would move it the way out."""
    pen, other = [one for one in broad[-1].front if one.passes][:2]

    def short_in(one, *whats):
        marks = (replace(mark, ratio=0.2, least=0.4) if mark.what in whats else mark for mark in one.marks)
        return replace(one, marks=tuple(marks))

    heavy = short_in(pen, What.MOVING)
    against = conflict(
        [heavy, short_in(other, What.MOVING, What.STRENGTH)], {}, lambda _: "two men or a quad"
    )
    assert against.reasons == (What.MOVING,)
    said = "Of 2 pens none will do: 1 wants nothing but others to move it"
    assert against.words.text("metric") == said
    assert [way.words.text("metric") for way in against.ways] == ["moved by two men or a quad"]
    lighter = {Figure.MASS: pen.figures[Figure.MASS] / 2}
    assert set(conflict([pen], lighter).reasons) == {Figure.MASS}
    assert conflict([heavy], lighter).ways[0].words.text("metric").endswith("with one short in moving")


@pytest.mark.parametrize("gear", ["skids", "wheels"])
def test_who_would_move_a_pen_is_the_weakest_of_people_and_of_vehicles_that_would(gear):
    asked = make_asked(C, BROILERS, FARM)
    heavy = judged_design(C, asked, make_design(C, "coop", {"gear": gear}))
    structure = build(heavy.design, C)
    named = who_would_move(C, asked, heavy).split(" or ")
    would = [
        crew.label
        for crew in C.crews.values()
        if judge_moving(C, structure, mass(structure), replace(FARM, crew=crew, also=())).verdict
        is not Grade.SHORT
    ]
    assert would
    assert named[0] == would[0]
    assert set(named) <= set(would)
    assert [label in ("a lawn tractor", "a quad", "a pickup") for label in named[1:]] == [True] * len(
        named[1:]
    )


def test_what_is_settled_stays_so_and_no_pen_is_larger_than_asked():
    asked = make_asked(C, BROILERS, FARM, (), {"species": "larch", "width": "6 ft"}, {"length": 4000.0})
    for one in last(asked).front:
        assert one.design.values["species"] == "larch"
        assert one.design.values["width"] == pytest.approx(1828.8)
        assert one.design.values["length"] <= 4000.0


def test_more_of_a_verdict_becomes_an_aim():
    asked = make_asked(C, BROILERS, FARM, ("low-pen",), more=(What.WIND,))
    front = last(asked).front
    assert len(aims_of(asked, front[0])) == 5
    stoutest = max(one.ratio(What.WIND) for one in front)
    plain = last(make_asked(C, BROILERS, FARM, ("low-pen",))).front
    assert stoutest >= max(one.ratio(What.WIND) for one in plain if one.passes)


@given(st.integers(0, 2**31), st.data())
def test_nothing_is_thrown_out_early_that_could_have_passed(seed, data):
    """The bound on floor, told by length and width alone, never throws out a pen its birds have room in."""
    asked = make_asked(C, BROILERS, FARM)
    genome = genome_of(C, asked)
    draft = genome.draft(np.random.default_rng(seed).random(genome.size))
    if too_small(C, asked, draft):
        values = dict(draft.values)
        whole = Asked(
            make_flock(C, "broiler-fast", 1, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20)), FARM
        )
        design = design_of(C, whole, draft)
        if design and (design.values["length"], design.values["width"]) == (
            values["length"],
            values["width"],
        ):
            assert What.SPACE in judged_design(C, asked, design).short


def test_shares_and_values_stand_for_one_another():
    genome = genome_of(C, make_asked(C, BROILERS, FARM))
    rng = np.random.default_rng(5)
    for _ in range(50):
        draft = genome.draft(rng.random(genome.size))
        again = genome.draft(genome.shares(draft.shape, dict(draft.values)))
        assert draft_key(again) == draft_key(draft)


@given(st.integers(0, 2**31))
def test_what_does_not_matter_beside_the_rest_makes_no_other_draft(seed):
    genome = genome_of(C, make_asked(C, BROILERS, FARM))
    rng = np.random.default_rng(seed)
    shares = rng.random(genome.size)
    draft = genome.draft(shares)
    told = {name for name, _ in draft.values}
    silent = np.array([False, *(name not in told for name in genome.names)])
    other = genome.draft(np.where(silent, rng.random(genome.size), shares))
    assert other == draft
    values = dict(draft.values)
    assert not {"wheel", "axle"} & told or values.get("gear", "wheels") != "skids"
    assert not {"anchor", "anchors_at"} & told or (values["tied"], values["anchors"] > 0) == ("no", True)


def test_what_comes_to_matter_is_as_it_usually_is():
    asked = make_asked(C, BROILERS, FARM, ("low-pen",))
    genome = genome_of(C, asked)
    on_skids = genome.draft(genome.shares("low-pen", {"gear": "skids"}))
    assert "wheel" not in dict(on_skids.values)
    wheeled = genome.draft(genome.shares("low-pen", {**dict(on_skids.values), "gear": "wheels"}))
    usual = make_design(C, "low-pen", {}).values["wheel"]
    assert dict(wheeled.values)["wheel"] == usual


def test_pens_are_tied_down_and_reached_where_that_is_drawn():
    asked = make_asked(C, BROILERS, FARM)
    size = (("length", 3657.6), ("width", 1828.8))
    plain, tied = (
        candidate_of(C, asked, Draft("low-pen", (*more, *size))) for more in ((), ((TIED, "yes"),))
    )
    assert plain
    assert tied
    assert What.WIND in plain.short
    assert What.WIND not in tied.short
    assert {HATCHES, TIED} <= set(genome_of(C, asked).names)


@pytest.mark.parametrize(
    ("wrong", "error", "field"),
    [
        ({"shapes": ("castle",)}, UnknownChoice, "shape"),
        ({"fixed": {"moat": 3.0}}, UnknownChoice, "fixed"),
        ({"fixed": {"width": "90 ft"}}, OutOfRange, "width"),
        ({"fixed": {"species": "balsa"}}, UnknownChoice, "species"),
        ({"at_most": {"width": 200.0}}, OutOfRange, "width"),
        ({"at_most": {"colour": 200.0}}, UnknownChoice, "at_most"),
    ],
)
def test_what_no_shape_allows_is_refused_by_name(wrong, error, field):
    with pytest.raises(error) as refused:
        make_asked(C, BROILERS, FARM, **wrong)
    assert refused.value.field == field


def test_while_nothing_passes_the_best_of_each_way_of_building_is_looked_beside():
    """What was tried is not told again, a better pen is begun from anew, and it ends where one passes."""
    asked = make_asked(
        C, make_flock(C, "turkey-tom", 15, date(2026, 4, 1), date(2026, 5, 20), date(2026, 8, 5)), FARM
    )
    begun = {draft_key(one): one for one in seeds(C, asked)[:16]}
    found = {key: candidate_of(C, asked, one) for key, one in begun.items()}
    toward = Toward(C, genome_of(C, asked))
    toward.meet(found, begun)
    assert not toward.passed
    assert len(toward.best) > 8
    some = list(itertools.islice(toward.drafts(2, {*begun}), 12))
    more = list(itertools.islice(toward.drafts(3, {*begun, *map(draft_key, some)}), 12))
    keys = [draft_key(one) for one in (*some, *more)]
    assert len({*keys} | {*begun}) == len(keys) + len(begun)
    standing = {way: (len(one.short) + one.lacks, one.order) for way, (one, _) in toward.best.items()}
    ahead = min(standing, key=standing.__getitem__)
    assert (some[0].shape, dict(some[0].values)[SCHOOL]) == ahead
    right = proposed(C, BROILERS, FARM, "low-pen")
    toward.meet({"right": right}, {"right": Draft("low-pen", ())})
    assert right.passes
    assert toward.passed
