"""Records can be put away."""

import sqlalchemy as sa
from alembic import op

revision = "0009"
down_revision = "0008"


def upgrade() -> None:
    op.add_column("record", sa.Column("away_at", sa.DateTime, nullable=True))


def downgrade() -> None:
    if op.get_bind().scalar(sa.text("SELECT COUNT(*) FROM record WHERE away_at IS NOT NULL")):
        raise RuntimeError(
            "Something is put away; bring it back or delete it before going back to older tables."
        )
    op.drop_column("record", "away_at")
