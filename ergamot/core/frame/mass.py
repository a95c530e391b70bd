"""What a pen weighs, by group, dry and fresh from the yard, and where its weight stands."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ergamot.core.errors import require_range
from ergamot.core.finding import Finding, Phrase, What, phrase
from ergamot.core.frame.geometry import Point
from ergamot.core.frame.kinds import Group, When
from ergamot.core.frame.structure import Structure
from ergamot.core.units import G, Quantity
from ergamot.core.working import Formula, Working

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


def judge_weight(structure: Structure, weighed: Mass, heaviest_kg: float) -> Finding:
    """Is the pen within the weight the keeper wants to move every day?

    Args: structure; weighed, its mass; heaviest_kg, the keeper's own limit, 5 to 2000 kg.
    Returns: the Weight finding; its ratio is the limit over the fresh mass.
    Raises: OutOfRange.
    Source: the keeper's limit; masses as `mass`.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> s = build(make_design(c, "low-pen", {}), c)
    >>> judge_weight(s, mass(s), 500).verdict.word
    'to spare'
    """
    require_range("heaviest_kg", heaviest_kg, 5, 2000, "kg")
    work = Working()
    symbols = []
    for group, (_, fresh) in weighed.groups.items():
        symbol = f"m_{group}"
        work.given(symbol, f"{GROUP_WORDS[group]}, fresh", fresh, "kg", _count_words(structure, group))
        symbols.append(symbol)
    work.step("m_fresh", "the pen, timber fresh from the yard", " + ".join(symbols), "kg")
    work.given("limit", "the heaviest you want", heaviest_kg, "kg", "your own limit")
    work.step("ratio", "limit over mass", "limit/m_fresh")
    work.given("m_dry", "the same pen once its timber is dry", weighed.dry_kg, "kg", "densities at 12–15 %")
    work.given("x_cg", "centre of mass ahead of the rear end", weighed.fresh_centre[0], "mm", "moments")
    work.given("z_cg", "centre of mass above the ground", weighed.fresh_centre[2], "mm", "moments")
    heaviest = max(weighed.groups, key=lambda group: weighed.groups[group][1])
    share = weighed.groups[heaviest][1] / weighed.fresh_kg
    spare = heaviest_kg - weighed.fresh_kg
    return Finding(
        what=What.WEIGHT,
        title="Weight",
        sentence=phrase(
            "{spare} under your limit" if spare >= 0 else "{spare} over your limit",
            spare=Quantity(abs(spare), "kg"),
        ),
        figure=phrase(
            "{fresh} fresh, {dry} dry",
            fresh=Quantity(weighed.fresh_kg, "kg"),
            dry=Quantity(weighed.dry_kg, "kg"),
        ),
        ratio=work.known["ratio"],
        limit=phrase("you want {limit} at most", limit=Quantity(heaviest_kg, "kg")),
        working=work.done(),
        answer="ratio",
        details=(
            phrase("{share} of it is " + GROUP_WORDS[heaviest], share=Quantity(share, "share")),
            phrase(
                "centre of mass {x} from the rear end, {z} up",
                x=Quantity(weighed.fresh_centre[0], "mm"),
                z=Quantity(weighed.fresh_centre[2], "mm"),
            ),
            *_besides(weighed),
        ),
    )


def _besides(weighed: Mass) -> list[Phrase]:
    """What the total leaves out: contents, parts to come, parts in the shed."""
    words = {
        "{kg} more when feeders and drinkers are full": weighed.full_kg,
        "{kg} still to come, fitted later": weighed.later_kg,
        "{kg} waits in the shed": weighed.aside_kg,
    }
    return [phrase(text, kg=Quantity(kg, "kg")) for text, kg in words.items() if kg > 0]


def _count_words(structure: Structure, group: Group) -> str:
    sticks = sum(member.group == group for member in structure.members)
    panels = sum(panel.group == group for panel in structure.panels)
    parts = sum(item.count for item in structure.hardware if item.group == group)
    words = [
        f"{count} {word}{'s' if count != 1 else ''}"
        for count, word in ((sticks, "stick"), (panels, "panel"), (parts, "part"))
        if count
    ]
    return ", ".join(words)
