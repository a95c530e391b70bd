"""A pen weighed by hand: a made-up handful of parts, every figure written out."""

from __future__ import annotations

from dataclasses import replace

import pytest

from ergamot.core.balance.weight import judge_weight
from ergamot.core.errors import OutOfRange
from ergamot.core.farm.conditions import make_conditions
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.kinds import Group, Item, When
from ergamot.core.frame.mass import mass
from ergamot.core.frame.structure import Contents, Hardware
from tests.core.test_mends import FLOCK
from tests.strategies import CATALOGUE

PEN = build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE)


def thing(ref, group, kg, place, when=When.NOW, count=1):
    return Hardware(ref, Item.FITTING, ref, group, ref, kg, place, None, count, when=when)


def handful(*more, contents=()):
    """One stick of 2 kg dry and 2.2 kg fresh in the middle of the frame at (1000, 0, 100), and things."""
    stick = next(m for m in PEN.members if not m.notches)
    wood = replace(
        stick,
        section=replace(CATALOGUE.sections["2x2"], thick_mm=50.0, deep_mm=40.0),
        species=replace(CATALOGUE.species["spf"], density_kg_m3=500.0, fresh_factor=1.1),
        mean_mm=2000.0,
        centre=(1000.0, 0.0, 100.0),
    )
    return replace(PEN, members=(wood,), panels=(), hardware=more, contents=contents)


def test_totals_groups_and_centres():
    """Stick 0.05·0.04·2 m³ × 500 = 2 kg, fresh 2.2. A wheel of 3 kg at (0, 300, 200), a lid of 1 kg at (500, 0, 600).
    Dry 6 kg: x (2·1000 + 0 + 500)/6, y 900/6, z (200 + 600 + 600)/6; fresh 6.2: x (2200 + 500)/6.2, z (220 + 1200)/6.2."""
    weighed = mass(
        handful(
            thing("wheel", Group.GEAR, 3.0, (0.0, 300.0, 200.0)),
            thing("lid", Group.DOORS, 1.0, (500.0, 0.0, 600.0)),
        )
    )
    assert (weighed.dry_kg, weighed.fresh_kg) == (pytest.approx(6.0), pytest.approx(6.2))
    assert weighed.dry_centre == pytest.approx((2500 / 6, 150, 1400 / 6))
    assert weighed.fresh_centre == pytest.approx((2700 / 6.2, 900 / 6.2, 1420 / 6.2))
    assert weighed.groups == {
        Group.FRAME: (pytest.approx(2.0), pytest.approx(2.2)), Group.GEAR: (3.0, 3.0), Group.DOORS: (1.0, 1.0)
    }  # fmt: skip
    assert (weighed.full_kg, weighed.later_kg, weighed.aside_kg) == (0, 0, 0)


def test_two_of_a_group_weigh_together_and_what_is_not_there_yet_apart():
    weighed = mass(
        handful(
            thing("a", Group.GEAR, 1.5, (0.0, 0.0, 0.0)),
            thing("b", Group.GEAR, 2.5, (0.0, 0.0, 0.0)),
            thing("nests", Group.NESTS, 7.0, (0.0, 0.0, 0.0), When.LATER),
            thing("insert", Group.INSIDE, 4.0, (0.0, 0.0, 0.0), When.ASIDE),
            contents=(Contents("feed", "feed", 10.0, (0, 0, 0)), Contents("water", "water", 8.0, (0, 0, 0))),
        )
    )
    assert weighed.groups[Group.GEAR] == (4.0, 4.0)
    assert (weighed.full_kg, weighed.later_kg, weighed.aside_kg) == (18.0, 7.0, 4.0)
    assert weighed.dry_kg == pytest.approx(6.0)


def told(structure, limit):
    farm = make_conditions(CATALOGUE, heaviest_kg=limit)
    finding = judge_weight(CATALOGUE, structure, mass(structure), FLOCK, farm)
    steps = {step.symbol: step for step in finding.working}
    return finding, steps


def test_the_verdict_by_hand():
    """6.2 kg fresh against 9.3 kg: half as much again, 3.1 kg to spare; against 3.1 kg: half, 3.1 over. Gear is 3 of 6.2."""
    pen = handful(
        thing("wheel", Group.GEAR, 3.0, (0.0, 300.0, 200.0), count=2),
        thing("lid", Group.DOORS, 1.0, (500.0, 0.0, 600.0)),
    )
    pen = replace(pen, contents=(Contents("feed", "feed", 10.0, (0, 0, 0)),))
    for limit, ratio, words in (
        (9.3, 1.5, "3.10 kg under your limit"),
        (5.0, 5 / 6.2, "1.20 kg over your limit"),
    ):
        finding, steps = told(pen, limit)
        assert finding.ratio == pytest.approx(ratio, rel=1e-5)
        assert finding.sentence.text("metric") == words
        assert steps["m_fresh"].expression == "m_frame + m_gear + m_doors"
        assert steps["m_fresh"].quantity.value == pytest.approx(6.2)
        assert steps["m_dry"].quantity.value == pytest.approx(6.0)
        assert steps["x_cg"].quantity.value == pytest.approx(2700 / 6.2, rel=1e-5)
        assert steps["z_cg"].quantity.value == pytest.approx(1420 / 6.2, rel=1e-5)
    assert [one.text("metric") for one in finding.details][1:] == [
        "48 % of it is wheels, axle and handles",
        "centre of mass 435 mm from the rear end, 229 mm up",
        "10 kg more when feeders and drinkers are full",
    ]
    assert (steps["m_gear"].source, steps["m_frame"].source, steps["m_doors"].source) == (
        "2 parts",
        "1 stick",
        "1 part",
    )


def test_just_at_the_limit_is_right_and_a_limit_out_of_range_is_refused():
    pen = handful(thing("wheel", Group.GEAR, 3.0, (0.0, 0.0, 0.0)))
    finding, _ = told(pen, 5.2)
    assert (finding.ratio, finding.sentence.text("metric")) == (pytest.approx(1.0), "0 kg under your limit")
    for limit in (4.99, 2000.1):
        with pytest.raises(OutOfRange):
            told(pen, limit)
    for limit in (5.0, 2000.0):
        told(pen, limit)


def test_a_group_of_panels_sticks_and_parts_says_how_many_of_each():
    _, steps = told(PEN, 80)
    sticks = sum(m.group is Group.FRAME for m in PEN.members)
    assert steps["m_frame"].source == f"{sticks} sticks"
    panels = sum(p.group is Group.ROOF for p in PEN.panels)
    assert steps["m_roof"].source == f"{panels} panel{'s' if panels != 1 else ''}"
    screws = sum(item.count for item in PEN.hardware if item.group is Group.FIXINGS)
    assert steps["m_fixings"].source == f"{screws} parts"


def test_so_many_times_as_heavy_about_its_own_centre():
    weighed = mass(build(make_design(CATALOGUE, "low-pen", {}), CATALOGUE))
    half = weighed.scaled(0.5)
    assert (half.dry_kg, half.fresh_kg) == pytest.approx((weighed.dry_kg / 2, weighed.fresh_kg / 2))
    assert half.groups.keys() == weighed.groups.keys()
    for group, both in weighed.groups.items():
        assert half.groups[group] == pytest.approx((both[0] / 2, both[1] / 2))
    assert (half.dry_centre, half.fresh_centre) == (weighed.dry_centre, weighed.fresh_centre)
