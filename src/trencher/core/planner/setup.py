"""From a roast as described to a body in a kitchen, ready to be simulated."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.catalogue.cookers import KINDS
from trencher.core.errors import InputError, OutOfRange
from trencher.core.joint import Joint, size_of
from trencher.core.method.stages import Method, Off, Oven, Rest, Sear, Stage, Wait
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal import surface
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import FINE, Grid, build_body, fitted, section_exponent
from trencher.core.thermal.properties import tables_for
from trencher.core.thermal.simulation import Simulation, longest_step_s

Floats = NDArray[np.float64]

PHYSICS_LIMITS: dict[str, tuple[float, float, str]] = {
    "conductivity_w_mk": (0.05, 5.0, "W/mK"),
    "specific_heat_j_kgk": (500.0, 6000.0, "J/kgK"),
    "density_kg_m3": (300.0, 2000.0, "kg/m³"),
    "h_w_m2k": (1.0, 500.0, "W/m²K"),
    "section_exponent": (0.0, 1.0, ""),
}


@dataclass(frozen=True, kw_only=True)
class Physics:
    """Overrides of the model, for checks against exact solutions. None leaves the model's own."""

    conductivity_w_mk: float | None = None
    specific_heat_j_kgk: float | None = None
    density_kg_m3: float | None = None
    h_w_m2k: float | None = None
    radiation: bool = True
    evaporation: bool = True
    ideal_air: bool = False
    section_exponent: float | None = None

    def __post_init__(self) -> None:
        for name, (low, high, unit) in PHYSICS_LIMITS.items():
            value = getattr(self, name)
            if value is not None and not (math.isfinite(value) and low <= value <= high):
                raise OutOfRange(f"physics.{name}", value, low, high, unit)


COOKER_LIMITS: dict[str, tuple[float, float, str]] = {
    "dial_error_c": (-60.0, 60.0, "°C"),
    "room_c": (-10.0, 45.0, "°C"),
    "min_c": (20.0, 200.0, "°C"),
    "max_c": (60.0, 400.0, "°C"),
    "preheat_min": (1.0, 90.0, "min"),
    "tau_down_min": (1.0, 120.0, "min"),
    "tau_off_min": (1.0, 300.0, "min"),
}


def check_cooker(cooker: Cooker) -> Cooker:
    """The same cooker, or OutOfRange / InputError naming the field."""
    if cooker.kind not in KINDS:
        raise InputError(
            f"{cooker.kind!r} is no kind of oven", where="cooker.kind",
            allowed=f"allowed: {', '.join(KINDS)}",
        )  # fmt: skip
    for name, (low, high, unit) in COOKER_LIMITS.items():
        value = getattr(cooker, name)
        if value is not None and not (math.isfinite(value) and low <= value <= high):
            raise OutOfRange(f"cooker.{name}", value, low, high, unit)
    if cooker.min_c is not None and cooker.max_c is not None and cooker.min_c >= cooker.max_c:
        raise InputError(
            f"lowest {cooker.min_c:g} is not below highest {cooker.max_c:g}",
            where="cooker.min_c", allowed="allowed: lowest below highest",
        )  # fmt: skip
    return cooker


@dataclass(frozen=True, kw_only=True)
class Roast:
    """All that a forecast is made from. ``wanted_c`` None: taken from ``until peak`` if there."""

    joint: Joint
    cooker: Cooker
    method: Method
    physics: Physics = Physics()
    temperatures: Literal["air", "dial"] = "air"
    wanted_c: float | None = None

    def __post_init__(self) -> None:
        check_cooker(self.cooker)

    @property
    def goal_c(self) -> float | None:
        """The wanted peak, °C, or None."""
        if self.wanted_c is not None:
            return self.wanted_c
        i = self.method.peak_index
        return None if i is None else self.method.stages[i].length.temp.c  # type: ignore[union-attr]


@dataclass(frozen=True, kw_only=True)
class Deviation:
    """One draw of what is uncertain, as factors and shifts; all neutral by default.

    ``probe_xi``: where the tip sits, share of the half-thickness off the axis.
    """

    thickness: float = 1.0
    span: float = 1.0
    start_c: float = 0.0
    oven_c: float = 0.0
    heat: float = 1.0
    conduct: float = 1.0
    wet: float = 1.0
    probe_xi: float = 0.0


@dataclass(frozen=True)
class Kitchen:
    """A roast set up: surroundings for its stages, and fresh joints to simulate."""

    roast: Roast
    grid: Grid
    deviation: Deviation

    def fresh(self) -> Simulation:
        """The joint at its start, standing in the room."""
        r, d = self.roast, self.deviation
        size, cut, phys = size_of(r.joint), r.joint.facts, r.physics
        thickness, width = size.thickness_mm / 1000, size.width_mm / 1000
        flat = thickness > width
        thickness *= d.span if flat else d.thickness
        width *= d.thickness if flat else d.span
        body = build_body(
            thickness_m=thickness,
            width_m=width,
            length_m=size.length_mm / 1000 * d.span,
            profile=cut.profile,
            section=cut.section,
            grid=fitted(self.grid, min(thickness, width)),
            exponent=phys.section_exponent,
        )
        tables = tables_for(
            cut.meat,
            conductivity_w_mk=phys.conductivity_w_mk,
            specific_heat_j_kgk=phys.specific_heat_j_kgk,
            density_kg_m3=phys.density_kg_m3,
        )
        if d.conduct != 1.0:
            tables = replace(tables, conductivity=tables.conductivity * d.conduct)
        start = float(np.clip(r.joint.start_c + d.start_c, -25.0, 45.0))
        longest = longest_step_s(body, tables) if phys.evaporation else self.grid.dt_s
        par = surface.parameters(
            water=tables.water, moist=phys.evaporation, max_dt_s=min(self.grid.dt_s, longest)
        )
        par[kernel.P_PROBE] = d.probe_xi**2
        par[kernel.P_ESCAPE] *= d.wet
        par[kernel.P_SEEP] *= d.wet
        return Simulation.start(body, tables, par, start, r.cooker.room_c)

    @property
    def sides(self) -> int:
        """Sides a sear is shared by: two for a flat piece, else four."""
        size = size_of(self.roast.joint)
        flat = section_exponent(size.thickness_mm, size.width_mm, self.roast.joint.facts.section)
        return 2 if flat < 0.35 else 4

    def true_air(self, stage: Oven) -> float:
        """Air wanted in °C within the oven's limits; a dial's number has its error taken off."""
        c = stage.temp.c
        if self.roast.temperatures == "dial":
            c -= self.roast.cooker.dial_error_c
        low, high = self.roast.cooker.min_c, self.roast.cooker.max_c
        return min(max(c, low if low is not None else c), high if high is not None else c)

    def surround(self, stage: Stage, oven_c: float | None, since_last_oven: bool) -> Floats:
        """The stage's surroundings. ``oven_c``: where the oven's air is now, None if not known;
        ``since_last_oven``: the joint comes straight from that oven."""
        cooker, phys, d = self.roast.cooker, self.roast.physics, self.deviation
        if isinstance(stage, Oven):
            air = self.true_air(stage) + d.oven_c
            if stage.cold:
                start = cooker.room_c
            elif since_last_oven and oven_c is not None:
                start = oven_c
            else:
                start = air
            env = surface.oven_air(
                cooker, air_c=air, from_c=start, door=not since_last_oven and not stage.cold,
                ideal=phys.ideal_air, h_scale=d.heat,
            )  # fmt: skip
        elif isinstance(stage, Off):
            env = surface.oven_off(cooker, from_c=oven_c or cooker.room_c, h_scale=d.heat)
        elif isinstance(stage, Sear):
            return surface.hob_sear(self.sides, cooker.room_c)
        elif isinstance(stage, Rest):
            env = surface.room_rest(stage.how, cooker.room_c)
        else:
            assert isinstance(stage, Wait)
            env = (
                surface.fridge()
                if stage.place == "fridge"
                else surface.room_rest("open", cooker.room_c)
            )
        if phys.h_w_m2k is not None:
            env[kernel.E_H] = phys.h_w_m2k
        if not phys.radiation:
            env[kernel.E_EMISSIVITY] = 0.0
        return env


def kitchen(roast: Roast, grid: Grid = FINE, deviation: Deviation | None = None) -> Kitchen:
    """The roast set up on a grid, with one draw of its uncertainties if given."""
    return Kitchen(roast, grid, deviation or Deviation())
