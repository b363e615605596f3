"""Exact solutions for heating from one temperature in constant air (Carslaw & Jaeger 1959).

Centre of slab, long cylinder, and of their products. Written from the eigenvalue equations with
scipy's Bessel functions; it shares nothing with the product's code.
"""

from __future__ import annotations

import math

from scipy.optimize import brentq
from scipy.special import j0, j1

TERMS = 60


def slab_centre(biot: float, fourier: float) -> float:
    """(T_air − T_centre)/(T_air − T_start) of an infinite slab; lengths in half-thicknesses."""
    total = 0.0
    for n in range(TERMS):
        low, high = n * math.pi + 1e-9, n * math.pi + math.pi / 2 - 1e-9
        root = brentq(lambda x: x * math.tan(x) - biot, low, high)
        share = 4 * math.sin(root) / (2 * root + math.sin(2 * root))
        total += share * math.exp(-(root**2) * fourier)
    return total


def _cylinder_roots(biot: float) -> list[float]:
    def equation(x: float) -> float:
        return float(x * j1(x) - biot * j0(x))

    roots: list[float] = []
    x, step = 1e-6, 0.05
    while len(roots) < TERMS:
        if equation(x) * equation(x + step) < 0:
            roots.append(float(brentq(equation, x, x + step)))
        x += step
    return roots


def cylinder_centre(biot: float, fourier: float) -> float:
    """The same for an infinite cylinder; lengths in radii."""
    total = 0.0
    for root in _cylinder_roots(biot):
        share = 2 / root * j1(root) / (j0(root) ** 2 + j1(root) ** 2)
        total += float(share) * math.exp(-(root**2) * fourier)
    return total
