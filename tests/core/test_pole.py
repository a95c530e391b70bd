"""A pole for two over both handles: where it lies, where it is held, what it bears."""

from __future__ import annotations

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.gear.haul import haul, movers_strength
from ergamot.core.strength.moving import moving_checks
from tests.soundness import faults
from tests.strategies import CATALOGUE


def made(shape: str, **values):
    return build(make_design(CATALOGUE, shape, {"bar": "pole", **values}), CATALOGUE)


@pytest.mark.parametrize(
    ("shape", "values"),
    [
        ("low-pen", {}),
        ("low-pen", {"gear": "axles", "grips": "both"}),
        ("coop", {}),
        ("coop", {"gear": "bolt-on", "width": 1000.0, "wall": 2000.0}),
    ],
)
def test_it_lies_on_both_handles_and_past_them(shape, values):
    pen = made(shape, **values)
    assert faults(pen) == ()
    poles = [one for one in pen.members if one.role == "pole"]
    handles = [one for one in pen.members if one.role == "handle"]
    assert len(poles) == len(handles) / 2
    outside = max(y for one in handles for _, y, _ in one.corners)
    assert poles[0].length_mm == pytest.approx(2 * (outside + 400))
    top = max(z for _, _, z in handles[0].corners)
    assert pen.grip.z_mm == pytest.approx(top + poles[0].section.thick_mm / 2)
    bolted = [one for one in pen.joints if poles[0].ref in one.members]
    assert len(bolted) == 2
    assert {one.fixing.kind for one in bolted} == {"bolt"}


def test_it_bears_what_one_at_its_end_lifts():
    """A 2×3 laid flat: S = 64·38²/6 mm³; M = 1.25 × half the lift × 0.4 m."""
    pen = made("low-pen")
    weighed = mass(pen)
    can = movers_strength(CATALOGUE, pen, CATALOGUE.crews["man"])
    moved = haul(pen, weighed, CATALOGUE.grounds["wet"], 0.0, can)
    found = {one.what: one for one in moving_checks(pen, weighed, moved)}
    pole = next(one for one in pen.members if one.role == "pole")
    lift = max(moved.carry, moved.lift)
    wide, flat = pole.section.deep_mm, pole.section.thick_mm
    stress = 1.25 * lift / 2 * 0.4 * 1000 / (wide * flat**2 / 6)
    assert found["pole"].demand == pytest.approx(stress, rel=1e-4)
    assert found["pole"].refs == (pole.ref,)


def test_it_is_no_longer_than_a_stick_is_sold():
    """3.66 m is the longest 2×2: on a pen 3.0 m wide a pole stands 291 mm past the handles, on one 3.4 m wide none would do."""
    wide = made("low-pen", width=2950, section="2x2")
    pole = next(one for one in wide.members if one.role == "pole")
    assert pole.length_mm == pytest.approx(pole.section.longest_mm)
    with pytest.raises(OutOfRange) as refused:
        made("low-pen", width=3200, section="2x2")
    assert refused.value.field == "bar"
