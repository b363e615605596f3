"""Kinds of cooker: how they warm and cool, and how moist their air is. What their air does to a
surface stands in ``surface``.

Every figure is an estimate within the range usually quoted, no source; a calibration of the
user's own oven replaces it.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

CookerKind = Literal["still", "fan", "air", "gas"]


@dataclass(frozen=True, kw_only=True)
class KindOfCooker:
    """Times in minutes; ``steam_pa``: vapour in the oven's air."""

    words: str
    preheat_min: float
    tau_down_min: float
    tau_off_min: float
    steam_pa: float
    source: str = "estimate"


KINDS: dict[CookerKind, KindOfCooker] = {
    "still": KindOfCooker(
        words="still electric oven", preheat_min=15, tau_down_min=22, tau_off_min=60, steam_pa=4000
    ),
    "fan": KindOfCooker(
        words="fan oven", preheat_min=12, tau_down_min=18, tau_off_min=55, steam_pa=3000
    ),
    "air": KindOfCooker(
        words="table-top hot air", preheat_min=4, tau_down_min=6, tau_off_min=15, steam_pa=2000
    ),
    "gas": KindOfCooker(
        words="gas oven", preheat_min=18, tau_down_min=22, tau_off_min=45, steam_pa=8000
    ),
}

COOLING_FAN_SHARE = 0.4
"""An oven whose cooling fan runs on after switch-off cools this much faster: share of the time."""
