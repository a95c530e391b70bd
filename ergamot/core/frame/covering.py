"""Mesh, sheet and tarp cut to the faces of a pen: by zone, round every opening."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field, replace

import shapely
from shapely import LinearRing, Polygon, box
from shapely.geometry.base import BaseGeometry

from ergamot.core.catalogue import Covering, Mesh, Sheet
from ergamot.core.frame.backing import backed
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat, Point
from ergamot.core.frame.kinds import Covers, Group, Purpose, Space, When
from ergamot.core.frame.structure import Member, Opening, Panel
from ergamot.core.records import record

UPRIGHT_NZ = 0.5  # a face within 30° of upright
GRID_MM = 0.001  # corners nearer than this are one
LEAST_STRIP_MM = 25.0  # half a rail's thickness and a little: no strip is cut to cover only wood


@record
class Coat:
    """What one piece of covering is for; a part the keeper has weighs `own_kg`, and is not bought."""

    role: str
    what: Covering
    group: Group
    inside: Space = Space.RUN
    outside: Space = Space.OPEN
    part: Covers = Covers.CLADDING
    piece: str = ""
    when: When = When.NOW
    ref: str = ""
    under: bool = False  # another covering lies over it
    own_kg: float | None = None
    closes: str = ""  # the opening it is the leaf of
    cut_out: bool = False  # of another covering: nothing is bought for it
    hangs: bool = False  # by its upper edge alone: its foot is rolled on a batten


def wall(role: str, what: Covering, inside: Space = Space.RUN) -> Coat:
    """A coat of a wall: it weighs with the house, the walls or the mesh.

    Args: role; what; inside, the space behind it: run or house.
    Returns: the Coat.
    Source: common practice.

    >>> wall("side", c.meshes["hex-25"]).inside
    <Space.RUN: 'run'>
    """
    if inside is Space.HOUSE:
        return Coat(role, what, Group.HOUSE, inside)
    return Coat(role, what, Group.WALLS if isinstance(what, Sheet) else Group.MESH, inside)


def under_cloth(cover: Coverer, face: Face, what: Covering, mesh: Covering, u: Flat, v: Flat) -> None:
    """Lay mesh under what covers a house where that is cloth, which keeps no animal out by night.

    Args: cover; face; what covers the house; mesh; u and v, where on the face, mm.
    Source: common practice.

    >>> cover, face = Coverer(), begun("coop").faces["left roof"]
    >>> under_cloth(cover, face, c.sheets["tarp"], c.meshes["hex-25"], (0.0, 900.0), (0.0, 900.0))
    >>> under_cloth(cover, face, c.sheets["pvc"], c.meshes["hex-25"], (0.0, 900.0), (0.0, 900.0))
    >>> [one.role for one in cover.done(pen().members)]
    ['mesh under the house roof']
    """
    if what.rolls:
        coat = Coat("mesh under the house roof", mesh, Group.MESH, Space.HOUSE, under=True)
        cover.cover(face, coat, u, v)


@dataclass
class Coverer:
    """Collects the coverings and openings of one pen; `done` cuts one round the other."""

    _wanted: list[tuple[Face, Coat, BaseGeometry]] = field(default_factory=list)
    openings: list[Opening] = field(default_factory=list)
    _holes: list[tuple[Face, BaseGeometry]] = field(default_factory=list)
    _laid: list[tuple[Face, Coat, BaseGeometry, bool]] = field(default_factory=list)

    def open(
        self, face: Face, u: Flat, v: Flat, purpose: Purpose, role: str, closed_by: str, **more: object
    ) -> Opening:
        """Leave a hole in a face; whatever covers the face there is cut round it."""
        ref = f"opening-{len(self.openings) + 1}"
        made = Opening(ref, purpose, role, face.name, face.rectangle(u, v), closed_by)
        made = replace(made, **more)  # type: ignore[arg-type]  # the rest of Opening's own fields
        self.openings.append(made)
        self._holes.append((face, box(u[0], v[0], u[1], v[1])))
        return made

    def cover(self, face: Face, coat: Coat, u: Flat | None = None, v: Flat | None = None) -> None:
        """Cover a face, or the part of it within u and v."""
        if u is None and v is None:
            self._wanted.append((face, coat, face.region))
            return
        low_u, low_v, high_u, high_v = face.bounds
        (a, b), (c, d) = u or (low_u, high_u), v or (low_v, high_v)
        if min(b - a, d - c) < LEAST_STRIP_MM:
            return
        if face.upright:  # as most are: what two rectangles share is one
            a, b, c, d = max(a, low_u), min(b, high_u), max(c, low_v), min(d, high_v)
            region = box(a, c, b, d) if b > a and d > c else Polygon()
        else:
            region = face.region.intersection(box(a, c, b, d))
        self._wanted.append((face, coat, region))

    def seams(self, face: Face) -> set[float]:
        """Where along a face one covering of it ends and the next begins."""
        ends = [
            region.bounds for one, _, region in self._wanted if one.name == face.name and not region.is_empty
        ]
        along = [u for u, _ in face.outline]
        return {
            u for low, _, high, _ in ends for u in (low, high) if min(along) < u - 1 and u + 1 < max(along)
        }

    def over_mesh(self, coat: Coat) -> None:
        """Cover every upright piece of mesh once more, for part of the year."""
        self._wanted += [
            (face, coat, region)
            for face, one, region in self._wanted
            if isinstance(one.what, Mesh) and abs(face.normal[2]) < UPRIGHT_NZ and not face.curved
        ]

    def lay(self, face: Face, coat: Coat, u: Flat, v: Flat, w: float) -> None:
        """Lay a covering w mm above a face, not cut round its openings: a leaf, a vent's mesh."""
        raised = replace(face, origin=face.point(0, 0, w))
        self._laid.append((raised, coat, box(u[0], v[0], u[1], v[1]), w > 0))

    def cut_out(self, opening: Opening, strips: Iterable[tuple[Face, Flat, Flat]], role: str) -> None:
        """Cut a bent side through, strip by strip, and close the hole with what comes out."""
        for face, u, v in strips:
            hole = box(u[0], v[0], u[1], v[1])
            for other, coat, region in self._wanted:
                if other.name == face.name and region.intersects(hole):
                    piece = replace(coat, role=role, part=Covers.LEAF, closes=opening.ref, cut_out=True)
                    self._laid.append((face, piece, region.intersection(hole), False))
            self._holes.append((face, hole))

    def done(self, members: tuple[Member, ...]) -> tuple[Panel, ...]:
        """Every panel, cut round the openings in its face, with what lies on wood."""
        cut = [(face, coat, self._round_holes(face, region), False) for face, coat, region in self._wanted]
        laid = cut + self._laid
        clean = shapely.set_precision([region for _, _, region, _ in laid], GRID_MM) if laid else ()
        whole = shapely.bounds(clean).reshape(-1, 4).tolist()
        panels: list[tuple[Panel, Face, Polygon]] = []
        begun: set[int] = set()  # of what is laid
        for i, piece in _pieces(clean):
            face, coat, _, raised = laid[i]
            panel = _panel(f"panel-{len(panels) + 1}", face, coat, piece, raised)
            if face.curved:  # bought as if nothing were cut out of it
                a, b, c, d = whole[i]
                bought = i not in begun and not coat.cut_out
                panel = replace(panel, cut_mm=(c - a, (d - b) * face.stretch) if bought else (0.0, 0.0))
            begun.add(i)
            panels.append((panel, face, piece.part))
        return backed(panels, members)

    def _round_holes(self, face: Face, region: BaseGeometry) -> BaseGeometry:
        """A part of a face without what opens in it."""
        for other, hole in self._holes:
            if other.name == face.name and other.normal == face.normal:
                region = region.difference(hole)
        return region


@dataclass(frozen=True)
class _Piece:
    """One simple polygon of a covering on its face, with its area, its sides and its middle, mm."""

    part: Polygon
    area: float
    sides: Flat
    middle: Flat


def _pieces(clean: Sequence[BaseGeometry]) -> Iterator[tuple[int, _Piece]]:
    """The simple polygons worth covering of some regions, each with its region's place, without the slivers that rounding leaves
    and the edges that regions only touch along."""
    parts, of = shapely.get_parts(clean, return_index=True)
    bounds = shapely.bounds(parts).reshape(-1, 4)
    sides, areas = bounds[:, 2:] - bounds[:, :2], shapely.area(parts)
    kept = (areas > LEAST_STRIP_MM**2) & (sides >= LEAST_STRIP_MM).all(axis=1)
    middles = shapely.get_coordinates(shapely.centroid(parts[kept]))
    told = (one.tolist() for one in (of[kept], areas[kept], sides[kept], middles))
    for part, i, area, (along, up), (u, v) in zip(parts[kept], *told, strict=True):
        yield i, _Piece(part, area, (along, up), (u, v))


def _panel(ref: str, face: Face, coat: Coat, piece: _Piece, raised: bool) -> Panel:
    def ring(edge: LinearRing) -> tuple[Point, ...]:
        return tuple(face.point(u, v) for u, v in shapely.get_coordinates(edge)[:-1].tolist())

    part, area_m2 = piece.part, piece.area / 1e6
    what = coat.what
    return Panel(
        ref=coat.ref or ref,
        part=coat.part,
        role=coat.role,
        face=face.name,
        group=coat.group,
        covering=what if coat.own_kg is None else None,
        corners=ring(part.exterior),
        holes=tuple(map(ring, part.interiors)),
        normal=face.normal,
        area_m2=area_m2,
        centre=face.point(*piece.middle),
        kg_m2=what.mass_kg_m2 if coat.own_kg is None else coat.own_kg / area_m2,
        solidity=what.solid_share,
        backed_m2=0.0,
        piece=coat.piece or ref,
        cut_mm=(piece.sides[0], piece.sides[1] * face.stretch),
        inside=coat.inside,
        outside=coat.outside,
        curved=face.curved,
        when=coat.when,
        under=coat.under,
        closes=coat.closes,
        raised=raised,
        hangs=coat.hangs,
    )
