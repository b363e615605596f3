"""Alarms of every roast under way, with the hour at which each is to be heard."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from datetime import datetime

from trencher.core.belief.agenda import AgendaStep, agenda
from trencher.core.belief.alarms import Alarm, alarms
from trencher.core.errors import TrencherError
from trencher.core.method.stages import Oven
from trencher.core.oven import OvenRecord
from trencher.core.planner.levers import Lever
from trencher.core.planner.setup import kitchen
from trencher.core.units import dial_text
from trencher.service.devices import DeviceService, Instrument
from trencher.service.roasts import Following, RoastService
from trencher.store.repository import UNDER_WAY


@dataclass(frozen=True)
class Due:
    """An alarm of a roast: whose it is, when it is to be heard and until when, if that ends."""

    roast_id: str
    name: str
    resting: bool
    alarm: Alarm
    at: datetime
    until: datetime | None


def due(roasts: RoastService, devices: DeviceService) -> list[Due]:
    """What is still to be heard in the kitchen, in order. A roast that cannot be followed just now
    is left out; its own place says why."""
    found: list[Due] = []
    instruments = devices.instruments()
    for heading in roasts.repository.headings(*UNDER_WAY):
        try:
            following = roasts.follow(heading.id)
        except TrencherError:
            continue
        found += due_of(heading.id, following, steps_of(following, instruments))
    return sorted(found, key=lambda d: d.at)


def due_of(roast_id: str, following: Following, steps: Sequence[AgendaStep]) -> list[Due]:
    """What is still to be heard of one roast whose steps are these; nothing of one that was left
    alone."""
    if following.left_alone:
        return []
    session = following.session
    found = alarms(
        following.line,
        following.outlook,
        steps,
        wanted_c=session.plan.wanted_c,
        answered=session.answered,
        hands=following.hands,
    )
    return [
        Due(
            roast_id,
            session.plan.name,
            session.status == "resting",
            a,
            following.at(a.due_min),
            None if a.until_min is None else following.at(a.until_min),
        )
        for a in found
    ]


def dial_for(following: Following, record: OvenRecord, stage: Oven) -> str:
    """What the dial must show for a stage, in its own marks."""
    air = kitchen(following.roast).true_air(stage)
    cooker = stage.cooker or following.roast.cooker
    return dial_text(air + cooker.dial_error_at(air), record.marks)


def dial_now(following: Following, record: OvenRecord, lever: Lever) -> str:
    """What the dial must show for a lever's first stage; "" for one that is not in the oven, and
    where it stays as it is."""
    if lever.method is None:
        return ""
    past = following.line.past.stages
    stage, before = lever.method.stages[len(past)], past[-1]
    if not isinstance(stage, Oven) or (isinstance(before, Oven) and before.temp.c == stage.temp.c):
        return ""
    return dial_for(following, record, stage)


def steps_of(following: Following, instruments: Sequence[Instrument]) -> list[AgendaStep]:
    """What comes next in one roast, in order."""
    session, record = following.session, following.oven
    heard = {i.state.id for i in instruments if not i.lost}
    watched = any(
        a.device in heard and a.place == "core" and a.to_min is None for a in session.attached
    )
    moved = record.cooker() if session.oven_id != session.plan.oven_id else None

    def dial(stage: Oven) -> str:
        return dial_for(following, record, replace(stage, cooker=moved))

    return agenda(
        following.line,
        following.planned,
        following.outlook,
        following.done,
        following.readings,
        sides=kitchen(following.roast).sides,
        dial=dial,
        looks=not watched and session.plan.thermometer != "none",
    )
