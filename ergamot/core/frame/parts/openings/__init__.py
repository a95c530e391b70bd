"""Openings a keeper adds to any side of a pen, as many as fit: trimmed, framed, closed by a leaf of their own.

| parameter | range               | default | what it is                                                      |
|-----------|---------------------|---------|-----------------------------------------------------------------|
| face      | the shape's sides   |         | which side; none takes it away                                  |
| for       | person, reach, eggs, cleaning, feeding, birds, air | reach | what it is for                   |
| hung      | left, right, top, down, slides, lifts | left | how what closes it gets out of the way           |
| filled    | mesh, solid, both, clear, own | mesh | what closes it                                           |
| kg        | 0.2 to 60           | 5       | what the keeper's own weighs                                    |
| at        | 0 to 5 m            | found   | its middle: from the rear end; across an end, from the right    |
| sill      | 0 to 2.4 m          | 0       | over the ground; up a slope, from its foot; at least the rail   |
| width, height | 0.15 to 2.4, 0.12 to 2.2 m | 0.4 | clear                                                     |

In a wall: posts beside it from what is under it to what is over it, a head and a sill between them where the frame
itself is neither. A stud in its way is taken out where it carries nothing else. In a slope or a flat top: trimmers
between the two ribs it lies between. In the bent side of a hoop: what is cut out of it closes it, and the wires beside it
carry more. Anything else it would cut is named.

| piece          | letter | runs                                       | number                          |
|----------------|--------|--------------------------------------------|---------------------------------|
| opening post   | S      | rail to plate or roof beside it            | 2, or a stick that stands there |
| head, sill     | S      | post to post, or rib to rib                | 2, less what the frame gives    |
| leaf           | L      | laid flat over it                          | 4 or 5                          |
"""

from ergamot.core.frame.parts.openings.choices import (
    OF_SHEET,
    Openings,
    WantedOpening,
    as_usual,
    lower,
    openings_of,
    read_openings,
    some_closed_by,
)
from ergamot.core.frame.parts.openings.hung import pulls, set_openings
from ergamot.core.frame.parts.openings.plane import likely_places, measured_from

__all__ = [
    "OF_SHEET",
    "Openings",
    "WantedOpening",
    "as_usual",
    "likely_places",
    "lower",
    "measured_from",
    "openings_of",
    "pulls",
    "read_openings",
    "set_openings",
    "some_closed_by",
]
