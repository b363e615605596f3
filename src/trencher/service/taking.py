"""A kitchen taken along as an open file, and what another one brings taken in: said before it is
done, done whole or not at all, and doing it again changes nothing."""

from __future__ import annotations

import base64
import hashlib
import json
from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from contextlib import contextmanager, suppress
from dataclasses import dataclass
from datetime import timedelta
from functools import partial
from typing import Any, Literal, TypeVar

from trencher.core.catalogue.cuts import own_cut
from trencher.core.catalogue.own_figures import Change, checked, edited
from trencher.core.catalogue.safety import profile_named
from trencher.core.catalogue.sides import own_side
from trencher.core.day.leftovers import KINDS as KEPT_KINDS
from trencher.core.day.log import ChangedDay, Day, Opened, apply_to_day, check_day_step
from trencher.core.entries import (
    Changed,
    Chose,
    EndedStage,
    Kept,
    Laid,
    Marked,
    Pictured,
    PutIn,
    Rewrote,
    RoastCorrected,
    RoastEntry,
    entry_of,
)
from trencher.core.errors import Conflict, Damaged, InputError, NotFound, Overtaken, TrencherError
from trencher.core.events import OUTSIDE, Corrected, Entry, Folded, Withdrew, anew
from trencher.core.method.notation import parse_method
from trencher.core.oven import OvenRecord
from trencher.core.planner.forward import with_rest
from trencher.core.session import Session, apply, check_step
from trencher.formats.kitchen import (
    FORMAT,
    VERSION,
    FiledChange,
    FiledDay,
    FiledKitchen,
    FiledOpened,
    FiledOven,
    FiledRoast,
    FiledSamples,
    FiledSettings,
    read_kitchen,
    whole,
    wrong,
)
from trencher.formats.log import check_entry, document
from trencher.formats.picture import cleaned
from trencher.formats.story import read_story
from trencher.service.clock import Clock
from trencher.service.entering import TRIES
from trencher.service.feed import Feed
from trencher.service.hours import checked_hour, hour
from trencher.service.planning import Wish, cached_walk
from trencher.store.intake import Intake, NewDay, NewRoast
from trencher.store.pictures import name_of
from trencher.store.repository import Heading, Repository, Snapshot
from trencher.store.samples import Sample

Does = Literal["new", "more", "same", "copy", "kept"]
DOES: dict[Does, str] = {
    "new": "new",
    "more": "goes on with what is here",
    "same": "here already",
    "copy": "differs from the one here: taken in beside it",
    "kept": "differs from the one here, which stays",
}
SETTINGS = (
    "people",
    "bands",
    "tins",
    "own_cuts",
    "own_sides",
    "own_methods",
    "profile",
    "own_figures",
    "not_learned",
    "own_stories",
)
MOST_PICTURES_BYTES = 180_000_000
"""Of one file's photographs, that it can be taken in again; those of the latest roasts come first.
Each roast's own file has its own."""
MOST_FOLDED = 3_000_000
"""Entries that may be gone through again for what was put right or taken back, in one file: a
kitchen's ten years need a hundredth of it."""
DAY_NEEDS = ("serve_at", "people", "sides", "joints")
T = TypeVar("T")
Path = tuple[str | int, ...]
Refuse = Callable[[Path, TrencherError], InputError]


@dataclass(frozen=True)
class ImportLine:
    """What taking a file in does with one thing of it: DOES. ``more``: how many entries are new."""

    what: Literal["roast", "oven", "day", "setting", "samples", "pictures"]
    id: str
    name: str
    does: Does
    more: int = 0


class TakingService:
    """Export and import, over the store."""

    def __init__(self, repository: Repository, clock: Clock, feed: Feed) -> None:
        self.repository, self.clock, self.feed = repository, clock, feed

    # --- out -----------------------------------------------------------------------------------
    def taken_along(self, roast_id: str | None = None) -> dict[str, Any]:
        """The whole kitchen, or one roast with the ovens it was in. NotFound, Damaged."""
        out: dict[str, Any] = {
            "format": FORMAT,
            "version": VERSION,
            "written": self.clock.now().isoformat(timespec="seconds"),
        }
        if roast_id is not None:
            heading = self.repository.heading(roast_id)
            session = self.repository.session(roast_id)
            known = {o.id: o for o in self.repository.ovens()}
            named = sorted(_ovens_of(session.log))
            return out | {
                "roasts": [_roast(heading, session)],
                "ovens": [_oven(known.get(x, _plain_oven(x))) for x in named],
                "samples": self._samples([session]),
                "pictures": self._pictures([session])[0],
            }
        left: list[str] = []

        def those(names: Iterable[tuple[str, str]], make: Callable[[str], T]) -> list[T]:
            """What is made of each id that can be read, and read again as it is filed."""
            found = []
            for key, name in names:
                try:
                    found.append(make(key))
                except (Damaged, InputError):
                    left.append(name)
            return found

        def roast(key: str) -> tuple[Session, dict[str, Any]]:
            session = self.repository.session(key)
            return session, whole(FiledRoast, _roast(self.repository.heading(key), session))

        def day(date: str) -> dict[str, Any]:
            log = [_day_document(e) for e in self.repository.day(date).log]
            return whole(FiledDay, {"date": date, "log": log})

        def setting(key: str) -> dict[str, Any]:
            value = self.repository.setting(key)
            return {} if value is None else whole(FiledSettings, {key: value})

        here = {o.id: o for o in self.repository.ovens()}

        def oven(key: str) -> dict[str, Any]:
            return whole(FiledOven, _oven(here[key]))

        roasts = those(((h.id, h.name) for h in self.repository.everything()), roast)
        days = those(((d, d) for d in sorted(self.repository.days())), day)
        settings = those(((k, k) for k in SETTINGS), setting)
        ovens = those(((o.id, o.name) for o in here.values()), oven)
        # A roast cannot be taken in without its oven: one that cannot be read goes as a plain one.
        asked = {x for session, _ in roasts for x in _ovens_of(session.log)}
        for oven_id in sorted(asked - {o["id"] for o in ovens}):
            ovens.append(_oven(_plain_oven(oven_id)))
            if oven_id not in here:
                left.append(oven_id)
        pictures, missing = self._pictures([session for session, _ in roasts])
        if missing:
            left.append(f"{missing} photographs")
        return out | {
            "roasts": [r for _, r in roasts],
            "ovens": ovens,
            "days": days,
            "samples": self._samples([session for session, _ in roasts]),
            "settings": {k: v for part in settings for k, v in part.items()},
            "left_out": left,
            "pictures": pictures,
        }

    def _pictures(self, sessions: Sequence[Session]) -> tuple[list[dict[str, str]], int]:
        """The photographs of these joints, and how many of them do not come along: missing here,
        or beyond what one file may hold."""
        latest = sorted(sessions, key=lambda s: s.plan.serve_at, reverse=True)
        names = list(dict.fromkeys(p.picture for s in latest for p in s.pictures))
        found, room = [], MOST_PICTURES_BYTES
        for name in names:
            with suppress(NotFound):
                picture = self.repository.pictures.read(name)
                room -= len(picture)
                if room >= 0:
                    found.append({"name": name, "jpeg": base64.b64encode(picture).decode()})
        return found, len(names) - len(found)

    def _samples(self, sessions: Iterable[Session]) -> list[dict[str, Any]]:
        """What instruments showed while they sat in these joints."""
        found: dict[tuple[str, str, str], set[tuple[float, float]]] = {}
        now = self.clock.now()
        for session in sessions:
            if session.put_in_at is None:
                continue
            start = hour(session.put_in_at)
            for a in session.attached:
                to = now if a.to_min is None else start + timedelta(minutes=a.to_min)
                since = start + timedelta(minutes=max(a.from_min or 0.0, 0.0))
                rows = self.repository.samples.between(
                    a.device, a.channel, since.timestamp(), to.timestamp()
                )
                for s in rows:
                    found.setdefault((a.device, a.channel, s.unit), set()).add((s.at, s.value))
        return [
            {"device": device, "channel": channel, "unit": unit, "values": sorted(values)}
            for (device, channel, unit), values in sorted(found.items())
        ]

    # --- in ------------------------------------------------------------------------------------
    def looked_at(self, raw: bytes) -> tuple[ImportLine, ...]:
        """What taking a file in would do; nothing is changed. InputError with line and field."""
        return self._intake(raw)[1]

    def take_in(self, raw: bytes) -> tuple[ImportLine, ...]:
        """Take a file in: all of it or nothing. What is here already stays as it is. InputError."""
        for _ in range(TRIES):
            intake, lines = self._intake(raw)
            try:
                # Before the logs that name them: a photograph nobody names is no harm.
                for picture in intake.pictures:
                    self.repository.pictures.keep(picture)
                self.repository.take_in(intake)
            except Overtaken:
                continue
            self.feed.ring(restored=True)
            return lines
        raise Conflict("too much is entered at once", allowed="take it in again")

    def _intake(self, raw: bytes) -> tuple[Intake, tuple[ImportLine, ...]]:
        filed, text = read_kitchen(raw)
        told: dict[str, Any] = json.loads(text)

        def refused(path: Path, error: TrencherError) -> InputError:
            names = error.where.split(".")
            deeper = names if all(x.isidentifier() for x in names) else ()
            return wrong(text, (*path, *deeper), error.what, error.allowed)

        found = _Reading(self.repository, filed, told, refused)
        return found.intake, tuple(found.lines)


class _Reading:
    """One file gone through: what is to be written, and what is said of it."""

    def __init__(
        self, repository: Repository, filed: FiledKitchen, told: Mapping[str, Any], refused: Refuse
    ) -> None:
        """``filed``: what was checked; ``told``: the same as it is written."""
        self.repository, self.refused = repository, refused
        self.lines: list[ImportLine] = []
        self._folded = 0
        self._seen: set[tuple[str, str]] = set()
        kept, filed_ovens = repository.snapshot(), told.get("ovens", ())
        new = self._ovens(filed_ovens, kept)
        # What is here counts; one that cannot be read here is tried as the file has it.
        self.ovens = {o.id: o for o in map(_oven_of, filed_ovens)} | dict(kept.ovens)
        self.intake = Intake(
            ovens=new,
            roasts=[x for n, r in enumerate(filed.roasts) if (x := self._roast(n, r, told))],
            days=[y for n, d in enumerate(filed.days) if (y := self._day(n, d, told))],
            settings=dict(self._settings(told.get("settings", {}))),
            samples=self._samples(filed.samples),
            pictures=self._pictures(filed),
        )

    def _say(self, what: Any, id_: str, name: str, does: Does, more: int = 0) -> None:
        self.lines.append(ImportLine(what, id_, name, does, more))

    def _once(self, what: str, key: str) -> None:
        if (what, key) in self._seen:
            raise Conflict(f"{key!r} stands here twice", allowed=f"each {what} once")
        self._seen.add((what, key))

    def _ovens(self, told: Sequence[Mapping[str, Any]], kept: Snapshot) -> list[OvenRecord]:
        new: list[OvenRecord] = []
        for n, facts in enumerate(told):
            with self._at(("ovens", n)):
                record = _oven_of(facts)
                self._once("oven", record.id)
                record.checked()
            does: Does = "new"
            if record.id in kept.ovens:
                does = "same" if kept.ovens[record.id] == record else "kept"
            elif record.id in kept.damaged:
                does = "kept"
            else:
                new.append(record)
            self._say("oven", record.id, record.name, does)
        return new

    @contextmanager
    def _at(self, path: Path) -> Iterator[None]:
        """Says where in the file an error of ours is, or of data that are no entry's."""
        try:
            yield
        except TrencherError as error:
            raise self.refused(path, error) from error
        except (LookupError, TypeError, ValueError, AttributeError) as error:
            raise self.refused(path, InputError(f"cannot be read ({error})")) from error

    # --- roasts --------------------------------------------------------------------------------
    def _roast(self, n: int, filed: FiledRoast, file: Mapping[str, Any]) -> NewRoast | None:
        told = file["roasts"][n]
        with self._at(("roasts", n)):
            self._once("roast", filed.id)
        entries = self._entries(("roasts", n, "log"), filed.log, told["log"])
        session = self._lived(("roasts", n, "log"), entries)
        if session.status != "done" and session.method is not None:
            with self._at(("roasts", n)):
                cached_walk(self._wish(session).roast(session.method))
        name, roast_id = session.plan.name, str(told["id"])
        if self.repository.known(roast_id):
            here = self._log_of(roast_id)
            if here is not None and _begins(entries, here):
                return self._more(roast_id, name, entries, here, told)
            if here is not None and _begins(here, entries):
                self._say("roast", roast_id, name, "same")
                return None
            roast_id = f"{roast_id[:50]}-{_digest(entries)}"
            if self.repository.known(roast_id):
                self._say("roast", roast_id, name, "same")
                return None
            self._say("roast", roast_id, name, "copy", len(entries))
        else:
            self._say("roast", roast_id, name, "new", len(entries))
        return NewRoast(roast_id, told["created_at"], told.get("aside"), entries, 0)

    def _wish(self, session: Session) -> Wish:
        """What a roast under way is planned for: it must be possible to follow it."""
        plan = session.plan
        cooker = self.ovens[session.oven_id].cooker(plan.joint)
        return Wish(joint=plan.joint, cooker=cooker, wanted_c=plan.wanted_c, rest_min=plan.rest_min)

    def _more(
        self,
        roast_id: str,
        name: str,
        entries: Sequence[RoastEntry],
        here: Sequence[Entry],
        told: Mapping[str, Any],
    ) -> NewRoast | None:
        fresh = entries[len(here) :]
        self._say("roast", roast_id, name, "more" if fresh else "same", len(fresh))
        if not fresh:
            return None
        return NewRoast(roast_id, told["created_at"], None, fresh, len(here))

    def _log_of(self, roast_id: str) -> Sequence[Entry] | None:
        with suppress(Damaged):
            return self.repository.session(roast_id).log
        return None

    def _entries(
        self, path: Path, checked: Sequence[Any], told: Sequence[Mapping[str, Any]]
    ) -> list[RoastEntry]:
        found = []
        for n, (entry, one) in enumerate(zip(checked, told, strict=True)):
            with self._at((*path, n)):
                if not isinstance(entry, RoastEntry):
                    entry = entry_of(entry.kind, _data(one), entry.seq, entry.written)
                if entry.seq != n + 1:
                    raise InputError(f"number {entry.seq}", allowed=f"here stands number {n + 1}")
                checked_hour(entry.written, "written")
                found.append(entry)
        return found

    def _lived(self, path: Path, entries: Sequence[RoastEntry]) -> Session:
        """The roast of a log that a kitchen could have written."""
        session = Session()
        for n, entry in enumerate(entries):
            with self._at((*path, n)):
                if isinstance(entry, Laid) != (n == 0):
                    raise InputError(
                        "a log begins with what was laid, once", allowed="'laid' first"
                    )
                check_step(session, entry)
                self._check(session, entry)
                self._count(session, entry)
                session = apply(session, entry)
        return session

    def _count(self, before: Folded, entry: Entry) -> None:
        """What is taken back or put right has its whole log gone through again."""
        if isinstance(entry, Withdrew | Corrected):
            self._folded += len(before.log)
        if self._folded > MOST_FOLDED:
            raise InputError("more was put right than any kitchen has", allowed="a smaller file")

    def _check(self, session: Session, entry: RoastEntry) -> None:
        """What the services look at before they add an entry."""
        if isinstance(entry, RoastCorrected):
            before = next(e for e in session.log if e.seq == entry.target)
            check_entry(anew(before, entry.data))
        oven_id = getattr(entry, "oven_id", None)
        if oven_id is not None:
            if oven_id not in self.ovens:
                raise InputError(
                    f"{oven_id!r} is no oven", allowed="of the file, or of this kitchen"
                )
            self.ovens[oven_id].cooker()
        if isinstance(entry, Laid | Changed) and entry.serve_at is not None:
            checked_hour(entry.serve_at, "serve_at")
        if isinstance(entry, PutIn):
            checked_hour(entry.at, "at")
        if isinstance(entry, Marked) and (entry.what == "moved_oven") != (oven_id is not None):
            raise InputError("which oven?", allowed="an oven with 'moved_oven'")
        if isinstance(entry, Chose | Rewrote):
            method = parse_method(entry.method)
            if entry.pull_stage != method.pull_index:
                raise InputError(
                    f"pull_stage {entry.pull_stage}", allowed=f"{method.pull_index} for this method"
                )
        if isinstance(entry, EndedStage) and session.method is not None:
            stages = len(with_rest(parse_method(session.method))[0].stages)
            if entry.stage >= stages - 1 or entry.stage in session.ends:
                raise InputError(
                    f"stage {entry.stage} cannot end", allowed=f"0 to {stages - 2}, each once"
                )
        if isinstance(entry, Kept) and entry.what not in KEPT_KINDS:
            raise InputError(f"{entry.what!r} is not kept", allowed=f"of {', '.join(KEPT_KINDS)}")

    # --- days ----------------------------------------------------------------------------------
    def _day(self, n: int, filed: FiledDay, file: Mapping[str, Any]) -> NewDay | None:
        told, path = file["days"][n], ("days", n, "log")
        date = str(told["date"])
        with self._at(("days", n)):
            self._once("day", date)
        entries: list[Entry] = []
        day = Day()
        for k, one in enumerate(filed.log):
            with self._at((*path, k)):
                entry = _day_entry(one, told["log"][k].get("facts"))
                if entry.seq <= day.last_seq:
                    raise InputError(f"number {entry.seq}", allowed=f"beyond {day.last_seq}")
                check_day_step(day, entry)
                self._count(day, entry)
                checked_hour(entry.written, "written")
                day = apply_to_day(day, entry)
                missing = [x for x in DAY_NEEDS if day.facts.get(x) is None]
                if missing:
                    raise InputError(f"nothing says {missing[0]!r}", allowed=", ".join(DAY_NEEDS))
                checked_hour(day.facts["serve_at"], "serve_at")
            entries.append(entry)
        try:
            here: Sequence[Entry] | None = self.repository.day(date).log
        except Damaged:
            here = None
        if here is None or not (_begins(entries, here) or _begins(here, entries)):
            self._say("day", date, date, "kept")
            return None
        fresh = entries[len(here) :]
        does: Does = "same" if not fresh else "more" if here else "new"
        self._say("day", date, date, does, len(fresh))
        return NewDay(date, fresh, here[-1].seq if here else 0) if fresh else None

    # --- settings ------------------------------------------------------------------------------
    def _settings(self, told: Mapping[str, Any]) -> Iterable[tuple[str, Callable[[Any], Any]]]:
        for key, value in told.items():
            if value in (None, [], {}):
                continue
            self._check_setting(key, value)
            here = self.repository.setting(key)
            merged = _merged(key, value, here)
            added = _count(merged) - _count(here)
            if merged == here:
                self._say("setting", key, key, "same" if _holds(here, value) else "kept")
                continue
            self._say("setting", key, key, "new" if here in (None, [], {}) else "more", added)
            yield key, partial(_merged, key, value)

    def _check_setting(self, key: str, value: Any) -> None:
        read: dict[str, Callable[[Any], object]] = {
            "own_cuts": own_cut,
            "own_sides": own_side,
            "own_methods": lambda m: parse_method(m["method"]),
            "own_stories": lambda text: read_story(text.encode()),
        }
        parts: Iterable[tuple[Any, Any]] = ()
        if key in read:
            parts = value.items() if isinstance(value, dict) else enumerate(value)
        for name, part in parts:
            with self._at(("settings", key, name)):
                named = isinstance(value, dict) and isinstance(part, dict)
                read[key]({**part, "id": name} if named else part)
        if key == "profile":
            with self._at(("settings", key)):
                profile_named(value)
        if key == "own_figures":
            for profile, rows in value.items():
                with self._at(("settings", key, profile)):
                    changes = {row: checked(Change(**facts)) for row, facts in rows.items()}
                    edited(profile_named(profile), changes)

    # --- photographs ---------------------------------------------------------------------------
    def _pictures(self, filed: FiledKitchen) -> list[bytes]:
        """Those that are not here yet. What is no photograph as a kitchen keeps it is refused."""
        named = {e.picture for r in filed.roasts for e in r.log if isinstance(e, Pictured)}
        new = []
        for n, one in enumerate(filed.pictures):
            with self._at(("pictures", n)):
                if name_of(one.jpeg) != one.name:
                    raise InputError("its name is not that of its bytes", where="name")
                if one.name not in named:
                    raise InputError("no roast of the file names it", where="name")
                if self.repository.pictures.has(one.name):
                    continue
                if cleaned(one.jpeg) != one.jpeg:
                    raise InputError(
                        "is no photograph as a kitchen keeps it",
                        where="jpeg",
                        allowed="a JPEG of at most 1280 dots a side that says no place",
                    )
            new.append(one.jpeg)
        if filed.pictures:
            self._say("pictures", "pictures", "photographs", "new" if new else "same", len(new))
        return new

    # --- what instruments showed -----------------------------------------------------------------
    def _samples(self, filed: Sequence[FiledSamples]) -> list[tuple[str, list[Sample]]]:
        found = []
        for one in filed:
            rows = [Sample(one.channel, at, one.unit, value) for at, value in one.values]
            name = f"{one.device} {one.channel}"
            new = self.repository.samples.unknown(one.device, rows)
            self._say("samples", name, name, "new" if new else "same", len(new))
            found.append((one.device, new))
        return found


def _roast(heading: Heading, session: Session) -> dict[str, Any]:
    log = [_without_null(document(e)) for e in session.log]
    found = {"id": heading.id, "created_at": heading.created_at, "log": log}
    return found if heading.aside is None else {**found, "aside": heading.aside}


def _day_document(entry: Entry) -> dict[str, Any]:
    """As a roast's entry; its facts stand together."""
    data = entry.plain()
    if entry.kind in ("opened", "changed"):
        again = data.pop("again", None)
        data = {"facts": data} | ({} if again is None else {"again": again})
    if entry.kind == "withdrew":
        data["target"] = data.pop("seq")
    return {"kind": entry.kind, "seq": entry.seq, "written": entry.written, **data}


def _day_entry(one: Any, facts: Any) -> Entry:
    """The day's own entry of one that is filed; its ``facts`` as they are written."""
    if isinstance(one, FiledOpened):
        return Opened(facts=facts, seq=one.seq, written=one.written)
    if isinstance(one, FiledChange):
        return ChangedDay(facts=facts, again=one.again, seq=one.seq, written=one.written)
    assert isinstance(one, Entry)
    return one


def _oven(oven: OvenRecord) -> dict[str, Any]:
    return {"id": oven.id, "name": oven.name, **oven.plain()}


def _oven_of(facts: Mapping[str, Any]) -> OvenRecord:
    return OvenRecord.read(facts["id"], facts["name"], facts)


def _plain_oven(oven_id: str) -> OvenRecord:
    """In place of one that cannot be read: its facts are to be given anew."""
    return OvenRecord(id=oven_id, name=oven_id)


def _ovens_of(log: Iterable[Entry]) -> set[str]:
    return {str(x) for e in log if (x := getattr(e, "oven_id", None)) is not None}


def _data(one: Mapping[str, Any]) -> dict[str, Any]:
    """An entry's own data, as the log keeps them."""
    data = {k: v for k, v in one.items() if k not in OUTSIDE}
    if "target" in data:
        data["seq"] = data.pop("target")
    return data


def _without_null(facts: Mapping[str, Any]) -> dict[str, Any]:
    return {k: v for k, v in facts.items() if v is not None}


def _told(entry: Entry) -> tuple[Any, ...]:
    return entry.kind, entry.seq, entry.written, json.dumps(entry.plain(), sort_keys=True)


def _begins(longer: Sequence[Entry], shorter: Sequence[Entry]) -> bool:
    """Whether a log begins with another one."""
    return len(shorter) <= len(longer) and all(
        _told(a) == _told(b) for a, b in zip(shorter, longer, strict=False)
    )


def _digest(entries: Iterable[Entry]) -> str:
    told = hashlib.sha256()
    for entry in entries:
        told.update(repr(_told(entry)).encode())
    return told.hexdigest()[:8]


def _merged(key: str, value: Any, here: Any) -> Any:
    """A setting with what it lacks of another's: what is here stays."""
    if here in (None, [], {}):
        return value
    if key == "bands" or not isinstance(here, dict | list):
        return here
    if isinstance(here, dict):
        return {**value, **here}
    names = {str(x.get("name", "")).casefold() for x in here}
    return [*here, *(x for x in value if str(x["name"]).casefold() not in names)]


def _holds(here: Any, value: Any) -> bool:
    """Whether all of a setting is here as it is there."""
    if isinstance(here, dict) and isinstance(value, dict):
        return all(here.get(k) == v for k, v in value.items())
    if isinstance(here, list) and isinstance(value, list):
        return all(x in here for x in value)
    return bool(here == value)


def _count(value: Any) -> int:
    return len(value) if isinstance(value, dict | list) else int(value is not None)
