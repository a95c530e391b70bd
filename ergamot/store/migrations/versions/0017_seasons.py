"""Pens walk fields together, and where they stood is kept. Nothing kept before changes."""

import sqlalchemy as sa
from alembic import op

revision = "0017"
down_revision = "0016"

# What the older program cannot read, and would lose: who walks a field, how it is kept, where pens stood
_NEWER = (
    "SELECT COUNT(*) FROM revision JOIN record ON record.id = revision.record_id "
    "WHERE record.kind = 'stay' OR (record.kind = 'field' "
    "AND JSON_CONTAINS_PATH(revision.body, 'one', '$.team', '$.keeping', '$.falls_deg'))"
)


def upgrade() -> None:
    """Teams and stays are records of kinds there were no rows of."""


def downgrade() -> None:
    if op.get_bind().execute(sa.text(_NEWER)).scalar():
        raise RuntimeError("Pens on fields and where they stood are kept: an older program would lose them")
