"""What a search is asked: for whom, where, and what the keeper has settled already."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ergamot.core.balance.questions import verdict_of
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import Parameter, Value
from ergamot.core.frame.shapes import SHAPES, shape_of
from ergamot.core.shed import Thing

SIZES = ("length", "width", "height")  # of which no more than so much may be asked


@dataclass(frozen=True)
class Asked:
    """A flock on a farm; the shapes looked at; values that are settled; lengths of which no more is wanted, mm; verdicts of
    which more is wanted than good; a pen to look round, whose own doors and furniture pens of its shape keep; things in the
    shed a pen may be built of, by their number."""

    flock: Flock
    farm: FarmConditions
    shapes: tuple[str, ...] = tuple(SHAPES)
    fixed: Mapping[str, Value] = field(default_factory=dict)
    at_most: Mapping[str, float] = field(default_factory=dict)
    more: tuple[str, ...] = ()
    like: Design | None = None
    in_hand: Mapping[int, Thing] = field(default_factory=dict)

    def like_of(self, shape: str) -> Mapping[str, Value]:
        """What the pen that is looked round has, where it is of a shape."""
        return self.like.values if self.like and self.like.shape == shape else {}


def make_asked(
    catalogue: Catalogue,
    flock: Flock,
    farm: FarmConditions,
    shapes: tuple[str, ...] = (),
    fixed: Mapping[str, object] | None = None,
    at_most: Mapping[str, float] | None = None,
    more: tuple[str, ...] = (),
    like: Design | None = None,
    in_hand: Mapping[int, Thing] | None = None,
) -> Asked:
    """Check what is asked of a search; shapes that cannot have what is settled fall away.

    Args: catalogue; flock; farm; shapes, by key, all where none is named; fixed, values by parameter name, typed or figures;
        at_most, lengths by name, mm, each within the limits of some shape; more, verdicts;
        like, a pen to look round; in_hand, things of the shed a pen may be built of, by their number.
    Returns: the Asked.
    Raises: UnknownChoice for a shape, a verdict, a parameter or a choice there is not; OutOfRange where no shape allows a settled value
        or is as small as is asked.
    Source: common practice.

    >>> make_asked(c, broilers(), farm(), fixed={"roof_kind": "mono"}).shapes
    ('coop',)
    """
    left = tuple(shape_of(key).key for key in shapes) or tuple(SHAPES)
    for what in more:
        verdict_of(what, "more")
    settled: dict[str, Value] = {}
    for name, given in (fixed or {}).items():
        left, settled[name] = _allowing(catalogue, left, name, given)
    for name, most in (at_most or {}).items():
        if name not in SIZES:
            raise UnknownChoice("at_most", name, SIZES)
        lows = {key: one.low for key in left if (one := parameter_of(key, name)) is not None}
        kept = tuple(key for key in left if lows.get(key, most) <= most)
        if not kept:
            raise OutOfRange(name, most, f"at least {min(lows.values()):g} mm, the least any of these can be")
        left = kept
    return Asked(flock, farm, left, settled, dict(at_most or {}), more, like, dict(in_hand or {}))


def parameter_of(shape: str, name: str) -> Parameter | None:
    """What a shape declares by a name.

    Args: shape, its key; name.
    Returns: the Parameter; None where it has none of that name.
    Raises: UnknownChoice.
    Source: common practice.

    >>> parameter_of("low-pen", "roof_kind") is None
    True
    """
    return next((one for one in shape_of(shape).parameters if one.name == name), None)


def _allowing(
    catalogue: Catalogue, shapes: tuple[str, ...], name: str, given: object
) -> tuple[tuple[str, ...], Value]:
    """The shapes that can have a settled value, and the value as it was read."""
    declared = {key: one for key in shapes if (one := parameter_of(key, name)) is not None}
    if not declared:
        known = sorted({one.name for key in shapes for one in shape_of(key).parameters})
        raise UnknownChoice("fixed", name, tuple(known))
    kept: list[str] = []
    value: Value = ""
    refused: OutOfRange | UnknownChoice | None = None
    for key, one in declared.items():
        try:
            value = one.read(given, catalogue)
        except (OutOfRange, UnknownChoice) as no:
            refused = no
        else:
            kept.append(key)
    if not kept and refused is not None:
        raise refused
    return tuple(kept), value
