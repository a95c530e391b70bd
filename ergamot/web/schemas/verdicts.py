"""Verdicts as sent, each with its declaration."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import BeforeValidator, Field, model_validator
from pydantic_core import PydanticCustomError

from ergamot.core.balance.questions import VERDICTS, ShownAs
from ergamot.core.balance.search.candidate import Mark
from ergamot.core.finding import Finding, Grade
from ergamot.web.schemas.figures import Out, StepOut, Words


def _known(key: object) -> object:
    if not isinstance(key, str) or key not in VERDICTS:
        *others, last = (f"'{one}'" for one in VERDICTS)
        expected = f"{', '.join(others)} or {last}"
        raise PydanticCustomError("enum", "Input should be {expected}", {"expected": expected})
    return key


def _listed(schema: dict[str, Any]) -> None:
    schema["enum"] = list(VERDICTS)


VerdictKey = Annotated[str, BeforeValidator(_known), Field(json_schema_extra=_listed)]


class VerdictOut(Out):
    """A verdict there is: its key, its name on a screen, how the bench shows it, whether lists of pens do, whether it carries a
    grade for every pen, and whether the screen offers to search for more of it than good."""

    key: str
    name: str
    shown_as: ShownAs
    listed: bool
    always: bool
    more: bool


class GradedOut(Out):
    """How a pen stands in a verdict, read from a finding or a mark."""

    what: VerdictKey
    name: str
    verdict: Grade | None
    word: str

    @model_validator(mode="before")
    @classmethod
    def _declared(cls, one: Any) -> Any:
        if not isinstance(one, Finding | Mark):
            return one
        declared = VERDICTS[one.what]
        own = {
            "name": declared.name,
            "word": declared.word(one.verdict),
            "shown_as": declared.shown_as,
            "post": declared.post,
            "at_post": declared.at_post(one.verdict),
        }
        return {field: own[field] if field in own else getattr(one, field) for field in cls.model_fields}


class LevelOut(GradedOut):
    """How a pen that was found stands in one verdict."""

    verdict: Grade
    ratio: float
    least_at: float


class MarkOut(LevelOut):
    """One verdict as a change would make it."""

    figure: Words


class FindingOut(GradedOut):
    """A verdict: where it stands, in words. A `ratio` of 1 is good; the least that will do stands at
    `least_at` on the same scale. `cost` is told where it stands between the two. Without a grade it is told alone.

    `shown_as` is how the bench shows it, `post` the post of the fence it stands at, if at any, with the words there.
    """

    title: str
    shown_as: ShownAs
    post: str
    at_post: str
    ratio: float
    least: float
    least_at: float
    cost: Words | None
    figure: Words
    sentence: Words
    limit: Words
    band: tuple[float, float] | None
    band_words: Words | None
    answer: str


class ToldFindingOut(FindingOut):
    """A verdict that is opened: with its details, cautions and working."""

    details: list[Words]
    cautions: list[str]
    working: list[StepOut]
