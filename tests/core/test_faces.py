"""Faces: flat pieces heated from below, coats, pans, turning over, what lies under the joint."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from tests.kitchens import go, roast, sirloin
from tests.reference.block import minutes_to_core
from trencher.core.joint import Joint
from trencher.core.outcome.outcomes import crust_of, faces_of, rim_mm, slices_of
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import kitchen
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal import surface
from trencher.core.thermal.geometry import (
    FINE,
    SIDE_A,
    TOP,
    TWO_SIDED_BELOW,
    UNDER,
    build_body,
    face_shares,
)
from trencher.core.thermal.properties import LATENT_ICE, LEAN, density, ice_fraction, tables_for
from trencher.core.thermal.simulation import Simulation

BELLY = Joint(cut="pork-belly", weight_kg=2.0)
RIB = Joint(cut="beef-single-rib", weight_kg=1.0)
LOIN = Joint(cut="pork-loin-rind", weight_kg=2.6, thickness_mm=98, length_mm=310)


def minutes_of_ours(
    ratio: float, top: float, under: float, side: float, *, thick: float, two_sided: bool
) -> float:
    body = build_body(
        thickness_m=thick,
        width_m=thick * ratio,
        length_m=3.0,
        profile="flat",
        section="block",
        grid=FINE,
        two_sided=two_sided,
    )
    tables = tables_for(
        LEAN, conductivity_w_mk=0.47, specific_heat_j_kgk=3450.0, density_kg_m3=1060.0
    )
    par = surface.parameters(water=0.0, moist=False, max_dt_s=60.0)
    par[kernel.P_LINEAR] = 1.0
    sim = Simulation.start(body, tables, par, surface.coats(), 7.0, 21.0)
    env = np.zeros(kernel.ENV_SIZE)
    env[kernel.E_TARGET] = env[kernel.E_START] = 160.0
    for face, h in enumerate((top, side, side, under, side)):
        surface.set_face(env, face, h=h)
    assert sim.advance(env, 86400.0, goal=kernel.GOAL_CORE, value=55.0)
    return sim.minutes


def truth(ratio: float, top: float, under: float, side: float, thick: float) -> float:
    return minutes_to_core(
        thick_m=thick,
        wide_m=thick * ratio,
        h_top=top,
        h_under=under,
        h_side=side,
        k=0.47,
        cp=3450,
        rho=1060,
        start_c=7,
        air_c=160,
        core_c=55,
    )


@pytest.mark.parametrize("ratio", [1.0, 1.3, 1.6, 2.0, 3.0])
def test_a_block_heats_like_a_true_rectangle(ratio: float) -> None:
    # 3 % of time at the Biot number of roasting; 5 % at half and at twice that (ADR 7).
    for h, within in ((25.0, 0.03), (15.0, 0.055), (60.0, 0.055)):
        got = minutes_of_ours(ratio, h, h, h, thick=0.06, two_sided=False)
        assert got == pytest.approx(truth(ratio, h, h, h, 0.06), rel=within)


@pytest.mark.parametrize("ratio", [1.6, 2.0, 3.0])
@pytest.mark.parametrize("faces", [(25.0, 8.0, 20.0), (20.0, 150.0, 12.0)])
def test_a_flat_piece_heats_from_below_as_a_true_rectangle_does(
    ratio: float, faces: tuple[float, float, float]
) -> None:
    want = truth(ratio, *faces, 0.05)
    two = minutes_of_ours(ratio, *faces, thick=0.05, two_sided=True)
    one = minutes_of_ours(ratio, *faces, thick=0.05, two_sided=False)
    assert two == pytest.approx(want, rel=0.04)
    if faces[1] > 100.0:
        # A liquid under it: the mean of the faces would be far too fast.
        assert abs(one / want - 1.0) > 0.1


def test_two_sided_equals_one_sided_when_all_faces_meet_the_same() -> None:
    for ratio in (2.0, 4.0):
        two = minutes_of_ours(ratio, 20.0, 20.0, 20.0, thick=0.05, two_sided=True)
        one = minutes_of_ours(ratio, 20.0, 20.0, 20.0, thick=0.05, two_sided=False)
        assert two == pytest.approx(one, rel=0.01)


@pytest.mark.parametrize("section", ["oval", "block"])
def test_face_shares_sum_to_one_and_make_no_jump(section: str) -> None:
    for g in np.linspace(0.0, 1.0 if section == "oval" else 0.7, 30):
        for two in (True, False):
            shares = face_shares(float(g), section, two)  # type: ignore[arg-type]
            assert shares.sum() == pytest.approx(1.0)
            assert (shares >= 0.0).all()
    there = TWO_SIDED_BELOW
    a, b = (face_shares(there, section, two) for two in (True, False))  # type: ignore[arg-type]
    assert np.allclose(a, b)


def test_turning_over_twice_changes_nothing() -> None:
    sim = walk(kitchen(roast("200C 20min", BELLY))).end
    names = ("T", "W", "rim", "film", "Ts", "brown", "crisp", "coats")
    before = {name: getattr(sim, name).copy() for name in names}
    sim.turn_over()
    assert not np.allclose(before["T"], sim.T)
    assert sim.coats[UNDER, kernel.C_RESIST] > 0
    sim.turn_over()
    for name, was in before.items():
        assert np.allclose(getattr(sim, name), was), name


def test_turning_keeps_the_water_on_the_faces() -> None:
    sim = walk(kitchen(roast("200C 20min", RIB))).end
    before = (sim.film * sim.body.faces_m2).sum()
    sim.turn_over()
    assert (sim.film * sim.body.faces_m2).sum() == pytest.approx(before)


# --- what lies under ---------------------------------------------------------------------------
def under(text: str, joint: Joint = RIB) -> Walk:
    return go(text, joint=joint)


def test_a_rack_browns_the_under_face_more_than_a_tin_and_liquid_not_at_all() -> None:
    brown = {
        bed: faces_of(under(f"220C {bed} 1h", sirloin()).at_pull, rind=False).under
        for bed in ("on rack", "on roots", "in 300ml", "")
    }
    assert brown["on rack"] > brown[""] > brown["on roots"] > brown["in 300ml"]
    assert brown["in 300ml"] < 0.01


def test_a_face_in_liquid_stays_below_boiling() -> None:
    done = under("220C in 600ml 1h", BELLY)
    assert done.at_pull.Ts[:, UNDER].max() < 100.5
    assert done.at_pull.Ts[7, TOP] > 120


def test_liquid_boils_off_sooner_in_hotter_air_and_is_said() -> None:
    def gone(air_c: int, ml: int) -> float | None:
        done = under(f"{air_c}C in {ml}ml 4h", BELLY)
        notes = [n for n in done.notes if n.code == "liquid_gone"]
        assert len(notes) <= 1
        return float(done.at_pull.state[kernel.NODE_DRY_AT]) / 60 if notes else None

    hot, hotter = gone(180, 300), gone(220, 300)
    assert hot is not None
    assert hotter is not None
    assert hotter < hot
    assert gone(120, 2000) is None
    # A tin loses about a quarter to a full litre an hour at 180 °C: what cooks top up.
    assert 15 < hot < 150


def test_poured_liquid_wets_the_tin_from_then_on() -> None:
    dry = under("200C 1h", BELLY).at_pull
    wet = under("200C 1h + pour 600ml at 20min", BELLY).at_pull
    assert dry.state[kernel.NODE_KG] == 0.0
    assert 0.1 < wet.state[kernel.NODE_KG] < 0.6
    assert wet.brown[7, UNDER] < dry.brown[7, UNDER]


# --- covers ------------------------------------------------------------------------------------
def test_under_a_lid_nothing_browns_and_little_evaporates() -> None:
    open_, closed = go("160C 2h").at_pull, go("160C lid in 300ml 2h").at_pull
    assert faces_of(closed, rind=False).top < 0.02
    assert closed.state[kernel.EVAPORATED] < 0.1 * open_.state[kernel.EVAPORATED]
    assert closed.Ts.max() < 100.5


def test_a_closed_pot_from_cold_takes_its_time() -> None:
    cold = go("cold 120C salt crust until 50C")
    hot = go("120C salt crust until 50C")
    # The crust itself is cold either way; only the oven's own warming is added.
    assert hot.pull_min + 1 < cold.pull_min < hot.pull_min + 15


def test_a_dry_pot_passes_boiling_and_a_wet_one_does_not() -> None:
    wet = go("180C lid in 2000ml 3h").at_pull
    assert wet.state[kernel.NODE_C] == pytest.approx(100.0, abs=1.0)
    # No liquid, and the joint has not dripped yet: the pot itself gets far hotter.
    dry = go("240C lid 45min").at_pull
    assert dry.state[kernel.NODE_KG] == 0.0
    assert dry.state[kernel.NODE_C] > 120.0


# --- pan, grill, cold --------------------------------------------------------------------------
def test_a_sear_browns_every_side_in_turn() -> None:
    flat = faces_of(go("sear 3min/side; rest open 5min", joint=RIB).at_pull, rind=False)
    assert min(flat.top, flat.under) > 0.6
    assert flat.sides < 0.2
    whole = faces_of(go("sear 3min/side; rest open 5min").at_pull, rind=False)
    assert min(whole.under, whole.sides) > 0.6


def test_a_sear_until_brown_stops_when_it_is() -> None:
    done = go("sear until brown; rest open 5min", joint=RIB)
    assert faces_of(done.at_pull, rind=False).top == pytest.approx(0.6, abs=0.02)


def test_a_grill_browns_the_top_alone() -> None:
    lean = sirloin(fat_mm=0.0)
    grill = faces_of(go("220C grill 12min", joint=lean).at_pull, rind=False)
    plain = faces_of(go("220C 12min", joint=lean).at_pull, rind=False)
    assert grill.top > plain.top + 0.2
    assert grill.under == pytest.approx(plain.under, abs=0.05)


def test_cold_water_thaws_faster_than_the_fridge_and_the_freezer_freezes() -> None:
    frozen = sirloin(start_c=-18.0)
    water = go("wait water 3h; 160C 1min", joint=frozen).stages[0]
    fridge = go("wait fridge 3h; 160C 1min", joint=frozen).stages[0]
    assert water.core_c > fridge.core_c
    fresh = go("wait freezer 24h; 160C 1min").stages[0]
    assert fresh.core_c < -2.0


def test_thawing_under_water_takes_as_long_as_plank_says() -> None:
    # Plank (1913), long cylinder, heat of fusion alone: rho L / dT (D / 4h + D² / 16k).
    joint = Joint(
        cut="custom", weight_kg=8.0, thickness_mm=100, width_mm=100, length_mm=1000, start_c=-3.0
    )
    done = go("wait water 20h; 160C 1min", joint=joint)
    record = done.end.record[: done.end.rows]
    thawed = float(record[np.argmax(record[:, 3] > -0.9), 0])
    ice = ice_fraction(LEAN, np.array([-3.0]))[0] - ice_fraction(LEAN, np.array([-0.9]))[0]
    d, h, k, rho = 0.1, surface.COLD_WATER_H, 0.48, density(LEAN)
    lumped = rho * ice * LATENT_ICE / (surface.COLD_WATER_C + 1.0)
    plank = lumped * (d / (4 * h) + d * d / (16 * k))
    assert thawed == pytest.approx(plank, rel=0.05)


def test_the_fridge_takes_more_than_a_day_for_a_thick_joint() -> None:
    day = go("wait fridge 24h; 160C 1min", joint=sirloin(start_c=-18.0)).stages[0].core_c
    assert day < 0.0


# --- fat and rind ------------------------------------------------------------------------------
def test_fat_slows_the_core_and_browns_first() -> None:
    lean, fat = (go("160C until 54C", joint=sirloin(fat_mm=mm)) for mm in (0.0, 15.0))
    assert fat.pull_min > lean.pull_min
    assert faces_of(fat.at_pull, rind=False).top > faces_of(fat.at_pull, rind=False).sides


def test_a_fat_cap_colours_in_a_hot_start_not_in_five_minutes() -> None:
    def minutes(air_c: int, fat_mm: float) -> float:
        return go(f"{air_c}C until brown; rest open 5min", joint=sirloin(fat_mm=fat_mm)).pull_min

    assert 10.0 < minutes(220, 8.0) < 25.0
    assert minutes(200, 8.0) > minutes(220, 8.0) + 4.0
    assert crust_of(go("220C 4min; rest open 5min", joint=sirloin(fat_mm=8.0)).at_pull) == 0.0


def crisp(text: str, joint: Joint = LOIN) -> float:
    return faces_of(go(text, joint=joint).end, rind=True).crisp_top


def test_rind_blisters_in_a_hot_finish_not_in_a_low_oven() -> None:
    assert crisp("150C until 66C; rest open 20min") < 0.2
    assert crisp("150C until 60C; 240C 18min; rest open 20min") > 0.6


def test_steam_softens_what_was_crisp() -> None:
    hot = "150C until 60C; 240C 18min"
    open_, tent, wrap = (crisp(f"{hot}; rest {how} 30min") for how in ("open", "tented", "wrapped"))
    assert open_ > tent > wrap
    assert wrap < 0.6 * open_


def test_dried_rind_crisps_sooner() -> None:
    text = "230C until crisp; rest open 5min"
    wet, dried = (go(text, joint=replace(LOIN, surface=s)).pull_min for s in ("wet", "dried"))
    assert dried < wet - 3


def test_a_wet_surface_browns_later() -> None:
    joint = sirloin(fat_mm=0.0)
    wet, dried = (
        faces_of(go("220C 40min", joint=replace(joint, surface=s)).at_pull, rind=False).top
        for s in ("wet", "dried")
    )
    assert dried > wet


# --- slices and rim of a two-sided piece ----------------------------------------------------------
def test_a_flat_piece_has_slices_and_a_rim_like_any_other() -> None:
    end = go("200C until peak 57C; rest open 10min", joint=RIB).end
    assert end.body.mid > 0
    centres = [s.centre_c for s in slices_of(end)]
    assert centres[len(centres) // 2] == pytest.approx(57.0, abs=1.0)
    assert 0.0 < rim_mm(end, 57.0) < end.body.half.max() * 1000
    assert end.Ts.shape == (FINE.nz, 5)
    assert end.brown[:, SIDE_A].min() >= 0.0
