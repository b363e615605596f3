"""What a finished walk says about the plate: slices, even share, rim, crust, loss, lethality."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.simulation import Simulation

Floats = NDArray[np.float64]

EVEN_BELOW_C, EVEN_ABOVE_C, RIM_ABOVE_C = 2.0, 6.0, 10.0
SLICE_MM = 15.0


@dataclass(frozen=True)
class Loss:
    """Water lost as shares of the raw mass."""

    fraction: float
    evaporated: float
    dripped: float


@dataclass(frozen=True)
class Slice:
    """One slice across the joint: its place in mm from the thick end, and highest temperatures."""

    from_mm: float
    to_mm: float
    centre_c: float
    mean_c: float
    half_mm: float


@dataclass(frozen=True)
class HeatMap:
    """Highest temperature of each cell, for the carver's picture.

    ``at_mm`` (nz,) disc centres, ``half_mm`` (nz,) half-thickness, ``edges`` (nr + 1,) of ξ,
    ``highest_c`` (nz, nr) °C.
    """

    at_mm: Floats
    half_mm: Floats
    edges: Floats
    highest_c: Floats
    length_mm: float
    width_over_thickness: float


def loss_of(sim: Simulation) -> Loss:
    """Water that left; what still stands on the skin counts as dripped."""
    mass = sim.mass_kg
    evaporated = float(sim.state[kernel.EVAPORATED]) / mass
    skin = sim.body.skin.copy()
    skin[0] += sim.body.end[0].sum()
    skin[-1] += sim.body.end[1].sum()
    from_meat = float(((sim.tables.water - sim.W) * sim.body.volume).sum()) / mass
    if sim.par[kernel.P_MOIST] == 0:
        return Loss(0.0, 0.0, 0.0)
    total = max(from_meat, evaporated)
    return Loss(total, evaporated, total - evaporated)


def lethality_log10(sim: Simulation) -> float:
    """Decimal reductions of Salmonella at the core over the whole history; a prediction only."""
    return float(sim.state[kernel.LETHALITY])


def crust_of(sim: Simulation) -> float:
    """Browning of the top at mid-length, 0 … 1."""
    return 1.0 - math.exp(-float(sim.brown[len(sim.brown) // 2]))


def tenderness_of(sim: Simulation) -> float:
    """Time at temperature for collagen at the core, 0 … 1."""
    return 1.0 - math.exp(-float(sim.state[kernel.TENDER]))


def even_fraction(sim: Simulation, wanted_c: float) -> float:
    """Share of the mass whose highest temperature lies within −2 … +6 °C of the wanted peak."""
    near = (sim.highest >= wanted_c - EVEN_BELOW_C) & (sim.highest <= wanted_c + EVEN_ABOVE_C)
    return float(sim.body.volume[near].sum() / sim.body.volume.sum())


def rim_mm(sim: Simulation, wanted_c: float) -> float:
    """Thickness of the skin at mid-length that went more than 10 °C over the wanted peak."""
    disc = sim.body.core_disc
    mids = 0.5 * (sim.body.edges[1:] + sim.body.edges[:-1])
    over = sim.highest[disc] > wanted_c + RIM_ABOVE_C
    if not over.any():
        return 0.0
    first = int(np.argmax(over))
    inner = 0.0
    if first > 0:
        lo, hi = sim.highest[disc, first - 1], sim.highest[disc, first]
        share = (wanted_c + RIM_ABOVE_C - lo) / (hi - lo)
        inner = float(mids[first - 1] + share * (mids[first] - mids[first - 1]))
    return float((1.0 - inner) * sim.body.half[disc] * 1000.0)


def slices_of(sim: Simulation, slice_mm: float = SLICE_MM) -> tuple[Slice, ...]:
    """Slices of about ``slice_mm`` from one end to the other, read off the highest temperatures."""
    b = sim.body
    length = b.depth * len(b.half) * 1000.0
    count = max(3, round(length / slice_mm))
    at = (np.arange(len(b.half)) + 0.5) * b.depth * 1000.0
    axis = sim.highest[:, 0] - (sim.highest[:, 1] - sim.highest[:, 0]) * b.axis
    mean = (sim.highest * b.volume).sum(axis=1) / b.volume.sum(axis=1)
    bounds = np.linspace(0.0, length, count + 1)
    mids = 0.5 * (bounds[1:] + bounds[:-1])
    return tuple(
        Slice(float(lo), float(hi), float(c), float(m), float(h * 1000.0))
        for lo, hi, c, m, h in zip(
            bounds, bounds[1:], np.interp(mids, at, axis), np.interp(mids, at, mean),
            np.interp(mids, at, b.half), strict=False,
        )
    )  # fmt: skip


def heat_map(sim: Simulation, width_over_thickness: float) -> HeatMap:
    """The carver's picture of highest temperatures."""
    b = sim.body
    return HeatMap(
        at_mm=np.asarray((np.arange(len(b.half)) + 0.5) * b.depth * 1000.0, dtype=np.float64),
        half_mm=b.half * 1000.0,
        edges=b.edges,
        highest_c=sim.highest,
        length_mm=b.depth * len(b.half) * 1000.0,
        width_over_thickness=width_over_thickness,
    )
