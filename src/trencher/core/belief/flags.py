"""Why a reading is not to be believed: the likeliest reason from what the joint can be like.

Codes: fat, bone, near_surface, other_end, probe_out, impossible. Never "off course": that is news.
"""

from __future__ import annotations

from dataclasses import dataclass

from trencher.core.belief.reading import Reading

FLAG_SD, FLAG_C = 3.5, 3.0
"""A reading is flagged when it lies so many of its doubts, and so many °C, from any belief."""
NEAR_C = 2.5
"""As near as this to what another place would show counts as that place."""
OUT_RISE_C = 25.0
"""A tip that has slipped out jumps by at least this, to the room or to the oven's air."""


@dataclass(frozen=True)
class ExpectedShown:
    """What the believed joint shows at the reading's minute, °C."""

    shown: float
    thin_end: float
    surface: float
    air: float
    room: float
    hottest: float
    """The hottest its surface or the air about it was by then."""
    lowest: float
    """The coldest it can be anywhere: its start, or the room where that is colder."""


def reason(reading: Reading, expected: ExpectedShown, *, bone: bool) -> str:
    """The likeliest reason for a reading that is not believed."""
    value = reading.value_c
    miss = value - expected.shown
    # In the rest the room is cold, and the joint is not.
    limit = max(1.3 * expected.air, expected.hottest) + FLAG_C
    if value < min(expected.lowest, expected.room) - FLAG_C or value > limit:
        return "impossible"
    if abs(miss) >= OUT_RISE_C and (
        value >= expected.surface + FLAG_C or abs(value - expected.room) <= 6.0
    ):
        return "probe_out"
    if reading.place == "thin_end":
        return "other_end"
    if miss > 0:
        if abs(value - expected.thin_end) <= NEAR_C and expected.thin_end - expected.shown > FLAG_C:
            return "other_end"
        return "bone" if bone else "near_surface"
    if value < 25.0 and miss < -10.0:
        return "probe_out"
    return "fat"
