"""The joint as a stack of discs: cells in the section (r) and along the joint (z).

A disc of half-thickness R is a *generalised section* with exponent g between slab (0) and circle
(1): a shell at ξ = r/R has an area that grows as ξ^g. For an oval, g = (thickness/width)^2.1, our
own fit to a true two-dimensional section (docs/validation.md, ADR 3); for a block with square
edges 0.7 (thickness/width)^2.7, from the same comparison with a true rectangle (ADR 7).

Distances between cells are chosen so that the flux is exact for a parabola, the shape a body
heated from outside settles into; that is worth about a doubling of the grid.

The skin of a disc has four faces: top, two sides, under. A round section conducts from their mean;
a flat one (g below TWO_SIDED_BELOW) is cut open, from −R (under) to +R (top), so that a pan or a
liquid under it heats it from below.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from functools import cached_property
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal.arguments import Cells

Floats = NDArray[np.float64]
Profile = Literal["flat", "even", "tapered", "barrel"]
Section = Literal["oval", "block"]

THIN_END_DEPTH_M = 0.025
"""Where the thin end is read: on the axis, 25 mm in."""
OVAL_POWER = 2.1
"""Fitted to a true oval's section at widths of 1.25 to 3 times its thickness: the time to 55 °C is
within 3 % for Biot 1.3 to 5 (roasting), 3.5 % at 16, and 5 to 7 % long at 0.5 (ADR 3)."""
SIDES_FROM = 0.26
"""Below this exponent the sides' share of the heat falls to nothing. Fitted as above."""
BLOCK_SHARE, BLOCK_POWER = 0.7, 2.7
"""Fitted to a true rectangle at widths of 1 to 4 times its thickness (ADR 7)."""
GRADING = 0.6
"""0: even cells; 0.6: the outermost cell is 0.4 of the mean, where drying and browning happen."""


TOP, SIDE_A, SIDE_B, UNDER = 0, 1, 2, 3
"""Faces of a disc's skin, in the order that turning the joint over reverses."""
LEAST_SIDES = 1e-6
ROUND_TOP, ROUND_SIDES = 0.35, 0.40
"""Shares of a round section's skin; under 0.25. Estimate from how a joint sits in its tin."""
TWO_SIDED_BELOW = 0.35
FEWEST_IN_HALF = 8
"""Cells from axis to skin: with fewer, a coarse flat section was 2.5 % later than a fine one, and
than a coarse round one."""
MIDDLE_OPENING = 0.05
"""Two-sided: areas go as (|ξ| + this)^g, so that the two halves still touch in the middle."""


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
    return float(ratio**OVAL_POWER if section == "oval" else BLOCK_SHARE * ratio**BLOCK_POWER)


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
    ``skin`` (nz,): outer surface of each disc; ``half`` (nz,): R; ``edges`` (nr + 1,) of ξ;
    ``depth``: of a disc; ``shares`` (4,): faces' shares of the skin; ``mid``: first cell beyond the
    axis of a two-sided section, 0 for one that is symmetric;
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
    shares: Floats
    mid: int
    axis: float
    per_square: float
    core_disc: int
    thin_disc: int
    thin_share: float

    @property
    def faces_m2(self) -> Floats:
        """Area of each face of each disc and, in the fifth column, of the ends, (nz, 5)."""
        faces = np.zeros((len(self.skin), len(self.shares) + 1))
        faces[:, :-1] = self.skin[:, None] * self.shares
        faces[0, -1], faces[-1, -1] = self.end[0].sum(), self.end[1].sum()
        return faces

    @property
    def area(self) -> Floats:
        """Outer surface of each disc with the end faces of the outermost two, (nz,)."""
        area = self.skin.copy()
        area[0] += self.end[0].sum()
        area[-1] += self.end[1].sum()
        return area

    @cached_property
    def cells(self) -> Cells:
        """Its cells, as the kernel is handed them."""
        return Cells(
            self.volume,
            self.radial,
            self.inner,
            self.outer,
            self.axial,
            self.end,
            self.skin,
            self.area,
            self.faces_m2,
            self.half,
            self.shares,
            self.mid,
            self.axis,
            self.per_square,
            self.core_disc,
            self.thin_disc,
            self.thin_share,
        )


@dataclass(frozen=True)
class _Section:
    """Cells of a section in ξ: shares of the area, means of ξ², face areas over the skin's."""

    edges: Floats
    shell: Floats
    mean: Floats
    mean_sq: Floats
    face: Floats
    skin_over_volume: float
    mid: int


def _graded(count: int) -> Floats:
    s = np.linspace(0.0, 1.0, count + 1)
    return np.asarray(s * (1.0 + GRADING) - GRADING * s**2)


def _one_sided(g: float, nr: int) -> _Section:
    edges = _graded(nr)
    shell = np.diff(edges ** (g + 1))
    mean_sq = (g + 1) / (g + 3) * np.diff(edges ** (g + 3)) / shell
    return _Section(edges, shell, np.sqrt(mean_sq), mean_sq, edges[1:] ** g, g + 1.0, 0)


def _moment(low: Floats, high: Floats, g: float, power: int) -> Floats:
    """∫ (x − ε)^power x^g dx over x = ξ + ε, from ``low`` to ``high`` in ξ ≥ 0."""
    eps = MIDDLE_OPENING
    total = np.zeros_like(low)
    for n in range(power + 1):
        part = (high + eps) ** (g + 1 + n) - (low + eps) ** (g + 1 + n)
        total += math.comb(power, n) * (-eps) ** (power - n) * part / (g + 1 + n)
    return total


def _opened(g: float) -> float:
    """The exponent of a two-sided half whose skin over volume is that of a one-sided section."""
    low, high = 0.0, 1.0
    for _ in range(40):
        mid = 0.5 * (low + high)
        half = float(_moment(np.zeros(1), np.ones(1), mid, 0)[0])
        if (1.0 + MIDDLE_OPENING) ** mid / half < g + 1.0:
            low = mid
        else:
            high = mid
    return 0.5 * (low + high)


def _two_sided(g: float, nr: int) -> _Section:
    count = max(nr // 2 + 2, FEWEST_IN_HALF)
    half = _graded(count)
    opened = _opened(g)
    whole = _moment(half[:-1], half[1:], opened, 0)
    mean = _moment(half[:-1], half[1:], opened, 1) / whole
    mean_sq = _moment(half[:-1], half[1:], opened, 2) / whole
    shell = whole / (2.0 * whole.sum())
    edges = np.concatenate([-half[::-1], half[1:]])
    face = ((np.abs(edges) + MIDDLE_OPENING) / (1.0 + MIDDLE_OPENING)) ** opened
    return _Section(
        edges,
        np.concatenate([shell[::-1], shell]),
        np.concatenate([-mean[::-1], mean]),
        np.concatenate([mean_sq[::-1], mean_sq]),
        face[1:] / 2.0,
        g + 1.0,
        count,
    )


def build_body(
    *,
    thickness_m: float,
    width_m: float,
    length_m: float,
    profile: Profile,
    section: Section,
    grid: Grid,
    exponent: float | None = None,
    two_sided: bool = True,
) -> Body:
    """Cells for outer measures in m. The thinner of thickness and width rules the section.

    ``two_sided`` False keeps flat sections symmetric, for faces that all meet the same.
    """
    g = section_exponent(thickness_m, width_m, section) if exponent is None else exponent
    open_up = two_sided and g < TWO_SIDED_BELOW and thickness_m <= width_m
    r_max = min(thickness_m, width_m) / 2
    area_max = section_area(thickness_m, width_m, section)
    cut = _two_sided(g, grid.nr) if open_up else _one_sided(g, grid.nr)
    nz = grid.nz
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
    volume = area[:, None] * cut.shell[None, :] * dz
    # Flux exact for T = a + b ξ²: the distance over an inner face is Δ(mean ξ²) / 2ξ.
    inside = cut.edges[1:-1]
    with np.errstate(divide="ignore", invalid="ignore"):
        between = np.where(
            np.abs(inside) < 1e-9, np.diff(cut.mean), np.diff(cut.mean_sq) / (2.0 * inside)
        )
    widths = np.diff(cut.edges)
    nr = len(widths)
    split = widths[:-1] / (widths[:-1] + widths[1:])
    outer, inner = np.empty(nr), np.empty(nr)
    outer[:-1], inner[1:] = between * split, between * (1.0 - split)
    outer[-1] = (1.0 - cut.mean_sq[-1]) / 2.0
    inner[0] = outer[-1] if open_up else cut.mean_sq[0]
    skin_flat = cut.skin_over_volume * area / half * dz
    slope = np.gradient(half, dz) if nz > 2 else np.zeros(nz)
    skin = skin_flat * np.sqrt(1.0 + np.minimum(slope, 2.0) ** 2)
    meet = np.minimum(area[1:], area[:-1])
    axial = meet[:, None] * cut.shell[None, :] / dz
    end = np.stack([area[0] * cut.shell, area[-1] * cut.shell])
    thickest = np.flatnonzero(share >= share.max() - 1e-9)
    core_disc = int(thickest[len(thickest) // 2])
    from_end = min(THIN_END_DEPTH_M, length_m / 2)
    place = (length_m - from_end) / dz - 0.5
    thin_disc = int(np.clip(np.floor(place), 0, nz - 2))
    m = cut.mid
    return Body(
        volume=volume,
        radial=skin_flat[:, None] * cut.face[None, :] / half[:, None],
        inner=inner,
        outer=outer,
        axial=axial,
        end=end,
        skin=skin,
        half=half,
        edges=cut.edges,
        depth=dz,
        shares=face_shares(g, section, open_up),
        mid=m,
        axis=float(cut.mean_sq[m] / (cut.mean_sq[m + 1] - cut.mean_sq[m])),
        per_square=float(1.0 / (cut.mean_sq[m + 1] - cut.mean_sq[m])),
        core_disc=core_disc,
        thin_disc=thin_disc,
        thin_share=float(np.clip(place - thin_disc, 0.0, 1.0)),
    )


def face_shares(g: float, section: Section, two_sided: bool) -> Floats:
    """Shares (4,) of the skin for top, both sides and under, summing to 1.

    ``g``: the section's exponent. The sides of a flat piece hardly reach its core: their share of
    the heat shrinks with g, which is what a true rectangle shows (ADR 7). Flat pieces have a top
    and an under of one size; a round one shows more top than it lies on. Between the two it goes
    straight, so that no measure makes a jump.
    """
    # A slab has no sides; cells without a face could not be reckoned.
    sides = max(LEAST_SIDES, ROUND_SIDES * min(1.0, g / SIDES_FROM))
    top = 0.5 * (1.0 - sides)
    if not two_sided:
        roundest = 1.0 if section == "oval" else BLOCK_SHARE
        way = max(0.0, (g - TWO_SIDED_BELOW) / (roundest - TWO_SIDED_BELOW))
        top += way * (ROUND_TOP - 0.5 * (1.0 - ROUND_SIDES))
    return np.array([top, 0.5 * sides, 0.5 * sides, 1.0 - sides - top])
