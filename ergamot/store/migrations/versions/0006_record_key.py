"""A record of which a farm has only one has a key."""

import sqlalchemy as sa
from alembic import op

revision = "0006"
down_revision = "0005"


def upgrade() -> None:
    op.add_column("record", sa.Column("key", sa.String(100), nullable=True))


def downgrade() -> None:
    op.drop_column("record", "key")
