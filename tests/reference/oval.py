"""A true two-dimensional oval section, solved on a Cartesian grid: the oracle for the generalised
section. Explicit finite volumes in plain numpy; it shares nothing with the product's code."""

from __future__ import annotations

import numpy as np


def minutes_to_core(
    *, half_thick_m: float, half_wide_m: float, h: float, k: float, cp: float, rho: float,
    start_c: float, air_c: float, core_c: float, cells: int = 44,
) -> float:  # fmt: skip
    """Minutes until the middle of an infinitely long oval reaches ``core_c``.

    A quarter is solved. The edge's heat is spread over the cells that lie on it by the length of
    the boundary in each, found by walking the ellipse in small steps.
    """
    dx, dy = half_wide_m / cells, half_thick_m / cells
    sub = 8
    xs = (np.arange(cells * sub) + 0.5) * dx / sub
    ys = (np.arange(cells * sub) + 0.5) * dy / sub
    inside = (xs[None, :] / half_wide_m) ** 2 + (ys[:, None] / half_thick_m) ** 2 <= 1.0
    volume = inside.reshape(cells, sub, cells, sub).mean(axis=(1, 3)) * dx * dy
    angle = np.linspace(0.0, np.pi / 2, 20001)
    x, y = half_wide_m * np.cos(angle), half_thick_m * np.sin(angle)
    step = np.hypot(np.diff(x), np.diff(y))
    col = np.minimum((0.5 * (x[1:] + x[:-1]) / dx).astype(int), cells - 1)
    row = np.minimum((0.5 * (y[1:] + y[:-1]) / dy).astype(int), cells - 1)
    skin = np.zeros((cells, cells))
    np.add.at(skin, (row, col), step)
    # Slivers cannot hold heat of their own: they join the nearest cell towards the middle.
    least = 0.25 * dx * dy
    for r in range(cells - 1, -1, -1):
        for c in range(cells - 1, -1, -1):
            if 0 < volume[r, c] < least or (skin[r, c] > 0 and volume[r, c] == 0):
                to = (r - 1, c) if r * dy * half_wide_m >= c * dx * half_thick_m else (r, c - 1)
                volume[to] += volume[r, c]
                skin[to] += skin[r, c]
                volume[r, c] = skin[r, c] = 0.0
    live = volume > 0
    right = (live[:, :-1] & live[:, 1:]) * k * dy / dx
    up = (live[:-1] & live[1:]) * k * dx / dy
    capacity = np.where(live, rho * cp * volume, 1.0)
    conductance = np.zeros((cells, cells))
    conductance[:, :-1] += right
    conductance[:, 1:] += right
    conductance[:-1] += up
    conductance[1:] += up
    conductance += h * skin
    dt = 0.8 * float((capacity / np.maximum(conductance, 1e-12))[live].min())
    temp = np.full((cells, cells), float(start_c))
    time, before = 0.0, start_c
    while True:
        flow = np.zeros_like(temp)
        across = right * (temp[:, 1:] - temp[:, :-1])
        flow[:, :-1] += across
        flow[:, 1:] -= across
        along = up * (temp[1:] - temp[:-1])
        flow[:-1] += along
        flow[1:] -= along
        flow += h * skin * (air_c - temp)
        temp = temp + dt * flow / capacity
        time += dt
        core = float(temp[0, 0])
        if core >= core_c:
            return (time - dt * (core - core_c) / (core - before)) / 60.0
        before = core
