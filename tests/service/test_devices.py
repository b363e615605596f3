"""Instruments that push: kept once, within limits, in one joint at a time, lost when silent."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest

from tests.service.conftest import METHOD, PLAN
from tests.service.test_levers import under_way
from trencher.api.context import House
from trencher.core.errors import Conflict, InputError, NotFound, OutOfRange
from trencher.core.plan import Plan
from trencher.service import devices
from trencher.service.clock import FastClock
from trencher.service.devices import Locked, TooMany, lost


def pushed(house: House, *values: dict[str, Any], device: str = "probe", **more: Any) -> int:
    readings = [{"channel": "1", "unit": "C", **v} for v in values]
    body = {"device": device, "every_s": 5.0, "readings": readings, **more}
    return house.devices.push(house.devices.key(), body)


def test_the_key_stays_the_same_until_it_is_renewed(house: House) -> None:
    first = house.devices.key()
    assert house.devices.key() == first
    assert house.devices.renew_key() != first
    with pytest.raises(Locked):
        house.devices.push(first, {"device": "x", "every_s": 5.0, "readings": []})


def test_the_same_value_is_kept_once(house: House, clock: FastClock) -> None:
    at = clock.now()
    assert pushed(house, {"value": 20.0, "at": at}, {"value": 21.0, "age_s": 5}) == 2
    assert pushed(house, {"value": 20.0, "at": at}, {"value": 22.0, "age_s": 10}) == 1
    assert len(house.repository.samples.between("probe", "1", 0, 4e9)) == 3


def test_units_are_read_and_a_scale_weighs(house: House) -> None:
    pushed(house, {"value": 100.0, "unit": "F"}, {"channel": "plate", "value": 2.0, "unit": "kg"})
    latest = {s.channel: s.value for s in house.devices.instrument("probe").state.latest}
    assert latest == {"1": pytest.approx(37.778, abs=0.01), "plate": 2000.0}


@pytest.mark.parametrize(
    ("value", "error"),
    [
        ({"value": 900.0}, OutOfRange),
        ({"value": 90.0, "unit": "lb"}, None),
        ({"value": 900.0, "unit": "kg"}, OutOfRange),
        ({"value": 20.0, "age_s": 200000}, InputError),
    ],
)
def test_what_cannot_be_is_refused_whole(
    house: House, value: dict[str, Any], error: type[Exception] | None
) -> None:
    if error is None:
        assert pushed(house, {"value": 20.0}, value | {"channel": "w"}) == 2
        return
    with pytest.raises(error):
        pushed(house, {"value": 20.0}, value)
    assert house.devices.instruments() == []


def test_a_time_in_another_year_is_no_time(house: House, clock: FastClock) -> None:
    with pytest.raises(InputError):
        pushed(house, {"value": 20.0, "at": clock.now() + timedelta(hours=1)})


def test_too_many_pushes_are_turned_away(house: House, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(devices, "MOST_PUSHES", 3)
    for _ in range(3):
        pushed(house)
    with pytest.raises(TooMany):
        pushed(house)


def test_lost_after_two_of_its_own_intervals(house: House, clock: FastClock) -> None:
    pushed(house, {"value": 20.0}, battery=0.1)
    clock.jump(9.0 / 60)
    assert not house.devices.instrument("probe").lost
    clock.jump(2.0 / 60)
    found = house.devices.instrument("probe")
    assert found.lost
    assert found.low
    assert (lost(10.0, 5.0), lost(10.1, 5.0)) == (False, True)


def test_a_tip_in_the_joint_moves_the_forecast_as_if_it_had_been_typed(
    house: House, clock: FastClock, roasting: str
) -> None:
    pushed(house, {"value": 6.0})
    house.devices.attach(roasting, "probe", "1", "core")
    under_way(house, clock, roasting, 50.0)
    pushed(house, {"value": 19.0})
    sent = house.roasts.follow(roasting).outlook
    house.devices.detach(roasting, "probe", "1")
    house.roasts.read(roasting, 19.0, 19.0, "core", None)
    clock.jump(0.001)
    other = house.roasts.follow(roasting)
    assert sent.pull_min == pytest.approx(other.outlook.pull_min, abs=1.0)
    # What was sent while it was in stays.
    assert len(other.sent) == 2


def test_a_tip_is_in_one_joint_at_a_time(house: House, clock: FastClock, roasting: str) -> None:
    pushed(house, {"value": 20.0})
    house.devices.attach(roasting, "probe", "1", "core")
    clock.jump(5.0)
    other, _ = house.roasts.lay(Plan.of({**PLAN, "name": "Second"}))
    house.roasts.choose(other, METHOD, None)
    house.devices.attach(other, "probe", "1", "core")
    (was,) = house.roasts.session(roasting).attached
    assert was.to_min == pytest.approx(5.0)
    with pytest.raises(Conflict):
        house.devices.detach(roasting, "probe", "1")


def test_what_cannot_be_attached(house: House, roasting: str) -> None:
    pushed(house, {"value": 20.0}, {"channel": "plate", "value": 500.0, "unit": "g"})
    with pytest.raises(NotFound):
        house.devices.attach(roasting, "nobody", "1", "core")
    with pytest.raises(NotFound):
        house.devices.attach(roasting, "probe", "plate", "core")


def test_only_what_is_believed_is_evidence(house: House, clock: FastClock) -> None:
    pork, _ = house.roasts.lay(
        Plan.of({**PLAN, "wanted_c": 70.0, "joint": {**PLAN["joint"], "cut": "pork-neck"}})
    )
    house.roasts.choose(pork, "220C 20min; 160C until peak 70C; rest tented 30min", None)
    house.roasts.put_in(pork, 5.5)
    pushed(house, {"value": 6.0})
    house.devices.attach(pork, "probe", "1", "core")
    clock.jump(40.0)
    house.roasts.end_stage(pork, 0, 20.0)
    for n in range(4):
        pushed(house, {"value": 12.0 + 4 * n})
        clock.jump(6.0)
    # The tip slips out into the oven's air: hot, and no evidence of anything.
    for _ in range(4):
        pushed(house, {"value": 75.0})
        clock.jump(1.0)
    found = house.roasts.follow(pork)
    assert any(flag for _, flag in found.sent[-3:])
    assert found.verdict.standing != "met"


def test_an_hour_of_seconds_is_kept_and_believed_thinned(
    house: House, clock: FastClock, roasting: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(devices, "MOST_PUSHES", 10_000)
    pushed(house, {"value": 6.0})
    house.devices.attach(roasting, "probe", "1", "core")
    for minute in range(60):
        clock.jump(1.0)
        pushed(house, *({"value": 6.0 + minute / 4, "age_s": s} for s in range(60)))
    assert len(house.repository.samples.between("probe", "1", 0, 4e9)) == 3601
    found = house.roasts.follow(roasting)
    assert 100 < len(found.sent) <= 181
    assert house.roasts.follow(roasting) is found
