"""What a redo brings back, for every step taken before steps said so."""

import sqlalchemy as sa
from alembic import op

revision = "0011"
down_revision = "0010"


def upgrade() -> None:
    store = op.get_bind()
    steps = store.execute(
        sa.text(
            "SELECT id, record_id, number, cause, state, `before` FROM revision ORDER BY record_id, number"
        )
    ).all()
    ahead: dict[int, int] = {}
    record, last_edit = 0, 0
    before: dict[int, int] = {}
    grown: dict[int, int] = {}
    for one in steps:
        if one.record_id != record:
            record, before = one.record_id, {}
        if one.cause == "edit":
            last_edit, before[one.number] = one.number, one.before
            grown, state = {}, one.number
            while state:  # each state on the way to the newest edit, by the one it grew from
                grown[before[state]] = state
                state = before[state]
        elif one.state != last_edit:
            ahead[one.id] = grown.get(one.state, 0)
    for number, state in ahead.items():
        store.execute(
            sa.text("UPDATE revision SET ahead = :state WHERE id = :id"), {"state": state, "id": number}
        )


def downgrade() -> None:
    """The column goes with the revision before."""
