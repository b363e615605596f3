"""What surrounds the joint in one stage, and every unsourced guess about its surface in one place.

Evidence that would improve a guess is named with it; docs/validation.md repeats the list.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.cooker import DOOR_DIP_SHARE, DOOR_RECOVERY_S, Cooker

Floats = NDArray[np.float64]
RestHow = Literal["open", "tented", "wrapped", "bowl", "pan"]

# --- guesses, none sourced -------------------------------------------------------------------
EMISSIVITY = 0.9
"""Meat and oven walls: usual value for non-metals."""
SHELTER = 0.75
"""Share of an oven's heat that the whole skin meets: the under face, a quarter of it, lies in a
tin. Thermocouples under a roast."""
ESCAPE = 0.75
"""Share of the free-water rate at which a roast's film evaporates. Weighing during a roast."""
FILM_SHARE = 1.0 / 3.0
"""Share of the expelled water that reaches the film; the rest drips. Weighing joint and tin."""
EXPEL_S = 2.0 * 3600.0
"""Time constant of expulsion. Weighing joints of unlike thickness."""
FILM_REF_KG_M2 = 0.03
"""Film below which the surface counts as partly dry. Surface temperature of a roast."""
FILM_CAP_KG_M2 = 0.20
"""More than this runs off."""
FILM_START_KG_M2 = 0.05
"""A joint blotted dry."""
DRY_LIMIT_SHARE = 0.12
"""Water that does not boil off at 100 °C, share of the raw water."""
SEEP_M2_S = 3e-9
"""Diffusivity of water towards the drying skin. Moisture profiles of roasted meat."""
CRUST_FROM_SHARE = 0.9
CRUST_K_SHARE = 0.25
"""Below this share of its raw water meat turns to crust; at its driest it conducts that share."""
MOIST_SKIN_SHARE = 0.8
"""Share of the raw water in the outermost cell from which it evaporates like open water."""
BROWN_MIN_AT_120 = 30.0
BROWN_Z_C = 32.0
"""Browning: 0.6 after 30 min of dry surface at 120 °C; tenfold per 32 °C."""
TENDER_H_AT_85 = 4.0
TENDER_Z_C = 20.0
"""Collagen: 0.6 after 4 h at 85 °C; tenfold per 20 °C."""
TOP_FACE_SHARE = 0.35
"""The open top face lies this share of the way from the skin's mean to the air. As SHELTER."""
PAN_DROP_C = 40.0
"""A face in the pan stays this much below it."""
PAN_C = 210.0
PAN_H_W_M2K = 350.0
"""A hob pan hot enough for a sear, and its contact. A thermocouple under a joint in a pan."""
ROOM_STEAM_PA = 1200.0
"""Kitchen air, about 50 % at 21 °C."""
# ---------------------------------------------------------------------------------------------

AT_SIX_TENTHS = -math.log(1.0 - 0.6)
"""Dose at which an outcome on the scale 1 − e^(−dose) counts as there."""

D60_SALMONELLA_MIN = 1.85
Z_SALMONELLA_C = 5.6
"""Default lethality; a safety profile may bring its own."""


@dataclass(frozen=True)
class RestSurround:
    """h W/m²K, emissivity, share of vapour that escapes, extra warmth of what lies under."""

    h: float
    emissivity: float
    escape: float
    warm_c: float = 0.0
    warm_s: float = 0.0


RESTS: dict[RestHow, RestSurround] = {
    "open": RestSurround(4.5, 0.8, 1.0),
    "tented": RestSurround(3.5, 0.3, 0.3),
    "wrapped": RestSurround(2.5, 0.12, 0.05),
    "bowl": RestSurround(2.5, 0.4, 0.05, 12.0, 600.0),
    "pan": RestSurround(4.0, 0.7, 0.8, 40.0, 900.0),
}
"""Estimates within the ranges usual for free convection and foil; ``warm_c`` decays."""


def parameters(*, water: float, moist: bool, max_dt_s: float) -> Floats:
    """The kernel's constants. ``water`` kg/m³ at the start; ``moist`` False keeps all water in."""
    p = np.zeros(kernel.PARAM_SIZE)
    p[kernel.P_WATER] = water
    p[kernel.P_DRY_LIMIT] = DRY_LIMIT_SHARE * water
    p[kernel.P_EXPEL_S] = EXPEL_S
    p[kernel.P_TOP_FACE], p[kernel.P_PAN_DROP] = TOP_FACE_SHARE, PAN_DROP_C
    p[kernel.P_CRUST_FROM], p[kernel.P_CRUST_K] = CRUST_FROM_SHARE * water, CRUST_K_SHARE
    p[kernel.P_SEEP], p[kernel.P_MOIST_SKIN] = SEEP_M2_S, MOIST_SKIN_SHARE * water
    p[kernel.P_FILM_SHARE] = FILM_SHARE
    p[kernel.P_FILM_REF], p[kernel.P_FILM_CAP] = FILM_REF_KG_M2, FILM_CAP_KG_M2
    p[kernel.P_ESCAPE], p[kernel.P_MOIST] = ESCAPE, 1.0 if moist else 0.0
    p[kernel.P_BROWN_RATE] = AT_SIX_TENTHS / (BROWN_MIN_AT_120 * 60.0)
    p[kernel.P_BROWN_C], p[kernel.P_BROWN_Z] = 120.0, BROWN_Z_C
    p[kernel.P_TENDER_RATE] = AT_SIX_TENTHS / (TENDER_H_AT_85 * 3600.0)
    p[kernel.P_TENDER_C], p[kernel.P_TENDER_Z] = 85.0, TENDER_Z_C
    p[kernel.P_D], p[kernel.P_D_C], p[kernel.P_D_Z] = D60_SALMONELLA_MIN, 60.0, Z_SALMONELLA_C
    p[kernel.P_MAX_DT] = max_dt_s
    return p


def oven_air(
    cooker: Cooker, *, air_c: float, from_c: float, door: bool, ideal: bool, h_scale: float = 1.0
) -> Floats:
    """An oven heading for ``air_c`` from ``from_c``; ``door``: it has just been opened."""
    env = np.zeros(kernel.ENV_SIZE)
    env[kernel.E_TARGET] = air_c
    env[kernel.E_START] = air_c if ideal else from_c
    heating = air_c > from_c
    env[kernel.E_TAU] = 0.0 if ideal else cooker.up_s if heating else cooker.down_s
    env[kernel.E_LIMIT] = max(cooker.heating_limit_c, air_c + 30.0)
    if door and not ideal:
        env[kernel.E_DIP] = DOOR_DIP_SHARE * max(from_c - cooker.room_c, 0.0)
        env[kernel.E_DIP_TAU] = DOOR_RECOVERY_S
    env[kernel.E_H] = cooker.h_w_m2k * h_scale * SHELTER
    env[kernel.E_EMISSIVITY] = EMISSIVITY * SHELTER
    env[kernel.E_STEAM], env[kernel.E_ESCAPE] = cooker.steam_pa, 1.0
    return env


def oven_off(cooker: Cooker, *, from_c: float, h_scale: float = 1.0) -> Floats:
    """The oven switched off with its door shut; without its fan the air hardly moves."""
    env = oven_air(
        cooker, air_c=cooker.room_c, from_c=from_c, door=False, ideal=False, h_scale=h_scale
    )
    env[kernel.E_TAU] = cooker.off_s
    env[kernel.E_H] = min(cooker.h_w_m2k, 6.0) * h_scale
    return env


def room_rest(how: RestHow, room_c: float) -> Floats:
    """Resting in the room under a cover, or open."""
    rest = RESTS[how]
    env = np.zeros(kernel.ENV_SIZE)
    env[kernel.E_TARGET], env[kernel.E_START] = room_c, room_c + rest.warm_c
    env[kernel.E_TAU] = rest.warm_s
    env[kernel.E_H], env[kernel.E_EMISSIVITY] = rest.h, rest.emissivity
    env[kernel.E_STEAM], env[kernel.E_ESCAPE] = ROOM_STEAM_PA, rest.escape
    return env


def hob_sear(sides: int, room_c: float) -> Floats:
    """A hot pan that touches one of ``sides`` at a time; the rest stands in the room's air."""
    env = room_rest("open", room_c)
    env[kernel.E_CONTACT] = 1.0 / sides
    env[kernel.E_CONTACT_H], env[kernel.E_CONTACT_C] = PAN_H_W_M2K, PAN_C
    return env


def fridge(temp_c: float = 4.0) -> Floats:
    """Lying in moving cold air."""
    env = room_rest("open", temp_c)
    env[kernel.E_STEAM] = 600.0
    return env
