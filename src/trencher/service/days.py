"""Days: the joints and sides of one date at one table, planned as one running order.

A day is its date. Its joints are the roasts that are served on it; everything else stands in its
own log. The hour of serving is one for all of them.
"""

from __future__ import annotations

import datetime as dt
import threading
from collections import OrderedDict
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Any

from trencher.core.catalogue.sides import SIDES, Side
from trencher.core.catalogue.slips import SlipRow, slip_named
from trencher.core.day.begun import begun_steps
from trencher.core.day.buying import yield_of
from trencher.core.day.clashes import Clash, clashes
from trencher.core.day.dishes import Begun, JointDish, Limits, Table
from trencher.core.day.doors import doors_on
from trencher.core.day.joint_steps import done_at_the_fire
from trencher.core.day.log import (
    Again,
    ChangedDay,
    Day,
    Did,
    Opened,
    Replanned,
    Skipped,
    Slipped,
    Started,
)
from trencher.core.day.mends import Mend, mend, mend_step, slips_for
from trencher.core.day.order import Order, running_order
from trencher.core.day.people import table_cautions
from trencher.core.day.repairs import Repair, repairs
from trencher.core.day.steps import DayStep
from trencher.core.day.where import Where, where_am_i
from trencher.core.entries import Changed
from trencher.core.errors import Conflict, Damaged, InputError, NotFound, OutOfRange, TrencherError
from trencher.core.events import Entry, Withdrew
from trencher.core.planner.cautions import Caution
from trencher.core.session import Session
from trencher.service.buying import AtTable
from trencher.service.clock import Clock
from trencher.service.day_table import Asked, TableMaker, side_dish
from trencher.service.entering import entered
from trencher.service.feed import Feed
from trencher.service.hours import checked_hour, hour
from trencher.service.joint_changes import asked_of, before_it, on_top, settled, stands
from trencher.service.people import guests_of
from trencher.service.roasts import RoastService
from trencher.service.way_changes import first_way
from trencher.store.once import Delivery
from trencher.store.repository import NOT_OVER, Repository

KEPT_ORDERS = 32
DOORS_MATTER_MIN = 1.0
LATELY = timedelta(days=31)
ONE_TABLE = timedelta(minutes=60)
"""Joints served further apart on one date come to two tables; the day is the later one's."""
DEFAULT_PEOPLE, DEFAULT_RINGS = 8, 4
MOST_PEOPLE, MOST_SIDES = 200, 24


@dataclass(frozen=True, kw_only=True)
class PlannedDay:
    """A day worked out at one moment. ``at_fire``: steps that the logs of its roasts tell are over;
    ``stale``: something has changed since."""

    date: str
    day: Day
    serve_at: datetime
    order: Order
    clashes: tuple[Clash, ...]
    where: Where
    now_min: float
    sides: Mapping[str, Side]
    cautions: tuple[Caution, ...]
    at_fire: frozenset[str] = frozenset()
    stale: bool = False

    def hour(self, minute: float) -> datetime:
        """The hour of a minute before the table."""
        return self.serve_at + timedelta(minutes=minute)


class DayService:
    """Every command and question about days."""

    def __init__(
        self, repository: Repository, clock: Clock, feed: Feed, roasts: RoastService
    ) -> None:
        self.repository, self.clock, self.feed, self.roasts = repository, clock, feed, roasts
        self.tables = TableMaker(repository, clock, roasts)
        self._orders: OrderedDict[str, tuple[Order, tuple[Clash, ...]]] = OrderedDict()
        self._last: OrderedDict[str, tuple[str, PlannedDay]] = OrderedDict()
        self._lock = threading.Lock()

    # --- questions -----------------------------------------------------------------------------
    def dates(self) -> list[str]:
        """Dates with a joint that is not finished, and days of the last month and to come that were
        opened; the next first."""
        open_dates = {_date_of(h.serve_at) for h in self.repository.headings(*NOT_OVER)}
        since = (self.clock.now() - LATELY).date().isoformat()
        return sorted(open_dates | set(self.repository.days(since)))

    def people(self, date: str) -> int | None:
        """How many sit down on a date; None where its record cannot be read."""
        try:
            return int(self.day(date).facts["people"])
        except Damaged:
            return None

    def likely(self) -> str | None:
        """The date to show when none is named: today or the next one with a joint."""
        today = self.clock.now().date().isoformat()
        ahead = [d for d in self.dates() if d >= today]
        return ahead[0] if ahead else None

    def day(self, date: str) -> Day:
        """The day as kept, or as it would be opened. NotFound for a date with nothing on it."""
        _checked_date(date)
        day = self.repository.day(date)
        if day.log:
            return day
        sessions = self._sessions(date, None)
        if not sessions:
            raise NotFound(
                f"nothing is planned for {date}", where="day", allowed="lay a joint for that day"
            )
        return replace(day, facts=self._first_facts(sessions))

    def _first_facts(self, sessions: Mapping[str, Session]) -> dict[str, Any]:
        people = guests_of(self.repository)
        serve = max(s.plan.serve_at for s in sessions.values())
        return {
            "serve_at": serve,
            "people": max(len(people), 1) if people else DEFAULT_PEOPLE,
            "sides": [],
            "joints": {},
            "hands": 1,
            "helpers": [],
            "rings": DEFAULT_RINGS,
            "limits": {},
        }

    def _sessions(self, date: str, serve: datetime | None) -> dict[str, Session]:
        """The joints of a date that come to its table: served at about its hour."""
        here = [h for h in self.repository.headings(*NOT_OVER) if _date_of(h.serve_at) == date]
        if serve is None and here:
            serve = max(hour(h.serve_at) for h in here)
        near = [h for h in here if serve is not None and abs(hour(h.serve_at) - serve) <= ONE_TABLE]
        return {
            h.id: session for h, session in self.repository.sound(sorted(near, key=lambda h: h.id))
        }

    def planned(
        self, date: str, part: Mapping[str, Any] | None = None, *, latest: bool = False
    ) -> PlannedDay:
        """The day worked out as it is kept, or with a change that is only tried. ``latest``: where
        that would take a while, as it was worked out last, and told to be stale."""
        day = self.day(date)
        facts = {**day.facts, **(part or {})}
        serve = hour(facts["serve_at"])
        sessions = self._sessions(date, serve)
        tried = None if part is None else part.get("joints")
        facts["joints"], sessions = settled(day.facts["joints"], tried, sessions)
        asked = self._asked(day, facts, serve)
        table = self.tables.table(asked, sessions)
        key = self._key(date, table, asked, sessions)
        now = (self.clock.now() - serve).total_seconds() / 60.0
        over = {*day.done, *day.skipped}
        with self._lock:
            last = self._last.get(date)
        if latest and last is not None and last[0] != key and key not in self._orders:
            before = last[1]
            here = (self.clock.now() - before.serve_at).total_seconds() / 60.0
            where = where_am_i(before.order, over | before.at_fire, here)
            return replace(before, now_min=here, where=where, stale=True)
        order, found = self._ordered(key, table, asked, sessions)
        at_fire = frozenset[str]().union(
            *(
                done_at_the_fire(
                    j,
                    max(sessions[j.id].ends, default=-1),
                    carved=sessions[j.id].carved_min is not None,
                )
                for j in order.table.joints
            )
        )
        planned = PlannedDay(
            date=date,
            day=replace(day, facts=facts),
            serve_at=serve,
            order=order,
            clashes=found,
            where=where_am_i(order, over | at_fire, now),
            at_fire=at_fire,
            now_min=now,
            sides={**SIDES, **self.tables.sides()},
            cautions=self._cautions(order),
        )
        if part is None:
            with self._lock:
                self._last[date] = (key, planned)
                while len(self._last) > KEPT_ORDERS:
                    self._last.popitem(last=False)
        return planned

    def _asked(self, day: Day, facts: Mapping[str, Any], serve: datetime) -> Asked:
        def minute(at: str) -> float:
            return (hour(at) - serve).total_seconds() / 60.0

        again = day.again
        return Asked(
            facts=facts,
            serve=serve,
            mends=self._mends(day, serve),
            done={step: minute(at) for step, at in day.done.items() if "/before-" in step},
            from_min=None if again is None else minute(again.at),
            begun={}
            if again is None
            else {
                step: Begun(at_min=minute(where.at), **_without(vars(where), "at"))
                for step, where in again.begun.items()
            },
        )

    def _key(self, date: str, table: Table, asked: Asked, sessions: Mapping[str, Session]) -> str:
        """All that an order hangs on. A joint that is in moves with its readings and with time: by
        less than a minute it is the same order."""
        return repr(
            (
                self.repository.restores,
                date,
                sorted(asked.facts.items(), key=lambda kv: kv[0]),
                asked.serve,
                asked.from_min,
                sorted(asked.begun.items()),
                [(k, s.last_seq) for k, s in sessions.items()],
                self.repository.ovens(),
                self.repository.setting("own_sides"),
                self.repository.setting("people"),
                table.before_now_min,
                sorted(asked.done.items()),
                asked.mends,
                self.repository.setting("tins"),
                self.roasts.profile(),
                [
                    (j.id, round(j.forecast.pull_min), round(j.forecast.end_min), j.oven)
                    for j in table.joints
                ],
            )
        )

    def _ordered(
        self, key: str, table: Table, asked: Asked, sessions: Mapping[str, Session]
    ) -> tuple[Order, tuple[Clash, ...]]:
        with self._lock:
            kept = self._orders.get(key)
        if kept is None:
            order = self._with_doors(running_order(table), asked, sessions)
            kept = (order, clashes(order))
            with self._lock:
                self._orders[key] = kept
                while len(self._orders) > KEPT_ORDERS:
                    self._orders.popitem(last=False)
        return kept

    def _with_doors(self, order: Order, asked: Asked, sessions: Mapping[str, Session]) -> Order:
        """The order once more with the joints as the sides' doors leave them, where that moves one
        of them; a joint that is in already is followed, not planned."""
        doors = doors_on(order)
        if not doors:
            return order
        again = self.tables.table(asked, sessions, doors)
        was = {j.id: j.forecast.pull_min for j in order.table.joints}
        moved = max(abs(j.forecast.pull_min - was[j.id]) for j in again.joints)
        return running_order(again) if moved >= DOORS_MATTER_MIN else order

    def _cautions(self, order: Order) -> tuple[Caution, ...]:
        found = list(table_cautions(order.table, self.tables.guests(), self.roasts.profile()))
        table = order.table
        left = [j.name for j in table.joints if any(table.is_away(a, b) for a, b in j.in_oven)]
        if left:
            found.append(
                Caution(
                    "unattended",
                    f"{' and '.join(left)} roasts while nobody is at home: an oven is not left on "
                    "in an empty house.",
                )
            )
        alone = [
            j.name
            for j in table.joints
            if j.name not in left and any(table.is_quiet(a, b) for a, b in j.in_oven)
        ]
        if alone:
            found.append(
                Caution(
                    "overnight",
                    f"{' and '.join(alone)} roasts in the quiet hours: an oven is left on "
                    "overnight only with a working smoke alarm and someone at home.",
                )
            )
        return tuple(found)

    def _mends(self, day: Day, serve: datetime) -> tuple[DayStep, ...]:
        """The tasks that came of slips."""
        names = self.repository.names(slip.dish for slip in day.slips)
        names |= {k: s.name for k, s in {**SIDES, **self.tables.sides()}.items()}
        found = []
        for slip in day.slips:
            if slip.mend:
                minute = (hour(slip.at) - serve).total_seconds() / 60.0
                row = slip_named(slip.code)
                found.append(
                    mend_step(row, slip.dish, names.get(slip.dish, ""), minute + 1.0, slip.seq)
                )
        return tuple(found)

    def slips(self, date: str, step_id: str | None) -> list[tuple[Mend, str]]:
        """What may have been forgotten about a step (or at all), each with what to do now, and
        the dish it is about."""
        planned = self.planned(date)
        table = planned.order.table
        step = next((s for s in planned.order.steps if s.id == step_id), None)
        dish = step.dish if step else next((j.id for j in table.joints), "")
        return [
            (
                mend(row, table, _about(row, dish, table), planned.now_min, step),
                _about(row, dish, table),
            )
            for row in slips_for(step, table)
        ]

    def slipped(self, date: str, code: str, dish: str, step_id: str | None = None) -> Day:
        """A slip is owned up to; its mend, where there still is one, becomes a task. ``step_id``:
        the line it is said of."""
        planned = self.planned(date)
        row = slip_named(code)
        known = {j.id for j in planned.order.table.joints}
        known |= {d.id for d in planned.order.table.sides}
        if dish and dish not in known:
            raise NotFound(f"{dish!r} is no dish of this day", where="dish")
        step = next((x for x in planned.order.steps if x.id == step_id), None)
        found = mend(row, planned.order.table, dish, planned.now_min, step)
        at = self.clock.now().isoformat(timespec="minutes")
        mend_code = row.mend if found.possible else ""
        return self._add(date, Slipped(code=code, dish=dish, at=at, mend=mend_code))

    def _replan(self, planned: PlannedDay) -> Callable[[JointDish, Mapping[str, object]], Any]:
        sessions = self._sessions(planned.date, planned.serve_at)
        facts = planned.day.facts

        def replan(joint: JointDish, change: Mapping[str, object]) -> JointDish | None:
            kept = facts["joints"].get(joint.id) or {}
            start, asked = on_top(kept, change, sessions[joint.id])
            try:
                forecast, _ = self.tables.forecast(start, asked)
            except TrencherError:
                return None
            return replace(joint, forecast=forecast, oven=str(change.get("oven") or joint.oven))

        return replan

    def beside(self, roast_id: str) -> list[AtTable]:
        """The other joints that come to a roast's table, each with what it gives to plates."""
        plan = self.repository.session(roast_id).plan
        serve = hour(plan.serve_at)
        found = []
        for other, session in self._sessions(_date_of(plan.serve_at), serve).items():
            if other == roast_id:
                continue
            try:
                forecast, _ = self.tables.forecast(session, {})
            except TrencherError:
                continue
            joint = forecast.roast.joint
            cooked = yield_of(joint, forecast.loss.fraction).cooked_kg
            found.append(AtTable(session.plan.name, joint.facts.kind, cooked))
        return found

    def repairs(self, date: str, number: int) -> tuple[Repair, ...]:
        """Ways out of one clash of the day as it is kept. OutOfRange."""
        planned = self.planned(date)
        if not 0 <= number < len(planned.clashes):
            raise OutOfRange("clash", number, 0, max(len(planned.clashes) - 1, 0))
        return repairs(planned.order, planned.clashes[number], self._replan(planned))

    def tell(self) -> None:
        """Every screen is told that any day to come may look otherwise now."""
        today = self.clock.now().date().isoformat()
        for date in self.dates():
            if date >= today:
                self.feed.ring(day=date)

    # --- commands ------------------------------------------------------------------------------
    def _add(self, date: str, made: Entry, by: Delivery | None = None) -> Day:
        """One entry; a day that was never opened is opened with it."""
        at = self.clock.now().isoformat(timespec="milliseconds")

        def entries(day: Day) -> list[Entry]:
            return [made] if day.log else [Opened(facts=self.day(date).facts), made]

        day = entered(
            lambda: self.repository.day(date),
            entries,
            lambda found, seq: self.repository.append_to_day(date, found, seq, at, by),
        )
        self.feed.ring(day=date, seq=day.last_seq)
        return day

    def change(self, date: str, part: Mapping[str, Any]) -> Day:
        """Change the day: checked, kept, and the hour handed on to its joints."""
        self._checked(date, part)
        before = self.day(date)
        joints = self._sessions(date, hour(before.facts["serve_at"]))
        if "joints" in part:
            part = {**part, "joints": self._written(part["joints"], before.facts["joints"], joints)}
        day = self._add(date, ChangedDay(facts=part, again=self._under_way(date)))
        self._hand_on(day, joints)
        self._rewrite(before, day, joints)
        return day

    def _written(
        self, asked: Mapping[str, Any], kept: Mapping[str, Any], joints: Mapping[str, Session]
    ) -> dict[str, Any]:
        """The entries with the method each writes for its joint; raises before any is kept."""
        found: dict[str, Any] = {}
        for roast_id, entry in asked.items():
            session, old = joints.get(roast_id), kept.get(roast_id) or {}
            change = asked_of(entry)
            if session is None or session.status != "planning" or not change:
                found[roast_id] = change
            elif change == asked_of(old) and stands(old, session):
                found[roast_id] = old
            else:
                start = before_it(old, session)
                was = {"oven_id": start.plan.oven_id, "method": start.method}
                found[roast_id] = {**change, "was": was, "made": self.tables.way_for(start, change)}
        return found

    def _rewrite(self, before: Day, after: Day, joints: Mapping[str, Session]) -> None:
        """The roasts get what the day now asks of them, or back what they were before it asked."""
        for roast_id, session in joints.items():
            old = before.facts["joints"].get(roast_id) or {}
            new = after.facts["joints"].get(roast_id) or {}
            if session.status != "planning" or new == old:
                continue
            if new.get("made"):
                oven, method = new.get("oven") or new["was"]["oven_id"], new["made"]
            elif stands(old, session):
                oven, method = old["was"]["oven_id"], old["was"]["method"]
            else:
                continue
            if oven != session.plan.oven_id:
                self.roasts.change(roast_id, Changed(oven_id=oven))
            # A way that nobody had chosen cannot be un-chosen: the assumed one is written down.
            now = self.repository.session(roast_id)
            method = method or first_way(self.roasts.wish(now))
            self.roasts.choose(roast_id, method, session.school)

    def _under_way(self, date: str) -> Again | None:
        """Where a day is under way, a change plans its rest anew: what is on stays on."""
        day = self.repository.day(date)
        if not (day.done or day.skipped):
            return None
        anew = self._anew(date)
        return anew if anew.begun else None

    def moved_on_block(self, roast_id: str, before: Session) -> None:
        """A joint of an opened day was given another hour on the Block: the table moves with it."""
        date = _date_of(before.plan.serve_at)
        day = self.repository.sound_day(date)
        serve = self.repository.session(roast_id).plan.serve_at
        old = hour(before.plan.serve_at)
        if day.log and _date_of(serve) == date:
            table = hour(day.facts["serve_at"])
            if abs(old - table) <= ONE_TABLE and table != hour(serve):
                joints = self._sessions(date, table)
                joints[roast_id] = self.repository.session(roast_id)
                change = ChangedDay(facts={"serve_at": serve}, again=self._under_way(date))
                self._hand_on(self._add(date, change), joints)

    def _checked(self, date: str, part: Mapping[str, Any]) -> None:
        facts = {**self.day(date).facts, **part}
        if not 1 <= int(facts["people"]) <= MOST_PEOPLE:
            raise OutOfRange("people", facts["people"], 1, MOST_PEOPLE)
        if len(facts["sides"]) > MOST_SIDES:
            raise OutOfRange("sides", len(facts["sides"]), 0, MOST_SIDES)
        ids = [entry["id"] for entry in facts["sides"]]
        if len(ids) != len(set(ids)):
            raise InputError("a side stands there twice", where="sides", allowed="each side once")
        own = self.tables.sides()
        for entry in facts["sides"]:
            side_dish(entry, int(facts["people"]), own)
        for change in (*facts["joints"].values(), *facts["sides"]):
            if change.get("oven"):
                self.repository.oven(change["oven"])
        serve = checked_hour(facts["serve_at"], "serve_at")
        if _date_of(facts["serve_at"]) != date:
            raise InputError(
                f"{serve:%d %B} is another day", where="serve_at", allowed="an hour of this day"
            )
        Limits(**facts.get("limits") or {})

    def _hand_on(self, day: Day, sessions: Mapping[str, Session]) -> None:
        """The joints learn the hour of serving and how long before it they are carved."""
        serve = hour(day.facts["serve_at"])
        table = self.tables.table(Asked(facts=day.facts, serve=serve), sessions)
        for joint in table.joints:
            session = sessions[joint.id]
            ahead = float(round(-joint.due_min))
            plan = session.plan
            same = plan.serve_at == day.facts["serve_at"] and plan.ahead_min == ahead
            if session.status == "planning" and not same:
                change = Changed(serve_at=day.facts["serve_at"], ahead_min=ahead)
                self.roasts.change(joint.id, change)

    def settle(self, date: str) -> None:
        """Hand the day's hour and the minutes of carving on to its joints, as it is kept."""
        day = self.day(date)
        self._hand_on(day, self._sessions(date, hour(day.facts["serve_at"])))

    def did(
        self,
        date: str,
        step: str,
        at: datetime | None,
        *,
        skipped: bool = False,
        by: Delivery | None = None,
    ) -> Day:
        """A step is done (or will not be). ``at``: when it was, now if None."""
        known = {s.id for s in self.planned(date).order.steps}
        if step not in known:
            raise NotFound(f"there is no step {step!r} on this day", where="step")
        now = self.clock.now()
        when = now if at is None else at
        if when > now + timedelta(minutes=1):
            raise InputError(
                f"{when:%H:%M} is yet to come", where="at", allowed=f"up to {now:%H:%M}"
            )
        kind = Skipped if skipped else Did
        return self._add(date, kind(step=step, at=when.isoformat(timespec="minutes")), by)

    def again(self, date: str) -> Day:
        """Plan what is left anew from this minute: what was begun stays where it stands."""
        anew = self._anew(date)
        return self._add(date, Replanned(at=anew.at, begun=anew.begun))

    def _anew(self, date: str) -> Again:
        planned = self.planned(date)

        def minutes(ticks: Mapping[str, str]) -> dict[str, float]:
            return {
                step: (hour(at) - planned.serve_at).total_seconds() / 60.0
                for step, at in ticks.items()
            }

        begun = begun_steps(planned.order, minutes(planned.day.done), minutes(planned.day.skipped))
        return Again(
            self.clock.now().isoformat(timespec="minutes"),
            {
                step: Started(at=planned.hour(b.at_min).isoformat(), **_without(vars(b), "at_min"))
                for step, b in begun.items()
            },
        )

    def undo(self, date: str, seq: int | None = None) -> Day:
        """Take back one event of the day, the latest if none is named. Conflict."""
        day = self.repository.day(date)
        latest = day.undoable
        if seq is None and latest is None:
            raise Conflict("nothing to take back")
        chosen = latest.seq if seq is None and latest is not None else int(seq or 0)
        joints = self._sessions(date, hour(day.facts["serve_at"]))
        back = self._add(date, Withdrew(target=chosen))
        self._hand_on(back, joints)
        self._rewrite(day, back, joints)
        return back


def _without(facts: Mapping[str, Any], key: str) -> dict[str, Any]:
    return {k: v for k, v in facts.items() if k != key}


def _about(row: SlipRow, dish: str, table: Table) -> str:
    """The dish a slip is about: the step's own where it is of that kind, else the first."""
    joints = [j.id for j in table.joints]
    sides = [d.id for d in table.sides]
    if row.kind == "table":
        return ""
    own = joints if row.kind == "joint" else sides
    return dish if dish in own else next(iter(own), "")


def _date_of(serve_at: str) -> str:
    return hour(serve_at).astimezone().date().isoformat()


def _checked_date(date: str) -> None:
    try:
        dt.date.fromisoformat(date)
    except ValueError:
        raise InputError(
            f"{date!r} is no date", where="day", allowed="such as 2026-10-03"
        ) from None
