"""Kept ovens as the core's, and which of them suits tonight."""

from __future__ import annotations

from typing import Any

import pytest

from tests.kitchens import sirloin
from tests.service.conftest import METHOD
from trencher.core.errors import NotationError
from trencher.core.oven import OvenRecord
from trencher.core.planner.doubt import KNOWN_OVEN_SD_C, Doubt
from trencher.core.planner.fits import Tin
from trencher.core.thermal.cooker import Cooker
from trencher.service.ovens import advice, ovens_tonight
from trencher.service.planning import Wish, by_hand

PAIRS = [[172, 160], [173, 160.5], [227, 219.5], [226, 219.5]]


def oven(name: str = "House", **facts: Any) -> OvenRecord:
    return OvenRecord.read(name.casefold(), name, {"max_c": 240} | facts)


def wish(**changes: Any) -> Wish:
    facts: dict[str, Any] = {
        "joint": sirloin(),
        "cooker": Cooker(),
        "wanted_c": 57.0,
        "rest_min": 40.0,
    }
    return Wish(**(facts | changes))


# --- kept ovens ---------------------------------------------------------------------------------
def test_pairs_take_the_place_of_points_typed_before() -> None:
    typed = oven(dial_points=[[160, 30]])
    measured = oven(dial_points=[[160, 30]], pairs=PAIRS)
    assert typed.cooker().dial_error_at(160.0) == 30.0
    assert measured.cooker().dial_error_at(160.0) == pytest.approx(12.0, abs=0.5)
    assert measured.cooker().dial_error_at(220.0) == pytest.approx(7.0, abs=0.5)


def test_a_dial_error_names_the_dial_and_never_moves_the_air() -> None:
    plain = by_hand(wish(cooker=oven().cooker()), METHOD, quick=True).forecast
    measured = by_hand(wish(cooker=oven(pairs=PAIRS).cooker()), METHOD, quick=True).forecast
    assert plain is not None
    assert measured is not None
    assert measured.pull_min == plain.pull_min
    assert [s.dial_c for s in plain.stages[:2]] == [220.0, 160.0]
    assert [round(s.dial_c or 0) for s in measured.stages[:2]] == [227, 172]


def test_doubt_of_an_oven_is_what_its_calibration_says() -> None:
    assert oven().calibration is None
    assert oven().air_sd_c is None
    assert wish().doubt.oven_c == Doubt().oven_c
    assert wish(cooker=Cooker(dial_points=((160.0, 5.0),))).doubt.oven_c == KNOWN_OVEN_SD_C
    measured = oven(pairs=PAIRS).air_sd_c
    assert measured is not None
    assert measured < 3.0
    assert wish(oven_sd_c=measured).doubt.oven_c == measured


def test_an_element_near_the_top_comes_with_the_joint_that_is_near_it() -> None:
    shallow = oven(shelves_mm=[135], bare_element=True)
    assert shallow.cooker().roof_hotter_c == 0.0
    assert shallow.cooker(sirloin()).roof_hotter_c > 30.0
    flat = sirloin(thickness_mm=60.0, length_mm=300.0)
    assert shallow.cooker(flat).roof_hotter_c < shallow.cooker(sirloin()).roof_hotter_c
    assert oven(shelves_mm=[135]).cooker(sirloin()).roof_hotter_c == 0.0


# --- tonight ------------------------------------------------------------------------------------
def test_the_oven_that_need_not_bend_is_advised() -> None:
    found = ovens_tonight([oven("Cool", max_c=180), oven("Hot")], [], wish(), METHOD)
    assert [t.bends for t in found] == [True, False]
    assert advice(found) == ("hot", "Hot: Cool would have to bend this way to its limits.")


def test_the_oven_that_is_known_better_is_advised() -> None:
    low = "110C until peak 57C; rest open 20min"
    found = ovens_tonight([oven("Vague"), oven("Known", pairs=PAIRS)], [], wish(), low)
    best, words = advice(found)
    assert best == "known"
    assert words.startswith("Known: its take-out is known to ±")


def test_twins_come_to_the_same_and_one_alone_needs_no_reason() -> None:
    twins = ovens_tonight([oven("A"), oven("B")], [], wish(), METHOD)
    assert advice(twins)[1] == "A or B: they come to the same."
    assert advice(twins[:1]) == ("a", "A.")


def test_where_nothing_fits_it_says_so() -> None:
    found = ovens_tonight([oven("Drawer", shelves_mm=[90])], [], wish(), METHOD)
    assert not found[0].works
    assert advice(found)[0] is None
    both = ovens_tonight([oven("Drawer", shelves_mm=[90]), oven("Tall")], [], wish(), METHOD)
    assert advice(both) == ("tall", "Tall: the only one that does.")


def test_a_way_that_gets_nowhere_in_one_oven_leaves_the_others() -> None:
    found = ovens_tonight(
        [oven("Warm", max_c=60), oven("Hot")], [], wish(wanted_c=75.0), "150C until 75C"
    )
    assert found[0].forecast is None
    assert "24 hours" in found[0].reason
    assert found[1].forecast is not None
    with pytest.raises(NotationError):
        ovens_tonight([oven()], [], wish(), "150C until done")


def test_a_sear_asks_for_a_tin_that_may_stand_on_the_hob() -> None:
    tray = Tin(id="0", name="Tray", length_mm=300, width_mm=220, depth_mm=25)
    pan = Tin(id="1", name="Pan", length_mm=340, width_mm=260, depth_mm=60, hob=True)
    sear = "sear 2min/side; 150C until peak 57C; rest open 20min"
    assert ovens_tonight([oven()], [tray, pan], wish(), METHOD)[0].fit.tin == tray
    assert ovens_tonight([oven()], [tray, pan], wish(), sear)[0].fit.tin == pan


def test_by_hand_says_why_and_raises_only_what_cannot_be_read() -> None:
    lost = by_hand(wish(), "60C until 75C", quick=True)
    assert lost.forecast is None
    assert "24 hours" in lost.reason
    with pytest.raises(NotationError):
        by_hand(wish(), "hot until done", quick=True)
