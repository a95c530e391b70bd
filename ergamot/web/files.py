"""Answering with a file to keep."""

from __future__ import annotations

from flask import Response


def file_answer(body: str | bytes, kind: str, name: str) -> Response:
    """A file of a media type, to be saved under a name."""
    return Response(body, mimetype=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})
