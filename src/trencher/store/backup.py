"""The whole kitchen as one file: copied while it is served, checked before it is put back."""

from __future__ import annotations

import sqlite3
import tempfile
from collections.abc import Iterator
from contextlib import closing, contextmanager
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path

from trencher.store.database import Database, DatabaseError, copied, free, migrate
from trencher.store.repository import KitchenRecord, Repository

FIRST = b"SQLite format 3\x00"


@dataclass(frozen=True)
class Content:
    """What a file of a kitchen holds. ``last``: the latest hour anything was entered in it, ISO, ""
    for none; ``damaged``: records in it that cannot be read, which come along as they are."""

    roasts: int
    days: int
    ovens: int
    events: int
    last: str
    damaged: tuple[KitchenRecord, ...]


def backup(path: Path, to: Path) -> Content:
    """Copy a kitchen's file, whole and as of one moment, also while it is served. DatabaseError
    where there is none, or something stands at ``to`` already."""
    if not path.exists():
        raise DatabaseError("there is no kitchen yet", where=str(path))
    if to.exists():
        raise DatabaseError("is there already", where=str(to), allowed="another name")
    copied(path, to)
    with checked(to) as (_, found):
        return found


@contextmanager
def checked(path: Path) -> Iterator[tuple[Path, Content]]:
    """A working copy of a kitchen's file, of the newest schema, and what it holds; the file itself
    is left alone. DatabaseError for what is no whole file of a kitchen, or of a newer Trencher."""
    strange = DatabaseError("is no kitchen's file", where=path.name, allowed="one made by backup")
    try:
        with path.open("rb") as file:
            first = file.read(len(FIRST))
    except OSError as error:
        raise DatabaseError(str(error.strerror), where=str(path), allowed="a file") from None
    if first != FIRST:
        raise strange
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / path.name
        try:
            copied(path, copy)
            with closing(sqlite3.connect(copy)) as opened:
                (sound,) = opened.execute("PRAGMA integrity_check(1)").fetchone()
                (ours,) = opened.execute(
                    "SELECT count(*) FROM sqlite_master WHERE name IN ('alembic_version', 'roasts')"
                ).fetchone()
        except sqlite3.DatabaseError as error:
            sound, ours = str(error), 0
        if sound != "ok":
            raise DatabaseError(f"is broken ({sound})", where=path.name, allowed="another copy")
        if ours < 2:
            raise strange
        migrate(copy)
        if _acting(copy) != _acting(_new(Path(folder) / "new.sqlite")):
            raise DatabaseError(
                "has statements of its own in it", where=path.name, allowed="one made by backup"
            )
        database = Database(copy)
        try:
            yield copy, _content(database)
        finally:
            database.close()


def _new(path: Path) -> Path:
    migrate(path)
    return path


def _acting(path: Path) -> set[tuple[str, str]]:
    """What acts by itself in a file: statements that run when something is written or read."""
    with closing(sqlite3.connect(path)) as opened:
        return set(
            opened.execute("SELECT name, sql FROM sqlite_master WHERE type IN ('trigger', 'view')")
        )


def _content(database: Database) -> Content:
    repository = Repository(database)
    for _ in repository.sound(repository.headings()):
        pass
    for date in repository.days():
        repository.sound_day(date)
    repository.ovens()
    with closing(sqlite3.connect(database.path)) as opened:

        def count(what: str) -> int:
            return int(opened.execute(f"SELECT count({what}").fetchone()[0])

        (last,) = opened.execute(
            "SELECT max(at) FROM (SELECT at FROM events UNION ALL SELECT at FROM day_events)"
        ).fetchone()
        return Content(
            roasts=count("*) FROM roasts"),
            days=count("DISTINCT day) FROM day_events"),
            ovens=count("*) FROM ovens"),
            events=count("*) FROM events"),
            last=last or "",
            damaged=tuple(repository.damaged()),
        )


def restore(file: Path, database: Database, at: datetime) -> tuple[Content, Path]:
    """Put a backup in the place of an open kitchen, all of it or nothing; returns what it holds and
    where the kitchen as it was before is kept. DatabaseError, as ``checked``."""
    with checked(file) as (copy, content):
        before = free(database.path, f"before-restore-{at:%Y-%m-%d}")
        copied(database.path, before)
        with closing(sqlite3.connect(copy)) as source:
            database.replace_with(source)
    return content, before
