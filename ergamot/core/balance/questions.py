"""The questions that are asked of a pen, each declared once: whatever else asks, lists, mends or searches reads it here."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from enum import StrEnum
from functools import partial

from ergamot.core.balance.case import Case
from ergamot.core.balance.helpful import (
    anything_helps,
    helps_its_mass,
    helps_moving,
    helps_strength,
    helps_wind,
)
from ergamot.core.balance.inside import with_inside
from ergamot.core.balance.room import Provision, told_of_water
from ergamot.core.balance.weight import judge_weight
from ergamot.core.errors import UnknownChoice
from ergamot.core.farm.conditions import FarmConditions
from ergamot.core.finding import Finding, Grade, Phrase, What
from ergamot.core.flock.flock import Flock
from ergamot.core.frame.reach import out_of_reach, unreached
from ergamot.core.frame.shape import Shape
from ergamot.core.frame.structure import Structure
from ergamot.core.gear import moving
from ergamot.core.gear.moving import judge_moving
from ergamot.core.strength import verdict as strength
from ergamot.core.weather import verdict as weather
from ergamot.core.weather.leaves import leaves
from ergamot.core.weather.verdict import judge_wind

WEATHER = "Wind and snow"  # over cautions


class ShownAs(StrEnum):
    """Show a verdict on the bench as a spirit level, or in a line under these."""

    LEVEL = "level"
    LINE = "line"


@dataclass(frozen=True)
class Verdict:
    """A question, with all that is to be known of it elsewhere.

    - `key` names it to the API and in what is kept, `name` on a screen, `in_words` in a sentence where that differs.
    - `ask` answers it; `grades` says whether the answer carries a grade for a pen, where it does not always.
    - `between` is a grade between the two marks as a keeper reads it.
    - `shown_as` is how the bench shows it; `post` the post of the fence it stands at, empty for none, with the words there
      for short and between; `listed` whether lists of pens show it.
    - `limits` says whether a pen that is short in it is neither proposed nor passes in Balance; `more` whether the screen
      offers to search for more of it than good; `stands` and `wanted` are what Balance says of it.
    - `remedies` are the parameters that most likely mend it in a shape that names none of its own, `first` those that
      would mend what is worst in one pen, `helps` whether one row of the catalogue instead of another may help.
    - `cautions` are all it ever cautions against, under the heading `care`.
    """

    key: str
    name: str
    ask: Callable[[Case], Finding]
    between: str
    stands: str
    wanted: str
    shown_as: ShownAs = ShownAs.LEVEL
    post: str = ""
    short_at_post: str = ""
    between_at_post: str = ""
    in_words: str = ""
    listed: bool = True
    limits: bool = True
    more: bool = True
    grades: Callable[[Case], bool] | None = None
    remedies: tuple[str, ...] = ()
    first: Callable[[Case], tuple[str, ...]] = lambda case: ()
    helps: Callable[[object, object], bool] = anything_helps
    care: str = ""
    cautions: tuple[str, ...] = ()

    @property
    def called(self) -> str:
        """Return what it is called in a sentence."""
        return self.in_words or self.name

    def grades_in(self, case: Case) -> bool:
        """Does its answer carry a grade for this pen?"""
        return self.grades is None or self.grades(case)

    @property
    def always(self) -> bool:
        """Does its answer carry a grade for every pen?"""
        return self.grades is None

    def word(self, grade: Grade | None) -> str:
        """Return a grade as a keeper reads it: none without a grade."""
        if grade is None:
            return ""
        words = {Grade.SHORT: "short", Grade.RIGHT: "right", Grade.AMPLE: "to spare"}
        return words.get(grade, self.between)

    def at_post(self, grade: Grade | None) -> str:
        """Return what stands at its post of the fence: none where it is right."""
        words = {Grade.SHORT: self.short_at_post, Grade.BETWEEN: self.between_at_post}
        return words.get(grade, "") if grade is not None else ""

    def mended_by(self, shape: Shape) -> tuple[str, ...]:
        """Return the parameters of a shape that most likely mend it, the likeliest first."""
        return shape.remedies.get(self.key, self.remedies)


def _space(case: Case) -> Finding:
    inside = with_inside(case.floor, case.provisions, out_of_reach(case.structure))
    return inside.saying(partial(_said_of_inside, case.structure, case.flock, case.farm, case.provisions))


def _said_of_inside(
    structure: Structure, flock: Flock, farm: FarmConditions, inside: tuple[Provision, ...]
) -> tuple[Phrase, ...]:
    """Tell what its birds find in it, and what no arm gets at."""
    water = told_of_water(flock, structure, farm.hottest_c)
    return (*(one.words for one in inside), *water, *unreached(structure))


def _weight(case: Case) -> Finding:
    return judge_weight(case.catalogue, case.structure, case.mass, case.flock, case.farm)


def _moving(case: Case) -> Finding:
    return judge_moving(case.catalogue, case.structure, case.mass, case.farm, case.moved)


def _wind(case: Case) -> Finding:
    goes = leaves(case.structure, case.stands.poor, case.farm.design_gust_ms)
    return judge_wind(case.stands, case.farm, goes)


VERDICTS: dict[str, Verdict] = {
    one.key: one
    for one in (
        Verdict(
            What.SPACE,
            "space",
            _space,
            between="tight",
            stands="has room for all its birds",
            wanted="more room",
            post="Shape",
            short_at_post="too tight",
            between_at_post="tight",
        ),
        Verdict(
            What.WEIGHT,
            "weight",
            _weight,
            between="hard",
            stands="keeps to your own weight",
            wanted="less weight than you set",
            post="Shape",
            short_at_post="too heavy",
            between_at_post="heavy",
            more=False,
            grades=lambda case: case.farm.heaviest_kg is not None,
            helps=helps_its_mass,
        ),
        Verdict(
            What.MOVING,
            "moving",
            _moving,
            between="hard",
            stands="can be moved by everyone who must",
            wanted="others to move it",
            post="Gear",
            short_at_post="too hard to move",
            between_at_post="hard to move",
            helps=helps_moving,
            care="Moving it",
            cautions=(*moving.CAUTIONS, *moving.JACKING, *moving.TOWING),
        ),
        Verdict(
            What.WIND,
            "wind",
            _wind,
            between="close",
            stands="stands in your gust",
            wanted="more hold in your gust",
            post="Weather",
            short_at_post="too light for the wind",
            between_at_post="close in the wind",
            helps=helps_wind,
            care=WEATHER,
            cautions=weather.CAUTIONS,
        ),
        Verdict(
            What.STRENGTH,
            "frame",
            lambda case: case.strength.finding,
            between="close",
            stands="is strong enough",
            wanted="a stronger frame",
            shown_as=ShownAs.LINE,
            in_words="the frame",
            listed=False,
            first=lambda case: case.strength.mends,
            helps=helps_strength,
            care=WEATHER,
            cautions=strength.CAUTIONS,
        ),
    )
}


def verdict_of(key: str, field: str = "what") -> Verdict:
    """Find a verdict by its key.

    Args: key; field, what the key was told for.
    Returns: the Verdict.
    Raises: UnknownChoice.
    Source: the declarations above.

    >>> verdict_of("strength").name
    'frame'
    """
    if key not in VERDICTS:
        raise UnknownChoice(field, key, tuple(VERDICTS))
    return VERDICTS[key]


def word_of(key: str, grade: Grade | None) -> str:
    """Return a grade as a keeper reads it.

    Args: key, of a verdict; grade, none where it carries no grade.
    Returns: a word or two, none without a grade.
    Raises: UnknownChoice.
    Source: judgement.

    >>> word_of("wind", Grade.BETWEEN), word_of("space", Grade.AMPLE), word_of("weight", None)
    ('close', 'to spare', '')
    """
    return verdict_of(key).word(grade)
