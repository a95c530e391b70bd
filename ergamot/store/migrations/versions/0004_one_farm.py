"""One farm: what two first requests at once made of it is brought together again.

A store that was empty could end up with two farms, of which only the first was ever shown. Their records are
all brought to the first; nothing is lost.
"""

from alembic import op

revision = "0004"
down_revision = "0003"


def upgrade() -> None:
    op.execute("UPDATE record SET farm_id = (SELECT MIN(id) FROM farm)")
    op.execute("DELETE FROM farm WHERE id > (SELECT least FROM (SELECT MIN(id) AS least FROM farm) AS first)")


def downgrade() -> None:
    """What was apart by mistake stays together."""
