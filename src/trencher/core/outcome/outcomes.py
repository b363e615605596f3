"""What a finished walk says about the plate: slices, even share, rim, crust, loss, lethality."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.geometry import SIDE_A, SIDE_B, TOP, UNDER
from trencher.core.thermal.history import Row
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

    ``at_mm`` (nz,) disc centres, ``half_mm`` (nz,) half-thickness, ``edges`` (nr + 1,) of ξ, from
    the axis out or, for a two-sided section, from under (−1) to top (1), ``highest_c`` (nz, nr) °C.
    """

    at_mm: Floats
    half_mm: Floats
    edges: Floats
    highest_c: Floats
    length_mm: float
    width_over_thickness: float


@dataclass(frozen=True)
class Faces:
    """Browning and crispness, 0 … 1, at mid-length; crispness as it is now, steam softens it."""

    top: float
    sides: float
    under: float
    crisp_top: float
    rind_water_kg_m2: float | None

    @property
    def crackles(self) -> bool | None:
        """Whether the rind is dry and blistered; None without rind."""
        return None if self.rind_water_kg_m2 is None else self.crisp_top >= THERE


SMALL_PLATE_KG, LARGE_PLATE_KG = 0.14, 0.20
"""Cooked meat on a plate among sides: of who eats little, and of who eats well. Estimate."""


def servings(cooked_kg: float) -> tuple[int, int]:
    """For how many hearty and how many small eaters this much cooked meat is enough."""
    return int(cooked_kg / LARGE_PLATE_KG), int(cooked_kg / SMALL_PLATE_KG)


THERE = 0.6
"""Where brown, crisp and tender are said, on the scale 1 − e^(−dose)."""


def on_scale(dose: float) -> float:
    """1 − e^(−dose); 0 for fat that is still moist, whose dose has not begun."""
    return 1.0 - math.exp(-max(dose, 0.0))


def loss_of(sim: Simulation) -> Loss:
    """Water that left; what still stands on the skin counts as dripped."""
    mass = sim.mass_kg
    if sim.par[kernel.P_MOIST] == 0:
        return Loss(0.0, 0.0, 0.0)
    evaporated = float(sim.state[kernel.EVAPORATED]) / mass
    from_meat = float(((sim.tables.water - sim.W) * sim.body.volume).sum()) / mass
    total = max(from_meat, evaporated)
    return Loss(total, evaporated, total - evaporated)


def lethality_log10(sim: Simulation) -> float:
    """Decimal reductions of Salmonella at the core over the whole history; a prediction only."""
    return float(sim.state[kernel.LETHALITY])


def equivalent_min(record: Floats, ref_c: float, z_c: float) -> float:
    """Minutes at ``ref_c`` that do the same as the core's whole history, rest included.

    ``record``: the kernel's rows. Between two rows the core moves straight, so that the rate's
    mean is the logarithmic one.
    """
    minutes = np.diff(record[:, Row.TIME]) / 60.0
    rate = 10.0 ** ((record[:, Row.CORE] - ref_c) / z_c)
    a, b = rate[:-1], rate[1:]
    with np.errstate(divide="ignore", invalid="ignore"):
        mean = np.where(np.abs(b / a - 1.0) < 1e-6, a, (b - a) / np.log(b / a))
    return float((mean * minutes).sum())


def minutes_between(record: Floats, low_c: float, high_c: float) -> float:
    """Minutes that the core spends between two temperatures."""
    core, minutes = record[:, Row.CORE], np.diff(record[:, Row.TIME]) / 60.0
    middle = 0.5 * (core[1:] + core[:-1])
    return float(minutes[(middle >= low_c) & (middle <= high_c)].sum())


def crust_of(sim: Simulation) -> float:
    """Browning of the top at the thickest place, 0 … 1."""
    return on_scale(float(sim.brown[sim.body.core_disc, TOP]))


def faces_of(sim: Simulation, *, rind: bool) -> Faces:
    """Browning of each face, and crispness of the top, at the thickest place."""
    at = sim.body.core_disc
    brown, crisp = sim.brown[at], sim.crisp[at]
    return Faces(
        top=on_scale(float(brown[TOP])),
        sides=on_scale(float(0.5 * (brown[SIDE_A] + brown[SIDE_B]))),
        under=on_scale(float(brown[UNDER])),
        crisp_top=on_scale(float(crisp[TOP])),
        rind_water_kg_m2=float(sim.film[at, TOP]) if rind else None,
    )


def tenderness_of(sim: Simulation) -> float:
    """Time at temperature for collagen at the core, 0 … 1."""
    return on_scale(float(sim.state[kernel.TENDER]))


def even_fraction(sim: Simulation, wanted_c: float) -> float:
    """Share of the mass whose highest temperature lies within −2 … +6 °C of the wanted peak."""
    near = (sim.highest >= wanted_c - EVEN_BELOW_C) & (sim.highest <= wanted_c + EVEN_ABOVE_C)
    return float(sim.body.volume[near].sum() / sim.body.volume.sum())


def rim_mm(sim: Simulation, wanted_c: float) -> float:
    """Thickness of the skin at the thickest place that went more than 10 °C over the wanted peak;
    of a two-sided section the thicker of top and under."""
    b = sim.body
    disc = b.core_disc
    mids = 0.5 * (b.edges[1:] + b.edges[:-1])
    halves = [(mids[b.mid :], sim.highest[disc, b.mid :])]
    if b.mid > 0:
        halves.append((-mids[: b.mid][::-1], sim.highest[disc, : b.mid][::-1]))
    return max(_rim(at, hot, wanted_c + RIM_ABOVE_C) for at, hot in halves) * float(
        b.half[disc] * 1000.0
    )


def _rim(at: Floats, hot: Floats, limit_c: float) -> float:
    """Share of R beyond which ``hot`` lies over the limit."""
    over = hot > limit_c
    if not over.any():
        return 0.0
    first = int(np.argmax(over))
    if first == 0:
        return 1.0
    lo, hi = hot[first - 1], hot[first]
    return float(1.0 - (at[first - 1] + (limit_c - lo) / (hi - lo) * (at[first] - at[first - 1])))


def slices_of(sim: Simulation, slice_mm: float = SLICE_MM) -> tuple[Slice, ...]:
    """Slices of about ``slice_mm`` from one end to the other, read off the highest temperatures."""
    b = sim.body
    length = b.depth * len(b.half) * 1000.0
    count = max(3, round(length / slice_mm))
    at = (np.arange(len(b.half)) + 0.5) * b.depth * 1000.0
    first, second = sim.highest[:, b.mid], sim.highest[:, b.mid + 1]
    if b.mid > 0:
        first = 0.5 * (first + sim.highest[:, b.mid - 1])
        second = 0.5 * (second + sim.highest[:, b.mid - 2])
    axis = first - (second - first) * b.axis
    mean = (sim.highest * b.volume).sum(axis=1) / b.volume.sum(axis=1)
    bounds = np.linspace(0.0, length, count + 1)
    mids = 0.5 * (bounds[1:] + bounds[:-1])
    return tuple(
        Slice(float(lo), float(hi), float(c), float(m), float(h * 1000.0))
        for lo, hi, c, m, h in zip(
            bounds,
            bounds[1:],
            np.interp(mids, at, axis),
            np.interp(mids, at, mean),
            np.interp(mids, at, b.half),
            strict=False,
        )
    )


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
