"""Pens as people build them, of invented sizes: each a design, and its size over all written out as a sum."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

from scipy.optimize import brentq
from scipy.special import ellipe, ellipk

from ergamot.core.frame.design import Design, build, make_design
from ergamot.core.frame.structure import Structure
from tests.strategies import CATALOGUE


@dataclass(frozen=True)
class FixturePen:
    """A pen by its shape and values; how long, wide and high it stands over all, mm, as a builder would add it up."""

    name: str
    shape: str
    values: Mapping[str, object]
    long: float
    wide: float
    high: float

    @cached_property
    def design(self) -> Design:
        return make_design(CATALOGUE, self.shape, self.values)

    @cached_property
    def structure(self) -> Structure:
        return build(self.design, CATALOGUE)


def opening(number: int, **asked: object) -> dict[str, object]:
    """One opening's values by their names."""
    return {f"opening_{number}_{name}": value for name, value in asked.items()}


LEAF = 38.0  # a door of the frame's own sticks lies flat on it
EAVES = 2 * 150.0
NEST_BOX = 320.0  # outside the rear wall: a nest of 300 and its sheet and lap
WHEELS = 2 * (38.0 + 12.0 + 65.0)  # on both sides a leg, room beside the tyre, the tyre


def tan(deg: float) -> float:
    return math.tan(math.radians(deg))


def sprung_mm(long: float, apart: float) -> float:
    """Euler's elastica: how high a strip of a length stands, its feet so far apart."""
    m = brentq(lambda m: 2 * ellipe(m) / ellipk(m) - 1 - apart / long, 1e-9, 0.99)
    return float(long * math.sqrt(m) / ellipk(m))


def heel(deg: float, thick: float = 38.0, deep: float = 64.0) -> float:
    """How far a notched rafter stands over its plate."""
    return deep / math.cos(math.radians(deg)) - thick * tan(deg)


# A fourth of the angle of the circle through the feet of a bow, 1790.8 mm apart, and its crown, 674.6 mm over them
CROWN_TURN = 4 * math.atan2(700 - 23.4 - 2, (1828.8 - 38) / 2) / 4


PENS = (
    FixturePen(
        "low pen on a deep base with swing-over wheel boards",
        "low-pen",
        {
            "length": 3000,
            "width": 1800,
            "height": 700,
            "section": "2x2",
            "base_made": "own",
            "base_section": "2x6",
            "base_species": "larch",
            "leaf_made": "own",
            "leaf_section": "1x3",
            "gear": "boards",
            "pairs": 2,
        },
        3000 + 350 + 28.5,  # two handles ahead, the ends of the wheel boards behind
        1800 + 2 * (38 + 38 + 125),  # on both sides a pivot board, a wheel board, what the stub reaches out
        700 + 19,  # the lid lies on it
    ),
    FixturePen(
        "knee-high pen of panels, two thirds roofed, that comes apart",
        "low-pen",
        {
            "length": 2400,
            "width": 1200,
            "height": 500,
            "section": "2x2",
            "roofed": 0.66,
            "walls": "sheltered",
            "apart": "yes",
            "gear": "skids",
        },
        2400,
        1200,
        500 + LEAF,
    ),
    FixturePen(
        "low gable coop with a door that drops to a ladder",
        "coop",
        {
            "length": 1830,
            "width": 1220,
            "wall": 620,
            "pitch": 35,
            "overhang": 0,
            "house": "no",
            "gear": "skids",
            "door_width": 400,
            "door_height": 400,
            **opening(1, face="left", at=600, width=300, height=400, hung="down", filled="solid", **{"for": "birds"}),
        },
        1830 + LEAF,
        1220 + 38,  # the ladder, shut
        620 + (1220 / 2 - 19) * tan(35),
    ),
    FixturePen(
        "low hoop dragged on its skids",
        "hoop",
        {
            "length": 2500,
            "width": 1500,
            "panel_cut": 2600,
            "section": "2x3",
            "gear": "skids",
            "door_width": 450,
            "door_height": 450,
            "skirt": 0,
        },
        2500 + LEAF,
        1500,
        64 + sprung_mm(2600, 1500 - 38),
    ),
    FixturePen(
        "walk-in with a door at both ends",
        "coop",
        {
            "length": 3657.6,
            "width": 1828.8,
            "wall": 1900,
            "pitch": 20,
            "house": "no",
            "end_wall": "mesh",
            "gear": "skids",
            **opening(1, face="rear", width=650, height=1772, **{"for": "person"}),
        },
        3657.6 + 2 * LEAF,
        1828.8 + EAVES,
        1900 + heel(20) + (1828.8 / 2 - 19) * tan(20),
    ),
    FixturePen(
        "weight-watched coop, 1.2 m wide, fed through the wall",
        "coop",
        {
            "length": 2400,
            "width": 1200,
            "wall": 1250,
            "pitch": 25,
            "section": "2x2",
            "leaf_made": "own",
            "leaf_section": "1x2",
            "door_width": 450,
            "door_height": 1000,
            "house": "no",
            "gear": "skids",
            **opening(1, face="right", at=1150, width=500, height=200, sill=300, hung="down", **{"for": "feeding"}),
        },
        2400 + 19,  # doors of 1×2
        1200 + EAVES,
        1250 + heel(25, deep=38) + (1200 / 2 - 19) * tan(25),
    ),
    FixturePen(
        "family coop with four nests",
        "coop",
        {
            "length": 2743.2,
            "width": 1524,
            "wall": 1650,
            "house": "yes",
            "house_length": 1200,
            "nests": "outside",
            "nest_count": 4,
            "nest_hatch": "lid",
            "gear": "skids",
        },
        2743.2 + LEAF + NEST_BOX,
        1524 + EAVES,
        1650 + heel(30) + (1524 / 2 - 19) * tan(30),
    ),
    FixturePen(
        "tall prism with an upper house, a door on a cord and wheels that come off",
        "a-frame",
        {
            "length": 2743.2,
            "width": 1800,
            "apex": 55,
            "house": "yes",
            "house_floor": 500,
            "house_length": 1000,
            "gear": "bolt-on",
            **opening(1, face="left slope", at=1500, width=300, height=350, hung="slides", filled="solid", **{"for": "birds"}),
        },
        2743.2 + LEAF,
        1800 + WHEELS,
        64 + (1800 / 2 - 19) * tan(90 - 55 / 2),
    ),
    FixturePen(
        "turkey hoop of cut panels with roosts",
        "hoop",
        {
            "length": 3048,
            "width": 2400,
            "panel_cut": 4200,
            "section": "2x4",
            "roost_bars": 3,
            "roost_height": 500,
            "door_height": 1100,
            "gear": "skids",
        },
        3048 + LEAF,
        2400,
        89 + sprung_mm(4200, 2400 - 38),
    ),
    FixturePen(
        "prism of salvaged boards, its base of oak",
        "a-frame",
        {
            "length": 2400,
            "width": 1600,
            "apex": 60,
            "species": "poplar",
            "base_made": "own",
            "base_section": "2x4",
            "base_species": "oak",
            "ridge": "none",
            "door_height": 550,
            "gear": "skids",
        },
        2400 + LEAF,
        1600,
        89 + 1600 / 2 * tan(60),
    ),
    FixturePen(
        "raised house on wheels, a mesh floor and winter boards, its birds out by day",
        "coop",
        {
            "length": 2000,
            "width": 1200,
            "wall": 1200,
            "pitch": 25,
            "overhang": 0,
            "house": "whole",
            "house_beneath": "range",
            "house_floor": 450,
            "mesh_floor": "yes",
            "winter_floor": "yes",
            "nests": "outside",
            "nest_count": 2,
            "door_width": 450,
            "door_height": 500,
            "gear": "wheels",
            "axle_back": 350,
            **opening(1, face="left", at=520, sill=450, width=280, height=350, hung="down", filled="solid", **{"for": "birds"}),
        },
        2000 + 350,  # two handles ahead; the nests hang over the axle, short of the rails' ends
        1200 + WHEELS,
        1200 + (1200 / 2 - 19) * tan(25),
    ),
    FixturePen(
        "house the whole length over its run",
        "coop",
        {
            "length": 2438.4,
            "width": 1524,
            "wall": 1500,
            "house": "whole",
            "house_floor": 700,
            "nests": "inside",
            "nest_count": 3,
            "gear": "skids",
            **opening(1, face="right", width=550, height=450, hung="top"),
        },
        2438.4 + LEAF,
        1524 + EAVES,
        1500 + heel(30) + (1524 / 2 - 19) * tan(30),
    ),
    FixturePen(
        "northern coop in hardwood, a house alone",
        "coop",
        {
            "length": 2400,
            "width": 1800,
            "wall": 1600,
            "pitch": 40,
            "species": "oak",
            "house": "whole",
            "house_beneath": "range",
            "house_floor": 300,
            "house_floor_of": "ply-18",
            "house_walls": "cedar-19",
            "roosts": "stepped",
            "nests": "inside",
            "nest_count": 4,
            "gear": "skids",
            "docks_at": 320,
            **opening(1, face="left", sill=300, width=300, height=400, **{"for": "birds"}),
        },
        2400 + LEAF,
        1800 + EAVES,
        1600 + heel(40) + (1800 / 2 - 19) * tan(40),
    ),
    FixturePen(
        "low pen on two axles with hands at both ends",
        "low-pen",
        {
            "length": 2743.2,
            "width": 1524,
            "height": 650,
            "gear": "axles",
            "wheel": "rubber-10",
            "axle": 250,
            "ride": 40,
            "grips": "both",
            "bar": "yes",
            "ground": "strip",
            "chocks": "yes",
        },
        2743.2 + 2 * 350,
        1524 + WHEELS,
        650 + 40 + LEAF,  # on its tyres, the lid on it
    ),
    FixturePen(
        "day-range house on a trailer bed, two axles and a tongue",
        "coop",
        {
            "length": 3657.6,
            "width": 1828.8,
            "wall": 1700,
            "roof_kind": "mono",
            "pitch": 8,
            "base_made": "own",
            "base_section": "2x6",
            "base_species": "larch",
            "house": "whole",
            "house_beneath": "range",
            "house_floor": 400,
            "nests": "outside",
            "nest_count": 5,
            "gear": "axles",
            "wheel": "barrow-16",
            "axle": 600,
            "axle_made": "both",
            "ride": 100,
            "tongue": "yes",
            "handle": 900,
            **opening(1, face="left", sill=400, width=300, height=350, hung="down", **{"for": "birds"}),
        },
        3657.6 + LEAF + NEST_BOX,
        1828.8 + 2 * (38 + 12 + 90 + 38 + 16),  # a leg on either side of each tyre, the end of its rod
        1700 + 100 + 1828.8 * tan(8),
    ),
    FixturePen(
        "wide prism with a house of scrap wood and wheels at one end",
        "a-frame",
        {
            "length": 3000,
            "width": 2200,
            "apex": 85,
            "species": "poplar",
            "house": "yes",
            "house_length": 900,
            "house_floor": 350,
            "house_walls": "osb-11",
            "house_floor_of": "osb-11",
            "roost_bars": 1,
            "door_height": 500,
            "gear": "wheels",
        },
        3000 + LEAF,
        2200 + WHEELS,
        64 + (2200 / 2 - 19) * tan(90 - 85 / 2),
    ),
    FixturePen(
        "hoop on knee walls with doors in its sides",
        "hoop",
        {
            "length": 3048,
            "width": 2133.6,
            "wall": 700,
            "panel_cut": 3600,
            "section": "2x4",
            "door_height": 1450,
            "skirt": 0,
            "gear": "skids",
            **opening(1, face="left", width=500, height=420, hung="top"),
            **opening(2, face="right", width=500, height=420, hung="top", filled="solid"),
        },
        3048 + LEAF,
        2133.6 + 2 * LEAF,
        700 + sprung_mm(3600, 2133.6 - 38),
    ),
    FixturePen(
        "coop with a sliding door, its bays by the mesh roll",
        "coop",
        {
            "length": 3960,
            "width": 1828.8,
            "wall": 1800,
            "overhang": 0,
            "bays": "roll",
            "bay": 1200,
            "house": "no",
            "gear": "skids",
            **opening(1, face="left", width=650, height=1300, hung="aside"),
        },
        3960 + LEAF,
        1828.8 + LEAF,
        1800 + (1828.8 / 2 - 19) * tan(30),
    ),
    FixturePen(
        "bent tube on a timber box, its sides of tarp rolled up",
        "coop",
        {
            "length": 3048,
            "width": 1828.8,
            "wall": 800,
            "roof_kind": "arched",
            "rise": 700,
            "bow_bends": "3",
            "bow_radius": 150,
            "take_up": 180,
            "purlins": 1,
            "roof": "tarp",
            "wall_curtain": "yes",
            "end_wall": "mesh",
            "house": "no",
            "door_height": 1100,
            "gear": "skids",
        },
        3048 + LEAF,
        1828.8 + 2 * 19,  # a roll batten on both sides
        # the crown of a bow: from a touch over the plate, a tube and 2 mm less than asked, less what its bend cuts off
        800 + 1 + (700 - 2) - 150 * (1 / math.cos(CROWN_TURN / 2) - 1),
    ),
    FixturePen(
        "narrow walk-in for bantams, its roosts lifted out",
        "coop",
        {
            "length": 2438.4,
            "width": 914.4,
            "wall": 1800,
            "pitch": 20,
            "overhang": 0,
            "section": "2x2",
            "door_width": 500,
            "door_height": 1600,
            "house": "yes",
            "house_length": 800,
            "house_floor": 900,
            "roosts": "level",
            "roost_bars": 1,
            "roosts_out": "yes",
            "droppings_board": "yes",
            "nests": "inside",
            "nest_count": 2,
            "feeders": 1,
            "drinkers": 1,
            "pulleys": "yes",
            "gear": "skids",
        },
        2438.4 + LEAF,
        914.4,
        1800 + (914.4 / 2 - 19) * tan(20),
    ),
    FixturePen(
        "hoop with a house within, its sill over a barrow",
        "hoop",
        {
            "length": 3657.6,
            "width": 2133.6,
            "wall": 900,
            "panel_cut": 3600,
            "section": "2x3",
            "door_height": 1500,
            "skirt": 0,
            "house": "yes",
            "house_length": 1300,
            "house_floor": 500,
            "roost_bars": 2,
            "nests": "outside",
            "nest_count": 3,
            "gear": "skids",
        },
        3657.6 + LEAF + NEST_BOX,
        2133.6,
        900 + sprung_mm(3600, 2133.6 - 38),
    ),
    FixturePen(
        "stepped house with a low run, a flip-up half and a vent in its floor",
        "low-pen",
        {
            "length": 3200,
            "width": 1400,
            "height": 762,
            "roofed": 0,
            "house": "yes",
            "house_length": 1100,
            "house_floor": 300,
            "house_top": 1350,
            "house_fall": 10,
            "nests": "outside",
            "nest_count": 2,
            "roost_bars": 2,
            "vents": "floor",
            "access": "drop-front",
            "gear": "skids",
            **opening(1, face="top", width=900, height=1324, hung="top", filled="mesh"),
        },
        3200 + LEAF + NEST_BOX,
        1400,
        1350,
    ),
    FixturePen(
        "steel chassis with a seat for every post and a tray under its floor",
        "coop",
        {
            "length": 3000,
            "width": 1500,
            "wall": 1400,
            "pitch": 25,
            "overhang": 0,
            "base_made": "steel",
            "base_steel": "rhs-40x60",
            "house": "whole",
            "house_beneath": "range",
            "house_floor": 450,
            "mesh_floor": "yes",
            "tray": "yes",
            "nests": "inside",
            "nest_count": 3,
            "door_width": 500,
            "door_height": 700,
            "gear": "axles",
            "wheel": "barrow-16",
            "axle": 500,
            "ride": 60,
            "tongue": "yes",
            **opening(1, face="left", sill=450, width=300, height=350, hung="down", **{"for": "birds"}),
        },
        3000 + LEAF,
        1500 + 2 * (38 + 12 + 90),  # on both sides a leg, room beside the tyre, the tyre
        1400 + 60 + (1500 / 2 - 19) * tan(25),
    ),
    FixturePen(
        "pipe kit, its cross pipes pinned so that it packs flat",
        "pipe-kit",
        {
            "length": 2400,
            "width": 1500,
            "height": 610,
            "roofed": 0.5,
            "pipe": "pvc-33",
            "bay": 800,
            "joined": "pinned",
            "mesh": "hex-25",
        },
        2400 - 33 / 2 + 180 + 33 / 2,  # the loop ahead of the front pipe's middle, half a pipe more
        1500,
        610 + 19,  # the lid lies on it
    ),
    FixturePen(
        "wide prism lying low",
        "a-frame",
        {
            "length": 2400,
            "width": 2400,
            "apex": 100,
            "door_width": 400,
            "door_height": 400,
            "roofed": 0.4,
            "gear": "skids",
        },
        2400 + LEAF,
        2400,
        64 + (2400 / 2 - 19) * tan(40),
    ),
)  # fmt: skip
