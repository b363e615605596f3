"""Troubles besides time: the hazard first, what to do now, and options worked out for tonight."""

from __future__ import annotations

import pytest

from tests.service.test_happenings import RANGE
from tests.service.test_levers import under_way
from trencher.api.context import House
from trencher.core.catalogue.troubles import TROUBLES
from trencher.core.errors import Conflict, OutOfRange, UnknownName
from trencher.core.planner.levers import LEVERS
from trencher.service.clock import FastClock


def test_every_trouble_names_levers_that_exist_and_says_what_to_do() -> None:
    codes = {code for code, _, _ in LEVERS}
    for t in TROUBLES.values():
        assert set(t.levers) <= codes, t.code
        assert t.now, t.code
        assert "safe" not in " ".join((*t.hazards, *t.now)).lower().replace("safety", "")


@pytest.mark.parametrize("code", sorted(TROUBLES))
def test_each_is_worked_out_for_now(
    house: House, clock: FastClock, roasting: str, code: str
) -> None:
    under_way(house, clock, roasting)
    found, offered = house.roasts.trouble(roasting, code)
    assert found.code == code
    assert offered.base.pull_min > 60.0
    if code == "overshot":
        # It is not: carving it now would serve it raw, so that is not offered.
        assert not any(x.result is not None for x in offered.found)
    elif found.levers:
        assert any(x.result is not None for x in offered.found), code


def test_foil_is_never_taken_for_a_hurry_and_liquid_can_be_poured(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    _, offered = house.roasts.trouble(roasting, "dark-top")
    cover = next(x for x in offered.found if x.code == "cover")
    assert cover.result is not None
    # In its steam a joint cooks about as fast as in a fan's air.
    assert cover.result.pull_min > offered.base.pull_min - 3.0
    _, wet = house.roasts.trouble(roasting, "dry-tin")
    assert wet.found[0].code == "pour"
    assert wet.found[0].result is not None


def test_the_other_oven_is_offered_and_moving_is_one_touch(
    house: House, clock: FastClock, roasting: str
) -> None:
    house.repository.save_oven(RANGE)
    under_way(house, clock, roasting)
    _, offered = house.roasts.trouble(roasting, "not-heating")
    move = next(x for x in offered.found if x.code == "move:range")
    assert move.result is not None
    session = house.roasts.pull_lever(roasting, "move:range")
    assert session.oven_id == "range"
    after = house.roasts.follow(roasting).outlook
    assert after.pull_min == pytest.approx(move.result.pull_min, abs=2.0)


def test_overshot_ends_the_climb_in_the_order_that_saves_most(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 110.0)
    house.roasts.end_stage(roasting, 1, 110.0)
    clock.jump(4.0)
    _, offered = house.roasts.trouble(roasting, "overshot")
    peaks = {x.code: x.result.peak_c for x in offered.found if x.result is not None}
    assert peaks["carve_now"] < peaks["cold"] < offered.base.peak_c
    assert peaks["open_rest"] <= offered.base.peak_c + 0.05
    house.roasts.pull_lever(roasting, "cold")
    assert house.roasts.follow(roasting).outlook.peak_c == pytest.approx(peaks["cold"], abs=0.4)


def test_forty_minutes_late_the_oven_is_found_that_fits(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    offered = house.roasts.delays(roasting, 40.0)
    by = {x.code: x for x in offered.found}
    slower = by["slower"].result
    assert slower is not None
    assert slower.end_min - offered.base.end_min == pytest.approx(40.0, abs=4.0)
    assert slower.peak_c == pytest.approx(57.0, abs=0.5)
    waiting = by["wait_wrapped"].result
    assert waiting is not None
    assert waiting.end_min - offered.base.end_min == pytest.approx(40.0, abs=1.0)
    assert 45.0 < waiting.served_c < 60.0
    session = house.roasts.pull_lever(roasting, "slower", 40.0)
    assert "until peak 57C" in str(session.method)
    with pytest.raises(OutOfRange):
        house.roasts.delays(roasting, 1.0)


def test_what_is_no_trouble_here(house: House, clock: FastClock, roasting: str) -> None:
    under_way(house, clock, roasting, 100.0)
    with pytest.raises(UnknownName):
        house.roasts.trouble(roasting, "boredom")
    house.roasts.end_stage(roasting, 1, 99.0)
    with pytest.raises(Conflict):
        house.roasts.trouble(roasting, "smoke")
    assert house.roasts.trouble(roasting, "soft-rind")[0].when == "any"
