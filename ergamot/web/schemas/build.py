"""Cut list, cutting plan and bill as sent. Money is text, as counted."""

from __future__ import annotations

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, Words


class BillQuery(In):
    """How long to look for the cheapest way to cut it, seconds."""

    seconds: float = Field(10.0, ge=0.1, le=10.0)


class PieceOut(Out):
    """A row of the cut list."""

    label: str
    role: str
    why: str
    section: str
    species: str
    count: int
    length_mm: float
    length: Words
    short: Words
    angles_deg: tuple[float, float]
    refs: list[str]


class BarCutOut(Out):
    """One piece on a board."""

    label: str
    length_mm: float
    text: Words


class BarOut(Out):
    """One board as it is cut; `times` alike ones are cut the same way."""

    stock_mm: float
    stock: Words
    times: int
    cuts: list[BarCutOut]
    offcut_mm: float
    offcut: Words


class PlanOut(Out):
    """A cutting plan with its proof."""

    section: str
    species: str
    bars: list[BarOut]
    boards: int
    cost: str
    bound: str
    linear_bound: str
    gap: str
    proven: bool
    kerf: Words
    trim: Words


class BoughtOut(Out):
    """A row of the shopping list."""

    what: str
    aisle: str
    used: Words
    left: Words | None
    packs: int
    pack: Words
    each: str
    cost: str


class BendOut(Out):
    """One bend: where it is marked and where it starts, from the same end, and by how much it turns."""

    mark: Words
    start: Words
    turn_deg: float


class BentOut(Out):
    """Tubes bent alike by hand."""

    label: str
    count: int
    tube: str
    length: Words
    radius: Words
    bends: list[BendOut]


class NotchOut(Out):
    """A notch right across a stick: from where to where along it from one end, how deep, in which side."""

    start: Words
    end: Words
    deep: Words
    upper: bool


class LappedOut(Out):
    """Sticks notched alike, and their outline from the side, mm."""

    label: str
    role: str
    count: int
    length: Words
    notches: list[NotchOut]
    outline: list[list[float]]


class WeldOut(Out):
    """One weld of a steel base."""

    number: int
    joins: list[str]
    along: Words
    across: Words
    bead: Words
    seat: bool
    at: list[float]
    number_at: list[float]


class AlikeWeldsOut(Out):
    """Welds of a steel body that join the same two pieces; a lug's has no bead."""

    joins: list[str]
    count: int
    bead: Words | None


class WeldMapOut(Out):
    """The steel of a pen from above, mm, and its welds."""

    outlines: list[list[list[float]]]
    welds: list[WeldOut]
    body: list[AlikeWeldsOut]
    bead: Words
    fillet: Words


class PipeOut(Out):
    """Pipes cut alike."""

    label: str
    role: str
    count: int
    cut: Words
    apart: Words


class PipeFittingOut(Out):
    """Fittings alike of a frame of pipe."""

    label: str
    count: int
    socket: Words
    stop: Words


class PipePartsOut(Out):
    """What a frame of plastic pipe is put together from; empty for any other."""

    pipes: list[PipeOut]
    fittings: list[PipeFittingOut]
    glued: int
    pinned: int


class DoorOut(Out):
    """A row of the door list."""

    what: str
    side: str
    wide: Words
    high: Words
    leaf_wide: Words
    leaf_high: Words
    foot: Words
    made_of: str
    closed_by: str


class OffsetOut(Out):
    """A place on a curved end: out from its middle, up from the ground."""

    out: Words
    up: Words


class BillOut(Out):
    """Everything it takes to build a pen."""

    pen_id: int
    pen_name: str
    pieces: list[PieceOut]
    plans: list[PlanOut]
    lines: list[BoughtOut]
    aisles: list[str]
    total: str
    bent: list[BentOut]
    doors: list[DoorOut]
    lapped: list[LappedOut]
    welds: WeldMapOut
    pipes: PipePartsOut
    offsets: list[OffsetOut]
