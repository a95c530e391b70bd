"""Moves as a table: a row for each, in the order they are made."""

from __future__ import annotations

import csv
import io
from collections.abc import Sequence
from typing import Any

from ergamot.core.ground.ledger import middle
from ergamot.exchange.moves import NamedPlan, move_time
from ergamot.exchange.spreadsheet import harmless

HEADS = (
    "day",
    "time",
    "pen",
    "lane",
    "stop",
    "m east",
    "m north",
    "until",
    "ready again",
    "wear bird-days/m2",
    "droppings kg/m2",
    "kg N/ha",
    "kg N/ha in the year",
    "haul m",
    "minutes",
    "passes",
)


def write_moves(plans: Sequence[NamedPlan]) -> str:
    """The moves of some pens as CSV, by day and hour.

    Args: plans.
    Returns: text, a head and a row for each move.
    Source: RFC 4180.

    >>> write_moves([]).splitlines()[0][:13]
    'day,time,pen,'
    """
    rows = sorted((row for named in plans for row in _rows(named)), key=lambda row: row[:3])
    text = io.StringIO()
    out = csv.writer(text)
    out.writerow(HEADS)
    out.writerows(harmless(row) for row in rows)
    return text.getvalue()


def _rows(named: NamedPlan) -> list[tuple[Any, ...]]:
    plan = named.plan
    rows: list[tuple[Any, ...]] = []
    for move in plan.moves:
        east, north = middle(move.visit.corners)
        rows.append(
            (
                move.day.isoformat(),
                f"{move_time(move.part, move.parts):%H:%M}",
                named.name,
                move.stop.lane + 1,
                move.stop.number + 1,
                round(east, 2),
                round(north, 2),
                move.left.isoformat(),
                move.ready.isoformat(),
                round(move.wear, 2),
                round(move.cover_kg_m2, 3),
                round(move.nitrogen_kg_ha, 1),
                round(move.nitrogen_year_kg_ha, 1),
                round(move.haul_m, 1),
                round(named.minutes(move)),
                " and ".join(move.passes),
            )
        )
    return rows
