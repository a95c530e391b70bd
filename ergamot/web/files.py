"""Answering with a file to keep."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any, TypeVar

from flask import Response

V = TypeVar("V", bound=Callable[..., Any])


def file_answer(body: str | bytes, kind: str, name: str) -> Response:
    """A file of a media type, to be saved under a name."""
    return Response(body, mimetype=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})


def answers_with(kind: str) -> Callable[[V], V]:
    """A view whose good answer is of a media type of its own; read where the API is described."""

    def marked(view: V) -> V:
        view.media_type = kind  # type: ignore[attr-defined]  # views carry what describes them
        return view

    return marked
