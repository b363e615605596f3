"""Reading and writing in the words of the core. The only door to the tables."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Iterable, Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass
from typing import Any

from sqlalchemy import delete, func, select
from sqlalchemy.orm import Session as SqlSession

from trencher.core.day.log import Day, apply_to_day, check_day_step, replay_day
from trencher.core.errors import Damaged, NotFound
from trencher.core.events import Event, Payload
from trencher.core.session import Session, apply, check_step, replay
from trencher.store.database import Database
from trencher.store.once import kept_already
from trencher.store.samples import Samples
from trencher.store.tables import DayEventRow, EventRow, OvenRow, ReadingRow, RoastRow, SettingRow

KEPT_SESSIONS = 64


@dataclass(frozen=True)
class Heading:
    """A roast in a list."""

    id: str
    name: str
    status: str
    created_at: str
    serve_at: str
    last_seq: int


@dataclass(frozen=True)
class OvenRecord:
    """An oven as kept."""

    id: str
    name: str
    facts: dict[str, Any]


@dataclass(frozen=True)
class FeedLine:
    """One line of the durable feed."""

    id: int
    roast_id: str
    seq: int
    kind: str
    at: str


def _heading(r: RoastRow) -> Heading:
    return Heading(r.id, r.name, r.status, r.created_at, r.serve_at, r.last_seq)


def _events(sql: SqlSession, roast_id: str, after: int = 0) -> list[Event]:
    rows = sql.execute(
        select(EventRow.seq, EventRow.kind, EventRow.data)
        .where(EventRow.roast_id == roast_id, EventRow.seq > after)
        .order_by(EventRow.seq)
    )
    return [Event(seq, kind, data) for seq, kind, data in rows]


def _row(sql: SqlSession, roast_id: str) -> RoastRow:
    row = sql.get(RoastRow, roast_id)
    if row is None:
        raise NotFound(f"there is no roast {roast_id!r}", where="roast")
    return row


def _head(row: RoastRow, session: Session) -> None:
    """The heading as the log now has it."""
    row.status, row.last_seq = session.status, session.last_seq
    row.name, row.serve_at = session.plan["name"], session.plan["serve_at"]


def _day_events(sql: SqlSession, date: str) -> list[Event]:
    rows = sql.scalars(select(DayEventRow).where(DayEventRow.day == date).order_by(DayEventRow.seq))
    return [Event(r.seq, r.kind, r.data) for r in rows]


def _folded(roast_id: str, before: Session, events: Sequence[Event]) -> Session:
    """A roast with more of its log. Damaged for one that is not what this program writes."""
    try:
        if not before.log:
            return replay(events)
        for event in events:
            before = apply(before, event)
        return before
    except (LookupError, TypeError, ValueError, AttributeError) as error:
        raise Damaged(
            f"the record of {roast_id!r} cannot be read ({type(error).__name__}: {error})",
            where="roast", allowed="every other roast is untouched",
        ) from error  # fmt: skip


def _rewrite_readings(sql: SqlSession, roast_id: str, session: Session) -> None:
    """The readings' own table as the log now counts them."""
    counts = {r.seq: r for r in session.readings}
    for row in sql.scalars(select(ReadingRow).where(ReadingRow.roast_id == roast_id)):
        row.withdrawn = row.seq not in counts
        if (r := counts.get(row.seq)) is not None:
            row.minute, row.low_c, row.high_c, row.place = r.minute, r.low_c, r.high_c, r.place


class Repository:
    """Roasts, ovens and settings of one database."""

    def __init__(self, database: Database) -> None:
        self._db = database
        self._sessions: OrderedDict[str, Session] = OrderedDict()
        self._lock = threading.Lock()
        self.samples = Samples(database)

    # --- roasts --------------------------------------------------------------------------------
    def headings(self) -> list[Heading]:
        """Every roast, the latest serving first."""
        with self._db.read() as sql:
            rows = sql.scalars(select(RoastRow).order_by(RoastRow.serve_at.desc(), RoastRow.id))
            return [_heading(r) for r in rows]

    def begun_about(self, first: str, last: str) -> list[Heading]:
        """Roasts that are or were in an oven, served from the date ``first`` to ``last``."""
        # Hours are texts: behind a date stands "T", and "U" comes after every hour of the last one.
        with self._db.read() as sql:
            rows = sql.scalars(
                select(RoastRow).where(
                    RoastRow.status != "planning", RoastRow.serve_at >= first,
                    RoastRow.serve_at < last + "U",
                )
            )  # fmt: skip
            return [_heading(r) for r in rows]

    def session(self, roast_id: str) -> Session:
        """The roast, folded from its log. NotFound."""
        with self._db.read() as sql:
            session = self._session(sql, roast_id)
        if not session.log:
            raise NotFound(f"there is no roast {roast_id!r}", where="roast")
        return session

    def sound(self, headings: Iterable[Heading]) -> Iterator[tuple[Heading, Session]]:
        """The roasts of a list that can be read: a damaged one is missing, and takes no other down.
        Its own place says why."""
        for heading in headings:
            with suppress(Damaged):
                yield heading, self.session(heading.id)

    def _session(self, sql: SqlSession, roast_id: str) -> Session:
        """The roast as committed, folded on from where it was last: a log only grows. Damaged."""
        with self._lock:
            kept = self._sessions.pop(roast_id, None)
        before = Session() if kept is None else kept
        events = _events(sql, roast_id, before.last_seq)
        session = _folded(roast_id, before, events)
        with self._lock:
            self._sessions[roast_id] = session
            while len(self._sessions) > KEPT_SESSIONS:
                self._sessions.popitem(last=False)
        return session

    def times(self, roast_id: str) -> dict[int, str]:
        """When each event of a roast was written: seq → ISO time."""
        with self._db.read() as sql:
            rows = sql.scalars(select(EventRow).where(EventRow.roast_id == roast_id))
            return {r.seq: r.at for r in rows}

    def create(self, roast_id: str, plan: Payload, at: str) -> Session:
        """A new roast with its ``laid`` event."""
        with self._db.write() as sql:
            sql.add(
                RoastRow(
                    id=roast_id, name=plan["name"], status="planning", created_at=at,
                    serve_at=plan["serve_at"], last_seq=0,
                )
            )  # fmt: skip
            sql.flush()
            return self._append(sql, roast_id, "laid", plan, at)

    def append(
        self,
        roast_id: str,
        kind: str,
        data: Payload | Callable[[Session], Payload],
        at: str,
    ) -> Session:
        """Add one event if it fits; on disk when this returns. NotFound, Conflict, InputError.

        ``data`` may be a function of the session: it then sees exactly what it is added to.
        """
        with self._db.write() as sql:
            return self._append(sql, roast_id, kind, data, at)

    def append_all(
        self, roast_id: str, entries: Sequence[Callable[[Session], tuple[str, Payload]]], at: str
    ) -> Session:
        """Add several events, each made from the session before it, in one transaction: all of them
        or none. NotFound, Conflict, InputError."""
        with self._db.write() as sql:
            row = _row(sql, roast_id)
            session = self._session(sql, roast_id)
            if kept_already(sql, at):
                return session
            for entry in entries:
                kind, payload = entry(session)
                session = self._add(sql, session, roast_id, kind, dict(payload), at)
            _head(row, session)
            return session

    def _append(
        self,
        sql: SqlSession,
        roast_id: str,
        kind: str,
        data: Payload | Callable[[Session], Payload],
        at: str,
    ) -> Session:
        row = _row(sql, roast_id)
        before = self._session(sql, roast_id)
        if kept_already(sql, at):
            return before
        payload = dict(data(before) if callable(data) else data)
        after = self._add(sql, before, roast_id, kind, payload, at)
        _head(row, after)
        return after

    def _add(
        self, sql: SqlSession, before: Session, roast_id: str, kind: str, payload: dict[str, Any],
        at: str,
    ) -> Session:  # fmt: skip
        if kind != "laid":
            check_step(before, kind, payload)
        event = Event(before.last_seq + 1, kind, payload)
        after = apply(before, event)
        sql.add(EventRow(roast_id=roast_id, seq=event.seq, at=at, kind=kind, data=payload))
        if kind == "read":
            sql.add(
                ReadingRow(
                    roast_id=roast_id, seq=event.seq, minute=payload["minute"],
                    low_c=payload["low_c"], high_c=payload["high_c"],
                    place=payload.get("place", "core"), withdrawn=False,
                )
            )  # fmt: skip
        if kind in ("withdrew", "corrected"):
            sql.flush()
            _rewrite_readings(sql, roast_id, after)
        return after

    # --- days ----------------------------------------------------------------------------------
    def days(self) -> list[str]:
        """Dates of every day that was opened, the latest first."""
        with self._db.read() as sql:
            return list(
                sql.scalars(select(DayEventRow.day).distinct().order_by(DayEventRow.day.desc()))
            )

    def day(self, date: str) -> Day:
        """The day, folded from its log; an empty one if it was never opened."""
        with self._db.read() as sql:
            return replay_day(_day_events(sql, date))

    def append_to_day(
        self, date: str, kind: str, data: Payload | Callable[[Day], Payload], at: str,
        opening: Payload | None = None,
    ) -> Day:  # fmt: skip
        """Add one event if it fits; on disk when this returns. Conflict, InputError. A day that was
        never opened is opened with ``opening`` in the same transaction."""
        with self._db.write() as sql:
            before = replay_day(_day_events(sql, date))
            if kept_already(sql, at):
                return before
            if opening is not None and not before.log:
                before = self._append_to_day(sql, date, before, "opened", opening, at)
            payload = dict(data(before) if callable(data) else data)
            return self._append_to_day(sql, date, before, kind, payload, at)

    def _append_to_day(
        self, sql: SqlSession, date: str, before: Day, kind: str, payload: Payload, at: str
    ) -> Day:
        check_day_step(before, kind, payload)
        event = Event(before.last_seq + 1, kind, dict(payload))
        after = apply_to_day(before, event)
        sql.add(DayEventRow(day=date, seq=event.seq, at=at, kind=kind, data=event.data))
        return after

    # --- feed ----------------------------------------------------------------------------------
    def feed_after(self, last_id: int, limit: int = 500) -> list[FeedLine]:
        """Lines of the log with a greater id, oldest first."""
        with self._db.read() as sql:
            rows = sql.scalars(
                select(EventRow).where(EventRow.id > last_id).order_by(EventRow.id).limit(limit)
            )
            return [FeedLine(r.id, r.roast_id, r.seq, r.kind, r.at) for r in rows]

    def feed_last(self) -> int:
        """The greatest id, 0 for an empty log."""
        with self._db.read() as sql:
            return sql.scalar(select(func.max(EventRow.id))) or 0

    # --- ovens and settings --------------------------------------------------------------------
    def ovens(self) -> list[OvenRecord]:
        """Every oven by name."""
        with self._db.read() as sql:
            rows = sql.scalars(select(OvenRow).order_by(OvenRow.name))
            return [OvenRecord(r.id, r.name, r.facts) for r in rows]

    def oven(self, oven_id: str) -> OvenRecord:
        """One oven. NotFound."""
        with self._db.read() as sql:
            row = sql.get(OvenRow, oven_id)
            if row is None:
                raise NotFound(f"there is no oven {oven_id!r}", where="oven")
            return OvenRecord(row.id, row.name, row.facts)

    def save_oven(self, oven: OvenRecord) -> None:
        """Write an oven, new or changed."""
        with self._db.write() as sql:
            sql.merge(OvenRow(id=oven.id, name=oven.name, facts=oven.facts))

    def drop_oven(self, oven_id: str) -> None:
        """Forget an oven."""
        with self._db.write() as sql:
            sql.execute(delete(OvenRow).where(OvenRow.id == oven_id))

    def setting(self, key: str) -> Any:
        """A setting's value, None if it was never set."""
        with self._db.read() as sql:
            row = sql.get(SettingRow, key)
            return None if row is None else row.value

    def set_setting(self, key: str, value: Any) -> None:
        """Write a setting."""
        with self._db.write() as sql:
            sql.merge(SettingRow(key=key, value=value))
