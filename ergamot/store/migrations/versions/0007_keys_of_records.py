"""Keys of what is kept already: of places and of rows made twice at once, the one worked on most.

The others keep their revisions without a key; they are shown no more, as they never were.
"""

import sqlalchemy as sa
from alembic import op

revision = "0007"
down_revision = "0006"

NAMED = """
SELECT r.id, r.farm_id, r.kind, r.head, CASE r.kind WHEN 'place' THEN 'place' ELSE
  CONCAT(JSON_VALUE(v.body, '$.table'), '/', JSON_VALUE(v.body, '$.key')) END AS named
FROM record r JOIN revision v ON v.record_id = r.id AND v.number = r.head
WHERE r.kind IN ('place', 'row')
ORDER BY r.head DESC, r.id
"""


def upgrade() -> None:
    store = op.get_bind()
    given: set[tuple[int, str, str]] = set()
    for one in store.execute(sa.text(NAMED)).all():
        name = (one.farm_id, one.kind, one.named)
        if name not in given:
            given.add(name)
            store.execute(
                sa.text("UPDATE record SET `key` = :named WHERE id = :id"), {"named": one.named, "id": one.id}
            )


def downgrade() -> None:
    """The column goes with the revision before."""
