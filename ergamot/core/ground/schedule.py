"""Days and moves: which stop the pen stands on, from a date, for so many days."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, timedelta

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import OutOfRange, require_range
from ergamot.core.finding import Phrase, phrase
from ergamot.core.flock.flock import Flock
from ergamot.core.ground.lawn import Lawn, PenSize, Stop, lanes
from ergamot.core.ground.rest import mean_on, ready_on
from ergamot.core.ground.stay import G_M2_TO_KG_HA, STRIP_NITROGEN_KG_HA, DayLoad, day_load
from ergamot.core.units import Quantity

LONGEST_PLAN_DAYS = 120


@dataclass(frozen=True)
class Move:
    """The pen comes to a stop: on which day, which move of that day, and what the stay leaves.

    wear bird-days/m²; cover kg fresh/m²; nitrogen kg/ha.
    """

    day: date
    part: int
    parts: int
    stop: Stop
    load: DayLoad
    wear: float
    cover_kg_m2: float
    nitrogen_kg_ha: float
    ready: date


@dataclass(frozen=True)
class MovePlan:
    """Stops of the lawn, the moves over them, and what the keeper should know."""

    stops: tuple[Stop, ...]
    moves: tuple[Move, ...]
    pen: PenSize
    notes: tuple[Phrase, ...]


def plan_moves(
    catalogue: Catalogue,
    flock: Flock,
    lawn: Lawn,
    pen: PenSize,
    months_c: tuple[float, ...],
    start: date,
    days: int = 14,
) -> MovePlan:
    """Move the pen over the lawn by the flock's age, each stop once.

    Args: catalogue; flock; lawn; pen, its size; months_c, twelve monthly means, °C; start, the first
        day, between going out and leaving; days, 1 to 120, ending at the leaving day if sooner.
    Returns: the MovePlan; when the lawn is used up, or rested ground is not ready, it ends and says so.
    Raises: OutOfRange.
    Source: common practice.
    """
    require_range("days", days, 1, LONGEST_PLAN_DAYS, "days")
    if not flock.out <= start < flock.leaves:
        raise OutOfRange(
            "start", start.isoformat(), f"from {flock.out.isoformat()} to before {flock.leaves.isoformat()}"
        )
    stops = lanes(lawn, pen)
    moves: list[Move] = []
    notes: list[Phrase] = []
    free_from: dict[int, date] = {}
    for offset in range(min(days, (flock.leaves - start).days)):
        day = start + timedelta(days=offset)
        load = day_load(catalogue, flock, flock.age_on(day), pen.area_m2, mean_on(months_c, day))
        for part in range(load.moves):
            at = len(moves) % len(stops)
            if free_from.get(at, day) > day:
                note = "the lawn is used up on " + day.isoformat() + ": {stops} stops last {days} days"
                notes.append(phrase(note, stops=Quantity(len(stops), ""), days=Quantity(offset, "")))
                return MovePlan(stops, tuple(moves), pen, (*notes, *_notes(moves)))
            free_from[at] = ready_on(months_c, day)
            moves.append(_move(day, part, load, stops[at], free_from[at]))
    return MovePlan(stops, tuple(moves), pen, (*notes, *_notes(moves)))


def _move(day: date, part: int, load: DayLoad, stop: Stop, ready: date) -> Move:
    share = 1 / load.moves
    return Move(
        day=day,
        part=part + 1,
        parts=load.moves,
        stop=stop,
        load=load,
        wear=load.wear * share,
        cover_kg_m2=load.cover_kg_m2 * share,
        nitrogen_kg_ha=load.nitrogen_g_m2 * G_M2_TO_KG_HA * share,
        ready=ready,
    )


def _notes(moves: list[Move]) -> tuple[Phrase, ...]:
    notes: list[Phrase] = []
    if not moves:
        return ()
    crowded = next((move for move in moves if move.load.too_many), None)
    if crowded:
        notes.append(
            phrase(f"too many birds for this pen from day {crowded.load.age}: {crowded.parts} moves a day")
        )
    twice = next((move for move in moves if move.parts > moves[0].parts), None)
    if twice:
        notes.append(
            phrase(
                f"from {twice.day.day} {twice.day:%B} (day {twice.load.age}) move {twice.parts} times a day, "
                f"because of {twice.load.ruled_by}"
            )
        )
    most = max(move.nitrogen_kg_ha for move in moves)
    notes.append(
        phrase(
            "a stop has had up to {most} kg N/ha of the {limit} a strip takes in a year",
            most=Quantity(round(most), ""),
            limit=Quantity(STRIP_NITROGEN_KG_HA, ""),
        )
    )
    return tuple(notes)
