"""Alembic's entry: one connection, foreign keys off while tables are rebuilt, checked after."""

from alembic import context
from sqlalchemy import create_engine, text

from trencher.store.tables import Base

config = context.config
engine = create_engine(config.get_main_option("sqlalchemy.url") or "")
with engine.connect() as connection:
    # Batch changes drop and rename tables: with keys on, children would be deleted silently.
    connection.execute(text("PRAGMA foreign_keys=OFF"))
    connection.commit()
    context.configure(connection=connection, target_metadata=Base.metadata, render_as_batch=True)
    with context.begin_transaction():
        context.run_migrations()
    connection.commit()
    broken = connection.execute(text("PRAGMA foreign_key_check")).all()
    if broken:
        raise RuntimeError(f"rows without their parents after migration: {broken[:3]}")
engine.dispose()
