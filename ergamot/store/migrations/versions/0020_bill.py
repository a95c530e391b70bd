"""Keep bills, each by all it was worked out from."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import MEDIUMTEXT

revision = "0020"
down_revision = "0019"


def upgrade() -> None:
    op.create_table(
        "bill",
        sa.Column("basis", sa.String(64), primary_key=True),
        sa.Column("farm_id", sa.Integer, sa.ForeignKey("farm.id"), nullable=False, index=True),
        sa.Column("asked", MEDIUMTEXT, nullable=False),
        sa.Column("body", MEDIUMTEXT, nullable=False),
        sa.Column("total", sa.Numeric(12, 2), nullable=False),
        sa.Column("effort", sa.Integer, nullable=False),
        sa.Column("found_at", sa.DateTime, nullable=False),
    )


def downgrade() -> None:
    """A bill can be worked out again."""
    op.drop_table("bill")
