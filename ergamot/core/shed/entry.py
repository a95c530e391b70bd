"""What a keeper types while counting what leans against the wall: `7 x 2x4 8'`, `3 @ 2.43 m larch, one bowed end`."""

from __future__ import annotations

import re
from collections.abc import Iterator
from dataclasses import dataclass, replace

from ergamot.core.catalogue import Catalogue, Section
from ergamot.core.catalogue.kinds import Made
from ergamot.core.errors import ErgamotError, Unreadable
from ergamot.core.shed.thing import LONGEST_STICK_MM, WARES, Sort, Thing, by_the_metre, make_thing
from ergamot.core.units import parse_length

UNSOUND_END_MM = 150.0  # sawn off an end that is bowed, split or rotten, until it is measured; judgement
LONGEST_LINE = 200
NOTHING_SUCH = "There is nothing of that name in the catalogue; begin with other: to keep it as it is written"
OTHER = "other:"  # before what is in no table of the catalogue
USUAL_TIMBER = "spf"
_FOR_WHAT = re.compile(r" (?:for|with|of|in|to) |\d")
SAID_OF_MANY = frozenset({"rough", "western", "european", "eastern", "treated"})
SUCH_AS = "such as 7 x 2x4 8', 3 @ 2.43 m larch, one bowed end, 2 plywood 12 mm 1.2 × 0.6 m or 40 screw 65 mm"

_COUNT = re.compile(r"^\s*(?P<n>\d{1,6})(?![\d.,/]|\s*(?:mm|cm|m|'|ft|\")\b)\s*(?:[x×@]\s+|of\s+|\s)")
_TIMES = re.compile(r"(\d)\s*[x×]\s*(\d)")
_NOT_SOUND = r"(?:bowed|split|rotten|bad|checked|crooked)"
# How many ends of a stick are not sound, by how it is said
_UNSOUND = (
    (re.compile(rf"\b(?:one|an?)\s+(?:{_NOT_SOUND}\s+end|end\s+(?:is\s+)?{_NOT_SOUND})\b"), 1),
    (re.compile(rf"\b(?:{_NOT_SOUND}\s+ends|ends\s+(?:are\s+)?{_NOT_SOUND})\b"), 2),
    (re.compile(rf"\b(?:{_NOT_SOUND}\s+end|end\s+(?:is\s+)?{_NOT_SOUND})\b"), 1),
)
_ONE_LENGTH = (
    r"\d+(?:\.\d+)?\s*(?:mm|cm|m)\b"
    r"|\d+\s*(?:'|′|ft)\s*(?:\d+(?:[ -]\d+/\d+|[½¼¾⅛⅜⅝⅞])?\s*(?:\"|″|in)?)?"
    r"|\d+(?:[ -]\d+/\d+)?\s*(?:\"|″|in\b)"
    r"|\b\d{3,5}\b"
)
_LENGTH = re.compile(_ONE_LENGTH)
_PAIR = re.compile(rf"(?P<a>\d+(?:\.\d+)?|{_ONE_LENGTH})\s*[x×]\s*(?P<b>{_ONE_LENGTH})")
_WORD = re.compile(r"[a-zäöüß½¼¾]+|\d+(?:\.\d+)?(?:×\d+(?:\.\d+)?)?")
_SMALL_WORDS = {
    "of",
    "the",
    "a",
    "an",
    "x",
    "and",
    "with",
    "sheet",
    "sheets",
    "roll",
    "part",
    "piece",
    "pieces",
    "old",
    "m",
    "mm",
}


@dataclass(frozen=True)
class _Row:
    """A row that can be in a shed, with the words it goes by."""

    sort: Sort
    key: str
    label: str
    words: frozenset[str]


def read_entry(text: str, catalogue: Catalogue, like: Thing | None = None) -> Thing:
    """Read one line of what is in the shed.

    Args: text, at most 200 letters: how many, of what, how long (or long by wide), and after a comma whatever is to be
        remembered; catalogue; like, what the line before was of, for a line that does not say.
    Returns: the Thing, worth nothing until it is told.
    Raises: Unreadable, UnknownChoice, OutOfRange, each of `entry` or naming what of it.
    Source: common practice.

    >>> thing = read_entry("3 @ 2.43 m larch, one bowed end", c, read_entry("7 x 2x4 8'", c))
    >>> thing.row, thing.species, thing.long_mm, thing.lost_mm, thing.count
    ('2x4', 'larch', 2430.0, 150.0, 3)
    """
    if not text.strip() or len(text) > LONGEST_LINE:
        raise _unreadable(text, "Nothing is said" if not text.strip() else "That is too long for one line")
    if text.lower().startswith(OTHER):
        name, _, note = text[len(OTHER) :].partition(",")
        count, what = _count(name.strip())
        return make_thing(catalogue, Thing(Sort.OTHER, "", count, note=note.strip(), name=what))
    said, _, note = text.partition(",")
    plain = said.lower().replace("’", "'").replace("”", '"').replace("*", "x").strip()
    count, rest = _count(plain)
    try:
        return make_thing(catalogue, _thing(text, count, rest, note.strip(), catalogue, like))
    except ErgamotError as refused:
        if refused.field == "long_mm" and isinstance(refused.value, float):
            raise _unreadable(text, _wrong_unit(refused.value)) from refused
        if refused.field in ("", "row"):
            raise _unreadable(text, str(refused)) from refused
        raise


def _wrong_unit(mm: float) -> str:
    """Asks what was meant by a length nothing has."""
    if mm < LONGEST_STICK_MM:
        return f"{mm:g} mm is too short to be any use: did you mean {mm:g} in, or {mm:g} ft?"
    metres = mm / 1000
    inches, tenth = parse_length(f"{metres:g} in") / 1000, metres / 10
    return f"{metres:g} m is longer than anything sold: did you mean {metres:g} in ({inches:.2f} m), or {tenth:g} m?"


def _thing(text: str, count: int, rest: str, note: str, catalogue: Catalogue, like: Thing | None) -> Thing:
    lost = _lost(note)
    section = _section(rest, catalogue)
    if section is not None:
        rest = rest.replace(section[0], " ", 1)
        species, rest = _species(rest, catalogue)
        length, left = _length(rest)
        if length is None:
            raise _unreadable(text, "How long are they?")
        _refuse_left(text, left)
        timber = (species or USUAL_TIMBER) if section[1].made is Made.WOOD else ""
        return Thing(Sort.STICK, section[1].key, count, timber, length, lost_mm=lost, note=note)
    species, bare = _species(rest, catalogue)
    length, left = _length(bare)
    if like is not None and like.sort is Sort.STICK and length is not None and not _words(left):
        return Thing(Sort.STICK, like.row, count, species or like.species, length, lost_mm=lost, note=note)
    return _of_a_row(text, count, rest, note, catalogue)


def _count(plain: str) -> tuple[int, str]:
    """How many are told, and the rest of the line; one where no number is."""
    found = _COUNT.match(plain + " ")
    if found is None:
        return 1, plain
    return int(found["n"]), plain[found.end() :].strip() if found.end() <= len(plain) else ""


def _lost(note: str) -> float:
    """What of the ends is not sound, mm, as a note tells it."""
    ends = next((ends for said, ends in _UNSOUND if said.search(note.lower())), 0)
    return UNSOUND_END_MM * ends


def _section(rest: str, catalogue: Catalogue) -> tuple[str, Section] | None:
    """The section a line names, and how it does: by its size, or by a word of a tube's."""
    for found in re.finditer(r"\d+\s*[x×]\s*\d+(?!\s*(?:mm|cm|m|ft|in)\b)(?![.\d'\"])", rest):
        key = _TIMES.sub(r"\1x\2", found[0]).replace(" ", "").replace("×", "x")
        if key in catalogue.sections:
            return found[0], catalogue.sections[key]
    for one in catalogue.sections.values():
        if one.key in rest and not one.key[0].isdigit():
            return one.key, one
    return None


def _species(rest: str, catalogue: Catalogue) -> tuple[str, str]:
    """The timber a line names, by its key or a word of its label, and the rest of it."""
    best = ("", "")
    for one in catalogue.species.values():
        names = [one.key, one.key.replace("-", " "), *_names(one.label)]
        named = next((name for name in names if re.search(rf"\b{re.escape(name)}\b", rest)), None)
        if named and len(named) > len(best[1]):
            best = (one.key, named)
    key, named = best
    return key, re.sub(rf"\b{re.escape(named)}\b", " ", rest, count=1) if named else rest


def _names(label: str) -> Iterator[str]:
    """What a timber is called: in full, without what is said of it, and for short by its last word or its first."""
    said = label.lower()
    before = said.split(",")[0]
    words = before.replace("-", " ").split()
    yield from (said, before)
    yield from (word for word in (words[-1], words[0]) if len(word) > 2 and word not in SAID_OF_MANY)


def _length(rest: str) -> tuple[float | None, str]:
    found = _LENGTH.search(rest)
    if found is None:
        return None, rest
    return parse_length(found[0], "long_mm"), rest.replace(found[0], " ", 1)


def _words(text: str) -> frozenset[str]:
    joined = _TIMES.sub(r"\1×\2", text.lower())
    return (
        frozenset(word.rstrip("s") if len(word) > 3 else word for word in _WORD.findall(joined))
        - _SMALL_WORDS
    )


def _refuse_left(text: str, left: str) -> None:
    strange = _words(left)
    if strange:
        raise _unreadable(text, f"“{' '.join(sorted(strange))}” is not understood")


def _heads(label: str) -> frozenset[str]:
    """Tell what a thing is by the words it goes by: a track for a door is a track and no door."""
    named = _WORD.findall(_FOR_WHAT.split(label.lower().partition(",")[0])[0])
    return _words(named[-1]) if named else frozenset()


def _of_a_row(text: str, count: int, rest: str, note: str, catalogue: Catalogue) -> Thing:
    """A sheet, a roll, a panel or a ware: the row most of whose words the line has, and its sizes."""
    named = _words(rest)
    rows = list(_rows(catalogue))
    best = max((len(row.words & named) for row in rows), default=0)
    among = [row for row in rows if best and len(row.words & named) == best]
    exact = [row for row in among if row.words <= named] or among
    if len(exact) != 1:
        told = "; ".join(row.label for row in exact[:6])
        if not exact or not any(_heads(row.label) & named for row in exact):
            raise _unreadable(text, NOTHING_SUCH + (f"; or is it one of these: {told}?" if exact else ""))
        raise _unreadable(text, f"Which of these: {told}?")
    (row,) = exact
    pair = next((one for one in _PAIR.finditer(rest) if not _words(one[0]) <= row.words), None)
    thing = Thing(row.sort, row.key, count, note=note)
    if pair is not None:
        _refuse_left(text, " ".join(_words(rest.replace(pair[0], " ", 1)) - row.words))
        return _sized(thing, catalogue, _size(pair["a"], pair["b"]), None)
    lengths = (one[0] for one in _LENGTH.finditer(rest) if not _said_in(row.label, one[0]))
    loose = next(lengths, None)
    _refuse_left(text, " ".join(_words(rest.replace(loose or "", " ", 1)) - row.words))
    return _sized(thing, catalogue, None, parse_length(loose, "long_mm") if loose else None)


def _said_in(label: str, length: str) -> bool:
    """Is a length a part of what a row is called?"""
    return re.search(rf"(?<![\d.]){re.escape(length.strip())}", label.lower()) is not None


def _size(a: str, b: str) -> list[float]:
    """Two sides, the longer first; the first has the second's unit where it has none of its own."""
    unit = re.sub(r"[\d.\s/-]", "", b)
    first = a if re.search(r"[a-z'\"″]", a) else f"{a}{unit}"
    return sorted((parse_length(first, "long_mm"), parse_length(b, "wide_mm")), reverse=True)


def _sized(thing: Thing, catalogue: Catalogue, size: list[float] | None, length: float | None) -> Thing:
    """A thing with its sizes, as told or as it is sold."""
    if thing.sort is Sort.STICK:
        return replace(thing, long_mm=length or catalogue.sections[thing.row].longest_mm)
    if thing.sort is Sort.SHEET:
        sheet = catalogue.sheets[thing.row]
        sold = [1000 * sheet.lengths_m[0], 1000 * sheet.cover_width_m]
    elif thing.sort is Sort.ROLL:
        mesh = catalogue.meshes[thing.row]
        sold = [1000 * mesh.roll_length_m, mesh.roll_width_mm[0]]
    else:
        return replace(thing, long_mm=length or 1000.0) if by_the_metre(catalogue, thing) else thing
    long, wide = size or [length or sold[0], sold[1]]
    return replace(thing, long_mm=long, wide_mm=wide)


def _rows(catalogue: Catalogue) -> Iterator[_Row]:
    tables = [(Sort.SHEET, "sheets"), (Sort.ROLL, "meshes"), (Sort.PANEL, "wire_panels")]
    tables += [(Sort.WARE, name) for name in WARES]
    for sort, name in tables:
        for row in getattr(catalogue, name).values():
            more = frozenset({"wheel"}) if name == "wheels" else frozenset()
            yield _Row(sort, row.key, row.label, _words(row.label) | more)
    for one in catalogue.sections.values():
        if one.made is not Made.WOOD:
            yield _Row(Sort.STICK, one.key, one.label, _words(one.label))


def _unreadable(text: str, why: str) -> Unreadable:
    return Unreadable(
        f"{why} (“{text.strip()[:60]}”)", field="entry", value=text[:LONGEST_LINE], allowed=SUCH_AS
    )
