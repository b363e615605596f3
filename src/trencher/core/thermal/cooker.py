"""The cooker as a body of its own: it warms, lags, dips when its door opens, and has limits."""

from __future__ import annotations

import math
from dataclasses import dataclass

from trencher.core.thermal.kinds import COOLING_FAN_SHARE, KINDS, CookerKind

DOOR_TAU_S, PUT_IN_S = 70.0, 20.0
"""An open door: time constant of the loss of (air − room), and how long a joint takes to put in
(a quarter is lost). Estimate, no source."""
LOAD_SHARE_PER_KG = 0.01
"""Cold meat put in takes this much more of it. Estimate, no source."""
DOOR_RECOVERY_S = 180.0
"""Time constant of coming back after the door. Estimate, no source."""
FULL_POWER_BEYOND_C = 150.0
"""Heating aims this far beyond the oven's top heat at full power. Estimate, no source."""
ASSUMED_TOP_C = 250.0


def door_share(seconds: float, load_kg: float = 0.0) -> float:
    """Share of (air − room) lost through a door open so long, with so much cold meat put in."""
    lost = 1.0 - math.exp(-seconds / DOOR_TAU_S)
    return min(0.9, lost + LOAD_SHARE_PER_KG * load_kg)


@dataclass(frozen=True, kw_only=True)
class Cooker:
    """One oven. ``dial_error_c`` = dial − true; it names the dial's number, never the air.

    ``dial_points``: (true °C, error °C) pairs where the error was measured, by rising heat; they
    take the place of ``dial_error_c``, with straight lines between and level ends. ``swing_c``:
    its thermostat lets the air swing so far about the set heat every ``swing_min``.
    ``roof_hotter_c``: what a bare element near the joint's top adds to the heat it sees.
    """

    kind: CookerKind = "fan"
    dial_error_c: float = 0.0
    room_c: float = 21.0
    min_c: float | None = None
    max_c: float | None = None
    cooling_fan: bool = False
    preheat_min: float | None = None
    tau_down_min: float | None = None
    tau_off_min: float | None = None
    swing_c: float = 0.0
    swing_min: float = 10.0
    roof_hotter_c: float = 0.0
    dial_points: tuple[tuple[float, float], ...] = ()

    def dial_error_at(self, true_c: float) -> float:
        """dial − true in °C where the air is ``true_c``."""
        if not self.dial_points:
            return self.dial_error_c
        below = [p for p in self.dial_points if p[0] <= true_c]
        above = [p for p in self.dial_points if p[0] > true_c]
        if not below or not above:
            return (below or above)[-1 if below else 0][1]
        (t0, e0), (t1, e1) = below[-1], above[0]
        return e0 + (e1 - e0) * (true_c - t0) / (t1 - t0)

    def true_of_dial(self, dial_c: float) -> float:
        """The air in °C when the dial shows ``dial_c``; the inverse of ``dial_error_at``."""
        true = dial_c - self.dial_error_at(dial_c)
        for _ in range(30):
            true = dial_c - self.dial_error_at(true)
        return true

    def minutes_above(self, threshold_c: float, from_c: float) -> float:
        """How long the switched-off oven, shut, stays above ``threshold_c``: heat for sides."""
        if from_c <= threshold_c:
            return 0.0
        if threshold_c <= self.room_c:
            return math.inf
        share = (from_c - self.room_c) / (threshold_c - self.room_c)
        return self.off_s / 60.0 * math.log(share)

    @property
    def steam_pa(self) -> float:
        """Partial pressure of vapour in its air, Pa."""
        return KINDS[self.kind].steam_pa

    @property
    def down_s(self) -> float:
        """Time constant after a turn-down, s."""
        return 60.0 * (self.tau_down_min or KINDS[self.kind].tau_down_min)

    @property
    def off_s(self) -> float:
        """Time constant switched off and shut, s."""
        minutes = self.tau_off_min or KINDS[self.kind].tau_off_min
        return 60.0 * minutes * (COOLING_FAN_SHARE if self.cooling_fan else 1.0)

    @property
    def heating_limit_c(self) -> float:
        """The temperature full power would approach if nothing stopped it."""
        return (self.max_c or ASSUMED_TOP_C) + FULL_POWER_BEYOND_C

    @property
    def up_s(self) -> float:
        """Time constant of warming at full power, from the minutes to 200 °C, s."""
        minutes = self.preheat_min or KINDS[self.kind].preheat_min
        limit = self.heating_limit_c
        return 60.0 * minutes / math.log((limit - 20.0) / (limit - 200.0))
