"""Answering with a file to keep."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any, TypeVar

from flask import Response, request

from ergamot.core.errors import UnknownChoice
from ergamot.core.units import System
from ergamot.exchange.sheets_pdf import PAPERS, Paper

T = TypeVar("T", bound=str)


def file_answer(body: str | bytes, kind: str, name: str) -> Response:
    """A file of a media type, to be saved under a name."""
    return Response(body, mimetype=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})


def one_of(name: str, given: str, known: Mapping[T, Any]) -> T:
    """One of a few words of an address, refused by name when it is none of them."""
    for one in known:
        if one == given:
            return one
    raise UnknownChoice(name, given, tuple(known))


def asked_system() -> System:
    """The units a file was asked for in."""
    units: dict[System, None] = {"metric": None, "imperial": None}
    return one_of("units", request.args.get("units", "metric"), units)


def asked_paper() -> Paper:
    """The paper a file was asked for on."""
    return one_of("paper", request.args.get("paper", "a4"), PAPERS)
