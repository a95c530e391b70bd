"""Two records of a key at once cannot be."""

from alembic import op

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.create_unique_constraint("record_key", "record", ["farm_id", "kind", "key"])


def downgrade() -> None:
    op.drop_constraint("record_key", "record", type_="unique")
