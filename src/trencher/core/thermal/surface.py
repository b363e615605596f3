"""What surrounds the joint in one stage, and the fixed guesses about its surface in one place.

What the field could tell is fitted and stands in ``constants``; these it could not. Evidence that
would improve a guess is named with it; docs/validation.md repeats the list.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.conduction import END
from trencher.core.thermal.constants import CONSTANTS, Constants
from trencher.core.thermal.cooker import DOOR_RECOVERY_S, Cooker, door_share
from trencher.core.thermal.geometry import SIDE_A, SIDE_B, TOP, UNDER
from trencher.core.thermal.kinds import CookerKind

Floats = NDArray[np.float64]
RestHow = Literal["open", "tented", "wrapped", "bowl", "pan"]
Cover = Literal["covered", "lid", "salt crust"]
Under = Literal["tin", "rack", "roots", "liquid", "bones"]
SurfaceState = Literal["wet", "blotted", "dried"]

AT_SIX_TENTHS = -math.log(1.0 - 0.6)
"""Dose at which an outcome on the scale 1 − e^(−dose) counts as there."""

# --- guesses, none sourced -------------------------------------------------------------------
EMISSIVITY = 0.9
"""Meat and oven walls: usual value for non-metals."""
FILM_REF_KG_M2 = 0.03
"""Film below which the surface counts as partly dry. Surface temperature of a roast."""
FILM_CAP_KG_M2 = 0.20
"""More than this runs off."""
FILM_START_KG_M2: dict[SurfaceState, float] = {"wet": 0.15, "blotted": 0.05, "dried": 0.0}
"""Water on the skin of a joint rinsed or marinated, blotted, or left uncovered in the cold."""
DRY_LIMIT_SHARE = 0.12
"""Water that does not boil off at 100 °C, share of the raw water."""
MOIST_SKIN_SHARE = 0.8
"""Share of the raw water in the outermost cell from which it evaporates like open water."""
BROWN_Z_C = 32.0
"""Browning goes tenfold faster per 32 °C. A colour card at two heats."""
BUMPS = 0.25
"""Browning and crisping happen on bumps and edges thinner than a cell, this share of the way from
the face's mean to the air. A close picture with a heat camera."""
TENDER_Z_C = 20.0
"""Collagen gives tenfold faster per 20 °C."""
FAT_K_W_MK, RIND_K_W_MK, RIND_MM = 0.18, 0.35, 3.0
"""Fat (Choi & Okos at 40 °C: 0.17); rind between fat and meat. Rind's thickness by ruler."""
FAT_FEED, RIND_FEED = 0.15, 0.05
"""Share of the expelled water that gets through fat, and through rind, to its surface."""
FAT_BROWN = 0.5
"""Fat and rind colour so much slower than meat at one temperature. A colour card."""
FAT_MOIST_MM, FAT_MOIST_J_M2 = 9.0, 80e3
"""Raw fat is an eighth water and conducts badly: it does not colour before it has warmed and dried,
which takes heat and time as its thickness squared (J/m² at one millimetre; thicker than so much
colours on its outside meanwhile). Set so that a cap of 8 mm colours in a hot start of some twenty
minutes at 220 °C, as recipes let it. Only the colour waits; what the joint takes up was fitted to
printed times without it."""
FAT_CRISP_MIN, FAT_CRISP_C = 30.0, 150.0
RIND_CRISP_C, RIND_CRISP_Z = 190.0, 30.0
"""Crisp to 0.6: fat after 30 min dry at 150 °C; rind, once dried, by its own minutes at 190 °C."""
RIND_WATER_KG_M2: dict[SurfaceState, float] = {"wet": 1.8, "blotted": 1.4, "dried": 0.45}
RIND_REF_KG_M2 = 0.6
"""Water in the rind at the start, and below which it dries ever slower. Weighing rind."""
PAN_DROP_C = 40.0
"""A face in the pan stays this much below it."""
PAN_C = 225.0
"""A hob pan hot enough for a sear."""
GRILL_HOTTER_C = 120.0
"""A glowing element seen by the top face, above the heat that is set: a tenth of what it sees, half
of the time. A raw rind takes some ten minutes under it. A radiometer."""
NEAR_ELEMENT_C, NEAR_ELEMENT_MM = 90.0, 55.0
"""A bare element that switches with the thermostat: what a top right under it sees above the air,
and over how many mm that fades by e. A radiometer on the shelf."""
ROOM_STEAM_PA = 1200.0
"""Kitchen air, about 50 % at 21 °C."""
REST_SEEP = 30.0
"""In the rest juices well back into the dried skin so much faster than it drew water while it
dried. Set so that a tented joint of 2 kg gives off 20 to 40 g in three quarters of an hour, which
leaves its skin at 50 to 55 °C after a quarter. Weighing in the rest."""
BOARD_H_W_M2K = 3.0
"""What a warm board takes from the under face."""
LIQUID_H_W_M2K = 150.0
"""Hot liquid on meat."""
GAS_SHARE, AIR_H_W_M2K, OFF_H_W_M2K = 1.1, 32.0, 8.0
"""Air of other ovens: a gas oven's against a still one's (it draws), table-top hot air, an oven
switched off (no fan, no glow). Estimates; nobody prints enough about them."""
FREE_AT_C, FREE_SKIN_C, FREE_POWER, FREE_LEAST_C = 100.0, 65.0, 0.25, 20.0
"""Free convection goes with the fourth root of how much hotter than the skin the air is."""
COLD_WATER_C, COLD_WATER_H = 10.0, 180.0
FRIDGE_C, FREEZER_C = 4.0, -18.0
# ---------------------------------------------------------------------------------------------

D60_SALMONELLA_MIN = 1.85
Z_SALMONELLA_C = 5.6
"""Default lethality; a safety profile may bring its own."""


@dataclass(frozen=True, kw_only=True)
class UnderFace:
    """What the under face meets: shares of the air's h and of a bare tin's, emissivity, escape."""

    h_share: float
    tin_share: float
    emissivity: float
    escape: float
    words: str


UNDERS: dict[Under, UnderFace] = {
    "tin": UnderFace(h_share=0.0, tin_share=1.0, emissivity=0.0, escape=0.2, words="in a bare tin"),
    "rack": UnderFace(h_share=0.8, tin_share=0.0, emissivity=0.6, escape=0.8, words="on a rack"),
    "roots": UnderFace(h_share=0.0, tin_share=0.5, emissivity=0.0, escape=0.3, words="on roots"),
    # Some hot air comes between ribs, and they keep off the tin and most of what it radiates.
    "bones": UnderFace(
        h_share=0.3, tin_share=0.1, emissivity=0.2, escape=0.3, words="on its own bones"
    ),
    # Once the liquid is gone it is a bare tin.
    "liquid": UnderFace(h_share=0.0, tin_share=1.0, emissivity=0.0, escape=0.2, words="in liquid"),
}


@dataclass(frozen=True, kw_only=True)
class Vessel:
    """A tin or pot as one lump: heat from the oven by its outer area, its own heat, its leaks.

    ``u``: share of ``vessel_u`` on ``area`` times the tin's floor; ``cap`` J/K; ``mouth``: share
    of the floor that evaporates like open water; ``moist_kg``: water it brings itself.
    """

    u: float
    area: float
    cap: float
    mouth: float
    moist_kg: float = 0.0


OPEN_TIN = Vessel(u=1.0, area=1.5, cap=700.0, mouth=0.5)
VESSELS: dict[Cover, Vessel] = {
    "covered": Vessel(u=1.0, area=2.4, cap=700.0, mouth=0.04),
    "lid": Vessel(u=1.25, area=2.6, cap=2400.0, mouth=0.02),
    "salt crust": Vessel(u=1.1, area=2.2, cap=2200.0, mouth=0.10, moist_kg=0.08),
}
"""Estimates: foil over a tin, a heavy pot with its lid, two kilos of wet salt."""
BED_M = {"rack": 0.03, "roots": 0.04}
BESIDE_SHARE = 0.6
"""How high a bed lifts a joint, m; share of a tin's floor beside it. Estimates."""
FLOOR_SHARE, LEAST_FLOOR_M2 = 1.8, 0.02
"""A tin's floor: this many times what the joint covers."""
SOFT_S: dict[Cover | RestHow, float] = {
    "covered": 700.0,
    "lid": 500.0,
    "salt crust": 900.0,
    "wrapped": 1000.0,
    "bowl": 1300.0,
    "tented": 4500.0,
    "open": 0.0,
    "pan": 0.0,
}
"""Time constant with which enclosed steam softens a crisp face; 0: it does not."""


@dataclass(frozen=True)
class RestSurround:
    """Share of ``tent_h`` in the air of the room, emissivity, share of vapour that escapes, warmth
    of the space under the cover."""

    h_share: float
    emissivity: float
    escape: float
    warm_c: float = 0.0
    warm_s: float = 0.0


RESTS: dict[RestHow, RestSurround] = {
    "open": RestSurround(1.0, 0.8, 1.0),
    "tented": RestSurround(1.0, 0.3, 0.6),
    "wrapped": RestSurround(0.5, 0.12, 0.12),
    "bowl": RestSurround(0.5, 0.4, 0.08, 12.0, 600.0),
    "pan": RestSurround(1.0, 0.75, 0.9),
}
"""Estimates within the ranges usual for free convection and foil; ``warm_c`` decays."""
HOT_PAN_CAP, HOT_PAN_UA, HOT_PAN_H, HOT_PAN_SHARE = 900.0, 1.0, 50.0, 0.8
"""The tin taken out with the joint: J/K, W/K, W/m²K, share of the oven's heat it still has."""


def parameters(
    *, water: float, moist: bool, max_dt_s: float, known: Constants = CONSTANTS
) -> Floats:
    """The kernel's constants. ``water`` kg/m³ at the start; ``moist`` False keeps all water in."""
    p = np.zeros(kernel.PARAM_SIZE)
    p[kernel.P_WATER] = water
    p[kernel.P_DRY_LIMIT] = DRY_LIMIT_SHARE * water
    p[kernel.P_EXPEL_S], p[kernel.P_PAN_DROP] = known.expel_s, PAN_DROP_C
    p[kernel.P_CRUST_FROM], p[kernel.P_CRUST_K] = known.crust_from * water, known.crust_k
    p[kernel.P_BUMPS] = BUMPS
    p[kernel.P_SEEP], p[kernel.P_MOIST_SKIN] = known.seep, MOIST_SKIN_SHARE * water
    p[kernel.P_FILM_SHARE] = known.film_share
    p[kernel.P_ESCAPE], p[kernel.P_MOIST] = known.escape, 1.0 if moist else 0.0
    p[kernel.P_BROWN_RATE] = AT_SIX_TENTHS / (known.brown_min * 60.0)
    p[kernel.P_BROWN_C], p[kernel.P_BROWN_Z] = 120.0, BROWN_Z_C
    p[kernel.P_TENDER_RATE] = AT_SIX_TENTHS / (known.tender_h * 3600.0)
    p[kernel.P_TENDER_C], p[kernel.P_TENDER_Z] = 85.0, TENDER_Z_C
    p[kernel.P_D], p[kernel.P_D_C], p[kernel.P_D_Z] = D60_SALMONELLA_MIN, 60.0, Z_SALMONELLA_C
    p[kernel.P_MAX_DT] = max_dt_s
    return p


def coats(*, fat_mm: float = 0.0, rind: bool = False, known: Constants = CONSTANTS) -> Floats:
    """What lies on the faces and ends, (5, COAT_SIZE): meat all round, fat or rind on top."""
    c = np.zeros((kernel.SKINS, kernel.COAT_SIZE))
    c[:, kernel.C_FILM_REF], c[:, kernel.C_FILM_CAP] = FILM_REF_KG_M2, FILM_CAP_KG_M2
    c[:, kernel.C_FEED] = c[:, kernel.C_SEEP] = c[:, kernel.C_BROWN] = 1.0
    c[:, kernel.C_CRISP_RATE] = AT_SIX_TENTHS / (known.brown_min * 60.0)
    c[:, kernel.C_CRISP_C], c[:, kernel.C_CRISP_Z] = 120.0, BROWN_Z_C
    top = c[TOP]
    if fat_mm > 0.0 or rind:
        top[kernel.C_RESIST] = fat_mm / 1000.0 / FAT_K_W_MK
        top[kernel.C_FEED], top[kernel.C_SEEP], top[kernel.C_BROWN] = FAT_FEED, 0.0, FAT_BROWN
        top[kernel.C_CRISP_RATE] = AT_SIX_TENTHS / (FAT_CRISP_MIN * 60.0)
        top[kernel.C_CRISP_C] = FAT_CRISP_C
        if not rind:
            top[kernel.C_MOIST_J] = min(fat_mm, FAT_MOIST_MM) ** 2 * FAT_MOIST_J_M2
    if rind:
        top[kernel.C_RESIST] += RIND_MM / 1000.0 / RIND_K_W_MK
        top[kernel.C_FEED] = RIND_FEED
        top[kernel.C_FILM_REF], top[kernel.C_FILM_CAP] = RIND_REF_KG_M2, 1.5
        top[kernel.C_CRISP_RATE] = AT_SIX_TENTHS / (known.rind_min * 60.0)
        top[kernel.C_CRISP_C], top[kernel.C_CRISP_Z] = RIND_CRISP_C, RIND_CRISP_Z
    return c


def first_film(state: SurfaceState, *, rind: bool) -> Floats:
    """Water on (or in the rind of) the faces and ends at the start, kg/m², (5,)."""
    film = np.full(kernel.SKINS, FILM_START_KG_M2[state])
    if rind:
        film[TOP] = RIND_WATER_KG_M2[state]
    return film


def set_face(
    env: Floats,
    face: int,
    *,
    h: float | None = None,
    emissivity: float | None = None,
    escape: float | None = None,
    contact: float | None = None,
    contact_h: float | None = None,
    hotter_c: float | None = None,
) -> None:
    """Write what one face meets; what is not given stays."""
    at = kernel.E_FACES + face * kernel.FACE_SIZE
    for slot, value in (
        (kernel.F_H, h),
        (kernel.F_EMISSIVITY, emissivity),
        (kernel.F_ESCAPE, escape),
        (kernel.F_CONTACT, contact),
        (kernel.F_CONTACT_H, contact_h),
        (kernel.F_HOTTER, hotter_c),
    ):
        if value is not None:
            env[at + slot] = value


def set_all(env: Floats, **what: float) -> None:
    """Write what every face meets."""
    for face in range(kernel.SKINS):
        set_face(env, face, **what)


def bare(env: Floats, *, h: float | None, radiation: bool) -> None:
    """Overrides for checks: every face meets ``h`` of air alone, or keeps all but radiation."""
    if h is not None:
        set_all(env, h=h, contact=0.0)
        env[kernel.E_NODE] = kernel.NO_NODE
    if not radiation:
        set_all(env, emissivity=0.0)


def air_h(kind: CookerKind, air_c: float, known: Constants = CONSTANTS) -> float:
    """What an oven's air gives a surface, W/m²K, radiation of its walls apart."""
    if kind == "fan":
        return known.fan_h
    if kind == "air":
        return AIR_H_W_M2K
    hotter = max(air_c - FREE_SKIN_C, FREE_LEAST_C) / FREE_AT_C
    free = known.still_h * float(hotter**FREE_POWER)
    return free * GAS_SHARE if kind == "gas" else free


def oven_air(
    cooker: Cooker,
    *,
    air_c: float,
    from_c: float,
    door_s: float,
    ideal: bool,
    h_scale: float = 1.0,
    under: Under = "tin",
    grill: bool = False,
    load_kg: float = 0.0,
    known: Constants = CONSTANTS,
) -> Floats:
    """An oven heading for ``air_c`` from ``from_c``; its door has just stood open ``door_s``.

    ``load_kg``: cold meat that went in with the door.
    """
    env = np.zeros(kernel.ENV_SIZE)
    env[kernel.E_TARGET] = air_c
    env[kernel.E_START] = air_c if ideal else from_c
    heating = air_c > from_c
    env[kernel.E_TAU] = 0.0 if ideal else cooker.up_s if heating else cooker.down_s
    env[kernel.E_LIMIT] = max(cooker.heating_limit_c, air_c + 30.0)
    env[kernel.E_DIP_TAU] = DOOR_RECOVERY_S
    if door_s > 0.0 and not ideal:
        env[kernel.E_DIP] = door_share(door_s, load_kg) * max(from_c - cooker.room_c, 0.0)
    if not ideal:
        env[kernel.E_SWING], env[kernel.E_SWING_S] = cooker.swing_c, 60.0 * cooker.swing_min
    h = air_h(cooker.kind, air_c, known) * h_scale
    set_face(env, TOP, h=h, emissivity=EMISSIVITY, escape=1.0)
    for side in (SIDE_A, SIDE_B, END):
        set_face(
            env, side, h=h * known.side_share, emissivity=EMISSIVITY * known.side_share, escape=1.0
        )
    below = UNDERS[under]
    set_face(
        env,
        UNDER,
        h=below.h_share * h + below.tin_share * known.tin_h * h_scale,
        emissivity=below.emissivity,
        escape=below.escape,
    )
    set_face(env, TOP, hotter_c=GRILL_HOTTER_C if grill else cooker.roof_hotter_c)
    env[kernel.E_STEAM] = cooker.steam_pa
    return env


def near_element_c(clear_mm: float) -> float:
    """What a bare element above adds to the heat the top face sees, °C, at this clearance."""
    return NEAR_ELEMENT_C * math.exp(-max(clear_mm, 0.0) / NEAR_ELEMENT_MM)


def oven_off(
    cooker: Cooker,
    *,
    from_c: float,
    door_s: float = 0.0,
    h_scale: float = 1.0,
    known: Constants = CONSTANTS,
) -> Floats:
    """The oven switched off with its door shut; without its fan the air hardly moves."""
    env = oven_air(
        cooker,
        air_c=cooker.room_c,
        from_c=from_c,
        door_s=door_s,
        ideal=False,
        h_scale=h_scale,
        known=known,
    )
    env[kernel.E_TAU], env[kernel.E_SWING] = cooker.off_s, 0.0
    set_face(env, TOP, hotter_c=0.0)
    h = OFF_H_W_M2K * h_scale
    for face in (TOP, SIDE_A, SIDE_B, END):
        set_face(env, face, h=h)
    return env


def tin_floor_m2(width_m: float, length_m: float) -> float:
    """Floor of the tin or pot a joint of these measures lies in."""
    return max(FLOOR_SHARE * width_m * length_m, LEAST_FLOOR_M2)


def in_liquid(
    env: Floats,
    *,
    litres: float,
    floor_m2: float,
    thickness_m: float,
    bed: str | None = None,
    known: Constants = CONSTANTS,
) -> None:
    """The joint stands in this much liquid: under face in it, and the sides to its depth. On a
    ``bed`` it stands above what does not reach it."""
    lump(env, OPEN_TIN, floor_m2, known)
    above = liquid_m(litres, floor_m2) - BED_M.get(bed or "", 0.0)
    # Dry, the lump is the tin again, and gives what a tin gives.
    env[kernel.E_NODE_DRY_H] = known.tin_h
    if above <= 0.0:
        return
    deep = min(1.0, above / thickness_m)
    set_face(env, UNDER, contact=1.0, contact_h=LIQUID_H_W_M2K, escape=0.0)
    for side in (SIDE_A, SIDE_B, END):
        set_face(env, side, contact=deep, contact_h=LIQUID_H_W_M2K)


def liquid_m(litres: float, floor_m2: float) -> float:
    """How deep it stands in the tin beside the joint, m."""
    return litres / 1000.0 / (BESIDE_SHARE * floor_m2)


def lump(env: Floats, vessel: Vessel, floor_m2: float, known: Constants = CONSTANTS) -> None:
    """The oven heats this vessel, and the vessel the faces that touch it."""
    env[kernel.E_NODE] = kernel.LUMP_NODE
    env[kernel.E_NODE_UA] = known.vessel_u * vessel.u * vessel.area * floor_m2
    env[kernel.E_NODE_CAP] = vessel.cap
    env[kernel.E_NODE_MOUTH] = vessel.mouth * floor_m2
    env[kernel.E_NODE_DRY_H] = known.dry_pot_h


def enclose(
    env: Floats,
    cover: Cover,
    *,
    floor_m2: float,
    liquid: bool,
    pot: bool = False,
    known: Constants = CONSTANTS,
) -> None:
    """Close the joint in: its faces meet the steam, and the liquid, of a closed vessel. ``pot``:
    that vessel stands in a lidded pot, which takes the oven's heat and closes it besides."""
    inner = VESSELS[cover]
    outer = VESSELS["lid"]
    closed = replace(outer, cap=inner.cap + outer.cap) if pot else inner
    lump(env, closed, floor_m2, known)
    set_all(env, contact=1.0, contact_h=known.steam_h, escape=0.0, hotter_c=0.0)
    if liquid:
        set_face(env, UNDER, contact_h=LIQUID_H_W_M2K)
    env[kernel.E_SOFT_S] = SOFT_S[cover]


def room_rest(
    how: RestHow, room_c: float, *, h_scale: float = 1.0, known: Constants = CONSTANTS
) -> Floats:
    """Resting in the room under a cover, or open, on a board or in its hot tin."""
    rest = RESTS[how]
    env = np.zeros(kernel.ENV_SIZE)
    env[kernel.E_TARGET], env[kernel.E_START] = room_c, room_c + rest.warm_c
    env[kernel.E_TAU] = rest.warm_s
    env[kernel.E_STEAM], env[kernel.E_SOFT_S] = ROOM_STEAM_PA, SOFT_S[how]
    env[kernel.E_SEEP] = REST_SEEP
    emissivity = min(1.0, rest.emissivity * h_scale)
    # The kernel's share is that of an oven's dry air: in the rest the skin is wet again.
    wetter = known.rest_escape / known.escape
    h = known.tent_h * rest.h_share * h_scale
    set_all(env, h=h, emissivity=emissivity, escape=rest.escape * wetter)
    set_face(env, UNDER, h=BOARD_H_W_M2K * h_scale, emissivity=0.0, escape=0.05)
    if how == "pan":
        env[kernel.E_NODE] = kernel.LUMP_NODE
        env[kernel.E_NODE_UA], env[kernel.E_NODE_CAP] = HOT_PAN_UA, HOT_PAN_CAP
        env[kernel.E_NODE_DRY_H] = HOT_PAN_H
        set_face(env, UNDER, contact=1.0, contact_h=HOT_PAN_H, escape=0.0)
    return env


def standing(place_c: float, steam_pa: float, known: Constants = CONSTANTS) -> Floats:
    """Lying on a plate in still or slowly moving air: counter, fridge, freezer."""
    env = room_rest("open", place_c, known=known)
    env[kernel.E_STEAM] = steam_pa
    return env


def hob_sear(
    faces: tuple[int, ...], share: float, room_c: float, known: Constants = CONSTANTS
) -> Floats:
    """A hot pan that touches these faces; ``share`` of the time each."""
    env = room_rest("open", room_c, known=known)
    h = known.tent_h * RESTS["open"].h_share
    env[kernel.E_NODE] = kernel.FIXED_NODE
    set_face(env, UNDER, h=h, emissivity=RESTS["open"].emissivity, escape=1.0)
    for face in faces:
        set_face(env, face, contact=share, contact_h=known.pan_h)
    return env


def cold_water() -> Floats:
    """Wrapped tight under cold water that is changed: held at one temperature."""
    env = room_rest("open", COLD_WATER_C)
    env[kernel.E_NODE] = kernel.FIXED_NODE
    set_all(env, contact=1.0, contact_h=COLD_WATER_H, escape=0.0)
    return env
