"""Heat in = stored + latent + what the water carries off, tallied inside the solver."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.kitchens import BARE, roast, sirloin
from trencher.core.joint import Joint
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal import conduction as kernel

SHARE = 1e-3
METHODS = [
    "220C 20min; 160C until peak 57C; rest tented 40min",
    "115C until peak 57C; rest open 25min; 235C 8min; rest open 10min",
    "240C 1h30; off 1h; rest wrapped 30min",
    "sear 3min/side; 150C until 75C; rest pan 20min",
    "cold 120C 3h; rest bowl 1h",
    "160C covered in 300ml 2h; turn; 220C grill 15min",
    "200C in 100ml 1h30 + check every 20min; off 30min + check at 10min",
    "cold 180C salt crust 2h; wait fridge 1h; wait water 20min",
]


def imbalance(described: Roast) -> float:
    k = kitchen(described)
    start = k.fresh().stored_j()
    sim = walk(k).end
    gained = sim.stored_j() - start
    s = sim.state
    return float(
        abs(s[kernel.HEAT_IN] - s[kernel.LATENT] - s[kernel.CARRIED] - gained) / s[kernel.HEAT_IN]
    )


@pytest.mark.parametrize("method", METHODS)
def test_energy_balances(method: str) -> None:
    assert imbalance(roast(method)) < SHARE


@pytest.mark.parametrize(
    "cut", ["pork-belly", "lamb-leg", "pork-tenderloin", "hare-saddle", "beef-fore-rib"]
)
def test_energy_balances_for_every_shape(cut: str) -> None:
    joint = Joint(cut=cut, weight_kg=1.4)
    assert imbalance(roast("200C 30min; 150C until 60C; rest open 30min", joint)) < SHARE


def test_energy_balances_through_thawing() -> None:
    # From −15 °C nearly all latent heat of the ice has to come in; it is most of the sum.
    assert imbalance(roast("120C 4h", sirloin(start_c=-15.0))) < SHARE


def test_without_water_the_balance_is_exact_to_rounding() -> None:
    dry = roast("200C 2h; rest open 1h", sirloin(), physics=replace(BARE, radiation=True))
    assert imbalance(dry) < 1e-9


def test_the_balance_can_fail() -> None:
    # A tally that loses one part in a hundred must be noticed.
    k = kitchen(roast(METHODS[0]))
    start = k.fresh().stored_j()
    sim = walk(k).end
    s = sim.state
    wrong = 0.99 * s[kernel.HEAT_IN] - s[kernel.LATENT] - s[kernel.CARRIED]
    assert abs(wrong - (sim.stored_j() - start)) / s[kernel.HEAT_IN] > SHARE


@pytest.mark.parametrize("method", METHODS)
def test_water_lost_is_water_that_was_there(method: str) -> None:
    k = kitchen(roast(method))
    sim = walk(k).end
    assert (-1e-6 * sim.tables.water <= sim.W).all()
    before = sim.tables.water * sim.body.volume.sum()
    now = (sim.W * sim.body.volume).sum()
    faces = sim.body.faces_m2
    out = sim.state[kernel.EVAPORATED] + sim.state[kernel.DRIPPED] + (sim.film * faces).sum()
    wet_at_start = (k.fresh().film * faces).sum()
    assert now + out == pytest.approx(before + wet_at_start, rel=2e-3)


def test_no_cell_passes_100_degrees_while_it_holds_free_water() -> None:
    sim = walk(kitchen(roast("240C 2h"))).at_pull
    wet = sim.par[kernel.P_DRY_LIMIT] * 1.02 < sim.W
    assert sim.T[wet].max() <= 100.0 + 0.5
    assert sim.T[~wet].max() > 105.0
