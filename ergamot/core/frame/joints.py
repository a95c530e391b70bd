"""How two sticks are fixed to each other: which screw or bolt, how long, and why that one."""

from __future__ import annotations

from ergamot.core.catalogue import Catalogue
from ergamot.core.frame.contact import Bearing, bearings
from ergamot.core.frame.structure import Joint, Member

SCREWS_PER_JOINT = 2  # judgement: on one a stick turns
GRIP_MM = 25.0  # least wood the point holds in; 6 diameters of a No. 8 screw, NDS 2018 12.1.5
# judgement: a point never comes nearer the far face, boards being 2 mm thinner than named
SHORT_OF_FACE_MM = 3.0
SKEW_OVER_MM = 70.0  # deeper than this is not screwed through: skewed through the end instead
SKEW_SCREW_MM = 75.0
SKEW_START_MM = 25.0  # from the end, at 45°; judgement: nearer splits it
BOLT_EXTRA_MM = 15.0  # two washers 4, nut 8, three threads 3
BOLTED_ROLES = frozenset({"handle", "axle leg", "handle post", "pivot board", "lever", "wheel board"})


def joints(members: tuple[Member, ...], catalogue: Catalogue) -> tuple[Joint, ...]:
    """Every joint of a frame, from where its sticks bear on each other.

    Args: members; catalogue, with the lengths screws and bolts are sold in.
    Returns: one Joint for each touching pair.
    Source: common practice: screw = what it passes through and at least 25 mm grip, 3 mm short of the
        far face; bolt = parts, washers, nut and 3 mm.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> joints((), load_catalogue())
    ()
    """
    screws, bolts = lengths(catalogue, "screw-"), lengths(catalogue, "bolt-")
    return tuple(_fix(members, bearing, screws, bolts) for bearing in bearings(members))


def lengths(catalogue: Catalogue, kind: str) -> tuple[float, ...]:
    """Lengths a fixing is sold in.

    Args: catalogue; kind, the start of its keys: screw- or bolt-.
    Returns: mm, shortest first.
    Source: the catalogue.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> lengths(load_catalogue(), "screw-")[0]
    30.0
    """
    found = [key.removeprefix(kind) for key in catalogue.hardware if key.startswith(kind)]
    return tuple(sorted(float(length) for length in found if length.isdigit()))


def _fix(
    members: tuple[Member, ...], bearing: Bearing, screws: tuple[float, ...], bolts: tuple[float, ...]
) -> Joint:
    i, j = bearing.pair
    first, second = members[i], members[j]
    if (first.group == "doors") != (second.group == "doors"):
        return Joint((first.ref, second.ref), "rest", 0, rule="the leaf rests on the frame, hinged")
    if first.role in BOLTED_ROLES or second.role in BOLTED_ROLES:
        return _bolt(first, second, bearing, bolts)
    if first.section.kg_m is not None or second.section.kg_m is not None:
        return Joint((first.ref, second.ref), "tie", 2, rule="tube strapped with two ties")
    if all(bearing.ends):
        return _skew(first, second, bearing.deep_mm[1], "ends meet: skewed from both sides")
    # The screw starts in the stick that shows its side, the thinner one where both do.
    starts_first = bearing.ends[1] if any(bearing.ends) else bearing.deep_mm[0] <= bearing.deep_mm[1]
    starter, holder = (first, second) if starts_first else (second, first)
    through, into = bearing.deep_mm if starts_first else bearing.deep_mm[::-1]
    if through > SKEW_OVER_MM:
        return _skew(holder, starter, through, "too deep to screw through: skewed through the end")
    fits = [length for length in screws if length <= through + into - SHORT_OF_FACE_MM]
    grips = [length for length in fits if length >= through + GRIP_MM]
    if not fits:
        return _bolt(first, second, bearing, bolts)
    length = grips[0] if grips else fits[-1]
    held = "25 mm grip" if grips else "as much grip as the wood gives"
    rule = f"through {through:.0f} mm, {held}, 3 mm short of the far face"
    return Joint(
        (starter.ref, holder.ref),
        f"screw-{length:.0f}",
        SCREWS_PER_JOINT,
        length,
        through,
        length - through,
        rule,
    )


def skewed(starter: Member, holder: Member, far_mm: float, rule: str) -> Joint:
    """A joint that no touching face shows, such as a rafter's seat over its plate.

    Args: starter, the stick the screws start in; holder; far_mm, wood beyond the joint; rule, in words.
    Returns: the Joint, of two skewed screws.
    Source: common practice.
    """
    return _skew(starter, holder, far_mm, rule)


def _skew(starter: Member, holder: Member, far: float, rule: str) -> Joint:
    """Two screws at 45°, one from each side, started a little way from the end."""
    along = SKEW_START_MM * 2**0.5
    return Joint(
        (starter.ref, holder.ref),
        f"screw-{SKEW_SCREW_MM:.0f}",
        SCREWS_PER_JOINT,
        SKEW_SCREW_MM,
        along,
        min(SKEW_SCREW_MM - along, far * 2**0.5),
        rule,
    )


def _bolt(first: Member, second: Member, bearing: Bearing, bolts: tuple[float, ...]) -> Joint:
    parts = sum(bearing.deep_mm)
    if any(bearing.ends):
        parts = min(bearing.deep_mm) * 2
    enough = [length for length in bolts if length >= parts + BOLT_EXTRA_MM]
    length = enough[0] if enough else bolts[-1]
    rule = f"through {parts:.0f} mm of wood, two washers, nut and 3 mm"
    return Joint((first.ref, second.ref), f"bolt-{length:.0f}", 2, length, parts, 0.0, rule)
