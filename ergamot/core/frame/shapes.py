"""The shapes a pen can have. A new shape is one module and one line here."""

from __future__ import annotations

from ergamot.core.errors import UnknownChoice
from ergamot.core.frame import a_frame, coop, hoop, low_pen, pipe_kit
from ergamot.core.frame.shape import Shape

SHAPES: dict[str, Shape] = {
    shape.key: shape for shape in (low_pen.SHAPE, a_frame.SHAPE, hoop.SHAPE, coop.SHAPE, pipe_kit.SHAPE)
}


def shape_of(key: str) -> Shape:
    """Look a shape up by its key.

    Args: key, such as low-pen.
    Returns: the Shape.
    Raises: UnknownChoice.
    Source: common practice.

    >>> shape_of("low-pen").label
    'low pen'
    """
    if key not in SHAPES:
        raise UnknownChoice("shape", key, tuple(SHAPES))
    return SHAPES[key]
