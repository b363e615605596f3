"""A side's time in air that changes."""

from __future__ import annotations

import numpy as np
import pytest

from trencher.core.catalogue.sides import SIDES, SideStep
from trencher.core.day.heat import NEVER_C, Course, settling

ROAST = SIDES["roast-celeriac"].steps[-1]
N = 400


def level(c: float, step: SideStep = ROAST, *, in_tin: bool = False) -> Course:
    return Course(np.full(N, c), step, in_tin=in_tin)


def test_at_its_usual_heat_it_takes_its_usual_time() -> None:
    cooked = level(ROAST.ref_c).ending(300, ROAST.minutes)
    assert cooked is not None
    assert cooked.minutes == pytest.approx(ROAST.minutes, abs=1.0)


@pytest.mark.parametrize(("cooler", "hotter"), [(150, 165), (165, 195), (195, 225)])
def test_hotter_is_sooner_and_browner_per_minute(cooler: float, hotter: float) -> None:
    a, b = level(cooler).ending(390, ROAST.minutes), level(hotter).ending(390, ROAST.minutes)
    assert a is not None
    assert b is not None
    assert b.minutes < a.minutes
    assert b.brown / b.minutes > a.brown / a.minutes


def test_below_its_least_heat_it_is_never_done() -> None:
    assert level(NEVER_C).ending(390, ROAST.minutes) is None


def test_a_falling_oven_takes_longer_than_a_hot_one_and_shorter_than_a_cool_one() -> None:
    falling = Course(settling(220.0, 160.0, np.arange(float(N)), 12.0), ROAST)
    # Begun at the top of the fall: found by its end.
    ends = next(
        e for e in range(1, N) if (c := falling.ending(e, ROAST.minutes)) and c.minutes <= e
    )
    cooked = falling.ending(ends, ROAST.minutes)
    hot, cool = level(220).ending(390, ROAST.minutes), level(160).ending(390, ROAST.minutes)
    assert cooked is not None
    assert hot is not None
    assert cool is not None
    assert hot.minutes < cooked.minutes < cool.minutes


def test_cool_air_leaves_it_pale_and_its_usual_heat_browns_it() -> None:
    cool, usual = level(150).ending(390, ROAST.minutes), level(200).ending(390, ROAST.minutes)
    assert cool is not None
    assert usual is not None
    assert cool.look(ROAST) in ("pale", "colours")
    assert usual.look(ROAST) == "browns"


def test_in_the_joints_tin_it_is_slower_and_paler() -> None:
    own, tin = level(190).ending(390, 40.0), level(190, in_tin=True).ending(390, 40.0)
    assert own is not None
    assert tin is not None
    assert tin.minutes > own.minutes
    assert tin.brown / tin.minutes < own.brown / own.minutes


def test_under_foil_nothing_browns() -> None:
    foil = SIDES["roast-beetroot"].steps[-1]
    cooked = level(200, foil).ending(390, foil.minutes)
    assert cooked is not None
    assert cooked.look(foil) == "meant_pale"


def test_unknown_air_is_no_place() -> None:
    air = np.full(N, 190.0)
    air[200] = np.nan
    assert Course(air, ROAST).ending(210, ROAST.minutes) is None


def test_air_goes_where_the_dial_was_turned() -> None:
    minutes = np.array([0.0, 10.0, 200.0])
    assert settling(160, 220, minutes, 20)[0] == 160
    assert settling(160, 220, minutes, 20)[-1] == pytest.approx(220, abs=0.1)
    up = settling(160, 220, minutes, 30)[1] - 160
    down = 220 - settling(220, 160, minutes, 30)[1]
    assert up > down, "an oven heats faster than it cools"
