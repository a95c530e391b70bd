"""A raised house in the rear end of a pen: floor, partition with a pop hole, ramp, roosts, nests, vents.

                         ridge
        _____________________________________________
       |  nests | roosts     |  partition             |
  rear |________|____________|                        |  front
       |         floor       | pop hole, ramp         |
       |   run passes beneath \\___ ramp              |
       +----------------------------------------------+

| parameter      | range            | default | what it is                                        |
|----------------|------------------|---------|---------------------------------------------------|
| house          | no, yes, whole   | by shape| a raised house at the rear, or as long as the pen |
| house_beneath  | run, range       | run     | under one as long as the pen: a run, or nothing   |
| docks_at       | 0 to 1.5 m       | 0       | sill of another building's hole it meets in winter |
| house_length   | 0.6 m to 2.5 m   | 1.2 m   | rear wall to the front of the partition's rib      |
| house_floor    | 0.3 m to 1.1 m   | 0.6 m   | ground to floor                                   |
| house_floor_of | a floor sheet or mesh | slats | solid, slatted or mesh                          |
| roosts         | none, level, stepped | level | bars along the house                            |
| roost_bars     | 1 to 8           | 2       |                                                   |
| roosts_out     | no, yes          | no      | they lie in cleats and are lifted out (upright walls) |
| droppings_board| no, yes          | no      | a board under them, slid out (upright walls)      |
| tray           | no, yes          | no      | sheet steel under the floor, slid out (upright walls) |
| nests          | none, inside, ledge, outside, outside-two | none | boxes at the rear            |
| nest_count     | 1 to 12          | 3       |                                                   |
| nest_hatch     | hatch, lid       | lid     | how a hand gets in from outside                   |
| nests_later    | now, later       | now     | fitted before lay begins                          |
| mesh_floor     | no, yes          | no      | welded mesh instead of boards                     |
| winter_floor   | no, yes          | no      | plywood over the floor, in the shed till autumn   |
| pop_hole       | middle, left, right | middle | where in the partition                         |
| window         | no, yes, own     | no      | over the pop hole: clear sheet, or one you have   |
| window_width, window_height, window_kg | | | of a window you have: the opening is cut to fit it |
| house_hatch    | yes, no          | yes     | a flap in the rear wall for cleaning              |
| vents          | none, low and high, in the floor too | low and high | closable, mesh behind      |

One as long as its pen has no partition: its front end is its front wall, the pop hole a hole in its floor with a ramp
down into the run, or whatever door the keeper opens where the birds go out on the grass by day.

| piece          | letter | runs                                     | number                  |
|----------------|--------|------------------------------------------|-------------------------|
| floor bearer   | J      | between a pair of ribs                   | each rib of the house   |
| roost rail     | J      | between a pair of ribs                   | 2, or 4 stepped; 1 fewer before a pop hole |
| roost leg      | J      | floor to the end of a low bar            | 1 a bar beside a pop hole |
| roost          | Q      | rail to rail, along the pen              | roost_bars              |
| nest rail, side| N      | floor frame of an outside nest box       | 2 + 2                   |
| ledge rail, side, leg | N | frame under boxes on a ledge            | 2 + 2 + 2               |
| roost cleat    | N      | under the ends of a roost rail           | 2 a rail, or none       |
| tray rail      | N      | along the studs under the floor          | 2, or none              |
| ramp tread     | V      | across the ramp board                    | every 150 mm            |
"""

from ergamot.core.frame.parts.house.build import OVER_RUN, LowRun, build_house
from ergamot.core.frame.parts.house.choices import House, housed, read_house
from ergamot.core.frame.parts.house.fit import (
    check_bearers,
    check_dock,
    check_house,
    check_tray,
    check_under_plate,
    roosts_over_floor,
)
from ergamot.core.frame.parts.house.parameters import house_parameters

__all__ = [
    "OVER_RUN",
    "House",
    "LowRun",
    "build_house",
    "check_bearers",
    "check_dock",
    "check_house",
    "check_tray",
    "check_under_plate",
    "house_parameters",
    "housed",
    "read_house",
    "roosts_over_floor",
]
