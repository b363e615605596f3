"""Builds the demo world by living it, and carries its live probe.

The pretend joints come from ``sim``; plans come from the planner; the two know nothing of each
other, so the Book's gaps between planned and happened are honest.
"""

from __future__ import annotations

import threading
from collections.abc import Callable
from contextlib import suppress
from datetime import datetime, timedelta

from trencher.core.day.log import Did, Opened
from trencher.core.entries import (
    Carved,
    Chose,
    EndedStage,
    Judged,
    Laid,
    Marked,
    PutIn,
    Read,
    RoastEntry,
)
from trencher.core.errors import TrencherError
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Minutes
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.core.planner.forward import with_rest
from trencher.core.session import Session
from trencher.service.clock import FastClock
from trencher.service.feed import Feed
from trencher.service.planning import Wish, planned_summary, work_out
from trencher.service.roasts import RoastService
from trencher.sim.lived import STEP_MIN, CookAct, live, span_of
from trencher.sim.roast import PretendRoast
from trencher.sim.world import (
    CURED_YESTERDAY,
    DEMO_HOUR,
    DEMO_MINUTE,
    OVENS,
    PAST,
    PEOPLE,
    SERVE_HOUR,
    SUPPER,
    TINS,
    TONIGHT,
    TONIGHT_TRUTH,
    PastRoast,
)
from trencher.store.repository import UNDER_WAY, Repository

READ_EVERY_MIN, REST_EVERY_MIN = 15.0, 10.0
LIVE_ID, LIVE_MINUTES, LIVE_EVERY_MIN = "live", 36.0, 6.0
LIVE_PACE = 60.0
LONGEST_MIN = 16 * 60.0


def _live_through(
    pretend: PretendRoast, method: Method, pull_core_c: float, late_min: float
) -> dict[int, float]:
    """Cook as a cook would who takes out when the probe shows ``pull_core_c``, ``late_min`` late.

    Returns stage index → minute of its end.
    """
    ends: dict[int, float] = {}
    for i, stage in enumerate(method.stages):
        if i == method.pull_index:
            while pretend.shown_c < pull_core_c and pretend.minute < LONGEST_MIN:
                pretend.go(span_of(stage, STEP_MIN))
            if late_min:
                pretend.go(span_of(stage, late_min))
        elif isinstance(stage.length, Minutes):
            pretend.go(span_of(stage, stage.length.min))
        else:
            pretend.go(span_of(stage, 30.0))
        ends[i] = pretend.minute
    return ends


def build_world(repository: Repository, today: datetime) -> None:
    """Fill an empty database. ``today``: any moment of the demo's day, with its zone."""
    for oven in OVENS:
        repository.save_oven(
            OvenRecord.read(oven["id"], oven["name"], {**oven["facts"], "marks": oven["marks"]})
        )
    repository.set_setting("tins", list(TINS))
    repository.set_setting("people", list(PEOPLE))
    repository.set_setting("profile", "uk")
    for past in PAST:
        _past_roast(repository, past, today)
    serve = today.replace(hour=SERVE_HOUR, minute=0, second=0, microsecond=0)
    morning = today.replace(hour=9, minute=12, second=0, microsecond=0)
    for joint in TONIGHT:
        facts = {k: v for k, v in joint.items() if k != "id"} | {"serve_at": serve.isoformat()}
        repository.create(joint["id"], Laid.of(facts), morning.isoformat())
    date = serve.date().isoformat()
    opened = Opened(facts={**SUPPER, "serve_at": serve.isoformat()})
    day = repository.append_to_day(date, [opened], 0, morning.isoformat())
    evening = (serve - timedelta(days=1)).replace(hour=17, minute=20)
    for n, step in enumerate(CURED_YESTERDAY):
        at = (evening + timedelta(minutes=6 * n)).isoformat()
        day = repository.append_to_day(date, [Did(step=step, at=at)], day.last_seq, at)


def _past_roast(repository: Repository, past: PastRoast, today: datetime) -> None:
    serve = (today - timedelta(days=past.days_ago)).replace(
        hour=past.hour, minute=0, second=0, microsecond=0
    )
    laid = Laid(
        name=past.name,
        joint=Joint.of(past.joint),
        oven_id=past.oven_id,
        wanted_c=float(past.wanted_c),
        rest_min=float(past.rest_min),
        serve_at=serve.isoformat(),
    )

    wish = Wish(
        joint=laid.joint,
        cooker=repository.oven(past.oven_id).cooker(),
        wanted_c=past.wanted_c,
        rest_min=past.rest_min,
    )
    found, _ = work_out(wish, past.method)
    method, _ = with_rest(parse_method(past.method))
    pretend = PretendRoast(past.truth)
    ends = _live_through(pretend, method, found.pull_core_c, past.late_min)
    put_in = serve - timedelta(minutes=found.end_min)
    pull = ends[method.pull_index]

    def at(minute: float) -> str:
        return (put_in + timedelta(minutes=minute)).isoformat()

    chose = Chose(school=past.school, method=past.method, pull_stage=method.pull_index)
    closed = PutIn(at=put_in.isoformat(), planned=planned_summary(found))
    log: list[tuple[float, RoastEntry]] = [(-90.0, chose), (0.0, closed)]
    times = [READ_EVERY_MIN * n for n in range(2, 200) if READ_EVERY_MIN * n < pull - 4] + [pull]
    times += [pull + REST_EVERY_MIN * n for n in range(1, 9)]
    for minute in times:
        if minute <= pretend.minute:
            value = pretend.reading_c(minute)
            log.append((minute, Read(minute=minute, low_c=value, high_c=value)))
    last = len(method.stages) - 1
    log += [(minute, EndedStage(stage=i, minute=minute)) for i, minute in ends.items() if i < last]
    log += [
        (minute, Marked(what=what, text=text, minute=minute)) for what, minute, text in past.marks
    ]
    log.append((pretend.minute, Carved(minute=pretend.minute)))
    log.append((pretend.minute + 120, Judged(verdict=past.verdict, change=past.change)))
    session = repository.create(past.id, laid, at(-24 * 60.0))
    for minute, entry in sorted(log, key=lambda line: line[0]):
        session = repository.append(past.id, [entry], session.last_seq, at(minute))


def demo_start(today: datetime) -> datetime:
    """Half past one on the demo's day."""
    return today.replace(hour=DEMO_HOUR, minute=DEMO_MINUTE, second=0, microsecond=0)


class LiveDemo:
    """A roast in progress with a pretend probe that reports on the demo's clock."""

    def __init__(self, service: RoastService, clock: FastClock, feed: Feed) -> None:
        self.service, self.clock, self.feed = service, clock, feed
        self._pretend: PretendRoast | None = None
        self._told: tuple[object, ...] = ()
        self._lock = threading.Lock()
        self._stop = threading.Event()

    def start(self) -> str:
        """Put tonight's sirloin in, as it would stand after 36 minutes, and run the clock fast.

        Starting again leaves the earlier one as it is and begins another.
        """
        roast_id = LIVE_ID
        taken = {heading.id for heading in self.service.repository.headings()}
        while roast_id in taken:
            roast_id += "-again"
        base = next(joint for joint in TONIGHT if joint["id"] == "sirloin")
        now = self.clock.now()
        facts = {k: v for k, v in base.items() if k != "id"} | {
            "name": "Sirloin, in the oven now",
            "serve_at": (now + timedelta(minutes=145)).isoformat(timespec="minutes"),
        }
        self.service.lay(Plan.of(facts), roast_id)
        self.service.choose(
            roast_id, "220C 20min; 160C until peak 57C; rest tented 40min", "hot-then-low"
        )
        self.service.put_in(roast_id, 5.0)
        self.clock.jump(20.0)
        self.service.end_stage(roast_id, 0, None)
        self.clock.jump(LIVE_MINUTES - 20.0)
        self.clock.set_pace(LIVE_PACE)
        self.report(roast_id)
        self.feed.ring(clock=True)
        return roast_id

    def report(self, roast_id: str) -> None:
        """Hand over what the pretend probe has seen and nobody has logged yet."""
        session = self.service.session(roast_id)
        if session.status not in ("roasting", "resting"):
            return
        now = self.service.minute(session)
        with self._lock:
            pretend = self._lived(session, now)
        seen = {r.minute for r in session.readings}
        minute = LIVE_EVERY_MIN
        while minute <= now:
            if minute not in seen and minute >= 3 * LIVE_EVERY_MIN:
                value = pretend.reading_c(minute)
                self.service.read(roast_id, value, value, "core", minute)
            minute += LIVE_EVERY_MIN

    def _lived(self, session: Session, now: float) -> PretendRoast:
        assert session.method is not None
        method, _ = with_rest(parse_method(session.method))
        marks = tuple(CookAct(m.what, m.minute, m.seconds) for m in session.marks)
        told = (tuple(sorted(session.ends.items())), marks)
        if self._pretend is None or self._told != told or self._pretend.minute > now:
            self._pretend, self._told = PretendRoast(TONIGHT_TRUTH), told
        live(self._pretend, method, session.ends, marks, now)
        return self._pretend

    def run(self, every_s: float = 1.0) -> Callable[[], None]:
        """Report in a thread until the returned function is called."""

        def loop() -> None:
            while not self._stop.wait(every_s):
                for heading in self.service.repository.headings(*UNDER_WAY):
                    if heading.id.startswith(LIVE_ID):
                        # It may be hotter than any probe reads: the next look may be another.
                        with suppress(TrencherError):
                            self.report(heading.id)

        thread = threading.Thread(target=loop, name="pretend probe", daemon=True)
        thread.start()

        def stop() -> None:
            self._stop.set()
            thread.join(timeout=5)

        return stop
