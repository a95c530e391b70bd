"""What is said at each stage: what to check, what can hurt, what stands in for a second pair of hands."""

from __future__ import annotations

from collections.abc import Mapping

from ergamot.core.catalogue.kinds import Tool
from ergamot.core.making.stages import Stage

# Common practice
CHECKS: Mapping[Stage, str] = {
    Stage.SIDES: "the second side laid on the first: every stick over its fellow",
    Stage.STAND: "a level on two posts, both ways; the base still lies flat",
    Stage.WALLS: "each post plumb; the opening's two diagonals alike",
    Stage.ROOF: "a straight edge laid over all ribs touches every one",
    Stage.INSIDE: "roosts do not turn underfoot; what is swept is flush with its opening",
    Stage.GEAR: "wheels turn free, nothing rubs; lifted, no gap behind lets a bird pass",
    Stage.COAT: "end grain and cut edges have taken two coats",
    Stage.MESH: "pulled by hand it does not give; no end stands out where a bird or a hand goes",
    Stage.COVER: "every sheet laps the one below; no screw misses its stick",
    Stage.DOORS: "a gap of 3 mm all round by a spacer; it falls shut by itself, and two actions open it",
    Stage.TIES: "hung level; nothing swings into a bird's way",
}
HELPERS: Mapping[Stage, str] = {
    Stage.SIDES: "alone: turn it over in two halves, an end at a time",
    Stage.STAND: "alone: a batten screwed to its end post and to a peg holds a side until the ends tie it",
    Stage.WALLS: "alone: a clamp at the far end",
    Stage.ROOF: "alone: a batten clamped across the ridge carries the far end while the near one is fixed",
    Stage.INSIDE: "alone: a prop of scrap cut to its height",
    Stage.GEAR: "alone: a bar over a block lifts one corner, a second block keeps it there",
    Stage.MESH: "alone: two staples at the top corners, then it hangs while it is drawn tight",
    Stage.COVER: "alone: two screws half driven below its lower edge carry a sheet while it is fixed",
    Stage.DOORS: "alone: two wedges under the leaf while its hinges are screwed",
}
CAUTIONS: Mapping[Stage, tuple[str, ...]] = {
    Stage.CUT: ("Eyes and ears covered, work held fast, hands clear of the blade.",),
    Stage.BASE: ("Drill towards nobody; clamp what is drilled.",),
    Stage.STAND: ("A side that is not braced falls: nobody within its height until it is.",),
    Stage.ROOF: ("A ladder on firm ground, three points on it, nobody beneath.",),
    Stage.GEAR: ("Never under a raised pen: blocks carry it, not a jack.",),
    Stage.COAT: ("In the open or with doors open; rags dried flat, not in a heap.",),
    Stage.MESH: ("Cut wire is sharp and rolls spring back: gloves, eyes, stand on the end.",),
    Stage.COVER: ("Cut sheet is sharp at every edge: gloves; none carried in wind.",),
}
TOOLS: Mapping[Stage, tuple[Tool, ...]] = {
    Stage.CUT: (Tool.SAW, Tool.SQUARE),
    Stage.BASE: (Tool.DRILL, Tool.SQUARE),
    Stage.SIDES: (Tool.DRILL, Tool.SQUARE, Tool.CLAMPS),
    Stage.STAND: (Tool.DRILL, Tool.CLAMPS),
    Stage.WALLS: (Tool.DRILL, Tool.SQUARE),
    Stage.ROOF: (Tool.DRILL, Tool.CLAMPS),
    Stage.INSIDE: (Tool.DRILL,),
    Stage.GEAR: (Tool.DRILL,),
    Stage.MESH: (Tool.STAPLER, Tool.SNIPS),
    Stage.COVER: (Tool.DRILL,),
    Stage.DOORS: (Tool.DRILL,),
}
