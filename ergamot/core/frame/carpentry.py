"""Sawing and setting sticks: the bench every shape builds its frame on."""

from __future__ import annotations

import itertools
import math
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

import numpy as np

from ergamot.core.catalogue import Section, Species
from ergamot.core.frame.bows import Bend
from ergamot.core.frame.face import Face
from ergamot.core.frame.geometry import Flat, Point, box_corners
from ergamot.core.frame.kinds import Duty, Group, When
from ergamot.core.frame.structure import Cut, Member, Notch
from ergamot.core.records import changed, record

SQUARE_DEG = 0.05  # a cut nearer square than this is sawn square
# What walls and roof stand by: of steel where the body is welded, whatever fills in between
BODY = frozenset(
    {
        Duty.UPRIGHT,
        Duty.PLATE,
        Duty.END_PLATE,
        Duty.END_STUD,
        Duty.POST,
        Duty.HEAD,
        Duty.SIDE_BRACE,
        Duty.RAFTER,
        Duty.RIDGE,
        Duty.COLLAR,
    }
)
_RING = ((-1, -1), (1, -1), (1, 1), (-1, 1))  # corners of a square, round it


@record
class Piece:
    """What a stick is for: its duty, its role in words, the letter of its label, why it is there, and its group."""

    duty: Duty
    role: str
    letter: str
    why: str
    group: Group = Group.FRAME
    section: Section | None = None
    when: When = When.NOW
    species: Species | None = None


@dataclass(frozen=True)
class Timber:
    """What some sticks are sawn from."""

    section: Section
    species: Species


@dataclass
class Framing:
    """Collects the sticks of one pen while it is being built. The base and the leaves may be of timber of their own, the
    uprights of a section of their own, and whatever has a duty in `species_of` of a species of its own. `lapped` says that the
    corners of its base are half-lapped; `body` is the steel its walls and roof are welded of, as thick and deep as the frame."""

    section: Section
    species: Species
    base: Timber | None = None
    leaf: Section | None = None
    upright: Section | None = None
    species_of: Mapping[Duty, Species] = field(default_factory=dict)
    lapped: bool = False
    body: Section | None = None
    members: list[Member] = field(default_factory=list)
    _numbers: Iterator[int] = field(default_factory=lambda: itertools.count(1))

    @property
    def rail(self) -> Timber:
        """What the base is sawn from."""
        return self.base or Timber(self.section, self.species)

    @property
    def stud(self) -> Section:
        """What the uprights are sawn from."""
        return self.body or self.upright or self.section

    def stick(self, piece: Piece, x: Flat, y: Flat, z: Flat, along: str) -> Member:
        """Set a square-cut stick filling the box x × y × z (mm), running along one axis."""
        spans = {"x": x, "y": y, "z": z}
        length = spans[along][1] - spans[along][0]
        centre = (sum(x) / 2, sum(y) / 2, sum(z) / 2)
        return self._add(piece, box_corners(x, y, z, along), length, length, length, 0.0, 0.0, centre)

    def on_face(
        self, piece: Piece, face: Face, u: Flat, v: Flat, w: Flat, along: Literal["u", "v"]
    ) -> Member:
        """Set a square-cut stick on a face: u × v on it, from w low to w high out of it (mm)."""
        run = u if along == "u" else v
        length = run[1] - run[0]
        centre = face.point(sum(u) / 2, sum(v) / 2, sum(w) / 2)
        return self._add(piece, face.box(u, v, w, along), length, length, length, 0.0, 0.0, centre)

    def profiled(
        self,
        piece: Piece,
        outline: tuple[Flat, Flat, Flat, Flat],
        across: Literal["x", "y", "z"],
        span: Flat,
        notches: tuple[Notch, ...] = (),
    ) -> Member:
        """Set a stick sawn at any angle: its side view drawn out across x, y or z over `span`.

        outline is (outer start, outer end, inner end, inner start) in (y, z) across x, in (x, z)
        across y, in (x, y) across z; the two long edges are parallel.
        """

        def point(flat: Flat, at: float) -> Point:
            if across == "z":
                return (flat[0], flat[1], at)
            return (at, flat[0], flat[1]) if across == "x" else (flat[0], at, flat[1])

        outer_a, outer_b, inner_b, inner_a = outline
        corners = tuple(
            point(flat, at)
            for outer, inner in ((outer_a, inner_a), (outer_b, inner_b))
            for flat, at in ((outer, span[0]), (outer, span[1]), (inner, span[1]), (inner, span[0]))
        )
        return self.sawn(piece, corners, notches)

    def sawn(self, piece: Piece, corners: tuple[Point, ...], notches: tuple[Notch, ...] = ()) -> Member:
        """Set a stick given by its corners; lengths, cuts and centre are measured from them."""
        first, last = corners[:4], corners[4:]
        lengths = [math.dist(a, b) for a, b in zip(first, last, strict=True)]
        axis = _unit(_away(first[0], last[0]))
        long = max(_dot(c, axis) for c in last) - min(_dot(c, axis) for c in first)
        return self._add(
            piece,
            corners,
            long,
            min(lengths),
            sum(lengths) / 4,
            _off_square(first, axis),
            _off_square(last, axis),
            _centre(first, last, lengths),
            notches,
        )

    def tube(
        self,
        piece: Piece,
        path: tuple[Point, ...],
        flat: Point,
        along_mm: float | None = None,
        bends: tuple[Bend, ...] = (),
    ) -> Member:
        """Set a tube along a path of straight pieces lying in the plane square to `flat`.

        `along_mm` is its length along the curve the pieces stand for; without it they are all there is. `bends` are those
        a hand bender makes in it.
        """
        if piece.section is None:
            raise ValueError("a tube needs its section")
        half = piece.section.thick_mm / 2
        solids = tuple(_square_tube(a, b, flat, half) for a, b in itertools.pairwise(path))
        length = sum(math.dist(a, b) for a, b in itertools.pairwise(path))
        weights = [math.dist(a, b) for a, b in itertools.pairwise(path)]
        middles = [tuple((p + q) / 2 for p, q in zip(a, b, strict=True)) for a, b in itertools.pairwise(path)]
        x, y, z = (sum(w * m[i] for w, m in zip(weights, middles, strict=True)) / length for i in range(3))
        corners = (*solids[0][:4], *solids[-1][4:])
        cut = along_mm or length
        made = self._add(piece, corners, cut, cut, cut, 0.0, 0.0, (x, y, z))
        if len(solids) > 1:
            made = replace(made, convex=solids, bends=bends)
            self.members[-1] = made
        return made

    def knee_brace(self, piece: Piece, corner: Flat, leg: float, ahead: int, y: Flat) -> Member:
        """Set a 45° brace in a side wall, under a top rail and against an upright.

        corner is (x, z) where the upright meets the rail; ahead is +1 when the brace runs towards
        the front, −1 towards the rear.

             rail  ============
             up-  |    /  /
             right|   /  /   long point to long point = leg·√2
                  |  /  /
        """
        x, z = corner
        inset = (piece.section or self.section).deep_mm * math.sqrt(2)
        outline = (
            (x, z - leg),
            (x + ahead * leg, z),
            (x + ahead * (leg - inset), z),
            (x, z - leg + inset),
        )
        return self.profiled(piece, outline, "y", y)

    def diagonal(self, piece: Piece, face: Face, a: Flat, b: Flat, w: Flat) -> Member:
        """Set a brace in a face from (u, v) a up to b, its ends sawn along v to lie against uprights."""
        section = piece.section or self.section
        tall = section.deep_mm * math.hypot(1.0, (b[1] - a[1]) / (b[0] - a[0]))
        corners = tuple(
            face.point(u, v + rise, out)
            for u, v in (a, b)
            for rise, out in ((tall, w[0]), (tall, w[1]), (0, w[1]), (0, w[0]))
        )
        return self.sawn(piece, corners)

    def _add(
        self,
        piece: Piece,
        corners: tuple[Point, ...],
        length: float,
        short: float,
        mean: float,
        start_deg: float,
        end_deg: float,
        centre: Point,
        notches: tuple[Notch, ...] = (),
    ) -> Member:
        welded = self.body if piece.duty in BODY and piece.group is Group.FRAME else None
        section = piece.section or welded or self.section
        made = Member(
            ref=f"stick-{next(self._numbers)}",
            label=piece.letter,
            duty=piece.duty,
            role=piece.role,
            group=piece.group,
            why=piece.why,
            section=section,
            species=None
            if section.kg_m is not None
            else piece.species or self.species_of.get(piece.duty, self.species),
            corners=corners,
            length_mm=round(length, 2),
            short_mm=round(short, 2),
            mean_mm=mean,
            cuts=(Cut(start_deg), Cut(end_deg)),
            centre=centre,
            notches=notches,
            when=piece.when,
        )
        self.members.append(made)
        return made

    def labelled(self) -> tuple[Member, ...]:
        """The sticks, like pieces sharing a label: letter of the role, then a number by length."""
        alike = [_likeness(member) for member in self.members]
        kinds: dict[str, set[Likeness]] = {}
        for member, like in zip(self.members, alike, strict=True):
            kinds.setdefault(member.label, set()).add(like)
        number = {
            (letter, like): i + 1
            for letter, sizes in kinds.items()
            for i, like in enumerate(sorted(sizes, reverse=True))
        }
        return tuple(
            changed(member, label=f"{member.label}{number[member.label, like]}")
            for member, like in zip(self.members, alike, strict=True)
        )


Likeness = tuple[float, float, str, tuple[float, ...], int]


def _likeness(member: Member) -> Likeness:
    """Two sticks are the same piece when they are sawn alike, whichever end is first."""
    angles = tuple(sorted(cut.angle_deg for cut in member.cuts))
    notched = round(sum(notch.volume_mm3 for notch in member.notches))
    return member.length_mm, member.short_mm, member.section.key, angles, notched


def _away(a: Point, b: Point) -> Point:
    return b[0] - a[0], b[1] - a[1], b[2] - a[2]


def _dot(a: Point, b: Point) -> float:
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2]


def _unit(a: Point) -> Point:
    size = math.sqrt(_dot(a, a))
    return a[0] / size, a[1] / size, a[2] / size


def _off_square(ring: tuple[Point, ...], axis: Point) -> float:
    """Degrees between an end's cut and a square one."""
    a, b = _away(ring[0], ring[1]), _away(ring[0], ring[3])
    normal = (a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0])
    cosine = abs(_dot(_unit(normal), axis))
    angle = math.degrees(math.acos(min(1.0, cosine)))
    return 0.0 if angle < SQUARE_DEG else round(angle, 2)


def _centre(first: tuple[Point, ...], last: tuple[Point, ...], lengths: list[float]) -> Point:
    """Centre of mass of a prism sawn by two planes: length and middle both run evenly over its four corners, so that their
    product over the end is 4/9, 2/9 and 1/9 of a quarter for a corner itself, its neighbours and the one across."""
    a, b, c, d = lengths
    weights = (
        4 * a + 2 * (b + d) + c,
        4 * b + 2 * (a + c) + d,
        4 * c + 2 * (b + d) + a,
        4 * d + 2 * (a + c) + b,
    )
    total = 18 * (a + b + c + d)
    corners = tuple(zip(weights, first, last, strict=True))
    x, y, z = (sum(w * (p[i] + q[i]) for w, p, q in corners) / total for i in range(3))
    return x, y, z


def _square_tube(a: Point, b: Point, flat: Point, half: float) -> tuple[Point, ...]:
    """A tube between two points, as the square prism round it."""
    x, y, z = _unit(_away(a, b))
    side = (half * flat[0], half * flat[1], half * flat[2])
    up = (y * side[2] - z * side[1], z * side[0] - x * side[2], x * side[1] - y * side[0])

    def point(end: Point, i: int, j: int) -> Point:
        return (
            end[0] + i * side[0] + j * up[0],
            end[1] + i * side[1] + j * up[1],
            end[2] + i * side[2] + j * up[2],
        )

    return tuple(point(end, i, j) for end in (a, b) for i, j in _RING)


def corners_of(members: Iterable[Member]) -> np.ndarray:
    """The corners of every convex piece of some sticks, stick by stick.

    Args: members, of any number.
    Returns: array (pieces, 8, 3), mm.
    Source: geometry.

    >>> corners_of(pen().members[:2]).shape
    (2, 8, 3)
    """
    flat = itertools.chain.from_iterable
    points = flat(flat(member.solids for member in members))
    return np.fromiter(flat(points), float).reshape(-1, 8, 3)


def bounds(members: tuple[Member, ...]) -> np.ndarray:
    """The upright box round each stick.

    Args: members, one or more sticks.
    Returns: array (sticks, 2, 3): low and high corner, mm.
    Source: geometry.

    >>> bounds(()).shape
    (0, 2, 3)
    """
    if not members:
        return np.zeros((0, 2, 3))
    corners = corners_of(members)
    first = np.cumsum([0, *(len(member.solids) for member in members[:-1])])
    low = np.minimum.reduceat(corners.min(axis=1), first)
    high = np.maximum.reduceat(corners.max(axis=1), first)
    return np.stack([low, high], axis=1)
