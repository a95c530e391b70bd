"""Cut list, cutting plan and bill as sent. Money is text, as counted."""

from __future__ import annotations

from pydantic import Field

from ergamot.web.schemas.figures import In, Out, Words


class BillQuery(In):
    """Whether what is in the shed is used for it."""

    shed: bool = True


class PensIn(In):
    """So many of a pen."""

    pen: int = Field(ge=0, le=2**31 - 1)
    times: int = Field(1, ge=-1000, le=1000)


class BatchIn(In):
    """Pens to build at once."""

    pens: list[PensIn] = Field(min_length=1, max_length=30)


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
    mark: Words
    lap_mm: float


class BarOut(Out):
    """One board as it is cut; `times` alike ones are cut the same way. `thing` is which of the shed's it is, 0 of one that is
    bought, below 0 of a piece that was cut before; a mark lies as far from the end it is squared off at; a piece lies `lap_mm` over the one
    before it where their mitres are sawn by one cut."""

    stock_mm: float
    stock: Words
    times: int
    thing: int
    from_what: Words | None
    ripped: bool
    lost: Words | None
    cuts: list[BarCutOut]
    offcut_mm: float
    offcut: Words


class PlanOut(Out):
    """A cutting plan with its proof."""

    section: str
    species: str
    section_key: str
    species_key: str
    bars: list[BarOut]
    boards: int
    cost: str
    bound: str
    linear_bound: str
    gap: str
    proven: bool
    kerf: Words
    trim: Words


class CoverOut(Out):
    """Rectangles to cut of one covering, the longer side first."""

    label: str
    what: str
    parts: list[str]
    long: Words
    wide: Words
    count: int


class LaidOut(Out):
    """A piece where it lies on a sheet, mm from its corner; `grained` keeps its grain along the sheet."""

    label: str
    x: float
    y: float
    long_mm: float
    wide_mm: float
    long: Words
    wide: Words
    grained: bool


class PlateOut(Out):
    """One sheet as it is cut; its first cuts run across it or along it. `used` is the share that ends as pieces."""

    long_mm: float
    wide_mm: float
    long: Words
    wide: Words
    thing: int
    across: bool
    used: float
    laid: list[LaidOut]


class PlatePlanOut(Out):
    """How the pieces of one board come out of sheets, with its proof."""

    what: str
    sheets: list[PlateOut]
    cost: str
    bound: str
    gap: str
    proven: bool
    kerf: Words


class RollOut(Out):
    """How the strips of a mesh come off rolls of one width."""

    what: str
    wide: Words
    bars: list[BarOut]
    metres: Words
    proven: bool


class TakenOut(Out):
    """What of the shed is used; `pen` is the one it is set aside for, null where another's plan may take it too."""

    thing: int
    count: int
    pen: int | None
    said: Words
    worth: str


class AisleSumOut(Out):
    """What is paid in one aisle."""

    aisle: str
    cost: str


class WearsOut(Out):
    """What is bought again after so many years."""

    what: str
    years: int
    cost: str


class MoneyOut(Out):
    """What is paid by aisle, for each bird, for each year of service."""

    by_aisle: list[AisleSumOut]
    a_bird: str
    a_year: str
    wears: list[WearsOut]


class ShopCostOut(Out):
    """What each line costs at another shop, null where it lacks it; how many it has, and their sum."""

    name: str
    dated: str
    each: list[str | None]
    has: int
    total: str


class CostOut(Out):
    """What is to be paid for a pen."""

    total: str


class FitQuery(In):
    """Which length is varied."""

    parameter: str = Field("length", max_length=40)


class SizeOut(Out):
    """What a pen of one size costs, and the share of its boards that is waste."""

    mm: float
    said: Words
    cost: str
    waste: float
    bays: int


class JumpOut(Out):
    """Where the cost jumps, by how much, and what is more or fewer there."""

    mm: float
    said: Words
    more: str
    why: list[Words]


class FitOut(Out):
    """Cost against one of a pen's lengths."""

    parameter: str
    now: float
    sizes: list[SizeOut]
    jumps: list[JumpOut]


class EndsOut(Out):
    """So many ends of a label."""

    label: str
    count: int


class SettingOut(Out):
    """One setting of the saw, degrees off square, and what is sawn at it."""

    angle_deg: float
    ends: list[EndsOut]


class JigOut(Out):
    """Many alike: worth a stop block, or a jig."""

    label: str
    count: int
    angled: bool


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
    """Everything it takes to build a pen, or several: `total` is to be paid, `worth` is used of the shed's, `all_bought` what it
    would cost with nothing in hand, `by_first_fit` how much more the longest first, each where it first fits, would cost."""

    pen_id: int
    pen_name: str
    currency: str
    pieces: list[PieceOut]
    covers: list[CoverOut]
    plans: list[PlanOut]
    plates: list[PlatePlanOut]
    rolls: list[RollOut]
    lines: list[BoughtOut]
    aisles: list[str]
    total: str
    taken: list[TakenOut]
    worth: str
    all_bought: str
    by_first_fit: str
    money: MoneyOut
    shops: list[ShopCostOut]
    settings: list[SettingOut]
    guide: Words
    jigs: list[JigOut]
    bent: list[BentOut]
    doors: list[DoorOut]
    lapped: list[LappedOut]
    welds: WeldMapOut
    pipes: PipePartsOut
    offsets: list[OffsetOut]
