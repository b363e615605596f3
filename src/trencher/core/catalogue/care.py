"""What is done to a joint before the day: salt, drying, marinade, tying, chill off; as figures.

Ordinary kitchen practice; every figure an estimate without a source unless it says otherwise.
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from trencher.core.units import said_mm

SALT_DIFFUSES_M2_S = 2.0e-10
"""Salt in cold raw meat: published values lie between 1 and 4·10⁻¹⁰ m²/s."""
CURE_H, CURE_FALLBACK_H = 24.0, 1.25
DRY_H, DRY_FALLBACK_H = 18.0, 3.0
MARINADE_H, MARINADE_FALLBACK_H = 12.0, 2.0
LONGEST_H = 72.0

Surface = Literal["as_it_was", "wetter", "drawn_in", "drier"]
WETTER_MIN, DRAWN_IN_MIN, DRIER_MIN = 4.0, 75.0, 480.0
"""Minutes after salting: brine stands on it, it is drawn in again, it is drier than before."""


def salt_depth_mm(hours: float) -> float:
    """How deep salt has got after so many hours in the cold, mm: the diffusion length √(4Dt)."""
    return 1000.0 * math.sqrt(4.0 * SALT_DIFFUSES_M2_S * max(hours, 0.0) * 3600.0)


def surface_after(hours: float, *, uncovered: bool) -> Surface:
    """How the surface is so long after salting."""
    minutes = 60.0 * hours
    if minutes < WETTER_MIN:
        return "as_it_was"
    if minutes < DRAWN_IN_MIN:
        return "wetter"
    return "drier" if uncovered and minutes >= DRIER_MIN else "drawn_in"


SURFACE_WORDS: dict[Surface, str] = {
    "as_it_was": "its surface is as it was",
    "wetter": "its surface stands wet with brine and browns late",
    "drawn_in": "the brine is drawn in again: blot it",
    "drier": "its surface is drier than it was and browns sooner",
}


@dataclass(frozen=True)
class SaltAdvice:
    """When to salt with the time that is left. ``when``: now, just_before, or at_table."""

    when: Literal["now", "just_before", "at_table"]
    depth_mm: float
    surface: Surface
    words: str


def salt_advice(hours_left: float, *, uncovered: bool = True) -> SaltAdvice:
    """Now, just before it goes in, or at table: what the time that is left is good for."""
    if hours_left <= 0.0:
        return SaltAdvice(
            "at_table", 0.0, "as_it_was", "It is in the oven: salt the slices at table."
        )
    surface = surface_after(hours_left, uncovered=uncovered)
    depth = salt_depth_mm(hours_left)
    if surface == "wetter":
        return SaltAdvice(
            "just_before", 0.0, "as_it_was",
            f"Salted now it would get {said_mm(depth)} deep and {SURFACE_WORDS['wetter']}: salt "
            "it just before it goes in.",
        )  # fmt: skip
    if surface == "as_it_was":
        return SaltAdvice("just_before", 0.0, surface, "Salt it as it goes in.")
    return SaltAdvice(
        "now", depth, surface,
        f"Salt it now: by then it is {said_mm(depth)} deep and {SURFACE_WORDS[surface]}.",
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Care:
    """What one joint is given before its day. ``frozen``: never, it was once, or it is now.

    ``salt_g_kg`` 0 for no early salt; ``uncovered``: dried in the cold; ``tie``: to be tied;
    ``chill_min``: minutes out of the fridge before it goes in; ``fridge_c``: what the fridge
    reads. ``grain_deg``: which way its fibres run, degrees from its length, seen while it was raw;
    None where nobody looked.
    """

    frozen: Literal["no", "was", "is"] = "no"
    thaw_in: Literal["fridge", "water"] = "fridge"
    fridge_c: float = 4.0
    salt_g_kg: float = 0.0
    salt_id: str = "fine"
    uncovered: bool = False
    marinade: bool = False
    tie: bool = False
    chill_min: float = 0.0
    grain_deg: float | None = None

    @property
    def any(self) -> bool:
        """Whether anything is done before the day's own work."""
        return bool(
            self.frozen == "is" or self.salt_g_kg or self.uncovered or self.marinade or self.tie
            or self.chill_min
        )  # fmt: skip
