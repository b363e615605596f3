"""An hour of a probe that sends every second, with ten screens open: nothing lost, memory flat."""

from __future__ import annotations

import gc
import resource
from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from zoneinfo import ZoneInfo

import pytest

from tests.service.conftest import METHOD, PLAN, clock, house, roasting
from trencher.api.context import House
from trencher.core.plan import Plan
from trencher.service import devices
from trencher.service.clock import FastClock

__all__ = ["clock", "house", "roasting"]
SCREENS, MINUTES, LOOK_EVERY = 10, 60, 3


def memory_mb() -> float:
    return resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024.0


def test_an_hour_with_ten_screens(
    house: House, clock: FastClock, roasting: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(devices, "MOST_PUSHES", 10_000)
    key = house.devices.key()

    def push(minute: int) -> int:
        readings = [
            {"channel": c, "value": v + minute / 3, "unit": "C", "age_s": float(s)}
            for c, v in (("1", 6.0), ("2", 150.0))
            for s in range(60)
        ]
        return house.devices.push(key, {"device": "probe", "every_s": 1.0, "readings": readings})

    def look(_screen: int) -> tuple[int, float]:
        found = house.roasts.follow(roasting)
        return len(found.sent), found.outlook.pull_min

    clock.jump(1.0)
    push(0)
    house.devices.attach(roasting, "probe", "1", "core")
    house.devices.attach(roasting, "probe", "2", "air")
    kept, early = 120, 0.0
    with ThreadPoolExecutor(SCREENS) as screens:
        for minute in range(1, MINUTES):
            clock.jump(1.0)
            kept += push(minute)
            if minute % LOOK_EVERY == 0:
                # Every screen sees the same, worked out once.
                assert len(set(screens.map(look, range(SCREENS)))) == 1
            if minute == MINUTES // 3:
                gc.collect()
                early = memory_mb()
    assert kept == 120 * MINUTES
    stored = [len(house.repository.samples.between("probe", c, 0, 4e9)) for c in ("1", "2")]
    assert stored == [60 * MINUTES, 60 * MINUTES]
    gc.collect()
    assert memory_mb() - early < 40.0


def test_an_hour_that_the_clocks_go_through_twice_is_one_hour_of_roast(house: House) -> None:
    zone = ZoneInfo("Europe/London")
    # Half past midnight before the clocks go back: an hour and a half later it is one o'clock.
    start = datetime(2026, 10, 25, 0, 30, tzinfo=zone).astimezone()
    clock = FastClock(start, pace=0.0)
    house.roasts.clock = clock
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast_id, METHOD, None)
    house.roasts.put_in(roast_id, 6.0)
    clock.jump(90.0)
    assert clock.now().astimezone(zone).strftime("%H:%M") == "01:00"
    session = house.roasts.read(roast_id, 30.0, 30.0, "core", None)
    assert session.readings[0].minute == pytest.approx(90.0)
    assert house.roasts.follow(roast_id).at(90.0) - start == timedelta(minutes=90)


def test_asleep_for_an_hour_it_wakes_in_the_right_minute(
    house: House, clock: FastClock, roasting: str
) -> None:
    clock.jump(30.0)
    house.roasts.end_stage(roasting, 0, 20.0)
    before = house.roasts.follow(roasting)
    # Nobody asked anything for an hour: the lid was shut.
    clock.jump(60.0)
    after = house.roasts.follow(roasting)
    assert after.outlook.now_min == pytest.approx(90.0)
    assert after.outlook.pull_min == pytest.approx(before.outlook.pull_min, abs=1.5)
    assert after.outlook.look_min is not None
    assert after.outlook.look_min <= 90.0
