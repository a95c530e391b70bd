"""What the rows of the catalogue are and can do, as keys: labels are for reading, and nothing compares one."""

from __future__ import annotations

from enum import Enum, StrEnum


class Use(StrEnum):
    """What a stick, a sheet or a container may be used for."""

    FRAME = "frame"
    SMALL = "small"
    TUBE = "tube"
    BOX = "box"
    PIPE = "pipe"
    ROOF = "roof"
    WALL = "wall"
    FLOOR = "floor"
    WINDOW = "window"
    COVER = "cover"
    FEEDER = "feeder"
    DRINKER = "drinker"


class Made(StrEnum):
    """What a stick or a tube is made of."""

    WOOD = "wood"
    STEEL = "steel"
    PLASTIC = "plastic"


class Stuff(StrEnum):
    """What a sheet is: ridged sheet sheds rain down a fall; cloth rolls up and braces nothing."""

    SHEET = "sheet"
    BOARD = "board"
    CLOTH = "cloth"


class Weave(StrEnum):
    """How mesh is made: wires welded where they cross, or twisted round each other."""

    WELDED = "welded"
    TWISTED = "twisted"


class Beast(StrEnum):
    """What a mesh keeps out."""

    FOX = "fox"
    RAT = "rat"


class Pattern(StrEnum):
    """How a covering is drawn."""

    RIDGED = "ridged"
    BOARD = "board"
    CLOTH = "cloth"
    CLEAR = "clear"
    WELDED = "welded"
    TWISTED = "twisted"
    PANEL = "panel"


class Edge(StrEnum):
    """What birds eat at: both sides of a trough, or round a feeder."""

    TROUGH = "trough"
    ROUND = "round"
    NONE = ""


class Drink(StrEnum):
    """Name what birds drink from: water that stands open, cups, or nipples."""

    OPEN = "open"
    CUP = "cup"
    NIPPLE = "nipple"
    NONE = ""


class Treated(StrEnum):
    """Say whether wood is treated against rot."""

    YES = "yes"
    NO = ""


class Steel(StrEnum):
    """What a rod is rolled from: mild, or hardened to grade 5."""

    MILD = "mild"
    HARD = "hard"


class Tool(StrEnum):
    """What a keeper may have to build with."""

    SAW = "saw"
    MITRE_SAW = "mitre-saw"
    DRILL = "drill"
    STAPLER = "stapler"
    SNIPS = "snips"
    BOLT_CUTTERS = "bolt-cutters"
    TUBE_BENDER = "tube-bender"
    STEP_LADDER = "step-ladder"
    WELDER = "welder"
    TABLE_SAW = "table-saw"
    CLAMPS = "clamps"
    SQUARE = "square"


class Sold(StrEnum):
    """How hardware is sold: each, some to a pack, or by the metre."""

    EACH = "each"
    METRE = "metre"


class Aisle(Enum):
    """Where in a shop a thing is found, in the order a list goes through it."""

    TIMBER = "timber"
    SHEET = "sheet and roofing"
    MESH = "mesh"
    GEAR = "gear"
    INSIDE = "feed and water"
    HARDWARE = "hardware"
    FIXINGS = "fixings"


class Fitting(StrEnum):
    """What a piece of hardware is. Screws and bolts have a length, rods a diameter and the bore they fit."""

    STAPLE = "staple"
    ROOF_SCREW = "roof screw"
    SCREW = "screw"
    BOLT = "bolt"
    TIE = "tie"
    ROD = "rod"
    HINGE = "hinge"
    LATCH = "latch"
    PROP = "prop"
    STAY = "stay"
    SLIDE = "slide"
    ROLLER = "roller"
    TRACK = "door track"
    CORD = "cord"
    PULLEY = "pulley"
    GUSSET = "gusset"
    RIDGE_CAP = "ridge cap"
    GROUND_STRIP = "ground strip"
    WELD = "welding rod"
    ELBOW = "pipe elbow"
    CORNER = "three-way corner"
    TEE = "pipe tee"
    FOUR_WAY = "four-way"
    CROSS = "pipe cross"
    CEMENT = "pipe cement"
    PIN = "pipe pin"
    POST_SEAT = "post seat"
    LUG = "welded lug"
    ROPE = "rope"
    EYE = "eye"
    LEVER_BAR = "lever bar"
    JACK = "jack"
    DOLLY = "dolly"
    LIFTING_FRAME = "lifting frame"
    CHASSIS_REAR = "chassis rear"
    CHASSIS_FRONT = "chassis front"
    TONGUE = "towing tongue"
    WATER_CAN = "water can"
    PAINT = "paint"
    OTHER = "other"

    @property
    def aisle(self) -> Aisle:
        """Where it is found in a shop."""
        if self in _FIXINGS:
            return Aisle.FIXINGS
        return Aisle.GEAR if self in _GEAR else Aisle.HARDWARE


_FIXINGS = (
    Fitting.STAPLE,
    Fitting.ROOF_SCREW,
    Fitting.SCREW,
    Fitting.BOLT,
    Fitting.TIE,
    Fitting.WELD,
    Fitting.POST_SEAT,
    Fitting.LUG,
    Fitting.CEMENT,
    Fitting.PIN,
)
PIPE_FITTINGS = (Fitting.ELBOW, Fitting.CORNER, Fitting.TEE, Fitting.FOUR_WAY, Fitting.CROSS)
_GEAR = (
    Fitting.ROD, Fitting.ROPE, Fitting.EYE, Fitting.LEVER_BAR, Fitting.JACK, Fitting.DOLLY, Fitting.LIFTING_FRAME,
    Fitting.CHASSIS_REAR, Fitting.CHASSIS_FRONT, Fitting.TONGUE, Fitting.WATER_CAN,
)  # fmt: skip
