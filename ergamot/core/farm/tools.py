"""Tools a keeper may have, and which of those a pen asks for are lacking."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from ergamot.core.catalogue import pick
from ergamot.core.catalogue.kinds import Tool

# Common practice
TOOLS: Mapping[Tool, str] = {
    Tool.SAW: "a saw that cuts square",
    Tool.MITRE_SAW: "a saw that cuts at an angle",
    Tool.DRILL: "a drill and driver",
    Tool.STAPLER: "a staple gun",
    Tool.SNIPS: "tin snips",
    Tool.BOLT_CUTTERS: "bolt cutters, for stock panels",
    Tool.TUBE_BENDER: "a tube bender or jig",
    Tool.STEP_LADDER: "a step ladder",
    Tool.WELDER: "a welder, with a mask and someone who is used to it",
    Tool.TABLE_SAW: "a table saw, to rip boards lengthwise",
    Tool.CLAMPS: "four clamps",
    Tool.SQUARE: "a carpenter's square and a tape",
}


def checked_tools(keys: Iterable[str]) -> tuple[Tool, ...]:
    """Tools named, in the order of the list, each once.

    Args: keys of TOOLS.
    Returns: the keys.
    Raises: UnknownChoice.
    Source: common practice.

    >>> [tool.value for tool in checked_tools(["drill", "saw"])]
    ['saw', 'drill']
    """
    known = {tool.value: tool for tool in TOOLS}
    named = {pick(known, key, "tools") for key in keys}
    return tuple(tool for tool in TOOLS if tool in named)


def tools_lacking(needed: Iterable[Tool], owned: Iterable[Tool]) -> tuple[Tool, ...]:
    """What a keeper would have to borrow to build a pen.

    Args: needed, what its shape cannot well be built without; owned.
    Returns: tools, none where all are at hand.
    Source: common practice.

    >>> tools_lacking((Tool.SAW, Tool.DRILL), (Tool.SAW,))
    (<Tool.DRILL: 'drill'>,)
    """
    have = set(owned)
    return tuple(tool for tool in needed if tool not in have)
