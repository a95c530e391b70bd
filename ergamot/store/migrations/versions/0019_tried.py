"""What each search tried."""

import sqlalchemy as sa
from alembic import op
from sqlalchemy.dialects.mysql import MEDIUMTEXT

revision = "0019"
down_revision = "0018"


def upgrade() -> None:
    op.create_table(
        "tried",
        sa.Column(
            "search_id",
            sa.Integer,
            sa.ForeignKey("search.id", ondelete="CASCADE"),
            primary_key=True,
            autoincrement=False,
        ),
        sa.Column("draft_key", sa.String(24), primary_key=True),
        sa.Column("pen_key", sa.String(24), nullable=False, index=True),
        sa.Column("body", MEDIUMTEXT, nullable=False),
    )


def downgrade() -> None:
    """A search can be made again; no pen is lost with it."""
    op.drop_table("tried")
