"""The one place where errors become answers: problem+json (RFC 9457) with field, value and limit."""

from __future__ import annotations

import logging
import math
from typing import Any

from apiflask import APIFlask
from apiflask.exceptions import HTTPError
from flask import Response, jsonify
from sqlalchemy.exc import DBAPIError, IntegrityError, SQLAlchemyError
from werkzeug.exceptions import HTTPException, MethodNotAllowed

from ergamot.core import errors
from ergamot.operations.kept import Stale
from ergamot.operations.putting_away import NotTold, StillAtHand

log = logging.getLogger("ergamot.web")


class RevisionMissing(errors.ErgamotError):
    """An edit that does not say which revision it started from."""

    title = "Which revision?"


# Most particular first
STATUS: tuple[tuple[type[errors.ErgamotError], int], ...] = (
    (Stale, 412),
    (RevisionMissing, 428),
    (errors.NotFound, 404),
    (errors.NothingToUndo, 409),
    (StillAtHand, 409),
    (NotTold, 409),
    (errors.Full, 409),
    (errors.Busy, 429),
    (errors.ErgamotError, 422),
)


# What pydantic says, in a keeper's words
PLAIN = {
    "valid integer": "must be a whole number",
    "valid number": "must be a number",
    "valid date": "must be a date",
    "Field required": "must be given",
}


def problem(status: int, title: str, detail: str, **more: Any) -> Response:
    """A problem+json answer."""
    answer = jsonify({"type": "about:blank", "title": title, "status": status, "detail": detail, **more})
    answer.status_code = status
    answer.content_type = "application/problem+json"
    return answer


def _known(error: errors.ErgamotError) -> Response:
    status = next(code for kind, code in STATUS if isinstance(error, kind))
    more: dict[str, Any] = {"field": error.field, "value": _sayable(error.value), "allowed": error.allowed}
    if isinstance(error, Stale):
        more |= {"revision": error.theirs.revision, "theirs": error.theirs.written, "base": error.base_body}
    answer = problem(status, error.title, error.message, **more)
    if isinstance(error, errors.Busy):
        answer.headers["Retry-After"] = "2"
    return answer


LARGEST_WHOLE = 2**53  # that every reader of JSON holds


def _sayable(value: object) -> object:
    """A value as JSON holds it; nan and endless figures, and whatever else it cannot hold, as text."""
    whole = isinstance(value, int) and abs(value) < LARGEST_WHOLE
    plain = isinstance(value, str) or whole or value is None
    finite = isinstance(value, float) and math.isfinite(value)
    return value if plain or finite else str(value)


def _invalid(error: HTTPError) -> Response:
    """What pydantic refused, named by the first field."""
    detail = error.detail.get("json") or error.detail.get("query") or error.detail
    if isinstance(detail, dict) and detail:
        field, messages = next(iter(detail.items()))
        words = messages[0] if isinstance(messages, list) and messages else str(messages)
        words = next((plain for said, plain in PLAIN.items() if said in words), words)
        return problem(
            error.status_code,
            "That could not be read",
            f"{errors.SAID.get(str(field), field)} {words}",
            field=str(field),
        )
    words = str(error.message or "That cannot be done")
    return problem(error.status_code, words, words)


DISK_FULL = {1021, 1114}  # MariaDB: no room for a file, for more of a table
NO_ROOM = "No space left on device"  # as every other fault of a full disk ends
DEADLOCKS = {1205, 1213}  # MariaDB: a lock was waited for too long, or two waited for each other


def store_failed(error: SQLAlchemyError) -> Response:
    """What is said when the store refuses a step or cannot be reached."""
    code = error.orig.args[0] if isinstance(error, DBAPIError) and error.orig and error.orig.args else None
    if isinstance(error, IntegrityError) or code in DEADLOCKS:
        log.warning("two edits at once: %s", error)
        return problem(409, "Two changes at once", "Someone changed this at the same moment. Try again.")
    told = error.orig if isinstance(error, DBAPIError) else error  # without what was to be written
    if code in DISK_FULL or NO_ROOM in str(told):
        log.error("the disk is full: %s", told)
        return problem(
            507,
            "The disk is full",
            "The disk of the machine Ergamot runs on is full: nothing of this step was kept. What is kept can be read; as soon "
            "as there is room again, do it once more.",
        )
    log.error("the store cannot be reached: %s", told)
    answer = problem(
        503,
        "The store cannot be reached",
        "Perhaps nothing was kept of this step. It is asked again in a moment.",
    )
    answer.headers["Retry-After"] = "1"
    return answer


def _too_deep(_: RecursionError) -> Response:
    return problem(400, "That could not be read", "It is nested too deeply to be anything of ours.")


def _unexpected(error: Exception) -> Response:
    if isinstance(error, HTTPException):
        answer = problem(error.code or 500, error.name, error.description or error.name)
        if isinstance(error, MethodNotAllowed) and error.valid_methods:
            answer.headers["Allow"] = ", ".join(sorted(error.valid_methods))
        return answer
    log.exception("unexpected", exc_info=error)
    return problem(500, "Something went wrong here", "It is written in the log. What was kept is safe.")


def map_errors(app: APIFlask) -> None:
    """Register every mapping on the app."""
    app.register_error_handler(errors.ErgamotError, _known)
    app.register_error_handler(SQLAlchemyError, store_failed)
    app.register_error_handler(RecursionError, _too_deep)
    app.register_error_handler(Exception, _unexpected)
    app.error_processor(_invalid)
