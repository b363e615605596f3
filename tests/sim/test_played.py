"""The same truth played through what was done, and through what else could have been done."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from trencher.core.method.notation import parse_method
from trencher.core.planner.forward import with_rest
from trencher.sim.lived import CookAct
from trencher.sim.played import COLOURS, Course, Player, colour, reaches, served
from trencher.sim.roast import PretendRoast, PretendSpan, Truth

TRUTH = Truth(thickness_mm=90, width_mm=95, length_mm=170, start_c=6.0)
METHOD = with_rest(parse_method("220C 20min; 160C until peak 57C; rest tented 30min"))[0]
DOOR = CookAct("door", 31.3, 60.0)
COURSE = Course(METHOD, {0: 20.0, 1: 52.0}, (DOOR,), 82.0)


@pytest.fixture(scope="module")
def player() -> Player:
    return Player(TRUTH, COURSE)


def peak(joint: PretendRoast) -> float:
    return max(row[1] for row in joint.history)


def test_the_same_course_is_the_same_joint_to_the_last_bit(player: Player) -> None:
    again = player.play(replace(COURSE, carve_min=COURSE.carve_min))
    assert np.array_equal(again.T, player.played.T)
    assert again.history == player.played.history


@given(minute=st.floats(30.0, 80.0), seconds=st.floats(5.0, 240.0))
@settings(max_examples=8, deadline=None)
def test_what_two_courses_have_in_common_is_played_once_and_is_the_same(
    player: Player, minute: float, seconds: float
) -> None:
    other = COURSE.without(DOOR).out_at(minute)
    other = replace(other, acts=(CookAct("door", 0.4 * minute, seconds),))
    from_the_fork = player.play(other)
    anew = Player(TRUTH, other).played
    assert np.array_equal(from_the_fork.T, anew.T)


def test_a_door_costs_minutes_and_degrees(player: Player) -> None:
    shut = player.play(COURSE.without(DOOR))
    assert peak(shut) > peak(player.played) + 0.5
    out_c = player.played.core_at(52.0)
    sooner = reaches(shut, out_c)
    assert sooner is not None
    assert 46.0 < sooner < 52.0


def test_later_out_is_hotter_and_as_long_a_rest(player: Player) -> None:
    later = COURSE.out_at(62.0)
    assert (later.out_min, later.carve_min) == (62.0, 92.0)
    assert peak(player.play(later)) > peak(player.played) + 4.0
    sooner = COURSE.out_at(15.0)
    assert sooner.ends == {0: 15.0, 1: 15.0}
    assert peak(player.play(sooner)) < 30.0


def test_the_oven_goes_off_and_on_again_and_another_may_set_it(player: Player) -> None:
    gone = replace(COURSE, acts=(CookAct("oven_off", 25.0), CookAct("oven_on", 50.0)))
    assert peak(player.play(gone)) < peak(player.play(COURSE.without(DOOR))) - 2.0
    hotter = replace(COURSE, dial=lambda _minute: 220.0)
    assert peak(player.play(hotter)) > peak(player.played) + 4.0


def test_courses_part_where_they_first_differ() -> None:
    assert COURSE.first_change(COURSE) == pytest.approx(82.0, abs=0.1)
    assert COURSE.first_change(COURSE.out_at(60.0)) == pytest.approx(52.0, abs=0.1)
    assert COURSE.first_change(COURSE.without(DOOR)) == pytest.approx(31.3, abs=0.1)
    way = with_rest(parse_method("160C until peak 57C; rest tented 30min"))[0]
    assert COURSE.first_change(replace(COURSE, method=way)) == 0.0
    assert COURSE.first_change(replace(COURSE, dial=lambda _: 200.0)) == 0.0


def test_what_is_served_is_the_hottest_each_place_was(player: Player) -> None:
    found = served(player.played, COURSE, 63.0, 9)
    assert found.peak_c == pytest.approx(peak(player.played))
    assert found.out_c == pytest.approx(player.played.core_at(52.0))
    assert len(found.slices_c) == 9
    # Both ends are hotter than the middle, and one end is like the other.
    assert found.slices_c[0] > found.slices_c[4] + 1.0
    assert found.slices_c[0] == pytest.approx(found.slices_c[-1], abs=0.3)
    assert 0.0 < found.even < 1.0
    assert np.all(player.played.hottest >= player.played.T - 1e-9)
    assert found.warm_c <= found.peak_c


def test_never_so_hot_is_none_and_from_the_start_is_the_start(player: Player) -> None:
    assert reaches(player.played, 99.0) is None
    assert reaches(player.played, 2.0) == 0.0


def test_a_skin_goes_through_all_its_colours_the_hotter_the_sooner() -> None:
    words = [word for _, word in COLOURS]

    def seen(air: float, browns: float = 1.0) -> list[str]:
        joint, found = PretendRoast(replace(TRUTH, browns=browns)), []
        for _ in range(9):
            joint.go(PretendSpan(10.0, air))
            found.append(colour(joint.brown))
        return found

    hot, low = seen(230.0), seen(110.0)
    assert hot == sorted(hot, key=words.index)
    assert (hot[-1], low[-1]) == ("burnt", "pale")
    assert words.index(seen(180.0, 4.0)[4]) > words.index(seen(180.0)[4])
