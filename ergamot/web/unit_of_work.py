"""One session a request, one commit at its end, and only when the answer is a good one."""

from __future__ import annotations

from datetime import UTC, datetime

from apiflask import APIFlask
from flask import Response, g, request
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ergamot.operations.work import Work
from ergamot.web.problems import RevisionMissing

NOBODY = "keeper"  # one farm, no accounts yet


def current_work() -> Work:
    """The unit of work of this request, opened when first asked for."""
    if "work" not in g:
        g.work = Work(Session(g.engine), NOBODY, datetime.now(UTC).replace(tzinfo=None))
    work: Work = g.work
    return work


def base_revision() -> int:
    """The revision an edit says it started from, in If-Match."""
    tag = request.headers.get("If-Match", "").strip().removeprefix("W/").strip('"')
    if not tag.isdigit():
        raise RevisionMissing(
            "Say which revision this change started from", field="If-Match", value=tag, allowed="a number"
        )
    return int(tag)


def keep_one_commit(app: APIFlask, engine: Engine) -> None:
    """Open, commit and close around every request."""

    @app.before_request
    def remember_engine() -> None:
        g.engine = engine

    @app.after_request
    def commit(answer: Response) -> Response:
        if "work" in g and answer.status_code < 400:
            g.work.session.commit()
        return answer

    @app.teardown_request
    def close(_: BaseException | None) -> None:
        work = g.pop("work", None)
        if work is not None:
            work.session.close()
