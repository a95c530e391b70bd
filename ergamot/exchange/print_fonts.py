"""The letters of printed sheets: Liberation Sans, shipped, for it has Latin, Greek and Cyrillic (SIL Open Font
License 1.1, its text beside the files)."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from fontTools.ttLib import TTFont as FontFile
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

PLAIN, BOLD = "LiberationSans", "LiberationSans-Bold"
FILES = {PLAIN: "LiberationSans-Regular.ttf", BOLD: "LiberationSans-Bold.ttf"}
FOLDER = Path(__file__).parent / "fonts"
STAND_IN = "□"
TOLD = f"{STAND_IN} stands for a letter that these sheets cannot print."


def register_fonts() -> None:
    """Make the letters known to the writer of PDF files, once."""
    for name, file in FILES.items():
        if name not in pdfmetrics.getRegisteredFontNames():
            pdfmetrics.registerFont(TTFont(name, FOLDER / file))


@cache
def _letters() -> frozenset[int]:
    with FontFile(FOLDER / FILES[PLAIN], lazy=True) as font:
        return frozenset(font.getBestCmap())


def printable(text: str) -> tuple[str, bool]:
    """Text with a box in place of each letter the sheets have not, and whether there was any.

    >>> printable("Čermák’s Κοτέτσι, курятник"), printable("鶏 pen")
    (('Čermák’s Κοτέτσι, курятник', False), ('□ pen', True))
    """
    shown = "".join(letter if ord(letter) in _letters() else STAND_IN for letter in text)
    return shown, shown != text
