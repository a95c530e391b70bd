"""What of the shed a pen may be built of, as the cutting plans ask for it: boards, sheets, part rolls, counted things."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping
from dataclasses import dataclass, field
from decimal import Decimal

from ergamot.core.catalogue import Section
from ergamot.core.shed import Sort, Thing
from ergamot.core.stock.plate import Plate
from ergamot.core.stock.sticks import KERF_MM, Board

ROLL_SHORT_MM = 2.0  # a roll so much narrower than its name is still that roll; may move
ROLL_WIDER = 1.5  # times as wide as asked for, a part roll is cut down; judgement: beyond it is waste
SAME_MM = 0.5  # of arithmetic; may move


@dataclass
class AtHand:
    """Things by the number they are kept by. What a plan takes is noted, so that no other plan takes it again; `rips` says
    whether wider boards can be ripped lengthwise."""

    things: Mapping[int, Thing] = field(default_factory=dict)
    rips: bool = False
    taken: Counter[int] = field(default_factory=Counter)

    def left(self, number: int) -> int:
        """How many of a thing no plan has taken yet."""
        return self.things[number].count - self.taken[number]

    def take(self, number: int, count: int) -> None:
        """Note that a plan takes some."""
        self.taken[number] += count

    def boards(self, section: str, species: str) -> tuple[Board, ...]:
        """Sticks of a section and timber."""
        return tuple(
            Board(number, one.long_mm, one.each, self.left(number), one.lost_mm)
            for number, one in self._of(Sort.STICK, section)
            if one.species == species
        )

    def to_rip(
        self, section: Section, species: str, sections: Mapping[str, Section]
    ) -> tuple[tuple[Board, int], ...]:
        """Wider boards of the same thickness, as the strips they are ripped into, and how many those are of each: a strip is
        worth its share, and the one that is not used goes back."""
        if not self.rips:
            return ()
        found = []
        for number, one in self.things.items():
            if one.sort is not Sort.STICK or one.species != species or self.left(number) < 1:
                continue
            wider = sections[one.row]
            strips = int((wider.deep_mm + KERF_MM) // (section.deep_mm + KERF_MM))
            if abs(wider.thick_mm - section.thick_mm) > SAME_MM or wider.deep_mm <= section.deep_mm + SAME_MM:
                continue
            each = (one.each / strips).quantize(Decimal("0.01"))
            found.append((Board(number, one.long_mm, each, self.left(number) * strips, one.lost_mm), strips))
        return tuple(found)

    def plates(self, sheet: str) -> tuple[Plate, ...]:
        """Sheets and offcuts of a kind."""
        return tuple(
            Plate(one.long_mm, one.wide_mm, one.each, self.left(number), number)
            for number, one in self._of(Sort.SHEET, sheet)
        )

    def rolls(self, mesh: str, wide_mm: float) -> tuple[Board, ...]:
        """Part rolls of a mesh that are wide enough and not far too wide."""
        return tuple(
            Board(number, one.long_mm, one.each, self.left(number))
            for number, one in self._of(Sort.ROLL, mesh)
            if wide_mm - ROLL_SHORT_MM <= one.wide_mm <= wide_mm * ROLL_WIDER
        )

    def counted(self, sort: Sort, row: str, asked: int) -> int:
        """Take up to so many of what is counted; how many there were."""
        got = 0
        for number, _ in self._of(sort, row):
            more = min(asked - got, self.left(number))
            self.take(number, more)
            got += more
        return got

    def metres(self, row: str, asked_m: float) -> float:
        """Take lengths of what is sold by the metre, up to so many metres; how many there were."""
        got = 0.0
        for number, one in self._of(Sort.WARE, row):
            while got < asked_m and self.left(number) > 0:
                self.take(number, 1)
                got += one.long_mm / 1000
        return got

    def _of(self, sort: Sort, row: str) -> list[tuple[int, Thing]]:
        return [
            (number, one)
            for number, one in self.things.items()
            if one.sort is sort and one.row == row and self.left(number) > 0
        ]
