"""A heaviest pen that nobody ever set is none: farms began with one of 80 kg, and pens were graded by it."""

import sqlalchemy as sa
from alembic import op

revision = "0015"
down_revision = "0014"

_NEVER_SET = (
    "SELECT kept.record_id FROM revision kept JOIN record place ON place.id = kept.record_id AND place.kind = 'place' "
    "GROUP BY kept.record_id HAVING MIN(CAST(JSON_VALUE(kept.body, '$.heaviest_kg') AS DECIMAL(10,3))) = 80 "
    "AND MAX(CAST(JSON_VALUE(kept.body, '$.heaviest_kg') AS DECIMAL(10,3))) = 80"
)


def upgrade() -> None:
    op.get_bind().execute(
        sa.text(
            f"UPDATE revision JOIN ({_NEVER_SET}) never_set ON never_set.record_id = revision.record_id "
            "SET revision.body = JSON_SET(revision.body, '$.heaviest_kg', NULL)"
        )
    )


def downgrade() -> None:
    op.get_bind().execute(
        sa.text(
            "UPDATE revision JOIN record ON record.id = revision.record_id AND record.kind = 'place' "
            "SET revision.body = JSON_SET(revision.body, '$.heaviest_kg', 80.0) "
            "WHERE JSON_TYPE(JSON_EXTRACT(revision.body, '$.heaviest_kg')) = 'NULL'"
        )
    )
