"""One question of strength: what a part is stressed to, what it may be, and how that came about."""

from __future__ import annotations

from ergamot.core.catalogue.kinds import Made
from ergamot.core.finding import Grade, Rank, graded, rank_of
from ergamot.core.frame.bending import (
    ALLOWED,
    BOX_ALLOWED_MPA,
    DURATION,
    PVC_ALLOWED_MPA,
    PVC_CREEP,
    PVC_WARM,
    RECTANGLE_MODULUS,
    RECTANGLE_SECOND,
    SAG,
    SAG_OF_PLASTIC,
    SPAN_OVER_SAG,
    STEEL_ALLOWED_MPA,
    TUBE_E_GPA,
    cross_section,
    hollow_modulus,
    size_factor,
    wet_factor,
)
from ergamot.core.frame.structure import Joint, Member
from ergamot.core.records import record
from ergamot.core.working import Step, Working

NDS = "NDS 2018"


@record
class Check:
    """`ratio` is what the part bears over what it must, `least` the same at the shortest duration that will do: 1 just
    passes each. `refs` are the sticks it is about, `work` tells why."""

    what: str
    refs: tuple[str, ...]
    demand: float
    capacity: float
    unit: str
    work: Working
    gains: float = 1.0  # what it bears so seldom or briefly, over what it bears for good
    mends: tuple[str, ...] = ()  # parameters of its own that would mend it, the likeliest first

    @property
    def working(self) -> tuple[Step, ...]:
        return self.work.steps

    @property
    def ratio(self) -> float:
        return self.capacity / max(self.demand, 1e-9)

    @property
    def least(self) -> float:
        return self.gains * self.ratio

    @property
    def grade(self) -> Grade:
        return graded(self.ratio, self.least)

    @property
    def rank(self) -> Rank:
        return rank_of(self.ratio, self.least)


def source_of(joint: Joint) -> str:
    """Where what a joint's screws bear is told.

    Args: joint, screwed.
    Returns: the source of their row.
    Source: the catalogue.

    >>> joint = next(one for one in pen().joints if one.screw_n)
    >>> bool(source_of(joint))
    True
    """
    return joint.fixing.source if joint.fixing is not None else ""


def bends(
    what: str, refs: tuple[str, ...], member: Member, work: Working, level_axis: int, load: str
) -> Check:
    """Finish a check of a member in bending whose moment `M` (N m) the working already holds.

    Args: what, words; refs; member, one of them; work, with M; level_axis, 0 to 2, across the bending; load, snow,
        moving or wind.
    Returns: the Check.
    Source: NDS 2018 for timber; section moduli by mechanics.

    >>> low = pen()
    >>> rail = low.members[0]
    >>> work = Working()
    >>> _ = work.given("M", "moment", 100.0, "N m")
    >>> bends("rail", (rail.ref,), rail, work, 1, "snow").unit
    'MPa'
    """
    if member.species is None:
        modulus = hollow_modulus(member, level_axis)
        work.given("S", f"section modulus of {member.section.label}", modulus, "mm³")
        limit, source = _wall_limit(member)
        work.given("F", "what its wall may be stressed to", limit, "MPa", source)
    else:
        wide, deep = cross_section(member, level_axis)
        work.given("b", f"width of {member.section.label}", wide, "mm", "the frame")
        work.given("d", "its depth in the plane it bends in", deep, "mm", "the frame")
        work.step("S", "section modulus", RECTANGLE_MODULUS, "mm³")
        _given_factors(work, member, deep, load)
    work.step("sigma", "bending stress", "1000*M/S", "MPa")
    work.step("ratio", "bears over takes", "F/sigma")
    if member.species is None:
        return Check(what, refs, work.known["sigma"], work.known["F"], "MPa", work)
    good, least = DURATION[load]
    if least > good:
        work.given("CD_l", "duration at the least: seven days in all", least, "", f"{NDS} 2.3.2")
    work.step("least", "bears at the least over takes", "ratio*CD_l/CD" if least > good else "ratio")
    return Check(what, refs, work.known["sigma"], work.known["F"], "MPa", work, least / good)


def _wall_limit(member: Member) -> tuple[float, str]:
    """What the wall of a tube or a box may be stressed to, MPa, and where that is told."""
    if member.section.made is Made.PLASTIC:
        return PVC_ALLOWED_MPA, "ASTM D2241, in bending a judgement"
    if member.section.welded:
        return BOX_ALLOWED_MPA, "yield of 235 MPa, EN 10219-1, by 1.67, AISC 360 chapter F"
    return STEEL_ALLOWED_MPA, "yield of 205 MPa by 1.5, a judgement"


def _given_factors(work: Working, member: Member, deep: float, load: str) -> None:
    species = member.species
    assert species is not None
    work.given("Fb", f"bending value, {species.label}", species.fb_mpa, "MPa", species.source)
    work.given("CF", "size factor", size_factor(deep), "", NDS)
    work.given("CM", "wet factor", wet_factor(species.fb_mpa * size_factor(deep)), "", NDS)
    work.given("CD", f"duration: {load}", DURATION[load][0], "", f"{NDS} 2.3.2")
    work.step("F", "what it may be stressed to", ALLOWED, "MPa", NDS)


def sags(what: str, member: Member, work: Working, level_axis: int, refs: tuple[str, ...] = ()) -> Check:
    """Make a check of how far a beam sags, after `w` (N/m) and `L` (m) in the working.

    Args: what, words; member, straight; work; level_axis, 0 to 1, as `bends`; refs, all sticks it is about, where it is more
        than the one.
    Returns: the Check: span ÷ 120 over the sag, mm; of plastic, warm and after years, span ÷ 60.
    Source: beam theory; span ÷ 120, IBC 2021 table 1604.3; span ÷ 60 a judgement.

    >>> low = pen()
    >>> rail = low.members[0]
    >>> work = Working()
    >>> _ = work.given("w", "load", 100.0, "N/m"), work.given("L", "span", 2.0, "m")
    >>> sags("rail", rail, work, 1).unit
    'mm'
    """
    wide, deep = cross_section(member, level_axis)
    if member.species is None:
        second = hollow_modulus(member, level_axis) * deep / 2
        work.given("I", f"second moment of {member.section.label}", second, "mm⁴")
        plastic = member.section.made is Made.PLASTIC
        left = PVC_CREEP * PVC_WARM if plastic else 1.0
        stiff = "stiffness of its wall, warm and after years" if plastic else "stiffness of its wall"
        source = "ASTM D1784; AWWA M23" if plastic else "AISC 360"
        work.given("E", stiff, left * TUBE_E_GPA[member.section.made], "GPa", source)
    else:
        work.given("b", f"width of {member.section.label}", wide, "mm", "the frame")
        work.given("d", "its depth in the plane it bends in", deep, "mm", "the frame")
        work.step("I", "second moment", RECTANGLE_SECOND, "mm⁴")
        source = member.species.source
        work.given("E", f"stiffness, {member.species.label}", member.species.e_gpa, "GPa", source)
    work.step("y", "sag in the middle", SAG, "mm", "beam theory")
    if member.section.made is Made.PLASTIC:
        work.given("s", "span over sag at the most", SAG_OF_PLASTIC, "", "a judgement")
    else:
        work.given("s", "span over sag at the most", SPAN_OVER_SAG, "", "IBC 2021 table 1604.3")
    work.step("most", "sag at the most", "1000*L/s", "mm")
    work.step("ratio", "allowed over comes to", "most/y")
    return Check(what, refs or (member.ref,), work.known["y"], work.known["most"], "mm", work)
