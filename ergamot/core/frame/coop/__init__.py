"""The walk-in coop: upright walls, a roof over them, a door a person walks through, a house at the rear.

| parameter   | range              | default | what it is                                               |
|-------------|--------------------|---------|----------------------------------------------------------|
| length      | 1.2 m to 4.877 m   | 12 ft   | base side rails, end to end                              |
| width       | 0.75 m to 3.0 m    | 6 ft    | outside the side rails                                   |
| wall        | 0.4 m to 2.2 m     | 64 in   | ground to the top of the wall plates (the low one, mono-pitch) |
| roof_kind   | gable, mono, arched| gable   |                                                          |
| pitch       | 10° to 45°         | 30°     | of a gable; of a mono-pitch up to 25°                    |
| rise        | 0.2 m to 0.9 m     | 0.4 m   | of an arched roof                                        |
| bow_bends, bow_radius, take_up, purlins | | rolled | bows bent by hand, once to three times; tubes along them |
| overhang    | 0 to 0.3 m         | 0.15 m  | of a gable's eaves, measured level                       |
| trim        | none, fascia       | none    | boards along the rafter ends of a gable's eaves          |
| bay, bays   | 0.4 m to 1.5 m     | 0.9 m   | between studs, centres; evenly or by the mesh roll       |
| roofed      | 0 to 1             | 1       | share under sheet, at the rear                           |
| door_width, door_height | 0.35 to 0.9, 0.3 to 1.95 m | 0.65, 1.75 | person door in the front           |
| door_made, own_width, own_height, own_kg | made, own |  | a door the keeper has fixes the opening         |
| section, species, roof, mesh, wall_sheet | rows of the catalogue |                                      |
| base_made, leaf_made | same, own, steel | same    | base of timber or steel, doors of timber, of their own                 |
| body_made, body_steel | timber, steel | timber   | on a base of steel: walls and roof welded of boxes as large as the frame's timber |
| upright_made, top_made | same, own | same     | uprights, what lies on them, of timber of their own      |
| opening_1_face …     | see parts/openings | | as many openings as fit                                |
| house, inside, gear | see their parts |     | the house may be as long as the pen                      |

Stick schedule (b thick, d deep):

| piece            | letter | runs                                          | number                 |
|------------------|--------|-----------------------------------------------|------------------------|
| base side rail   | B      | the whole length, on edge                     | 2                      |
| base cross rail  | B      | between the side rails                        | 2                      |
| stud             | U      | base rail to wall plate                       | each line, both sides  |
| fascia           | F      | rear to front along the rafter ends, 1×3      | 2, or none             |
| wall plate       | T      | rear to front on the studs                    | 2                      |
| end plate        | T      | between the wall plates, or to the door posts | 1 rear, 2 front        |
| rafter           | R      | plate to ridge, seat notched over the plate   | 2 each line (gable)    |
| ridge board      | D      | rear to front                                 | 1 (gable)              |
| hung rafter      | R      | between the plates                            | each line (mono-pitch) |
| roof bow         | M      | bent tube, plate to plate                     | each line (arched)     |
| ridge tube       | M      | under the bows                                | 1 (arched)             |
| collar           | C      | between a pair of rafters                     | inner lines (gable)    |
| noggin           | N      | between rafters, under sheet                  | by purlin span         |
| wall brace       | K      | across a bay of each side wall                | 2 where there is room  |
| door post, head  | S      | base to rafters; between the posts            | 2 + 1                  |
| door leaf        | L      | laid flat over the opening                    | 5                      |
| end stud         | S      | under the house floor, or to the end plate    | 2                      |

    seat of a rafter with an overhang: notched t wide over the plate, so that
    heel above the plate = d/cos θ − t·tan θ
"""

from ergamot.core.catalogue.kinds import Tool
from ergamot.core.frame.coop.assemble import build, stops
from ergamot.core.frame.coop.choices import PARAMETERS
from ergamot.core.frame.coop.fit import check, settled
from ergamot.core.frame.parameters import Choice
from ergamot.core.frame.parts.house import housed
from ergamot.core.frame.shape import (
    BASIC_TOOLS,
    BEHIND,
    ENDS,
    LOW_HOLD,
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

LOW_MM = 1000.0  # a lower wall is reached over; judgement

SHAPE = Shape(
    "coop",
    "walk-in coop",
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
        strong=("section", "species", "bay", "handle", "wheel", "roof", "length", "width", "pitch"),
        still=("roofed", "roof", "wall", "pitch", "section"),
    ),
    tools=(*BASIC_TOOLS, Tool.MITRE_SAW, Tool.STEP_LADDER),
    sketch=Sketch(
        "M14 44V22M66 44V22M8 24L40 6L72 24M30 44V26H46V44",
        "M8 24L40 6L72 24",
        "walk in; house, roosts and nests for layers",
    ),
    faces=(
        *SIDES,
        *ENDS,
        Choice("left roof", "left slope of a gable"),
        Choice("right roof", "right slope of a gable"),
        Choice("roof", "a mono-pitch roof"),
        WITHIN,
        BEHIND,
    ),
    schools=(
        School(
            "chassis",
            "steel chassis, timber house",
            {
                "base_made": "steel",
                "house": "whole",
                "house_beneath": "range",
                "house_floor": 450.0,
                "mesh_floor": "yes",
                "tray": "yes",
                "wall": 1250.0,
                "overhang": 100.0,
                "door_width": 500.0,
                "gear": "axles",
                "wheel": "barrow-16",
                "axle": 500.0,
                "ride": 60.0,
                "tongue": "yes",
                "opening_1_face": "left",
                "opening_1_sill": 450.0,
                "opening_1_for": "birds",
                "opening_1_hung": "down",
            },
            Sketch(
                "M12 36H74V40H12ZM16 36V18M64 36V18M74 38L79 40M22 44A4 4 0 1 0 30 44A4 4 0 1 0 22 44"
                "M50 44A4 4 0 1 0 58 44A4 4 0 1 0 50 44",
                "M10 20L40 6L70 20",
                "welded base, two axles, towed; a house they range from",
            ),
            is_one=by(base_made="steel", house="whole"),
        ),
        School(
            "raised",
            "raised house, day range",
            {
                "house": "whole",
                "house_beneath": "range",
                "house_floor": 500.0,
                "wall": 1250.0,
                "overhang": 100.0,
                "door_width": 500.0,
                "opening_1_face": "left",
                "opening_1_sill": 500.0,
                "opening_1_for": "birds",
                "opening_1_hung": "down",
            },
            Sketch(
                "M16 44V18M64 44V18M16 34H64M32 34V22H46V34",
                "M10 20L40 6L70 20",
                "sleeps and lays in it, ranges by day; on legs, nothing beneath",
            ),
            is_one=by(house="whole", house_beneath="range"),
        ),
        School(
            "over-run",
            "house over its run",
            {
                "house": "whole",
                "house_floor": 700.0,
                "wall": 1450.0,
                "overhang": 100.0,
                "door_width": 500.0,
                "opening_1_face": "right",
                "opening_1_hung": "top",
            },
            Sketch(
                "M16 44V18M64 44V18M16 30H64M32 30V19H46V30M16 44L28 30M52 44L64 30",
                "M10 20L40 6L70 20",
                "short: all of it house, all of it run",
            ),
            is_one=by(house="whole"),
        ),
        School(
            "arched",
            "arched roof on walls",
            {"roof_kind": "arched"},
            Sketch(
                "M14 44V24M66 44V24M30 44V27H46V44",
                "M13 24C22 4 58 4 67 24",
                "bent tube over walls; tarp or clear sheet",
            ),
            is_one=by(roof_kind="arched", bow_bends="0"),
        ),
        School(
            "bent-tube",
            "bent tube on a timber box",
            {
                "roof_kind": "arched",
                "bow_bends": "3",
                "rise": 600.0,
                "wall": 700.0,
                "purlins": 1,
                "roof": "tarp",
                "door_height": 1000.0,
                "end_wall": "mesh",
            },
            Sketch(
                "M14 44V30M66 44V30M14 30L20 14L40 8L60 14L66 30M32 44V24H48V44",
                "M13 30L19 13L40 7L61 13L67 30",
                "bows off a hand bender; a tarp, a low timber box",
            ),
            is_one=by(roof_kind="arched"),
        ),
        School(
            "mono",
            "one slope over walls",
            {"roof_kind": "mono", "pitch": 10.0, "wall": 1900.0},
            Sketch("M14 44V20M66 44V10M30 44V24H46V44", "M8 21L72 8", "one sheet length; rain to one side"),
            is_one=by(roof_kind="mono"),
        ),
        School(
            "low",
            "low gable coop",
            {"wall": 700.0, "overhang": 0.0, "door_width": 450.0, "door_height": 450.0},
            Sketch(
                "M14 44V32M66 44V32M14 32L40 16L66 32",
                "M12 33L40 14L68 33",
                "reached into, not walked in; light",
            ),
            is_one=lambda values: float(values["wall"]) < LOW_MM,
        ),
    ),
    settle=settled,
)
