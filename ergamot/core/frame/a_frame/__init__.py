"""The A-frame: two slopes over a base, mitred at the ridge and at the foot; a prism on the grass.

| parameter   | range              | default | what it is                                               |
|-------------|--------------------|---------|----------------------------------------------------------|
| length      | 1.2 m to 4.877 m   | 10 ft   | base side rails, end to end                              |
| width       | 0.75 m to 3.0 m    | 6 ft    | outside the base rails, where the rafters' long points stand |
| apex        | 40° to 110°        | 60°     | between the slopes at the ridge                          |
| bay         | 0.4 m to 1.5 m     | 0.9 m   | longest distance between rafters, centres                |
| bays        | even, roll         | even    | even, or so that the mesh roll lands on rafters          |
| ridge       | board, none        | board   | a board between the rafters, or a mitre and gussets      |
| slopes      | mesh, panel        | mesh    | mesh alone on the open slopes, or over stiff wire panels |
| roofed      | 0 to 1             | 0.5     | share under sheet, at the rear                           |
| door_width, door_height | 0.35 to 0.9, 0.35 to 1.9 m | 0.5, 0.75 | in the front end                 |
| section, species, roof, mesh, end_wall | rows of the catalogue |                                      |
| base_made, leaf_made | same, own, steel | same    | base of timber or steel, doors of timber, of their own                 |
| opening_1_face …     | see parts/openings | | as many openings as fit                                |
| house, inside, gear | see their parts |     |                                                          |

             /\\   apex cut θ off square          θ = 90° − apex/2
            /  \\
           / /\\ \\   long point to long point = (B/2)/cos θ
          / /  \\ \\  short point = long − d(tan θ + cot θ)
         /_/    \\_\\  foot cut 90° − θ off square
        [r]      [r]  base rails

Stick schedule (b thick, d deep):

| piece            | letter | runs                                        | number                  |
|------------------|--------|---------------------------------------------|-------------------------|
| base side rail   | B      | the whole length, on edge                   | 2                       |
| base cross rail  | B      | between the side rails                      | 2 (rear, front)         |
| rafter           | R      | base rail to ridge, mitred                  | 2 each line             |
| ridge board      | D      | rear to front, between the rafters          | 1, or none              |
| noggin           | N      | between rafters in the slope, under sheet   | by purlin span          |
| slope brace      | K      | across the front bay of each slope          | 2 where there is room   |
| end stud         | S      | base cross rail to the rear rafters         | 2                       |
| door post        | S      | base cross rail to the front rafters        | 2                       |
| door head        | S      | between the posts                           | 1                       |
| door leaf        | L      | laid flat over the opening                  | 4 or 5                  |
| axle leg         | A      | outside the base side rail                  | 2 where needed          |
"""

from ergamot.core.catalogue.kinds import Tool
from ergamot.core.frame.a_frame.assemble import build, stops
from ergamot.core.frame.a_frame.choices import PARAMETERS, check
from ergamot.core.frame.parameters import Choice
from ergamot.core.frame.parts.house import housed
from ergamot.core.frame.shape import (
    BASIC_TOOLS,
    ENDS,
    LOW_HOLD,
    WITHIN,
    Proposal,
    School,
    Shape,
    Sketch,
    feet,
    remedies,
    usual_gears,
)

WIDE_DEG = 90.0  # from here on it is wider than twice its height; geometry

SHAPE = Shape(
    "a-frame",
    "A-frame",
    PARAMETERS,
    check,
    build,
    stops,
    proposal=Proposal(
        widths_mm=feet(4, 5, 6, 7, 8),
        gears=usual_gears(wheels=("barrow-16",), swung="barrow-16", held=LOW_HOLD),
        wants=housed,
        most_floor=2.0,
    ),
    remedies=remedies(
        light=("section", "species", "roof", "mesh", "wall_sheet", "roofed", "bay"),
        easy=("section", "species", "roof", "roofed", "wall_sheet"),
        strong=("section", "species", "bay", "handle", "wheel", "roof", "length", "width"),
        still=("roofed", "roof", "apex", "section"),
    ),
    tools=(*BASIC_TOOLS, Tool.MITRE_SAW),
    sketch=Sketch(
        "M12 44L40 6L68 44M26 25H54", "M40 6L68 44", "little timber, sheds rain; room is lost at the sides"
    ),
    faces=(Choice("left slope", "left slope"), Choice("right slope", "right slope"), *ENDS, WITHIN),
    schools=(
        School(
            "wide",
            "wide prism lying low",
            {"apex": 100.0, "door_width": 400.0, "door_height": 350.0},
            Sketch(
                "M6 44L40 22L74 44", "M4 43L40 20L76 43", "low in the wind; broilers and rails to step over"
            ),
            is_one=lambda values: float(values["apex"]) >= WIDE_DEG,
        ),
    ),
)
