"""What the kernel is handed, by name. Numba takes named tuples apart when it compiles, so that they
cost nothing in a step; fields are arrays of float64 unless their type says otherwise."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]


class Fields(NamedTuple):
    """What a joint is now; every array changes in place. Shapes: ``simulation.Simulation``."""

    T: Floats
    W: Floats
    rim: Floats
    film: Floats
    Ts: Floats
    brown: Floats
    crisp: Floats
    highest: Floats
    state: Floats


class Cells(NamedTuple):
    """Where its cells lie, as ``geometry.Body`` describes them; ``own`` (nz, 5): its faces, m²."""

    volume: Floats
    radial: Floats
    inner: Floats
    outer: Floats
    axial: Floats
    end: Floats
    skin: Floats
    area: Floats
    own: Floats
    half: Floats
    shares: Floats
    mid: int
    axis: float
    per_square: float
    core_disc: int
    thin_disc: int
    thin_share: float


class Matter(NamedTuple):
    """What it is made of, over temperature: ``properties.PropertyTables``."""

    enthalpy: Floats
    conductivity: Floats
    held: Floats
    vapour: Floats


class Until(NamedTuple):
    """How long: ``length_s`` at most, and a goal (GOAL_…) of a value that may have to be held."""

    length_s: float
    goal: int
    value: float
    hold_s: float


class Around(NamedTuple):
    """What surrounds it in one step: °C of air, walls and node, and how full of steam or liquid
    the node is, 0 … 1."""

    air: float
    wall: float
    node_c: float
    steam: float


class Work(NamedTuple):
    """Room for one step, made once: resistances, capacities, fluxes, the answer, sweeps, laws."""

    rk: Floats
    C: Floats
    R: Floats
    X: Floats
    Ga: Floats
    cc: Floats
    dd: Floats
    law: Floats
    secant: Floats
