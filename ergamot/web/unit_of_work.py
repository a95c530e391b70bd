"""One session a request, one commit at its end, and only when the answer is a good one."""

from __future__ import annotations

import logging
import re
from collections.abc import Callable
from datetime import UTC, datetime
from functools import cache, wraps
from typing import ParamSpec, TypeVar
from zoneinfo import available_timezones

from apiflask import APIFlask
from flask import Response, g, request
from sqlalchemy import Engine
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session
from tzlocal import get_localzone_name

from ergamot.operations.work import Work
from ergamot.web.problems import RevisionMissing, store_failed

NOBODY = "keeper"  # one farm, no accounts yet
REVISION_TAG = re.compile(r'(?:W/)?"?([0-9]{1,9})"?')
MARK = re.compile(r"[\w-]{8,64}", re.ASCII)
log = logging.getLogger(__name__)
P = ParamSpec("P")
R = TypeVar("R")


@cache
def machine_zone() -> str:
    """The time zone this machine keeps: a new farm's, for it runs where its keeper is."""
    return get_localzone_name() or "UTC"


@cache
def _zones() -> frozenset[str]:
    return frozenset(available_timezones())


def _zone() -> str:
    """Return the time zone a new farm gets: that of the browser it is entered in, else this machine's."""
    named = request.headers.get("Time-Zone", "")
    return named if named in _zones() else machine_zone()


def _mark() -> str:
    """Read what a sender marks something with that is to be kept once (draft-ietf-httpapi-idempotency-key-header)."""
    told = request.headers.get("Idempotency-Key", "").strip('"')
    return told if MARK.fullmatch(told) else ""


def current_work() -> Work:
    """The unit of work of this request, opened when first asked for."""
    if "work" not in g:
        g.work = Work(Session(g.engine), NOBODY, datetime.now(UTC).replace(tzinfo=None), _zone(), _mark())
    work: Work = g.work
    return work


def base_revision() -> int:
    """The revision an edit says it started from, in If-Match."""
    tag = request.headers.get("If-Match", "")
    found = REVISION_TAG.fullmatch(tag.strip())
    if found is None:
        raise RevisionMissing(
            "Say which revision this change started from",
            field="If-Match",
            value=tag[:40],
            allowed='a revision\'s number in quotes, such as "3"',
        )
    return int(found[1])


def from_revision(view: Callable[P, R]) -> Callable[..., R]:
    """A view that changes what stands: it is handed `base`, the revision it starts from."""

    @wraps(view)
    def with_base(*args: P.args, **kwargs: P.kwargs) -> R:
        return view(*args, **{**kwargs, "base": base_revision()})  # type: ignore[arg-type]  # base is the view's own

    with_base.starts_from_revision = True  # type: ignore[attr-defined]  # read where the API is described
    return with_base


def keep_one_commit(app: APIFlask, engine: Engine) -> None:
    """Open, commit and close around every request."""

    @app.before_request
    def remember_engine() -> None:
        g.engine = engine

    @app.after_request
    def commit(answer: Response) -> Response:
        if "work" not in g or answer.status_code >= 400 or request.method in ("GET", "HEAD"):
            return answer  # what is only read is never kept
        try:
            g.work.session.commit()
        except SQLAlchemyError as lost:
            return store_failed(lost)
        return answer

    @app.teardown_request
    def close(_: BaseException | None) -> None:
        work = g.pop("work", None)
        if work is not None:
            work.session.close()
            if work.later:
                _keep_what_can_be_found_again(engine, work)


def _keep_what_can_be_found_again(engine: Engine, work: Work) -> None:
    """Keep what a request worked out and can be worked out again, whether or not it may keep anything else. A store that is full, or
    busy, goes without it."""
    try:
        with Session(engine) as session:
            for keep in work.later:
                keep(session)
            session.commit()
    except SQLAlchemyError as lost:
        log.warning("not kept, to be worked out again: %s", type(lost).__name__)
