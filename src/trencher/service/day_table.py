"""The core's table of a day: joints with their forecasts, sides, guests, kitchen, quiet hours."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from datetime import datetime, timedelta
from typing import Any

from trencher.core.belief.standing import followed
from trencher.core.catalogue.sides import Side, SideStep, own_side, side_named
from trencher.core.day.dishes import (
    UNKNOWN_HEIGHT_MM,
    Begun,
    JointDish,
    Limits,
    OvenPlace,
    Room,
    SideDish,
    Table,
    carving_order,
    plating_min,
)
from trencher.core.day.people import Guest
from trencher.core.day.steps import DayStep
from trencher.core.method.notation import parse_method
from trencher.core.outcome.outcomes import servings
from trencher.core.planner.forecast import Forecast
from trencher.core.session import Session
from trencher.service.clock import Clock
from trencher.service.hours import hour
from trencher.service.joint_changes import asked_of
from trencher.service.people import guests_of
from trencher.service.planning import Wish
from trencher.service.roasts import RoastService
from trencher.service.way_changes import changed_forecast, changed_method, first_way
from trencher.store.repository import Repository

BEFORE_EVERY_MIN = 10.0


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What a running order is asked for: the day's facts, its hour, what of it has happened.

    Minutes before the table: ``done`` of what comes before the day; ``begun`` and ``from_min`` when
    the rest was planned anew.
    """

    facts: Mapping[str, Any]
    serve: datetime
    done: Mapping[str, float] = field(default_factory=dict)
    mends: tuple[DayStep, ...] = ()
    begun: Mapping[str, Begun] = field(default_factory=dict)
    from_min: float | None = None


class TableMaker:
    """Makes tables out of what is kept."""

    def __init__(self, repository: Repository, clock: Clock, roasts: RoastService) -> None:
        self.repository, self.clock, self.roasts = repository, clock, roasts

    def sides(self) -> dict[str, Side]:
        """Sides of one's own."""

        def read(kept: Any) -> dict[str, Side]:
            return {k: own_side({**facts, "id": k}) for k, facts in kept.items()}

        return self.repository.setting_as("own_sides", read, {})

    def table(
        self,
        asked: Asked,
        sessions: Mapping[str, Session],
        doors: Mapping[str, tuple[float, ...]] | None = None,
    ) -> Table:
        """The core's table of a day's facts and its joints."""
        facts, serve = asked.facts, asked.serve
        people = int(facts["people"])
        own = self.sides()
        sides = tuple(
            side_dish(entry, people, own) for entry in facts["sides"] if not entry.get("left_out")
        )
        # What a day made of a joint stands in the joint; what is only tried is asked of it here.
        changes = {
            k: {} if entry.get("made") else asked_of(entry)
            for k, entry in ((k, facts["joints"].get(k) or {}) for k in sessions)
        }
        # Kept in order, the forecasts of two joints are worked out once for every new order.
        worked = {
            roast_id: self.forecast(
                session, changes[roast_id], (doors or {}).get(roast_id, ()), roast_id
            )
            for roast_id, session in sessions.items()
        }
        guests = self.guests()
        plates = {
            k: _plates(f, people - sum(not g.eats(f.roast.joint.facts.kind) for g in guests))
            for k, (f, _) in worked.items()
        }
        knife = -plating_min(people, len(sides) + len(sessions))
        wanted = {k: s.plan.wanted_c for k, s in sessions.items()}
        carving = carving_order(plates, wanted, knife)
        joints = []
        for roast_id, session in sessions.items():
            change = changes[roast_id]
            forecast, assumed = worked[roast_id]
            due, minutes = carving[roast_id]
            started = None
            if session.put_in_at is not None:
                put_in = hour(session.put_in_at)
                started = (put_in - serve).total_seconds() / 60.0
            joints.append(
                JointDish(
                    id=roast_id,
                    name=session.plan.name,
                    oven=change.get("oven") or session.plan.oven_id,
                    forecast=forecast,
                    due_min=due,
                    carve_min=minutes,
                    plates=plates[roast_id],
                    started_min=started,
                    assumed=assumed,
                    thermometer=session.plan.thermometer,
                    care=session.plan.care,
                )
            )
        ovens = tuple(
            OvenPlace(
                id=o.id,
                name=o.name,
                cooker=o.cooker(),
                marks=o.marks,
                height_mm=max(o.cavity.shelves_mm, default=UNKNOWN_HEIGHT_MM),
            )
            for o in self.repository.ovens()
        )
        limits = Limits(**facts.get("limits") or {})
        room = Room(
            ovens=ovens,
            rings=int(facts["rings"]),
            hands=int(facts["hands"]),
            helpers=tuple(facts["helpers"]),
            limits=limits,
            tins=self._tins(facts),
        )
        pending = any(j.care.any for j in joints)
        now = (self.clock.now() - serve).total_seconds() / 60.0
        return Table(
            people=people,
            joints=tuple(joints),
            sides=sides,
            room=room,
            # In tens of minutes, so that an order is kept for a while.
            before_now_min=BEFORE_EVERY_MIN * (now // BEFORE_EVERY_MIN) if pending else None,
            gravy=facts.get("gravy") or {},
            mends=asked.mends,
            done=asked.done,
            begun=asked.begun,
            now_min=asked.from_min,
            quiet=quiet_hours(serve, facts.get("quiet")),
            away=quiet_hours(serve, facts.get("away"), nights=0),
            fridge_shelves=int(facts.get("shelves") or 2),
        )

    def _tins(self, facts: Mapping[str, Any]) -> int | None:
        """Tins and trays of this day: as said, else as many as the kitchen has, if counted."""
        if facts.get("tins") is not None:
            return int(facts["tins"])
        return self.repository.setting_as("tins", len, 0) or None

    def guests(self) -> tuple[Guest, ...]:
        """Everybody who is named."""
        return guests_of(self.repository)

    def forecast(
        self,
        session: Session,
        change: Mapping[str, Any],
        doors: tuple[float, ...] = (),
        roast_id: str | None = None,
    ) -> tuple[Forecast, bool]:
        """The joint's forecast with what is asked of it, and whether its way was assumed. A joint
        that is in already is followed, not planned: neither changes nor doors move it."""
        going = session.put_in_at is not None
        asked = {} if going else change
        wish, method = self._start(session, asked)
        found = changed_forecast(wish, method, asked, () if going else doors)
        if roast_id is not None and session.status in ("roasting", "resting"):
            at = self.roasts.follow(roast_id)
            if not at.left_alone and len(at.standing.spans) == len(found.stages):
                found = followed(found, at.standing, at.outlook)
        return found, session.method is None

    def way_for(self, session: Session, change: Mapping[str, Any]) -> str:
        """The method that a change of the day writes for a joint. Raises what the planner does."""
        wish, method = self._start(session, change)
        return str(parse_method(changed_method(wish, method, change)))

    def _start(self, session: Session, change: Mapping[str, Any]) -> tuple[Wish, str]:
        wish = self.roasts.wish(session)
        if change.get("oven"):
            wish = wish.elsewhere(self.repository.oven(change["oven"]))
        return wish, session.method or first_way(wish)


QUIET_NIGHTS = 5
"""So many nights before the table count: a thaw may begin then."""


def quiet_hours(
    serve: datetime, quiet: Sequence[str] | None, nights: int = QUIET_NIGHTS
) -> tuple[tuple[float, float], ...]:
    """Hours of the day and of so many nights before, from–to in minutes before the table."""
    if quiet is None:
        return ()
    start, end = (dt.time.fromisoformat(hour) for hour in quiet)
    found = []
    for night in range(nights, -1, -1):
        # By the clock on the wall: a night with a change of the clocks is longer or shorter.
        date = serve.astimezone().date() - timedelta(days=night)
        a = datetime.combine(date, start).astimezone()
        until = date if end > start else date + timedelta(days=1)
        b = datetime.combine(until, end).astimezone()
        found.append(((a - serve).total_seconds() / 60.0, (b - serve).total_seconds() / 60.0))
    return tuple(found)


def side_dish(entry: Mapping[str, Any], people: int, own: Mapping[str, Side]) -> SideDish:
    """A side as its entry on the day decides it. UnknownName."""
    side = side_named(entry["id"], own)
    steps = list(side.steps)
    if entry.get("wait_min") is not None:
        steps[-1] = replace(steps[-1], wait_min=float(entry["wait_min"]))
    for key in ("low_c", "high_c"):
        if entry.get(key) is not None:
            i = max((n for n, s in enumerate(steps) if s.where == "oven"), default=None)
            if i is not None:
                steps[i] = _with(steps[i], key, float(entry[key]))
    return SideDish(
        side=replace(side, steps=tuple(steps)),
        people=people,
        oven=entry.get("oven"),
        pinned_min=entry.get("pinned_min"),
    )


def _with(step: SideStep, key: str, value: float) -> SideStep:
    return replace(step, **{key: value})  # type: ignore[arg-type]


def _plates(forecast: Forecast, people: int) -> int:
    few, many = servings(forecast.cooked_kg)
    return max(1, min(people, round(0.5 * (few + many))))
