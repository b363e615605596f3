"""What meat is made of, and what that makes of it as a conductor and store of heat.

Component correlations: Choi & Okos (1986), T in °C. The mixture's conductivity follows Maxwell
and Eucken with water as the continuous phase; the parallel rule overstates it for muscle.
Ice: Schwartzberg (1976), with bound water taken as 0.4 kg per kg protein (estimate within the
range usually given for meat). Density is held at its 20 °C value so that the body keeps its size.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property, lru_cache

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal.arguments import Matter

Floats = NDArray[np.float64]

TABLE_LOW_C, TABLE_STEP_C, TABLE_SIZE = -45.0, 0.25, 1501
"""The tables span −45 … 330 °C; the kernel never leaves them."""

FREEZING_C = -1.0
"""Initial freezing point of fresh meat: about −1 °C."""
LATENT_ICE = 333.6e3
"""Heat of fusion of water, J/kg."""
CP_WATER = 4190.0
"""Specific heat of liquid water, J/kgK, for the water that leaves; within 1 % up to 100 °C."""
BOUND_PER_PROTEIN = 0.4

COMPONENTS = ("water", "protein", "fat", "ash", "ice")
CONDUCTIVITY: dict[str, tuple[float, float, float]] = {
    "water": (0.57109, 1.7625e-3, -6.7036e-6),
    "protein": (0.17881, 1.1958e-3, -2.7178e-6),
    "fat": (0.18071, -2.7604e-4, -1.7749e-7),
    "ash": (0.32962, 1.4011e-3, -2.9069e-6),
    "ice": (2.2196, -6.2489e-3, 1.0154e-4),
}
DENSITY: dict[str, tuple[float, float, float]] = {
    "water": (997.18, 3.1439e-3, -3.7574e-3),
    "protein": (1329.9, -0.5184, 0.0),
    "fat": (925.59, -0.41757, 0.0),
    "ash": (2423.8, -0.28063, 0.0),
    "ice": (916.89, -0.13071, 0.0),
}
SPECIFIC_HEAT: dict[str, tuple[float, float, float]] = {
    "water": (4176.2, -0.090864, 5.4731e-3),
    "protein": (2008.2, 1.2089, -1.3129e-3),
    "fat": (1984.2, 1.4733, -4.8008e-3),
    "ash": (1092.6, 1.8896, -3.6817e-3),
    "ice": (2062.3, 6.0769, 0.0),
}


@dataclass(frozen=True, kw_only=True)
class Composition:
    """Mass fractions of the edible meat (bone apart), summing to 1."""

    water: float
    protein: float
    fat: float
    ash: float = 0.01

    def __post_init__(self) -> None:
        if abs(self.water + self.protein + self.fat + self.ash - 1.0) > 0.005:
            raise ValueError("a composition sums to 1")


LEAN = Composition(water=0.72, protein=0.21, fat=0.06, ash=0.01)
"""The ``custom`` cut: lean meat."""


def _poly(coefficients: tuple[float, float, float], temp_c: Floats) -> Floats:
    a, b, c = coefficients
    return a + b * temp_c + c * temp_c**2


def ice_fraction(meat: Composition, temp_c: Floats) -> Floats:
    """Mass of ice per kg of meat at ``temp_c`` (Schwartzberg 1976); 0 above freezing."""
    free = max(meat.water - BOUND_PER_PROTEIN * meat.protein, 0.0)
    below = np.minimum(temp_c, FREEZING_C)
    return np.asarray(free * (1.0 - FREEZING_C / below))


def density(meat: Composition, temp_c: float = 20.0) -> float:
    """Density in kg/m³ without pores, volumes adding up; above freezing."""
    t = np.array(temp_c)
    volume = sum(getattr(meat, part) / float(_poly(DENSITY[part], t)) for part in COMPONENTS[:4])
    return float(1.0 / volume)


def conductivity(meat: Composition, temp_c: Floats) -> Floats:
    """Conductivity in W/mK by Maxwell–Eucken: water with its ice carries, the rest is dispersed."""
    t = np.clip(temp_c, -40.0, 150.0)
    ice = ice_fraction(meat, t)
    mass: dict[str, Floats] = {
        "water": meat.water - ice,
        "ice": ice,
        **{part: np.full_like(t, getattr(meat, part)) for part in ("protein", "fat", "ash")},
    }
    volume = {part: m / _poly(DENSITY[part], t) for part, m in mass.items()}
    wet = volume["water"] + volume["ice"]
    # Ice and unfrozen water lie side by side: their own mean by volume.
    k_wet = (
        volume["water"] * _poly(CONDUCTIVITY["water"], t)
        + volume["ice"] * _poly(CONDUCTIVITY["ice"], t)
    ) / wet
    dry = volume["protein"] + volume["fat"] + volume["ash"]
    k_dry = (
        sum(
            (volume[part] * _poly(CONDUCTIVITY[part], t) for part in ("protein", "fat", "ash")),
            np.zeros_like(t),
        )
        / dry
    )
    phi = dry / (dry + wet)
    return np.asarray(
        k_wet
        * (2 * k_wet + k_dry - 2 * phi * (k_wet - k_dry))
        / (2 * k_wet + k_dry + phi * (k_wet - k_dry))
    )


def specific_heat(meat: Composition, temp_c: Floats) -> Floats:
    """Specific heat in J/kgK without the latent part, ice counted where there is ice."""
    t = np.clip(temp_c, -40.0, 150.0)
    ice = ice_fraction(meat, t)
    solid = sum(
        (getattr(meat, part) * _poly(SPECIFIC_HEAT[part], t) for part in ("protein", "fat", "ash")),
        np.zeros_like(t),
    )
    return np.asarray(
        solid
        + (meat.water - ice) * _poly(SPECIFIC_HEAT["water"], t)
        + ice * _poly(SPECIFIC_HEAT["ice"], t)
    )


def held_water_share(temp_c: Floats) -> Floats:
    """Share of its raw water that muscle still holds at ``temp_c`` at rest (van der Sman 2007)."""
    held = 0.745 - 0.345 / (1.0 + 30.0 * np.exp(-0.25 * (temp_c - 52.0)))
    return np.asarray(held / 0.745)


def vapour_pressure(temp_c: Floats) -> Floats:
    """Saturation pressure of water in Pa, 0 … 150 °C (Antoine, the usual constants for water), and
    of ice below (Magnus form, the usual constants for ice)."""
    t = np.clip(temp_c, 0.0, 150.0)
    over_water = 133.322 * 10.0 ** (8.07131 - 1730.63 / (233.426 + t))
    frost = np.minimum(temp_c, 0.0)
    at_zero = 133.322 * 10.0 ** (8.07131 - 1730.63 / 233.426)
    over_ice = at_zero * np.exp(22.46 * frost / (272.62 + frost))
    return np.asarray(np.where(np.asarray(temp_c) < 0.0, over_ice, over_water))


@dataclass(frozen=True)
class PropertyTables:
    """What the kernel reads: uniform in temperature from TABLE_LOW_C by TABLE_STEP_C.

    ``enthalpy`` J/m³ of raw meat, ``conductivity`` W/mK, ``held`` share of raw water held,
    ``vapour`` Pa; ``density`` kg/m³ and ``water`` kg/m³ at the start.
    """

    enthalpy: Floats
    conductivity: Floats
    held: Floats
    vapour: Floats
    density: float
    water: float

    @cached_property
    def matter(self) -> Matter:
        """The same, as the kernel is handed it."""
        return Matter(self.enthalpy, self.conductivity, self.held, self.vapour)


def table_temperatures() -> Floats:
    """The temperatures of the tables, °C, shape (TABLE_SIZE,)."""
    return TABLE_LOW_C + TABLE_STEP_C * np.arange(TABLE_SIZE, dtype=np.float64)


BONE_K_W_MK, BONE_CP_J_KGK, BONE_RHO = 0.45, 1800.0, 1450.0
"""Bone with its marrow, spread evenly through the meat. Estimates between cortical and spongy."""


def raw_density(meat: Composition, bone_share: float) -> float:
    """Density in kg/m³ of meat with its bone, ``bone_share`` of the mass."""
    return 1.0 / ((1.0 - bone_share) / density(meat) + bone_share / BONE_RHO)


@lru_cache(maxsize=64)
def tables_for(
    meat: Composition,
    *,
    bone_share: float = 0.0,
    conductivity_w_mk: float | None = None,
    specific_heat_j_kgk: float | None = None,
    density_kg_m3: float | None = None,
    hot_k: float = 1.0,
) -> PropertyTables:
    """Tables for a composition with its bone; a constant given for conductivity, heat or density
    replaces it. ``hot_k``: conductivity at 80 °C against the component rule's, going straight from
    20 °C.

    Results are shared between callers: never write into them.
    A constant specific heat has no freezing in it: it is for checks against exact solutions.
    """
    t = table_temperatures()
    rho = raw_density(meat, bone_share) if density_kg_m3 is None else density_kg_m3
    flesh = 1.0 - bone_share
    if specific_heat_j_kgk is None:
        sensible = specific_heat(meat, t)
        step = 0.5 * (sensible[1:] + sensible[:-1]) * TABLE_STEP_C
        melted = -LATENT_ICE * np.diff(ice_fraction(meat, t))
        h = rho * flesh * np.concatenate([[0.0], np.cumsum(step + melted)])
        h += rho * bone_share * BONE_CP_J_KGK * (t - TABLE_LOW_C)
    else:
        h = rho * specific_heat_j_kgk * (t - TABLE_LOW_C)
    by_volume = bone_share * rho / BONE_RHO
    k = (
        ((1.0 - by_volume) * conductivity(meat, t) + by_volume * BONE_K_W_MK)
        * (1.0 + (hot_k - 1.0) * np.clip((t - 20.0) / 60.0, 0.0, 1.0))
        if conductivity_w_mk is None
        else np.full_like(t, conductivity_w_mk)
    )
    return PropertyTables(
        enthalpy=h,
        conductivity=k,
        held=held_water_share(t),
        vapour=vapour_pressure(t),
        density=rho,
        water=rho * flesh * meat.water,
    )
