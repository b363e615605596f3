"""A day's running order as an iCalendar file (RFC 5545), one event for each step.

Identities are stable: the same step of the same day has the same UID whatever its hour, and every
change of the day raises SEQUENCE, so that taking the file in again moves what is already there.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from datetime import datetime, timedelta

from icalendar import Alarm, Calendar, Event

from trencher.core.day.order import Order
from trencher.core.day.steps import DayStep
from trencher.core.units import in_metric

EARLY_MIN: dict[str, float] = {"in": 10.0, "out": 10.0, "into_oven": 5.0, "carve": 10.0}
"""How long before such a step its reminder comes; others with hands: three minutes."""
USUAL_EARLY_MIN = 3.0
LEAST_EVENT_MIN = 1.0


def uid_of(day: str, step_id: str) -> str:
    """The identity of a step of a day, the same in every file."""
    return f"{step_id.replace('/', '.')}.{day}@trencher.local"


def calendar_file(
    day: str,
    serve_at: datetime,
    order: Order,
    *,
    stamp: datetime,
    sequence: int,
    words: Callable[[str], str] = in_metric,
) -> bytes:
    """The file. ``serve_at``: the hour of the table with its zone; ``sequence``: a number that
    grows with every change; ``words``: how marked sentences are written out."""
    calendar = Calendar()
    calendar.add("prodid", "-//Trencher//Running order//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", f"Trencher, {day}")
    for step in order.steps:
        calendar.add_component(_event(day, serve_at, step, stamp, sequence, words))
    table = Event()
    table.add("uid", uid_of(day, "table/sit-down"))
    table.add("summary", f"{order.table.people} at table")
    table.add("dtstart", serve_at)
    table.add("dtend", serve_at + timedelta(minutes=60))
    table.add("dtstamp", stamp)
    table.add("sequence", sequence)
    calendar.add_component(table)
    return bytes(calendar.to_ical())


def _event(
    day: str,
    serve_at: datetime,
    step: DayStep,
    stamp: datetime,
    sequence: int,
    words: Callable[[str], str],
) -> Event:
    # As the running order has it: the minute it falls in.
    start = serve_at + timedelta(minutes=math.floor(step.at_min))
    minutes = max(step.until_min - step.at_min, LEAST_EVENT_MIN)
    text = words(step.words)
    event = Event()
    event.add("uid", uid_of(day, step.id))
    event.add("summary", f"{step.who}: {text}" if step.who else text)
    event.add("dtstart", start)
    event.add("dtend", start + timedelta(minutes=max(round(minutes), 1)))
    event.add("dtstamp", stamp)
    event.add("sequence", sequence)
    said = [step.note] if step.note else []
    if step.latest_min is not None and step.latest_min - step.at_min >= USUAL_EARLY_MIN:
        latest = serve_at + timedelta(minutes=step.latest_min)
        said.append(f"by {latest:%H:%M} at the latest")
    if said:
        event.add("description", "; ".join(words(s) for s in said))
    if step.hands_min > 0 or step.code == "heat":
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("description", text)
        alarm.add("trigger", -timedelta(minutes=EARLY_MIN.get(step.code, USUAL_EARLY_MIN)))
        event.add_component(alarm)
    return event
