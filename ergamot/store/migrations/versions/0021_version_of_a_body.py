"""Say in which version of its form the body of each revision is written; all that there are were written in the first."""

import sqlalchemy as sa
from alembic import op

revision = "0021"
down_revision = "0020"


def upgrade() -> None:
    op.add_column("revision", sa.Column("version", sa.Integer, nullable=False, server_default="1"))
    op.alter_column(
        "revision", "version", existing_type=sa.Integer, existing_nullable=False, server_default=None
    )


def downgrade() -> None:
    """A program before this reads bodies of the first version only."""
    written = op.get_bind().execute(sa.text("SELECT MAX(version) FROM revision")).scalar()
    if written is not None and written > 1:
        raise RuntimeError("what is kept was written by a newer program")
    op.drop_column("revision", "version")
