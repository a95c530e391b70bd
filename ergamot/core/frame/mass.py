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


def _parts(structure: Structure) -> Iterator[tuple[When, Group, float, float, Point]]:
    for member in structure.members:
        yield member.when, member.group, member.dry_kg, member.fresh_kg, member.centre
    for panel in structure.panels:
        yield panel.when, panel.group, panel.kg, panel.kg, panel.centre
    for item in structure.hardware:
        yield item.when, item.group, item.kg, item.kg, item.place


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
    dx = dy = dz = fx = fy = fz = 0.0
    besides = dict.fromkeys(When, 0.0)
    for when, group, dry, fresh, (x, y, z) in _parts(structure):
        if when is not When.NOW:
            besides[when] += fresh
            continue
        before = groups.get(group, (0.0, 0.0))
        groups[group] = (before[0] + dry, before[1] + fresh)
        dry_total += dry
        fresh_total += fresh
        dx, dy, dz = dx + dry * x, dy + dry * y, dz + dry * z
        fx, fy, fz = fx + fresh * x, fy + fresh * y, fz + fresh * z
    dry_centre = (dx / dry_total, dy / dry_total, dz / dry_total)
    fresh_centre = (fx / fresh_total, fy / fresh_total, fz / fresh_total)
    full = sum(one.kg for one in structure.contents)
    return Mass(
        dry_total,
        fresh_total,
        groups,
        dry_centre,
        fresh_centre,
        full,
        besides[When.LATER],
        besides[When.ASIDE],
    )
