"""Turning a bench into what is sent: values in words, views, verdicts, facts of each part."""

from __future__ import annotations

import math
from typing import Any

from ergamot.core.drawing.views import View
from ergamot.core.finding import phrase, plain
from ergamot.core.flock.space import SpaceDay
from ergamot.core.frame.mass import GROUP_WORDS
from ergamot.core.frame.parameters import UNIT_OF
from ergamot.core.frame.structure import Member, Panel, Structure
from ergamot.core.stock.cut_list import saw_deg
from ergamot.core.strength.verdict import told_of_use
from ergamot.core.units import Quantity, say_day
from ergamot.core.weather.threshold import Gusts
from ergamot.operations.kept import Record
from ergamot.operations.pens import Bench
from ergamot.store.documents import PenBody
from ergamot.web.drawn import model_out, outline_out
from ergamot.web.schemas.figures import Words, words
from ergamot.web.schemas.pens import (
    BenchHeadOut,
    BenchWorkedOut,
    BirdOut,
    DimensionOut,
    FactOut,
    GustOut,
    MassGroupOut,
    SpaceDayOut,
    ValueOut,
    ViewOut,
)
from ergamot.web.schemas.verdicts import FindingOut, ToldFindingOut

MOST_SPACE_DAYS = 120


WRITTEN = "bench"  # among what was written of a bench


def bench_out(record: Record[PenBody], bench: Bench) -> str:
    """Write out what the bench shows of a pen before anything is opened, as JSON by its schema. What is worked out is most of it, and written once: an
    undo goes back to it."""
    if WRITTEN not in bench.written:
        bench.written[WRITTEN] = BenchWorkedOut.model_construct(**_worked_out(bench)).model_dump_json(
            exclude_defaults=True
        )
    head = BenchHeadOut(
        id=record.id,
        revision=record.revision,
        can_undo=record.can_undo,
        can_redo=record.can_redo,
        name=bench.name,
        flock_id=bench.flock_id,
        flock_name=bench.flock_name,
        version_of=record.body.version_of,
        why=record.body.why,
    )
    return f"{head.model_dump_json()[:-1]},{bench.written[WRITTEN][1:]}"


def _worked_out(bench: Bench) -> dict[str, Any]:
    flock = bench.flock
    apart = flock.out.year != flock.leaves.year  # then days are told with their year
    return {
        "shape": bench.design.shape,
        "findings": [FindingOut.model_validate(finding) for finding in bench.judged.findings],
        "flock_line": (
            f"{flock.placed} × {flock.strain.label}, out {say_day(flock.out, apart)}, leave {say_day(flock.leaves, apart)}"
        ),
        "values": {name: _value(bench, name) for name in bench.design.values},
        "views": [view_out(view) for view in bench.views],
        "model": model_out(bench),
        "birds": [BirdOut.model_validate(bird) for bird in bench.birds],
        "centre": bench.judged.mass.fresh_centre,
        "strains": {ref: round(used, 3) for ref, used in bench.judged.strength.used.items()},
        "gusts": [gust_out(gust) for gust in bench.judged.stands.poor.gusts],
        "about_cost": f"{bench.about_cost:.0f}",
        "design_gust_ms": bench.farm.design_gust_ms,
        "design_gust": words(bench.farm.design_gust_ms, "ms"),
        "notes": [Words.model_validate(note) for note in bench.notes],
    }


def told(bench: Bench) -> dict[str, Any]:
    """Write what is told of a pen when a verdict or a part is opened, by field of ToldOut."""
    mass, used = bench.judged.mass, bench.judged.strength.used
    fixed = _fixed(bench.structure)
    return {
        "findings": [ToldFindingOut.model_validate(finding) for finding in bench.judged.findings],
        "groups": [
            MassGroupOut(
                group=GROUP_WORDS[group], fresh_kg=fresh, fresh=words(fresh, "kg"), dry=words(dry, "kg")
            )
            for group, (dry, fresh) in sorted(mass.groups.items(), key=lambda item: -item[1][1])
        ],
        "space_days": [_space_day(day) for day in _some(bench.space_days)],
        "facts": [
            *(
                _stick_fact(member, fixed[member.ref], used.get(member.ref))
                for member in bench.structure.members
            ),
            *(_panel_fact(panel) for panel in bench.structure.standing),
        ],
    }


def _value(bench: Bench, name: str) -> ValueOut:
    value = bench.design.values[name]
    kind = bench.kinds[name]
    text = Words(metric=value, imperial=value) if isinstance(value, str) else words(value, UNIT_OF[kind])
    return ValueOut(
        value=value,
        typed=bench.design.typed.get(name),
        text=text,
        stops=list(bench.stops.get(name, ())),
        matters=name in bench.speaking,
    )


def _some(days: tuple[SpaceDay, ...]) -> tuple[SpaceDay, ...]:
    """Every day of a short stay; of a long one so many that a chart is smooth, the last among them."""
    every = -(-len(days) // MOST_SPACE_DAYS)
    return days[(len(days) - 1) % every :: every]


def _space_day(day: SpaceDay) -> SpaceDayOut:
    return SpaceDayOut(
        day=day.day,
        has_m2=day.has_m2,
        tight_m2=day.tight_m2,
        good_m2=day.good_m2,
        has=words(day.has_m2, "m2"),
        tight=words(day.tight_m2, "m2"),
        good=words(day.good_m2, "m2"),
    )


def view_out(view: View) -> ViewOut:
    """One flat picture as sent."""
    return ViewOut(
        name=view.name,
        outlines=[outline_out(outline) for outline in view.outlines],
        behind=view.behind,
        dimensions=[
            DimensionOut(a=d.a, b=d.b, away=d.away, text=words(d.mm, "mm"), parameter=d.parameter)
            for d in view.dimensions
        ],
        low=view.low,
        high=view.high,
    )


def side_gusts(gust: Gusts) -> dict[str, Any]:
    """Return one side's gusts by field of SideGustsOut; None for one that never comes."""

    def finite(value: float) -> float | None:
        return round(value, 3) if math.isfinite(value) else None

    return {
        "direction_deg": gust.direction_deg,
        "tip": finite(gust.tip),
        "slide": finite(gust.slide),
        "lift": finite(gust.lift),
        "least": round(gust.least, 3),
        "mode": gust.mode,
    }


def gust_out(gust: Gusts) -> GustOut:
    """One side's gusts as sent."""
    return GustOut(**side_gusts(gust), text=words(gust.least, "ms"))


def _fixed(structure: Structure) -> dict[str, list[str]]:
    """For each stick, how it is fixed: with what, to which others, by which rule."""
    found: dict[str, dict[tuple[str, str], list[str]]] = {member.ref: {} for member in structure.members}
    labels = {member.ref: member.label for member in structure.members}
    for joint in structure.joints:
        for one, other in (joint.members, joint.members[::-1]):
            if one in found and other in labels:
                word = f"{joint.count} × {joint.fixing.label} to" if joint.fixing else "rests on"
                found[one].setdefault((word, joint.rule), []).append(labels[other])
    return {
        ref: [f"{word} {', '.join(sorted(set(to)))}: {rule}" for (word, rule), to in kinds.items()]
        for ref, kinds in found.items()
    }


def _stick_fact(member: Member, fixed: list[str], used: float | None) -> FactOut:
    length, kg = Quantity(member.length_mm, "mm"), Quantity(member.fresh_kg, "kg")
    lines = [
        phrase("{section}, {length}, {kg} fresh", section=member.section.label, length=length, kg=kg),
    ]
    if any(cut.angle_deg for cut in member.cuts):
        angles = " and ".join(f"{saw_deg(cut.angle_deg):g}°" for cut in member.cuts)
        lines.append(
            phrase(
                f"ends cut {angles} off square; short point {{short}}",
                short=Quantity(member.short_mm, "mm"),
            )
        )
    if used is not None:
        lines.append(told_of_use(used))
    lines += [phrase(plain(one)) for one in (member.why, *fixed)]
    return FactOut(
        ref=member.ref,
        title=f"{member.label} · {member.role}",
        lines=[Words.model_validate(line) for line in lines],
    )


def _panel_fact(panel: Panel) -> FactOut:
    line = phrase(
        "{covering}, {area}, {kg}",
        covering=panel.label,
        area=Quantity(panel.area_m2, "m2"),
        kg=Quantity(panel.kg, "kg"),
    )
    return FactOut(ref=panel.ref, title=f"{panel.role} ({panel.face})", lines=[Words.model_validate(line)])
