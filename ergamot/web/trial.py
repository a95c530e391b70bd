"""Write out a trial: as little as a pull needs to be seen and judged."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from ergamot.core.balance.questions import VERDICTS
from ergamot.core.drawing.handles import drag_handles
from ergamot.core.drawing.model import LEFT_BOX, RIGHT_BOX, Part
from ergamot.core.drawing.views import Outline, View
from ergamot.core.finding import Finding, Phrase
from ergamot.core.frame.design import Design
from ergamot.core.frame.parameters import UNIT_OF
from ergamot.core.units import Quantity, System, say
from ergamot.operations.pens import Bench
from ergamot.web.bench import low_and_high, side_gusts
from ergamot.web.schemas.drawings import PullOut
from ergamot.web.schemas.pens import BirdOut
from ergamot.web.schemas.trial import (
    Drawn,
    TrialOut,
    TriedDimensionOut,
    TriedFindingOut,
    TriedGustOut,
    TriedModelOut,
    TriedOutlineOut,
    TriedPartOut,
    TriedValueOut,
    TriedViewOut,
)

BOX_CORNERS = 8
BOXES = {RIGHT_BOX: "right", LEFT_BOX: "left"}
IN_THE_ROUND = 1  # digits after the point of a millimetre: one may look close
FLAT = 0  # a flat view shows the whole pen: a pixel is some millimetres


def trial_out(bench: Bench, kept: Design, units: System, drawn: Drawn) -> str:
    """Write out what a bench that is tried shows beside the kept design, as JSON by its schema."""
    judged = bench.judged
    out = TrialOut(
        values={name: _value(bench, name, units) for name in _changed(bench.design, kept)},
        matters=sorted(bench.speaking),
        views=[_view(one, units, drawn == "flat") for one in bench.views],
        model=_model(bench) if drawn == "solid" else None,
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


def _figures(corners: Iterable[Sequence[float]], digits: int) -> list[int | float]:
    """Return the figures of some corners one after another, with no more digits than a screen shows."""
    rounded = (round(each, digits) for corner in corners for each in corner)
    return [int(each) if each == int(each) else each for each in rounded]


def _outline(one: Outline) -> TriedOutlineOut:
    return TriedOutlineOut.model_construct(
        ref=one.ref,
        kind=one.kind,
        at=_figures(one.points, FLAT),
        role=one.role,
        label=one.label,
        holes=[_figures(hole, FLAT) for hole in one.holes],
        pattern=one.pattern,
    )


def _view(view: View, units: System, outlined: bool) -> TriedViewOut:
    return TriedViewOut(
        name=view.name,
        outlines=[_outline(one) for one in view.outlines] if outlined else [],
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


def _model(bench: Bench) -> TriedModelOut:
    low, high = low_and_high(bench)
    return TriedModelOut(
        parts=[_part(one) for one in bench.parts],
        pulls=[PullOut.model_validate(one) for one in drag_handles(bench.structure, bench.design)],
        contacts=list(bench.structure.contacts),
        low=low,
        high=high,
    )


def _part(part: Part) -> TriedPartOut:
    box = BOXES.get(part.triangles) if len(part.corners) == BOX_CORNERS else None
    return TriedPartOut.model_construct(
        ref=part.ref,
        kind=part.kind,
        group=part.group,
        at=_figures(part.corners, IN_THE_ROUND),
        label=part.label,
        material=part.material,
        pattern=part.pattern,
        kg=round(part.kg, 2),
        opening_mm=part.opening_mm,
        normal=part.normal,
        box=box,
        triangles=[] if box else list(part.triangles),
        edges=[] if box else list(part.edges),
    )
