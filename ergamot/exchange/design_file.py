"""A design as an open JSON file, with a version and a published schema."""

from __future__ import annotations

import json
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from ergamot.core.catalogue import Catalogue
from ergamot.core.errors import NewerFile, Unreadable
from ergamot.core.frame.design import Design, make_design, with_square_tail
from ergamot.core.frame.parts.openings.choices import MOST_OPENINGS
from ergamot.core.frame.shapes import shape_of
from ergamot.exchange.json_in import read_json

FORMAT: Literal["ergamot-design"] = "ergamot-design"
VERSION = 3  # 2: openings of the keeper's own stand in a list; 3: a tail that is not told is bevelled
TAIL_BEVELLED = 3  # files before this tell of a square tail by saying nothing
LARGEST_BYTES = 200_000  # a design is under 2 kB; anything near this is not one


class DesignFile(BaseModel):
    """What stands in the file. Lengths are mm, shares 0 to 1; `typed` keeps lengths as written. Each of `openings` has
    its `number` and what is chosen about it; version 1 had none."""

    model_config = ConfigDict(extra="forbid", title="Ergamot design")

    format: Literal["ergamot-design"] = FORMAT
    version: int = Field(default=VERSION, ge=1)
    name: str = Field(default="", max_length=80)
    shape: str = Field(max_length=40)
    values: dict[str, float | str] = Field(max_length=120)
    typed: dict[str, str] = Field(default_factory=dict, max_length=240)
    openings: list[dict[str, float | str]] = Field(default_factory=list, max_length=MOST_OPENINGS)


def write_design(design: Design, name: str) -> str:
    """Write a design as JSON text."""
    some = shape_of(design.shape).openings
    numbers = some.numbers(design.values)
    openings = [
        {"number": number, **{one.name: design.values[some.key(number, one.name)] for one in some.parameters}}
        for number in numbers
    ]
    of_openings = {one.name for number in numbers for one in some.named(number)}
    own = {name: value for name, value in design.values.items() if name not in of_openings}
    file = DesignFile(name=name, shape=design.shape, values=own, typed=dict(design.typed), openings=openings)
    return json.dumps(file.model_dump(), indent=2, ensure_ascii=False) + "\n"


def read_design(text: str, catalogue: Catalogue) -> tuple[str, Design]:
    """Read a design file: its name and its design. Raises Unreadable, NewerFile, OutOfRange or
    UnknownChoice; nothing is half read."""
    if len(text.encode()) > LARGEST_BYTES:
        raise Unreadable(
            "That file is too large to be a design", field="file", allowed=f"at most {LARGEST_BYTES} bytes"
        )
    try:
        raw: Any = read_json(text)
    except (ValueError, RecursionError):
        raise Unreadable("That file is not JSON", field="file", allowed="a design file (JSON)") from None
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise Unreadable("That file is not a design", field="file", allowed=f'JSON with "format": "{FORMAT}"')
    version = raw.get("version")
    if isinstance(version, int) and version > VERSION:
        raise NewerFile(
            f"The file is version {version}; this program reads up to {VERSION}. Use a newer program.",
            field="version",
            value=version,
            allowed=f"at most {VERSION}",
        )
    try:
        file = DesignFile.model_validate(raw)
    except ValidationError as bad:
        first = bad.errors()[0]
        place = ".".join(str(part) for part in first["loc"])
        raise Unreadable(f"In the file, {place}: {first['msg']}", field=place or "file") from None
    told = with_square_tail(file.values) if file.version < TAIL_BEVELLED else file.values
    given: dict[str, object] = {**told, **_openings(file), **file.typed}
    return file.name, make_design(catalogue, file.shape, given)


def _openings(file: DesignFile) -> dict[str, object]:
    """What is chosen about each opening, by the names it has among the values."""
    some = shape_of(file.shape).openings
    given: dict[str, object] = {}
    for each in file.openings:
        number = each.get("number")
        if not isinstance(number, (int, float)) or not float(number).is_integer():
            raise Unreadable("In the file, an opening has no number", field="openings", value=str(number))
        own = {some.key(int(number), name): value for name, value in each.items() if name != "number"}
        if own.keys() & given.keys():
            raise Unreadable("In the file, two openings have one number", field="openings", value=number)
        given |= own
    return given


def design_schema() -> dict[str, Any]:
    """The JSON Schema of a design file."""
    return DesignFile.model_json_schema()
