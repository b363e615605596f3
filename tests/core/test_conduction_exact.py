"""Conduction against exact series, and the order at which its error falls."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.kitchens import BARE, go
from tests.reference.series import cylinder_centre, slab_centre
from trencher.core.joint import Joint
from trencher.core.thermal.geometry import FINE, Grid

K, CP, RHO = 0.47, 3450.0, 1060.0
ALPHA = K / (RHO * CP)
START_C, AIR_C = 7.0, 160.0
WITHIN_C = 0.1
"""What page 6 of the validation asks of the default grid."""


def exact_core(radius_m: float, h: float, length_m: float, circle: bool, minutes: float) -> float:
    section = cylinder_centre if circle else slab_centre
    theta = section(h * radius_m / K, ALPHA * minutes * 60 / radius_m**2)
    half = length_m / 2
    theta *= slab_centre(h * half / K, ALPHA * minutes * 60 / half**2)
    return AIR_C - (AIR_C - START_C) * theta


def computed_core(
    radius_m: float, h: float, length_m: float, circle: bool, minutes: float, grid: Grid = FINE
) -> float:
    joint = Joint(
        cut="custom",
        weight_kg=5.0,
        thickness_mm=2000 * radius_m,
        width_mm=2000 * radius_m,
        length_mm=1000 * length_m,
        start_c=START_C,
    )
    physics = replace(BARE, h_w_m2k=h, section_exponent=1.0 if circle else 0.0)
    done = go(f"{AIR_C:g}C {minutes:g}min", grid, joint=joint, physics=physics)
    return done.stages[0].core_c


FINITE = [
    *((0.0525, h, 0.205) for h in (4.0, 25.0, 80.0, 188.0)),
    # Shorter and longer, where the heat from the ends arrives at another time than that from round
    # about. Before flow between discs was of the fourth order these were off by up to 0.25 °C.
    (0.04, 25.0, 0.16),
    (0.04, 40.0, 0.16),
    (0.075, 30.0, 0.2),
    (0.035, 25.0, 0.09),
    (0.06, 15.0, 0.24),
    (0.065, 30.0, 0.3),
]


@pytest.mark.parametrize(("radius", "h", "length"), FINITE)
@pytest.mark.parametrize("minutes", [20, 45, 90, 180])
def test_finite_cylinder_meets_the_series(
    radius: float, h: float, length: float, minutes: float
) -> None:
    # Biot 0.45 to 21; products of exact one-dimensional solutions are exact (Newman's rule).
    want = exact_core(radius, h, length, True, minutes)
    assert computed_core(radius, h, length, True, minutes) == pytest.approx(want, abs=WITHIN_C)


@pytest.mark.parametrize("h", [6.3, 25.0, 100.0, 188.0])
@pytest.mark.parametrize("minutes", [20, 60, 150])
def test_a_circle_made_long_is_the_infinite_cylinder(h: float, minutes: float) -> None:
    want = exact_core(0.05, h, 2.0, True, minutes)
    assert computed_core(0.05, h, 2.0, True, minutes) == pytest.approx(want, abs=WITHIN_C)


@pytest.mark.parametrize(("half", "h"), [(0.02, 10.0), (0.05, 25.0), (0.1, 100.0)])
@pytest.mark.parametrize("minutes", [20, 60, 180])
def test_exponent_nought_is_the_slab(half: float, h: float, minutes: float) -> None:
    want = exact_core(half, h, 2.0, False, minutes)
    assert computed_core(half, h, 2.0, False, minutes) == pytest.approx(want, abs=WITHIN_C)


def test_the_error_falls_at_second_order() -> None:
    # Doubling the grid and halving the step must cut the error to a quarter; 3 leaves room for the
    # parts that do not shrink evenly.
    case = (0.0525, 60.0, 0.205, True, 40.0)
    want = exact_core(*case)
    errors = [
        abs(computed_core(*case, grid=grid) - want)
        for grid in (Grid(8, 9, 40.0), Grid(16, 19, 20.0), Grid(32, 37, 10.0))
    ]
    assert errors[0] / errors[1] > 3.0
    assert errors[1] / errors[2] > 3.0


def test_in_the_end_everything_is_as_warm_as_the_air() -> None:
    done = go("90C 40h", joint=Joint(cut="custom", weight_kg=1.0), physics=BARE)
    assert done.at_pull.T.max() == pytest.approx(90.0, abs=0.01)
    assert done.at_pull.T.min() == pytest.approx(90.0, abs=0.01)
