"""The pieces of a pen, like ones together, labelled as on the drawing."""

from __future__ import annotations

from ergamot.core.frame.structure import Member, Structure
from ergamot.core.records import record
from ergamot.core.stock.patterns import Mitre


@record
class Piece:
    """Sticks cut alike; `species` is "" for tube.

    Lengths in mm to the long and to the short point; angles off square.
    """

    label: str
    role: str
    why: str
    section: str
    species: str
    length_mm: float
    short_mm: float
    angles_deg: tuple[float, float]
    count: int
    refs: tuple[str, ...]
    mean_mm: float = 0.0

    @property
    def mitre(self) -> Mitre | None:
        """How it nests with its like: where one of its ends is square, or both are sawn alike."""
        low, high = sorted(self.angles_deg)
        if not high or not self.mean_mm or (low and low != high):
            return None
        return Mitre(high, low == high, round(self.mean_mm, 2))


def saw_deg(angle_deg: float) -> float:
    """An angle as a saw is set: to the half degree.

    Args: angle_deg, off square.
    Returns: degrees.
    Source: common practice; a quarter of a degree opens a joint 89 mm deep by 0.4 mm.

    >>> saw_deg(17.68), saw_deg(45.0), saw_deg(53.75 - 1e-9) == saw_deg(53.75 + 1e-9)
    (17.5, 45.0, True)
    """
    return round(2 * round(angle_deg, 3)) / 2  # between two settings, one of them however it was worked out


def cut_list(structure: Structure) -> tuple[Piece, ...]:
    """Every stick of a structure as a list of pieces.

    Args: structure.
    Returns: one Piece for each label, in label order; counts sum to the number of sticks.
    Source: the structure.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> c = load_catalogue()
    >>> cut_list(build(make_design(c, "low-pen", {}), c))[0].label
    'A1'
    """
    by_label: dict[str, list[Member]] = {}
    for member in structure.members:
        by_label.setdefault(member.label, []).append(member)
    return tuple(_piece(label, by_label[label]) for label in sorted(by_label))


def _piece(label: str, alike: list[Member]) -> Piece:
    first = alike[0]
    roles = dict.fromkeys(member.role for member in alike)
    return Piece(
        label=label,
        role=" / ".join(roles),
        why="; ".join(dict.fromkeys(member.why for member in alike)),
        section=first.section.key,
        species=first.species.key if first.species else "",
        length_mm=first.length_mm,
        short_mm=first.short_mm,
        angles_deg=(saw_deg(first.cuts[0].angle_deg), saw_deg(first.cuts[1].angle_deg)),
        count=len(alike),
        refs=tuple(member.ref for member in alike),
        mean_mm=first.mean_mm,
    )
