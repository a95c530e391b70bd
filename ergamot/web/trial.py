"""Write out a trial: as little as a pull needs to be seen and judged."""

from __future__ import annotations

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.drawing.views import View
from ergamot.core.finding import Finding, Phrase
from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import UNIT_OF
from ergamot.core.units import Quantity, System, say
from ergamot.operations.pens import Bench
from ergamot.web.bench import side_gusts
from ergamot.web.drawn import model_out, outline_out
from ergamot.web.schemas.pens import BirdOut
from ergamot.web.schemas.trial import (
    Drawn,
    TrialOut,
    TriedDimensionOut,
    TriedFindingOut,
    TriedGustOut,
    TriedValueOut,
    TriedViewOut,
)


def trial_out(bench: Bench, kept: Design, units: System, drawn: Drawn) -> str:
    """Write out what a bench that is tried shows beside the kept design, as JSON by its schema."""
    judged = bench.judged
    out = TrialOut(
        values={name: _value(bench, name, units) for name in _changed(bench.design, kept)},
        matters=sorted(bench.speaking),
        views=[_view(one, units, drawn == "flat") for one in bench.views],
        model=model_out(bench) if drawn == "solid" else None,
        birds=[BirdOut.model_validate(bird) for bird in bench.birds],
        centre=judged.mass.fresh_centre,
        findings=[_finding(one, units) for one in judged.findings],
        about_cost=f"{bench.about_cost:.0f}",
        strains={ref: round(used, 3) for ref, used in judged.strength.used.items()},
        gusts=[
            TriedGustOut(**side_gusts(one), text=say(Quantity(one.least, "ms"), units))
            for one in judged.stands.poor.gusts
        ],
        notes=[one.text(units) for one in bench.notes],
    )
    return out.model_dump_json(exclude_defaults=True)


def _changed(tried: Design, kept: Design) -> list[str]:
    return [
        name
        for name, value in tried.values.items()
        if value != kept.values.get(name) or tried.typed.get(name) != kept.typed.get(name)
    ]


def _value(bench: Bench, name: str, units: System) -> TriedValueOut:
    value = bench.design.values[name]
    text = value if isinstance(value, str) else say(Quantity(value, UNIT_OF[bench.kinds[name]]), units)
    return TriedValueOut(value=value, typed=bench.design.typed.get(name), text=text)


def _finding(one: Finding, units: System) -> TriedFindingOut:
    def said(words: Phrase | Quantity | None) -> str | None:
        if words is None:
            return None
        return words.text(units) if isinstance(words, Phrase) else say(words, units)

    declared = VERDICTS[one.what]
    return TriedFindingOut(
        what=one.what,
        verdict=one.verdict,
        word=declared.word(one.verdict),
        at_post=declared.at_post(one.verdict),
        ratio=one.ratio,
        least=one.least,
        least_at=one.least_at,
        cost=said(one.cost),
        figure=said(one.figure) or "",
        sentence=said(one.sentence) or "",
        limit=said(one.limit) or "",
        band=one.band,
        band_words=said(one.band_words),
    )


def _view(view: View, units: System, outlined: bool) -> TriedViewOut:
    return TriedViewOut(
        name=view.name,
        outlines=[outline_out(one) for one in view.outlines] if outlined else [],
        behind=view.behind,
        dimensions=[
            TriedDimensionOut(
                a=d.a, b=d.b, away=d.away, text=say(Quantity(d.mm, "mm"), units), parameter=d.parameter
            )
            for d in view.dimensions
        ],
        low=view.low,
        high=view.high,
    )
