"""The Wind verdict: the gust that first moves the parked pen, against the keeper's own."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

import numpy as np

from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Grade, Phrase, Telling, What, phrase, rank_of
from ergamot.core.units import Quantity
from ergamot.core.weather.body import WindBody
from ergamot.core.weather.gust_steps import gust_working, side_of
from ergamot.core.weather.leaves import Leaf, tearing
from ergamot.core.weather.speed import LEAST_HEIGHT_M
from ergamot.core.weather.threshold import Gusts, Stability, Stands, as_good_as

CAUTIONS = (
    "In a storm move the birds to a building. No pen designed here is a certified structure.",
    "Where someone could be hurt, ask a structural engineer.",
)
ARCH_KNOWN = 0.6  # rise over base, ASCE 7 arched roofs
WIDE = 1.05  # a narrower band is not worth telling; may move


def judge_wind(stands: Stands, farm: FarmConditions, torn: Sequence[Leaf] = ()) -> Finding:
    """Judge whether the parked pen stands in the keeper's design gust, whichever way it blows, and nothing is torn off it.

    Args: stands, of the parked pen; farm, with the design gust; torn, what can be torn off it.
    Returns: the Wind finding; its ratio is the gust it stands on poor grip over the design gust, its least the one it
        stands as is usual; of what tears off before that, the gust that does it after a season outdoors, and new.
    Source: static panel method, EN 1991-1-4 and ASCE 7 coefficients.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability, stands_on
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> judge_wind(stands_on(stable, c.grounds["moist"]), farm()).what.value
    'wind'
    """
    gust = farm.design_gust_ms
    ratio, least = stands.poor.worst.least / gust, stands.usual.worst.least / gust
    first = min(torn, key=lambda one: one.rank(gust), default=None)
    if first is not None and first.rank(gust) < rank_of(ratio, least):
        return Finding(
            what=What.WIND,
            title="Wind",
            ratio=first.tears_ms / gust,
            least=first.new_ms / gust,
            tell=partial(_torn, first, stands, farm),
            costs=partial(phrase, COST_OF_CLOTH),
        )
    return Finding(
        what=What.WIND,
        title="Wind",
        ratio=ratio,
        least=least,
        tell=partial(_telling, stands, farm, first),
        costs=partial(phrase, COST),
    )


def _torn(first: Leaf, stands: Stands, farm: FarmConditions) -> Telling:
    """Where something is torn off before the pen itself moves."""
    gust = farm.design_gust_ms
    standing = _telling(stands, farm)
    figures = {"tears": Quantity(first.tears_ms, "ms"), "limit": Quantity(gust, "ms")}
    short = rank_of(first.tears_ms / gust, first.new_ms / gust)[0] == Grade.SHORT.level
    return replace(
        standing,
        sentence=phrase(f"the {first.role} tears off at {{tears}}; your gust is {{limit}}", **figures),
        figure=phrase("stands {tears}", **figures),
        working=tearing(first, stands.poor, gust).steps,
        answer="least" if short else "ratio",
        details=(standing.sentence, *standing.details),
        band=None,
        band_words=None,
    )


def _telling(stands: Stands, farm: FarmConditions, first: Leaf | None = None) -> Telling:
    figures = {
        name: Quantity(one.worst.least, "ms")
        for name, one in (("poor", stands.poor), ("usual", stands.usual), ("firm", stands.firm))
    } | {"limit": Quantity(farm.design_gust_ms, "ms")}
    gust = farm.design_gust_ms
    grade = stands.grade(gust)
    short = grade is Grade.SHORT
    shown, other = (stands.usual, stands.poor) if short else (stands.poor, stands.usual)
    work = gust_working(shown, shown.worst, farm, short)
    ways = {True: ("least", "ratio"), False: ("ratio", "least")}[short]
    says = "the same on poor grip, anchors at half" if short else "the same as is usual, anchors as told"
    work.step(ways[0], "stands over your gust", "V10/V_d")
    work.given("V10_o", says, other.worst.least, "ms", "worked alike")
    work.step(ways[1], "that over your gust", "V10_o/V_d")
    worst = shown.worst
    return Telling(
        sentence=phrase(_SENTENCES[grade].format(worst.mode, side_of(worst.direction_deg)), **figures),
        figure=phrase("stands {poor}", **figures),
        limit=phrase("your gust {limit} at 10 m", **figures),
        working=work.steps,
        answer=ways[0],
        details=(
            told_of_headings(headings(stands)),
            *_details(stands.poor),
            *([_goes(first)] if first is not None else []),
            *_beyond(stands.poor.loads.body),
        ),
        band=(stands.poor.worst.least / gust, stands.firm.worst.least / gust) if _wide(stands) else None,
        band_words=phrase("{poor} to {firm} as grip and anchors vary", **figures) if _wide(stands) else None,
        cautions=CAUTIONS,
    )


def _goes(first: Leaf) -> Phrase:
    return phrase(f"the {first.role} tears off at {{tears}}", tears=Quantity(first.tears_ms, "ms"))


def _wide(stands: Stands) -> bool:
    return stands.firm.worst.least >= WIDE * stands.poor.worst.least


COST_OF_CLOTH = (
    "new it holds, after a season it may not: batten its edges anew, or take heavier cloth or board"
)
COST = "on a greasy day it goes; cheapest: a pair of anchors more, or its best end turned to a gale"
_SENTENCES = {
    Grade.SHORT: "{} first, wind from {}, at {{usual}} on usual grip; your gust is {{limit}}",
    Grade.BETWEEN: "hangs on your grass: {} first, wind from {}, at {{poor}} on poor grip, {{usual}} as is usual",
    Grade.RIGHT: "{} first, wind from {}, on poor grip too; your gust is {{limit}}",
    Grade.AMPLE: "{} first, wind from {}, on poor grip too; your gust is {{limit}}",
}


@dataclass(frozen=True)
class Headings:
    """The wind a pen stands best in on poor grip; the other sides that grip does not tell from it; whether that is all
    of them."""

    best: Gusts
    others: tuple[str, ...]
    alike: bool

    @property
    def also(self) -> str:
        """The other sides, in words that follow the best."""
        return f"; about as good from {' or '.join(self.others)}" if self.others else ""


def headings(stands: Stands) -> Headings:
    """Which ends and sides a wind may best come from.

    Args: stands, of the parked pen.
    Returns: the Headings.
    Source: our judgement: one is no worse where its gust on usual grip reaches the best on poor.

    >>> from ergamot.core.weather.body import wind_body
    >>> from ergamot.core.weather.holding import Holding
    >>> from ergamot.core.weather.threshold import stability, stands_on
    >>> stable = stability(wind_body(pen()), Holding(60.0, (1.5, 0.0), 0.35), 0.03)
    >>> headings(stands_on(stable, c.grounds["moist"])).alike
    False
    """
    best = stands.poor.best
    as_good = [one for one in stands.usual.gusts if one.least >= best.least]
    sides = dict.fromkeys(side_of(one.direction_deg) for one in as_good)
    others = tuple(side for side in sides if side != side_of(best.direction_deg))
    return Headings(best, others, len(as_good) == len(stands.usual.gusts))


def told_of_headings(found: Headings) -> Phrase:
    """The best headings in a sentence.

    Args: found.
    Returns: a Phrase.
    Source: as `headings`.

    >>> from ergamot.core.weather.threshold import Gusts
    >>> told_of_headings(Headings(Gusts(0.0, 40.0, 30.0, 50.0, 0, 0), ("the rear",), False)).text("metric")
    'best with the wind from the front: slides at 30 m/s; about as good from the rear'
    """
    if found.alike:
        return phrase("any heading is alike: they differ by less than your grass does")
    best = found.best
    words = f"best with the wind from {side_of(best.direction_deg)}: {best.mode} at {{gust}}{found.also}"
    return phrase(words, gust=Quantity(best.least, "ms"))


def _details(stable: Stability) -> tuple[Phrase, ...]:
    lines = []
    modes = (("slides", "slide"), ("tips", "tip"), ("lifts", "lift"))
    for word, name in modes:
        gusts = min(stable.gusts, key=lambda g: as_good_as(getattr(g, name)))
        value = getattr(gusts, name)
        lines.append(
            phrase(f"{word} at {{gust}} from {side_of(gusts.direction_deg)}", gust=Quantity(value, "ms"))
            if np.isfinite(value)
            else phrase(f"never {word}")
        )
    return tuple(lines)


def _beyond(body: WindBody) -> tuple[Phrase, ...]:
    """Where the method is stretched past what it was made for."""
    rises = [surface.arch.rise for surface in body.surfaces if surface.arch]
    lines = []
    if rises and max(rises) > ARCH_KNOWN:
        lines.append(
            phrase("its arch is higher than the coefficients were measured for: they are extrapolated")
        )
    if body.height_m < LEAST_HEIGHT_M:
        lines.append(
            phrase(
                "lower than the log profile tells of: taken at {low}",
                low=Quantity(1000 * LEAST_HEIGHT_M, "mm"),
            )
        )
    return tuple(lines)
