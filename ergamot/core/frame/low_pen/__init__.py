"""The low pen: a knee-high box on the grass, part roofed, part meshed overhead, reached by a lid.

| parameter   | range                | default | what it is                                     |
|-------------|----------------------|---------|------------------------------------------------|
| length      | 1.2 m to 4.877 m     | 10 ft   | base side rails, end to end                    |
| width       | 0.75 m to 3.658 m    | 7 ft    | outside the side rails                         |
| height      | 0.4 m to 1.2 m       | 2 ft    | ground to the top of the frame                 |
| fall        | 0, or 3° to 15°      | 0       | of a mono-pitch roof, to the right             |
| access      | lid, drop-front, side-hatch | lid | how a person reaches in                       |
| bay         | 0.5 m to 1.5 m       | 1.2 m   | longest distance between uprights, centres     |
| roofed      | 0 to 1               | 0.6     | share of the body under the roof, at the rear  |
| roof_made   | cut, own             | cut     | own: uncut sheets fix width and roofed share   |
| own_sheets, own_sheet_across, own_sheet_along | | | how many, and their size              |
| section, species, roof, side_mesh, top_mesh, walls | rows of the catalogue | |
| base_made, leaf_made | same, own, steel   | same    | base of timber or steel, doors of timber, of their own       |
| upright_made, top_made | same, own | same | uprights, top rails of timber of their own     |
| opening_1_face …     | see parts/openings |  | as many openings as fit                        |
| house       | see parts/house      | none    | over the rear, as tall as its birds need       |
| house_top   | 0.6 m to 1.8 m       | 1.2 m   | ground to the high side of the house's roof    |
| house_fall  | 3° to 20°            | 8°      | of the house's roof, to the right              |
| gear        | wheels or skids      | wheels  |                                                |
| wheel, axle, handle | with wheels  |         | axle from the rear end of the rails            |

Each side is a panel of its own, made flat on the ground (rails, uprights, braces in one plane) and stood up; the
cross rails join the two.

Stick schedule (b thick, d deep; butt joints; every stick square but the knee braces):

| piece            | letter | runs                                  | number                       |
|------------------|--------|---------------------------------------|------------------------------|
| base side rail   | B      | the whole length, on edge             | 2                            |
| base cross rail  | B      | between the side rails                | 2 (rear, front)              |
| top side rail    | T      | rear wall to front wall               | 2                            |
| top cross rail   | C      | between the top side rails            | each upright, and purlins    |
| house plate      | T      | rear wall to the house's front        | 2, with a house              |
| house rafter     | R      | between the house plates              | each upright of the house    |
| noggin           | N      | between cross rails, under a fall     | by purlin span               |
| upright          | U      | between base and top side rails       | each bay line, both sides    |
| end stud         | U      | between base and top cross rails      | each end, by width           |
| knee brace 45°   | K      | upright to top side rail              | 4 where there is room        |
| lid trimmer      | C      | between two top cross rails           | 1 in a wide pen              |
| lid stick        | L      | round the lid, laid flat              | 4                            |
| handle           | H      | outside the top side rail             | 2 with wheels                |
| axle leg         | A      | outside the base side rail            | 2 where the axle is above it |
"""

from ergamot.core.frame.low_pen.assemble import build, stops
from ergamot.core.frame.low_pen.choices import PARAMETERS, check, settle, wanted
from ergamot.core.frame.parameters import Choice
from ergamot.core.frame.shape import (
    BASIC_TOOLS,
    ENDS,
    SIDES,
    WITHIN,
    Proposal,
    School,
    Shape,
    Sketch,
    by,
    feet,
    remedies,
    usual_gears,
)

SHAPE = Shape(
    "low-pen",
    "low pen",
    PARAMETERS,
    check,
    build,
    stops,
    proposal=Proposal(
        widths_mm=feet(3, 4, 5, 6, 7, 8, 10, 12),
        gears=usual_gears(wheels=("rubber-10", "foam-13", "barrow-16"), swung="foam-13", held={}),
        wants=wanted,
    ),
    remedies=remedies(
        light=("section", "species", "roof", "roofed", "wall_sheet", "walls", "bay"),
        easy=("section", "species", "roof", "roofed", "wall_sheet"),
        strong=("section", "species", "bay", "handle", "wheel", "roof", "length", "width"),
        still=("roofed", "walls", "roof", "height", "section"),
    ),
    tools=BASIC_TOOLS,
    sketch=Sketch("M8 44V28H72V44", "M6 28H50", "for meat birds, pulled every day"),
    settle=settle,
    faces=(*SIDES, *ENDS, Choice("top", "top"), WITHIN),
    schools=(
        School(
            "stepped",
            "house over a low run",
            {
                "house": "yes",
                "house_floor": 300.0,
                "house_length": 1000.0,
                "height": 762.0,
                "house_top": 1300.0,
                "roofed": 0.0,
                "catch_board": "no",
            },
            Sketch(
                "M6 44V28H74V44M6 28V12M34 28V10",
                "M3 12L37 9M34 28H74",
                "a house one stands beside, a run one reaches into",
            ),
            is_one=by(house="yes"),
        ),
    ),
)
