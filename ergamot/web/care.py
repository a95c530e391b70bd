"""Every caution, to be found again."""

from __future__ import annotations

from typing import Any

from apiflask import APIBlueprint

from ergamot.core.balance.care import every_caution
from ergamot.web.schemas.care import CaresOut

care_part = APIBlueprint("care", __name__, url_prefix="/api/care")


@care_part.get("")
@care_part.output(CaresOut)
def get_care() -> dict[str, Any]:
    """All cautions by the work they belong to."""
    return {"care": every_caution()}
