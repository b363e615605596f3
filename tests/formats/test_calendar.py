"""The calendar file, read by a parser we did not write."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from functools import lru_cache
from typing import Any

import vobject

from tests.core.day.conftest import supper
from trencher.core.day.order import Order, running_order
from trencher.core.units import in_fahrenheit
from trencher.formats.calendar import calendar_file, uid_of

SERVE = datetime(2026, 10, 3, 18, 0, tzinfo=UTC)
STAMP = datetime(2026, 10, 2, 9, 0, tzinfo=UTC)


@lru_cache(maxsize=1)
def order() -> Order:
    return running_order(supper(["roast-beetroot", "peas"], helpers=("Rhona",), hands=2))


def read(serve: datetime = SERVE, sequence: int = 4, **more: Any) -> dict[str, Any]:
    text = calendar_file("2026-10-03", serve, order(), stamp=STAMP, sequence=sequence, **more)
    return {e.uid.value: e for e in vobject.readOne(text.decode()).vevent_list}


def test_every_step_is_an_event_at_its_hour() -> None:
    events = read()
    assert len(events) == len(order().steps) + 1
    for step in order().steps:
        event = events[uid_of("2026-10-03", step.id)]
        minutes = (event.dtstart.value - SERVE).total_seconds() / 60
        assert 0 <= step.at_min - minutes < 1
        assert event.dtend.value > event.dtstart.value
        assert event.sequence.value == "4"
        assert event.dtstamp.value == STAMP


def test_identities_hold_and_the_hour_moves() -> None:
    before, after = read(), read(SERVE + timedelta(minutes=40), 5)
    assert set(before) == set(after)
    for uid in before:
        assert after[uid].dtstart.value - before[uid].dtstart.value == timedelta(minutes=40)


def test_reminders_are_relative_and_earlier_for_a_joint() -> None:
    events = read()
    for step in order().steps:
        event = events[uid_of("2026-10-03", step.id)]
        alarms = getattr(event, "valarm_list", [])
        if step.hands_min == 0 and step.code != "heat":
            assert alarms == []
            continue
        (alarm,) = alarms
        assert alarm.action.value == "DISPLAY"
        assert alarm.trigger.value < timedelta(0)
        if step.code in ("in", "out", "carve"):
            assert alarm.trigger.value == timedelta(minutes=-10)


def test_words_are_written_out_in_the_units_asked_for() -> None:
    said = [e.summary.value for e in read().values()]
    other = [e.summary.value for e in read(words=in_fahrenheit).values()]
    assert not any("{" in s for s in (*said, *other))
    assert any("°C in the middle" in s for s in said)
    assert any("°F in the middle" in s for s in other)


def test_who_does_it_stands_before_it() -> None:
    helped = [s for s in order().steps if s.who]
    events = read()
    for step in helped:
        assert events[uid_of("2026-10-03", step.id)].summary.value.startswith(f"{step.who}: ")
