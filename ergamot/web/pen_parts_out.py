"""What is read off a pen itself, as it is sent with its bill: bends, doors, laps, welds, pipes, offsets."""

from __future__ import annotations

from typing import Any

from ergamot.core.drawing.lists import Bent, Door, Lapped, bent_tubes, doors, lapped, side_of
from ergamot.core.drawing.offsets import offset_table
from ergamot.core.drawing.pipes import PipeParts, pipe_parts
from ergamot.core.drawing.welds import NO_STEEL, WeldMap, weld_map
from ergamot.core.frame.structure import Structure
from ergamot.web.schemas.build import (
    AlikeWeldsOut,
    BendOut,
    BentOut,
    DoorOut,
    LappedOut,
    NotchOut,
    OffsetOut,
    PipeFittingOut,
    PipeOut,
    PipePartsOut,
    WeldMapOut,
    WeldOut,
)
from ergamot.web.schemas.figures import words

NUMBER_MM = 90.0  # of a weld's number from the weld, on the drawing


def parts_out(structure: Structure | None) -> dict[str, Any]:
    """What is read off the pen itself: bends, doors, laps, welds, pipes, offsets."""
    if structure is None:
        nothing: dict[str, Any] = {key: [] for key in ("bent", "doors", "lapped", "offsets")}
        return {**nothing, "welds": _welds(NO_STEEL), "pipes": _pipes(PipeParts((), (), 0, 0))}
    return {
        "bent": [_bent(one) for one in bent_tubes(structure)],
        "doors": [_door(one) for one in doors(structure)],
        "lapped": [_lapped(one) for one in lapped(structure)],
        "welds": _welds(weld_map(structure)),
        "pipes": _pipes(pipe_parts(structure)),
        "offsets": [
            OffsetOut(out=words(out, "mm"), up=words(up, "mm")) for out, up in offset_table(structure)
        ],
    }


def _bent(one: Bent) -> BentOut:
    return BentOut(
        label=one.label,
        count=one.count,
        tube=one.tube,
        length=words(one.length_mm, "mm"),
        radius=words(one.bends[0].radius_mm, "mm"),
        bends=[
            BendOut(
                mark=words(bend.mark_mm, "mm"),
                start=words(bend.start_mm, "mm"),
                turn_deg=round(bend.turn_deg, 1),
            )
            for bend in one.bends
        ],
    )


def _lapped(one: Lapped) -> LappedOut:
    return LappedOut(
        label=one.label,
        role=one.role,
        count=one.count,
        length=words(one.length_mm, "mm"),
        notches=[
            NotchOut(
                start=words(notch.run[0], "mm"),
                end=words(notch.run[1], "mm"),
                deep=words(notch.deep_mm, "mm"),
                upper=notch.upper,
            )
            for notch in one.notches
            if notch.run
        ],
        outline=[[round(u, 1), round(v, 1)] for u, v in side_of(one)],
    )


def _welds(found: WeldMap) -> WeldMapOut:
    return WeldMapOut(
        outlines=[[[round(x, 1), round(y, 1)] for x, y in outline] for outline in found.outlines],
        welds=[
            WeldOut(
                number=one.number,
                joins=list(one.joins),
                along=words(one.place[0], "mm"),
                across=words(one.place[1] - found.right_mm, "mm"),
                bead=words(one.bead_mm, "mm"),
                seat=one.seat,
                at=[round(part, 1) for part in one.place],
                number_at=[round(part, 1) for part in found.beside(one, NUMBER_MM)],
            )
            for one in found.welds
        ],
        body=[
            AlikeWeldsOut(
                joins=list(one.joins),
                count=one.count,
                bead=words(one.bead_mm, "mm") if one.bead_mm else None,
            )
            for one in found.body
        ],
        bead=words(found.bead_mm, "mm"),
        fillet=words(found.fillet_mm, "mm"),
    )


def _pipes(parts: PipeParts) -> PipePartsOut:
    return PipePartsOut(
        pipes=[
            PipeOut(
                label=one.label,
                role=one.role,
                count=one.count,
                cut=words(one.cut_mm, "mm"),
                apart=words(one.apart_mm, "mm"),
            )
            for one in parts.pipes
        ],
        fittings=[
            PipeFittingOut(
                label=one.label,
                count=one.count,
                socket=words(one.socket_mm, "mm"),
                stop=words(one.stop_mm, "mm"),
            )
            for one in parts.fittings
        ],
        glued=parts.glued,
        pinned=parts.pinned,
    )


def _door(one: Door) -> DoorOut:
    wide, high = one.clear_mm
    return DoorOut(
        what=one.what,
        side=one.side,
        wide=words(wide, "mm"),
        high=words(high, "mm"),
        leaf_wide=words(one.leaf_mm[0], "mm"),
        leaf_high=words(one.leaf_mm[1], "mm"),
        foot=words(one.foot_mm, "mm"),
        made_of=one.made_of,
        closed_by=one.closed_by,
    )
