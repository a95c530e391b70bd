"""What a pen weighs, by group, dry and fresh from the yard, and where its weight stands."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, When
from ergamot.core.frame.structure import Structure
from ergamot.core.units import G
from ergamot.core.working import Formula

GROUP_WORDS: dict[Group, str] = {
    Group.FRAME: "frame",
    Group.ROOF: "roof",
    Group.WALLS: "solid walls",
    Group.MESH: "mesh",
    Group.DOORS: "doors, hatches and lids",
    Group.HOUSE: "house",
    Group.NESTS: "nest boxes",
    Group.ROOSTS: "roosts",
    Group.INSIDE: "feeders and drinkers",
    Group.GEAR: "wheels, axle and handles",
    Group.FIXINGS: "screws and staples",
}

WEIGHT = Formula("W", "weight", f"m*{G}", "N")


@dataclass(frozen=True)
class Mass:
    """Masses in kg, centres of mass in mm; `groups` holds (dry, fresh) for each group.

    Feeders and drinkers are empty; `full_kg` is what feed, water and bedding add. `later_kg` is what
    will be fitted later, `aside_kg` what waits in the shed: neither is in the totals.
    """

    dry_kg: float
    fresh_kg: float
    groups: Mapping[Group, tuple[float, float]]
    dry_centre: Point
    fresh_centre: Point
    full_kg: float
    later_kg: float
    aside_kg: float

    def scaled(self, share: float) -> Mass:
        """The same pen so many times as heavy, about its own centre."""
        return replace(
            self,
            dry_kg=share * self.dry_kg,
            fresh_kg=share * self.fresh_kg,
            groups={group: (share * dry, share * fresh) for group, (dry, fresh) in self.groups.items()},
        )


def _parts(structure: Structure, when: When = When.NOW) -> Iterator[tuple[Group, float, float, Point]]:
    for member in structure.members:
        if member.when == when:
            yield member.group, member.dry_kg, member.fresh_kg, member.centre
    for panel in structure.panels:
        if panel.when == when:
            yield panel.group, panel.kg, panel.kg, panel.centre
    for item in structure.hardware:
        if item.when == when:
            yield item.group, item.kg, item.kg, item.place


def mass(structure: Structure) -> Mass:
    """Weigh every part of a pen. Birds on the grass add nothing.

    Args: structure.
    Returns: the Mass; its groups sum to its totals.
    Source: densities and masses from the catalogue; fresh timber by its species' factor.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> m = mass(build(make_design(c, "low-pen", {}), c))
    >>> m.fresh_kg > m.dry_kg > 40
    True
    """
    groups: dict[Group, tuple[float, float]] = {}
    dry_total = fresh_total = 0.0
    dry_moment, fresh_moment = [0.0] * 3, [0.0] * 3
    for group, dry, fresh, place in _parts(structure):
        before = groups.get(group, (0.0, 0.0))
        groups[group] = (before[0] + dry, before[1] + fresh)
        dry_total += dry
        fresh_total += fresh
        for axis in range(3):
            dry_moment[axis] += dry * place[axis]
            fresh_moment[axis] += fresh * place[axis]
    dx, dy, dz = (moment / dry_total for moment in dry_moment)
    fx, fy, fz = (moment / fresh_total for moment in fresh_moment)
    full = sum(one.kg for one in structure.contents)
    later, aside = (
        sum(fresh for _, _, fresh, _ in _parts(structure, when)) for when in (When.LATER, When.ASIDE)
    )
    return Mass(dry_total, fresh_total, groups, (dx, dy, dz), (fx, fy, fz), full, later, aside)
