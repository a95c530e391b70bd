"""Lawns are fields: a rectangle is one by its sides, any other by its edge. Nothing kept of a lawn changes."""

import sqlalchemy as sa
from alembic import op

revision = "0016"
down_revision = "0015"

# What the older program cannot read: an edge that is no rectangle, what stands in a field, its gate, its place
_NEWER = (
    "SELECT COUNT(*) FROM revision JOIN record ON record.id = revision.record_id AND record.kind = 'field' "
    "WHERE JSON_CONTAINS_PATH(revision.body, 'one', '$.outline', '$.obstacles', '$.gate', '$.origin')"
)


def upgrade() -> None:
    op.get_bind().execute(sa.text("UPDATE record SET kind = 'field' WHERE kind = 'lawn'"))


def downgrade() -> None:
    bind = op.get_bind()
    if bind.execute(sa.text(_NEWER)).scalar():
        raise RuntimeError("Fields that are no rectangles are kept: an older program would lose them")
    bind.execute(sa.text("UPDATE record SET kind = 'lawn' WHERE kind = 'field'"))
