"""The kitchen's clock when the machine's is set, sleeps, or drifts."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from trencher.service.clock import WallClock, steady_s, wall_now

NOON = datetime(2026, 10, 3, 12, 0, tzinfo=UTC)


class Machine:
    """A machine whose clock can be set."""

    def __init__(self) -> None:
        self.spent, self.set_by, self.on, self.zone = 0.0, 0.0, True, "Europe/London"
        self.clock = WallClock(lambda: self.on, self.wall, lambda: self.spent)

    def wall(self) -> datetime:
        shown = NOON + timedelta(seconds=self.spent + self.set_by)
        return shown.astimezone(ZoneInfo(self.zone))

    def minutes(self) -> float:
        return (self.clock.now() - NOON).total_seconds() / 60.0


def test_setting_the_clock_does_not_move_a_roast() -> None:
    machine = Machine()
    for by in (-3600.0, 3600.0, -86400.0):
        machine.set_by = by
        machine.spent += 600.0
        assert machine.minutes() == machine.spent / 60.0
    # Once nothing is on, the kitchen shows what the machine shows.
    machine.on = False
    assert machine.minutes() == (machine.spent - 86400.0) / 60.0


def test_drift_that_is_put_right_and_hours_asleep_are_followed() -> None:
    machine = Machine()
    machine.set_by = 4.0
    machine.spent += 3600.0
    assert machine.minutes() == (3600.0 + 4.0) / 60.0


def test_an_hour_that_comes_twice_is_an_hour_once() -> None:
    machine = Machine()
    before = machine.clock.now()
    machine.spent += 40 * 24 * 3600.0
    after = machine.clock.now()
    assert before.utcoffset() != after.utcoffset()
    assert (after - before) == timedelta(days=40)


def test_the_real_ones_agree() -> None:
    first, at = wall_now(), steady_s()
    clock = WallClock()
    assert abs((clock.now() - first).total_seconds() - (steady_s() - at)) < 1.0
