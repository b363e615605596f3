"""A true two-dimensional rectangle on a Cartesian grid, implicit, in plain numpy and scipy.

The oracle for block sections, and for flat pieces heated unlike from above and below.
"""

from __future__ import annotations

import numpy as np
from scipy.linalg import solve_banded


def _matrix(count: int, dx: float, k: float, low_h: float, high_h: float) -> np.ndarray:
    """Conductances of one direction as a banded matrix (3, count), per unit of face."""
    link = k / dx
    bands = np.zeros((3, count))
    bands[0, 1:] = -link
    bands[2, :-1] = -link
    bands[1] = 2.0 * link
    bands[1, 0] = link + 1.0 / (1.0 / low_h + 0.5 * dx / k if low_h > 0 else np.inf)
    bands[1, -1] = link + 1.0 / (1.0 / high_h + 0.5 * dx / k if high_h > 0 else np.inf)
    return bands


def minutes_to_core(
    *, thick_m: float, wide_m: float, h_top: float, h_under: float, h_side: float, k: float,
    cp: float, rho: float, start_c: float, air_c: float, core_c: float, cells: int = 60,
    dt_s: float = 5.0,
) -> float:  # fmt: skip
    """Minutes until the middle of an infinitely long rectangle reaches ``core_c``.

    Half of it (left of the middle) is solved; first order in time with small steps.
    """
    nx, ny = cells, cells + 1 - cells % 2
    dx, dy = wide_m / 2 / nx, thick_m / ny
    across = _matrix(nx, dx, k, h_side, 0.0) / dx
    upward = _matrix(ny, dy, k, h_under, h_top) / dy
    side_u = 1.0 / (1.0 / h_side + 0.5 * dx / k) / dx
    low_u = 1.0 / (1.0 / h_under + 0.5 * dy / k) / dy
    top_u = 1.0 / (1.0 / h_top + 0.5 * dy / k) / dy
    rate = rho * cp / dt_s
    a, b = across.copy(), upward.copy()
    a[1] += rate
    b[1] += rate
    temp: np.ndarray = np.full((ny, nx), float(start_c))
    time, before = 0.0, start_c
    while True:
        rhs = rate * temp
        rhs[:, 0] += side_u * air_c
        temp = np.asarray(solve_banded((1, 1), a, rhs.T)).T
        rhs = rate * temp
        rhs[0] += low_u * air_c
        rhs[-1] += top_u * air_c
        temp = np.asarray(solve_banded((1, 1), b, rhs))
        time += dt_s
        core = float(temp[ny // 2, -1])
        if core >= core_c:
            return (time - dt_s * (core - core_c) / (core - before)) / 60.0
        before = core
