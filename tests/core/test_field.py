"""Fields of any edge: lanes over them by hand, what every laying out must keep, and what is refused."""

from __future__ import annotations

import json
import math
from datetime import date
from itertools import pairwise

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st

from ergamot.core.errors import ErgamotError, OutOfRange, Unreadable
from ergamot.core.ground.field import make_field, rectangle, turned, unturned
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.lanes import apart_m, lay_out
from ergamot.core.ground.obstacle import KINDS, Form, Harvest, Shut, make_obstacle
from ergamot.exchange.field_geojson import Placed, metres_a_degree, read_field, write_field
from tests.depth import examples

PEN = PenSize(3.0, 2.0, 3.4, 2.3)
L_SHAPED = [(0, 0), (40, 0), (40, 10), (10, 10), (10, 30), (0, 30)]


def boxes(laid, pen=PEN):
    return [shapely.box(s.u_m, s.v_m, s.u_m + pen.length_m, s.v_m + pen.width_m) for s in laid.stops]


def in_frame(shape, heading):
    return shapely.transform(shape, lambda places: [turned(place, heading) for place in places])


@st.composite
def fields(draw):
    """A field with any number of corners round a middle, some trees and ponds in it."""
    count = draw(st.integers(3, 9))
    turns = sorted(draw(st.lists(st.integers(0, 359), min_size=count, max_size=count, unique=True)))
    far = draw(st.lists(st.floats(15, 90), min_size=count, max_size=count))
    outline = [
        (r * math.cos(math.radians(a)), r * math.sin(math.radians(a)))
        for a, r in zip(turns, far, strict=True)
    ]
    things = draw(
        st.lists(
            st.tuples(st.sampled_from(["tree", "bed", "path"]), st.floats(-20, 20), st.floats(-20, 20)),
            max_size=4,
        )
    )
    try:
        return make_field(
            outline, [make_obstacle(kind, "point", [(x, y)], None, "obstacles") for kind, x, y in things]
        )
    except OutOfRange:
        assume(False)


@examples(12)
@given(fields())
def test_every_stop_is_inside_off_what_is_kept_off_and_apart(field):
    try:
        laid = lay_out(field, PEN)
    except OutOfRange as refused:
        assert refused.field == "outline"
        assume(False)
    free = in_frame(field.free(), laid.heading_deg).buffer(1e-4)
    places = boxes(laid)
    assert all(free.covers(one) for one in places)
    tree = shapely.STRtree(places)
    first, second = tree.query(places, predicate="intersects")
    for i, j in zip(first, second, strict=True):
        assert i == j or places[i].intersection(places[j]).area < 1e-4
    assert len({(s.lane, s.number) for s in laid.stops}) == len(laid.stops)


@examples(12)
@given(fields())
def test_stops_are_as_far_apart_as_their_ground(field):
    try:
        laid = lay_out(field, PEN)
    except OutOfRange:
        assume(False)
    places = boxes(laid)
    for (one, other), (stop, then) in zip(pairwise(places), pairwise(laid.stops), strict=True):
        assert apart_m(stop, then, PEN) == pytest.approx(one.distance(other), abs=1e-4)


def hauls(laid):
    return [apart_m(stop, then, PEN) for stop, then in pairwise(laid.stops)]


@pytest.mark.parametrize("heading", [0, 17, 90, 233])
def test_a_rectangle_by_hand(heading):
    """40 × 12 m: (40 − 0.4) ÷ 3 = 13 stops a lane, (12 − 0.3) ÷ 2 = 5 lanes; each adjoins the last."""
    laid = lay_out(rectangle(40, 12, heading), PEN)
    assert (len(laid.stops), laid.lanes, laid.heading_deg) == (65, 5, heading)
    assert max(hauls(laid)) == 0
    first = laid.stops[0]
    assert (first.u_m, first.v_m) == pytest.approx((0.2, 0.15), abs=1e-5)


def test_an_l_by_hand():
    """40 × 10 and 10 × 20 m. Along the long arm: 4 lanes of 13, then of the short arm (10 − 0.4) ÷ 3 = 3 a lane, and
    (30 − 0.3) ÷ 2 = 14 lanes in all, the fifth across the corner no longer than the short arm: 4 × 13 + 10 × 3 = 82."""
    laid = lay_out(make_field(L_SHAPED, heading_deg=90), PEN)
    assert len(laid.stops) == 82
    by_lane = [sum(one.lane == lane for one in laid.stops) for lane in range(14)]
    assert by_lane == [13] * 4 + [3] * 10
    assert max(hauls(laid)) <= PEN.width_m


def test_the_best_heading_is_found_where_none_is_asked():
    """A strip 60 × 9 m that runs north-east: along it 4 lanes of 19 or so, whatever else is tried."""
    corners = [unturned(one, 45) for one in ((0, 0), (60, 0), (60, 9), (0, 9))]
    laid = lay_out(make_field(corners), PEN)
    assert laid.heading_deg == pytest.approx(45)
    assert len(laid.stops) == 4 * 19


def test_a_pond_in_the_middle_parts_the_lanes_and_is_hauled_round_once():
    """60 × 20 m, a bed 6 × 4 in its middle, a metre off it: two lanes of nine or so lose the stops it takes."""
    bed = make_obstacle("bed", "area", [(27, 8), (33, 8), (33, 12), (27, 12)], 0, "obstacles")
    field = make_field([(0, 0), (60, 0), (60, 20), (0, 20)], [bed], heading_deg=90)
    laid = lay_out(field, PEN)
    whole = lay_out(make_field(field.outline, heading_deg=90), PEN)
    taken = shapely.box(27.01, 8.01, 32.99, 11.99)
    assert not any(taken.intersects(one) for one in boxes_on_ground(laid))
    assert len(whole.stops) - 16 <= len(laid.stops) < len(whole.stops)
    assert sum(haul > PEN.width_m + 1e-6 for haul in hauls(laid)) <= 3


def boxes_on_ground(laid):
    back = lambda places: [unturned(place, laid.heading_deg) for place in places]  # noqa: E731
    return [shapely.transform(box, back) for box in boxes(laid)]


def test_a_well_is_kept_off_and_a_hollow_only_when_it_is_wet():
    well = make_obstacle("well", "point", [(50, 50)], None, "obstacles")
    hollow = make_obstacle("hollow", "area", [(0, 0), (10, 0), (10, 10), (0, 10)], None, "obstacles")
    field = make_field([(0, 0), (200, 0), (200, 100), (0, 100)], [well, hollow])
    assert all(
        one.distance(shapely.Point(50, 50)) >= 50 - 0.3 for one in boxes_on_ground(lay_out(field, PEN))
    )
    kept = well.keep_off()
    assert kept.contains(shapely.Point(50, 50).buffer(50, quad_segs=400))
    assert kept.area < 1.003 * math.pi * 50**2
    dry = rectangle(200, 100, 90).edge.area - kept.intersection(field.edge).area
    assert field.free().area == pytest.approx(dry, rel=1e-6)  # the hollow is ground in summer
    assert [month for month in range(1, 13) if hollow.shut_on(date(2026, month, 9))] == [1, 2, 3, 10, 11, 12]


@pytest.mark.parametrize("turn", [0, 20, 77])
@pytest.mark.parametrize("sides", [4, 5, 8])
def test_most_of_a_large_round_field_is_used(sides, turn):
    """Convex and 30 pen lengths across, headings free: at least 92 % of what its area less turning room could hold."""
    pen = PenSize(3.0, 2.0, 3.4, 2.2)
    corners = [
        (
            45 + 45 * math.cos(math.radians(turn + 360 * i / sides)),
            45 * math.sin(math.radians(turn + 360 * i / sides)),
        )
        for i in range(sides)
    ]
    field = make_field(corners)
    room = field.edge.buffer(-(pen.overall_length_m - pen.length_m) / 2)
    assert len(lay_out(field, pen).stops) >= 0.92 * room.area / pen.area_m2


@pytest.mark.parametrize(
    ("outline", "told"),
    [
        ([(0, 0), (10, 10), (10, 0), (0, 10)], "crosses itself"),
        ([(0, 0), (10, 0)], "corners"),
        ([(0, 0), (30, 0), (30, 1), (0, 1)], "at least 2 m"),
        ([(0.1, 51.0), (0.1004, 51.0), (0.1004, 51.0003), (0.1, 51.0003)], "degrees"),
        ([(0, 0), (3000, 0), (3000, 30), (0, 30)], "within 2000 m"),
        ([(0, 0), (math.nan, 0), (30, 30)], "numbers"),
    ],
)
def test_an_edge_that_is_none_is_refused_by_name(outline, told):
    with pytest.raises(OutOfRange) as refused:
        make_field(outline)
    assert refused.value.field == "outline"
    assert told in f"{refused.value.message} {refused.value.allowed}"


def test_what_lies_outside_and_what_is_no_kind_are_refused():
    tree = make_obstacle("tree", "point", [(500, 500)], None, "obstacles")
    with pytest.raises(OutOfRange, match="A tree, number 1, lies outside the field"):
        make_field([(0, 0), (40, 0), (40, 12), (0, 12)], [tree])
    for kind, form, points, off in (
        ("bull", "point", [(1, 1)], None),
        ("tree", "blob", [(1, 1)], None),
        ("path", "line", [(1, 1)], None),
        ("tree", "point", [(1, 1)], 200),
    ):
        with pytest.raises(OutOfRange):
            make_obstacle(kind, form, points, off, "obstacles")


def test_a_field_too_small_for_the_pen_says_how_large_it_is():
    with pytest.raises(OutOfRange, match="finds no place to stand"):
        lay_out(rectangle(3, 2.2, 0), PEN)


@examples(12)
@given(fields(), st.floats(-179, 179), st.floats(-70, 70))
def test_a_field_comes_back_from_geojson_as_it_went(field, east, north):
    """Through degrees of WGS 84 to within two centimetres, and in plain metres to the millimetre."""
    back = read_field(write_field(Placed(field, "Home", (east, north))).encode())
    assert back.name == "Home"
    assert back.field.area_m2 == pytest.approx(field.area_m2, rel=2e-3, abs=0.02 * field.edge.length)
    assert [one.kind for one in back.field.obstacles] == [one.kind for one in field.obstacles]
    flat = read_field(write_field(Placed(field, "Home", None)).encode(), in_metres=True)
    for place, other in zip(flat.field.outline, field.outline, strict=True):
        assert place in [pytest.approx(one, abs=2e-3) for one in field.outline] or other


def test_a_degree_of_latitude_and_longitude_by_the_tables():
    """At 45° a degree of latitude is 111.132 km and one of longitude 78.847 km."""
    east, north = metres_a_degree(45.0)
    assert (east, north) == (pytest.approx(78_847, abs=2), pytest.approx(111_132, abs=2))


@pytest.mark.parametrize(
    ("text", "told"),
    [
        (b"\xff\xfe", "could not be read"),
        (b"[1]", "no object"),
        (b'{"type": "Point", "coordinates": [0, 0]}', "holds no field"),
        (b'{"type": "FeatureCollection", "features": []}', "holds no field"),
        (b'{"type": "Polygon", "coordinates": [[["a", 0], [1, 1], [2, 2]]]}', "no pair of numbers"),
        (b'{"type": "Polygon"}', "holds no field"),
        (b'{"type": "Polygon", "coordinates": [[[0, 0], [400, 0], [400, 300]]]}', "degrees of WGS 84"),
        (b"[" * 100_000, "could not be read"),
        (b'{"a": "' + b"x" * 2_000_001 + b'"}', "at most 2 MB"),
    ],
)
def test_a_file_that_is_none_is_refused_in_words(text, told):
    with pytest.raises(ErgamotError) as refused:
        read_field(text)
    assert told in f"{refused.value.message} {refused.value.allowed}"


@examples(16)
@given(st.recursive(st.none() | st.floats() | st.text(max_size=5) | st.sampled_from(["Polygon", "Feature", "field", "tree"]),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.sampled_from(["type", "features", "geometry", "coordinates", "properties", "kind"]), inner, max_size=4), max_leaves=20))  # fmt: skip
def test_whatever_a_file_holds_it_is_read_or_refused_in_words(held):
    try:
        read_field(json.dumps(held).encode())
    except (OutOfRange, Unreadable) as refused:
        assert refused.message


def test_every_kind_says_where_its_distance_is_from():
    assert all(one.source and one.label and set(one.months) <= set(range(1, 13)) for one in KINDS.values())
    assert [form.value for form in Form] == ["point", "line", "area"]
    assert all(a != b for a, b in pairwise(KINDS))


def square(low, high):
    return [[low, low], [high, low], [high, high], [low, high], [low, low]]


def test_a_hole_in_an_area_is_left_out_and_two_areas_are_not_guessed_at():
    """A pond drawn as a hole 10 m square in 40 m: kept off; which of two areas is the field is the keeper's to say."""
    holed = {"type": "Polygon", "coordinates": [square(0, 40), square(10, 20)]}
    read = read_field(json.dumps(holed).encode(), in_metres=True).field
    assert [one.kind for one in read.obstacles] == ["gap"]
    assert read.free().area == pytest.approx(1600 - 100)
    two = {"type": "MultiPolygon", "coordinates": [[square(0, 40)], [square(50, 90)]]}
    with pytest.raises(Unreadable, match="holds 2 areas"):
        read_field(json.dumps(two).encode(), in_metres=True)


def test_dates_of_what_is_shut_go_out_and_come_in_with_a_file():
    corners = [(0, 0), (40, 0), (40, 30), (0, 30)]
    hay = make_obstacle("gap", "area", corners[:3], 0, "o", Shut(date(2026, 5, 1), date(2026, 6, 30)))
    bed = make_obstacle("bed", "area", corners[1:], 0, "o", Harvest(date(2026, 9, 1), True))
    text = write_field(Placed(make_field(corners, [hay, bed]), "Home", (0.0, 51.0)))
    assert [one.shut for one in read_field(text.encode()).field.obstacles] == [hay.shut, bed.shut]
    wrong = text.replace("2026-09-01", "September")
    with pytest.raises(Unreadable, match="no date"):
        read_field(wrong.encode())
