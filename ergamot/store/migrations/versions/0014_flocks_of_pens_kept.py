"""The flock of every pen that was kept before there was a key for it, as its newest revision has it."""

import sqlalchemy as sa
from alembic import op

revision = "0014"
down_revision = "0013"


def upgrade() -> None:
    op.get_bind().execute(
        sa.text(
            "UPDATE record pen JOIN revision head ON head.record_id = pen.id AND head.number = pen.head "
            "JOIN record flock ON flock.id = CAST(JSON_VALUE(head.body, '$.flock_id') AS UNSIGNED) "
            "AND flock.farm_id = pen.farm_id AND flock.kind = 'flock' "
            "SET pen.flock_id = flock.id WHERE pen.kind = 'pen'"
        )
    )


def downgrade() -> None:
    """The column goes with the revision before."""
