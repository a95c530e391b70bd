"""The wind on a pen, asked for when a keeper looks at it."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.core.balance.questions import word_of
from ergamot.core.finding import Phrase, phrase
from ergamot.core.frame.parts.anchorage import LAYOUTS
from ergamot.core.units import Quantity
from ergamot.core.weather.anchors import NOTE, Anchorage
from ergamot.core.weather.chart import WindChart, heading_for
from ergamot.core.weather.gust_steps import side_of
from ergamot.core.weather.leaves import Leaf
from ergamot.core.weather.states import WindState
from ergamot.core.weather.verdict import CAUTIONS
from ergamot.operations.wind import InTheWind, wind_on
from ergamot.store.documents import PEN
from ergamot.web.bench import gust_out
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.wind import LeafOut, TyingOut, WindIn, WindOut, WindStateOut
from ergamot.web.unit_of_work import current_work

FAR_PAST = 2.0  # times the gust: further than anyone asks
wind_part = APIBlueprint("wind", __name__, url_prefix="/api/pens")


@wind_part.post("/<int:pen_id>/wind")
@wind_part.input(WindIn)
@wind_part.output(WindOut)
def post_wind(pen_id: int, json_data: WindIn) -> dict[str, Any]:
    """The pen's own wind chart, as kept or with values being tried."""
    work = current_work()
    found = wind_on(work, work.kept(PEN, pen_id), json_data.values)
    chart, gust = found.chart, found.gust_ms
    return {
        "states": [_state(state, gust) for state in chart.states],
        "act": words(chart.act_ms, "ms"),
        "heading": _said(_heading(chart, json_data.wind_from_deg)),
        "tyings": [_tying(tying) for tying in chart.tyings],
        "ballast": _said(_ballast(found)),
        "cans": found.cans,
        "ties_note": NOTE,
        "leaves": [_leaf(leaf, gust) for leaf in chart.leaves],
        "cautions": list(CAUTIONS),
    }


def _said(line: Phrase | None) -> Words | None:
    return None if line is None else Words.model_validate(line)


def _state(state: WindState, gust: float) -> WindStateOut:
    worst, best = state.stands.poor.worst, state.stands.poor.best
    return WindStateOut(
        key=state.key,
        label=state.label,
        stands=words(worst.least, "ms"),
        sentence=Words.model_validate(
            phrase(f"{worst.mode} first, wind from {side_of(worst.direction_deg)}")
        ),
        best=Words.model_validate(
            phrase(
                f"{{gust}}, wind from {side_of(best.direction_deg)}", gust=Quantity(min(99, best.least), "ms")
            )
        ),
        verdict=(grade := state.stands.grade(gust)),
        word=word_of("wind", grade),
        gusts=[gust_out(one) for one in state.stands.poor.gusts],
    )


def _heading(chart: WindChart, wind_from: float | None) -> Phrase | None:
    if wind_from is None:
        return None
    found, best = chart.headings, chart.headings.best
    gust = {"gust": Quantity(min(99, best.least), "ms")}
    if found.alike:
        return phrase(f"as it likes: all headings are alike, it {best.mode} at {{gust}}", **gust)
    return phrase(
        f"front towards {heading_for(best.direction_deg, wind_from):.0f}°, so that it comes from "
        f"{side_of(best.direction_deg)}: then it {best.mode} at {{gust}}{found.also}",
        **gust,
    )


def _tying(tying: Anchorage) -> TyingOut:
    pull, holds = Quantity(tying.pull_n, "heft"), Quantity(tying.holds_n, "heft")
    if tying.pairs is None:
        line = phrase("six pairs do not hold: {holds} each in this ground", holds=holds)
    elif tying.pairs == 0:
        line = phrase("none needed: it stands by itself")
    else:
        line = phrase(
            f"{tying.pairs} {'pair' if tying.pairs == 1 else 'pairs'} {LAYOUTS[tying.layout]}: "
            "{pull} on each, of {holds} it holds here",
            pull=pull,
            holds=holds,
        )
    return TyingOut(
        key=tying.row.key,
        label=tying.row.label,
        pairs=tying.pairs,
        layout=tying.layout,
        sentence=Words.model_validate(line),
    )


def _ballast(found: InTheWind) -> Phrase:
    kg = found.chart.ballast_kg
    if kg <= 0:
        return phrase("no ballast needed")
    lifted = "; left on, it adds {lift} to the lift" if found.ballast_lift_n > 0 else ""
    return phrase(
        "or {each} of ballast on the middle of each side rail, taken off at every move"
        + (f": {found.cans} {'pair' if found.cans == 1 else 'pairs'} of water cans" if found.cans else "")
        + lifted,
        each=Quantity(kg / 2, "kg"),
        lift=Quantity(found.ballast_lift_n, "heft"),
    )


def _leaf(leaf: Leaf, gust: float) -> LeafOut:
    rises = "; it rises at {lifts} when its latches are not shut" if leaf.lifts_ms is not None else ""
    goes = "goes at {tears}" if leaf.tears_ms < FAR_PAST * gust else "holds far past your gust"
    line = phrase(
        goes + "; your gust pulls it with {pull}" + rises,
        tears=Quantity(leaf.tears_ms, "ms"),
        pull=Quantity(leaf.pull_n, "heft"),
        lifts=Quantity(leaf.lifts_ms or 0, "ms"),
    )
    return LeafOut(role=leaf.role, sentence=Words.model_validate(line), enough=leaf.tears_ms >= gust)
