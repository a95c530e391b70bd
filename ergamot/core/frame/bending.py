"""What a stick or tube bears in bending: section moduli, allowed stresses, deflection of a beam."""

from __future__ import annotations

import math

from ergamot.core.catalogue import Section, Species
from ergamot.core.catalogue.rows import STEEL_KG_M3
from ergamot.core.errors import require_range
from ergamot.core.frame.structure import Member

# NDS 2018: size factor of dimension lumber by depth (Supplement table 4A), wet service, load duration (2.3.2)
SIZE_FACTOR_TO_MM = ((89.0, 1.5), (140.0, 1.3))
WIDER_SIZE_FACTOR = 1.2
WET_FACTOR, WET_ABOVE_MPA = 0.85, 7.9
DURATION = {"snow": 1.15, "moving": 1.0, "wind": 1.6}
PVC_KG_M3 = 1400.0  # ASTM D1785
STEEL_ALLOWED_MPA = 205.0 / 1.5  # thin conduit; common practice
PVC_ALLOWED_MPA = 14.0  # ASTM D2241 hydrostatic design stress, used for bending; common practice
SPAN_OVER_SAG = 120.0  # span over deflection for farm roofs; common practice


def rectangle_modulus(wide_mm: float, deep_mm: float) -> float:
    """Section modulus of a stick.

    Args: wide_mm across the bending, deep_mm in its plane, above 0.
    Returns: mm³: b·d²/6.
    Raises: OutOfRange.
    Source: mechanics of a rectangle.

    >>> round(rectangle_modulus(38, 89))
    50166
    """
    require_range("wide_mm", wide_mm, 1, 1000, "mm")
    require_range("deep_mm", deep_mm, 1, 1000, "mm")
    return wide_mm * deep_mm**2 / 6


def tube_wall_mm(section: Section) -> float:
    """Wall of a tube, from what a metre of it weighs.

    Args: section, of a tube: outside diameter and kg/m.
    Returns: mm.
    Source: area = mass ÷ density; steel 7850, PVC 1400 kg/m³.
    """
    density = PVC_KG_M3 if is_plastic(section) else STEEL_KG_M3
    area = (section.kg_m or 0.0) / density * 1e6
    outside = section.deep_mm
    return (outside - math.sqrt(max(0.0, outside**2 - 4 * area / math.pi))) / 2


def tube_modulus(section: Section) -> float:
    """Section modulus of a tube.

    Args: section, of a tube.
    Returns: mm³: π(D⁴ − d⁴)/(32 D).
    Source: mechanics of a ring.
    """
    outside = section.deep_mm
    inside = outside - 2 * tube_wall_mm(section)
    return math.pi * (outside**4 - inside**4) / (32 * outside)


def is_plastic(section: Section) -> bool:
    """Is a tube of plastic pipe?

    Args: section.
    Returns: whether it is.
    Source: keys of the catalogue.
    """
    return section.key.startswith("pvc")


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


def allowed_mpa(species: Species, deep_mm: float, load: str) -> float:
    """What a stick may be stressed to in bending, outdoors.

    Args: species; deep_mm of the stick; load, snow, moving or wind.
    Returns: MPa: Fb·CF·CM·CD.
    Source: NDS 2018.
    """
    fb_cf = species.fb_mpa * size_factor(deep_mm)
    return fb_cf * wet_factor(fb_cf) * DURATION[load]


def uniform_moment(load_n_m: float, span_m: float) -> float:
    """Greatest moment in a beam held up at both ends under an even load.

    Args: load_n_m, 0 or more; span_m, above 0.
    Returns: N m: w·L²/8.
    Source: statics.

    >>> uniform_moment(100, 4)
    200.0
    """
    return load_n_m * span_m**2 / 8


def uniform_sag_mm(load_n_m: float, span_m: float, e_gpa: float, i_mm4: float) -> float:
    """Deflection of that beam at its middle.

    Args: load_n_m; span_m; e_gpa and i_mm4, above 0.
    Returns: mm: 5wL⁴/(384EI).
    Source: beam theory.

    >>> round(uniform_sag_mm(1000, 3, 9.7, 38 * 89**3 / 12), 1)
    48.7
    """
    return 5 * load_n_m * span_m**4 / (384 * e_gpa * 1e9 * i_mm4 * 1e-12) * 1000


def rod_mpa(load_n: float, arm_mm: float, diameter_mm: float) -> float:
    """Bending stress in a round rod.

    Args: load_n; arm_mm; diameter_mm, above 0, at the thread root where thread bends.
    Returns: MPa: 32·N·e/(π·D³).
    Raises: OutOfRange.
    Source: mechanics of a round bar.

    >>> round(rod_mpa(227, 60, 12.7), 1), round(rod_mpa(2.5 * 227, 60, 15.9), 1)
    (67.7, 86.3)
    """
    require_range("diameter_mm", diameter_mm, 1, 100, "mm")
    return 32 * load_n * arm_mm / (math.pi * diameter_mm**3)


def two_support_mpa(load_n: float, a_mm: float, b_mm: float, diameter_mm: float) -> float:
    """Bending stress in a round rod held on both sides of its load.

    Args: load_n; a_mm and b_mm to the supports, above 0; diameter_mm.
    Returns: MPa: 32·N·a·b/(L·π·D³).
    Raises: OutOfRange.
    Source: statics; mechanics of a round bar.

    >>> round(two_support_mpa(227, 50, 70, 12.7), 1)
    32.9
    """
    return rod_mpa(load_n, a_mm * b_mm / (a_mm + b_mm), diameter_mm)


def cross_section(member: Member, level_axis: int) -> tuple[float, float]:
    """A stick's size across and in the plane it bends in under its weight.

    Args: member; level_axis, 0 or 1: the level direction square to its run.
    Returns: (wide, deep) mm.
    Source: geometry: its end's extent along that axis is its width.
    """
    ring = [corner[level_axis] for corner in member.corners[:4]]
    wide = max(ring) - min(ring)
    thick, deep = member.section.thick_mm, member.section.deep_mm
    return (thick, deep) if abs(wide - thick) <= abs(wide - deep) else (deep, thick)
