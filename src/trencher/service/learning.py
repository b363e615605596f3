"""What the Book taught: lessons of finished roasts, kept beside their logs, for plans to go by."""

from __future__ import annotations

import hashlib
import json
import threading
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from functools import lru_cache
from typing import Any, Literal

from trencher.core.belief.learning import (
    Key,
    Learned,
    Lesson,
    Level,
    between,
    learn,
    lesson,
    tags_of,
)
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import Timeline
from trencher.core.catalogue.cuts import CUTS
from trencher.core.errors import NotFound, TrencherError
from trencher.core.oven import OvenRecord
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.setup import Roast
from trencher.core.thermal.budget import within
from trencher.service.clock import Clock
from trencher.service.feed import Feed
from trencher.service.hours import hour
from trencher.store.lessons import KeptLesson
from trencher.store.repository import Repository, Snapshot

VERSION = 1
"""Of how a lesson is made: another one makes all of them anew."""
AT_ONCE = 3
"""So many lessons are made while somebody waits; the others by ``catch_up``."""
LEFT_OUT = "not_learned"
"""The setting with what plans go without: roasts by id, groups as level and name."""
Without = Mapping[str, list[Any]]
NOTHING: Without = {"roasts": [], "groups": []}


@dataclass(frozen=True)
class Lived:
    """A roast that is over, as it went: what its lesson is made from."""

    roast: Roast
    readings: tuple[Reading, ...]
    doubt: Doubt
    oven: OvenRecord
    line: Timeline


@dataclass(frozen=True)
class Teaching:
    """What earlier roasts taught, for plans in one oven; told apart by its ``stamp``. ``names``:
    what the cook calls ovens and cuts."""

    stamp: str
    oven: str
    left_out: frozenset[Key]
    learned: Learned = field(compare=False, repr=False)


@dataclass(frozen=True)
class Taught:
    """A finished roast among the lessons. ``weight``: 1 for one among the others; ``used``: False
    where the cook left it out or nothing was read; ``pending``: still to be worked out."""

    id: str
    name: str
    oven_id: str
    readings: int
    weight: float
    used: bool
    left_out: bool
    pending: bool


@dataclass(frozen=True)
class Stray:
    """How far roasts of one oven stray: standard deviation of the time to the take-out, a share."""

    oven: str
    name: str
    count: int
    share: float


@dataclass(frozen=True)
class Overview:
    """What the Book taught: which roasts, how far ovens stray, and what is left out."""

    roasts: tuple[Taught, ...]
    strays: tuple[Stray, ...]
    left_out: tuple[tuple[str, str], ...]


class LearningService:
    """Lessons over the store. ``lived``: a finished roast as it went, None for one that was never
    in an oven."""

    def __init__(
        self, repository: Repository, clock: Clock, feed: Feed, lived: Callable[[str], Lived | None]
    ) -> None:
        self.repository, self.clock, self.feed, self._lived = repository, clock, feed, lived
        self._lock = threading.Lock()
        self._working = threading.Lock()
        self._at: tuple[Any, ...] = ()
        self._lessons: dict[str, tuple[str, str, Lesson | None]] = {}
        self._rows: list[KeptLesson] = []

    # --- what plans go by ----------------------------------------------------------------------
    def teaching(
        self, oven_id: str, before: str | None = None, kept: Snapshot | None = None
    ) -> Teaching | None:
        """What finished roasts taught for a plan in an oven; those that went in before the hour
        ``before``, if given. None where none did. ``kept``: of one moment, with LEFT_OUT."""
        kept = kept or self.repository.snapshot(LEFT_OUT)
        out = kept.setting_as(LEFT_OUT, _read_left_out, NOTHING)
        lessons = [
            one
            for _, at, one in self._all(kept).values()
            if one is not None
            and one.id not in out["roasts"]
            and (before is None or hour(at) < hour(before))
        ]
        if not lessons:
            return None
        when = self.clock.now() if before is None else hour(before)
        # Lessons fade by the year: anew every week is enough.
        today = when.toordinal() // 7 * 7
        stamp = _stamp(tuple((x.id, self._lessons[x.id][0]) for x in lessons), today)
        learned = self._learned(stamp, tuple(lessons), today)
        groups = _groups(out)
        return Teaching(f"{stamp}{sorted(groups)}", oven_id, groups, learned)

    @staticmethod
    def _learned(stamp: str, lessons: tuple[Lesson, ...], today: int) -> Learned:
        return _learn(_Lessons(stamp, lessons, today))

    def _all(self, ovens: Snapshot | None = None) -> dict[str, tuple[str, str, Lesson | None]]:
        """Every lesson that is made: id → (key, hour it went in, lesson)."""
        ovens = ovens or self.repository.snapshot()
        digests = {o.id: _digest(o) for o in ovens.ovens.values()}
        at = (self.repository.restores, self.repository.lessons.stamp(), sorted(digests.items()))
        with self._lock:
            if at == self._at:
                return self._lessons
        self.catch_up(AT_ONCE)
        rows = self.repository.lessons.kept()
        found: dict[str, tuple[str, str, Lesson | None]] = {}
        whole = True
        for row in rows:
            key = _key(row, digests)
            if row.key != key or row.put_in_at is None:
                whole = False
                continue
            kept = self._lessons.get(row.roast_id)
            if kept is not None and kept[0] == key:
                found[row.roast_id] = kept
                continue
            one = None
            if row.data is not None:
                try:
                    one = Lesson.read(row.data)
                except (KeyError, TypeError, ValueError):
                    # What is kept of it cannot be read: its log can.
                    with self._working, within(None):
                        one = self._make(row, key)
            found[row.roast_id] = (key, row.put_in_at, one)
        with self._lock:
            self._lessons, self._rows = found, rows
            self._at = at if whole else ()
        return found

    def catch_up(self, most: int | None = None) -> int:
        """Make lessons that are missing or made from something else, the latest first; so many at
        most. Returns how many are still missing."""
        with self._working:
            digests = {o.id: _digest(o) for o in self.repository.ovens()}
            stale = [row for row in self.repository.lessons.kept() if row.key != _key(row, digests)]
            headings = {h.id: h.serve_at for h in self.repository.everything()} if stale else {}
            stale.sort(key=lambda r: headings.get(r.roast_id, ""), reverse=True)
            for row in stale if most is None else stale[:most]:
                # Not on the budget of whoever asks.
                with within(None):
                    self._make(row, _key(row, digests))
            return 0 if most is None else max(len(stale) - most, 0)

    def _make(self, row: KeptLesson, key: str) -> Lesson | None:
        made: Lesson | None = None
        put_in = ""
        try:
            put_in = self.repository.session(row.roast_id).put_in_at or ""
            if (lived := self._lived(row.roast_id)) is not None:
                joint, method = lived.roast.joint, lived.roast.method
                tags = tags_of(lived.oven.id, lived.roast.cooker.kind, joint, method)
                made = lesson(
                    row.roast_id,
                    tags,
                    hour(put_in).toordinal(),
                    lived.roast,
                    lived.readings,
                    lived.doubt,
                )
        except (TrencherError, LookupError, ValueError):
            # A roast that cannot be followed teaches nothing; its own page says why.
            made = None
        data = None if made is None else made.plain()
        self.repository.lessons.keep(row.roast_id, key, put_in, data)
        return made

    # --- what the cook says of it ----------------------------------------------------------------
    def left_out(self) -> Without:
        """What plans go without."""
        return self.repository.setting_as(LEFT_OUT, _read_left_out, NOTHING)

    def groups_left_out(self) -> frozenset[Key]:
        """Of those, the groups."""
        return _groups(self.left_out())

    def leave_out(self, what: Literal["roast"] | Level, name: str, *, out: bool) -> None:
        """Let plans go without what a roast or a group taught, or go by it again. NotFound for a
        roast that is not there."""
        if what == "roast" and not self.repository.known(name):
            raise NotFound(f"there is no roast {name!r}", where="roast")

        def change(kept: Any) -> Any:
            found = _read_left_out(kept or {})
            part, entry = ("roasts", name) if what == "roast" else ("groups", [what, name])
            rest = [x for x in found[part] if x != entry]
            return {**found, part: [*rest, entry] if out else rest}

        self.repository.change_setting(LEFT_OUT, change)
        self.feed.ring()

    def lessons(self) -> tuple[Lesson, ...]:
        """Every lesson that plans go by."""
        out = self.left_out()["roasts"]
        found = (one for _, _, one in self._all().values())
        return tuple(one for one in found if one is not None and one.id not in out)

    def names(self) -> dict[Key, str]:
        """What the cook calls ovens and cuts."""
        found: dict[Key, str] = {("cut", c.id): c.name for c in CUTS.values()}
        own: dict[str, Any] = self.repository.setting_as("own_cuts", dict, {})
        found |= {("cut", key): str(facts.get("name", key)) for key, facts in own.items()}
        return found | {("oven", o.id): o.name for o in self.repository.ovens()}

    def overview(self) -> Overview:
        """What the Book taught, as a whole."""
        out, names, lessons = self.left_out(), self.names(), self.lessons()
        teaching = self.teaching("")
        strays: list[Stray] = []
        if teaching is not None:
            strays = [
                Stray(oven, names.get(("oven", oven), oven), count, share)
                for oven, (count, share) in between(lessons, teaching.learned).items()
            ]
        groups = tuple((level, name) for level, name in out["groups"])
        return Overview(tuple(self.taught()), tuple(strays), groups)

    def taught(self) -> list[Taught]:
        """Every finished roast, and what it counts among the lessons."""
        lessons, out = self._all(), self.left_out()
        teaching = self.teaching("")
        weights = {} if teaching is None else teaching.learned.weights
        found = []
        for row in self._rows:
            _, _, one = lessons.get(row.roast_id, ("", "", None))
            used = one is not None and row.roast_id not in out["roasts"]
            found.append(
                Taught(
                    row.roast_id,
                    row.name,
                    row.oven_id,
                    0 if one is None else one.readings,
                    weights.get(row.roast_id, 0.0),
                    used,
                    row.roast_id in out["roasts"],
                    row.roast_id not in lessons,
                )
            )
        return found


@dataclass(frozen=True)
class _Lessons:
    """Lessons told apart by their stamp, for the memory of what was made of them."""

    stamp: str
    lessons: tuple[Lesson, ...] = field(compare=False, repr=False)
    today: int = field(compare=False)


@lru_cache(maxsize=32)
def _learn(these: _Lessons) -> Learned:
    return learn(these.lessons, these.today)


def _stamp(lessons: tuple[tuple[str, str], ...], today: int) -> str:
    return hashlib.sha256(repr((lessons, today)).encode()).hexdigest()[:16]


def _digest(oven: OvenRecord) -> str:
    return hashlib.sha256(json.dumps(oven.plain(), sort_keys=True).encode()).hexdigest()[:12]


def _key(row: KeptLesson, ovens: Mapping[str, str]) -> str:
    return f"{VERSION}:{row.last_seq}:{ovens.get(row.oven_id, '')}"


def _groups(out: Without) -> frozenset[Key]:
    return frozenset((level, name) for level, name in out["groups"])


def _read_left_out(value: Any) -> dict[str, list[Any]]:
    return {
        "roasts": [str(x) for x in value.get("roasts", [])],
        "groups": [[str(level), str(name)] for level, name in value.get("groups", [])],
    }
