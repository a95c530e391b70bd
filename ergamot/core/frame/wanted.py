"""What a flock asks of any pen, before there is one."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Wanted:
    """What a flock asks of a pen before there is one: clear height over a standing bird, mm; roost, m; nests."""

    head_room_mm: float
    roost_m: float
    nests: int
    lays: bool
