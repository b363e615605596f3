"""Roasts: where core, store and clock meet."""

from __future__ import annotations

import math
import secrets
import threading
from collections import defaultdict
from collections.abc import Callable, Iterable, Mapping, Sequence, Set
from contextlib import suppress
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from functools import cached_property
from typing import Any, Literal

from trencher.core.belief.agenda import given_up_min
from trencher.core.belief.follow import Outlook, outlook
from trencher.core.belief.hands import NOBODY, Hands
from trencher.core.belief.happened import LONGEST_DOOR_S, Happening, happened
from trencher.core.belief.places import CorePlace as NamedPlace
from trencher.core.belief.places import places
from trencher.core.belief.reading import Reading
from trencher.core.belief.reading import ReadingPlace as ReadPlace
from trencher.core.belief.standing import Standing, standing
from trencher.core.belief.timeline import SEEN, Timeline, ends_with, timeline
from trencher.core.catalogue.safety import Profile
from trencher.core.catalogue.senses import sense
from trencher.core.catalogue.troubles import Trouble, trouble
from trencher.core.entries import (
    Answered,
    Carved,
    Changed,
    Chose,
    Closed,
    Closing,
    EndedStage,
    Judged,
    Laid,
    Marked,
    Noted,
    Pictured,
    PutIn,
    Read,
    Rewrote,
    RoastCorrected,
    RoastEntry,
    RoastWithdrew,
    Weighed,
    WeighedWhat,
)
from trencher.core.errors import Conflict, InputError, OutOfRange, TrencherError, UnknownName
from trencher.core.events import anew
from trencher.core.joint import size_of
from trencher.core.marks import EVENTS, MARKS, VERBS, MarkWhat
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Minutes, Off, Oven, Stage
from trencher.core.outcome.outcomes import loss_of, slices_of
from trencher.core.oven import OvenRecord
from trencher.core.plan import Buy, Plan
from trencher.core.planner.cautions import Verdict, plate_verdict
from trencher.core.planner.doubt import Doubt
from trencher.core.planner.forward import Walk, walk, with_rest
from trencher.core.planner.levers import Lever, Result, compared, delayed, levers, moved
from trencher.core.planner.savings import savings
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.planner.ways import ONE_HEAT, one_heat
from trencher.core.session import Session, apply, check_step, counted
from trencher.devices.readings_csv import CsvReading, read_csv, write_csv
from trencher.formats.picture import cleaned
from trencher.service.clock import Clock
from trencher.service.devices import readings_of
from trencher.service.entering import entered
from trencher.service.feed import Feed
from trencher.service.figures import CHANGES, CHOSEN, profile_of
from trencher.service.hours import checked_hour, hour, on_the_dot
from trencher.service.learning import LEFT_OUT, LearningService, Lived
from trencher.service.planning import ANY_METHOD, Wish, cached_walk, planned_summary, work_out
from trencher.store.once import Delivery
from trencher.store.repository import FeedLine, Heading, Repository, Snapshot

BELIEF_EVERY_MIN = 1.0 / 3.0
READING_LOW_C, READING_HIGH_C = -25.0, 130.0
WIDEST_RANGE_C = 15.0
"""A display flickers no further; what is wider was mistyped."""
RAW_BELOW_C = 6.0
SAME_WEIGHT = 0.02
"""As near as this it may be the same piece, weighed again."""
SAME_DAY = timedelta(hours=24)
MOST_PICTURES = 24
"""Of one roast."""
SHORTEST_DELAY_MIN, LONGEST_DELAY_MIN = 5.0, 180.0
LATEST_EARLY_MIN = 0.5
"""A minute may lie this far ahead of the clock: clocks of two screens differ."""


@dataclass(frozen=True)
class Following:
    """A running roast worked out at one moment. ``live_flags``: (device, channel) → why what it
    shows is not believed; ``done``: what was done to this joint; ``readings``: typed, sensed and
    sent, as ``outlook.flags`` has them; ``sent``: what instruments showed, each with its flag.
    ``oven``: the one it is in now.
    ``left_alone``: it should have been over for hours, and nobody said what became of it;
    ``hands``: how late they are with a take-out here."""

    session: Session
    roast: Roast
    planned: Walk
    outlook: Outlook
    line: Timeline
    now: datetime
    put_in: datetime
    oven: OvenRecord
    verdict: Verdict
    live_flags: Mapping[tuple[str, str], str]
    done: tuple[Happening, ...]
    readings: tuple[Reading, ...]
    sent: tuple[tuple[Reading, str], ...]
    left_alone: bool = False
    hands: Hands = NOBODY

    @cached_property
    def standing(self) -> Standing:
        """How it stands beside its plan."""
        now = self.outlook.now_min
        marks = [m.what for m in self.session.marks if m.minute <= now]
        looks = sum(1 for r in self.session.readings if r.minute <= now)
        return standing(self.roast, self.line, self.planned, self.outlook, marks, looks)

    @cached_property
    def places(self) -> list[NamedPlace]:
        """The places the cook named, where what was read is believed, the lowest first."""
        record = self.outlook.walk.end.record[: self.outlook.walk.end.rows]
        believed = [
            r for r, flag in zip(self.readings, self.outlook.flags, strict=True) if not flag
        ]
        return places(believed, record, size_of(self.roast.joint).thickness_mm / 2.0)

    def at(self, minute: float) -> datetime:
        """The hour of a minute of the roast."""
        return self.put_in + timedelta(minutes=minute)


@dataclass(frozen=True)
class Levers:
    """What can be changed now. ``base``: what going on as it is comes to; ``saves``: what is left
    to save of a joint that goes too far, besides."""

    following: Following
    base: Result
    found: tuple[Lever, ...]
    saves: tuple[str, ...] = ()


def _saves(offered: Levers) -> tuple[str, ...]:
    """What else is left to save. The juice is compared with this very joint, as the readings make
    it out, ended by its plan."""
    following = offered.following
    roast, nominal = following.roast, following.outlook.nominal
    loss: float | None = None
    if following.line.plan.peak_index is not None:
        planned = replace(roast, method=following.line.plan)
        try:
            loss = loss_of(walk(kitchen(planned, deviation=nominal)).end).fraction
        except TrencherError:
            loss = None
    return savings(
        roast.joint.facts,
        slices_of(following.outlook.walk.end),
        following.session.plan.wanted_c,
        roast.joint.total_kg,
        offered.base.loss,
        loss,
    )


def _check_reading(low_c: float, high_c: float) -> None:
    for value in (low_c, high_c):
        if not READING_LOW_C <= value <= READING_HIGH_C:
            raise OutOfRange("reading", value, READING_LOW_C, READING_HIGH_C, "°C")
    if high_c - low_c > WIDEST_RANGE_C:
        raise InputError(
            f"{low_c:g} to {high_c:g} is too wide for one reading",
            where="reading",
            allowed=f"a range flickers within {WIDEST_RANGE_C:g} °C: 57..59",
        )
    if high_c < low_c:
        raise InputError(
            f"{high_c:g} is below {low_c:g}", where="reading", allowed="a range rises: 57..59"
        )


def _not_yet_in(session: Session, lines: Sequence[CsvReading]) -> list[CsvReading]:
    """The lines of a file without what stands in the log already, number and event apart."""
    read = {(r.minute, r.low_c, r.high_c, r.place, r.spot) for r in session.readings}
    marked = {(m.what, m.minute) for m in session.marks}
    ended = set(session.ends.values())
    found: list[CsvReading] = []
    for r in lines:
        if (r.minute, r.low_c, r.high_c, r.place, r.spot) in read:
            r = replace(r, low_c=None, high_c=None)
        what = EVENTS.get(r.event)
        ends = what is None or MARKS[what].ends
        if r.event and ((what, r.minute) in marked or (ends and r.minute in ended)):
            r = replace(r, event="")
        if r.event or r.low_c is not None:
            found.append(r)
    return found


def _in_turn(
    session: Session, makes: Iterable[Callable[[Session], RoastEntry]]
) -> tuple[Session, list[RoastEntry]]:
    """Entries, each made from the roast as the ones before it leave it; and the roast after them.
    Conflict where one does not fit."""
    entries: list[RoastEntry] = []
    for make in makes:
        entry = make(session)
        check_step(session, entry)
        session = apply(session, replace(entry, seq=session.last_seq + 1))
        entries.append(entry)
    return session, entries


def _own_oven(stage: Stage) -> Stage:
    return replace(stage, cooker=None) if isinstance(stage, (Oven, Off)) else stage


def _happening(mark: Marked, kept: Snapshot) -> Happening:
    cooker = None if mark.oven_id is None else kept.oven(mark.oven_id).cooker()
    # A tip is moved through an open door; where it sits now is the readings' business.
    what: MarkWhat = "door" if mark.what == "moved_probe" else mark.what
    return Happening(mark.minute, what, mark.seconds, mark.text, cooker)


def _last_entry(session: Session) -> float:
    """Minute of the last thing anybody entered."""
    minutes = [*session.ends.values(), *(m.minute for m in session.marks)]
    return max([*minutes, *(r.minute for r in session.readings)], default=0.0)


def _doubt(wish: Wish, session: Session, oven: OvenRecord) -> Doubt:
    """What is uncertain; also of another oven, where it was moved to one."""
    if session.oven_id == session.plan.oven_id:
        return wish.doubt
    return replace(wish.doubt, other_oven_c=oven.air_sd_c or wish.doubt.oven_c)


def _done(session: Session, kept: Snapshot) -> list[Happening]:
    return [_happening(m, kept) for m in session.marks if MARKS[m.what].happens]


def _readings(session: Session, now: float) -> list[Reading]:
    """What was read up to now, in the session's order, then what senses said of the middle."""
    moves = [m.minute for m in session.marks if m.what == "moved_probe"]
    found = [
        Reading(
            r.minute,
            r.low_c,
            r.high_c,
            r.place,
            r.instrument,
            sum(1 for m in moves if m <= r.minute),
            r.sure,
            r.spot,
        )
        for r in session.readings
        if r.minute <= now
    ]
    for mark in session.marks:
        sign = None if mark.sense is None else sense(mark.sense)
        if sign is None or sign.low_c is None or sign.high_c is None or mark.minute > now:
            continue
        tip = found[-1].tip if found else 0
        found.append(Reading(mark.minute, sign.low_c, sign.high_c, "core", "sense", tip))
    return found


def _sent(session: Session, repository: Repository, now: float) -> list[Reading]:
    """What instruments in this joint showed up to now, with the moves of their tips."""
    moves = [m.minute for m in session.marks if m.what == "moved_probe"]
    return [
        replace(r, tip=sum(1 for m in moves if m <= r.minute))
        for r in readings_of(session, repository, now)
    ]


def _live_flags(
    session: Session, sent: Sequence[Reading], flags: Sequence[str]
) -> dict[tuple[str, str], str]:
    """The flag of each attached channel's newest value: places tell the channels apart."""
    newest: dict[str, tuple[float, str]] = {}
    for r, flag in zip(sent, flags, strict=True):
        if r.minute >= newest.get(r.place, (-1.0, ""))[0]:
            newest[r.place] = (r.minute, flag)
    return {
        (a.device, a.channel): newest[a.place][1]
        for a in session.attached
        if a.to_min is None and a.place in newest
    }


class RoastService:
    """Every command and question about roasts."""

    def __init__(self, repository: Repository, clock: Clock, feed: Feed) -> None:
        self.repository = repository
        self.clock = clock
        self.feed = feed
        self._beliefs: dict[str, tuple[tuple[Any, ...], Following]] = {}
        self._lock = threading.Lock()
        self._working: defaultdict[str, threading.Lock] = defaultdict(threading.Lock)
        self.learning = LearningService(repository, clock, feed, self.lived)

    # --- questions -----------------------------------------------------------------------------
    def session(self, roast_id: str) -> Session:
        """One roast. NotFound."""
        return self.repository.session(roast_id)

    def recent(self, past: int) -> list[Heading]:
        """Every roast that is not over, and so many of those that are."""
        return self.repository.recent(past)

    def over(self, search: str, skip: int, count: int) -> tuple[list[tuple[str, Session]], int]:
        """Roasts that are over and have all words of ``search``, the latest serving first: those
        from the ``skip``-th on that can be read, and how many there are."""
        headings, found = self.repository.over(search, skip, count)
        return [(h.id, session) for h, session in self.repository.sound(headings)], found

    def lines_after(self, last: int) -> list[FeedLine]:
        """What was entered in any roast after the line ``last`` of the feed, oldest first."""
        return self.repository.feed_after(last)

    def last_line(self) -> int:
        """The number of the feed's last line, 0 for none."""
        return self.repository.feed_last()

    def oven(self, session: Session) -> OvenRecord:
        """The oven a roast is in: the plan's, or the one it was moved to."""
        return self.repository.oven(session.oven_id)

    def wish(self, session: Session, kept: Snapshot | None = None, *, taught: bool = True) -> Wish:
        """What the roast is planned for; a core measured at the door replaces the assumed start.
        ``kept``: ovens and figures of one moment; ``taught``: by what roasts taught that went in
        before it."""
        kept = kept or self.kept()
        plan, joint = session.plan, session.plan.joint
        if session.start_c is not None:
            joint = replace(joint, start_c=session.start_c)
        oven = kept.oven(plan.oven_id)
        return Wish(
            joint=joint,
            cooker=oven.cooker(joint),
            oven_sd_c=oven.air_sd_c,
            wanted_c=plan.wanted_c,
            rest_min=plan.rest_min,
            thermometer=plan.thermometer,
            profile=profile_of(kept),
            start_measured=session.start_measured,
            teaching=self.learning.teaching(plan.oven_id, session.put_in_at, kept)
            if taught
            else None,
        )

    def kept(self) -> Snapshot:
        """Ovens, figures, and what plans go without, as they are now."""
        return self.repository.snapshot(CHOSEN, CHANGES, LEFT_OUT)

    def profile(self) -> Profile:
        """The safety profile in use, with the figures of one's own."""
        return profile_of(self.repository)

    def minute(self, session: Session) -> float:
        """Minutes since the joint went in. Conflict before that."""
        if session.put_in_at is None:
            raise Conflict("the joint is not in the oven", allowed="put it in first")
        spent = self.clock.now() - hour(session.put_in_at)
        return spent.total_seconds() / 60.0

    def follow(self, roast_id: str, session: Session | None = None) -> Following:
        """The roast at this moment. Belief is renewed on every event and every 20 s of roast, once
        for however many screens ask. ``session``: as it was just read or written."""
        with self._lock:
            working = self._working[roast_id]
        with working:
            return self._follow(roast_id, session or self.session(roast_id))

    def _follow(self, roast_id: str, session: Session) -> Following:
        now = self.minute(session)
        if session.carved_min is not None:
            now = session.carved_min
        now = max(now, 0.05)
        kept = self.kept()
        wish = self.wish(session, kept)
        assert session.method is not None
        assert session.put_in_at is not None
        roast = wish.roast(session.method)
        planned = cached_walk(roast)
        over = given_up_min(planned, _last_entry(session))
        left_alone = session.carved_min is None and now > over
        # What is long over is not followed any further: nothing would be true of it.
        now = min(now, over)
        beside = self._beside(roast_id, session)
        key = (
            self.repository.restores,
            session.last_seq,
            math.floor(now / BELIEF_EVERY_MIN),
            session.carved_min or 0.0,
            wish.profile,
            list(kept.ovens.values()),
            [(h.id, h.last_seq) for h in beside],
            wish.teaching,
        )
        with self._lock:
            before = self._beliefs.get(roast_id)
        if before is not None and before[0] == key:
            return before[1]
        line = happened(
            timeline(planned, dict(session.ends), now), self._happenings(session, beside, kept), now
        )
        readings = _readings(session, now)
        sent = _sent(session, self.repository, now)
        oven = kept.oven(session.oven_id)
        doubt = _doubt(wish, session, oven)
        seen = outlook(roast, line, [*readings, *sent], now, doubt, wish.profile.room_min)
        doubted = {
            (r.minute, r.low_c)
            for r, flag in zip([*readings, *sent], seen.flags, strict=True)
            if flag
        }
        found = Following(
            session=session,
            roast=roast,
            planned=planned,
            outlook=seen,
            line=line,
            now=self.clock.now(),
            put_in=hour(session.put_in_at),
            oven=oven,
            verdict=self._verdict(session, wish.profile, sent, doubted),
            live_flags=_live_flags(session, sent, seen.flags[len(readings) :]),
            done=tuple(_done(session, kept)),
            readings=(*readings, *sent),
            left_alone=left_alone,
            hands=NOBODY if wish.teaching is None else wish.teaching.hands,
            sent=tuple(zip(sent, seen.flags[len(readings) :], strict=True)),
        )
        with self._lock:
            self._beliefs[roast_id] = (key, found)
        return found

    def lived(self, roast_id: str) -> Lived | None:
        """A roast that is over as it went, by nothing but what was entered and shown; None for one
        that was never in an oven, or that nobody said the end of."""
        session = self.session(roast_id)
        if session.method is None or session.put_in_at is None or session.pulled_min is None:
            return None
        now = session.carved_min or _last_entry(session)
        kept = self.kept()
        wish = self.wish(session, kept, taught=False)
        roast = wish.roast(session.method)
        oven = kept.oven(session.oven_id)
        happenings = self._happenings(session, self._beside(roast_id, session), kept)
        line = timeline(cached_walk(roast), dict(session.ends), now)
        line = happened(line, happenings, now)
        return Lived(
            replace(roast, method=line.past),
            (*_readings(session, now), *_sent(session, self.repository, now)),
            _doubt(wish, session, oven),
            kept.oven(session.plan.oven_id),
            line,
        )

    def said_at(self, roast_id: str, minute: float) -> Outlook | None:
        """What was expected of a finished roast at an earlier minute, from what was read by then.
        TrencherError where it cannot be followed."""
        session = self.session(roast_id)
        if session.method is None or session.put_in_at is None:
            return None
        kept = self.kept()
        wish = self.wish(session, kept)
        roast = wish.roast(session.method)
        happenings = self._happenings(session, self._beside(roast_id, session), kept)
        ends = {stage: end for stage, end in session.ends.items() if end <= minute}
        line = happened(timeline(cached_walk(roast), ends, minute), happenings, minute)
        readings = [*_readings(session, minute), *_sent(session, self.repository, minute)]
        doubt = _doubt(wish, session, kept.oven(session.oven_id))
        return outlook(roast, line, readings, minute, doubt)

    def _beside(self, roast_id: str, session: Session) -> list[Heading]:
        """Roasts of that day that may have been in the same oven, in the order of their ids."""
        assert session.put_in_at is not None
        mine = hour(session.put_in_at)
        days = [(mine + by).date().isoformat() for by in (-2 * SAME_DAY, 2 * SAME_DAY)]
        return sorted(
            (
                h
                for h in self.repository.begun_about(*days)
                if h.id != roast_id and abs(hour(h.serve_at) - mine) <= SAME_DAY
            ),
            key=lambda h: h.id,
        )

    def _happenings(
        self, session: Session, beside: Sequence[Heading], kept: Snapshot
    ) -> list[Happening]:
        """What was done to it; doors opened for its neighbours in the same oven are its doors."""
        found = _done(session, kept)
        assert session.put_in_at is not None
        mine = hour(session.put_in_at)
        # One that is carved meanwhile has opened its doors all the same.
        for _, other in self.repository.sound(beside):
            if other.oven_id != session.oven_id or other.put_in_at is None:
                continue
            later = (hour(other.put_in_at) - mine).total_seconds() / 60.0
            found += [
                Happening(m.minute + later, "door", m.seconds)
                for m in other.marks
                if m.what in VERBS and m.minute + later > 0
            ]
            opened = [0.0, *([] if other.pulled_min is None else [other.pulled_min])]
            found += [Happening(m + later, "door") for m in opened if m + later > 0]
        return found

    def _verdict(
        self,
        session: Session,
        profile: Profile,
        sent: Sequence[Reading],
        doubted: Set[tuple[float, float]],
    ) -> Verdict:
        """The figure of the profile in use against what was measured in this roast's core, typed or
        ``sent`` by instruments. Never a prediction, a sense, or a reading that is not believed
        (``doubted``: minute and °C)."""
        cut = session.plan.joint.judged
        measured = [(r.minute, r.low_c) for r in session.readings if r.place == "core"]
        measured += [(r.minute, r.low_c) for r in sent if r.place == "core"]
        believed = sorted(m for m in measured if m not in doubted)
        return plate_verdict(cut, profile, believed)

    # --- commands ------------------------------------------------------------------------------
    def _stamp(self) -> str:
        return self.clock.now().isoformat(timespec="milliseconds")

    def add(
        self, roast_id: str, make: Callable[[Session], RoastEntry], by: Delivery | None = None
    ) -> Session:
        """One entry, made from the roast as it stands, if it fits; every screen is told. What was
        delivered ``by`` before is not entered again."""
        return self.add_all(roast_id, lambda session: [make(session)], by)

    def add_all(
        self,
        roast_id: str,
        make: Callable[[Session], Sequence[RoastEntry]],
        by: Delivery | None = None,
    ) -> Session:
        """Several entries, all of them or none."""
        try:
            session = entered(
                lambda: self.session(roast_id),
                make,
                lambda made, seq: self.repository.append(roast_id, made, seq, self._stamp(), by),
            )
        except TrencherError:
            # What was kept the first time often fits no longer: a stage ends once.
            if self.repository.delivered(by):
                return self.session(roast_id)
            raise
        self.feed.ring()
        return session

    def lay(self, plan: Plan, roast_id: str | None = None) -> tuple[str, Session]:
        """A new joint on the block. InputError says what is wrong."""
        self.check_plan(plan)
        roast_id = roast_id or secrets.token_hex(4)
        session = self.repository.create(roast_id, Laid(**vars(plan)), self._stamp())
        self.feed.ring()
        return roast_id, session

    def already_in(
        self, told: Plan, dial_c: float, at: datetime, core_c: float | None
    ) -> tuple[str, Session]:
        """A joint that went in ``at`` an hour that was, in one heat that the dial shows, °C;
        ``core_c`` is what it reads now. It is served when it is ready, whatever ``told`` says.
        InputError, NotFound, GoalUnreachable."""
        self.check_plan(told)
        here = self.wish(Session(laid=told)).roast(ANY_METHOD)
        method = one_heat(here, told.rest_min, told.thermometer, dial_c)
        makes: list[Callable[[Session], RoastEntry]] = [
            lambda s: self._choosing(s, str(method), ONE_HEAT),
            lambda s: self._putting_in(s, None, at),
        ]
        if core_c is not None:
            _check_reading(core_c, core_c)
            makes.append(lambda s: self._reading(s, core_c, core_c, "core", None))
        session, entries = _in_turn(apply(Session(), Laid(**vars(told), seq=1)), makes)
        roast_id = secrets.token_hex(4)
        expected = self.follow(roast_id, session).outlook
        self._beliefs.pop(roast_id, None)  # it was followed without its hour
        now = self.clock.now()
        ready = at.astimezone(now.tzinfo) + timedelta(minutes=expected.pull_min + told.rest_min)
        laid = Laid(**vars(replace(told, serve_at=on_the_dot(max(ready, now)))))
        session = self.repository.create(roast_id, laid, self._stamp(), entries)
        self.feed.ring()
        return roast_id, session

    def again(
        self,
        roast_id: str,
        serve_at: str,
        weight_kg: float | None = None,
        name: str | None = None,
        oven_id: str | None = None,
    ) -> tuple[str, Session]:
        """The same once more for another hour, perhaps in another oven: cut, wanted peak, rest,
        care and way of any roast. Another weight is another piece: what was measured of the old one
        is not taken over, and no price or shop either. NotFound, InputError."""
        old = self.session(roast_id)
        joint = old.plan.joint
        if weight_kg is not None:
            if abs(weight_kg / joint.weight_kg - 1.0) > SAME_WEIGHT:
                joint = replace(joint, thickness_mm=None, width_mm=None, length_mm=None)
            joint = replace(joint, weight_kg=weight_kg)
        plan = replace(
            old.plan,
            joint=joint,
            serve_at=serve_at,
            name=name or old.plan.name,
            oven_id=oven_id or old.plan.oven_id,
            buy=Buy(),
        )
        new_id, session = self.lay(plan)
        if old.method is not None:
            # A way that this piece cannot go is chosen anew on the Ways.
            with suppress(TrencherError):
                session = self.choose(new_id, old.method, old.school)
        return new_id, session

    def check_plan(self, plan: Plan) -> None:
        """InputError, NotFound for what cannot be wanted of a joint here."""
        Wish(
            joint=plan.joint,
            cooker=self.repository.oven(plan.oven_id).cooker(),
            wanted_c=plan.wanted_c,
            rest_min=plan.rest_min,
        )
        checked_hour(plan.serve_at, "serve_at")
        if not plan.name.strip():
            raise InputError("the roast has no name", where="name", allowed="1 to 80 letters")

    def change(self, roast_id: str, change: Changed) -> Session:
        """Change the plan of a joint that is still on the block."""

        def checked(session: Session) -> Changed:
            self.check_plan(change.on(session.plan))
            return change

        return self.add(roast_id, checked)

    def choose(self, roast_id: str, method: str, school: str | None) -> Session:
        """Choose a way, by its text. NotationError, GoalUnreachable."""

        return self.add(roast_id, lambda session: self._choosing(session, method, school))

    def _choosing(self, session: Session, method: str, school: str | None) -> Chose:
        parsed = parse_method(method)
        work_out(self.wish(session), str(parsed))
        return Chose(method=str(parsed), pull_stage=parsed.pull_index, school=school)

    def put_in(
        self,
        roast_id: str,
        core_c: float | None,
        at: datetime | None = None,
        by: Delivery | None = None,
    ) -> Session:
        """The door closes, ``at`` an hour that was, or now. ``core_c`` is what the core read at the
        door; None if nobody measured."""
        return self.add(roast_id, lambda session: self._putting_in(session, core_c, at), by)

    def _putting_in(self, session: Session, core_c: float | None, at: datetime | None) -> PutIn:
        now = self.clock.now()
        # In the kitchen's own zone: days are counted from it.
        zoned = now if at is None else at.astimezone(now.tzinfo)
        closed = PutIn(at=zoned.isoformat(timespec="milliseconds"), core_c=core_c)
        self._check_put_in(closed.at, core_c)
        if session.method is None:
            return closed
        started = replace(session, start_c=core_c, start_measured=core_c is not None)
        found, _ = work_out(self.wish(started), session.method)
        return replace(closed, planned=planned_summary(found))

    def minute_given(self, session: Session, minute: float | None) -> float:
        """A minute somebody gave, or now. OutOfRange for one that has not come."""
        now = self.minute(session)
        if now < -LATEST_EARLY_MIN:
            raise Conflict(
                f"the clock is {-now:.0f} minutes before the hour it went in",
                where="clock",
                allowed="set the machine's clock right, or correct when it went in",
            )
        now = max(now, 0.0)
        if minute is None:
            # Down, never up: what is entered now has been, also for who asks in the same moment.
            return math.floor(now * 1000.0) / 1000.0
        if not 0.0 <= minute <= now + LATEST_EARLY_MIN:
            raise OutOfRange(
                "minute", round(minute, 2), 0, math.floor(now), "minutes since it went in"
            )
        return minute

    def read(
        self,
        roast_id: str,
        low_c: float,
        high_c: float,
        place: ReadPlace,
        minute: float | None,
        instrument: Literal["probe", "spot"] = "probe",
        spot: str = "",
        by: Delivery | None = None,
        who: str = "",
    ) -> Session:
        """A reading, or a range that flickers; ``spot``: what the cook calls the place; ``who``
        read it."""
        _check_reading(low_c, high_c)

        def reading(session: Session) -> Read:
            found = self._reading(session, low_c, high_c, place, minute, instrument, spot)
            return replace(found, who=who.strip())

        return self.add(roast_id, reading, by)

    def _reading(
        self,
        session: Session,
        low_c: float,
        high_c: float,
        place: ReadPlace,
        minute: float | None,
        instrument: Literal["probe", "spot"] = "probe",
        spot: str = "",
    ) -> Read:
        return Read(
            minute=self.minute_given(session, minute),
            low_c=low_c,
            high_c=high_c,
            place=place,
            instrument=instrument,
            spot=spot.strip() if place == "core" else "",
        )

    def read_csv(self, roast_id: str, text: str) -> Session:
        """Readings from a CSV; all of them or none. What is in the log already is not entered
        twice: a file may be given again."""
        readings = read_csv(text)

        def entries(session: Session) -> list[RoastEntry]:
            if session.status not in Read.FITS:
                raise Read.misfit(session.status)
            for r in readings:
                self.minute_given(session, r.minute)
                if r.low_c is not None and r.high_c is not None:
                    _check_reading(r.low_c, r.high_c)
            fresh = _not_yet_in(session, readings)
            self._check_ends(session, fresh)
            return _in_turn(session, (m for r in fresh for m in self._entries(r)))[1]

        return self.add_all(roast_id, entries)

    def _entries(self, r: CsvReading) -> list[Callable[[Session], RoastEntry]]:
        """The entries of one line of a file, each made from the session before it."""
        found: list[Callable[[Session], RoastEntry]] = []
        if r.low_c is not None and r.high_c is not None:
            low, high = r.low_c, r.high_c
            found.append(lambda s: self._reading(s, low, high, r.place, r.minute, spot=r.spot))
        if r.event in EVENTS:
            mark = EVENTS[r.event]
            found.append(lambda s: self._marking(s, mark, "", r.minute, seconds=r.seconds))
        elif r.event:
            out = r.event == "taken_out"
            found.append(lambda s: self._ending(s, s.pull_stage if out else None, r.minute))
        return found

    def _check_ends(self, session: Session, readings: Sequence[CsvReading]) -> None:
        """Conflict if an event of the file ends a stage that cannot end: then none is kept."""
        assert session.method is not None
        planned = cached_walk(self.wish(session).roast(session.method))
        ends = dict(session.ends)
        for r in readings:
            if r.event not in ("turned_down", "taken_out"):
                continue
            out = r.event == "taken_out"
            stage = session.pull_stage if out else timeline(planned, ends, r.minute).current
            if stage is None or stage in ends or stage >= len(planned.method.stages) - 1:
                raise Conflict(
                    f"minute {r.minute:g}: there is no stage to end",
                    where="event",
                    allowed="turned_down once for each stage, taken_out once",
                )
            ends[stage] = r.minute

    def write_csv(self, roast_id: str) -> str:
        """The readings and events that count, as CSV that ``read_csv`` takes. Senses, notes and a
        move to another oven have no line in it."""
        session = self.session(roast_id)
        lines = [
            CsvReading(r.minute, r.low_c, r.high_c, r.place, spot=r.spot) for r in session.readings
        ]
        told = {what: event for event, what in EVENTS.items()}
        lines += [
            CsvReading(m.minute, None, None, "core", told[m.what], m.seconds)
            for m in session.marks
            if m.what in told
        ]
        seen = {m.seq for m in session.marks}
        ended = [e for e in counted(session) if isinstance(e, EndedStage) and e.seq not in seen]
        lines += [
            CsvReading(
                e.minute,
                None,
                None,
                "core",
                "taken_out" if e.stage == session.pull_stage else "turned_down",
            )
            for e in ended
            if session.ends.get(e.stage) == e.minute
        ]
        return write_csv(sorted(lines, key=lambda line: line.minute))

    def end_stage(
        self, roast_id: str, stage: int | None, minute: float | None, by: Delivery | None = None
    ) -> Session:
        """A stage has ended: turned down, switched off, taken out."""
        return self.add(roast_id, lambda session: self._ending(session, stage, minute), by)

    def _ending(
        self,
        session: Session,
        stage: int | None,
        minute: float | None,
        seen: MarkWhat | None = None,
    ) -> EndedStage:
        """``seen``: the mark of what it waited for; one entry says both, so that a delivery is kept
        whole or not at all."""
        at = self.minute_given(session, minute)
        if session.method is None:
            raise Conflict("no way has been chosen yet")
        method, _ = with_rest(parse_method(session.method))
        line = timeline(
            cached_walk(self.wish(session).roast(session.method)), dict(session.ends), at
        )
        index = line.current if stage is None else stage
        if not 0 <= index < len(method.stages) - 1:
            raise OutOfRange("stage", index, 0, len(method.stages) - 2)
        if index in session.ends:
            raise Conflict(f"stage {index + 1} has ended already", allowed="withdraw it first")
        return EndedStage(stage=index, minute=at, seen=seen)

    def levers(self, roast_id: str) -> Levers:
        """What going on comes to and every lever beside it, as the readings make the roast out."""
        following = self.follow(roast_id)
        line = following.line
        base, found = levers(
            following.roast, line.ahead, len(line.past.stages), nominal=following.outlook.nominal
        )
        return Levers(following, base, found)

    def trouble(self, roast_id: str, code: str) -> tuple[Trouble, Levers]:
        """What to do about a trouble, worked out for now: the levers that may help, in their order.
        Other ovens of the house come as ``move:id``. UnknownName, Conflict."""
        found = trouble(code)
        offered = self.levers(roast_id)
        session = offered.following.session
        if found.when == "oven" and session.status != "roasting":
            raise Conflict("the joint is out of the oven", allowed="troubles of the rest")
        options = [x for c in found.levers for x in offered.found if x.code == c]
        if code == "overshot":
            # Ending the climb of a joint that is not there yet would serve it raw.
            least = session.plan.wanted_c - RAW_BELOW_C
            options = [x for x in options if x.result is None or x.result.peak_c >= least]
        if found.move:
            options += self._moves(offered.following, offered.base)
        saves = _saves(offered) if code == "overshot" else ()
        return found, Levers(offered.following, offered.base, tuple(options), saves)

    def _moves(self, following: Following, base: Result) -> list[Lever]:
        options: list[Lever] = []
        line, session = following.line, following.session
        for oven in self.repository.ovens():
            if oven.id == session.oven_id:
                continue
            cooker = oven.cooker(following.roast.joint)
            result = moved(
                following.roast,
                line.ahead,
                len(line.past.stages),
                cooker,
                following.outlook.nominal,
            )
            words = f"Into {oven.name}, hot already"
            if isinstance(result, str):
                option = Lever(
                    code=f"move:{oven.id}", words=words, method=None, result=None, reason=result
                )
            else:
                gains, costs = compared(base, result)
                option = Lever(
                    code=f"move:{oven.id}",
                    words=words,
                    method=None,
                    result=result,
                    gains=gains,
                    costs=costs,
                )
            options.append(option)
        return options

    def delays(self, roast_id: str, by_min: float) -> Levers:
        """Ways to be so much later. OutOfRange."""
        if not SHORTEST_DELAY_MIN <= by_min <= LONGEST_DELAY_MIN:
            raise OutOfRange("by_min", by_min, SHORTEST_DELAY_MIN, LONGEST_DELAY_MIN, "minutes")
        offered = self.levers(roast_id)
        line = offered.following.line
        found = delayed(
            offered.following.roast,
            line.ahead,
            len(line.past.stages),
            by_min,
            offered.following.outlook.nominal,
        )
        return Levers(offered.following, offered.base, found)

    def pull_lever(self, roast_id: str, code: str, by_min: float | None = None) -> Session:
        """Take a lever: what is left of the way is written anew. Conflict where it does nothing.
        ``by_min``: of those that delay by so much."""
        if code.startswith("move:"):
            return self.mark(roast_id, "moved_oven", "", None, oven_id=code.removeprefix("move:"))
        offered = self.levers(roast_id) if by_min is None else self.delays(roast_id, by_min)
        lever = next((x for x in offered.found if x.code == code), None)
        if lever is None:
            raise UnknownName("lever", code, [x.code for x in offered.found])
        if lever.method is None or lever.result is None:
            raise Conflict(lever.reason or "that cannot be done now")
        line = offered.following.line
        ends: dict[int, float] = {}
        at = 0.0
        for n, stage in enumerate(line.plain.stages):
            assert isinstance(stage.length, Minutes)
            at += stage.length.min
            ends[n] = round(at, 3)
        # What befell it stays in its own events: the way is written without.
        later = lever.method.stages[len(line.past.stages) :]
        method = Method((*line.plain.stages, *(_own_oven(s) for s in later)))
        rewrote = Rewrote(
            code=code,
            words=lever.words,
            method=str(method),
            pull_stage=method.pull_index,
            ends=ends,
            minute=self.minute_given(offered.following.session, None),
        )
        return self.add(roast_id, lambda _session: rewrote)

    def mark(
        self,
        roast_id: str,
        what: MarkWhat,
        text: str,
        minute: float | None,
        *,
        seconds: float | None = None,
        oven_id: str | None = None,
        sense_code: str | None = None,
        by: Delivery | None = None,
    ) -> Session:
        """Something seen, done or found: MARKS. ``seconds`` the door stood open; ``oven_id`` for
        ``moved_oven``, ``sense_code`` for ``sense``."""
        if seconds is not None and not 0.0 <= seconds <= LONGEST_DOOR_S:
            raise OutOfRange("seconds", seconds, 0, LONGEST_DOOR_S, "s")
        if (what == "moved_oven") != (oven_id is not None):
            raise InputError("which oven?", where="oven_id", allowed="an oven with 'moved_oven'")
        if oven_id is not None:
            self.repository.oven(oven_id)
        return self.add(
            roast_id,
            lambda session: self._marking(
                session, what, text, minute, seconds=seconds, oven_id=oven_id, sense=sense_code
            ),
            by,
        )

    def _marking(
        self, session: Session, what: MarkWhat, text: str, minute: float | None, **more: Any
    ) -> EndedStage | Marked:
        """The entry of a mark: the end of a stage that waited for it, or the mark itself."""
        at = self.minute_given(session, minute)
        if session.method is not None and session.status in ("roasting", "resting"):
            walked = cached_walk(self.wish(session).roast(session.method))
            ends = ends_with(walked, session.ends, what, at)
            if ends is not None:
                return self._ending(session, ends, at, what if what in SEEN else None)
        return Marked(what=what, text=text, minute=at, **more)

    def correct(self, roast_id: str, seq: int, part: Mapping[str, Any]) -> Session:
        """Other data for an earlier event; the log keeps both. ``part``: of minute, low_c, high_c,
        place, seconds, text, core_c, at. When it went in (``at``, ISO): what was entered keeps its
        hour, so every clock that counts from then counts from the true moment."""

        def corrected(session: Session) -> RoastCorrected:
            entry = next((e for e in counted(session) if e.seq == seq), None)
            if not isinstance(entry, RoastEntry):
                raise Conflict(f"there is no event {seq} to correct")
            strange = sorted(set(part) - set(entry.CORRECTABLE))
            if strange:
                raise InputError(
                    f"{strange[0]!r} is no part of this entry",
                    where="correct",
                    allowed=f"allowed: {', '.join(entry.CORRECTABLE) or 'nothing'}",
                )
            data = {**entry.plain(), **part}
            if "minute" in part:
                data["minute"] = self.minute_given(session, part["minute"])
            new = anew(entry, data)
            shift: float | None = None
            if isinstance(new, Read):
                _check_reading(new.low_c, new.high_c)
            if isinstance(entry, PutIn) and isinstance(new, PutIn):
                self._check_put_in(new.at, new.core_c)
                shift = (hour(entry.at) - hour(new.at)).total_seconds() / 60.0 or None
            return RoastCorrected(target=seq, data=new.plain(), shift_min=shift)

        return self.add(roast_id, corrected)

    def _check_put_in(self, closed_at: str, core_c: float | None) -> None:
        if core_c is not None and not -25.0 <= core_c <= 45.0:
            raise OutOfRange("core_c", core_c, -25, 45, "°C")
        at, now = hour(closed_at), self.clock.now()
        if at.tzinfo is None or not now - timedelta(hours=48) <= at <= now + timedelta(minutes=1):
            raise InputError(
                f"{closed_at} cannot be when it went in",
                where="at",
                allowed="an hour within the last two days, with its zone",
            )

    def answer(
        self, roast_id: str, code: str, minute: float | None = None, by: Delivery | None = None
    ) -> Session:
        """An alarm has been heard: it is silent on every screen."""
        return self.add(
            roast_id, lambda s: Answered(code=code, minute=self.minute_given(s, minute)), by
        )

    def carve(self, roast_id: str, minute: float | None, by: Delivery | None = None) -> Session:
        """Carving begins: the roast is finished."""
        return self.add(roast_id, lambda s: Carved(minute=self.minute_given(s, minute)), by)

    def close(self, roast_id: str, why: Closing, by: Delivery | None = None) -> Session:
        """A roast that was not carved is over: CLOSINGS."""
        return self.add(roast_id, lambda _session: Closed(why=why), by)

    def judge(self, roast_id: str, verdict: str, change: str) -> Session:
        """The cook's word, given before the comparison is shown."""
        return self.add(roast_id, lambda _session: Judged(verdict=verdict, change=change))

    def weigh(
        self, roast_id: str, what: WeighedWhat, kg: float, by: Delivery | None = None
    ) -> Session:
        """What it weighed: as bought, trimmed, cooked, carved, eaten; its bones."""
        return self.add(roast_id, lambda _session: Weighed(what=what, kg=kg), by)

    def note(self, roast_id: str, text: str, tags: Sequence[str]) -> Session:
        """What is to be remembered of it, and words to find it by; instead of what was."""
        told = tuple(dict.fromkeys(" ".join(tag.split()) for tag in tags if tag.strip()))
        return self.add(roast_id, lambda _session: Noted(text=text.strip(), tags=told))

    def picture(self, roast_id: str, raw: bytes, words: str, by: Delivery | None = None) -> Session:
        """A photograph of it is kept, cleaned. InputError for what is none, Conflict beyond
        ``MOST_PICTURES``."""
        self.session(roast_id)
        found = cleaned(raw)

        def pictured(session: Session) -> Pictured:
            if len(session.pictures) >= MOST_PICTURES:
                raise Conflict(
                    f"this roast has {MOST_PICTURES} photographs", allowed="take one back first"
                )
            return Pictured(picture=self.repository.pictures.keep(found), words=words.strip())

        return self.add(roast_id, pictured, by)

    def withdraw(self, roast_id: str, seq: int) -> Session:
        """Take an entry out of what counts; it stays in the log."""
        return self.add(roast_id, lambda _session: RoastWithdrew(target=seq))
