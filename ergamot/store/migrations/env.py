"""Alembic's entry: runs migrations against ERGAMOT_DATABASE. Migrations import nothing of ours."""

import os

from alembic import context
from sqlalchemy import create_engine, pool

connectable = create_engine(os.environ["ERGAMOT_DATABASE"], poolclass=pool.NullPool)
with connectable.connect() as connection:
    context.configure(connection=connection, target_metadata=None)
    with context.begin_transaction():
        context.run_migrations()
