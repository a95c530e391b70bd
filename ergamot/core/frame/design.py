"""A design: what the keeper chose, small and checked. The open file holds exactly this."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, UnknownChoice
from ergamot.core.frame.parameters import Parameter, Value, read_values
from ergamot.core.frame.parts.anchorage import ANCHORAGE_PARAMETERS, anchored_down
from ergamot.core.frame.parts.built import BUILT, IN_THE_FIELD
from ergamot.core.frame.parts.openings import as_usual, likely_places, lower
from ergamot.core.frame.parts.site import both
from ergamot.core.frame.shapes import SHAPES, shape_of
from ergamot.core.frame.structure import Structure

_UNTIED: Mapping[str, Value] = {one.name: one.default for one in ANCHORAGE_PARAMETERS}
MOST_PLACES = 8  # looked at for each size of an opening that is put where it fits; may move


@dataclass(frozen=True)
class Design:
    """A shape and a value for each of its parameters; `typed` keeps lengths as they were written."""

    shape: str
    values: Mapping[str, Value]
    typed: Mapping[str, str] = field(default_factory=dict)


def make_design(catalogue: Catalogue, shape: str, given: Mapping[str, object]) -> Design:
    """Check what was chosen and make a design of it; what is not given takes its default.

    Args: catalogue; shape, its key; given, values by parameter name, typed text or figures.
    Returns: the Design.
    Raises: UnknownChoice, Unreadable, OutOfRange: naming the parameter.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> make_design(load_catalogue(), "low-pen", {"width": "7-10 1/2"}).values["width"]
    2400.3
    """
    if shape not in SHAPES:
        raise UnknownChoice("shape", shape, tuple(SHAPES))
    some = SHAPES[shape].openings
    asked = some.standing(given)
    given = as_usual(some, asked)
    declared = SHAPES[shape].declared(given)
    read = read_values(declared, given, catalogue)
    try:
        values = SHAPES[shape].settle(read, catalogue)
        SHAPES[shape].check(values, catalogue)
        numbers = some.numbers(given)
        values = _placed(shape, values, numbers, asked, catalogue)
        _framed(shape, _of_the_frame(values), catalogue)  # only the whole frame shows whether there is room
    except OutOfRange as refused:
        raise _as_declared(refused, next(one for one in declared if one.name == refused.field)) from None
    typed = {
        one.name: str(given[one.name]).strip()
        for one in declared
        if one.kind == "length"
        and isinstance(given.get(one.name), str)
        and values[one.name] == read[one.name]
    }
    return Design(shape, values, typed)


def _as_declared(refused: OutOfRange, one: Parameter) -> OutOfRange:
    """Say a refusal in the words of its parameter; where less is allowed than its own least, say that not even that fits."""
    said = refused.message.replace(f"{one.name} must be", f"{one.label} must be", 1)
    if refused.most is None or refused.most >= one.low:
        return OutOfRange(one.name, refused.value, refused.allowed, said, refused.most, refused.why)
    fits = f"is too much {refused.why}" if refused.why else "does not fit there"
    none = f"even the least, {both(one.low)}, {fits}"
    plain = f"{one.label} must be {refused.allowed}"
    said = f"{one.label}: {none}" if said == plain else said.replace(refused.allowed, none, 1)
    return OutOfRange(one.name, refused.value, none, said, refused.most, refused.why)


def with_square_tail(values: Mapping[str, object]) -> dict[str, object]:
    """Say of a design kept before the tail of its rails was a choice that it is square, as it was then.

    Args: values, by parameter name, as they were kept.
    Returns: the same, with a tail where there is running gear and none was told.
    Source: the shape's declarations at that time.

    >>> with_square_tail({"gear": "wheels"}), with_square_tail({"gear": "wheels", "tail": "bevelled"})["tail"]
    ({'tail': 'square', 'gear': 'wheels'}, 'bevelled')
    """
    return {"tail": "square", **values} if "gear" in values else {**values}


def no_longer_offered(catalogue: Catalogue, shape: str, given: Mapping[str, object]) -> tuple[str, ...]:
    """Name the choices of a design kept before which its shape does not offer any more.

    Args: catalogue; shape, its key; given, values by parameter name.
    Returns: names of parameters; none where all of them are on offer. A row that the catalogue has not is not among them: it is
        refused where the design is made.
    Raises: UnknownChoice for a shape there is not.
    Source: the shape's declarations.

    >>> no_longer_offered(c, "coop", {"house_walls": "tarp", "roof": "tarp"})
    ('house_walls',)
    """
    return tuple(
        one.name
        for one in shape_of(shape).declared(given)
        if one.table
        and given.get(one.name) in getattr(catalogue, one.table)
        and given[one.name] not in {each.key for each in one.options(catalogue)}
    )


def _placed(
    shape: str,
    values: dict[str, Value],
    numbers: tuple[int, ...],
    given: Mapping[str, object],
    catalogue: Catalogue,
) -> dict[str, Value]:
    """Openings whose place was not given, one after another, each where it fits first, lower or smaller where the usual one
    finds no room; what was given of it stays."""
    some = SHAPES[shape].openings
    loose = [number for number in numbers if some.key(number, "at") not in given]
    if not loose:
        return values
    settled = {name: value for name, value in values.items() if not {*loose} & {*some.numbers((name,))}}
    for number in loose:
        own = {one.name: values[one.name] for one in some.named(number)}
        ways = [way for way in lower(some, number, own) if not {*way} & {*given}]
        at, face = some.key(number, "at"), str(own[some.key(number, "face")])
        bare = _framed(shape, _of_the_frame(settled), catalogue)
        places = likely_places(bare, face)[: None if len(ways) == 1 else MOST_PLACES] or (0.0,)
        settled = _first_framed(
            shape, [{**settled, **own, **way, at: place} for way in ways for place in places], catalogue
        )
    return {**values, **settled}


def _first_framed(shape: str, tried: list[dict[str, Value]], catalogue: Catalogue) -> dict[str, Value]:
    """The first of some values that can be framed. Raises OutOfRange of the first where none can."""
    first: OutOfRange | None = None
    for values in tried:
        try:
            _framed(shape, _of_the_frame(values), catalogue)
        except OutOfRange as refused:
            first = first or refused
        else:
            return values
    assert first
    raise first


def change(catalogue: Catalogue, design: Design, given: Mapping[str, object]) -> Design:
    """A design with some values changed and the rest as they were.

    Args: catalogue; design, as it stands; given, only what changes.
    Returns: a new Design; the old one is untouched.
    Raises: UnknownChoice, Unreadable, OutOfRange: naming the parameter.
    Source: common practice.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> change(c, make_design(c, "low-pen", {}), {"height": "24 in"}).values["height"]
    609.6
    """
    if given.keys() <= _UNTIED.keys() & design.values.keys():  # ties alone: the frame is as it was
        tying = (one for one in SHAPES[design.shape].declared(design.values) if one.name in given)
        tied = {one.name: one.read(given[one.name], catalogue) for one in tying}
        return replace(design, values={**design.values, **tied})
    kept: dict[str, object] = {**design.values, **design.typed}
    return make_design(catalogue, design.shape, {**kept, **given})


def build(design: Design, catalogue: Catalogue) -> Structure:
    """Frame the design: every stick, panel, wheel and opening.

    Args: design, checked by make_design; catalogue.
    Returns: the Structure.
    Raises: OutOfRange when the values do not go together.
    Source: each shape's module.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> c = load_catalogue()
    >>> len(build(make_design(c, "low-pen", {}), c).members) > 30
    True
    """
    structure = _framed(design.shape, _of_the_frame(design.values), catalogue)
    tied = anchored_down(structure, design.values, catalogue)
    return replace(tied, built_in_field=design.values[BUILT] == IN_THE_FIELD)


def _of_the_frame(values: Mapping[str, Value]) -> tuple[tuple[str, Value], ...]:
    """What the frame is built by: what holds it to the ground stands apart from it, and is as usual here."""
    return tuple((name, _UNTIED.get(name, value)) for name, value in values.items())


@lru_cache(maxsize=16)
def _framed(shape: str, values: tuple[tuple[str, Value], ...], catalogue: Catalogue) -> Structure:
    """The frame alone. Some are framed as they are checked and again as they are built: the last few are kept."""
    return shape_of(shape).build(dict(values), catalogue)
