"""The running order's lines and the spans of its picture.

A step has a stable id, so that ticks, calendars and shifts find it again after every new plan.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

Code = Literal[
    "ready",
    "heat",
    "sear",
    "in",
    "change",
    "task",
    "out",
    "prep",
    "set_going",
    "into_oven",
    "turn",
    "ready_side",
    "carve",
    "plate",
    "warm_plates",
    "before",
    "mend",
]
SpanKind = Literal["preheat", "joint", "side", "in_tin", "rest", "hold", "hob", "hands", "stand"]


@dataclass(frozen=True, kw_only=True)
class DayStep:
    """One line. Minutes before the plates are on the table, negative. ``hands_min`` of somebody's
    hands for itself alone; ``latest_min``: begun later than this it makes something late.

    ``after``: ids of what must be over before. ``who``: whose hands, "" for the cook's.
    ``place``: the lane it is drawn in: hands, hob, or ``oven:…``.
    """

    id: str
    dish: str
    code: Code
    words: str
    at_min: float
    until_min: float
    hands_min: float = 0.0
    latest_min: float | None = None
    after: tuple[str, ...] = ()
    who: str = ""
    place: str = "hands"
    note: str = ""
    pieces: tuple[tuple[float, float], ...] = ()

    @property
    def busy(self) -> tuple[tuple[float, float], ...]:
        """When it has hands for itself alone."""
        if self.hands_min <= 0:
            return ()
        return self.pieces or ((self.at_min, self.at_min + self.hands_min),)


@dataclass(frozen=True, kw_only=True)
class LaneSpan:
    """Something that takes a place for a while. ``lane``: oven:…, hob, hands, or table (what waits
    or rests outside). ``air_c``: the heat it stands in, where it is one."""

    dish: str
    kind: SpanKind
    lane: str
    from_min: float
    to_min: float
    label: str
    air_c: float | None = None
    note: str = ""
    step: str = ""
    room: float = 0.0
