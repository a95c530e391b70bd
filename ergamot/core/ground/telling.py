"""What a keeper should know of a plan of moves, in words."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from ergamot.core.finding import Phrase, phrase
from ergamot.core.ground.footprint import PenSize
from ergamot.core.ground.strips import EPS_M
from ergamot.core.ground.walk import Move
from ergamot.core.units import Quantity, say_day


def told_of(moves: Sequence[Move], pen: PenSize) -> Iterator[Phrase]:
    """What a keeper should know of some moves: long hauls, what a rule costs, more moves a day, nitrogen.

    Args: moves, in order; pen, its size.
    Returns: an iterator of phrases.
    Source: as the figures of each move.

    >>> list(told_of((), PenSize(3.0, 2.0, 3.4, 2.3)))
    []
    """
    yield from _hauled(moves, pen)
    yield from _mown(moves)
    yield from _price(moves)
    yield from _notes(moves)


def fenced(pen: PenSize) -> Iterator[Phrase]:
    """What a stop is where birds range from their house.

    Args: pen, what they take up.
    Returns: a phrase, none for a pen that holds them.
    Source: (EU) 2020/464.

    >>> list(fenced(PenSize(3.0, 2.0, 3.4, 2.3)))
    []
    """
    if pen.fenced:
        yield phrase(
            "its birds range: a stop is {long} by {wide} in a fence of its own, the house within it",
            long=Quantity(round(pen.length_m, 1), "m"),
            wide=Quantity(round(pen.width_m, 1), "m"),
        )


def _hauled(moves: Sequence[Move], pen: PenSize) -> Iterator[Phrase]:
    """Hauls longer than a lane is wide, among the moves that are made."""
    long = [move.haul_m for move in moves if move.haul_m > pen.width_m + EPS_M]
    if long:
        yield phrase(
            f"{len(long)} {'haul is' if len(long) == 1 else 'hauls are'} longer than a lane is wide, the longest {{most}}",
            most=Quantity(round(max(long)), "m"),
        )


def _mown(moves: Sequence[Move]) -> Iterator[Phrase]:
    """Where the grass is long as the pen comes: hens would lay away in it."""
    long = [move.day for move in moves if move.mow]
    if long:
        yield phrase(
            f"mow before {len(long)} of {len(moves)} moves, the first on {say_day(long[0])}: grass not grazed since is long "
            "then, also under a raised house"
        )


def _price(moves: Sequence[Move]) -> Iterator[Phrase]:
    """What a rule of the keeper's own costs the grass: how many of its stays pass a limit, and by how much at most."""
    over = [move for move in moves if move.passes]
    if not over:
        return
    named = " and ".join(dict.fromkeys(name for move in over for name in move.passes))
    last = max(move.ready for move in over)
    yield phrase(
        f"{len(over)} of {len(moves)} stays pass what the grass bears, by {named}: they wear up to {{wear}}, leave up "
        f"to {{cover}} and {{nitrogen}}, and the last is green again on {say_day(last)}",
        wear=Quantity(round(max(move.wear for move in over), 2), "bird-days/m2"),
        cover=Quantity(round(max(move.cover_kg_m2 for move in over), 2), "kg/m2 shed"),
        nitrogen=Quantity(round(max(move.nitrogen_year_kg_ha for move in over)), "kg/ha"),
    )


def _notes(moves: Sequence[Move]) -> tuple[Phrase, ...]:
    notes: list[Phrase] = []
    if not moves:
        return ()
    crowded = next((move for move in moves if move.load.too_many), None)
    if crowded:
        notes.append(
            phrase(
                f"too many birds for this pen from day {crowded.load.age}: {crowded.load.moves} moves a day"
            )
        )
    twice = next((move for move in moves if move.parts > moves[0].parts), None)
    if twice:
        notes.append(
            phrase(
                f"from {say_day(twice.day)} (day {twice.load.age}) move {twice.parts} times a day, "
                f"because of {twice.load.ruled_by}"
            )
        )
    most = max(move.nitrogen_year_kg_ha for move in moves)
    notes.append(
        phrase(
            "a stop has had up to {most} of nitrogen, of the {limit} a strip takes in a year",
            most=Quantity(round(most), "kg/ha"),
            limit=Quantity(round(moves[0].nitrogen_limit_kg_ha), "kg/ha"),
        )
    )
    return tuple(notes)
