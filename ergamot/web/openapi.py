"""Prints the OpenAPI document, from which the ui's types are made: python -m ergamot.web.openapi FILE."""

from __future__ import annotations

import json
import sys
from pathlib import Path

from sqlalchemy import create_engine

from ergamot.web.app import make_app


def write_openapi(target: Path) -> None:
    """Write the document; no store is needed for it."""
    spec = make_app(create_engine("mysql+pymysql://nobody@127.0.0.1/none")).spec
    target.write_text(json.dumps(spec, indent=1, sort_keys=True) + "\n", "utf-8")


if __name__ == "__main__":
    write_openapi(Path(sys.argv[1]))
