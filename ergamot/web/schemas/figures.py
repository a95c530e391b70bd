"""Figures and sentences as sent: ready to read in both unit systems."""

from __future__ import annotations

from datetime import date
from typing import Annotated, Any

from pydantic import AfterValidator, BaseModel, ConfigDict, ValidationInfo, model_validator

from ergamot.core.days import check_day
from ergamot.core.finding import Phrase
from ergamot.core.units import Quantity, say
from ergamot.core.working import Step


class Out(BaseModel):
    """Base of everything sent: reads the core's frozen dataclasses as they are."""

    model_config = ConfigDict(from_attributes=True)


class In(BaseModel):
    """Base of everything taken in: a field that is not known is refused, and no figure is without end."""

    model_config = ConfigDict(extra="forbid", allow_inf_nan=False)


def _of_a_farm(day: date, at: ValidationInfo) -> date:
    return check_day(day, at.field_name or "day")


FarmDay = Annotated[date, AfterValidator(_of_a_farm)]  # of what is taken in

MOST_VALUES = 300  # of one design: what a shape has, and twelve openings of nine each; no more is read


class Words(Out):
    """The same words in both unit systems."""

    metric: str
    imperial: str

    @model_validator(mode="before")
    @classmethod
    def _say(cls, given: Any) -> Any:
        if isinstance(given, Phrase) and not given.figures:
            said = given.text("metric")  # in either
            return {"metric": said, "imperial": said}
        if isinstance(given, Phrase):
            return {"metric": given.text("metric"), "imperial": given.text("imperial")}
        if isinstance(given, Quantity):
            return {"metric": say(given, "metric"), "imperial": say(given, "imperial")}
        return given


def words(value: float, unit: str) -> Words:
    """A figure in words."""
    return Words.model_validate(Quantity(value, unit))


class StepOut(Out):
    """One line of working. `printed` is the figure with enough digits to work it again."""

    symbol: str
    says: str
    expression: str | None
    value: float
    printed: str
    unit: str
    source: str

    @model_validator(mode="before")
    @classmethod
    def _flatten(cls, step: Any) -> Any:
        if isinstance(step, Step):
            return {
                "symbol": step.symbol,
                "says": step.says,
                "expression": step.expression,
                "value": step.quantity.value,
                "printed": f"{step.quantity.value:.6g}",
                "unit": "m/s" if step.quantity.unit == "ms" else step.quantity.unit,
                "source": step.source,
            }
        return step
