"""Which changes of what a pen is made of are likely to help a verdict: told by what the rows say, before anything is framed."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.balance.search.asked import parameter_of
from ergamot.core.catalogue import Catalogue, Mesh, Section, Sheet, Species, Wheel, WirePanel
from ergamot.core.finding import What
from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import Value

STUFF = (Section, Sheet, Species, Mesh, WirePanel)
# To set a section of wood beside one of steel; the middle of USDA FPL-GTR-282
SOFTWOOD_KG_M3 = 500.0  # may move


def promising(catalogue: Catalogue, design: Design, changes: Mapping[str, Value], what: What) -> bool:
    """Is a change likely to help a verdict?

    What is no lighter hardly ever makes a pen lighter or easier to move, and timber no heavier hardly ever holds it down; other
    timber strengthens only where it bears or stiffens more. A wheel rolls more easily where it is larger, and bears more where
    it is rated for more. Whatever else is changed may help.

    Args: catalogue; design, as it is; changes of it; what, the verdict, or weight.
    Returns: False where it is not; a short search comes to it after all else.
    Source: judgement, of statics; rolling resistance falls as the wheel grows (Bekker 1969).

    >>> low = make_design(c, "low-pen", {"species": "spf"})
    >>> [promising(c, low, {"species": other}, What.MOVING) for other in ("oak", "red-cedar")]
    [False, True]
    """
    for name, value in changes.items():
        one = parameter_of(design.shape, name)
        if one is None or not one.table:
            continue
        rows = getattr(catalogue, one.table)
        old, new = rows.get(design.values[name]), rows.get(value)
        if old is not None and new is not None and not _helps(old, new, what):
            return False
    return True


def _helps(old: object, new: object, what: What) -> bool:
    if isinstance(old, Wheel) and isinstance(new, Wheel):
        return _wheel_helps(old, new, what)
    if isinstance(old, Species) and isinstance(new, Species):
        if what is What.STRENGTH:
            return new.fb_mpa > old.fb_mpa or new.e_gpa > old.e_gpa
        if what is What.WIND:
            return _heavy(new) > _heavy(old)
    if what in (What.WEIGHT, What.MOVING) and isinstance(old, STUFF) and isinstance(new, STUFF):
        return _heavy(new) < _heavy(old)
    return True


def _wheel_helps(old: Wheel, new: Wheel, what: What) -> bool:
    match what:
        case What.MOVING:
            return (new.diameter_mm, new.width_mm) > (old.diameter_mm, old.width_mm)
        case What.STRENGTH:
            return new.rated_kg > old.rated_kg
        case What.WEIGHT:
            return new.kg < old.kg
    return True


def _heavy(row: Section | Sheet | Species | Mesh | WirePanel) -> float:
    """By what rows of one kind weigh more than each other: kg a metre or a square metre of them, or kg/m³."""
    match row:
        case Section():
            return row.kg_m or row.thick_mm * row.deep_mm * 1e-6 * SOFTWOOD_KG_M3
        case Species():
            return row.density_kg_m3 * row.fresh_factor
        case Sheet():
            return row.kg_m2
    return row.mass_kg_m2
