"""Belief in small parts: flags and their reasons, tips moved, senses, and downsampling."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from tests.kitchens import roast, sirloin
from trencher.core.belief.flags import ExpectedShown, reason
from trencher.core.belief.follow import PROBE, SIZE, Belief, believe, in_following, surprise
from trencher.core.belief.reading import Reading
from trencher.core.belief.subsample import subsampled
from trencher.core.catalogue.senses import SENSES, sense, senses_for
from trencher.core.errors import UnknownName
from trencher.core.method.notation import parse_method
from trencher.core.planner.doubt import INDEX, Doubt, deviation
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, kitchen
from trencher.core.thermal.geometry import COARSE

PAST = roast("220C 20min; 160C 60min")
DOUBT = in_following(Doubt(), 80.0)


def truth(minutes: list[float], xi: float = 0.08) -> list[float]:
    end = walk(kitchen(PAST, COARSE, Deviation(heat=1.1, start_c=1.5))).end
    rows = end.record[: end.rows]
    at = np.array(minutes) * 60.0
    shown = np.interp(at, rows[:, 0], rows[:, 3]) + xi**2 * np.interp(at, rows[:, 0], rows[:, 6])
    return [float(v) for v in shown]


TIMES = [25.0, 32.0, 39.0, 46.0, 53.0, 60.0, 67.0, 74.0]


def good(upto: int) -> list[Reading]:
    return [Reading(m, v, v) for m, v in zip(TIMES[:upto], truth(TIMES), strict=False)]


def test_a_tip_that_slips_into_fat_and_stays_is_flagged_to_the_last() -> None:
    values = truth(TIMES)
    wrong = [Reading(m, v - 8, v - 8) for m, v in zip(TIMES[4:], values[4:], strict=True)]
    found = believe(PAST, [*good(4), *wrong], DOUBT)
    assert found.flags == ("", "", "", "", "fat", "fat", "fat", "fat")
    clean = believe(PAST, good(4), DOUBT)
    assert np.abs(found.theta - clean.theta).max() < 0.2


@pytest.mark.parametrize("off", [-6.0, -5.0, 6.0])
@pytest.mark.parametrize("count", [2, 3, 4, 5])
def test_however_long_a_wrong_tip_reads_on_what_it_read_before_is_believed(
    off: float, count: int
) -> None:
    times = [20.0 + 6.0 * n for n in range(6 + count)]
    values = [v + (off if n >= 6 else 0.0) for n, v in enumerate(truth(times))]
    found = believe(PAST, [Reading(m, v, v) for m, v in zip(times, values, strict=True)], DOUBT)
    assert [bool(f) for f in found.flags] == [False] * 6 + [True] * count


def test_a_tip_put_right_again_is_believed_again() -> None:
    values = truth(TIMES)
    mixed = [*good(4), Reading(TIMES[4], values[4] - 8, values[4] - 8)]
    mixed += [Reading(m, v, v) for m, v in zip(TIMES[5:], values[5:], strict=True)]
    found = believe(PAST, mixed, DOUBT)
    assert [bool(f) for f in found.flags] == [False] * 4 + [True] + [False] * 3


def test_a_moved_tip_sits_elsewhere_and_is_no_contradiction() -> None:
    old, new = truth(TIMES, xi=0.05), truth(TIMES, xi=0.24)
    values = [*old[:4], *new[4:]]
    pairs = list(zip(TIMES, values, strict=True))
    told = [Reading(m, v, v, tip=int(n >= 4)) for n, (m, v) in enumerate(pairs)]
    untold = [Reading(m, v, v) for m, v in pairs]
    found = believe(PAST, told, DOUBT)
    # The tip that is in now sits far off the axis, and is seen to.
    assert found.theta[PROBE] > believe(PAST, untold, DOUBT).theta[PROBE] + 0.3
    assert found.theta.shape == (SIZE,)
    assert not any(found.flags)


BASE = ExpectedShown(
    shown=30.0, thin_end=38.0, surface=80.0, air=160.0, room=21.0, hottest=190.0, lowest=6.0
)


@pytest.mark.parametrize(
    ("value", "bone", "code"),
    [
        (45.0, False, "near_surface"),
        (45.0, True, "bone"),
        (38.5, False, "other_end"),
        (22.0, False, "fat"),
        (90.0, False, "probe_out"),
        (240.0, False, "impossible"),
        (1.0, False, "impossible"),
        (18.0, False, "probe_out"),
    ],
)
def test_the_likeliest_reason(value: float, bone: bool, code: str) -> None:
    assert reason(Reading(50.0, value, value), BASE, bone=bone) == code


def test_a_reading_of_the_thin_end_that_does_not_fit_is_another_end() -> None:
    assert reason(Reading(50.0, 50.0, 50.0, "thin_end"), BASE, bone=False) == "other_end"


# --- senses --------------------------------------------------------------------------------------
def test_what_speaks_of_the_surface_has_no_temperature_of_the_middle() -> None:
    for sign in SENSES.values():
        ranged = sign.low_c is not None and sign.high_c is not None
        assert ranged == (sign.speaks == "core"), sign.code
        if sign.low_c is not None and sign.high_c is not None:
            assert sign.low_c < sign.high_c


def test_a_sense_narrows_a_little_and_is_never_flagged() -> None:
    hot = believe(PAST, [Reading(60.0, 57.0, 72.0, instrument="sense")], DOUBT)
    number = believe(PAST, [Reading(60.0, 30.0, 30.0)], DOUBT)
    assert hot.flags == ("",)
    prior = 1.0
    assert np.linalg.det(number.covariance) < np.linalg.det(hot.covariance) < prior
    assert hot.theta[INDEX["heat"]] > 0


def test_signs_are_those_of_the_cut() -> None:
    lean = {s.code for s in senses_for(sirloin().facts)}
    tough = {s.code for s in senses_for(sirloin(cut="lamb-shoulder-bone").facts)}
    assert "springs" in lean
    assert "slides" not in lean
    assert {"slides", "bone-turns"} <= tough
    with pytest.raises(UnknownName):
        sense("hunch")


# --- an hour of seconds -------------------------------------------------------------------------
def test_an_hour_of_seconds_is_thinned_and_the_newest_kept() -> None:
    readings = [Reading(n / 60, 20.0, 20.0) for n in range(3600)]
    kept = subsampled(readings, 60.0)
    assert kept[-1] == 3599
    assert len(kept) < 60
    ages = [60.0 - readings[i].minute for i in kept]
    gaps = -np.diff(ages)
    assert gaps.min() >= 1 / 3 - 1e-6
    assert gaps[-5:].max() < 0.5


def test_few_readings_are_all_kept_each_place_for_itself() -> None:
    readings = [Reading(30.0, 20, 20), Reading(30.1, 30, 30, "thin_end"), Reading(40.0, 25, 25)]
    assert subsampled(readings, 41.0) == [0, 1, 2]


# --- readings that agree with each other -------------------------------------------------------
LATE = replace(PAST, method=parse_method("220C 20min; 160C 90min"))
SLOW = [(90.0, 20.0), (95.0, 22.0), (100.0, 24.0), (105.0, 26.0)]


def told_of(pairs: list[tuple[float, float]], **more: Any) -> Belief:
    return believe(LATE, [Reading(m, v, v, **more) for m, v in pairs], DOUBT)


def test_one_is_doubted_and_three_that_agree_are_not() -> None:
    one, two, three = (told_of(SLOW[:n]) for n in (1, 2, 3))
    assert one.flags != ("",)
    assert all(two.flags)
    assert three.flags == ("", "", "")
    assert (two.surprised, three.surprised) == (False, True)
    assert deviation(three.theta, LATE, DOUBT).heat < 0.75


def test_three_that_no_joint_could_show_stay_doubted_and_so_do_three_in_a_breath() -> None:
    assert all(told_of([(30.0, 52.0), (34.0, 53.0), (38.0, 54.0)]).flags)
    assert all(told_of([(90.0, 20.0), (90.2, 20.1), (90.4, 20.2)]).flags)


def test_what_the_cook_says_it_really_reads_is_believed_at_once() -> None:
    assert told_of(SLOW[:1]).flags != ("",)
    sure = told_of(SLOW[:1], sure=True)
    assert sure.flags == ("",)
    assert sure.surprised


def test_in_the_rest_the_joint_is_not_limited_by_the_room() -> None:
    resting = replace(BASE, air=21.0, shown=52.0, thin_end=55.0, surface=60.0)
    assert reason(Reading(110.0, 62.0, 62.0), resting, bone=False) == "near_surface"
    assert reason(Reading(110.0, 240.0, 240.0), resting, bone=False) == "impossible"


def test_what_agrees_is_said_of_the_joint() -> None:
    said = surprise(Deviation(thickness=1.15, heat=0.53, oven_c=-20.0, start_c=-5.0))
    assert said == (
        "By what was read it goes like a joint that is 15 % thicker, colder at the start, in an "
        "oven that heats less."
    )
    assert "a little otherwise" in surprise(Deviation())
