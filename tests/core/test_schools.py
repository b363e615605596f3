"""The schools: what each is written like, and for whom it is not."""

from __future__ import annotations

import pytest

from tests.kitchens import go, sirloin
from trencher.core.catalogue.cuts import CUTS
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import (
    SCHOOLS,
    Occasion,
    School,
    Thermometer,
    schools_for,
    weight_rule,
)
from trencher.core.method.stages import Method, Minutes, Oven, Rate, UntilPeak
from trencher.core.planner.forecast import forecast
from trencher.core.planner.setup import Roast
from trencher.core.planner.ways import occasion, oven_reason, written
from trencher.core.thermal.cooker import Cooker

HOUSE = Cooker(kind="fan", min_c=50, max_c=240, cooling_fan=True)
STILL = Cooker(kind="still", min_c=50, max_c=260)


def here(
    joint: Joint | None = None, cooker: Cooker = HOUSE, thermometer: Thermometer = "leave-in"
) -> Occasion:
    laid = joint or sirloin()
    roast = Roast(
        joint=laid, cooker=cooker, method=parse_method("160C 1h"), wanted_c=laid.facts.wanted_c
    )
    return occasion(roast, 30.0, thermometer)


def school(school_id: str) -> School:
    return next(s for s in SCHOOLS if s.id == school_id)


def test_there_are_the_nine_ways_of_the_trade_and_the_rinds() -> None:
    plain = [s for s in SCHOOLS if not s.for_rind]
    assert len(plain) >= 9
    assert len({s.id for s in SCHOOLS}) == len(SCHOOLS)
    assert len([s for s in SCHOOLS if s.for_rind]) >= 3


@pytest.mark.parametrize("cut", sorted(CUTS))
def test_every_school_can_be_written_for_every_cut(cut: str) -> None:
    at = here(Joint(cut=cut, weight_kg=CUTS[cut].usual_kg))
    suited = 0
    for one in schools_for(CUTS[cut]):
        method, unsuited = written(one, at)
        assert parse_method(str(method)) == method
        suited += not unsuited
    assert suited >= 3, "a cook has a choice for every cut"


@pytest.mark.parametrize(
    ("school_id", "joint", "cooker", "words"),
    [
        ("slow-then-crisp", sirloin(), HOUSE, "tender cut"),
        ("hot-then-off", sirloin(), HOUSE, "cooling fan"),
        ("pan-then-very-low", sirloin(), Cooker(kind="gas", min_c=107), "no lower than"),
        (
            "rind-hot-first",
            Joint(cut="pork-loin-rind", weight_kg=2.0),
            Cooker(max_c=180.0),
            "no higher than",
        ),
        ("pan-then-oven", Joint(cut="beef-sirloin-boned", weight_kg=4.0), HOUSE, "flat in a pan"),
        ("closed-pot", Joint(cut="pork-loin-rind", weight_kg=2.0), HOUSE, "rind stays soft"),
        ("hot-then-low", Joint(cut="hare-saddle", weight_kg=0.5), HOUSE, "is thin"),
        ("hot-then-low-by-weight", Joint(cut="pork-neck", weight_kg=2.0), HOUSE, "collagen"),
        ("pan-then-oven", Joint(cut="pork-neck", weight_kg=1.5), HOUSE, "collagen"),
    ],
)
def test_who_is_not_suited_hears_why(
    school_id: str, joint: Joint, cooker: Cooker, words: str
) -> None:
    assert words in written(school(school_id), here(joint, cooker))[1]


def test_switched_off_needs_a_probe_that_stays_in() -> None:
    assert written(school("hot-then-off"), here(cooker=STILL))[1] == ""
    assert "stays in" in written(school("hot-then-off"), here(cooker=STILL, thermometer="spot"))[1]


def test_switched_off_gets_there_in_an_oven_that_keeps_its_heat() -> None:
    method, _ = written(school("hot-then-off"), here(cooker=STILL))
    found = forecast(
        Roast(joint=sirloin(), cooker=STILL, method=method, wanted_c=57.0), bands=False, late=False
    )
    assert found.peak_c == pytest.approx(57.0, abs=0.1)


def test_a_tough_cut_is_roasted_until_tender_and_a_tender_one_to_a_peak() -> None:
    tough = here(Joint(cut="pork-neck", weight_kg=2.0))
    assert "until tender" in school("one-temperature").write(tough)
    lengths = [s.length for s in written(school("one-temperature"), here())[0].stages]
    assert any(isinstance(length, UntilPeak) for length in lengths)


SLOW = ("lamb-leg", "lamb-leg-boned", "pork-leg", "venison-haunch-boned", "kid-leg", "boar-haunch")


@pytest.mark.parametrize("cut", SLOW)
def test_a_leg_may_be_pink_or_slow_until_tender(cut: str) -> None:
    leg = here(Joint(cut=cut, weight_kg=CUTS[cut].usual_kg))
    method, unsuited = written(school("slow-then-crisp"), leg)
    assert unsuited == ""
    assert "until tender" in str(method)
    # The other ways still end at its peak.
    assert f"until peak {CUTS[cut].wanted_c:g}C" in school("one-temperature").write(leg)
    done = go(
        "150C covered in 300ml until tender; rest open 15min",
        joint=Joint(cut=cut, weight_kg=CUTS[cut].usual_kg),
    )
    assert 2.0 < done.pull_min / 60.0 < 6.0
    assert done.pull_core_c > 80.0


def test_the_wall_chart_knows_the_weight_and_nothing_else() -> None:
    flat, thick = (
        here(sirloin(thickness_mm=t, length_mm=n)) for t, n in ((70.0, 400.0), (120.0, 150.0))
    )
    one = school("hot-then-low-by-weight")
    assert one.write(flat) == one.write(thick)
    assert any(isinstance(s.length, Rate) for s in written(one, flat)[0].stages)
    rates = [weight_rule(c) for c in (50.0, 60.0, 68.0, 80.0)]
    assert rates == sorted(rates)
    assert len(set(rates)) == 4


@pytest.mark.parametrize("cut", ["beef-topside", "lamb-leg"])
def test_the_wall_chart_means_the_same_in_moving_air(cut: str) -> None:
    # Its heats are a still oven's: written as they stand for a fan, a leg came out 8 °C over.
    joint = Joint(cut=cut, weight_kg=CUTS[cut].usual_kg)
    ends = []
    for cooker in (HOUSE, STILL):
        method, _ = written(school("hot-then-low-by-weight"), here(joint, cooker))
        ends.append(go(str(method), joint=joint, cooker=cooker).peak_c)
    assert ends[0] == pytest.approx(ends[1], abs=3.0)
    assert abs(ends[0] - joint.facts.wanted_c) < 4.0


def test_crackling_ways_are_for_rind_alone() -> None:
    assert not [s for s in schools_for(CUTS["beef-topside"]) if s.for_rind]
    assert [s for s in schools_for(CUTS["pork-loin-rind"]) if s.for_rind]


@pytest.mark.parametrize("school_id", ["rind-hot-first", "rind-blister-last", "rind-under-grill"])
def test_crackling_ways_crackle(school_id: str) -> None:
    loin = Joint(cut="pork-loin-rind", weight_kg=2.6, thickness_mm=98, surface="dried")
    method, unsuited = written(school(school_id), here(loin))
    assert unsuited == ""
    found = forecast(
        Roast(joint=loin, cooker=HOUSE, method=method, wanted_c=66.0), bands=False, late=False
    )
    assert found.faces.crackles


def test_a_heat_just_outside_the_oven_is_re_planned_not_refused() -> None:
    near = Method((Oven(parse_method("245C 1h").stages[0].temp, Minutes(60.0)),))  # type: ignore[union-attr]
    assert oven_reason(near, Cooker(max_c=240.0)) == ""
