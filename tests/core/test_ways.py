"""The ways as a whole: every suited school for every kind of joint, worked out and disturbed."""

from __future__ import annotations

from itertools import pairwise

import pytest

from tests.kitchens import roast, sirloin
from trencher.core.catalogue.coats import COATS
from trencher.core.catalogue.cuts import CUTS
from trencher.core.catalogue.safety import profile_named
from trencher.core.catalogue.salts import SALTS, grams
from trencher.core.errors import TrencherError
from trencher.core.joint import Joint, size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import schools_for
from trencher.core.method.stages import UntilPeak
from trencher.core.outcome.outcomes import servings
from trencher.core.planner.cautions import plan_cautions
from trencher.core.planner.forecast import Forecast, forecast
from trencher.core.planner.fragile import disturbances
from trencher.core.planner.hands import hands_on_min
from trencher.core.planner.setup import Roast
from trencher.core.planner.ways import occasion, with_thermometer, written
from trencher.core.planner.whatif import what_if
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE

STILL = Cooker(kind="still", min_c=50.0, max_c=260.0)
SAMPLE = [
    "beef-sirloin-boned",
    "beef-fillet",
    "beef-brisket-rolled",
    "lamb-leg",
    "lamb-rack",
    "pork-loin-rind",
    "pork-shoulder",
    "venison-haunch-boned",
    "hare-saddle",
]
"""One of every kind: thick and thin, tender and tough, with bone, with rind, tapered."""


def worked(cut: str) -> dict[str, Forecast]:
    joint = Joint(cut=cut, weight_kg=CUTS[cut].usual_kg, surface="dried")
    plain = Roast(
        joint=joint, cooker=STILL, method=parse_method("160C 1h"), wanted_c=joint.facts.wanted_c
    )
    here = occasion(plain, 25.0, "leave-in")
    found: dict[str, Forecast] = {}
    for school in schools_for(joint.facts):
        method, unsuited = written(school, here)
        if unsuited:
            continue
        this = Roast(joint=joint, cooker=STILL, method=method, wanted_c=joint.facts.wanted_c)
        try:
            found[school.id] = forecast(this, bands=False, late=False, grid=COARSE)
        except TrencherError:
            assert school.id == "hot-then-off", "only stored heat may not be enough"
    return found


@pytest.mark.parametrize("cut", SAMPLE)
def test_every_suited_way_gets_there_and_loses_no_more_than_there_is(cut: str) -> None:
    found = worked(cut)
    assert len(found) >= 4
    for way, f in found.items():
        if any(isinstance(s.stage.length, UntilPeak) for s in f.stages):
            over = {n.code for n in f.notes} & {"already_past"}
            assert over or f.peak_c == pytest.approx(CUTS[cut].wanted_c, abs=0.1), way
        if CUTS[cut].collagen:
            assert f.tenderness >= 0.59, way
        assert 0.0 < f.loss.fraction < 0.5, way
        assert 5.0 < hands_on_min(f.stages) < 90.0, way
        low, high = servings(f.roast.joint.weight_kg * (1 - f.loss.fraction))
        assert low <= high


def test_closed_ways_stay_pale_and_the_pan_browns() -> None:
    found = worked("beef-sirloin-boned")
    for way in ("closed-pot", "salt-crust"):
        assert found[way].crust < 0.15 < 0.6 < found["pan-then-oven"].crust


def test_gentler_ways_are_more_even_and_climb_less() -> None:
    # Heat that goes in slowly spreads while it goes: a limit known without the model.
    found = worked("beef-sirloin-boned")
    gentle = ["one-temperature", "low-then-blast", "pan-then-very-low"]
    for a, b in pairwise(gentle):
        assert (found[a].even_fraction or 0) < (found[b].even_fraction or 0)
        assert found[a].carryover_c > found[b].carryover_c
        assert found[a].end_min < found[b].end_min


def test_resting_before_the_blast_is_steadier_than_blasting_at_once() -> None:
    found = worked("beef-sirloin-boned")
    assert found["low-then-blast"].pull_core_c > found["low-then-blast-at-once"].pull_core_c
    # On the coarse grid the even share goes by whole cells; the rim tells them apart.
    assert (found["low-then-blast"].even_fraction or 0) >= (
        found["low-then-blast-at-once"].even_fraction or 0
    )
    rims = [found[w].rim_mm for w in ("low-then-blast", "low-then-blast-at-once")]
    assert (rims[0] or 99.0) < (rims[1] or 0.0)


@pytest.mark.parametrize("cut", ["beef-sirloin-boned", "pork-shoulder", "lamb-rack"])
def test_every_way_can_be_disturbed_and_asked_what_if(cut: str) -> None:
    for way, f in worked(cut).items():
        worst = disturbances(f.roast)
        assert worst, way
        assert {"wrong_dial", "late_guests"} & {d.code for d in worst}, way
        assert all(d.harm >= 0 for d in worst), way
        told = {d.code for d in what_if(f.roast)}
        assert {"chill_off", "warmer", "colder"} <= told, way


@pytest.mark.parametrize("thermometer", ["leave-in", "spot", "none"])
def test_with_each_thermometer_the_take_out_is_about_the_same(thermometer: str) -> None:
    base = forecast(roast(wanted_c=57.0), bands=False, late=False)
    method = with_thermometer(roast(wanted_c=57.0), thermometer)  # type: ignore[arg-type]
    found = forecast(roast(str(method), wanted_c=57.0), bands=False, late=False)
    assert found.pull_min == pytest.approx(base.pull_min, abs=6.0)
    assert found.peak_c == pytest.approx(57.0, abs=1.5)


# --- cautions -----------------------------------------------------------------------------------
@pytest.mark.parametrize(
    ("method", "fat", "smokes"),
    [
        ("220C 20min; 160C 1h", 8.0, True),
        ("220C on rack 20min; 160C 1h", 8.0, True),
        ("220C on roots 20min; 160C 1h", 8.0, False),
        ("220C in 300ml 20min; 160C 1h", 8.0, False),
        ("220C covered 20min; 160C 1h", 8.0, False),
        ("220C 20min + pour 200ml at 5min; 160C 1h", 8.0, False),
        ("170C 1h", 8.0, False),
        ("220C 20min; 160C 1h", 2.0, False),
    ],
)
def test_fat_that_would_smoke_asks_for_something_wet(method: str, fat: float, smokes: bool) -> None:
    joint = sirloin(fat_mm=fat)
    found = forecast(roast(method, joint), bands=False, late=False, grid=COARSE)
    codes = {c.code for c in plan_cautions(joint.facts, found, profile_named("uk"))}
    assert ("fat_smokes" in codes) == smokes


# --- tables -------------------------------------------------------------------------------------
def test_coarse_salt_is_lighter_by_the_spoon() -> None:
    by_id = {s.id: grams(s, 1.0) for s in SALTS}
    assert by_id["flakes"] < 0.55 * by_id["fine"]
    assert all(2.0 < g < 7.0 for g in by_id.values())
    assert grams(SALTS[0], 2.0) == 2 * grams(SALTS[0], 1.0)


@pytest.mark.parametrize("coat", [c for c in COATS.values() if c.id != "none"], ids=lambda c: c.id)
def test_every_coat_is_named_bounded_and_sourced(coat: object) -> None:
    c = COATS[coat.id]  # type: ignore[attr-defined]
    assert c.word
    assert 130.0 <= c.scorch_c <= 200.0
    assert 5.0 <= c.scorch_min <= 60.0
    assert 0.0 < c.wants_min < 30.0
    assert c.cover.endswith(".")
    assert c.source == "estimate"


def test_what_the_joint_is_made_of_is_known_before_it_is_written_for() -> None:
    plain = roast("160C 1h", wanted_c=57.0)
    here = occasion(plain, 0.0, "none")
    size = size_of(plain.joint)
    assert here.thickness_mm == min(size.thickness_mm, size.width_mm)
    assert here.rest == "1min", "a rest of no length cannot be written"
    assert here.part_of_rest(15.0) == "10min"
