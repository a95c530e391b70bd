"""What is in hand: sticks, sheets, rolls, panels, wheels, fixings and all else that leans against the shed wall."""

from ergamot.core.shed.thing import LEAST_OFFCUT_MM, Sort, Thing, make_thing

__all__ = ["LEAST_OFFCUT_MM", "Sort", "Thing", "make_thing"]
