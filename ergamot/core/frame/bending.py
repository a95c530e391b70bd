"""What a stick or tube bears in bending: section moduli, allowed stresses, deflection of a beam."""

from __future__ import annotations

import math

from ergamot.core.catalogue import Section
from ergamot.core.catalogue.coverings import STEEL_KG_M3
from ergamot.core.catalogue.kinds import Made
from ergamot.core.frame.structure import Member

# NDS 2018: size factor of dimension lumber by depth (Supplement table 4A), wet service, load duration (2.3.2)
SIZE_FACTOR_TO_MM = ((89.0, 1.5), (140.0, 1.3))
WIDER_SIZE_FACTOR = 1.2
WET_FACTOR, WET_ABOVE_MPA = 0.85, 7.9
# By load: good, and the least that will do. Moves of a life add up to more than the seven days that 1.25 is for
# Birds are on it every night; a person steps on it to clean: as a construction load, seven days in all
DURATION = {
    "snow": (1.15, 1.15),
    "moving": (1.0, 1.25),
    "wind": (1.6, 1.6),
    "birds": (1.0, 1.0),
    "a person": (1.25, 1.25),
}
PVC_KG_M3 = 1400.0  # ASTM D1785
# mild tube strip yields at 205 MPa; 1.5 is a judgement: no person stands under it
STEEL_ALLOWED_MPA = 205.0 / 1.5
BOX_YIELD_MPA = 235.0  # EN 10219-1, S235JRH
BOX_ALLOWED_MPA = BOX_YIELD_MPA / 1.67  # AISC 360 chapter F, allowable strength in bending
TUBE_E_GPA = {Made.STEEL: 200.0, Made.PLASTIC: 2.8}  # AISC 360-16; ASTM D1784, cell class 12454
PVC_WARM = 0.75  # of its stiffness and strength left at 38 °C in the sun; ASTM D1784 falls so, the figure a judgement
PVC_CREEP = 0.35  # of its stiffness left under load for years; AWWA M23: 140 000 of 400 000 psi
FV_MPA = 0.93  # shear along the grain, least of the softwoods; NDS Supplement table 4A
E_OVER_G = 16.0  # stiffness in bending over stiffness in twisting, of wood; USDA FPL-GTR-282
PVC_ALLOWED_MPA = 14.0  # ASTM D2241 hydrostatic design stress; that it serves for bending is a judgement
DRAWN_WIRE_MPA = 500.0  # ASTM A1064: plain wire yields at 485 (grade 70) to 550 (grade 80)
SAG_OF_PLASTIC = (
    60.0  # the same of pipe in the sun for years; judgement: deeper, rain stands on what lies over it
)
SPAN_OVER_SAG = 120.0  # IBC 2021 table 1604.3, roof members without a ceiling

# What is asked of beams and rods, as it is printed and worked: N/m and m give N m; N m and mm give MPa
BEAM_MOMENT = "w*L**2/8"
ARCH_MOMENT = "w*L**2/64"  # of two hinges, half of it loaded; statics of a parabolic arch
STRAIGHT_MOMENT = "w*a**2/8"  # of a straight between two bends of an arch; statics
ARCH_THRUST = "w*b**2/(8*f)/R"  # what level load presses on the curve with; statics of a parabolic arch
ARCH_BUCKLES = "EI*(3.14159**2/alpha**2 - 1)/R**3"  # two hinges; Timoshenko & Gere (1961)
RECTANGLE_MODULUS = "b*d**2/6"
RECTANGLE_SECOND = "b*d**3/12"
SAG = "5*w*L**4/(384*E*I)*1000000"
ALLOWED = "Fb*CF*CM*CD"
ROD_STRESS = "32*j*N*e/(3.14159*D**3)"
HELD_BOTH = "a*b/(a + b)"  # the arm that bends a rod held on both sides as much


def tube_wall_mm(section: Section) -> float:
    """Wall of a tube, from what a metre of it weighs.

    Args: section, of a tube: outside diameter and kg/m.
    Returns: mm.
    Source: area = mass ÷ density; steel 7850, PVC 1400 kg/m³.

    >>> round(tube_wall_mm(c.sections["emt-30"]), 2)
    1.42
    """
    density = PVC_KG_M3 if section.made is Made.PLASTIC else STEEL_KG_M3
    area = (section.kg_m or 0.0) / density * 1e6
    outside = section.deep_mm
    return (outside - math.sqrt(max(0.0, outside**2 - 4 * area / math.pi))) / 2


def box_wall_mm(section: Section) -> float:
    """Wall of a hollow box, as if its corners were sharp, from what a metre of it weighs.

    Args: section, of a steel box: outside size and kg/m.
    Returns: mm, a little under what it is sold by: rounded corners weigh less.
    Source: area = mass ÷ density, 4t² − 2(b + d)t + area = 0.

    >>> round(box_wall_mm(c.sections["rhs-40x60"]), 2)
    2.94
    """
    area = (section.kg_m or 0.0) / STEEL_KG_M3 * 1e6
    round_it = section.thick_mm + section.deep_mm
    return (round_it - math.sqrt(max(0.0, round_it**2 - 4 * area))) / 4


def hollow_modulus(member: Member, level_axis: int) -> float:
    """Section modulus of a tube or a hollow box in the plane it bends in.

    Args: member, of steel or plastic; level_axis, 0 to 2: the direction square to its run and to the load.
    Returns: mm³; of a box (b·d³ − b_i·d_i³)/(6 d).
    Source: mechanics of a ring and of a hollow rectangle.

    >>> rail = pen("coop", base_made="steel", house="no").members[0]
    >>> round(hollow_modulus(rail, 1))
    8987
    """
    if not member.section.welded:
        return tube_modulus(member.section)
    wide, deep = cross_section(member, level_axis)
    wall = box_wall_mm(member.section)
    hollow = (wide - 2 * wall) * (deep - 2 * wall) ** 3
    return (wide * deep**3 - hollow) / (6 * deep)


def tube_modulus(section: Section) -> float:
    """Section modulus of a tube.

    Args: section, of a tube.
    Returns: mm³: π(D⁴ − d⁴)/(32 D).
    Source: mechanics of a ring.

    >>> round(tube_modulus(c.sections["emt-30"]))
    869
    """
    outside = section.deep_mm
    inside = outside - 2 * tube_wall_mm(section)
    return math.pi * (outside**4 - inside**4) / (32 * outside)


def stiffness_n_m2(member: Member, level_axis: int) -> float:
    """How stiff a stick or tube is in bending.

    Args: member; level_axis, 0 to 1: the level direction square to its run.
    Returns: E·I, N m².
    Source: mechanics of a rectangle and of a ring.

    >>> rail = pen().members[0]
    >>> round(stiffness_n_m2(rail, 1))
    8052
    """
    if member.species is None:
        e_gpa = TUBE_E_GPA[member.section.made]
        _, high = cross_section(member, level_axis)
        return e_gpa * hollow_modulus(member, level_axis) * high / 2 / 1000
    wide, deep = cross_section(member, level_axis)
    return member.species.e_gpa * wide * deep**3 / 12 / 1000


def size_factor(deep_mm: float) -> float:
    """CF of dimension lumber.

    Args: deep_mm, above 0.
    Returns: 1.5 to 2×4, 1.3 for 2×6, 1.2 above.
    Source: NDS Supplement table 4A.

    >>> size_factor(64), size_factor(140)
    (1.5, 1.3)
    """
    return next((factor for top, factor in SIZE_FACTOR_TO_MM if deep_mm <= top), WIDER_SIZE_FACTOR)


def wet_factor(fb_cf_mpa: float) -> float:
    """CM of lumber that gets wet.

    Args: fb_cf_mpa, bending value times size factor, MPa.
    Returns: 0.85 above 7.9 MPa, else 1.
    Source: NDS Supplement table 4A.

    >>> wet_factor(9.0), wet_factor(7.0)
    (0.85, 1.0)
    """
    return WET_FACTOR if fb_cf_mpa > WET_ABOVE_MPA else 1.0


def cross_section(member: Member, level_axis: int) -> tuple[float, float]:
    """A stick's size across and in the plane it bends in under its weight.

    Args: member; level_axis, 0 to 2: the direction square to its run and to the load.
    Returns: (wide, deep) mm.
    Source: geometry: its end's extent along that axis is its width.

    >>> cross_section(pen().members[0], 1)
    (38.0, 64.0)
    """
    ring = [corner[level_axis] for corner in member.corners[:4]]
    wide = max(ring) - min(ring)
    thick, deep = member.section.thick_mm, member.section.deep_mm
    return (thick, deep) if abs(wide - thick) <= abs(wide - deep) else (deep, thick)
