"""From a draft to a design, or to why there is none: what cannot be built or cannot pass is refused before it is framed."""

from __future__ import annotations

from ergamot.core.balance.fitting import make_less, wants_of
from ergamot.core.balance.search.asked import Asked, parameter_of
from ergamot.core.balance.search.genes import HATCHES, SCHOOL, TIED, Draft
from ergamot.core.catalogue import Catalogue, FloorNeed, pick
from ergamot.core.errors import ErgamotError, OutOfRange
from ergamot.core.flock.growth import mass_kg
from ergamot.core.flock.space import floor_need_m2
from ergamot.core.frame.design import Design, make_design
from ergamot.core.frame.parameters import Value
from ergamot.core.frame.parts.built import BUILT, IN_THE_FIELD
from ergamot.core.frame.pipe_kit.choices import PINNED
from ergamot.core.frame.shapes import shape_of

MENDS = 16  # of one draft: parts made less, figures set back to what is usual; may move
IN_PIECES = (("apart", "yes"), ("joined", PINNED))  # values of a pen that comes apart
SLACK = (
    1.02  # of the bound on floor: a base is measured inside its rails, never more than outside them; may move
)


def too_small(catalogue: Catalogue, asked: Asked, draft: Draft) -> bool:
    """Could its birds not stand in it, whatever else it were? Told by its length and width alone.

    Args: catalogue; asked; draft.
    Returns: whether all of its outside is less floor than the least its birds need, those that range by day by night.
    Source: the catalogue's needs; floor goes with mass^0.67.

    >>> asked = make_asked(c, broilers(), farm())
    >>> too_small(c, asked, Draft("low-pen", (("length", 1000.0), ("width", 1000.0))))
    True
    """
    values = {**dict(draft.values), **asked.fixed}
    if not {"length", "width"} <= set(values):
        return False
    most = SLACK * float(values["length"]) * float(values["width"]) / 1e6
    need: FloorNeed = pick(catalogue.floor_needs, asked.flock.strain.kind, "strain").at_night
    finish = mass_kg(asked.flock.strain, asked.flock.leaving_day)
    return most < asked.flock.placed * floor_need_m2(need.tight_m2, need.finish_kg, finish)


def too_wide(asked: Asked, draft: Draft) -> bool:
    """Tell whether it is wider than the narrowest place on the way to the field, though its shape can be narrow enough.

    Args: asked; draft.
    Returns: False where it is, or may be, built in the field or carried there in pieces.
    Source: geometry.

    >>> wide = Draft("low-pen", (("width", 2133.6),))
    >>> [too_wide(make_asked(c, broilers(), farm(passage_mm=mm)), wide) for mm in (3000.0, 2000.0)]
    [False, True]
    """
    values = {**dict(draft.values), **asked.fixed}
    wide = parameter_of(draft.shape, "width")
    if (
        wide is None
        or values.get(BUILT) == IN_THE_FIELD
        or any(values.get(name) == key for name, key in IN_PIECES)
    ):
        return False
    return wide.low <= asked.farm.narrowest_mm < float(values.get("width", wide.low))


def design_of(catalogue: Catalogue, asked: Asked, draft: Draft) -> Design | None:
    """A draft as a design, with what its birds want in it.

    Parts that do not fit are made fewer, figures that cannot be set back to what is usual; what is settled stays.

    Args: catalogue; asked; draft.
    Returns: the Design; None where there is none with what is settled, or one that could not pass.
    Source: common practice.

    >>> asked = make_asked(c, broilers(), farm())
    >>> design_of(c, asked, Draft("low-pen", (("length", 3048.0), ("width", 2133.6)))).values["length"]
    3048.0
    """
    if too_small(catalogue, asked, draft) or too_wide(asked, draft):
        return None
    varied = {name: value for name, value in draft.values if name not in (HATCHES, TIED)}
    school = shape_of(draft.shape).school_of(str(varied.pop(SCHOOL, "")))
    wants = wants_of(catalogue, asked.flock, draft.shape)
    values: dict[str, Value] = {**wants, **asked.like_of(draft.shape), **varied, **school, **asked.fixed}
    loose = {*varied} - {*school}
    for _ in range(MENDS):
        try:
            design = make_design(catalogue, draft.shape, values)
        except OutOfRange as refused:
            if refused.field in asked.fixed:
                return None
            if refused.field in loose and refused.field not in asked.at_most:
                loose.remove(refused.field)
                del values[refused.field]
            elif not make_less(draft.shape, values, refused.field):
                return None
        except ErgamotError:
            return None
        else:
            return design if _within(asked, design) else None
    return None


def _within(asked: Asked, design: Design) -> bool:
    """Is it no larger than is asked, and as settled, now that all of it is known?"""
    small = all(float(design.values.get(name, 0.0)) <= most + 1e-6 for name, most in asked.at_most.items())
    return small and all(design.values.get(name) == value for name, value in asked.fixed.items())
