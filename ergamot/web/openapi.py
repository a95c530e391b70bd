"""The OpenAPI document, from which the ui's types are made: python -m ergamot.web.openapi FILE."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from typing import Any, Literal

from pydantic import BaseModel
from pydantic.json_schema import models_json_schema
from sqlalchemy import create_engine

from ergamot.web.app import make_app
from ergamot.web.schemas.figures import Out

Mode = Literal["serialization", "validation"]


def _models(base: type[BaseModel]) -> list[type[BaseModel]]:
    return [model for child in base.__subclasses__() for model in (child, *_models(child))]


def with_named_parts(spec: dict[str, Any]) -> dict[str, Any]:
    """The document with each nested schema under its own name, as pydantic describes it.

    The framework writes every answer out in full; named parts keep the generated types readable.
    """
    ours = [model for model in _models(BaseModel) if model.__module__.startswith("ergamot.web.schemas")]
    pairs: list[tuple[type[BaseModel], Mode]] = [
        (model, "serialization" if issubclass(model, Out) else "validation") for model in ours
    ]
    _, described = models_json_schema(pairs, ref_template="#/components/schemas/{model}")
    spec["components"]["schemas"].update(described["$defs"])
    return spec


def write_openapi(target: Path) -> None:
    """Write the document; no store is needed for it."""
    app = make_app(create_engine("mysql+pymysql://nobody@127.0.0.1/none"))
    spec = app.spec
    assert isinstance(spec, dict)
    spec = with_named_parts(spec)
    target.write_text(json.dumps(spec, indent=1, sort_keys=True) + "\n", "utf-8")


if __name__ == "__main__":
    write_openapi(Path(sys.argv[1]))
