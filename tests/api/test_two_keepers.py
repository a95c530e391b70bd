"""Two keepers at one pen over HTTP, in any order of edits, undos and reloads: nothing is lost unseen."""

from __future__ import annotations

from hypothesis import HealthCheck
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, initialize, invariant, rule

from ergamot.web.app import make_app
from tests.api.test_answers import FLOCK
from tests.depth import examples

WHO = st.sampled_from(["here", "there"])


class TwoKeepers(RuleBasedStateMachine):
    """A model of what is kept: past states and those taken back. Each keeper knows one revision."""

    engine = None

    @initialize()
    def open(self):
        self.client = make_app(self.engine).test_client()
        flock = self.client.post("/api/flocks", json=FLOCK).json
        pen = self.client.post("/api/pens", json={"flock_id": flock["id"], "name": "Shared pen"}).json
        self.id = pen["id"]
        self.head = pen["revision"]
        self.past, self.ahead = [pen["values"]["width"]["value"]], []
        self.seen = {"here": self.head, "there": self.head}

    def _send(self, who, method, path, body=None):
        answer = self.client.open(
            f"/api/pens/{self.id}{path}",
            method=method,
            json=body,
            headers={"If-Match": f'"{self.seen[who]}"'},
        )
        if self.seen[who] != self.head:
            assert answer.status_code == 412
            assert answer.json["revision"] == self.head
            assert answer.json["theirs"]["values"]["width"] == self.past[-1]
            return None
        return answer

    def _took(self, who, answer):
        self.head += 1
        self.seen[who] = self.head
        assert answer.status_code == 200
        assert answer.json["revision"] == self.head
        assert answer.json["values"]["width"]["value"] == self.past[-1]

    @rule(who=WHO, width=st.integers(900, 3600))
    def edit(self, who, width):
        answer = self._send(who, "PATCH", "", {"values": {"width": width}})
        if answer is not None:
            self.past.append(width)
            self.ahead.clear()
            self._took(who, answer)

    @rule(who=WHO, wrong=st.sampled_from(["wide", "0", "40 ft"]))
    def edit_wrongly(self, who, wrong):
        answer = self.client.patch(
            f"/api/pens/{self.id}",
            json={"values": {"width": wrong}},
            headers={"If-Match": f'"{self.seen[who]}"'},
        )
        assert answer.status_code == 422
        assert answer.json["field"] == "width"

    @rule(who=WHO)
    def undo(self, who):
        answer = self._send(who, "POST", "/undo")
        if answer is None:
            return
        if len(self.past) == 1:
            assert answer.status_code == 409
            return
        self.ahead.append(self.past.pop())
        self._took(who, answer)

    @rule(who=WHO)
    def redo(self, who):
        answer = self._send(who, "POST", "/redo")
        if answer is None:
            return
        if not self.ahead:
            assert answer.status_code == 409
            return
        self.past.append(self.ahead.pop())
        self._took(who, answer)

    @rule(who=WHO)
    def reload(self, who):
        shown = self.client.get(f"/api/pens/{self.id}").json
        assert shown["revision"] == self.head
        assert (shown["can_undo"], shown["can_redo"]) == (len(self.past) > 1, bool(self.ahead))
        self.seen[who] = self.head

    @invariant()
    def what_stands_is_what_the_model_holds(self):
        assert self.client.get(f"/api/pens/{self.id}").json["values"]["width"]["value"] == self.past[-1]


def test_two_keepers(store):
    TwoKeepers.engine = store
    from hypothesis.stateful import run_state_machine_as_test

    run_state_machine_as_test(
        TwoKeepers,
        settings=examples(3, stateful_step_count=15, deadline=None, suppress_health_check=list(HealthCheck)),
    )
