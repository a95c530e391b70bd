"""Fields with pens on them, for tests of the ground: dates go by the day the tests began."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta

from tests.api.test_answers import FLOCK, at

TODAY = datetime.now(UTC).date()
SQUARE = {"name": "Square", "outline": [[0, 0], [60, 0], [60, 40], [0, 40]]}


def day(after: int) -> str:
    """So many days after today."""
    return (TODAY + timedelta(days=after)).isoformat()


BROILERS = {**FLOCK, "hatch": day(-27), "out": day(-6), "leaves": day(22)}
HENS = {
    "name": "Hens",
    "strain": "layer-hybrid",
    "placed": 12,
    "hatch": day(-160),
    "out": day(-30),
    "leaves": day(260),
}


def put_pen(client, name, flock, **more):
    """A pen for a flock of its own."""
    flock_id = client.post("/api/flocks", json=flock).json["id"]
    return client.post("/api/pens", json={"flock_id": flock_id, "name": name, **more}).json["id"]


def walk(client, field, *team):
    """Put pens on a field as it was first entered, and answer its season."""
    path = f"/api/fields/{field['id']}"
    put = client.put(f"{path}/team", json={"team": list(team)}, headers=at(field["revision"]))
    assert put.status_code == 200, put.text
    return client.get(f"{path}/season")
