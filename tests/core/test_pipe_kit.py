"""A frame of plastic pipe: its cuts, fittings and mass by hand, what it bears, how it packs, and what is refused."""

from __future__ import annotations

import math
from datetime import date

import pytest
from hypothesis import given

from ergamot.core.balance.propose import propose
from ergamot.core.balance.verdicts import judge
from ergamot.core.catalogue.kinds import Fitting, Made
from ergamot.core.drawing.pipes import pipe_parts
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.flock.flock import make_flock
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Duty, Item
from ergamot.core.frame.mass import mass
from ergamot.core.frame.pipe_kit.nodes import kind_of
from ergamot.core.frame.rejoined import rejoined
from ergamot.core.frame.steps import steps
from ergamot.core.strength.pipe import pipe_checks
from ergamot.core.strength.verdict import judge_strength
from tests.depth import examples
from tests.soundness import area_vector, faults
from tests.strategies import CATALOGUE, designs

# 2.4 × 1.2 × 0.6 m of 33 mm pipe, posts at 16.5, 805.5, 1594.5 and 2383.5 mm
BOX = {"length": 2400, "width": 1200, "height": 600, "bay": 800, "pipe": "pvc-33"}
STOP, D = 17.5, 33.0
BAY = (2400 - D) / 3
FARM = make_conditions(CATALOGUE)


def made(**values):
    return build(make_design(CATALOGUE, "pipe-kit", {**BOX, **values}), CATALOGUE)


def check_of(structure, what, farm=FARM):
    whole = rejoined(structure)
    return next(one for one in pipe_checks(whole, mass(structure), farm) if one.what == what)


def test_every_pipe_is_cut_from_stop_to_stop():
    """Centre to centre less 2 × 17.5 mm: bays 789 − 35, posts 567 − 35, across 1167 − 35; the front across in three round a
    loop 400 mm wide, 180 ahead."""
    cuts = {one.role: [] for one in made().members if one.species is None}
    for one in made().members:
        if one.species is None:
            cuts[one.role].append(round(one.length_mm, 1))
    assert sorted(set(cuts["base pipe"])) == [round(BAY - 35, 1)]
    assert len(cuts["base pipe"]) == len(cuts["top pipe"]) == 6
    assert cuts["post"] == [600 - D - 35] * 8
    assert cuts["top cross pipe"] == [1200 - D - 35] * 4
    beside = (1200 - D - 400) / 2 - 35
    assert sorted(cuts["base cross pipe"]) == sorted([1200 - D - 35, beside, 400 - 35, beside])
    assert sorted(cuts["hand loop"]) == sorted([180 - 35, 180 - 35, 400 - 35])


def test_its_pipe_weighs_half_a_kilogram_a_metre():
    pipes = [one for one in made().members if one.species is None]
    metres = (
        12 * (BAY - 35) + 8 * (600 - D - 35) + 5 * (1200 - D - 35) + (1200 - D - 3 * 35) + 2 * 145 + 365
    ) / 1000
    assert sum(one.dry_kg for one in pipes) == pytest.approx(0.5 * metres, rel=1e-6)


def test_fittings_are_counted_by_what_leaves_their_node():
    """Eight corners; tees at four inner base nodes and where the loop leaves; four-ways at four inner top nodes; two elbows."""
    counts = {one.label.split(" for ")[0]: one.count for one in pipe_parts(made()).fittings}
    assert counts == {
        "three-way corner": 8,
        "tee": 4 + 2,
        "four-way, a tee with a branch aside": 4,
        "elbow": 2,
    }
    wide = {one.label.split(" for ")[0]: one.count for one in pipe_parts(made(width=1800)).fittings}
    assert wide["cross"] == 2  # where the middle pipe meets the inner cross pipes
    assert wide["tee"] == 6 + 2  # and its ends


def test_every_end_of_a_pipe_is_in_one_socket():
    for values in ({}, {"joined": "pinned"}, {"width": 1800}):
        parts, pen = pipe_parts(made(**values)), made(**values)
        assert parts.glued + parts.pinned == 2 * sum(one.species is None for one in pen.members)
        assert all(one.apart_mm - one.cut_mm == pytest.approx(2 * STOP) for one in parts.pipes)


def test_pinned_its_sides_stay_whole_and_it_says_how_it_packs():
    parts = pipe_parts(made(joined="pinned"))
    across = 1 + 3 + 4  # rear, front in three, top
    assert parts.pinned == 2 * across + 2  # and the two that carry the loop
    said = [one.template for one in made(joined="pinned").notes]
    assert any("packs flat" in one for one in said)
    assert pipe_parts(made()).pinned == 0


@examples(5)
@given(designs("pipe-kit"))
def test_any_is_sound_closed_and_can_be_put_together(design):
    whole = build(design, CATALOGUE)
    assert faults(whole) == ()
    assert area_vector(whole)[:2] == pytest.approx((0, 0), abs=1e-6)
    nodes = [one for one in whole.hardware if one.item is Item.FITTING and getattr(one.row, "stop_mm", None)]
    assert len(nodes) == len({one.place for one in nodes})
    assert len([part for step in steps(whole) for part in step.parts if part.label]) == len(whole.members)
    assert Fitting.STAPLE not in {
        one.fixing.kind
        for one in whole.joints
        if one.fixing and not {*one.members} & {m.ref for m in whole.members if m.species}
    }


@pytest.mark.parametrize(
    ("ways", "kind"),
    [
        ([(1, 0, 0), (0, 0, 1)], Fitting.ELBOW),
        ([(1, 0, 0), (0, 1, 0), (0, 0, 1)], Fitting.CORNER),
        ([(1, 0, 0), (-1, 0, 0), (0, 0, 1)], Fitting.TEE),
        ([(1, 0, 0), (-1, 0, 0), (0, 1, 0), (0, 0, 1)], Fitting.FOUR_WAY),
        ([(1, 0, 0), (-1, 0, 0), (0, 1, 0), (0, -1, 0)], Fitting.CROSS),
    ],
)
def test_a_fitting_for_every_node(ways, kind):
    assert kind_of(ways) is kind
    with pytest.raises(ValueError, match="no fitting"):
        kind_of([*ways, *[(0, 0, -1)] * (5 - len(ways))])


def test_how_far_it_whips_by_hand():
    """A ladder of three bays skewed: 1/GA = a·b/12EI + a²/24EI, y = wL²/8GA (Timoshenko & Gere 1961), EI of 2.8 GPa at 0.75."""
    pen = made()
    area = 0.5 / 1400 * 1e6
    inside = math.sqrt(D**2 - 4 * area / math.pi)
    second = math.pi * (D**4 - inside**4) / 64
    stiff = 0.75 * 2.8 * second / 1000
    a, b, long = BAY / 1000, (600 - D) / 1000, 2.4
    skew = 1 / (a * b / (12 * stiff) + a * a / (24 * stiff))
    load = 1.25 * mass(pen).fresh_kg * 9.81 / 2 / long
    found = check_of(pen, "sides whipping when it is carried")
    assert found.demand == pytest.approx(load * long**2 / (8 * skew) * 1000, rel=1e-5)
    assert found.capacity == pytest.approx(2400 / 30)
    moment = load * long / 4 * a / 2 + load / 2 * a * a / 12
    stressed = check_of(pen, "side pipes when it is carried")
    assert stressed.demand == pytest.approx(1000 * moment / (2 * second / D), rel=1e-5)
    assert stressed.capacity == pytest.approx(0.75 * 14)


def test_how_far_it_leans_by_hand():
    """Half the gust's push comes to the top; eight posts held at both ends: y = P·h³/12EI."""
    pen = made(roofed=0, walls="mesh")
    farm = make_conditions(CATALOGUE)
    side = 2 * 2.4 * 0.6 * CATALOGUE.meshes["welded-25"].solid_share
    push = 0.613 * farm.design_gust_ms**2 * 1.3 * side / 2
    area = 0.5 / 1400 * 1e6
    inside = math.sqrt(D**2 - 4 * area / math.pi)
    stiff = 8 * 0.75 * 2.8 * math.pi * (D**4 - inside**4) / 64 / 1000
    high = (600 - D - 35) / 1000
    assert check_of(pen, "frame leaning in the gust").demand == pytest.approx(
        push * high**3 / (12 * stiff) * 1000, rel=1e-5
    )


def test_what_it_may_sag_and_lean_by_hand():
    """Under a tarp for years L/60 on 0.35 · 0.75 of E; in the gust h/15, pressure and suction 1.3 on sheet."""
    pen = made(roofed=1.0)
    sag = check_of(pen, "top pipes sagging in the sun")
    known = {step.symbol: step.quantity.value for step in sag.working}
    assert sag.capacity == pytest.approx(1000 * known["L"] / 60, rel=1e-4)
    area = 0.5 / 1400 * 1e6
    inside = math.sqrt(D**2 - 4 * area / math.pi)
    stiff = 0.35 * 0.75 * 2.8 * math.pi * (D**4 - inside**4) / 64 / 1000
    assert sag.demand == pytest.approx(5 * known["w"] * known["L"] ** 4 / (384 * stiff) * 1000, rel=1e-4)
    lean = check_of(pen, "frame leaning in the gust")
    known = {step.symbol: step.quantity.value for step in lean.working}
    assert lean.capacity == pytest.approx(1000 * known["h"] / 15, rel=1e-4)
    assert known["c_s"] == 1.3


def test_a_thinner_pipe_and_a_longer_bay_give_more():
    what = "sides whipping when it is carried"
    usual = check_of(made(), what).ratio
    assert check_of(made(pipe="pvc-27"), what).ratio < usual
    assert check_of(made(bay=1300), what).ratio < usual
    sags = "top pipes sagging in the sun"
    assert check_of(made(width=1800), sags).ratio < check_of(made(width=1290), sags).ratio


@pytest.mark.parametrize(("width", "told_mm"), [(1200, 11.7), (1800, 76.8), (2400, 239.5)])
def test_a_pipe_along_the_middle_holds_up_nothing(width, told_mm):
    """It stands on nothing, so a cross pipe spans from post to post and carries its part of it. The worst is under mesh, which
    weighs six times what a tarp does: at the lid it has half a bay of mesh on one side and of the lid's on the other."""
    pen = made(width=width)
    sag = check_of(pen, "top pipes sagging in the sun")
    mesh = CATALOGUE.meshes["welded-25"].mass_kg_m2
    area = 0.5 / 1400 * 1e6
    second = math.pi * (D**4 - (D**2 - 4 * area / math.pi) ** 2) / 64
    stiff = 0.35 * 0.75 * 2.8 * second / 1000
    span = (width - D - 35) / 1000
    middle = 0.0
    if width > 1300:
        bays = 3 * (BAY - 35) / 1000
        crosses = [
            one
            for one in pen.hardware
            if one.row and getattr(one.row, "kind", "") in (Fitting.CROSS, Fitting.TEE)
        ]
        on_it = [one for one in crosses if abs(one.place[1]) < 1 and one.place[2] > 300]
        middle = (0.5 * bays + sum(one.kg for one in on_it)) / 4
        assert len(on_it) == 4
    load = 9.81 * (0.5 + mesh * BAY / 1000 + 8 * middle / (5 * span))
    by_hand = 5 * load * span**4 / (384 * stiff) * 1000
    assert sag.demand == pytest.approx(by_hand, rel=0.05)  # what mesh is lost round the lid's frame
    assert sag.demand == pytest.approx(told_mm, rel=0.01)
    assert (sag.ratio < 1) == (width > 1300)
    judged = judge_strength(CATALOGUE, pen, mass(pen), FARM)
    assert judged.finding.falls_short == (width > 1300)


def test_pipes_of_one_line_are_told_together():
    pen = made(width=1800)
    judged = judge_strength(CATALOGUE, pen, mass(pen), FARM)
    sag = next(one for one in judged.checks if one.what == "top pipes sagging in the sun")
    assert {pen.by_ref[ref].duty for ref in sag.refs} == {Duty.CROSS_RAIL}
    assert len(set(sag.refs)) == 8


def test_no_other_frame_is_asked_what_pipe_is():
    wood = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)
    assert list(pipe_checks(wood, mass(wood), FARM)) == []


def test_mesh_is_tied_and_only_its_lid_is_of_wood():
    pen = made()
    wood = [one for one in pen.members if one.species is not None]
    assert {one.duty for one in wood} == {Duty.LEAF}
    ties = next(one for one in pen.hardware if one.row and getattr(one.row, "kind", "") is Fitting.TIE)
    assert ties.count > 100
    assert {one.section.made for one in pen.members if one.duty is not Duty.LEAF} == {Made.PLASTIC}


def test_one_is_proposed_for_a_few_birds_and_judged():
    flock = make_flock(CATALOGUE, "broiler-fast", 10, date(2026, 4, 1), date(2026, 4, 22), date(2026, 5, 20))
    judged = judge(CATALOGUE, build(propose(CATALOGUE, flock, FARM, "pipe-kit"), CATALOGUE), flock, FARM)
    assert judged.floor.ratio >= 1
    assert not judged.finding("space").falls_short
    assert judged.finding("wind").ratio >= 1  # tied down


def test_what_cannot_be_is_refused_by_name():
    with pytest.raises(UnknownChoice) as steel:
        make_design(CATALOGUE, "pipe-kit", {"pipe": "emt-23"})
    assert steel.value.field == "pipe"
    with pytest.raises(UnknownChoice):
        make_design(CATALOGUE, "pipe-kit", {"gear": "wheels"})
    with pytest.raises(OutOfRange) as short:
        make_design(CATALOGUE, "pipe-kit", {"height": 300})
    assert short.value.field == "height"


@pytest.mark.parametrize("face", ["left", "rear", "top"])
def test_an_opening_in_it_is_framed_in_small_timber_tied_to_the_pipes(face):
    """Its posts are nobody's to cut: battens of 19 × 38 stand between the pipes, two ties at either end."""
    asked = {"face": face, "width": 300, "height": 250, "sill": 300 if face == "top" else 0}
    pen = made(**{f"opening_1_{name}": value for name, value in asked.items()})
    assert faults(pen) == ()
    role = "trimmer" if face == "top" else "opening post"
    battens = [one for one in pen.members if one.role == role]
    assert {one.section.key for one in battens} == {"1x2"}
    pipes = {one.ref for one in pen.members if one.section.made is Made.PLASTIC}
    tied = [j for j in pen.joints if {battens[0].ref} & {*j.members} and pipes & {*j.members}]
    assert {one.rule for one in tied} == {"tube strapped with two ties"}
    assert len(tied) == 2


def test_a_post_is_not_cut_for_an_opening():
    with pytest.raises(OutOfRange) as refused:
        made(opening_1_face="left", opening_1_at=800, opening_1_width=300)
    assert "the post" in refused.value.message
