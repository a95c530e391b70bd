"""The app factory: blueprints, errors, the unit of work, and the built ui."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from apiflask import APIFlask
from flask import Response, send_from_directory
from flask.json.provider import DefaultJSONProvider
from flask_compress import Compress
from sqlalchemy import Engine, text
from werkzeug.exceptions import NotFound

from ergamot.exchange.json_in import read_json
from ergamot.store.engine import open_engine
from ergamot.web.balance import added_part, balance_part
from ergamot.web.build import build_part
from ergamot.web.care import care_part
from ergamot.web.catalogue import catalogue_part
from ergamot.web.description import describe_refusals
from ergamot.web.drawings import drawings_part
from ergamot.web.farm import farm
from ergamot.web.flocks import flocks_part
from ergamot.web.gate import guard
from ergamot.web.ground import ground_part
from ergamot.web.history import history_part
from ergamot.web.long_work import HANDS, HandsOf, alone
from ergamot.web.making import making_part
from ergamot.web.mending import mending_part
from ergamot.web.moves_files import moves_files
from ergamot.web.moving import moving_part
from ergamot.web.pens import pens_part
from ergamot.web.problems import map_errors, problem
from ergamot.web.putting_away import putting_away_part
from ergamot.web.season import season_part
from ergamot.web.shed import shed_part
from ergamot.web.unit_of_work import keep_one_commit
from ergamot.web.wind import wind_part

UI = Path(__file__).resolve().parents[2] / "ui" / "dist"
LARGEST_REQUEST_BYTES = 2_000_000
COMPRESSED = [  # what is text and whole; what is worked out as it is sent goes out as it is
    "text/html",
    "text/css",
    "text/javascript",
    "text/csv",
    "text/calendar",
    "application/javascript",
    "application/json",
    "application/geo+json",
    "image/svg+xml",
]


class _Json(DefaultJSONProvider):
    """JSON as Flask writes it, read with the care that what comes from outside is."""

    def loads(self, s: str | bytes, **_: Any) -> Any:
        return read_json(s)


def make_app(engine: Engine | None = None, ui: Path = UI, hands: HandsOf = alone) -> APIFlask:
    """Make the app over an engine; without one, over the store named in ERGAMOT_DATABASE. `hands` work out what takes long."""
    app = APIFlask(
        "ergamot",
        title="Ergamot",
        version="1",
        spec_path="/api/openapi.json",
        docs_path=None,
        static_folder=None,  # type: ignore[arg-type]  # Flask takes None; APIFlask types it str
    )
    app.json = _Json(app)
    app.config["COMPRESS_MIMETYPES"] = COMPRESSED
    app.config["COMPRESS_ALGORITHM_STREAMING"] = ["zstd", "br", "gzip", "deflate"]
    app.config["COMPRESS_STREAMING_ENDPOINT_CONDITIONAL"] = ["page"]  # the ui's own files
    app.config["MAX_CONTENT_LENGTH"] = LARGEST_REQUEST_BYTES
    store = engine or open_engine()
    app.extensions[HANDS] = hands
    map_errors(app)
    Compress(app)
    guard(app)
    keep_one_commit(app, store)
    for part in (
        farm,
        catalogue_part,
        flocks_part,
        pens_part,
        drawings_part,
        wind_part,
        mending_part,
        balance_part,
        added_part,
        moving_part,
        build_part,
        making_part,
        shed_part,
        ground_part,
        season_part,
        moves_files,
        history_part,
        putting_away_part,
        care_part,
    ):
        app.register_blueprint(part)
    _serve_ui(app, store, ui)
    describe_refusals(app)
    return app


def _serve_ui(app: APIFlask, store: Engine, ui: Path) -> None:
    @app.get("/api/health")
    @app.doc(hide=True)
    def health() -> Response:
        """Is the store within reach?"""
        with store.connect() as connection:
            connection.execute(text("SELECT 1"))
        return Response("ok\n", mimetype="text/plain")

    @app.get("/", defaults={"path": ""})
    @app.get("/<path:path>")
    @app.doc(hide=True)
    def page(path: str) -> Response:
        """The ui: its page for every address a keeper can be at, its files where they exist."""
        parts = path.split("/")
        if parts[0] != "api" and "." not in parts[-1]:
            return _closing(send_from_directory(ui, "index.html", max_age=0))
        try:
            return _closing(send_from_directory(ui, path, max_age=31_536_000 if parts[0] == "assets" else 0))
        except (NotFound, OSError, ValueError):  # missing, or a name that no file can have
            return problem(404, "Not found", f"There is nothing at /{path[:80]}")


def _closing(sent: Response) -> Response:
    """Close the file that is sent when it has gone: Flask-Compress puts its own stream before it and closes only that."""
    sent.call_on_close(getattr(sent.response, "close", lambda: None))
    return sent
