"""The pipe kit: a low box of plastic pipe and push-on fittings, mesh tied round it, a tarp over its rear.

| parameter   | range              | default | what it is                                        |
|-------------|--------------------|---------|---------------------------------------------------|
| length      | 1.2 m to 3.658 m   | 2.4 m   | over the pipes                                    |
| width       | 0.75 m to 2.4 m    | 1.2 m   | over the pipes                                    |
| height      | 0.4 m to 1.0 m     | 2 ft    | ground to the top of the frame                    |
| roofed      | 0 to 1             | 0.5     | share under the tarp, at the rear                 |
| pipe        | a row of sections  | 1 in    | plastic pipe; its fittings are found by its size  |
| bay         | 0.4 m to 1.5 m     | 0.9 m   | between posts, centres                            |
| joined      | glued, pinned      | glued   | pinned: sides glued, all that crosses pulled out  |
| roof, walls, mesh |              |         | tarp, where it comes down, mesh                   |
| inside      | see its part       |         | it slides on its pipes: no other gear             |

Pipe schedule. Every pipe runs from node to node; a pipe is cut

    cut = centre to centre − stop − stop        stop: from a fitting's centre to where the pipe goes no further
    its ends are covered by the fittings' sockets, whose depth is in the catalogue

| pipe            | letter | runs                                  | number                  | fittings            |
|-----------------|--------|---------------------------------------|-------------------------|---------------------|
| base pipe       | B      | line to line, both sides              | 2 a bay                 | corners, tees       |
| post            | U      | base to top, both sides               | 2 a line                |                     |
| top pipe        | T      | line to line, both sides              | 2 a bay                 | corners, four-ways  |
| top cross pipe  | C      | side to side, or to the middle pipe   | 1 or 2 a line           |                     |
| middle pipe     | M      | line to line under the middle of the top | 1 a bay, over 1.3 m wide | tees, crosses    |
| base cross pipe | B      | side to side at both ends             | 1 rear, 3 front         | tees for the loop   |
| hand loop       | H      | ahead of the front                    | 3                       | elbows              |
"""

from collections.abc import Mapping

from ergamot.core.catalogue import Catalogue
from ergamot.core.catalogue.kinds import Tool
from ergamot.core.frame.kinds import Moves
from ergamot.core.frame.parameters import Choice, Value
from ergamot.core.frame.pipe_kit.assemble import build
from ergamot.core.frame.pipe_kit.choices import PARAMETERS, check, wanted
from ergamot.core.frame.shape import ENDS, SIDES, Proposal, Shape, Sketch, feet, remedies

__all__ = ["SHAPE"]


def _stops(parameter: str, values: Mapping[str, Value], catalogue: Catalogue) -> tuple[float, ...]:
    """Pipes are cut between fittings: only the mesh comes out whole, by its height."""
    if parameter != "height":
        return ()
    return tuple(sorted(catalogue.meshes[str(values["mesh"])].roll_width_mm))


SHAPE = Shape(
    "pipe-kit",
    "pipe kit",
    PARAMETERS,
    check,
    build,
    _stops,
    proposal=Proposal(
        widths_mm=feet(3, 4, 5, 6, 8),
        gears=({"gear": Moves.SKIDS},),
        wants=wanted,
        section="pvc-33",
    ),
    remedies=remedies(
        light=("pipe", "mesh", "roofed", "bay"),
        easy=("pipe", "mesh"),
        strong=("pipe", "bay", "width", "length"),
        still=("roofed", "walls", "height"),
    ),
    faces=(*SIDES, *ENDS, Choice("top", "top")),
    tools=(Tool.SAW, Tool.DRILL),
    sketch=Sketch(
        "M10 44V28H70V44M40 28V44M10 44H70", "M8 28H40", "light, for a few; packs flat if it is pinned"
    ),
)
