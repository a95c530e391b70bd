"""What goes on one sheet by three rounds of straight cuts: strips across it, stacks along a strip, pieces off a stack.

A piece narrower than its stack, or a stack lower than its strip, is trimmed. A strip spans the sheet's whole width, so any
saw with a straight edge can cut it: no cut ever stops half way.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from time import monotonic

from ergamot.core.stock.patterns import OutOfTime

FITS_MM = 1e-6  # of arithmetic; may move
LOOKS_UP = 256  # steps between two looks at the clock; may move


@dataclass(frozen=True)
class Rectangle:
    """A piece to cut out of a sheet, mm: along the sheet's grain and across it; whether it may lie the other way."""

    label: str
    long_mm: float
    wide_mm: float
    turns: bool = True

    @property
    def area(self) -> float:
        return self.long_mm * self.wide_mm

    def ways(self) -> tuple[tuple[float, float], ...]:
        """How it can lie: along and across."""
        if self.turns and self.long_mm != self.wide_mm:
            return ((self.long_mm, self.wide_mm), (self.wide_mm, self.long_mm))
        return ((self.long_mm, self.wide_mm),)


@dataclass(frozen=True)
class Laid:
    """A piece where it lies on a sheet: its label, its corner nearest the sheet's, its size as it lies, mm; whether it might
    lie the other way."""

    label: str
    x: float
    y: float
    long_mm: float
    wide_mm: float
    turns: bool = True


@dataclass(frozen=True)
class Layout:
    """Pieces on a sheet, and whether its first cuts run across it (each strip as wide as the sheet) or along it."""

    laid: tuple[Laid, ...]
    across: bool


Lying = tuple[Rectangle, float, float]  # a piece, how high and how broad it lies in its strip


@dataclass(frozen=True)
class _Strip:
    """Stacks side by side: of each its width and its pieces with their heights and widths; how high the strip is."""

    high: float
    stacks: tuple[tuple[float, tuple[Lying, ...]], ...]


class Sheetful:
    """Tries what goes on a sheet of one size. It looks at the clock, and gives up past its deadline."""

    def __init__(self, long_mm: float, wide_mm: float, kerf_mm: float, deadline: float) -> None:
        self.long, self.wide, self.kerf, self.deadline = long_mm, wide_mm, kerf_mm, deadline
        self._steps = 0
        self._strips: dict[tuple[tuple[Rectangle, ...], bool], _Strip | None] = {}
        self._failed: dict[tuple[tuple[Rectangle, ...], bool], float] = {}

    def layout(self, pieces: Sequence[Rectangle]) -> Layout | None:
        """How all of some pieces come out of one sheet; None when they do not, by any three rounds of cuts."""
        if sum(one.area for one in pieces) > self.long * self.wide + FITS_MM:
            return None
        ordered = tuple(sorted(pieces, key=_largest))
        for across in (True, False):
            strips = self._fill(ordered, self.long if across else self.wide, across)
            if strips is not None:
                return Layout(tuple(_placed(strips, self.kerf, across)), across)
        return None

    def _fill(self, pieces: tuple[Rectangle, ...], room: float, across: bool) -> tuple[_Strip, ...] | None:
        """Strips one after the other in `room`; the first holds the largest piece and whatever else goes with it."""
        if not pieces:
            return ()
        if self._failed.get((pieces, across), -1.0) >= room:
            return None
        self._tick()
        for others in _subsets(pieces[1:]):
            strip = self._strip((pieces[0], *others), across)
            if strip is None or strip.high > room + FITS_MM:
                continue
            rest = self._fill(_without(pieces[1:], others), room - strip.high - self.kerf, across)
            if rest is not None:
                return (strip, *rest)
        self._failed[pieces, across] = max(room, self._failed.get((pieces, across), -1.0))
        return None

    def _strip(self, pieces: tuple[Rectangle, ...], across: bool) -> _Strip | None:
        """The lowest strip that holds some pieces, within the sheet's other side."""
        key = (pieces, across)
        if key not in self._strips:
            self._strips[key] = self._lowest(pieces, self.wide if across else self.long, across)
        return self._strips[key]

    def _lowest(self, pieces: tuple[Rectangle, ...], span: float, across: bool) -> _Strip | None:
        lies = [sorted(way if across else way[::-1] for way in one.ways()) for one in pieces]
        least = max(min(high for high, wide in ways) for ways in lies)
        if sum(min(high * wide for high, wide in ways) for ways in lies) > span * max(self.long, self.wide):
            return None
        best: list[_Strip] = []
        stacks: list[tuple[float, float, list[Lying]]] = []

        def put(i: int, used: float, high: float) -> None:
            self._tick()
            if best and (high >= best[0].high - FITS_MM or best[0].high <= least + FITS_MM):
                return
            if i == len(pieces):
                best[:] = [_Strip(high, tuple((wide, tuple(held)) for wide, _, held in stacks))]
                return
            for tall, broad in lies[i]:
                more = broad + (self.kerf if stacks else 0.0)
                if used + more <= span + FITS_MM:
                    stacks.append((broad, tall, [(pieces[i], tall, broad)]))
                    put(i + 1, used + more, max(high, tall))
                    stacks.pop()
                for k, (wide, up, held) in enumerate(stacks):
                    wider = max(0.0, broad - wide)
                    if used + wider > span + FITS_MM:
                        continue
                    top = up + self.kerf + tall
                    stacks[k] = (wide + wider, top, [*held, (pieces[i], tall, broad)])
                    put(i + 1, used + wider, max(high, top))
                    stacks[k] = (wide, up, held)

        put(0, 0.0, 0.0)
        return best[0] if best else None

    def _tick(self) -> None:
        self._steps += 1
        if self._steps % LOOKS_UP == 0 and monotonic() > self.deadline:
            raise OutOfTime


def shelves(
    pieces: Sequence[Rectangle], long_mm: float, wide_mm: float, kerf_mm: float
) -> tuple[Layout, list[Rectangle]]:
    """As many pieces as go on a sheet, the largest first, each on the first strip with room, in a stack if it must.

    Args: pieces; long_mm and wide_mm of the sheet; kerf_mm, 0 to 10.
    Returns: the Layout, of whichever first cuts hold more, and the pieces that are left.
    Source: first-fit decreasing height, common practice.

    >>> found, left = shelves([Rectangle("a", 1200, 600)] * 5, 2440, 1220, 3)
    >>> len(found.laid), len(left)
    (4, 1)
    """
    tried = [_shelved(pieces, long_mm, wide_mm, kerf_mm, across) for across in (True, False)]
    return max(tried, key=lambda one: sum(laid.long_mm * laid.wide_mm for laid in one[0].laid))


def _shelved(
    pieces: Sequence[Rectangle], long_mm: float, wide_mm: float, kerf: float, across: bool
) -> tuple[Layout, list[Rectangle]]:
    room, span = (long_mm, wide_mm) if across else (wide_mm, long_mm)
    strips: list[list[list[Lying]]] = []
    highs: list[float] = []
    left: list[Rectangle] = []
    for one in sorted(pieces, key=_largest):
        ways = sorted((way if across else way[::-1] for way in one.ways()), key=lambda way: way[0])
        if not any(_on_a_strip(strips, highs, one, way, span, kerf) for way in ways):
            used = sum(highs) + kerf * len(highs)
            fits = [way for way in ways if used + way[0] <= room + FITS_MM and way[1] <= span + FITS_MM]
            if not fits:
                left.append(one)
                continue
            tall, broad = fits[0]
            strips.append([[(one, tall, broad)]])
            highs.append(tall)
    made = [
        _Strip(high, tuple((max(broad for _, _, broad in held), tuple(held)) for held in stacks))
        for high, stacks in zip(highs, strips, strict=True)
    ]
    return Layout(tuple(_placed(made, kerf, across)), across), left


def _on_a_strip(
    strips: list[list[list[Lying]]],
    highs: list[float],
    one: Rectangle,
    way: tuple[float, float],
    span: float,
    kerf: float,
) -> bool:
    """Put a piece on the first strip with room, on a stack as wide where there is one; whether it was."""
    tall, broad = way
    for high, stacks in zip(highs, strips, strict=True):
        if tall > high + FITS_MM:
            continue
        for held in stacks:
            up = sum(each for _, each, _ in held) + kerf * len(held)
            if broad <= max(each for _, _, each in held) + FITS_MM and up + tall <= high + FITS_MM:
                held.append((one, tall, broad))
                return True
        used = sum(max(each for _, _, each in held) for held in stacks) + kerf * len(stacks)
        if used + broad <= span + FITS_MM:
            stacks.append([(one, tall, broad)])
            return True
    return False


def _placed(strips: Sequence[_Strip], kerf: float, across: bool) -> list[Laid]:
    """Where each piece of some strips lies."""
    found, along = [], 0.0
    for strip in strips:
        aside = 0.0
        for wide, held in strip.stacks:
            up = along
            for one, tall, broad in held:
                place = (up, aside, tall, broad) if across else (aside, up, broad, tall)
                found.append(Laid(one.label, *place, one.turns))
                up += tall + kerf
            aside += wide + kerf
        along += strip.high + kerf
    return found


def _largest(one: Rectangle) -> tuple[float, float, str]:
    return (-max(one.long_mm, one.wide_mm), -min(one.long_mm, one.wide_mm), one.label)


def _subsets(pieces: tuple[Rectangle, ...]) -> list[tuple[Rectangle, ...]]:
    """Every choice of some pieces, like ones told apart by how many only; the largest choices first."""
    kinds = list(dict.fromkeys(pieces))
    found: list[tuple[Rectangle, ...]] = [()]
    for kind in kinds:
        most = pieces.count(kind)
        found = [(*held, *(kind,) * n) for held in found for n in range(most, -1, -1)]
    return sorted(found, key=lambda held: -sum(one.area for one in held))


def _without(pieces: tuple[Rectangle, ...], others: tuple[Rectangle, ...]) -> tuple[Rectangle, ...]:
    left = list(pieces)
    for one in others:
        left.remove(one)
    return tuple(left)
