"""Which birds a pen is for: a key of the table, so that no flock goes while a pen is for it."""

import sqlalchemy as sa
from alembic import op

revision = "0013"
down_revision = "0012"


def upgrade() -> None:
    op.add_column(
        "record",
        sa.Column(
            "flock_id", sa.Integer, sa.ForeignKey("record.id", name="pen_flock"), nullable=True, index=True
        ),
    )


def downgrade() -> None:
    """Nothing is lost: the newest revision of each pen says so too."""
    op.drop_constraint("pen_flock", "record", type_="foreignkey")
    op.drop_index("ix_record_flock_id", "record")
    op.drop_column("record", "flock_id")
