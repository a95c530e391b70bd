"""Answers that are text go out compressed to whoever can read that."""

from __future__ import annotations

import gzip
from functools import lru_cache

from apiflask import APIFlask
from flask import Response, request

LEAST_BYTES = 1000  # below it nothing is won
LEVEL = 5  # of nine; more takes longer than it saves on a farm's own network; may move
TEXTS = (
    "text/",
    "application/json",
    "application/problem+json",
    "application/geo+json",
    "application/javascript",
)
ALSO = ("image/svg+xml", "application/manifest+json")
KEPT_FILES = 64  # the ui's own, compressed once


@lru_cache(maxsize=KEPT_FILES)
def _of_a_file(body: bytes) -> bytes:
    return gzip.compress(body, LEVEL, mtime=0)


def compress_answers(app: APIFlask) -> None:
    """Compress whatever an app answers that is text, whole, and long enough."""

    @app.after_request
    def squeeze(answer: Response) -> Response:
        if not (answer.mimetype or "").startswith((*TEXTS, *ALSO)):
            return answer
        answer.vary.add("Accept-Encoding")
        streamed = answer.is_streamed and not answer.direct_passthrough
        if streamed or answer.status_code != 200 or answer.content_encoding:
            return answer
        if not request.accept_encodings["gzip"]:
            return answer
        of_a_file, answer.direct_passthrough = answer.direct_passthrough, False
        body = answer.get_data()
        if len(body) < LEAST_BYTES:
            return answer
        answer.set_data(_of_a_file(body) if of_a_file else gzip.compress(body, LEVEL, mtime=0))
        answer.content_encoding = "gzip"
        return answer
