"""Searches for pens worth building."""

import sqlalchemy as sa
from alembic import op

revision = "0018"
down_revision = "0017"


def upgrade() -> None:
    op.create_table(
        "search",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("farm_id", sa.Integer, sa.ForeignKey("farm.id"), nullable=False, index=True),
        sa.Column("flock_id", sa.Integer, sa.ForeignKey("record.id"), nullable=False, index=True),
        sa.Column("state", sa.String(10), nullable=False, index=True),
        sa.Column("asked", sa.JSON, nullable=False),
        sa.Column("basis", sa.String(64), nullable=False),
        sa.Column("seed", sa.Integer, nullable=False),
        sa.Column("generations", sa.Integer, nullable=False),
        sa.Column("generation", sa.Integer, nullable=False),
        sa.Column("tried", sa.Integer, nullable=False),
        sa.Column("judged", sa.Integer, nullable=False),
        sa.Column("worked_ms", sa.Integer, nullable=False),
        sa.Column("front", sa.JSON, nullable=False),
        sa.Column("note", sa.String(300), nullable=False),
        sa.Column("owner", sa.String(60), nullable=False),
        sa.Column("beat_at", sa.DateTime),
        sa.Column("made_by", sa.String(80), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
    )


def downgrade() -> None:
    """A search can be made again; no pen is lost with it."""
    op.drop_table("search")
