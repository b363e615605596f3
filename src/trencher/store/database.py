"""The file: pragmas, one writer, many readers, and the move from one schema to the next."""

from __future__ import annotations

import shutil
import sqlite3
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine, event
from sqlalchemy.orm import Session
from sqlalchemy.pool import QueuePool

from trencher.core.errors import TrencherError

BUSY_MS = 5000


class DatabaseError(TrencherError):
    """The file cannot be used."""

    code = "database"


def _connect(path: Path, *, writes: bool) -> Engine:
    engine = create_engine(
        f"sqlite:///{path}",
        poolclass=QueuePool,
        pool_size=1 if writes else 4,
        max_overflow=0,
        connect_args={"check_same_thread": False},
    )

    @event.listens_for(engine, "connect")
    def pragmas(connection: sqlite3.Connection, _record: Any) -> None:
        # The driver's own transactions are late and deferred; ours are explicit.
        connection.isolation_level = None
        for line in (
            "journal_mode=WAL",
            "synchronous=FULL",
            "foreign_keys=ON",
            f"busy_timeout={BUSY_MS}",
            *(() if writes else ("query_only=ON",)),
        ):
            connection.execute(f"PRAGMA {line}")

    @event.listens_for(engine, "begin")
    def begin(connection: Any) -> None:
        connection.exec_driver_sql("BEGIN IMMEDIATE" if writes else "BEGIN")

    return engine


def _alembic(path: Path) -> Config:
    config = Config()
    config.set_main_option("script_location", str(Path(__file__).parent / "migrations"))
    config.set_main_option("sqlalchemy.url", f"sqlite:///{path}")
    return config


def migrate(path: Path) -> Path | None:
    """Bring the file to the newest schema; returns the copy made before, if there was need of one.

    DatabaseError if the file is newer than this program or is no database.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    config = _alembic(path)
    script = ScriptDirectory.from_config(config)
    known = {revision.revision for revision in script.walk_revisions()}
    existed = path.exists() and path.stat().st_size > 0
    engine = create_engine(f"sqlite:///{path}")
    try:
        with engine.connect() as connection:
            now = MigrationContext.configure(connection).get_current_revision()
    except Exception as error:
        raise DatabaseError(
            "is not a Trencher database", where=str(path), allowed="move it away and start again"
        ) from error
    finally:
        engine.dispose()
    if now is not None and now not in known:
        raise DatabaseError(
            f"was written by a newer Trencher (schema {now})", where=str(path),
            allowed="upgrade Trencher",
        )  # fmt: skip
    if now == script.get_current_head():
        return None
    copy: Path | None = None
    if existed:
        copy = path.with_name(f"{path.stem}.before-{script.get_current_head()}{path.suffix}")
        with sqlite3.connect(path) as source, sqlite3.connect(copy) as target:
            source.backup(target)
        shutil.copystat(path, copy)
    command.upgrade(config, "head")
    return copy


class Database:
    """An open file. ``write()`` and ``read()`` give sessions; each is one transaction."""

    def __init__(self, path: Path) -> None:
        self.path = path
        self.copied = migrate(path)
        self._writer = _connect(path, writes=True)
        self._reader = _connect(path, writes=False)

    @contextmanager
    def write(self) -> Iterator[Session]:
        """One writing transaction; on disk when the block has ended without an error."""
        with Session(self._writer) as session, session.begin():
            yield session

    @contextmanager
    def read(self) -> Iterator[Session]:
        """One reading transaction."""
        with Session(self._reader) as session, session.begin():
            yield session

    def close(self) -> None:
        """Let go of the file."""
        self._writer.dispose()
        self._reader.dispose()
