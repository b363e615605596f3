"""The file: pragmas, one writer, many readers, and the move from one schema to the next."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing, contextmanager, suppress
from pathlib import Path
from typing import Any

from alembic import command
from alembic.config import Config
from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, create_engine, event, inspect
from sqlalchemy.exc import SQLAlchemyError
from sqlalchemy.orm import Session
from sqlalchemy.pool import QueuePool

from trencher.core.errors import TrencherError
from trencher.store.tables import Base

BUSY_MS = 5000
OURS = {*Base.metadata.tables, "readings", "alembic_version", "sqlite_sequence"}
"""Also the table of readings that there was up to 0006."""


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
    """Bring the file to the newest schema, wholly or not at all; returns the copy made before, if
    there was need of one.

    DatabaseError if the file is newer than this program, another program's, or not to be written.
    """
    path.parent.mkdir(parents=True, exist_ok=True)
    config = _alembic(path)
    script = ScriptDirectory.from_config(config)
    known = {revision.revision for revision in script.walk_revisions()}
    existed = path.exists() and path.stat().st_size > 0
    if not existed:
        # What is roasted here is nobody else's business on this machine.
        path.touch(mode=0o600)
    _writable(path)
    if existed and (fault := damage(path)):
        raise DatabaseError(
            f"is damaged ({fault})",
            where=str(path),
            allowed="'trencher rescue' says what can be saved of it",
        )
    now = _revision(path)
    if now is not None and now not in known:
        raise DatabaseError(
            f"was written by a newer Trencher (schema {now})",
            where=str(path),
            allowed="upgrade Trencher",
        )
    head = script.get_current_head()
    if now == head:
        return None
    copy = copied(path, free(path, f"before-{head}")) if existed else None
    command.upgrade(config, "head")
    return copy


def damage(path: Path) -> str:
    """What is wrong with a file's pages; "" for one that is whole, or no database at all."""
    with closing(sqlite3.connect(path)) as opened:
        try:
            opened.execute("SELECT count(*) FROM sqlite_master").fetchone()
        except sqlite3.DatabaseError:
            return ""
        try:
            (found,) = opened.execute("PRAGMA quick_check(1)").fetchone()
        except sqlite3.DatabaseError as error:
            found = str(error)
    return (
        ""
        if found == "ok"
        else " ".join(str(found).replace("*** in database main ***", "").split())
    )


def _writable(path: Path) -> None:
    try:
        with path.open("r+b"):
            pass
        if path.stat().st_mode & 0o077:
            # Made by an earlier Trencher, which left it to the machine's habits.
            with suppress(PermissionError):
                path.chmod(0o600)
    except OSError as error:
        raise DatabaseError(
            f"cannot be written ({error.strerror})",
            where=str(path),
            allowed="give this user the right to write it",
        ) from error


def _revision(path: Path) -> str | None:
    """The schema of a file; None for an empty one, or one whose first start was cut short."""
    engine = create_engine(f"sqlite:///{path}")
    try:
        with engine.connect() as connection:
            tables = set(inspect(connection).get_table_names())
            if tables - OURS:
                raise DatabaseError(
                    f"is another program's database (it has {sorted(tables - OURS)[0]!r})",
                    where=str(path),
                    allowed="name another file",
                )
            return MigrationContext.configure(connection).get_current_revision()
    except SQLAlchemyError as error:
        raise DatabaseError(
            "is not a Trencher database", where=str(path), allowed="move it away and start again"
        ) from error
    finally:
        engine.dispose()


def free(path: Path, name: str) -> Path:
    """A name beside a kitchen's file that nothing has yet: no copy is written over another."""
    n, found = 1, path.with_name(f"{path.stem}.{name}{path.suffix}")
    while found.exists():
        n += 1
        found = path.with_name(f"{path.stem}.{name}-{n}{path.suffix}")
    return found


def copied(path: Path, to: Path) -> Path:
    """A copy of a kitchen's file as of one moment, also while it is served: whole or not there, and
    for its owner alone."""
    torn = to.with_name(to.name + ".part")
    torn.unlink(missing_ok=True)
    torn.touch(mode=0o600)
    with closing(sqlite3.connect(path)) as source, closing(sqlite3.connect(torn)) as target:
        source.backup(target)
    torn.replace(to)
    return to


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

    def replace_with(self, source: sqlite3.Connection) -> None:
        """Everything in this file becomes what is in another of the newest schema, in one go: who
        reads meanwhile goes on with what was."""
        with self._writer.connect() as connection:
            raw = connection.connection.dbapi_connection
            assert isinstance(raw, sqlite3.Connection)
            connection.rollback()
            source.backup(raw)
        # Statements that are kept ready belong to the file as it was.
        self._reader.dispose()

    def close(self) -> None:
        """Let go of the file."""
        self._writer.dispose()
        self._reader.dispose()
