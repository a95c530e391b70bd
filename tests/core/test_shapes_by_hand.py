"""One pen of each shape counted and measured by hand, and the curves and cuts of textbooks."""

from __future__ import annotations

import itertools
import math

import pytest

from ergamot.core.errors import OutOfRange
from ergamot.core.frame.curves import arc, hoop
from ergamot.core.frame.design import build, make_design
from ergamot.core.frame.mass import mass
from ergamot.core.stock.bill import bill_of
from ergamot.core.stock.cut_list import cut_list
from tests.strategies import CATALOGUE

KG_PER_M = 0.038 * 0.038 * 450
SPARSE = {"section": "2x2", "gear": "skids", "roofed": 0, "length": 2400, "end_wall": "mesh"}


def built(shape, **more):
    return build(make_design(CATALOGUE, shape, {**SPARSE, **more}), CATALOGUE)


def pieces(structure):
    return {
        (p.label, p.count, round(p.length_mm, 1), round(p.short_mm, 1), p.angles_deg)
        for p in cut_list(structure)
    }


def timber(structure):
    """Mass of the sticks, kg, and how far their centre lies from the middle of the base, mm."""
    wood = [m for m in structure.members if m.species]
    kg = sum(m.dry_kg for m in wood)
    return kg, sum(m.dry_kg * (m.centre[0] - 1200) for m in wood) / kg


def test_an_a_frame_by_hand():
    """Base 1800, apex 60° (θ 60°), 38×38, three pairs of rafters at x 19, 1200, 2381, a ridge board.

    Rafter long (900 − 19)/cos 60° = 1762; short 1762 − 38·(tan 60° + cot 60°) = 1674.2; cut 30° at the
    foot, 60° at the ridge. Base 2 × 2400, 2 × 1724; ridge 2400. Under the rafters at y: z = 38 +
    (900 − y)·1.7321 − 76: door posts at 200 and 238 → 1136.4/1070.6 above the rail, end studs at 281 and
    319 → 996.1/930.3; head 400. Leaf 438 × 538: sides 2 × 438, ends 2 × (538 − 76). Slope braces run
    1143 along and 981.1 up: 40.64°, edge 1506.3, long point + 38·tan 40.64° = 1538.9.

    Metres: 4.8 + 3.448 + 10.3087 + 2.4 + 3.0126 + 2.2071 + 1.9265 + 0.4 + 1.8 = 30.3029 → 19.691 kg.
    Ahead of the middle (m × mm): braces 3.0126·590.5, posts 2.2071·1181, studs −1.9265·1181, head
    0.4·1181, leaf 1.8·1219: 4777/30.303 = 157.6 mm.
    """
    pen = built("a-frame", width=1800, apex=60, bay=1200, door_width=400, door_height=500)
    assert pieces(pen) == {
        ("B1", 2, 2400, 2400, (0, 0)),
        ("B2", 2, 1724, 1724, (0, 0)),
        ("D1", 1, 2400, 2400, (0, 0)),
        ("K1", 2, 1538.9, 1506.3, (40.5, 40.5)),
        ("L1", 2, 462, 462, (0, 0)),
        ("L2", 2, 438, 438, (0, 0)),
        ("R1", 6, 1762, 1674.2, (30, 60)),
        ("S1", 2, 1136.4, 1070.6, (0, 60)),
        ("S2", 2, 996.1, 930.3, (0, 60)),
        ("S3", 1, 400, 400, (0, 0)),
    }
    kg, ahead = timber(pen)
    assert kg == pytest.approx(30.3029 * KG_PER_M, abs=0.001)
    assert ahead == pytest.approx(157.6, abs=0.1)


def test_wire_panels_on_the_open_slopes_of_an_a_frame():
    """Base 1828.8, apex 60°: slopes 914.4/cos 60° = 1828.8 long, all 2400 of them open. Panels weigh
    16/(4.88·1.27) = 2.582 kg/m² more; a slope takes two widths of 1270, two pieces a panel: two panels."""
    plain, stiff = (built("a-frame", width=1828.8, slopes=slopes) for slopes in ("mesh", "panel"))
    wires = [p for p in stiff.panels if p.role == "wire panel slope"]
    mesh = [p for p in stiff.panels if p.role == "mesh slope"]
    assert [p.area_m2 for p in wires] == pytest.approx([p.area_m2 for p in mesh])
    assert wires[0].cut_mm[1] == pytest.approx(1828.8, abs=0.1)
    more = sum(p.area_m2 for p in wires) * 16 / (4.88 * 1.27)
    staples = mass(stiff).groups["fixings"][0] - mass(plain).groups["fixings"][0]
    assert mass(stiff).dry_kg - mass(plain).dry_kg == pytest.approx(more + staples, abs=1e-6)
    line = next(line for line in bill_of(stiff, CATALOGUE).lines if line.what.startswith("stock panel"))
    assert line.packs == 2


@pytest.mark.parametrize(
    ("base", "apex", "section", "long", "short", "cuts"),
    [(1800, 60, "2x3", 1800.0, 1652.2, (30, 60)), (2400, 90, "2x4", 1697.1, 1519.1, (45, 45))],
)
def test_rafters_mitred_without_a_ridge_board(base, apex, section, long, short, cuts):
    """Long point to long point (B/2)/cos θ; short = long − d(tan θ + cot θ)."""
    pen = built(
        "a-frame", width=base, apex=apex, section=section, ridge="none", door_width=350, door_height=350
    )
    rafter = next(p for p in cut_list(pen) if p.role == "rafter")
    assert (rafter.length_mm, rafter.short_mm) == pytest.approx((long, short), abs=0.1)
    assert rafter.angles_deg == pytest.approx(cuts, abs=0.01)


@pytest.mark.parametrize(
    ("base", "rise", "edge"), [(1830, 1918, 97.6), (2440, 1822, 85.9), (3050, 1665, 73.2)]
)
def test_a_sprung_panel_by_the_elastica(base, rise, edge):
    """A 4.88 m panel: w/L = 2E/K − 1, rise = L·k/K, edge angle 2·asin k; and the curve is that long."""
    bent = hoop(base, 4880)
    assert bent.rise == pytest.approx(rise, abs=0.6)
    assert bent.edge_deg == pytest.approx(edge, abs=0.05)
    points = bent.points(4000)
    assert points[0] == (pytest.approx(-base / 2, abs=0.01), 0.0)
    assert max(z for _, z in points) == pytest.approx(bent.rise)
    length = sum(math.dist(a, b) for a, b in itertools.pairwise(points))
    assert length == pytest.approx(4880, abs=0.05)
    (y0, z0), (y1, z1) = points[0], points[1]
    assert math.degrees(math.atan2(z1 - z0, y1 - y0)) == pytest.approx(edge, abs=0.2)


def test_a_hoop_by_hand():
    """Panels 4880 long with feet 2400 apart on a base of 2438: eight arch pieces an end, mitred.

    Base 2 × 2400, 2 × 2362. Corner braces with legs 450: 450·√2 = 636.4 long, 636.4 − 2·38 = 560.4 short.
    Ridge tube 2400 − 76 = 2324. Leaf 638 × 1338: sides 2 × 638, ends 2 × 1262, mid rail 562. Arch: the
    four pieces of a half each come twice an end; all eight chords together 2·(609.7 + 607.6 + 603.8 +
    600.6) = 4843 of the panel's 4880 (chords are shorter than the curve; ends and mitres as cut).

    Ahead of the middle only the head (0.6 m at 1181) and the leaf (4.362 m at 1219): 6025.9 m·mm.
    """
    pen = built("hoop", width=2438, door_width=600, door_height=1300)
    found = pieces(pen)
    plain = {(label, count, long, short) for label, count, long, short, _ in found}
    assert {
        ("B1", 2, 2400, 2400),
        ("B2", 2, 2362, 2362),
        ("K1", 4, 636.4, 560.4),
        ("L1", 2, 1262, 1262),
        ("L2", 2, 638, 638),
        ("L3", 1, 562, 562),
        ("M1", 1, 2324, 2324),
        ("S2", 1, 600, 600),
    } <= plain
    arch = [piece for piece in found if piece[0].startswith("E")]
    assert [piece[1] for piece in arch] == [4, 4, 4, 4]
    assert sum(piece[2] for piece in arch) * 2 == pytest.approx(4843, abs=1)
    assert all(cut < 20 for piece in arch for cut in piece[4])
    kg, ahead = timber(pen)
    assert ahead * kg == pytest.approx(6025.9 * KG_PER_M, rel=1e-3)
    wires = [p for p in pen.panels if p.role == "wire panel hoop"]
    assert sum(p.area_m2 for p in wires) == pytest.approx(2.4 * 4.88, rel=0.002)


def test_a_walk_in_coop_by_hand():
    """2400 × 1800, wall 1500, gable 30°, no overhang, 38×38; studs and rafters at x 19, 1200, 2381.

    Rafter (900 − 19)/cos 30° = 1017.3; short − 38·(tan 30° + cot 30°) = 929.5; ridge 2008.6 up, so a collar
    on the inner pair at 1500 + 0.4·508.6 = 1703.5: 943.2/811.6. Studs 6 × 1424; plates 2 × 2400; end plates
    1724 at the rear, 862 − 338 = 524 each side of the door. Posts under the rafters at 300 and 338:
    1764.5/1742.6; end studs 1424; head 600. Braces 1143·√2 = 1616.4, long point + 38. Leaf 638 × 1538.

    Metres: base 8.248, collar 0.877, ridge 2.4, braces 3.233, leaf 4.762, rafters 5.840, posts 3.507,
    studs 2.848 + 8.544, head 0.6, plates 4.8 + 1.724 + 1.048: 48.432 → 31.471 kg. Ahead of the middle: braces
    3.233·590.5, (3.507 + 0.6 + 1.048 − 2.848 − 1.724)·1181, leaf 4.762·1219: 8403/48.432 = 173.5 mm.
    """
    pen = built(
        "coop",
        width=1800,
        wall=1500,
        pitch=30,
        overhang=0,
        house="no",
        bay=1200,
        door_width=600,
        door_height=1500,
    )
    assert pieces(pen) == {
        ("B1", 2, 2400, 2400, (0, 0)),
        ("B2", 2, 1724, 1724, (0, 0)),
        ("C1", 1, 943.2, 811.6, (60, 60)),
        ("D1", 1, 2400, 2400, (0, 0)),
        ("K1", 2, 1654.5, 1616.5, (45, 45)),
        ("L1", 2, 1462, 1462, (0, 0)),
        ("L2", 2, 638, 638, (0, 0)),
        ("L3", 1, 562, 562, (0, 0)),
        ("R1", 6, 1017.3, 929.5, (60, 30)),
        ("S1", 2, 1764.5, 1742.6, (0, 30)),
        ("S2", 2, 1424, 1424, (0, 0)),
        ("S3", 1, 600, 600, (0, 0)),
        ("T1", 2, 2400, 2400, (0, 0)),
        ("T2", 1, 1724, 1724, (0, 0)),
        ("T3", 2, 524, 524, (0, 0)),
        ("U1", 6, 1424, 1424, (0, 0)),
    }
    kg, ahead = timber(pen)
    assert kg == pytest.approx(48.432 * KG_PER_M, abs=0.002)
    assert ahead == pytest.approx(173.5, abs=0.1)


def test_a_seat_over_the_plate_takes_its_triangle_out_once():
    """Overhang: seat t = 38 wide, t·tan 30° = 21.94 deep: 38·21.94/2·38 = 15 841 mm³ out of each rafter."""
    pen = built("coop", width=1800, wall=1500, pitch=30, overhang=150, house="no", door_height=1400)
    rafters = [m for m in pen.members if m.role == "rafter"]
    assert all(m.notches[0].volume_mm3 == pytest.approx(15_841, abs=2) for m in rafters)
    one = rafters[0]
    assert one.volume_m3 * 1e9 == pytest.approx(one.mean_mm * 38 * 38 - 15_841, abs=10)


@pytest.mark.parametrize(
    ("shape", "values", "field"),
    [
        ("coop", {"wall": 1200, "door_height": 1900}, "door_height"),
        ("coop", {"house_length": 2500, "length": 2000, "door_height": 900}, "house_length"),
        ("coop", {"roof_kind": "mono", "pitch": 40, "door_height": 900}, "pitch"),
        ("coop", {"pitch": 8, "door_height": 900}, "pitch"),
        ("coop", {"nests": "outside", "nest_count": 12}, "nest_count"),
        ("coop", {"roost_bars": 8, "width": 1200, "house_length": 600, "door_height": 900}, "roost_bars"),
        ("a-frame", {"door_height": 1900}, "door_height"),
        ("a-frame", {"width": 900, "apex": 110}, "width"),
        (
            "a-frame",
            {"house": "yes", "house_floor": 1100, "roosts": "none", "width": 1500, "door_height": 400},
            "house_floor",
        ),
        ("hoop", {"width": 4000, "panel": "stock-12", "section": "2x4"}, "width"),
        ("hoop", {"door_height": 1900, "width": 3500}, "door_height"),
        ("hoop", {"roost_bars": 6, "roost_height": 900, "width": 1500, "door_height": 900}, "roost_bars"),
        ("low-pen", {"fall": 2}, "fall"),
        ("low-pen", {"fall": 15, "width": "12'"}, "height"),
    ],
)
def test_designs_that_cannot_stand_are_refused_by_field_and_range(shape, values, field):
    with pytest.raises(OutOfRange) as refused:
        make_design(CATALOGUE, shape, values)
    assert refused.value.field == field
    assert refused.value.allowed


def test_curves_refuse_what_they_do_not_hold_for():
    for bad in (lambda: hoop(4800, 4880), lambda: hoop(500, 4880), lambda: arc(1000, 600, 8)):
        with pytest.raises(OutOfRange):
            bad()
