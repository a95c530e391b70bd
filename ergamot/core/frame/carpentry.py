"""Sawing and setting sticks: the bench every shape builds its frame on."""

from __future__ import annotations

import math
from dataclasses import dataclass, field, replace

import numpy as np

from ergamot.core.catalogue import Section, Species
from ergamot.core.frame.geometry import (
    Flat,
    Point,
    box_corners,
    polygon_area,
    polygon_centre,
)
from ergamot.core.frame.structure import Cut, Group, Joint, Member

TOUCH_MM = 0.5  # closer than this, two faces count as touching
SCREWS_PER_JOINT = 2  # two 75–90 mm screws a frame joint; common practice


@dataclass
class Framing:
    """Collects the sticks of one pen while it is being built, in one timber."""

    section: Section
    species: Species
    members: list[Member] = field(default_factory=list)

    def stick(
        self, role: str, letter: str, why: str, x: Flat, y: Flat, z: Flat, along: str, group: Group = "frame"
    ) -> None:
        """Set a square-cut stick filling the box x × y × z (mm), running along one axis."""
        spans = {"x": x, "y": y, "z": z}
        length = spans[along][1] - spans[along][0]
        corners = box_corners(x, y, z, along)
        centre = (sum(x) / 2, sum(y) / 2, sum(z) / 2)
        self._add(role, letter, why, group, corners, length, length, (Cut(), Cut()), centre)

    def knee_brace(self, letter: str, why: str, corner: Flat, leg: float, ahead: int, y: Flat) -> None:
        """Set a 45° brace in a side wall, under a top rail and against an upright.

        corner is (x, z) where the upright meets the rail; ahead is +1 when the brace runs towards
        the front, −1 towards the rear.

             rail  ============
             up-  |    /  /
             right|   /  /   long point to long point = leg·√2
                  |  /  /
        """
        x, z = corner
        inset = self.section.deep_mm * math.sqrt(2)
        profile: tuple[Flat, ...] = (
            (x, z - leg),
            (x, z - leg + inset),
            (x + ahead * (leg - inset), z),
            (x + ahead * leg, z),
        )
        ring = [profile[0], profile[1]], [profile[3], profile[2]]
        corners: list[Point] = []
        for (outer_x, outer_z), (inner_x, inner_z) in ring:
            corners += [
                (outer_x, y[0], outer_z),
                (outer_x, y[1], outer_z),
                (inner_x, y[1], inner_z),
                (inner_x, y[0], inner_z),
            ]
        middle = polygon_centre(profile)
        self._add(
            "knee brace",
            letter,
            why,
            "frame",
            tuple(corners),
            leg * math.sqrt(2),
            (leg - inset) * math.sqrt(2),
            (Cut(45.0), Cut(45.0)),
            (middle[0], sum(y) / 2, middle[1]),
        )

    def _add(
        self,
        role: str,
        letter: str,
        why: str,
        group: Group,
        corners: tuple[Point, ...],
        length: float,
        short: float,
        cuts: tuple[Cut, Cut],
        centre: Point,
    ) -> None:
        self.members.append(
            Member(
                ref=f"stick-{len(self.members) + 1}",
                label=letter,
                role=role,
                group=group,
                why=why,
                section=self.section,
                species=self.species,
                corners=corners,
                length_mm=round(length, 2),
                short_mm=round(short, 2),
                cuts=cuts,
                centre=centre,
            )
        )

    def labelled(self) -> tuple[Member, ...]:
        """The sticks, like pieces sharing a label: letter of the role, then a number by length."""
        kinds: dict[str, list[tuple[float, float]]] = {}
        for member in self.members:
            sizes = kinds.setdefault(member.label, [])
            if _size(member) not in sizes:
                sizes.append(_size(member))
        for sizes in kinds.values():
            sizes.sort(reverse=True)
        return tuple(
            replace(member, label=f"{member.label}{kinds[member.label].index(_size(member)) + 1}")
            for member in self.members
        )


def _size(member: Member) -> tuple[float, float]:
    return member.length_mm, member.short_mm


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
    corners = np.array([member.corners for member in members])
    return np.stack([corners.min(axis=1), corners.max(axis=1)], axis=1)


def joints(members: tuple[Member, ...], bolted_roles: frozenset[str]) -> tuple[Joint, ...]:
    """Every place where two sticks bear on each other face to face, and how it is fixed.

    Args: members; bolted_roles, roles fixed with two bolts instead of two screws.
    Returns: one Joint for each pair.
    Source: common practice.

    >>> joints((), frozenset())
    ()
    """
    if len(members) < 2:
        return ()
    box = bounds(members)
    low = np.maximum(box[:, None, 0], box[None, :, 0])
    high = np.minimum(box[:, None, 1], box[None, :, 1])
    shared = high - low
    bearing = (np.abs(shared) <= TOUCH_MM).sum(axis=2) == 1
    meeting = (shared > 1).sum(axis=2) == 2
    pairs = np.argwhere(np.triu(bearing & meeting, 1))

    def fixed(first: Member, second: Member) -> Joint:
        bolted = first.role in bolted_roles or second.role in bolted_roles
        fixing = "bolt-90" if bolted else "screw-75"
        return Joint((first.ref, second.ref), fixing, SCREWS_PER_JOINT)

    return tuple(fixed(members[i], members[j]) for i, j in pairs)


def backing_m2(corners: tuple[Point, ...], axis: int, plane: float, members: tuple[Member, ...]) -> float:
    """How much of an upright rectangular panel lies on sticks.

    Args: corners of the panel, mm; axis, the one it faces along (0 x, 1 y, 2 z); plane, its place on
        that axis, mm; members, the frame.
    Returns: m².
    Source: geometry; a braced corner counts by the share of its box that is wood.
    """
    across = [a for a in range(3) if a != axis]
    low_u, low_v = (min(c[a] for c in corners) for a in across)
    high_u, high_v = (max(c[a] for c in corners) for a in across)
    box = bounds(members)
    near = np.abs(box[:, :, axis] - plane).min(axis=1) <= TOUCH_MM
    wide = np.minimum(box[:, 1, across[0]], high_u) - np.maximum(box[:, 0, across[0]], low_u)
    tall = np.minimum(box[:, 1, across[1]], high_v) - np.maximum(box[:, 0, across[1]], low_v)
    area = np.where(near, np.clip(wide, 0, None) * np.clip(tall, 0, None), 0.0)
    total = 0.0
    for index in np.nonzero(area)[0]:
        total += float(area[index]) * _wood_share(members[index], axis, box[index])
    return total / 1e6


def _wood_share(member: Member, axis: int, box: np.ndarray) -> float:
    if member.length_mm == member.short_mm:
        return 1.0
    across = [a for a in range(3) if a != axis]
    size = box[1] - box[0]
    profile = [member.corners[i] for i in (0, 3, 7, 4)]
    flat = tuple((p[across[0]], p[across[1]]) for p in profile)
    return polygon_area(flat) / float(size[across[0]] * size[across[1]])
