"""A farm has a key, and there is no second of the same."""

from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    op.execute(
        "ALTER TABLE farm ADD COLUMN `key` VARCHAR(40) NOT NULL DEFAULT 'home', ADD UNIQUE KEY farm_key (`key`)"
    )


def downgrade() -> None:
    op.execute("ALTER TABLE farm DROP KEY farm_key, DROP COLUMN `key`")
