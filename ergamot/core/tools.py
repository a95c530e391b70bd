"""Tools a keeper may have, and what each shape of pen cannot well be built without."""

from __future__ import annotations

from collections.abc import Iterable

from ergamot.core.catalogue import pick

# Common practice
TOOLS = {
    "saw": "a saw that cuts square",
    "mitre-saw": "a saw that cuts at an angle",
    "drill": "a drill and driver",
    "stapler": "a staple gun",
    "snips": "tin snips",
    "bolt-cutters": "bolt cutters, for stock panels",
    "tube-bender": "a tube bender or jig",
    "step-ladder": "a step ladder",
}
_ALL = ("saw", "drill", "stapler")
_NEEDS = {
    "low-pen": _ALL,
    "a-frame": (*_ALL, "mitre-saw"),
    "hoop": (*_ALL, "mitre-saw", "bolt-cutters"),
    "coop": (*_ALL, "mitre-saw", "step-ladder"),
}


def checked_tools(keys: Iterable[str]) -> tuple[str, ...]:
    """Tools named, in the order of the list, each once.

    Args: keys of TOOLS.
    Returns: the keys.
    Raises: UnknownChoice.
    Source: common practice.

    >>> checked_tools(["drill", "saw"])
    ('saw', 'drill')
    """
    named = {pick({key: key for key in TOOLS}, key, "tools") for key in keys}
    return tuple(key for key in TOOLS if key in named)


def tools_lacking(shape: str, owned: Iterable[str]) -> tuple[str, ...]:
    """What a keeper would have to borrow to build a shape of pen.

    Args: shape, its key; owned, keys of TOOLS.
    Returns: keys of TOOLS, none for a shape that needs nothing special.
    Source: common practice.

    >>> tools_lacking("hoop", ("saw", "drill", "stapler"))
    ('mitre-saw', 'bolt-cutters')
    """
    have = set(owned)
    return tuple(key for key in _NEEDS.get(shape, _ALL) if key not in have)
