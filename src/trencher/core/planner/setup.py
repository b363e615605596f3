"""From a roast as described to a body in a kitchen, ready to be simulated."""

from __future__ import annotations

import math
from dataclasses import dataclass, fields, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.errors import InputError, OutOfRange
from trencher.core.joint import Joint, size_of
from trencher.core.method.stages import Method, Off, Oven, Rest, Sear, Stage, Wait
from trencher.core.planner.passage import SEAR_ORDER
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal import surface
from trencher.core.thermal.constants import CONSTANTS, Constants
from trencher.core.thermal.cooker import PUT_IN_S, Cooker
from trencher.core.thermal.geometry import (
    FINE,
    TWO_SIDED_BELOW,
    Grid,
    build_body,
    fitted,
    section_exponent,
)
from trencher.core.thermal.kinds import KINDS
from trencher.core.thermal.properties import CP_WATER, PropertyTables, tables_for
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
    constants: Constants = CONSTANTS

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
    "swing_c": (0.0, 40.0, "°C"),
    "swing_min": (1.0, 60.0, "min"),
    "roof_hotter_c": (0.0, 200.0, "°C"),
}


def check_cooker(cooker: Cooker) -> Cooker:
    """The same cooker, or OutOfRange / InputError naming the field."""
    if cooker.kind not in KINDS:
        raise InputError(
            f"{cooker.kind!r} is no kind of oven",
            where="cooker.kind",
            allowed=f"allowed: {', '.join(KINDS)}",
        )
    for name, (low, high, unit) in COOKER_LIMITS.items():
        value = getattr(cooker, name)
        if value is not None and not (math.isfinite(value) and low <= value <= high):
            raise OutOfRange(f"cooker.{name}", value, low, high, unit)
    if cooker.min_c is not None and cooker.max_c is not None and cooker.min_c >= cooker.max_c:
        raise InputError(
            f"lowest {cooker.min_c:g} is not below highest {cooker.max_c:g}",
            where="cooker.min_c",
            allowed="allowed: lowest below highest",
        )
    return cooker


def _check_heat(specific_heat_j_kgk: float, tables: PropertyTables) -> None:
    """InputError where meat would take less heat than the water in it: what dries would then be
    left with less than none."""
    least = tables.water * CP_WATER / tables.density
    if specific_heat_j_kgk < least:
        raise InputError(
            f"{specific_heat_j_kgk:g} is less than the water in this meat takes alone",
            where="physics.specific_heat_j_kgk",
            allowed=f"at least {math.ceil(least):d} J/kgK, or evaporation false",
        )


@dataclass(frozen=True, kw_only=True)
class Deviation:
    """One draw of what is uncertain, as factors and shifts; all neutral by default.

    ``rest``: heat lost in the rest; ``fat``: thickness of what lies on top.
    ``probe_xi``: where the tip sits, share of the half-thickness off the axis. ``drift``: the
    heat to the surface against its own first hour, as a power of ``conduction.drift_share``;
    ``later``: its logarithm from ``later_from_min`` on. ``other_oven_c``: air of an oven the joint
    was moved to.
    """

    thickness: float = 1.0
    span: float = 1.0
    start_c: float = 0.0
    oven_c: float = 0.0
    heat: float = 1.0
    conduct: float = 1.0
    wet: float = 1.0
    rest: float = 1.0
    fat: float = 1.0
    probe_xi: float = 0.0
    drift: float = 0.0
    later: float = 0.0
    later_from_min: float = 0.0
    other_oven_c: float = 0.0

    def on(self, other: Deviation) -> Deviation:
        """Both at once: factors multiply, shifts add."""
        return Deviation(
            **{
                f.name: a * b if f.default == 1.0 else a + b
                for f in fields(Deviation)
                for a, b in ((getattr(self, f.name), getattr(other, f.name)),)
            }
        )


@dataclass(frozen=True, kw_only=True)
class Known:
    """What earlier roasts say of one before anything is read of it: of the uncertain quantities
    ``which`` (their places in ``planner.doubt.QUANTITIES``) the mean and covariance, in logarithms
    of factors and °C. ``sd``: how uncertain each would be without them. ``nominal``: the mean."""

    which: tuple[int, ...]
    mean: tuple[float, ...]
    covariance: tuple[tuple[float, ...], ...]
    sd: tuple[float, ...]
    nominal: Deviation


@dataclass(frozen=True, kw_only=True)
class Roast:
    """All that a forecast is made from. ``wanted_c`` None: taken from ``until peak`` if there.
    ``known``: what earlier roasts say of this one before anything is read of it."""

    joint: Joint
    cooker: Cooker
    method: Method
    physics: Physics = Physics()
    temperatures: Literal["air", "dial"] = "air"
    wanted_c: float | None = None
    known: Known | None = None

    def __post_init__(self) -> None:
        check_cooker(self.cooker)

    @property
    def nominal(self) -> Deviation:
        """The uncertain quantities as they are taken to be before anything is read."""
        return Deviation() if self.known is None else self.known.nominal

    @property
    def goal_c(self) -> float | None:
        """The wanted peak, °C, or None."""
        if self.wanted_c is not None:
            return self.wanted_c
        i = self.method.peak_index
        return None if i is None else self.method.stages[i].length.temp.c  # type: ignore[union-attr]


@dataclass(frozen=True)
class Setup:
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
            two_sided=phys.h_w_m2k is None,
        )
        tables = tables_for(
            cut.meat,
            bone_share=cut.bone_share,
            conductivity_w_mk=phys.conductivity_w_mk,
            specific_heat_j_kgk=phys.specific_heat_j_kgk,
            density_kg_m3=phys.density_kg_m3,
            hot_k=phys.constants.hot_k,
        )
        if phys.specific_heat_j_kgk is not None and phys.evaporation:
            _check_heat(phys.specific_heat_j_kgk, tables)
        if d.conduct != 1.0:
            tables = replace(tables, conductivity=tables.conductivity * d.conduct)
        start = float(np.clip(r.joint.start_c + d.start_c, -25.0, 45.0))
        longest = longest_step_s(body, tables) if phys.evaporation else self.grid.dt_s
        par = surface.parameters(
            water=tables.water,
            moist=phys.evaporation,
            max_dt_s=min(self.grid.dt_s, longest),
            known=phys.constants,
        )
        constant = None not in (phys.conductivity_w_mk, phys.specific_heat_j_kgk)
        if constant and not phys.evaporation:
            par[kernel.P_LINEAR], par[kernel.P_LATE_STEP] = 1.0, LATE_STEP_S
        par[kernel.P_PROBE] = d.probe_xi**2
        par[kernel.P_ESCAPE] *= d.wet
        par[kernel.P_SEEP] *= d.wet
        checked = phys.h_w_m2k is not None
        coats = surface.coats(
            fat_mm=0.0 if checked else min(r.joint.top_fat_mm * d.fat, 500.0 * thickness),
            rind=cut.rind and not checked,
            known=phys.constants,
        )
        film = surface.first_film(r.joint.surface, rind=cut.rind) if phys.evaporation else None
        return Simulation.start(body, tables, par, coats, start, r.cooker.room_c, film)

    @property
    def sides(self) -> int:
        """Sides a sear is shared by: two for a flat piece, else four."""
        size = size_of(self.roast.joint)
        flat = section_exponent(size.thickness_mm, size.width_mm, self.roast.joint.facts.section)
        return 2 if flat < TWO_SIDED_BELOW else 4

    @property
    def room_c(self) -> float:
        """Air of the room, °C."""
        return self.roast.cooker.room_c

    def asked_air(self, stage: Oven) -> float:
        """Air wanted in °C; a dial's number has its error taken off."""
        c = stage.temp.c
        cooker = stage.cooker or self.roast.cooker
        return cooker.true_of_dial(c) if self.roast.temperatures == "dial" else c

    def true_air(self, stage: Oven) -> float:
        """Air wanted in °C within the oven's limits."""
        c = self.asked_air(stage)
        cooker = stage.cooker or self.roast.cooker
        low, high = cooker.min_c, cooker.max_c
        return min(max(c, low if low is not None else c), high if high is not None else c)

    def dressed(self, stage: Stage, oven_c: float | None, door_s: float) -> Floats:
        """The stage's surroundings at its start. ``oven_c``: where the oven's air is now, None if
        it starts preheated; ``door_s``: how long its door has just stood open."""
        cooker, phys, d = self.roast.cooker, self.roast.physics, self.deviation
        known = phys.constants
        if isinstance(stage, (Oven, Off)):
            cooker = stage.cooker or cooker
        if isinstance(stage, Oven):
            air = self.true_air(stage) + (d.oven_c if stage.cooker is None else d.other_oven_c)
            start = cooker.room_c if stage.cold else air if oven_c is None else oven_c
            bare: surface.Under = "bones" if self.roast.joint.bones_on else "tin"
            under = stage.bed or ("liquid" if stage.liquid_ml is not None else bare)
            env = surface.oven_air(
                cooker,
                air_c=air,
                from_c=start,
                door_s=0.0 if stage.cold else door_s,
                ideal=phys.ideal_air,
                h_scale=d.heat,
                under=under,
                grill=stage.air == "grill",
                load_kg=self.roast.joint.total_kg if door_s == PUT_IN_S else 0.0,
                known=known,
            )
            size = size_of(self.roast.joint)
            floor = surface.tin_floor_m2(size.width_mm / 1000, size.length_mm / 1000)
            if stage.cover is not None:
                liquid = stage.liquid_ml is not None and stage.bed is None
                surface.enclose(
                    env, stage.cover, floor_m2=floor, liquid=liquid, pot=stage.pot, known=known
                )
            elif stage.liquid_ml is not None:
                surface.in_liquid(
                    env,
                    litres=stage.liquid_ml / 1000,
                    floor_m2=floor,
                    thickness_m=size.thickness_mm / 1000,
                    bed=stage.bed,
                    known=known,
                )
            env[kernel.E_DRIFT] = d.drift
            env[kernel.E_LATER], env[kernel.E_LATER_S] = d.later, 60.0 * d.later_from_min
        elif isinstance(stage, Off):
            env = surface.oven_off(
                cooker, from_c=oven_c or cooker.room_c, door_s=door_s, h_scale=d.heat, known=known
            )
        elif isinstance(stage, Sear):
            faces = SEAR_ORDER[self.sides]
            return surface.hob_sear(faces, 1.0 / len(faces), cooker.room_c, known)
        elif isinstance(stage, Rest):
            env = surface.room_rest(stage.how, cooker.room_c, h_scale=d.rest, known=known)
        elif isinstance(stage, Wait):
            env = {
                "counter": lambda: surface.standing(cooker.room_c, surface.ROOM_STEAM_PA, known),
                "fridge": lambda: surface.standing(surface.FRIDGE_C, FRIDGE_STEAM_PA),
                "freezer": lambda: surface.standing(surface.FREEZER_C, FREEZER_STEAM_PA),
                "water": surface.cold_water,
            }[stage.place]()
        else:
            raise InputError(f"{stage} has no length of its own", where="method")
        surface.bare(env, h=phys.h_w_m2k, radiation=phys.radiation)
        return env

    def fill(self, sim: Simulation, stage: Stage, oven_c: float | None) -> None:
        """Give ``sim`` the tin, pot or pan that this stage touches it with."""
        room = self.roast.cooker.room_c
        water, temp = 0.0, room
        if isinstance(stage, Oven):
            water = (stage.liquid_ml or 0.0) / 1000.0
            if stage.cover is not None:
                water += surface.VESSELS[stage.cover].moist_kg
                temp = max(room, float(sim.state[kernel.SURFACE])) if water <= 0.0 else room
        elif isinstance(stage, Sear):
            temp = surface.PAN_C
        elif isinstance(stage, Rest) and stage.how == "pan":
            temp = room + surface.HOT_PAN_SHARE * max((oven_c or room) - room, 0.0)
        elif isinstance(stage, Wait) and stage.place == "water":
            temp = surface.COLD_WATER_C
        sim.fill_node(water_kg=water, temp_c=temp)


FRIDGE_STEAM_PA, FREEZER_STEAM_PA = 600.0, 100.0
LATE_STEP_S = 240.0
"""Steps grow on to this where nothing but linear conduction is left."""


def kitchen(roast: Roast, grid: Grid = FINE, deviation: Deviation | None = None) -> Setup:
    """The roast set up on a grid, with one draw of its uncertainties if given, else as it is taken
    to be."""
    return Setup(roast, grid, deviation or roast.nominal)
