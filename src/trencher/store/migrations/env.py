"""Alembic's entry: one connection, one transaction, foreign keys off while tables are rebuilt.

The driver would end its transaction before every change of a schema, and what was killed half-way
would stay half-done: so the transaction is begun by hand and holds all steps, or none.
"""

from typing import Any

from alembic import context
from sqlalchemy import create_engine, event, text

from trencher.store.tables import Base

config = context.config
engine = create_engine(config.get_main_option("sqlalchemy.url") or "")


@event.listens_for(engine, "connect")
def _by_hand(connection: Any, _record: Any) -> None:
    connection.isolation_level = None
    connection.execute("PRAGMA busy_timeout=30000")
    # Batch changes drop and rename tables: with keys on, children would be deleted silently.
    connection.execute("PRAGMA foreign_keys=OFF")


@event.listens_for(engine, "begin")
def _alone(connection: Any) -> None:
    connection.exec_driver_sql("BEGIN EXCLUSIVE")


with engine.begin() as connection:
    context.configure(
        connection=connection,
        target_metadata=Base.metadata,
        render_as_batch=True,
        transactional_ddl=True,
    )
    with context.begin_transaction():
        context.run_migrations()
    broken = connection.execute(text("PRAGMA foreign_key_check")).all()
    if broken:
        raise RuntimeError(f"rows without their parents after migration: {broken[:3]}")
engine.dispose()
