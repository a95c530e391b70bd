"""The hoop: stiff wire panels sprung over a timber base, end walls framed to the curve, a door, a tarp.

| parameter   | range              | default | what it is                                               |
|-------------|--------------------|---------|----------------------------------------------------------|
| length      | 1.2 m to 4.877 m   | 10 ft   | base side rails, end to end                              |
| width       | 0.9 m to 4.0 m     | 8 ft    | outside the side rails; the panels' feet stand on them   |
| wall        | 0, 0.3 m to 1.0 m  | 0       | knee walls the panels stand on                           |
| wall_of     | mesh, solid        | mesh    | what closes them                                         |
| panel       | a wire panel       | 16 ft   | sold whole; the last is cut on a wire                    |
| panel_cut   | 1.8 m to 6 m       | whole   | over the hoop, on a wire: a lower hoop                   |
| roofed      | 0 to 1             | 0.6     | share under tarp or sheet, at the rear                   |
| skirt       | 0 to 1.2 m         | 0.3 m   | the cover stops here; mesh below it                      |
| house       | see parts/house    | none    | in the rear, hung between the studs of knee walls        |
| cover       | a tarp or sheet    | tarp    |                                                          |
| mesh        | a mesh             | hex 25  | over the panels where there is no cover, and the ends    |
| end_wall    | solid, mesh        | mesh    | rear end                                                 |
| ridge       | a tube             | 23 mm   | under the crown, between the end walls                   |
| roost_bars, roost_height |       | 0       | on a stand of their own                                  |
| door_width, door_height | 0.35 to 0.9, 0.3 to 1.9 m | 0.6, 1.4 | in the front end                     |
| base_made, leaf_made | same, own, steel | same    | base of timber or steel, doors of timber, of their own                 |
| opening_1_face …     | see parts/openings | | as many openings as fit                                |
| inside, gear | see their parts   |         |                                                          |

The curve is the elastica of a panel of length L whose feet stand w apart (Euler): w/L = 2E(k)/K(k) − 1,
rise = L·k/K(k). Stick schedule:

| piece            | letter | runs                                          | number               |
|------------------|--------|-----------------------------------------------|----------------------|
| base side rail   | B      | the whole length, on edge                     | 2                    |
| base cross rail  | B      | between the side rails                        | 2                    |
| base brace       | K      | across each corner of the base, 45°           | 4                    |
| arch piece       | E      | along the curve in each end, mitred           | 8 each end, 8 a house |
| stud, wall plate | U T    | knee wall, where there is one                 | every 0.9 m, 2       |
| end plate, brace | T K    | plate to post; across its front bay           | 4, 2                 |
| end post         | S      | base to arch beside the door, or in the rear  | 2 each end           |
| door head        | S      | between the front posts                       | 1                    |
| ridge tube       | M      | end arch to end arch, under the panels        | 1                    |
| roost post, rail, bar | U J Q | a stand on the base rails                 | 4 + 2 + bars         |
| door leaf        | L      | laid flat over the opening                    | 4 or 5               |
"""

from ergamot.core.catalogue.kinds import Tool
from ergamot.core.frame.hoop.assemble import build, stops
from ergamot.core.frame.hoop.choices import LEFT_COVER, PARAMETERS, RIGHT_COVER, wanted
from ergamot.core.frame.hoop.fit import check
from ergamot.core.frame.parameters import Choice
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

LONG_MM = 3200.0  # a panel cut shorter over the hoop makes a low one; judgement

SHAPE = Shape(
    "hoop",
    "hoop",
    PARAMETERS,
    check,
    build,
    stops,
    proposal=Proposal(
        widths_mm=feet(6, 7, 8, 10, 12),
        gears=usual_gears(wheels=("barrow-16",), swung="barrow-16", held=LOW_HOLD),
        wants=wanted,
        section="2x4",
    ),
    remedies=remedies(
        light=("section", "species", "cover", "mesh", "wall_sheet", "roofed"),
        easy=("section", "species", "roofed", "wall_sheet"),
        strong=("section", "species", "handle", "wheel", "length", "width"),
        still=("roofed", "section"),
    ),
    tools=(*BASIC_TOOLS, Tool.MITRE_SAW, Tool.BOLT_CUTTERS),
    sketch=Sketch(
        "M10 44C4 2 76 2 70 44", "M9 34C8 4 72 4 71 34", "tall and light; for turkeys and long pens"
    ),
    faces=(
        *ENDS,
        Choice("left", "left knee wall"),
        Choice("right", "right knee wall"),
        Choice(LEFT_COVER, "left of the hoop", "cut through cover and wire; what comes out is hung"),
        Choice(RIGHT_COVER, "right of the hoop", "cut through cover and wire; what comes out is hung"),
        WITHIN,
    ),
    schools=(
        School(
            "knee",
            "knee walls under a hoop",
            {"wall": 600.0, "skirt": 0.0, "door_height": 1400.0},
            Sketch(
                "M14 44V30M66 44V30M14 30C16 2 64 2 66 30",
                "M13 29C15 1 65 1 67 29",
                "headroom to the sides; doors in them",
            ),
            is_one=lambda values: float(values.get("wall", 0.0)) > 0,
        ),
        School(
            "low",
            "low hoop on skids",
            {"panel_cut": 2800.0, "gear": "skids", "door_width": 450.0, "door_height": 450.0, "skirt": 0.0},
            Sketch(
                "M12 44C10 22 70 22 68 44",
                "M11 40C10 20 70 20 69 40",
                "dragged; one sheet of cover, nothing to lift",
            ),
            is_one=lambda values: (
                values["gear"] == "skids" and float(values.get("panel_cut", LONG_MM)) < LONG_MM
            ),
        ),
    ),
)
