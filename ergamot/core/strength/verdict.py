"""How strong the frame is: its weakest part, and everything that was asked of it."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from functools import partial

from ergamot.core.catalogue import Catalogue
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Grade, Phrase, Telling, What, phrase
from ergamot.core.frame.mass import Mass
from ergamot.core.frame.rejoined import parts_of, rejoined
from ergamot.core.frame.structure import Structure
from ergamot.core.gear.haul import Haul, usual_haul
from ergamot.core.gear.telling import FAR_MORE
from ergamot.core.records import changed
from ergamot.core.strength.check import Check
from ergamot.core.strength.floors import floor_checks
from ergamot.core.strength.moving import moving_checks
from ergamot.core.strength.pipe import pipe_checks
from ergamot.core.strength.racking import racking_checks
from ergamot.core.strength.snow import snow_checks
from ergamot.core.strength.splices import splice_checks
from ergamot.core.strength.standing import Birds, roost_checks
from ergamot.core.units import Quantity
from ergamot.core.weather.threshold import Stability

CAUTIONS = (
    "This is a warning, not a certificate: knots, rot, most joints and rough handling are not in it.",
    "Where someone could be hurt, or the pen stands where snow or storms are severe, ask a structural engineer.",
    "Clear snow from the roof; do not go under a raised pen.",
)
# What would mend what birds and people stand on, and walls that lean: parameters, the likeliest first
ROOSTED_BY = ("roost_held", "roost_laid", "roost_made", "bearer_made")
CARRIED_BY = ("bearer_made", "bearer_section", "mesh_floor", "house_floor_of", "bay")
BRACED_BY = ("end_braces", "wall_braces", "gussets", "end_wall")
LEAST_SAID = 0.1  # how much less than a tenth it bears, nobody asks; judgement; may move
MOST_RATIO = 99.0  # as good as any; may move
COST = "wood tires of moves: look it over each season; cheapest: the next size of that stick"
_WORDS = {
    Grade.SHORT: "it takes more than it bears",
    Grade.BETWEEN: "it holds for now, not for years of moves",
    Grade.RIGHT: "it holds",
    Grade.AMPLE: "it holds",
}
_AFTER = {Grade.SHORT: ": too weak", Grade.BETWEEN: ": close"}


@dataclass(frozen=True)
class Strength:
    """The finding, every check behind it, weakest first, and for each stick the share of its strength used."""

    finding: Finding
    checks: tuple[Check, ...]
    used: Mapping[str, float]

    @property
    def mends(self) -> tuple[str, ...]:
        """The parameters that would mend what is weaker than good, the weakest first."""
        weak = (check.mends for check in self.checks if check.rank[0] < Grade.RIGHT.level)
        return tuple(dict.fromkeys(name for names in weak for name in names))


def judge_strength(
    catalogue: Catalogue,
    structure: Structure,
    weighed: Mass,
    farm: FarmConditions,
    moved: Haul | None = None,
    birds: Birds | None = None,
    stable: Stability | None = None,
) -> Strength:
    """Find what in the frame comes nearest to breaking when it is moved, snowed on, slept or stepped on.

    Args: catalogue; structure; weighed, its mass; farm, with mover, ground and snow; moved, the move by its crew, where that is
        known; birds that sleep and stand in it, where there are any; stable, how it stands in the wind, where that is known.
    Returns: the Strength; its ratio is the least of what parts bear over what they must.
    Raises: OutOfRange.
    Source: NDS 2018; statics; loads as each check names.

    >>> from ergamot.core.catalogue.loader import load_catalogue
    >>> from ergamot.core.frame.design import build, make_design
    >>> from ergamot.core.frame.mass import mass
    >>> from ergamot.core.farm.conditions import make_conditions
    >>> c = load_catalogue()
    >>> s = build(make_design(c, "low-pen", {}), c)
    >>> judge_strength(c, s, mass(s), make_conditions(c)).finding.verdict.value
    'ample'
    """
    whole = rejoined(structure)
    moved = moved or usual_haul(catalogue, structure, weighed, farm, farm.crew)
    moving = tuple(moving_checks(whole, weighed, moved))
    found = [
        *moving,
        *splice_checks(structure, moving),
        *snow_checks(whole, farm),
        *pipe_checks(whole, weighed, farm),
        *(_mended_by(BRACED_BY, racking_checks(whole, stable, farm.design_gust_ms)) if stable else ()),
        *(_mended_by(ROOSTED_BY, roost_checks(whole, birds)) if birds else ()),
        *(_mended_by(CARRIED_BY, floor_checks(whole, birds)) if birds else ()),
    ]
    parts = parts_of(structure)
    told = (
        replace(one, refs=(*one.refs, *(part for ref in one.refs for part in parts.get(ref, ()))))
        for one in found
    )
    checks = tuple(sorted(told, key=lambda check: check.rank))
    used: dict[str, float] = {}
    for check in checks:
        for ref in check.refs:
            used[ref] = max(used.get(ref, 0.0), 1 / max(check.ratio, 1e-6))
    return Strength(_finding(checks), checks, used)


def _mended_by(names: tuple[str, ...], checks: Iterable[Check]) -> Iterator[Check]:
    return (changed(check, mends=names) for check in checks)


def _finding(checks: tuple[Check, ...]) -> Finding:
    if not checks:
        return Finding(
            what=What.STRENGTH,
            title="Frame",
            ratio=MOST_RATIO,
            least=MOST_RATIO,
            tell=partial(
                Telling,
                phrase("nothing in it was asked to bear anything"),
                phrase("not reckoned"),
                phrase("NDS 2018"),
                (),
                "",
                cautions=CAUTIONS,
            ),
        )
    return Finding(
        what=What.STRENGTH,
        title="Frame",
        ratio=min(checks[0].ratio, MOST_RATIO),
        least=min(checks[0].least, MOST_RATIO),
        tell=partial(_telling, checks),
        costs=partial(phrase, COST),
    )


def _telling(checks: tuple[Check, ...]) -> Telling:
    weakest = checks[0]
    return Telling(
        sentence=phrase(f"weakest: {weakest.what}; {_WORDS[weakest.grade]}"),
        figure=phrase(
            "bears {ratio} × its load"
            if weakest.ratio >= LEAST_SAID
            else "bears less than {ratio} × its load",
            ratio=Quantity(max(LEAST_SAID, min(weakest.ratio, MOST_RATIO)), ""),
        ),
        limit=phrase("bending values of NDS 2018 before it breaks; a warning, never a certificate"),
        working=weakest.working,
        answer="ratio",
        details=tuple(
            phrase(
                f"{check.what}: {_figure(check.demand)} of {_figure(check.capacity)} {check.unit}"
                + _AFTER.get(check.grade, "")
            )
            for check in checks
        ),
        cautions=CAUTIONS,
    )


def told_of_use(used: float) -> Phrase:
    """What share of its strength a stick is asked for.

    Args: used, a share, 0 or more.
    Returns: a Phrase; over three times as much is no figure.
    Source: arithmetic.

    >>> told_of_use(0.4).text("metric"), told_of_use(4.0).text("metric")
    ('asked for 40 % of its strength', 'asked for far more than it bears')
    """
    if used > FAR_MORE:
        return phrase("asked for far more than it bears")
    return phrase("asked for {used} of its strength", used=Quantity(used, "share"))


def _figure(value: float) -> str:
    return f"{value:.3g}" if value < 1000 else f"{value:.0f}"
