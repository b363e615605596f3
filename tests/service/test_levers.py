"""Levers on a real roast: worked out from what is believed, taken, followed on, taken back."""

from __future__ import annotations

from typing import get_args

import pytest

from trencher.api.context import House
from trencher.core.errors import Conflict, UnknownName
from trencher.core.planner.levers import Need, ranked
from trencher.service.clock import FastClock


def under_way(house: House, clock: FastClock, roasting: str, minute: float = 60.0) -> None:
    clock.jump(21)
    house.roasts.end_stage(roasting, 0, 20.0)
    clock.jump(minute - 21)


def test_hotter_is_sooner_and_is_followed_from_now_on(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    before = house.roasts.follow(roasting)
    offered = house.roasts.levers(roasting)
    hotter = next(x for x in offered.found if x.code == "hotter")
    assert hotter.result is not None
    # Going on as it is comes to what the outlook says.
    assert offered.base.pull_min == pytest.approx(before.outlook.pull_min, abs=0.3)
    house.roasts.pull_lever(roasting, "hotter")
    after = house.roasts.follow(roasting)
    assert after.outlook.pull_min < before.outlook.pull_min - 3.0
    assert after.outlook.pull_min == pytest.approx(hotter.result.pull_min, abs=0.3)
    assert after.outlook.core_c == pytest.approx(before.outlook.core_c, abs=0.2)
    assert "180C" in str(after.session.method)


def test_taken_out_this_moment_is_out_for_who_asks_in_the_same(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 90.0)
    clock.jump(0.0009996)
    house.roasts.end_stage(roasting, 1, None)
    assert house.roasts.follow(roasting).line.pulled_min is not None
    offered = {x.code for x in house.roasts.levers(roasting).found if x.result is not None}
    assert "out_and_hold" not in offered


def test_it_can_be_taken_back_as_if_it_had_not_been(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    before = house.roasts.follow(roasting)
    session = house.roasts.pull_lever(roasting, "cooler")
    back = house.roasts.withdraw(roasting, session.last_seq)
    assert back.method == before.session.method
    assert back.ends == before.session.ends
    now = house.roasts.follow(roasting).outlook
    assert now.pull_min == pytest.approx(before.outlook.pull_min, abs=0.1)


def test_a_stage_that_ended_before_is_not_taken_back_from_under_it(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    ended = next(e.seq for e in house.roasts.session(roasting).log if e.kind == "ended_stage")
    house.roasts.pull_lever(roasting, "hotter")
    with pytest.raises(Conflict, match="latest first"):
        house.roasts.withdraw(roasting, ended)


def test_taken_out_and_kept_it_rests(house: House, clock: FastClock, roasting: str) -> None:
    under_way(house, clock, roasting)
    held = house.roasts.pull_lever(roasting, "out_and_hold")
    assert held.status == "resting"
    assert held.pulled_min == pytest.approx(60.0, abs=0.2)
    outlook = house.roasts.follow(roasting).outlook
    assert outlook.pull_min == pytest.approx(60.0, abs=0.2)
    with pytest.raises(Conflict, match="not in the oven"):
        house.roasts.pull_lever(roasting, "hotter")
    with pytest.raises(UnknownName):
        house.roasts.pull_lever(roasting, "prayer")


def test_when_the_rest_is_over_nothing_is_left_to_change(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 100.0)
    house.roasts.end_stage(roasting, 1, None)
    clock.jump(60)
    offered = house.roasts.levers(roasting)
    assert all(x.result is None and "carve" in x.reason for x in offered.found)
    with pytest.raises(Conflict, match="carve"):
        house.roasts.pull_lever(roasting, "blast_after")


def test_what_is_read_moves_what_levers_come_to(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    planned = house.roasts.levers(roasting).base.pull_min
    core = house.roasts.follow(roasting).outlook.core_c
    house.roasts.read(roasting, core + 5.0, core + 5.0, "core", None)
    assert house.roasts.levers(roasting).base.pull_min < planned - 2.0


@pytest.mark.parametrize("need", get_args(Need))
def test_only_what_helps_is_offered_the_best_first(
    house: House, clock: FastClock, roasting: str, need: Need
) -> None:
    under_way(house, clock, roasting)
    offered = house.roasts.levers(roasting)
    found = ranked(need, offered.base, offered.found, 57.0)
    for lever in found:
        assert lever.result is not None
        give = {
            "sooner": offered.base.end_min - lever.result.end_min,
            "later": lever.result.end_min - offered.base.end_min,
            "browner": lever.result.crust - offered.base.crust,
            "paler": offered.base.crust - lever.result.crust,
            "cooler": offered.base.peak_c - lever.result.peak_c,
        }[need]
        assert give > 0
    if need in ("sooner", "later"):
        assert found
