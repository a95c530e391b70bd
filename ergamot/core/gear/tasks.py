"""What moving a pen asks of those who move it."""

from __future__ import annotations

from enum import StrEnum


class Task(StrEnum):
    """One thing that must be done; its value is the mark its figures carry in a working."""

    START = "start"
    KEEP = "keep"
    BUMP = "bump"
    LIFT = "lift"
    CARRY = "carry"
    THROW = "throw"
    RAISE = "raise"
    HUMP = "hump"
    HOLD = "hold"
    PASSAGE = "passage"
    BEND = "bend"

    @property
    def words(self) -> str:
        """What is done, after “to”."""
        return _WORDS[self]


_WORDS = {
    Task.START: "start it moving",
    Task.KEEP: "keep it moving",
    Task.BUMP: "get over a bump",
    Task.LIFT: "lift at the handles",
    Task.CARRY: "carry while pulling",
    Task.THROW: "throw a lever over",
    Task.RAISE: "raise an end to put wheels under",
    Task.HUMP: "get it over a hump of the field",
    Task.HOLD: "hold it back downhill",
    Task.PASSAGE: "get through the narrowest place",
    Task.BEND: "get round the bend at its end",
}
