"""The joint as a stack of discs: cells in the section (r) and along the joint (z).

A disc of half-thickness R is a *generalised section* with exponent g between slab (0) and circle
(1): a shell at ξ = r/R has an area that grows as ξ^g. For an oval, g = (thickness/width)^2.1, our
own fit to a true two-dimensional section (docs/validation.md, ADR 3); for a block with square
edges 0.7 (thickness/width)³, from the same kind of comparison but not repeated here.

Distances between cells are chosen so that the flux is exact for a parabola, the shape a body
heated from outside settles into; that is worth about a doubling of the grid.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float64]
Profile = Literal["flat", "even", "tapered", "barrel"]
Section = Literal["oval", "block"]

THIN_END_DEPTH_M = 0.025
"""Where the thin end is read: on the axis, 25 mm in."""
OVAL_POWER = 2.1
"""Fitted to a true oval's section at widths of 1.25 to 3 times its thickness: the time to 55 °C is
within 3 % for Biot 1.3 to 5 (roasting), 3.5 % at 16, and 5 to 7 % long at 0.5 (ADR 3)."""
GRADING = 0.6
"""0: even cells; 0.6: the outermost cell is 0.4 of the mean, where drying and browning happen."""


@dataclass(frozen=True)
class Grid:
    """Numbers of cells (nr in the section, nz along, odd) and the longest time step in s."""

    nr: int
    nz: int
    dt_s: float


THIN_M, FEWEST_SHELLS = 0.05, 8


def fitted(grid: Grid, thickness_m: float) -> Grid:
    """Fewer shells for a thin piece: its outermost would be thinner than a crust."""
    if thickness_m >= THIN_M:
        return grid
    shells = round(grid.nr * (thickness_m / THIN_M) ** 0.5)
    return Grid(min(grid.nr, max(FEWEST_SHELLS, shells)), grid.nz, grid.dt_s)


FINE = Grid(22, 15, 60.0)
COARSE = Grid(9, 9, 90.0)


def section_exponent(thickness_m: float, width_m: float, section: Section) -> float:
    """Exponent g of a section of these outer measures, 0 (slab) … 1 (circle)."""
    ratio = min(thickness_m, width_m) / max(thickness_m, width_m)
    return ratio**OVAL_POWER if section == "oval" else 0.7 * ratio**3


def section_area(thickness_m: float, width_m: float, section: Section) -> float:
    """Area in m² of the section at the thickest place. A block's edges are rounded off by 5 %."""
    return (np.pi / 4 if section == "oval" else 0.95) * thickness_m * width_m


def radius_profile(profile: Profile, at: Floats) -> Floats:
    """R(z)/R_max for places ``at`` in 0 … 1 along the joint; the thin end is at 1.

    flat: a cut cylinder. even: a rolled or tied piece with rounded ends. barrel: thick in the
    middle. tapered: leg, haunch. Shapes are estimates from tape-measure drawings, no source.
    """
    edge = np.minimum(at, 1.0 - at)
    rounded = np.sqrt(np.clip(1.0 - (1.0 - np.clip(edge / 0.10, 0.0, 1.0)) ** 2 * 0.75, 0.05, 1.0))
    if profile == "flat":
        return np.ones_like(at)
    if profile == "even":
        return np.asarray(rounded)
    if profile == "barrel":
        return np.asarray(rounded * np.sqrt(1.0 - 0.55 * (2.0 * np.abs(at - 0.5)) ** 2))
    fall = np.clip((at - 0.35) / 0.65, 0.0, 1.0)
    rise = np.clip((0.35 - at) / 0.35, 0.0, 1.0)
    return np.asarray(rounded * (1.0 - 0.5 * fall**1.2) * (1.0 - 0.15 * rise**2))


def fullness(profile: Profile) -> float:
    """Volume of the joint as a share of (thickest section × length)."""
    at = (np.arange(400) + 0.5) / 400
    return float(np.mean(radius_profile(profile, at) ** 2))


@dataclass(frozen=True)
class Body:
    """Cells of one joint, as the kernel wants them. Lengths in m, areas m², volumes m³.

    ``volume`` (nz, nr); ``radial`` (nz, nr): outer face's area over R for each cell;
    ``inner``, ``outer`` (nr,): distance in ξ from a cell's own mean to its faces;
    ``axial`` (nz−1, nr): face area over the disc's depth; ``end`` (2, nr): end faces;
    ``skin`` (nz,): outer surface of each disc; ``half`` (nz,): R; ``depth``: of a disc;
    ``axis``: weight of the second cell in carrying the mean to the axis; ``per_square``: its
    inverse distance in ξ²;
    ``core_disc``, ``thin_disc``, ``thin_share``: where core and thin end are read.
    """

    volume: Floats
    radial: Floats
    inner: Floats
    outer: Floats
    axial: Floats
    end: Floats
    skin: Floats
    half: Floats
    edges: Floats
    depth: float
    axis: float
    per_square: float
    core_disc: int
    thin_disc: int
    thin_share: float

    @property
    def skin_m2(self) -> float:
        """Whole outer surface, ends included."""
        return float(self.skin.sum() + self.end.sum())


def build_body(
    *,
    thickness_m: float,
    width_m: float,
    length_m: float,
    profile: Profile,
    section: Section,
    grid: Grid,
    exponent: float | None = None,
) -> Body:
    """Cells for outer measures in m. The thinner of thickness and width rules the section."""
    g = section_exponent(thickness_m, width_m, section) if exponent is None else exponent
    r_max = min(thickness_m, width_m) / 2
    area_max = section_area(thickness_m, width_m, section)
    nr, nz = grid.nr, grid.nz
    s = np.linspace(0.0, 1.0, nr + 1)
    edges = s * (1.0 + GRADING) - GRADING * s**2
    shell = np.diff(edges ** (g + 1))
    mean_sq = (g + 1) / (g + 3) * np.diff(edges ** (g + 3)) / shell
    dz = length_m / nz
    at = (np.arange(nz) + 0.5) / nz
    share = radius_profile(profile, at)
    if profile in ("even", "tapered", "barrel"):
        # Discs sample the profile; keep the volume that weight and measures were matched with.
        share = share * np.sqrt(fullness(profile) / np.mean(share**2))
        # The thickest place was measured: it stays what it is.
        share[share >= share.max() - 1e-9] = 1.0
    half = r_max * share
    area = area_max * share**2
    volume = area[:, None] * shell[None, :] * dz
    # Flux exact for T = a + b ξ²: the distance over an inner face is Δ(mean ξ²) / 2ξ.
    between = np.diff(mean_sq) / (2.0 * edges[1:-1])
    widths = np.diff(edges)
    split = widths[:-1] / (widths[:-1] + widths[1:])
    outer, inner = np.empty(nr), np.empty(nr)
    outer[:-1], inner[1:] = between * split, between * (1.0 - split)
    outer[-1], inner[0] = (1.0 - mean_sq[-1]) / 2.0, mean_sq[0]
    face = (g + 1) * area[:, None] / half[:, None] * edges[None, 1:] ** g * dz
    slope = np.gradient(half, dz) if nz > 2 else np.zeros(nz)
    skin = face[:, -1] * np.sqrt(1.0 + np.minimum(slope, 2.0) ** 2)
    meet = np.minimum(area[1:], area[:-1])
    axial = meet[:, None] * shell[None, :] / dz
    end = np.stack([area[0] * shell, area[-1] * shell])
    thickest = np.flatnonzero(share >= share.max() - 1e-9)
    core_disc = int(thickest[len(thickest) // 2])
    from_end = min(THIN_END_DEPTH_M, length_m / 2)
    place = (length_m - from_end) / dz - 0.5
    thin_disc = int(np.clip(np.floor(place), 0, nz - 2))
    return Body(
        volume=volume,
        radial=face / half[:, None],
        inner=inner,
        outer=outer,
        axial=axial,
        end=end,
        skin=skin,
        half=half,
        edges=edges,
        depth=dz,
        axis=float(mean_sq[0] / (mean_sq[1] - mean_sq[0])),
        per_square=float(1.0 / (mean_sq[1] - mean_sq[0])),
        core_disc=core_disc,
        thin_disc=thin_disc,
        thin_share=float(np.clip(place - thin_disc, 0.0, 1.0)),
    )
