"""A finished roast as it is told: where its time and degrees went, who ate it, what it cost."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from trencher.core.belief.story import Happened, Story, told
from trencher.core.catalogue.sides import SIDES
from trencher.core.errors import NotFound, TrencherError
from trencher.core.session import Session
from trencher.service.hours import hour
from trencher.service.roasts import RoastService

JUST_BEFORE_MIN = 0.2


@dataclass(frozen=True)
class LastSaid:
    """What was expected of the take-out at a minute, from what was read by then."""

    minute: float
    pull_min: float
    low_min: float
    high_min: float


@dataclass(frozen=True)
class Money:
    """What a plate cost, in the cook's own money: ``bought`` a kilogram of what was bought,
    ``cooked`` and ``eaten`` of what was weighed so; None where it was not."""

    price: float
    bought: float
    cooked: float | None
    eaten: float | None
    plate: float | None


@dataclass(frozen=True)
class Page:
    """A finished roast. ``late_in_min``: how much later than planned it went in; ``story`` None
    where it cannot be told (``why``); ``sides``, ``guests``: names, as the day had them."""

    session: Session
    oven: str
    put_in_at: datetime | None
    late_in_min: float | None
    story: Story | None
    why: str
    last_said: LastSaid | None
    sides: tuple[str, ...]
    people: int | None
    guests: tuple[str, ...]
    money: Money | None


class BookService:
    """What the Book tells of one roast, over the roasts."""

    def __init__(self, roasts: RoastService) -> None:
        self.roasts, self.repository = roasts, roasts.repository

    def page(self, roast_id: str) -> Page:
        """One finished roast. NotFound for another."""
        session = self.roasts.session(roast_id)
        if session.status != "done" or session.put_in_at is None:
            raise NotFound(
                f"{roast_id!r} is not in the Book", where="roast", allowed="finished roasts"
            )
        story, why, last = None, "", None
        try:
            story = self._story(roast_id, session)
            last = self._last_said(roast_id, session)
        except TrencherError as error:
            why = error.sentence
        if story is None and not why:
            why = "Nobody noted when it came out."
        sides, people = self._table(session)
        return Page(
            session=session,
            oven=self._oven(session),
            put_in_at=hour(session.put_in_at),
            late_in_min=_late_in(session),
            story=story,
            why=why,
            last_said=last,
            sides=sides,
            people=people,
            guests=tuple(sorted(set(session.claims.values()))),
            money=_money(session, people),
        )

    def _oven(self, session: Session) -> str:
        kept = self.roasts.kept().ovens.get(session.plan.oven_id)
        return session.plan.oven_id if kept is None else kept.name

    def _story(self, roast_id: str, session: Session) -> Story | None:
        lived, planned = self.roasts.lived(roast_id), session.planned
        if lived is None or planned is None or session.pulled_min is None:
            return None
        assert session.method is not None
        assert session.pull_stage is not None
        line = lived.line
        # What stands after the past in ``origins`` is of what was still to come.
        origins = line.origins[: len(line.past.stages)]
        out = max(i for i, of in enumerate(origins) if of <= session.pull_stage)
        return told(
            Happened(
                plan=self.roasts.wish(session).roast(session.method),
                past=line.past,
                plain=line.plain,
                pull_index=out,
                plain_pull_index=min(session.pull_stage, len(line.plain.stages) - 1),
                planned_min=planned.pull_min,
                planned_core_c=planned.pull_core_c,
                planned_c=planned.peak_c,
                pulled_min=session.pulled_min,
                read_peak_c=session.read_peak_c,
                readings=lived.readings,
            ),
            lived.doubt,
        )

    def _last_said(self, roast_id: str, session: Session) -> LastSaid | None:
        assert session.pulled_min is not None
        before = [r.minute for r in session.readings if r.minute < session.pulled_min]
        minute = max(before, default=0.0)
        if minute <= 0.0:
            return None
        seen = self.roasts.said_at(roast_id, min(minute, session.pulled_min - JUST_BEFORE_MIN))
        if seen is None:
            return None
        return LastSaid(minute, seen.pull_min, seen.pull_band.low, seen.pull_band.high)

    def _table(self, session: Session) -> tuple[tuple[str, ...], int | None]:
        day = self.repository.sound_day(session.plan.serve_at[:10]).facts
        own: dict[str, Any] = self.repository.setting_as("own_sides", dict, {})
        found = []
        for side in day.get("sides") or ():
            name = side.get("id", "") if isinstance(side, Mapping) else str(side)
            known = SIDES.get(name)
            found.append(known.name if known else str(own.get(name, {}).get("name", name)))
        people = day.get("people")
        return tuple(found), int(people) if isinstance(people, int | float) else None


def _late_in(session: Session) -> float | None:
    """How much later than planned it went in, min: the plan ends when people sit down."""
    planned = session.planned
    if planned is None or session.put_in_at is None:
        return None
    carve = hour(session.plan.serve_at) - timedelta(minutes=session.plan.ahead_min)
    due = carve - timedelta(minutes=planned.end_min)
    return (hour(session.put_in_at) - due).total_seconds() / 60.0


def _money(session: Session, people: int | None) -> Money | None:
    price = session.plan.buy.price
    if price is None:
        return None
    weights = session.weights
    bought = weights.get("raw", session.plan.joint.total_kg)

    def per(kg: float | None) -> float | None:
        return None if not kg else price / kg

    return Money(
        price=price,
        bought=price / bought,
        cooked=per(weights.get("cooked")),
        eaten=per(weights.get("eaten")),
        plate=None if not people else price / people,
    )
