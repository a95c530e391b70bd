"""What a list shows of a pen, worked out when it was kept."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import MEDIUMTEXT

revision = "0012"
down_revision = "0011"


def upgrade() -> None:
    op.create_table(
        "line",
        sa.Column("record_id", sa.Integer, sa.ForeignKey("record.id"), primary_key=True, autoincrement=False),
        sa.Column("basis", sa.String(64), nullable=False),
        sa.Column("body", MEDIUMTEXT, nullable=False),
    )


def downgrade() -> None:
    """Nothing is lost: every line can be worked out again."""
    op.drop_table("line")
