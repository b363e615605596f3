"""A finished roast as it is told: where its time and degrees went, who ate it, what it cost."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from trencher.core.belief.learning import look_back
from trencher.core.belief.story import FinishedRoast, Story, told
from trencher.core.catalogue.sides import SIDES
from trencher.core.entries import (
    Carved,
    Chose,
    EndedStage,
    Judged,
    Laid,
    Noted,
    PutIn,
    Read,
    RoastEntry,
)
from trencher.core.errors import InputError, NotFound, TrencherError
from trencher.core.method.notation import parse_method
from trencher.core.plan import Plan
from trencher.core.session import Session
from trencher.formats.sheet import Probing, SheetLine
from trencher.service.hours import hour
from trencher.service.learning import people_of
from trencher.service.planning import planned_summary, work_out
from trencher.service.roasts import RoastService

JUST_BEFORE_MIN = 0.2
ANOTHER_DAY_MIN = 12 * 60.0
FROM_MEMORY = "from memory"
"""What a roast that was entered later is found by."""


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
class Picture:
    """A photograph: the number of its entry, its name and words; ``here``: its file is there."""

    seq: int
    picture: str
    words: str
    here: bool


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
    pictures: tuple[Picture, ...]


@dataclass(frozen=True, kw_only=True)
class Memory:
    """A roast of before, with what little is known: the joint and its oven, the air, how long until
    it came out and how long it stood; what it read then, and at most; the cook's word."""

    plan: Plan
    heat_c: float
    out_min: float
    out_c: float | None = None
    peak_c: float | None = None
    verdict: str = ""
    change: str = ""


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
            if (story := self._story(roast_id, session)) is not None:
                last = self._last_said(roast_id, session)
        except TrencherError as error:
            why = error.sentence
        if story is None and not why:
            why = "Nobody noted when it came out."
        facts = self.repository.sound_day(session.plan.serve_at[:10]).facts
        people = people_of(facts)
        return Page(
            session=session,
            oven=self._oven(session),
            put_in_at=hour(session.put_in_at),
            late_in_min=_late_in(session),
            story=story,
            why=why,
            last_said=last,
            sides=self._sides(facts),
            people=people,
            guests=tuple(sorted(set(session.claims.values()))),
            money=_money(session, people),
            pictures=tuple(
                Picture(p.seq, p.picture, p.words, self.repository.pictures.has(p.picture))
                for p in session.pictures
            ),
        )

    def picture(self, name: str) -> bytes:
        """A photograph's file. NotFound where it is missing or damaged."""
        return self.repository.pictures.read(name)

    def sheet(self) -> list[SheetLine]:
        """Every finished roast whose figures are known, the latest serving first."""
        names = {o.id: o.name for o in self.repository.ovens()}
        zone = self.roasts.clock.now().tzinfo
        found = [
            SheetLine(
                served=hour(short.served_at).astimezone(zone),
                name=taught.name,
                cut=short.cut,
                oven=names.get(taught.oven_id, taught.oven_id),
                put_in=hour(taught.put_in_at).astimezone(zone),
                out_min=short.pulled_min,
                out_c=short.out_c,
                highest_c=short.peak_c,
                probed_min=short.looked_min,
                bought_kg=short.raw_kg or short.kg,
                cooked_kg=short.cooked_kg,
                price=short.price,
                probings=self._probings(taught.id),
            )
            for taught in self.roasts.learning.taught()
            if (short := taught.short) is not None and taught.put_in_at
        ]
        return sorted(found, key=lambda x: x.served, reverse=True)

    def _probings(self, roast_id: str) -> list[Probing]:
        """What was read by hand of a roast, in the order of its minutes."""
        readings = self.repository.session(roast_id).readings
        found = [Probing(r.minute, (r.low_c + r.high_c) / 2.0, r.who) for r in readings]
        return sorted(found, key=lambda p: p.minute)

    def remember(self, memory: Memory) -> str:
        """Enter a roast from memory or paper; its id. InputError says what is wrong."""
        plan, rest = memory.plan, memory.plan.rest_min
        self.roasts.check_plan(plan)
        now = self.roasts.clock.now()
        serve = hour(plan.serve_at)
        if serve > now:
            raise InputError(
                "it has not been eaten yet", where="served_at", allowed="an hour that was"
            )
        told = [c for c in (memory.out_c, memory.peak_c) if c is not None]
        if len(told) == 2 and told[1] < told[0]:
            raise InputError(
                "the highest is below what it read when it came out",
                where="peak_c",
                allowed="at least that",
            )
        out = memory.out_min
        method = parse_method(f"{memory.heat_c:g}C {out:g}min; rest tented {max(rest, 1.0):g}min")
        wish = self.roasts.wish(Session(laid=plan), taught=False)
        found, _ = work_out(wish, str(method), quick=True)
        put_in = serve - timedelta(minutes=out + rest)
        entries: list[RoastEntry] = [
            Chose(method=str(method), pull_stage=method.pull_index),
            PutIn(at=put_in.isoformat(timespec="milliseconds"), planned=planned_summary(found)),
        ]
        if memory.out_c is not None:
            entries.append(_recalled(out, memory.out_c))
        entries.append(EndedStage(stage=method.pull_index, minute=out))
        if memory.peak_c is not None:
            entries.append(_recalled(out + 0.7 * rest, memory.peak_c))
        entries.append(Carved(minute=out + rest))
        if memory.verdict.strip():
            entries.append(Judged(verdict=memory.verdict.strip(), change=memory.change.strip()))
        entries.append(Noted(tags=(FROM_MEMORY,)))
        roast_id = secrets.token_hex(4)
        laid = Laid(**vars(plan))
        stamp = now.isoformat(timespec="milliseconds")
        self.repository.create(roast_id, laid, stamp, entries)
        self.roasts.feed.ring()
        return roast_id

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
            FinishedRoast(
                plan=self.roasts.wish(session).roast(session.method),
                back=look_back(lived.roast, lived.readings, lived.doubt),
                plain=line.plain,
                pull_index=out,
                plain_pull_index=min(session.pull_stage, len(line.plain.stages) - 1),
                planned_min=planned.pull_min,
                planned_core_c=planned.pull_core_c,
                planned_c=planned.peak_c,
                pulled_min=session.pulled_min,
                read_peak_c=session.read_peak_c,
            )
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

    def _sides(self, facts: Mapping[str, Any]) -> tuple[str, ...]:
        own: dict[str, Any] = self.repository.setting_as("own_sides", dict, {})
        found = []
        for side in facts.get("sides") or ():
            name = side.get("id", "") if isinstance(side, Mapping) else str(side)
            known = SIDES.get(name)
            found.append(known.name if known else str(own.get(name, {}).get("name", name)))
        return tuple(found)


def _recalled(minute: float, core_c: float) -> Read:
    """A number that is remembered is no better than one stuck in anew."""
    return Read(minute=minute, low_c=core_c, high_c=core_c, instrument="spot")


def _late_in(session: Session) -> float | None:
    """How much later than planned it went in, min: the plan ends when people sit down. None of
    another day, which is no lateness."""
    planned = session.planned
    if planned is None or session.put_in_at is None:
        return None
    carve = hour(session.plan.serve_at) - timedelta(minutes=session.plan.ahead_min)
    due = carve - timedelta(minutes=planned.end_min)
    late = (hour(session.put_in_at) - due).total_seconds() / 60.0
    return late if abs(late) <= ANOTHER_DAY_MIN else None


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
