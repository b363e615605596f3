"""A dial against what was measured, and whether a joint fits."""

from __future__ import annotations

import json
from typing import Any

import numpy as np
import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from tests.kitchens import go, sirloin
from trencher.core.errors import InputError
from trencher.core.joint import size_of
from trencher.core.outcome import outcomes
from trencher.core.oven import OvenRecord
from trencher.core.planner.fits import Cavity, Tin, fit
from trencher.core.thermal.calibration import DRIFT_SD_C, NOISE_SD_C, OFFSET_SD_C, calibrate
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.surface import near_element_c

SIZE = size_of(sirloin())
DEEP = Tin(id="deep", name="Deep tin", length_mm=380, width_mm=280, depth_mm=75, hob=True)
TRAY = Tin(id="tray", name="Wide tray", length_mm=420, width_mm=340, depth_mm=25)
SMALL = Tin(id="small", name="Small tin", length_mm=200, width_mm=150, depth_mm=50, hob=True)


# --- the record ---------------------------------------------------------------------------------
@given(
    max_c=st.none() | st.floats(60, 400),
    shelves=st.lists(st.floats(20, 1500), max_size=8),
    pairs=st.lists(st.tuples(st.floats(20, 400), st.floats(20, 400)), max_size=5),
    fan=st.booleans(),
)
def test_a_record_is_the_same_after_it_was_kept(
    max_c: float | None, shelves: list[float], pairs: list[tuple[float, float]], fan: bool
) -> None:
    record = OvenRecord(
        id="o",
        name="House oven",
        marks="gas",
        max_c=max_c,
        shelves_mm=tuple(shelves),
        pairs=tuple(pairs),
        cooling_fan=fan,
    )
    kept = json.loads(json.dumps(record.plain()))
    assert OvenRecord.read("o", "House oven", {"of another age": 1, **kept}) == record


@pytest.mark.parametrize(
    ("facts", "where"),
    [
        ({"max_c": "hot"}, "max_c"),
        ({"max_c": True}, "max_c"),
        ({"litres": 10**400}, "litres"),
        ({"width_mm": float("nan")}, "width_mm"),
        ({"kind": "clay"}, "kind"),
        ({"marks": "K"}, "marks"),
        ({"cooling_fan": 1}, "cooling_fan"),
        ({"pairs": [[160]]}, "pairs"),
        ({"pairs": [160, 172]}, "pairs"),
        ({"shelves_mm": 3}, "shelves_mm"),
        ({"max_c": 4000}, "cooker.max_c"),
        ({"shelves_mm": [100, 200]}, "shelves"),
    ],
    ids=str,
)
def test_what_is_no_oven_is_said_with_its_place(facts: dict[str, Any], where: str) -> None:
    with pytest.raises(InputError) as refused:
        OvenRecord.read("o", "House oven", facts).checked()
    assert refused.value.where == where


# --- calibration --------------------------------------------------------------------------------
def test_nothing_measured_leaves_the_prior() -> None:
    prior = calibrate([])
    assert prior.error_at(180.0) == 0.0
    assert prior.sd_at(180.0) == pytest.approx(np.hypot(OFFSET_SD_C, DRIFT_SD_C), rel=1e-6)


def test_many_measurements_find_the_line_that_made_them() -> None:
    # An oven 12 high at 160 and 7 at 220, measured without noise: the limit needs no model.
    line = [(t + 12.0 - (t - 160.0) * 5.0 / 60.0, t) for t in np.linspace(150, 230, 20)]
    found = calibrate(line)
    assert found.error_at(160.0) == pytest.approx(12.0, abs=0.3)
    assert found.error_at(220.0) == pytest.approx(7.0, abs=0.3)


def test_it_agrees_with_least_squares_when_there_is_much_to_go_by() -> None:
    rng = np.random.default_rng(7)
    true = np.linspace(120, 240, 20)
    errors = 9.0 - 0.06 * (true - 180.0) + rng.normal(0.0, NOISE_SD_C, 20)
    slope, offset = np.polyfit(true - 180.0, errors, 1)
    found = calibrate(list(zip(true + errors, true, strict=True)))
    for at in (130.0, 180.0, 230.0):
        assert found.error_at(at) == pytest.approx(offset + slope * (at - 180.0), abs=0.6)


@given(st.lists(st.tuples(st.floats(100, 240), st.floats(-20, 20)), min_size=1, max_size=8))
@example([(100.0, 0.0), (135.0, 0.0), (135.0, 0.0), (135.0, 0.0), (135.0, 0.0), (221.0, 0.0)])
def test_each_measurement_narrows_and_never_jumps_past_it(made: list[tuple[float, float]]) -> None:
    pairs = [(t + e, t) for t, e in made]
    before = calibrate(pairs[:-1])
    after = calibrate(pairs)
    # At one place: each line is kept level beyond its own outermost measurement.
    row = after._row(pairs[-1][1])
    sd_before, sd_after = (float(np.sqrt(row @ c.cov @ row)) for c in (before, after))
    assert sd_after < sd_before + 1e-9


def test_doubt_is_least_where_it_was_measured_and_grows_beyond() -> None:
    found = calibrate([(172.0, 160.0), (173.0, 161.0)])
    assert found.sd_at(160.0) < 0.5 * found.sd_at(240.0)
    assert found.sd_at(300.0) > found.sd_at(240.0)


@pytest.mark.parametrize(
    ("pairs", "words"),
    [([(300.0, 160.0)], "apart"), ([(10.0, 15.0)], "pair 1, dial"), ([(160, 160)] * 21, "at most")],
)
def test_pairs_that_cannot_be_are_named(pairs: list[tuple[float, float]], words: str) -> None:
    with pytest.raises(InputError, match=words):
        calibrate(pairs)


# --- does it fit --------------------------------------------------------------------------------
def test_the_smallest_tin_that_takes_it_is_named() -> None:
    found = fit(SIZE, Cavity(), (TRAY, DEEP, SMALL))
    assert found.tin == DEEP
    assert fit(SIZE, Cavity(), (TRAY, SMALL), hob=True).tin == TRAY
    assert any("not for the hob" in w for w in fit(SIZE, Cavity(), (TRAY,), hob=True).words)
    assert fit(SIZE, Cavity(), (SMALL,)).tin is None
    assert fit(SIZE, Cavity(width_mm=300, depth_mm=250), (DEEP,)).tin is None


def test_an_open_joint_does_not_lie_in_a_deep_pot() -> None:
    pot = Tin(id="pot", name="Pot", length_mm=260, width_mm=230, depth_mm=140, hob=True)
    assert fit(SIZE, Cavity(), (pot, DEEP)).tin == DEEP
    assert fit(SIZE, Cavity(), (pot, DEEP), closed=True).tin == pot


def test_a_bare_element_sends_it_to_a_lower_shelf() -> None:
    shelves = (310.0, 250.0, 190.0)
    plain, bare = (
        fit(SIZE, Cavity(shelves_mm=shelves, bare_element=b)).shelf for b in (False, True)
    )
    assert plain is not None
    assert bare is not None
    assert (plain.shelf, bare.shelf) == (3, 2)


def test_the_shelf_leaves_room_above_and_a_rack_takes_some() -> None:
    cavity = Cavity(shelves_mm=(300.0, 210.0, 130.0))
    found = fit(SIZE, cavity)
    assert found.shelf is not None
    assert found.shelf.shelf == 2
    assert found.shelf.clear_mm == pytest.approx(210.0 - 4.0 - 105.0)
    racked = fit(SIZE, cavity, rack=True)
    assert racked.shelves[0].clear_mm == pytest.approx(found.shelves[0].clear_mm - 25.0)
    assert not racked.shelves[2].fits


def test_what_is_too_tall_is_said_with_its_millimetres() -> None:
    found = fit(SIZE, Cavity(shelves_mm=(110.0,)))
    assert not found.fits
    assert found.shelf is None
    assert any("does not fit: {l:109} high" in w for w in found.words)
    assert fit(SIZE, Cavity()).fits, "nobody measured: nothing is refused"


def test_shelves_are_given_from_the_lowest_up() -> None:
    with pytest.raises(InputError, match="lowest shelf up"):
        Cavity(shelves_mm=(120.0, 200.0))


def test_near_a_bare_element_the_top_is_grilled() -> None:
    near, far = (
        fit(SIZE, Cavity(shelves_mm=(h,), bare_element=True)).shelf for h in (135.0, 260.0)
    )
    assert near is not None
    assert far is not None
    assert near.hotter_c > 40.0 > 15.0 > far.hotter_c
    assert near.hotter_c == near_element_c(near.clear_mm)
    plain, grilled = (
        go("170C 35min; rest open 10min", cooker=Cooker(roof_hotter_c=c)) for c in (0.0, 60.0)
    )
    top = [outcomes.faces_of(w.end, rind=False).top for w in (plain, grilled)]
    under = [outcomes.faces_of(w.end, rind=False).under for w in (plain, grilled)]
    assert top[1] > top[0] + 0.1
    assert under[1] == pytest.approx(under[0], abs=0.02)
