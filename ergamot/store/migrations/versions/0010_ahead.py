"""A revision says what a redo from it brings back."""

import sqlalchemy as sa
from alembic import op

revision = "0010"
down_revision = "0009"


def upgrade() -> None:
    op.add_column("revision", sa.Column("ahead", sa.Integer, nullable=False, server_default="0"))


def downgrade() -> None:
    op.drop_column("revision", "ahead")
