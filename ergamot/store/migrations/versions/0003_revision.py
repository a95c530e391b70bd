"""Append-only revisions of records."""

import sqlalchemy as sa
from alembic import op

revision = "0003"
down_revision = "0002"


def upgrade() -> None:
    op.create_table(
        "revision",
        sa.Column("id", sa.Integer, primary_key=True),
        sa.Column("record_id", sa.Integer, sa.ForeignKey("record.id"), nullable=False, index=True),
        sa.Column("number", sa.Integer, nullable=False),
        sa.Column("cause", sa.String(8), nullable=False),
        sa.Column("state", sa.Integer, nullable=False),
        sa.Column("before", sa.Integer, nullable=False),
        sa.Column("body", sa.JSON, nullable=False),
        sa.Column("note", sa.String(200), nullable=False),
        sa.Column("made_by", sa.String(80), nullable=False),
        sa.Column("made_at", sa.DateTime, nullable=False),
        sa.UniqueConstraint("record_id", "number", name="revision_number"),
    )


def downgrade() -> None:
    if op.get_bind().scalar(sa.text("SELECT COUNT(*) FROM revision")):
        raise RuntimeError("Something is kept in revision: the table is not dropped while it is.")
    op.drop_table("revision")
