"""What the parts of a pen are and do, as keys: roles and labels are for reading, and nothing compares one."""

from __future__ import annotations

from enum import Enum, StrEnum, auto


class Group(StrEnum):
    """Which group of parts a part weighs with; each is set after those before it."""

    FRAME = "frame"
    ROOF = "roof"
    WALLS = "walls"
    MESH = "mesh"
    DOORS = "doors"
    HOUSE = "house"
    NESTS = "nests"
    ROOSTS = "roosts"
    INSIDE = "inside"
    GEAR = "gear"
    FIXINGS = "fixings"


class When(StrEnum):
    """When a part is on the pen: from the start, later on, or at times, waiting aside the while."""

    NOW = "now"
    LATER = "later"
    ASIDE = "aside"


class Space(StrEnum):
    """A space a part has on one side of it."""

    OPEN = ""
    RUN = "run"
    SHELTER = (
        "sheltered part"  # of the run, under a roof that opens onto its mesh: a space of its own to the wind
    )
    HOUSE = "house"
    NESTS = "nests"


class Duty(Enum):
    """What a stick does."""

    BASE_RAIL = auto()  # runs the whole length on the ground, under a side
    BASE_CROSS = auto()  # holds the base rails apart
    BASE_BRACE = auto()  # keeps the base square
    UPRIGHT = auto()  # stands in a side wall and divides it into bays
    END_STUD = auto()  # stands in an end wall
    POST = auto()  # a door or hatch hangs on it
    HEAD = auto()  # closes the frame of a door
    PLATE = auto()  # runs the whole length on the uprights
    END_PLATE = auto()  # joins the plates at an end
    RAFTER = auto()  # carries the roof across the pen, and divides a slope into bays
    CROSS_RAIL = auto()  # carries a flat roof across the pen
    BOW = auto()  # a bent tube that carries the roof across the pen
    ARCH = auto()  # a piece of an end arch
    RIDGE = auto()  # runs the whole length at the crown, rafters lean on it
    RIDGE_TUBE = auto()  # runs the whole length under the crown of what is bent
    COLLAR = auto()  # ties a pair of rafters
    NOGGIN = auto()  # carries the roof sheet between rafters
    FASCIA = auto()  # closes the ends of rafters
    TRIMMER = auto()  # what a lid in the roof hinges on
    KNEE_BRACE = auto()  # stiffens a corner of a side
    SIDE_BRACE = auto()  # a diagonal across a bay of a side
    HANDLE = auto()  # hands take hold of it
    AXLE_LEG = auto()  # holds an axle above the rail
    LEG_SPACER = auto()  # ties two axle legs over a wheel
    PIVOT_BOARD = auto()  # holds a lever's pivot above the rail
    LEVER = auto()  # swings a wheel down
    SPLICE = auto()  # lies along a rail of two parts, over the joint
    BATTEN = auto()  # closes the ground's hollows
    BEARER = auto()  # carries a raised floor
    ROOST = auto()  # birds sleep on it
    ROOST_RAIL = auto()  # carries roosts across the pen
    ROOST_POST = auto()  # stands under a roost or its rail
    RACK = auto()  # a roost that is lifted out for cleaning, with the rails it is screwed to
    RACK_RAIL = auto()  # carries such roosts, and lies in cleats
    NEST_RAIL = auto()  # carries nest boxes
    RAMP_SIDE = auto()  # stiffens a long ramp
    FURNITURE = auto()  # treads, cleats, nest sides: what stands in a pen and carries no part of it
    LEAF = auto()  # the frame of a door, a hatch or a lid


ROOSTS = frozenset({Duty.ROOST, Duty.RACK})
ROOST_RAILS = frozenset({Duty.ROOST_RAIL, Duty.RACK_RAIL})
RACKED = frozenset({Duty.RACK, Duty.RACK_RAIL})
# What stands in a pen and carries no part of it
FURNISHES = ROOSTS | ROOST_RAILS | {Duty.ROOST_POST, Duty.NEST_RAIL, Duty.RAMP_SIDE, Duty.FURNITURE}
# They run from end to end over many bays: where no board is long enough, they are joined of two
END_TO_END = frozenset({Duty.BASE_RAIL, Duty.PLATE, Duty.RIDGE})
# Sticks that swing with a wheel or stand where it swings
SWINGING = frozenset({Duty.LEVER, Duty.PIVOT_BOARD})
HOLDS_WHEELS = SWINGING | {Duty.AXLE_LEG, Duty.LEG_SPACER}


class Covers(Enum):
    """What a covering is a part of."""

    CLADDING = auto()  # closes the frame from outside
    EAVES = auto()  # runs on past the wall, air on both sides
    LEAF = auto()  # closes an opening: a door, a hatch, a lid, or what is behind it
    PARTITION = auto()  # parts two spaces inside
    FURNITURE = auto()  # a nest, a board under roosts
    RAMP = auto()  # birds walk up it
    CATCH_BOARD = auto()  # pens the birds at one end
    APRON = auto()  # lies on the grass round the pen
    INSERT = auto()  # over mesh or a floor for part of the year


class Purpose(Enum):
    """What an opening is for."""

    KEEPER = auto()  # a person reaches or steps through it
    EGGS = auto()  # a hand takes eggs through it
    CLEANING = auto()  # a person cleans and catches through it
    BIRDS = auto()  # birds pass
    AIR = auto()
    LIGHT = auto()

    @property
    def person(self) -> bool:
        """Does a keeper reach or step through it?"""
        return self in (Purpose.KEEPER, Purpose.EGGS, Purpose.CLEANING)


class Hung(StrEnum):
    """How what closes an opening gets out of the way; left and right as seen from outside."""

    LEFT = "left"
    RIGHT = "right"
    TOP = "top"
    DOWN = "down"
    SLIDES = "slides"
    ASIDE = "aside"
    LIFTS = "lifts"
    FIXED = "fixed"


class Item(Enum):
    """What a bought thing does on the pen."""

    FIXING = auto()  # screws, staples and the like, counted for the whole pen
    LAP = auto()  # joins one wire panel to the next
    FITTING = auto()  # a hinge, a latch, a gusset at its place
    INSIDE = auto()  # a feeder, a drinker, a cord, within
    ROPE = auto()  # lies along the pen, not drawn
    WHEEL = auto()
    LOOSE_WHEEL = auto()  # under the pen for a move only
    LOOSE_BAR = auto()  # what loose wheels are on
    AXLE_ROD = auto()
    STUB_AXLE = auto()
    TOOL = auto()  # a bar or a jack brought for a move
    ANCHOR = auto()
    CAN = auto()  # of water, hung on while it stands


# What stays behind when a pen is moved, though it is there while it stands
STAYS_BEHIND = frozenset({Item.ANCHOR, Item.CAN})
RODS = frozenset({Item.AXLE_ROD, Item.STUB_AXLE})


class Moves(StrEnum):
    """What a pen moves on."""

    SKIDS = "skids"
    WHEELS = "wheels"
    BOLT_ON = "bolt-on"
    DOLLY = "dolly"
    FRAME = "frame"
    CHASSIS = "chassis"
    LEVERS = "levers"
    BOARDS = "boards"
    AXLES = "axles"

    @property
    def wheeled(self) -> bool:
        return self is not Moves.SKIDS

    @property
    def carried(self) -> bool:
        """Is it tipped on a through axle or stubs of its own?"""
        return self in (Moves.WHEELS, Moves.BOLT_ON)

    @property
    def on_rods(self) -> bool:
        """Does it roll on rods held by its own rails or legs, which stay where they are?"""
        return self.carried or self is Moves.AXLES

    @property
    def swinging(self) -> bool:
        """Do its wheels swing down on arms?"""
        return self in (Moves.LEVERS, Moves.BOARDS)

    @property
    def loose(self) -> bool:
        """Is it brought under the rails for a move and taken away after it?"""
        return self in (Moves.DOLLY, Moves.FRAME, Moves.CHASSIS)


class Held(StrEnum):
    """How an axle is held: right through, or a stub at each wheel, on one side or both."""

    THROUGH = "through"
    STUB = "stub"
    BOTH = "both"


class PutUnder(StrEnum):
    """What loose wheels are put under a pen with."""

    LEVER = "lever"
    JACK = "jack"
    HANDS = "hands"
    NOTHING = ""


class Parked(StrEnum):
    """Where a pen's wheels are while it stands: on their tyres, lifted clear, or off."""

    DOWN = "down"
    LIFTED = "lifted"
    OFF = "off"
