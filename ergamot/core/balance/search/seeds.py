"""Where a search begins: the sizes and running gear a builder would try first, in every way of building each shape."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import islice, zip_longest

from ergamot.core.balance.fitting import usual_of
from ergamot.core.balance.likely import likely_gears, likely_sizes
from ergamot.core.balance.search.asked import Asked
from ergamot.core.balance.search.genes import HATCHES, SCHOOL, TIED, Draft
from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import ErgamotError
from ergamot.core.frame.shapes import shape_of

OF_EACH = 5  # of one way of building a shape; may move


def seeds(catalogue: Catalogue, asked: Asked) -> tuple[Draft, ...]:
    """Drafts to begin with, those of different shapes in turn.

    Args: catalogue; asked.
    Returns: the pen to look round, as it is and tied down, where there is one; then some of every shape and way of building it that can be built for these birds.
    Source: the shapes' proposals.

    >>> {one.shape for one in seeds(c, make_asked(c, broilers(), farm(), ("low-pen", "hoop")))} == {"low-pen", "hoop"}
    True
    """
    ways = [
        islice(_likely(catalogue, asked, shape, way), OF_EACH)
        for shape in asked.shapes
        for way in ("", *(school.key for school in shape_of(shape).schools))
    ]
    begun = tuple(draft for turn in zip_longest(*ways) for draft in turn if draft is not None)
    return (*_like(asked), *begun)


def _like(asked: Asked) -> Iterator[Draft]:
    if asked.like and asked.like.shape in asked.shapes:
        own = tuple(asked.like.values.items())
        yield Draft(asked.like.shape, ((SCHOOL, ""), (HATCHES, "no"), (TIED, "no"), *own))
        yield Draft(asked.like.shape, ((SCHOOL, ""), (HATCHES, "yes"), (TIED, "yes"), *own))


def _likely(catalogue: Catalogue, asked: Asked, shape: str, way: str) -> Iterator[Draft]:
    settled = {**shape_of(shape).school_of(way), **asked.fixed}
    usual = usual_of(catalogue, asked.flock, shape)
    try:
        near, others = likely_sizes(catalogue, asked.flock, asked.farm, shape, settled)
    except ErgamotError:
        return
    for long, wide in (*near, *others):
        for gear in likely_gears(shape, settled):
            values = {**usual, "length": long, "width": wide, **gear}
            yield Draft(shape, ((SCHOOL, way), (HATCHES, "yes"), (TIED, "yes"), *values.items()))
