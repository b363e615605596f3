"""A damaged file: what can still be read of it goes into a whole one; it is left as it is."""

from __future__ import annotations

import json
import sqlite3
from collections.abc import Iterator, Sequence
from contextlib import closing, suppress
from dataclasses import dataclass
from datetime import datetime
from pathlib import Path
from typing import Any

from trencher.core.entries import entry_of
from trencher.core.oven import OvenRecord
from trencher.core.session import Session, apply
from trencher.store.database import free, migrate
from trencher.store.wording import words_of

TABLES = (
    "ovens",
    "settings",
    "roasts",
    "events",
    "day_events",
    "days_aside",
    "devices",
    "samples",
    "deliveries",
)
MOST_PROBES = 2_000_000
BEYOND = 2_000
"""So many row numbers beyond the last one read are tried where nobody knows how many there are."""
BESIDE = ("", "-wal", "-shm")


@dataclass(frozen=True)
class Saved:
    """What could be read. ``lost``: roasts that are not whole, with how much of them is there, and
    ovens that are to be described anew."""

    roasts: int
    events: int
    days: int
    ovens: int
    lost: tuple[str, ...]


def rescued(path: Path, to: Path) -> Saved:
    """Write what can be read of a damaged kitchen into a new file at ``to``. A log is kept up to
    its first gap, and headings are made anew from their logs."""
    migrate(to)
    with (
        closing(sqlite3.connect(f"file:{path}?mode=ro", uri=True)) as source,
        closing(sqlite3.connect(to)) as target,
    ):
        for table in TABLES:
            columns = [row[1] for row in target.execute(f"PRAGMA table_info({table})")]
            with suppress(sqlite3.DatabaseError):
                here = {row[1] for row in source.execute(f"PRAGMA table_info({table})")}
                columns = [c for c in columns if c in here]
            marks = ", ".join("?" for _ in columns)
            insert = f"INSERT OR IGNORE INTO {table} ({', '.join(columns)}) VALUES ({marks})"
            target.executemany(insert, _rows(source, table, columns))
        lost = (*_whole(target), *_ovens_anew(target))
        target.commit()

        def count(what: str) -> int:
            return int(target.execute(f"SELECT count({what}").fetchone()[0])

        return Saved(
            roasts=count("*) FROM roasts"),
            events=count("*) FROM events"),
            days=count("DISTINCT day) FROM day_events"),
            ovens=count("*) FROM ovens"),
            lost=lost,
        )


def _rows(
    source: sqlite3.Connection, table: str, columns: Sequence[str]
) -> Iterator[tuple[Any, ...]]:
    """The rows that can be read, in order: all at once as far as that goes, then one by one."""
    asked, last = f"SELECT rowid, {', '.join(columns)} FROM {table} NOT INDEXED", 0
    try:
        for row in source.execute(f"{asked} ORDER BY rowid"):
            last = row[0]
            yield row[1:]
    except sqlite3.DatabaseError:
        end = last + BEYOND
        with suppress(sqlite3.DatabaseError):
            found = source.execute("SELECT seq FROM sqlite_sequence WHERE name = ?", (table,))
            end = max([end, *(row[0] for row in found)])
        for n in range(last + 1, min(end, last + MOST_PROBES) + 1):
            with suppress(sqlite3.DatabaseError):
                for row in source.execute(f"{asked} WHERE rowid = ?", (n,)):
                    yield row[1:]


def _whole(target: sqlite3.Connection) -> tuple[str, ...]:
    """Logs up to their first gap, each with a heading; says which are not what they were."""
    guard = "SELECT sql FROM sqlite_master WHERE name = 'events_no_delete'"
    (trigger,) = target.execute(guard).fetchone()
    target.execute("DROP TRIGGER events_no_delete")
    told = "SELECT id, name, last_seq, created_at, aside FROM roasts"
    headings = {row[0]: row[1:] for row in target.execute(told).fetchall()}
    ids = {row[0] for row in target.execute("SELECT DISTINCT roast_id FROM events")}
    lost = []
    for roast_id in sorted(ids | set(headings)):
        rows = target.execute(
            "SELECT kind, data, seq, at FROM events WHERE roast_id = ? ORDER BY seq", (roast_id,)
        ).fetchall()
        kept = Session()
        for n, (kind, data, seq, at) in enumerate(rows, 1):
            if seq != n:
                break
            try:
                kept = apply(kept, entry_of(kind, json.loads(data), seq, at))
            except (LookupError, TypeError, ValueError, AttributeError):
                break
        name, last, made, aside = headings.get(roast_id, (roast_id, len(rows), "", None))
        target.execute(
            "DELETE FROM events WHERE roast_id = ? AND seq > ?", (roast_id, kept.last_seq)
        )
        target.execute("DELETE FROM roasts WHERE id = ?", (roast_id,))
        if kept.last_seq < max(last, len(rows)):
            lost.append(f"{name} ({kept.last_seq} of {max(last, len(rows))} lines)")
        if kept.laid is None:
            continue
        values = {
            "id": roast_id,
            "name": kept.plan.name,
            "status": kept.status,
            "created_at": made or kept.log[0].written,
            "serve_at": kept.plan.serve_at,
            "last_seq": kept.last_seq,
            "oven_id": kept.plan.oven_id,
            "words": words_of(kept),
            "aside": aside,
        }
        marks = ", ".join(f":{key}" for key in values)
        target.execute(f"INSERT INTO roasts ({', '.join(values)}) VALUES ({marks})", values)
    target.execute(trigger)
    return tuple(lost)


def _ovens_anew(target: sqlite3.Connection) -> tuple[str, ...]:
    """Ovens that roasts name and that could not be read, plain, to be given anew."""
    missing = target.execute(
        "SELECT DISTINCT oven_id FROM roasts WHERE oven_id NOT IN (SELECT id FROM ovens)"
    ).fetchall()
    for (oven_id,) in missing:
        plain = (oven_id, oven_id, json.dumps(OvenRecord(id=oven_id, name=oven_id).plain()))
        target.execute("INSERT INTO ovens (id, name, facts) VALUES (?, ?, ?)", plain)
    return tuple(f"{oven_id} (an oven, to be described anew)" for (oven_id,) in missing)


def put_in_place(path: Path, made: Path, at: datetime) -> Path:
    """The rescued file takes the place of the damaged one, which is moved beside it. Nobody may
    have it open."""
    aside = free(path, f"damaged-{at:%Y-%m-%d}")
    for end in BESIDE:
        part = path.with_name(path.name + end)
        if part.exists():
            part.rename(aside.with_name(aside.name + end))
    made.replace(path)
    return aside
