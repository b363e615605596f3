"""What the Book taught: lessons of finished roasts, kept beside their logs, for plans to go by."""

from __future__ import annotations

import hashlib
import json
import threading
import time
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Any, Literal

import structlog

from trencher.core.belief.hands import NOBODY, Hands, hands_of
from trencher.core.belief.learning import (
    Key,
    Learned,
    Lesson,
    Level,
    LookedBack,
    between,
    learn,
    lesson,
    look_back,
    tags_of,
)
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import Timeline
from trencher.core.catalogue.cuts import CUTS
from trencher.core.day.buying import PLATE_KG
from trencher.core.day.yields import WeighedYield
from trencher.core.errors import Conflict, NotFound, TrencherError
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import UntilCore, UntilPeak
from trencher.core.outcome.outcomes import loss_of
from trencher.core.oven import OvenRecord
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.session import Session
from trencher.core.thermal.budget import within
from trencher.core.thermal.geometry import COARSE
from trencher.service.clock import Clock
from trencher.service.feed import Feed
from trencher.service.hours import hour
from trencher.service.shorts import Short
from trencher.store.lessons import KeptLesson
from trencher.store.repository import Repository, Snapshot

log = structlog.get_logger()
VERSION = 5
"""Of how a lesson is made: another one makes all of them anew."""
AT_ONCE, MANY = 8, 40
IN_A_GO, KEEP_UP_S, TRY_AGAIN_S = 10, 20.0, 2.0
"""So many lessons are made while somebody waits, one of more than MANY; the others by ``run``."""
LEFT_OUT = "not_learned"
"""The setting with what plans go without: roasts by id, groups as level and name."""
MOST_LEFT_OUT = 500
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
    """What earlier roasts taught, for plans in one oven, but for the groups ``left_out``; told
    apart by its ``stamp``. ``hands``: how late joints come out here."""

    stamp: str
    oven: str
    left_out: frozenset[Key]
    learned: Learned = field(compare=False, repr=False)
    hands: Hands = field(compare=False)


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
    short: Short | None
    put_in_at: str


@dataclass(frozen=True)
class Made:
    """What was made of a finished roast. ``key``: of what; ``lesson`` None where it teaches
    nothing, ``short`` where its log cannot be read."""

    key: str
    put_in_at: str
    lesson: Lesson | None
    short: Short | None

    def plain(self) -> dict[str, Any]:
        """As it is kept."""
        return {
            "lesson": None if self.lesson is None else self.lesson.plain(),
            "short": None if self.short is None else self.short.plain(),
        }


def _read(key: str, put_in_at: str, data: Mapping[str, Any]) -> Made:
    """As ``Made.plain`` keeps it. KeyError, TypeError, ValueError for another."""
    one, short = data["lesson"], data["short"]
    return Made(
        key,
        put_in_at,
        None if one is None else Lesson.read(one),
        None if short is None else Short.read(short),
    )


@dataclass(frozen=True)
class Stray:
    """How far roasts of one oven stray: standard deviation of the time to the take-out, a share."""

    oven: str
    name: str
    count: int
    share: float


@dataclass(frozen=True)
class Overview:
    """What the Book taught: which roasts, how far ovens stray, what is left out, and how late the
    hands are."""

    roasts: tuple[Taught, ...]
    strays: tuple[Stray, ...]
    left_out: tuple[tuple[str, str], ...]
    hands: Hands


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
        self._trying: tuple[Any, ...] = ()
        self._tried = -TRY_AGAIN_S
        self._lessons: dict[str, Made] = {}
        self._rows: list[KeptLesson] = []

    # --- what plans go by ----------------------------------------------------------------------
    def teaching(
        self, oven_id: str, before: str | None = None, kept: Snapshot | None = None
    ) -> Teaching | None:
        """What finished roasts taught for a plan in an oven; those that went in before the hour
        ``before``, if given. None where none did. ``kept``: of one moment, with LEFT_OUT."""
        kept = kept or self.repository.snapshot(LEFT_OUT)
        out = kept.setting_as(LEFT_OUT, _read_left_out, NOTHING)
        made = [
            found
            for found in self._all(kept).values()
            if found.lesson is not None
            and found.lesson.id not in out["roasts"]
            and (before is None or hour(found.put_in_at) < hour(before))
        ]
        lessons = tuple(found.lesson for found in made if found.lesson is not None)
        if not lessons:
            return None
        when = self.clock.now() if before is None else hour(before)
        today = when.toordinal()
        stamp = _stamp(tuple((x.id, y.key) for x, y in zip(lessons, made, strict=True)), today)
        learned = _learn(_Lessons(stamp, lessons, today))
        groups = _groups(out)
        shorts = (found.short for found in made)
        late = [s.hand_min for s in shorts if s is not None and s.hand_min is not None]
        return Teaching(f"{stamp}{sorted(groups)}", oven_id, groups, learned, hands_of(late))

    def _all(self, ovens: Snapshot | None = None) -> dict[str, Made]:
        """Every roast whose lesson is made."""
        ovens = ovens or self.repository.snapshot()
        digests = {o.id: _digest(o) for o in ovens.ovens.values()}
        at = (self.repository.restores, self.repository.lessons.stamp(), sorted(digests.items()))
        with self._lock:
            if at == self._at:
                return self._lessons
            # Thousands may be on their way (``run``): not all of them are looked at every time.
            if at == self._trying and time.monotonic() - self._tried < TRY_AGAIN_S:
                return self._lessons
        self.catch_up(AT_ONCE, waiting=True)
        rows = self.repository.lessons.kept()
        found: dict[str, Made] = {}
        whole = True
        for row in rows:
            key = _key(row, digests)
            if row.key != key or row.put_in_at is None:
                whole = False
                continue
            kept = self._lessons.get(row.roast_id)
            if kept is not None and kept.key == key:
                found[row.roast_id] = kept
                continue
            try:
                found[row.roast_id] = _read(key, row.put_in_at, row.data or {})
            except (KeyError, TypeError, ValueError):
                # What is kept of it cannot be read: its log can.
                with self._working, within(None):
                    found[row.roast_id] = self._make(row, key)
        with self._lock:
            self._lessons, self._rows = found, rows
            self._at, self._trying = (at, ()) if whole else ((), at)
            self._tried = time.monotonic()
        return found

    def run(self) -> Callable[[], None]:
        """Keep up with what is finished, restored and taken in, in a thread; returns how to end
        it."""
        ended = threading.Event()

        def keep_up() -> None:
            seen: object = None
            while not ended.wait(0.05 if seen is None else KEEP_UP_S):
                try:
                    now = (self.repository.restores, self.repository.lessons.stamp())
                    while now != seen and not ended.is_set():
                        if self.catch_up(IN_A_GO) == 0:
                            seen = now
                        ended.wait(0.02)
                except Exception:
                    # The next round tries again; plans make what they need themselves.
                    log.exception("lessons could not be made")
                    seen = object()

        thread = threading.Thread(target=keep_up, name="lessons", daemon=True)
        thread.start()

        def end() -> None:
            ended.set()
            thread.join(timeout=10.0)

        return end

    def catch_up(self, most: int | None = None, *, waiting: bool = False) -> int:
        """Make lessons that are missing or made from something else, the latest first; so many at
        most. ``waiting``: somebody is, and of very many but the newest is made for them. Returns
        how many are still missing."""
        with self._working:
            digests = {o.id: _digest(o) for o in self.repository.ovens()}
            stale = [row for row in self.repository.lessons.kept() if row.key != _key(row, digests)]
            headings = {h.id: h.serve_at for h in self.repository.everything()} if stale else {}
            stale.sort(key=lambda r: headings.get(r.roast_id, ""), reverse=True)
            if waiting and most is not None and len(stale) > MANY:
                most = 1
            for row in stale if most is None else stale[:most]:
                # Not on the budget of whoever asks.
                with within(None):
                    self._make(row, _key(row, digests))
            return 0 if most is None else max(len(stale) - most, 0)

    def _make(self, row: KeptLesson, key: str) -> Made:
        made: Lesson | None = None
        short: Short | None = None
        put_in = ""
        try:
            session = self.repository.session(row.roast_id)
            put_in = session.put_in_at or ""
            short = Short.of(session)
            self.repository.reword(row.roast_id)
            if (lived := self._lived(row.roast_id)) is not None:
                loss = loss_of(walk(kitchen(lived.roast, COARSE)).end).fraction
                short = Short.of(session, loss)
                joint, method = lived.roast.joint, lived.roast.method
                tags = tags_of(lived.oven.id, lived.roast.cooker.kind, joint, method)
                back = look_back(lived.roast, lived.readings, lived.doubt)
                made = lesson(row.roast_id, tags, hour(put_in).toordinal(), back)
                short = replace(short, hand_min=_hand(session, back))
        except (TrencherError, LookupError, ValueError):
            # A roast that cannot be followed teaches nothing; its own page says why.
            made = None
        found = Made(key, put_in, made, short)
        self.repository.lessons.keep(row.roast_id, key, put_in, found.plain())
        return found

    def yields(self) -> tuple[tuple[WeighedYield, ...], tuple[float, ...]]:
        """Roasts that were weighed: cooked over reckoned; and eaten over what plates are reckoned
        where that was weighed too. Those left out are not among them."""
        out = self.left_out()["roasts"]
        weighed: list[WeighedYield] = []
        eaten: list[float] = []
        for roast_id, made in self._all().items():
            if (short := made.short) is None or roast_id in out:
                continue
            if short.cooked_kg is not None and short.reckoned_kg:
                ratio = short.cooked_kg / short.reckoned_kg
                weighed.append(WeighedYield(cut=short.cut_id, ratio=ratio))
            if short.eaten_kg is not None:
                # As the day has it now: who came is put right there. Of two joints nobody can say
                # who ate which.
                facts = self.repository.sound_day(short.served_at[:10]).facts
                people = people_of(facts)
                if people and len(facts.get("joints") or {}) <= 1:
                    eaten.append(short.eaten_kg / (people * PLATE_KG["usual"]))
        return tuple(weighed), tuple(eaten)

    # --- what the cook says of it ----------------------------------------------------------------
    def left_out(self) -> Without:
        """What plans go without."""
        return self.repository.setting_as(LEFT_OUT, _read_left_out, NOTHING)

    def groups_left_out(self) -> frozenset[Key]:
        """Of those, the groups."""
        return _groups(self.left_out())

    def leave_out(self, what: Literal["roast"] | Level, name: str, *, out: bool) -> None:
        """Let plans go without what a roast or a group taught, or go by it again. NotFound for a
        roast that is not there, Conflict beyond MOST_LEFT_OUT."""
        if what == "roast" and not self.repository.known(name):
            raise NotFound(f"there is no roast {name!r}", where="roast")

        def change(kept: Any) -> Any:
            found = _read_left_out(kept or {})
            part, entry = ("roasts", name) if what == "roast" else ("groups", [what, name])
            rest = [x for x in found[part] if x != entry]
            if out and len(rest) >= MOST_LEFT_OUT:
                raise Conflict(
                    f"{len(rest)} are left out", allowed=f"at most {MOST_LEFT_OUT}: take some in"
                )
            return {**found, part: [*rest, entry] if out else rest}

        self.repository.change_setting(LEFT_OUT, change)
        self.feed.ring()

    def lessons(self) -> tuple[Lesson, ...]:
        """Every lesson that plans go by."""
        out = self.left_out()["roasts"]
        found = (made.lesson for made in self._all().values())
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
        hands = NOBODY if teaching is None else teaching.hands
        return Overview(tuple(self.taught()), tuple(strays), groups, hands)

    def taught(self) -> list[Taught]:
        """Every finished roast, and what it counts among the lessons."""
        lessons, out = self._all(), self.left_out()
        teaching = self.teaching("")
        weights = {} if teaching is None else teaching.learned.weights
        found = []
        for row in self._rows:
            made = lessons.get(row.roast_id)
            one = None if made is None else made.lesson
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
                    made is None,
                    None if made is None else made.short,
                    "" if made is None else made.put_in_at,
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


def _hand(session: Session, back: LookedBack) -> float | None:
    """How much later it was taken out than the core was where the plan wanted it, min; None where
    it went by the clock, or nobody read."""
    planned, out = session.planned, session.pulled_min
    if planned is None or out is None or session.method is None or not back.measured:
        return None
    stages, pull = parse_method(session.method).stages, session.pull_stage
    if pull is None or not isinstance(stages[pull].length, UntilCore | UntilPeak):
        return None
    there = back.core_at(planned.pull_core_c)
    return None if there is None else out - there


def people_of(facts: Mapping[str, Any]) -> int | None:
    """How many sat at table, of a day's facts; None where nobody said."""
    people = facts.get("people")
    return int(people) if isinstance(people, int | float) else None


def _groups(out: Without) -> frozenset[Key]:
    return frozenset((level, name) for level, name in out["groups"])


def _read_left_out(value: Any) -> dict[str, list[Any]]:
    return {
        "roasts": [str(x) for x in value.get("roasts", [])],
        "groups": [[str(level), str(name)] for level, name in value.get("groups", [])],
    }
