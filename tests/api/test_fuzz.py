"""Every operation asked in every way its own description allows, and in ways it does not: no answer is undescribed,
none is a fault of the program."""

from __future__ import annotations

import pytest
import schemathesis
from hypothesis import HealthCheck, given, settings
from schemathesis import GenerationMode
from sqlalchemy import create_engine

from ergamot.web.app import make_app
from tests.api.test_answers import FIELD, FLOCK
from tests.conftest import emptied
from tests.depth import DEPTH

# A figure that reads well may still be refused by the job's rules, with its field and limit
CONFIG = schemathesis.Config.from_dict(
    {"checks": {"positive_data_acceptance": {"expected-statuses": ["2xx", 404, 409, 412, 422]}}}
)
EXAMPLES = 3 * DEPTH  # an operation and way of asking
SLOW = {
    "/api/pens/starts/{flock_id}": DEPTH,
    "/api/pens/{pen_id}/mends": DEPTH,
    "/api/pens/{pen_id}/sizes": DEPTH,
    "/api/pens/{pen_id}/added": DEPTH,
    "/api/pens/{pen_id}/bill": 2 * DEPTH,
    "/api/pens/{pen_id}/cost": 2 * DEPTH,
}  # each answer is a second or two of work
SPEC = make_app(create_engine("mysql+pymysql://nobody@127.0.0.1/none")).spec
OPERATIONS = [(path, method) for path, methods in SPEC["paths"].items() for method in methods]


@pytest.fixture(scope="module")
def farm(engine):
    """The app over a farm with one of everything, and what it describes of itself."""
    emptied(engine)
    app = make_app(engine)
    client = app.test_client()
    flock = client.post("/api/flocks", json=FLOCK).json["id"]
    pen = client.post("/api/pens", json={"flock_id": flock, "name": "Fuzzed pen"}).json["id"]
    lawn = client.post("/api/fields", json=FIELD).json["id"]
    known = {"pen_id": pen, "flock_id": flock, "field_id": lawn, "field": lawn, "record_id": pen}
    return schemathesis.openapi.from_wsgi("/api/openapi.json", app, config=CONFIG), known


ASKED = [
    (path, method, mode)
    for path, method in OPERATIONS
    for mode in GenerationMode
    if mode is GenerationMode.POSITIVE
    or any(SPEC["paths"][path][method].get(part) for part in ("parameters", "requestBody"))
]


@pytest.mark.parametrize(("path", "method", "mode"), ASKED, ids=[f"{m} {p} {g.value}" for p, m, g in ASKED])
def test_every_answer_is_as_described(farm, path, method, mode):
    schema, known = farm
    cases = schema[path][method.upper()].as_strategy(generation_mode=mode)

    @settings(
        max_examples=SLOW.get(path, EXAMPLES),
        deadline=None,
        derandomize=True,
        database=None,
        suppress_health_check=list(HealthCheck),
    )
    @given(case=cases)
    def asked(case):
        if (
            mode is GenerationMode.POSITIVE
        ):  # of what is there; else every answer would be that there is no such thing
            for asked_for in (case.path_parameters, case.query):
                for name in set(asked_for or ()) & set(known):
                    asked_for[name] = known[name]
        answer = case.call_and_validate(
            headers={"Accept-Encoding": "identity"}
        )  # the client here unpacks nothing
        assert answer.status_code not in (429, 503), "with one asker there is nothing to wait for"

    asked()
