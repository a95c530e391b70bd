"""One tree of typed errors. Each says which field, what it held and what is allowed."""

from __future__ import annotations

# What a field is called to a keeper, where its name is not a plain word already
SAID = {
    "placed": "the number of birds",
    "length_m": "the length",
    "width_m": "the width",
    "heading_deg": "the heading",
    "start": "the first day",
    "leaves": "the day they leave",
}


class ErgamotError(Exception):
    """Something a keeper can put right; never a fault of the program.

    `field` names the input, `value` what it held, `allowed` what would be accepted, in words.
    """

    title = "That cannot be done"

    def __init__(self, message: str, *, field: str = "", value: object = None, allowed: str = ""):
        super().__init__(message)
        self.message = message
        self.field = field
        self.value = value
        self.allowed = allowed


class Unreadable(ErgamotError):
    """The text could not be understood as the kind of value the field holds."""

    title = "That could not be read"


class OutOfRange(ErgamotError):
    """A figure outside the limits within which a method or a field holds. `most` is the most that is allowed where that is a figure
    of the field, and `why`, in words after it: it may be less than the field's own least."""

    title = "Outside the limits"

    def __init__(
        self,
        field: str,
        value: object,
        allowed: str,
        message: str = "",
        most: float | None = None,
        why: str = "",
    ):
        self.most, self.why = most, why
        plain = f"{SAID.get(field, field)} must be {allowed}"
        super().__init__(message or plain, field=field, value=value, allowed=allowed)


class UnknownChoice(ErgamotError):
    """A choice that is not one of those on offer."""

    title = "Not one of the choices"

    def __init__(self, field: str, value: object, choices: tuple[str, ...]):
        allowed = "one of: " + ", ".join(choices)
        super().__init__(f"{field} must be {allowed}", field=field, value=value, allowed=allowed)


class WrongOrder(ErgamotError):
    """Two dates that stand the wrong way round."""

    title = "The dates are in the wrong order"


class NewerFile(ErgamotError):
    """A file written by a later version of the program than this one."""

    title = "The file is from a newer version"


class NotFound(ErgamotError):
    """Nothing of that name or number is kept on this farm."""

    title = "Not found"


class NothingToUndo(ErgamotError):
    """Undo or redo was asked for, and there is no step in that direction."""

    title = "No step to take back"


class Busy(ErgamotError):
    """As much long work is under way already as this machine bears."""

    title = "Busy with other plans"


class Full(ErgamotError):
    """Refuse one more where as many as can be wait or run already."""

    title = "As many as can be"


def require_range(field: str, value: float, low: float, high: float, unit: str = "") -> float:
    """Return the value when it lies within low…high, both included.

    Args: field, name shown to the keeper; value, any number; low and high, the least and the most in
        the same unit, low at most high, any number; unit, how that unit is written.
    Returns: the value unchanged, from low to high: a number in their unit.
    Raises: OutOfRange, also for a value that is not a number.
    Source: common practice.

    >>> require_range("birds", 30, 1, 2000)
    30
    """
    if not low <= value <= high:
        raise OutOfRange(field, value, f"{low:g} to {high:g} {unit}".strip())
    return value
