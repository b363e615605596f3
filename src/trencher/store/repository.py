"""Reading and writing in the words of the core. The only door to the tables."""

from __future__ import annotations

import json
import threading
from collections import OrderedDict
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from dataclasses import dataclass, replace
from datetime import datetime
from pathlib import Path
from typing import Any, TypeVar

from sqlalchemy import String, delete, func, select, type_coerce
from sqlalchemy import text as text_of
from sqlalchemy.dialects.sqlite import insert
from sqlalchemy.orm import Session as SqlSession

from trencher.core.day.log import Day, apply_to_day, check_day_step, day_entry_of, replay_day
from trencher.core.entries import Laid, Marked, RoastEntry, entry_of
from trencher.core.errors import Conflict, Damaged, InputError, NotFound, Overtaken
from trencher.core.events import Entry
from trencher.core.oven import OvenRecord
from trencher.core.session import Session, apply, check_step, replay
from trencher.store.database import Database
from trencher.store.intake import Intake
from trencher.store.lessons import Lessons
from trencher.store.once import Delivery, claim, delivered
from trencher.store.pictures import Pictures, folder_of
from trencher.store.samples import Samples
from trencher.store.tables import DayAsideRow, DayEventRow, EventRow, OvenRow, RoastRow, SettingRow
from trencher.store.wording import plain, words_of

KEPT_SESSIONS = 64
LAST_DATE = "9999-12-31"
UNDER_WAY = ("roasting", "resting")
NOT_OVER = ("planning", *UNDER_WAY)
BEGUN = (*UNDER_WAY, "done")
ASIDE = "aside"
"""The setting with the texts of ovens and settings that were put aside."""
# As text, not parsed: one that is no JSON must not take the others down.
_OVENS_AS_KEPT = select(OvenRow.id, OvenRow.name, type_coerce(OvenRow.facts, String).label("facts"))
_SETTINGS_AS_KEPT = select(type_coerce(SettingRow.value, String))
T = TypeVar("T")
_BY_SERVING = (
    select(RoastRow).where(RoastRow.aside.is_(None)).order_by(RoastRow.serve_at.desc(), RoastRow.id)
)


@dataclass(frozen=True)
class Heading:
    """A roast in a list."""

    id: str
    name: str
    status: str
    created_at: str
    serve_at: str
    last_seq: int
    oven_id: str = ""
    aside: str | None = None


@dataclass(frozen=True)
class KitchenRecord:
    """A record that cannot be read (``why``), or was put aside (``at``, ISO). ``kind``: roast, day,
    oven or setting."""

    kind: str
    id: str
    name: str
    why: str
    at: str | None = None


@dataclass(frozen=True)
class FeedLine:
    """One line of the durable feed, with its roast's line in a list as it is now."""

    id: int
    roast_id: str
    seq: int
    kind: str
    name: str
    status: str
    serve_at: str
    aside: bool


def _heading(r: RoastRow) -> Heading:
    return Heading(r.id, r.name, r.status, r.created_at, r.serve_at, r.last_seq, r.oven_id, r.aside)


def _entries(sql: SqlSession, roast_id: str, after: int = 0) -> list[RoastEntry]:
    rows = sql.execute(
        select(EventRow.kind, EventRow.data, EventRow.seq, EventRow.at)
        .where(EventRow.roast_id == roast_id, EventRow.seq > after)
        .order_by(EventRow.seq)
    )
    return [entry_of(*row) for row in rows]


def _parsed(kept: Any) -> Any:
    """A kept value. A plain number comes from the file as one. ValueError for what is no JSON."""
    return json.loads(kept) if isinstance(kept, str) else kept


# Not by merging: that would read first what may be no JSON any more.
def _write_oven(sql: SqlSession, oven: OvenRecord) -> None:
    kept = {"name": oven.name, "facts": oven.plain()}
    written = insert(OvenRow).values(id=oven.id, **kept)
    sql.execute(written.on_conflict_do_update(index_elements=["id"], set_=kept))


def _write_setting(sql: SqlSession, key: str, value: Any) -> None:
    written = insert(SettingRow).values(key=key, value=value)
    sql.execute(written.on_conflict_do_update(index_elements=["key"], set_={"value": value}))


def _others(sql: SqlSession, record: str, key: str) -> list[dict[str, Any]]:
    """What is put aside of ovens and settings besides this one."""
    aside = sql.get(SettingRow, ASIDE)
    return [x for x in (aside.value if aside else []) if (x["record"], x["id"]) != (record, key)]


def _row(sql: SqlSession, roast_id: str) -> RoastRow:
    row = sql.get(RoastRow, roast_id)
    if row is None:
        raise NotFound(f"there is no roast {roast_id!r}", where="roast")
    return row


def _row_here(sql: SqlSession, roast_id: str) -> RoastRow:
    row = _row(sql, roast_id)
    if row.aside is not None:
        raise Conflict(f"{row.name!r} was put aside", allowed="take it back first")
    return row


def _head(row: RoastRow, session: Session) -> None:
    """The heading as the log now has it."""
    row.status, row.last_seq = session.status, session.last_seq
    row.name, row.serve_at = session.plan.name, session.plan.serve_at
    row.oven_id = session.plan.oven_id
    row.words = words_of(session)


def _aside(sql: SqlSession, date: str) -> int:
    """Up to which line the log of a day was put aside; 0 for none."""
    row = sql.get(DayAsideRow, date)
    return 0 if row is None else row.upto


def _day_entries(sql: SqlSession, date: str) -> list[Entry]:
    rows = sql.execute(
        select(DayEventRow.kind, DayEventRow.data, DayEventRow.seq, DayEventRow.at)
        .where(DayEventRow.day == date, DayEventRow.id > _aside(sql, date))
        .order_by(DayEventRow.seq)
    )
    return [day_entry_of(*row) for row in rows]


def _day(sql: SqlSession, date: str) -> Day:
    with _legible("day", date):
        return replay_day(_day_entries(sql, date))


@contextmanager
def _legible(record: str, what: str) -> Iterator[None]:
    """Damaged for a record that is not what this program writes."""
    try:
        yield
    except (LookupError, TypeError, ValueError, AttributeError, InputError) as error:
        raise Damaged(
            f"the record of {what} cannot be read ({type(error).__name__}: {error})",
            where=record,
            allowed="every other one is untouched; it can be put aside",
        ) from error


def _folded(before: Session, entries: Sequence[RoastEntry]) -> Session:
    """A roast with more of its log."""
    if not before.log:
        return replay(entries)
    for entry in entries:
        before = apply(before, entry)
    return before


@dataclass(frozen=True)
class Snapshot:
    """Ovens and settings of one moment, read together; ``damaged``: ovens that cannot be."""

    ovens: Mapping[str, OvenRecord]
    damaged: Mapping[str, Damaged]
    _texts: Mapping[str, str | None]
    _read: Callable[[str, str | None, Callable[[Any], Any], Any], Any]

    def oven(self, oven_id: str) -> OvenRecord:
        """One oven. NotFound, Damaged."""
        if oven_id in self.damaged:
            raise self.damaged[oven_id]
        if oven_id not in self.ovens:
            raise NotFound(f"there is no oven {oven_id!r}", where="oven")
        return self.ovens[oven_id]

    def setting_as(self, key: str, read: Callable[[Any], T], otherwise: T) -> T:
        """As the repository's."""
        found: T = self._read(key, self._texts.get(key), read, otherwise)
        return found


class Repository:
    """Roasts, ovens and settings of one database."""

    def __init__(self, database: Database) -> None:
        self._db = database
        self._sessions: OrderedDict[str, Session] = OrderedDict()
        self._lock = threading.Lock()
        self._damaged: dict[tuple[str, str], str] = {}
        """Raises for facts that are no oven's; set by whoever knows ovens."""
        self.samples = Samples(database)
        self.lessons = Lessons(database)
        self.pictures = Pictures(folder_of(database.path))
        self.restores = 0
        """How often another kitchen was put in this one's place: part of what caches go by."""

    @property
    def path(self) -> Path:
        """The kitchen's file."""
        return self._db.path

    def restored(self, restore: Callable[[Database], T]) -> T:
        """Let ``restore`` put another kitchen in this one's place; nothing that was kept in mind of
        the old one stays."""
        found = restore(self._db)
        with self._lock:
            self._sessions.clear()
            self._damaged.clear()
            self.restores += 1
        self.samples, self.lessons = Samples(self._db), Lessons(self._db)
        return found

    # --- roasts --------------------------------------------------------------------------------
    def headings(self, *statuses: str) -> list[Heading]:
        """Roasts in one of these states, of every one if none is named, the latest serving first.
        What was put aside is in no list."""
        asked = _BY_SERVING if not statuses else _BY_SERVING.where(RoastRow.status.in_(statuses))
        with self._db.read() as sql:
            return self._headings(sql.scalars(asked))

    def _headings(self, rows: Iterable[RoastRow]) -> list[Heading]:
        found = []
        for row in rows:
            try:
                with _legible("roast", repr(row.id)):
                    datetime.fromisoformat(row.serve_at)
            except Damaged as error:
                self._note("roast", row.id, error)
            else:
                found.append(_heading(row))
        return found

    def everything(self) -> list[Heading]:
        """Every roast, put aside or not, the oldest first."""
        with self._db.read() as sql:
            return [_heading(row) for row in sql.scalars(select(RoastRow).order_by(RoastRow.id))]

    def heading(self, roast_id: str) -> Heading:
        """One of them. NotFound."""
        with self._db.read() as sql:
            return _heading(_row(sql, roast_id))

    def known(self, roast_id: str) -> bool:
        """Whether there is a roast of this id, put aside or not."""
        with self._db.read() as sql:
            return sql.get(RoastRow, roast_id) is not None

    def recent(self, past: int) -> list[Heading]:
        """Every roast that is not over, and so many of those that are, the latest serving first."""
        over = _BY_SERVING.where(RoastRow.status == "done").limit(past)
        with self._db.read() as sql:
            done = self._headings(sql.scalars(over))
        found = [*self.headings(*NOT_OVER), *done]
        return sorted(sorted(found, key=lambda h: h.id), key=lambda h: h.serve_at, reverse=True)

    def over(self, search: str, skip: int, count: int) -> tuple[list[Heading], int]:
        """Roasts that are over and have all words of ``search``, the latest serving first: those
        from the ``skip``-th on, and how many there are."""
        done = RoastRow.status == "done", RoastRow.aside.is_(None)
        has = (RoastRow.words.contains(word, autoescape=True) for word in plain(search).split())
        where = (*done, *has)
        with self._db.read() as sql:
            rows = sql.scalars(_BY_SERVING.where(*where).offset(skip).limit(count))
            found = self._headings(rows)
            all_of = sql.scalar(select(func.count()).select_from(RoastRow).where(*where)) or 0
        return found, all_of

    def reword(self, roast_id: str) -> None:
        """Let a roast be found by all that this Trencher finds one by. NotFound, Damaged."""
        session = self.session(roast_id)
        with self._db.write() as sql:
            _row(sql, roast_id).words = words_of(session)

    def names(self, roast_ids: Iterable[str]) -> dict[str, str]:
        """What roasts are called, of those that are there."""
        asked = select(RoastRow.id, RoastRow.name).where(RoastRow.id.in_(set(roast_ids)))
        with self._db.read() as sql:
            return {row.id: row.name for row in sql.execute(asked)}

    def planned_in(self, oven_id: str) -> str | None:
        """The name of a roast that is or was planned in an oven or moved into it, put aside or
        not."""
        planned = select(RoastRow.name).where(RoastRow.oven_id == oven_id).limit(1)
        # As text: the value of a key in JSON as this program writes it.
        moved = (
            select(RoastRow.name)
            .join(EventRow, EventRow.roast_id == RoastRow.id)
            .where(
                EventRow.kind == Marked.kind,
                type_coerce(EventRow.data, String).contains(
                    f'"oven_id": {json.dumps(oven_id)}', autoescape=True
                ),
            )
            .limit(1)
        )
        with self._db.read() as sql:
            return sql.scalar(planned) or sql.scalar(moved)

    def begun_about(self, first: str, last: str = LAST_DATE) -> list[Heading]:
        """Roasts that are or were in an oven, served from the date ``first`` to ``last``."""
        # Hours are texts: behind a date stands "T", and "U" comes after every hour of the last one.
        asked = _BY_SERVING.where(
            RoastRow.status.in_(BEGUN), RoastRow.serve_at >= first, RoastRow.serve_at < last + "U"
        )
        with self._db.read() as sql:
            return self._headings(sql.scalars(asked))

    def session(self, roast_id: str) -> Session:
        """The roast, folded from its log. NotFound, Damaged."""
        with self._noted("roast", roast_id), self._db.read() as sql:
            session = self._session(sql, roast_id)
        if not session.log:
            raise NotFound(f"there is no roast {roast_id!r}", where="roast")
        return session

    @contextmanager
    def _noted(self, record: str, key: str) -> Iterator[None]:
        """Keeps in mind which records were found damaged, and that one is whole again."""
        try:
            yield
        except Damaged as error:
            self._note(record, key, error)
            raise
        self._damaged.pop((record, key), None)

    def _note(self, record: str, key: str, error: Damaged) -> None:
        cause = error.__cause__
        self._damaged[record, key] = f"{type(cause).__name__}: {cause}"

    # --- what cannot be read, and what was put aside ----------------------------------------------
    def damaged(self) -> list[KitchenRecord]:
        """Records met that cannot be read and were not put aside yet."""
        found = sorted(self._damaged.copy().items())
        roasts = [key for (record, key), _ in found if record == "roast"]
        here = select(RoastRow.id, RoastRow.name).where(
            RoastRow.id.in_(roasts), RoastRow.aside.is_(None)
        )
        with self._db.read() as sql:
            names = {row.id: row.name for row in sql.execute(here)}
            names |= {row.id: row.name for row in sql.execute(_OVENS_AS_KEPT)}
        return [
            KitchenRecord(record, key, names.get(key, key), why)
            for (record, key), why in found
            if record in ("day", "setting") or key in names
        ]

    def put_by(self) -> list[KitchenRecord]:
        """What was put aside, the latest first."""
        roasts = select(RoastRow).where(RoastRow.aside.is_not(None))
        with self._db.read() as sql:
            found = [KitchenRecord("roast", r.id, r.name, "", r.aside) for r in sql.scalars(roasts)]
            days = sql.scalars(select(DayAsideRow))
            found += [KitchenRecord("day", r.day, r.day, "", r.at) for r in days]
        found += [
            KitchenRecord(x["record"], x["id"], x["name"], x["why"], x["at"])
            for x in self.setting(ASIDE) or []
        ]
        return sorted(found, key=lambda s: s.at or "", reverse=True)

    def put_aside(self, roast_id: str, at: str) -> Heading:
        """Take a roast out of every list; its log stays. NotFound, Conflict for one that is in the
        oven or rests and can be read."""
        try:
            whole = bool(self.session(roast_id).log)
        except Damaged:
            whole = False
        with self._db.write() as sql:
            row = _row(sql, roast_id)
            if whole and row.status in UNDER_WAY:
                raise Conflict(
                    f"{row.name!r} is under way", allowed="carve it, or say what became of it"
                )
            row.aside = row.aside or at
            found = _heading(row)
        self._damaged.pop(("roast", roast_id), None)
        return found

    def take_back(self, roast_id: str) -> Heading:
        """Undo ``put_aside``. NotFound."""
        with self._db.write() as sql:
            row = _row(sql, roast_id)
            row.aside = None
            return _heading(row)

    def put_day_aside(self, date: str, at: str) -> None:
        """Let the log of a day no longer count: the day begins anew. NotFound."""
        newest = select(func.max(DayEventRow.id)).where(DayEventRow.day == date)
        with self._db.write() as sql:
            upto = sql.scalar(newest) or 0
            if upto <= _aside(sql, date):
                raise NotFound(f"nothing was entered for {date}", where="day")
            sql.merge(DayAsideRow(day=date, upto=upto, at=at))
        self._damaged.pop(("day", date), None)

    def take_day_back(self, date: str) -> None:
        """Undo ``put_day_aside``. NotFound; Conflict where something was entered since."""
        with self._db.write() as sql:
            row = sql.get(DayAsideRow, date)
            if row is None:
                raise NotFound(f"{date} was not put aside", where="day")
            if _day_entries(sql, date):
                raise Conflict(
                    f"{date} was begun anew", allowed="what was put aside stays where it is"
                )
            sql.delete(row)

    def sound(self, headings: Iterable[Heading]) -> Iterator[tuple[Heading, Session]]:
        """The roasts of a list that can be read: a damaged one is missing, and takes no other down.
        Its own place says why."""
        for heading in headings:
            with suppress(Damaged):
                yield heading, self.session(heading.id)

    def _session(self, sql: SqlSession, roast_id: str, last_seq: int | None = None) -> Session:
        """The roast as committed, folded on from where it was last: a log only grows. ``last_seq``:
        where its heading says that the log ends. Damaged."""
        with self._lock:
            kept = self._sessions.pop(roast_id, None)
            if kept is not None and kept.last_seq == last_seq:
                self._sessions[roast_id] = kept
                return kept
        before = Session() if kept is None else kept
        with _legible("roast", repr(roast_id)):
            session = _folded(before, _entries(sql, roast_id, before.last_seq))
            if session.log:
                _ = session.plan
        with self._lock:
            self._sessions[roast_id] = session
            while len(self._sessions) > KEPT_SESSIONS:
                self._sessions.popitem(last=False)
        return session

    def create(
        self, roast_id: str, laid: Laid, at: str, entries: Sequence[RoastEntry] = ()
    ) -> Session:
        """A new roast, with what follows at once."""
        with self._db.write() as sql:
            row = self._new_row(sql, roast_id, laid, at)
            return self._append(sql, row, Session(), (laid, *entries), at)

    def _new_row(self, sql: SqlSession, roast_id: str, laid: Laid, at: str) -> RoastRow:
        row = RoastRow(
            id=roast_id,
            name=laid.name,
            status="planning",
            created_at=at,
            serve_at=laid.serve_at,
            last_seq=0,
            aside=None,
        )
        sql.add(row)
        sql.flush()
        return row

    def delivered(self, by: Delivery | None) -> bool:
        """Whether this was kept before. Conflict where its key was another entry's."""
        if by is None:
            return False
        with self._db.read() as sql:
            return delivered(sql, by)

    def append(
        self,
        roast_id: str,
        entries: Sequence[RoastEntry],
        expected_seq: int,
        at: str,
        by: Delivery | None = None,
    ) -> Session:
        """Add entries that were made from the log up to ``expected_seq``, in one transaction: all
        of them or none, on disk when this returns. What was delivered ``by`` before is not added
        again. NotFound, Conflict, InputError; Overtaken where the log has gone on since."""
        with self._db.write() as sql:
            row = _row_here(sql, roast_id)
            before = self._session(sql, roast_id, row.last_seq)
            if delivered(sql, by):
                return before
            if before.last_seq != expected_seq:
                raise Overtaken("something was entered meanwhile", allowed="work it out anew")
            claim(sql, by, at)
            return self._append(sql, row, before, entries, at)

    def _append(
        self,
        sql: SqlSession,
        row: RoastRow,
        before: Session,
        entries: Iterable[RoastEntry],
        at: str,
    ) -> Session:
        for made in entries:
            check_step(before, made)
            # What comes from a file was written when it was.
            entry = replace(made, seq=before.last_seq + 1, written=made.written or at)
            before = apply(before, entry)
            data = entry.plain()
            sql.add(
                EventRow(
                    roast_id=row.id, seq=entry.seq, at=entry.written, kind=entry.kind, data=data
                )
            )
        _head(row, before)
        return before

    def take_in(self, intake: Intake) -> None:
        """Write what a file brings: all of it or nothing. Overtaken where a log it goes on with has
        gone on itself."""
        with self._db.write() as sql:
            for oven in intake.ovens:
                # One that came here meanwhile stays, as everything that is here.
                values = {"id": oven.id, "name": oven.name, "facts": oven.plain()}
                sql.execute(insert(OvenRow).values(values).on_conflict_do_nothing())
            for new in intake.roasts:
                if new.expected_seq == 0:
                    laid = new.entries[0]
                    assert isinstance(laid, Laid)
                    if sql.get(RoastRow, new.id) is not None:
                        raise Overtaken("it is here meanwhile", allowed="work it out anew")
                    row, before = self._new_row(sql, new.id, laid, new.created_at), Session()
                else:
                    row, before = _row(sql, new.id), self._session(sql, new.id)
                if before.last_seq != new.expected_seq:
                    raise Overtaken("something was entered meanwhile", allowed="work it out anew")
                self._append(sql, row, before, new.entries, new.created_at)
                row.aside = row.aside or new.aside
            for day in intake.days:
                self._append_to_day(sql, day.date, day.entries, day.expected_seq, "")
            for key, merged in intake.settings.items():
                text = sql.scalar(_SETTINGS_AS_KEPT.where(SettingRow.key == key))
                # What cannot be read is not written over.
                with suppress(Damaged), _legible("setting", key):
                    _write_setting(sql, key, merged(_parsed(text)))
            for device, rows in intake.samples:
                self.samples.write(sql, device, rows)
        self.samples.forget()

    def put_facts_aside(self, record: str, key: str, at: str) -> None:
        """An oven gets plain facts, to be given anew, a setting none: what was written stays kept
        as it is. NotFound, Conflict for what can be read."""
        if (record, key) not in self._damaged:
            raise Conflict(
                f"the {record} {key!r} can be read", allowed="change it in its own place"
            )
        with self._db.write() as sql:
            if record == "oven":
                row = sql.execute(_OVENS_AS_KEPT.where(OvenRow.id == key)).first()
                name, text = (row.name, row.facts) if row is not None else ("", None)
                _write_oven(sql, OvenRecord(id=key, name=name))
            else:
                name, text = key, sql.scalar(_SETTINGS_AS_KEPT.where(SettingRow.key == key))
                sql.execute(delete(SettingRow).where(SettingRow.key == key))
            if text is None:
                raise NotFound(f"there is no {record} {key!r}", where=record)
            kept = {"record": record, "id": key, "name": name, "why": "", "at": at, "text": text}
            others = _others(sql, record, key)
            _write_setting(sql, ASIDE, [*others, kept])
        self._damaged.pop((record, key), None)

    def take_facts_back(self, record: str, key: str) -> None:
        """Undo ``put_facts_aside``, as it was written. NotFound."""
        with self._db.write() as sql:
            aside = sql.get(SettingRow, ASIDE)
            all_of = aside.value if aside else []
            kept = [x for x in all_of if (x["record"], x["id"]) == (record, key)]
            if not kept:
                raise NotFound(f"the {record} {key!r} was not put aside", where=record)
            _write_setting(sql, ASIDE, _others(sql, record, key))
            if record == "oven":
                written = "UPDATE ovens SET facts = :text WHERE id = :key"
            else:
                written = "INSERT OR REPLACE INTO settings (key, value) VALUES (:key, :text)"
            sql.execute(text_of(written), {"key": key, "text": kept[-1]["text"]})

    # --- days ----------------------------------------------------------------------------------
    def days(self, since: str = "") -> list[str]:
        """Dates from ``since`` on of days that were opened and not put aside, the latest first."""
        counts = DayEventRow.id > func.coalesce(DayAsideRow.upto, 0)
        asked = (
            select(DayEventRow.day)
            .outerjoin(DayAsideRow, DayAsideRow.day == DayEventRow.day)
            .where(counts, DayEventRow.day >= since)
            .distinct()
            .order_by(DayEventRow.day.desc())
        )
        with self._db.read() as sql:
            return list(sql.scalars(asked))

    def day(self, date: str) -> Day:
        """The day, folded from its log; an empty one if it was never opened. Damaged."""
        with self._noted("day", date), self._db.read() as sql:
            return _day(sql, date)

    def sound_day(self, date: str) -> Day:
        """The day, or an empty one where it cannot be read: for what is only beside it."""
        try:
            return self.day(date)
        except Damaged:
            return Day()

    def append_to_day(
        self,
        date: str,
        entries: Sequence[Entry],
        expected_seq: int,
        at: str,
        by: Delivery | None = None,
    ) -> Day:
        """Add entries to a day, as ``append`` does to a roast."""
        with self._db.write() as sql:
            if delivered(sql, by):
                return _day(sql, date)
            claim(sql, by, at)
            return self._append_to_day(sql, date, entries, expected_seq, at)

    def _append_to_day(
        self, sql: SqlSession, date: str, entries: Sequence[Entry], expected_seq: int, at: str
    ) -> Day:
        day = _day(sql, date)
        if day.last_seq != expected_seq:
            raise Overtaken("something was entered meanwhile", allowed="work it out anew")
        # Lines that were put aside keep their numbers, and those of a file have theirs.
        newest = select(func.max(DayEventRow.seq)).where(DayEventRow.day == date)
        last = sql.scalar(newest) or 0
        for made in entries:
            check_day_step(day, made)
            last = max(last + 1, made.seq)
            entry = replace(made, seq=last, written=made.written or at)
            day = apply_to_day(day, entry)
            sql.add(
                DayEventRow(
                    day=date, seq=last, at=entry.written, kind=entry.kind, data=entry.plain()
                )
            )
        return day

    # --- feed ----------------------------------------------------------------------------------
    def feed_after(self, last_id: int, limit: int = 500) -> list[FeedLine]:
        """Lines of the log with a greater id, oldest first."""
        with self._db.read() as sql:
            rows = sql.execute(
                select(
                    EventRow.id,
                    EventRow.roast_id,
                    EventRow.seq,
                    EventRow.kind,
                    RoastRow.name,
                    RoastRow.status,
                    RoastRow.serve_at,
                    RoastRow.aside.is_not(None),
                )
                .join(RoastRow, RoastRow.id == EventRow.roast_id)
                .where(EventRow.id > last_id)
                .order_by(EventRow.id)
                .limit(limit)
            )
            return [FeedLine(*row) for row in rows]

    def feed_last(self) -> int:
        """The greatest id, 0 for an empty log."""
        with self._db.read() as sql:
            return sql.scalar(select(func.max(EventRow.id))) or 0

    # --- ovens and settings --------------------------------------------------------------------
    def ovens(self) -> list[OvenRecord]:
        """Every oven that can be read, by name."""
        return list(self.snapshot().ovens.values())

    def snapshot(self, *settings: str) -> Snapshot:
        """Every oven that can be read, by name, and these settings, in one transaction."""
        texts: dict[str, str | None] = {}
        with self._db.read() as sql:
            rows = sql.execute(_OVENS_AS_KEPT.order_by(OvenRow.name)).all()
            if settings:
                asked = select(SettingRow.key, type_coerce(SettingRow.value, String))
                kept = sql.execute(asked.where(SettingRow.key.in_(settings)))
                texts = {row[0]: row[1] for row in kept}
        found: dict[str, OvenRecord] = {}
        damaged: dict[str, Damaged] = {}
        for oven_id, name, facts in rows:
            try:
                found[oven_id] = self._oven(oven_id, name, facts)
            except Damaged as error:
                damaged[oven_id] = error
        return Snapshot(found, damaged, texts, self._setting_of)

    def oven(self, oven_id: str) -> OvenRecord:
        """One oven. NotFound, Damaged."""
        with self._db.read() as sql:
            row = sql.execute(_OVENS_AS_KEPT.where(OvenRow.id == oven_id)).first()
        if row is None:
            raise NotFound(f"there is no oven {oven_id!r}", where="oven")
        return self._oven(*row)

    def _oven(self, oven_id: str, name: str, facts: str) -> OvenRecord:
        with self._noted("oven", oven_id), _legible("oven", name):
            return OvenRecord.read(oven_id, name, dict(_parsed(facts))).checked()

    def save_oven(self, oven: OvenRecord) -> None:
        """Write an oven, new or changed."""
        with self._db.write() as sql:
            _write_oven(sql, oven)

    def drop_oven(self, oven_id: str) -> None:
        """Forget an oven."""
        with self._db.write() as sql:
            sql.execute(delete(OvenRow).where(OvenRow.id == oven_id))

    def setting(self, key: str) -> Any:
        """A setting's value, None if it was never set or is no JSON any more."""
        return self.setting_as(key, lambda value: value, None)

    def setting_as(self, key: str, read: Callable[[Any], T], otherwise: T) -> T:
        """What ``read`` makes of a setting; ``otherwise`` where it was never set. Where it cannot
        be read too: it is then among what is damaged, for no setting may take a kitchen down."""
        with self._db.read() as sql:
            text = sql.scalar(_SETTINGS_AS_KEPT.where(SettingRow.key == key))
        return self._setting_of(key, text, read, otherwise)

    def _setting_of(self, key: str, text: str | None, read: Callable[[Any], T], otherwise: T) -> T:
        try:
            with _legible("setting", key):
                value = _parsed(text)
                return otherwise if value is None else read(value)
        except Damaged as error:
            self._note("setting", key, error)
            return otherwise

    def change_setting(self, key: str, change: Callable[[Any], Any]) -> Any:
        """Write what ``change`` makes of a setting's value (None if it was never set), with nothing
        written between; returns it. What it raises leaves the setting as it was. Damaged."""
        with self._db.write() as sql:
            text = sql.scalar(_SETTINGS_AS_KEPT.where(SettingRow.key == key))
            # What cannot be read is not written over by what was to be added to it.
            with _legible("setting", key):
                value = change(_parsed(text))
            _write_setting(sql, key, value)
        self._damaged.pop(("setting", key), None)
        return value

    def set_setting(self, key: str, value: Any) -> None:
        """Write a setting, whatever it was."""
        with self._db.write() as sql:
            _write_setting(sql, key, value)
        self._damaged.pop(("setting", key), None)
