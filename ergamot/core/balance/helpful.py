"""Tell which of two rows of the catalogue is likelier to help a verdict by what they say, before anything is framed."""

from __future__ import annotations

from ergamot.core.catalogue import Mesh, Section, Sheet, Species, Wheel, WirePanel

STUFF = (Section, Sheet, Species, Mesh, WirePanel)
# To set a section of wood beside one of steel; the middle of USDA FPL-GTR-282
SOFTWOOD_KG_M3 = 500.0  # may move


def anything_helps(old: object, new: object) -> bool:
    """Say that any row may help, where nothing is known against it.

    Args: old and new, rows of one table.
    Returns: True.
    Source: judgement.

    >>> anything_helps(c.wheels["barrow-16"], c.wheels["foam-13"])
    True
    """
    return True


def helps_its_mass(old: object, new: object) -> bool:
    """Is a row lighter than another?

    Args: old and new, rows of one table.
    Returns: False where it is not; True where there is nothing to compare.
    Source: arithmetic.

    >>> [helps_its_mass(c.species["spf"], c.species[other]) for other in ("oak", "red-cedar")]
    [False, True]
    """
    if isinstance(old, Wheel) and isinstance(new, Wheel):
        return new.kg < old.kg
    return _lighter(old, new)


def helps_moving(old: object, new: object) -> bool:
    """Does a row roll more easily than another, or weigh less?

    Args: old and new, rows of one table.
    Returns: False where it does not; True where there is nothing to compare.
    Source: rolling resistance falls as the wheel grows (Bekker 1969).

    >>> helps_moving(c.wheels["foam-13"], c.wheels["barrow-16"])
    True
    """
    if isinstance(old, Wheel) and isinstance(new, Wheel):
        return (new.diameter_mm, new.width_mm) > (old.diameter_mm, old.width_mm)
    return _lighter(old, new)


def helps_wind(old: object, new: object) -> bool:
    """Does a row hold a pen down better than another?

    Args: old and new, rows of one table.
    Returns: False for timber that is no heavier; True for all else.
    Source: statics.

    >>> helps_wind(c.species["spf"], c.species["oak"])
    True
    """
    if isinstance(old, Species) and isinstance(new, Species):
        return _heavy(new) > _heavy(old)
    return True


def helps_strength(old: object, new: object) -> bool:
    """Does a row bear more than another, or bend less?

    Args: old and new, rows of one table.
    Returns: False where it does neither; True where there is nothing to compare.
    Source: statics.

    >>> helps_strength(c.species["oak"], c.species["red-cedar"])
    False
    """
    if isinstance(old, Wheel) and isinstance(new, Wheel):
        return new.rated_kg > old.rated_kg
    if isinstance(old, Species) and isinstance(new, Species):
        return new.fb_mpa > old.fb_mpa or new.e_gpa > old.e_gpa
    return True


def _lighter(old: object, new: object) -> bool:
    return not (isinstance(old, STUFF) and isinstance(new, STUFF)) or _heavy(new) < _heavy(old)


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
