"""A roast nobody ended: no dead end, no alarms, and a way to say what became of it. Marks that end
what the way waits for."""

from __future__ import annotations

from typing import Any, cast

import pytest

from trencher.api.context import House
from trencher.core.errors import Conflict, InputError
from trencher.core.plan import Plan
from trencher.service.alarms import due, steps_of
from trencher.service.clock import FastClock


def wait(clock: FastClock, minutes: float) -> None:
    """As many jumps as it takes: one goes a day at most."""
    while minutes > 0:
        clock.jump(min(minutes, 1440))
        minutes -= 1440


@pytest.mark.parametrize("days", [0.5, 2.0, 8.0])
def test_left_for_days_it_asks_what_became_of_it(
    house: House, clock: FastClock, roasting: str, days: float
) -> None:
    clock.jump(30)
    assert due(house.roasts, house.devices)
    wait(clock, days * 24 * 60)
    found = house.roasts.follow(roasting)
    assert found.left_alone
    # The forecast stops where it means nothing, and nothing rings.
    assert found.outlook.now_min < found.planned.end.minutes + 181.0
    assert due(house.roasts, house.devices) == []
    assert house.roasts.follow(roasting) is found, "worked out once"


def test_it_came_out_at_about_and_was_carved(house: House, clock: FastClock, roasting: str) -> None:
    wait(clock, 3000)
    house.roasts.end_stage(roasting, 1, 96.0)
    session = house.roasts.carve(roasting, 130.0)
    assert (session.status, session.carved_min) == ("done", 130.0)
    assert not house.roasts.follow(roasting).left_alone


def test_it_may_be_closed_and_opened_again(house: House, clock: FastClock, roasting: str) -> None:
    wait(clock, 3000)
    with pytest.raises(InputError):
        house.roasts.close(roasting, cast("Any", "stolen"))
    session = house.roasts.close(roasting, "never_mind")
    assert (session.status, session.closed) == ("done", "never_mind")
    with pytest.raises(Conflict):
        house.roasts.close(roasting, "thrown")
    back = house.roasts.withdraw(roasting, session.last_seq)
    assert (back.status, back.closed) == ("roasting", "")


def test_who_is_late_but_there_is_not_given_up(
    house: House, clock: FastClock, roasting: str
) -> None:
    end = house.roasts.follow(roasting).planned.end.minutes
    clock.jump(end + 60)
    assert not house.roasts.follow(roasting).left_alone
    house.roasts.read(roasting, 40.0, 40.0, "core", None)
    clock.jump(175)
    assert not house.roasts.follow(roasting).left_alone
    clock.jump(10)
    assert house.roasts.follow(roasting).left_alone


def test_a_turn_and_a_colour_end_what_the_way_waits_for(house: House, clock: FastClock) -> None:
    from tests.service.conftest import PLAN

    roast, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast, "220C until brown; turn; 150C until 50C; rest open 20min", None)
    house.roasts.put_in(roast, 6.0)
    clock.jump(30)
    session = house.roasts.mark(roast, "browned", "", None)
    assert list(session.ends) == [0]
    assert [m.what for m in session.marks] == ["browned"]
    codes = [s.code for s in steps_of(house.roasts.follow(roast), house.devices.instruments())]
    assert codes == ["look", "out", "carve"]


def test_turned_over_counts_once(house: House, clock: FastClock) -> None:
    from tests.service.conftest import PLAN

    roast, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast, "200C 30min; turn; 200C until 50C; rest open 20min", None)
    house.roasts.put_in(roast, 6.0)
    clock.jump(10)
    # Much too early it is a turn of its own; near its minute it is the way's.
    assert house.roasts.mark(roast, "turned", "", None).ends == {}
    clock.jump(18)
    session = house.roasts.mark(roast, "turned", "", None)
    assert list(session.ends) == [0]
    assert len([m for m in session.marks if m.what == "turned"]) == 1


def test_no_reading_is_as_wide_as_a_slip_of_the_finger(house: House, roasting: str) -> None:
    house.roasts.read(roasting, 57.0, 59.0, "core", 0.0)
    with pytest.raises(InputError, match="too wide"):
        house.roasts.read(roasting, 10.0, 115.0, "core", 0.0)


def test_in_a_blast_after_its_rest_it_is_in_the_oven_again(house: House, clock: FastClock) -> None:
    from tests.service.conftest import PLAN

    roast, _ = house.roasts.lay(Plan.of(PLAN))
    way = "115C until peak 57C; rest open 20min; 235C 8min; rest open 10min"
    house.roasts.choose(roast, way, "low-then-blast")
    house.roasts.put_in(roast, 6.0)
    clock.jump(200)
    seen = []
    for _ in range(3):
        seen.append(house.roasts.end_stage(roast, None, None).status)
        clock.jump(8)
    assert seen == ["resting", "roasting", "resting"]
    assert house.roasts.session(roast).pulled_min == pytest.approx(200.0)
