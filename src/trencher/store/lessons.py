"""Lessons of finished roasts, kept beside their logs."""

from __future__ import annotations

import json
from dataclasses import dataclass
from typing import Any

from sqlalchemy import String, func, select, type_coerce
from sqlalchemy.dialects.sqlite import insert

from trencher.store.database import Database
from trencher.store.tables import LessonRow, RoastRow


@dataclass(frozen=True)
class KeptLesson:
    """A roast that is over, with what is kept of its lesson: ``key`` and ``put_in_at`` None where
    there is none, ``data`` None too where it taught nothing."""

    roast_id: str
    name: str
    oven_id: str
    last_seq: int
    key: str | None
    put_in_at: str | None
    data: dict[str, Any] | None


_OVER = RoastRow.status == "done", RoastRow.aside.is_(None)


class Lessons:
    """The lessons of one database."""

    def __init__(self, database: Database) -> None:
        self._db = database

    def stamp(self) -> tuple[int, int]:
        """Moves whenever a roast is over, or the log of one that is goes on."""
        asked = select(func.count(), func.coalesce(func.sum(RoastRow.last_seq), 0)).where(*_OVER)
        with self._db.read() as sql:
            count, entries = sql.execute(asked).one()
        return int(count), int(entries)

    def kept(self) -> list[KeptLesson]:
        """Every roast that is over and not put aside, by its id."""
        asked = (
            select(
                RoastRow.id,
                RoastRow.name,
                RoastRow.oven_id,
                RoastRow.last_seq,
                LessonRow.key,
                LessonRow.put_in_at,
                # As text: a row that is no JSON any more is but one to be made anew.
                type_coerce(LessonRow.data, String),
            )
            .outerjoin(LessonRow, LessonRow.roast_id == RoastRow.id)
            .where(*_OVER)
            .order_by(RoastRow.id)
        )
        with self._db.read() as sql:
            rows = sql.execute(asked).all()
        found = []
        for roast_id, name, oven_id, last_seq, key, put_in_at, text in rows:
            try:
                data = None if text is None else json.loads(text)
                made = key
            except ValueError:
                data, made = None, None
            found.append(KeptLesson(roast_id, name, oven_id, last_seq, made, put_in_at, data))
        return found

    def keep(self, roast_id: str, key: str, put_in_at: str, data: dict[str, Any] | None) -> None:
        """Write one, new or made anew."""
        values = {"key": key, "put_in_at": put_in_at, "data": data}
        written = insert(LessonRow).values(roast_id=roast_id, **values)
        with self._db.write() as sql:
            sql.execute(written.on_conflict_do_update(index_elements=["roast_id"], set_=values))
