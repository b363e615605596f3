"""Figures of published guidance, as data. A starting point to be checked with one's own authority.

Nothing here says that a plate is safe. A plan is compared with a figure; only a reading meets it.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass, field
from typing import Literal

from trencher.core.catalogue.cuts import SafetyClass
from trencher.core.errors import UnknownName

ProfileId = Literal["uk", "us", "ca", "au"]
Standing = Literal["met", "not_met", "unknown"]

WARM_LIMIT_MIN = 360.0
"""Core between 10 and 54 °C during slow roasting: at most 6 h (US guidance for roasts)."""


@dataclass(frozen=True)
class Figure:
    """A temperature in °C to be held for so many minutes; ``temp_c`` None: no core figure."""

    temp_c: float | None
    hold_min: float
    words: str


@dataclass(frozen=True)
class Holding:
    """A published table of equal holds, as (°C, minutes), and the straight line through it.

    ``ref_c``, ``ref_min``: the hold it is told by; ``z_c``: degrees for a tenfold, fitted by least
    squares to log10(minutes); ``worst``: largest relative miss of that line at the table's rows.
    """

    table: tuple[tuple[float, float], ...]
    ref_c: float
    ref_min: float
    words: str

    def _line(self) -> tuple[float, float]:
        n = len(self.table)
        mean_t = sum(t for t, _ in self.table) / n
        mean_l = sum(math.log10(m) for _, m in self.table) / n
        slope = sum((t - mean_t) * (math.log10(m) - mean_l) for t, m in self.table) / sum(
            (t - mean_t) ** 2 for t, _ in self.table
        )
        return slope, mean_l - slope * mean_t

    @property
    def z_c(self) -> float:
        """Degrees for a tenfold."""
        return -1.0 / self._line()[0]

    @property
    def worst(self) -> float:
        """Largest relative miss of the line at a row of the table."""
        slope, at_0 = self._line()
        return max(abs(10 ** (at_0 + slope * t) / m - 1.0) for t, m in self.table)


@dataclass(frozen=True)
class Profile:
    """One authority's figures for each safety class, with where they are from.

    ``cold_c``, ``hot_c``: between these food does not stand for long, at most
    ``room_min`` before it is eaten; leftovers keep ``keep_days`` and are warmed ``reheat``.
    ``strict``: the figure for
    people at greater risk, ``strict_c`` held for ``strict_hold_min``; only a reading in that
    slice counts.
    """

    id: ProfileId
    name: str
    figures: dict[SafetyClass, Figure] = field(hash=False)
    strict: str
    source: str
    holding: Holding | None = None
    cold_c: float = 5.0
    hot_c: float = 60.0
    room_min: float = 120.0
    strict_c: float = 70.0
    strict_hold_min: float = 0.0
    keep_days: int = 2
    reheat: str = "steaming hot all through, once"
    checked: str = "2026-11; check with your own authority"


FLAGS: dict[str, str] = {
    "rolled": "rolled: what was outside lies in the middle now",
    "slit": "slit or studded: the blade carried the surface inside",
    "stuffed": "stuffed: the filling counts as the middle",
    "tenderised": "tenderised or injected: needles carried the surface inside",
    "thawed_warm": "thawed out of the fridge: the surface was warm for hours",
    "wild": "wild omnivore: household freezing does not kill every parasite",
}
"""What raises a joint's figure, and why; what is true of a joint is ticked by the cook."""


def raised(safety: SafetyClass, flags: Sequence[str]) -> SafetyClass:
    """The class whose figure applies with these flags: a whole muscle that was opened is as rolled
    meat; a wild omnivore is boar; what stands higher already stays."""
    if "wild" in flags:
        return "boar"
    if safety == "whole" and any(flag in FLAGS for flag in flags):
        return "rolled"
    return safety


_UK_HELD = Figure(70.0, 2.0, "{c:70} held for 2 minutes")
OUTSIDE = "seared all over outside; may be pink inside"
_OUTSIDE = Figure(None, 0.0, OUTSIDE)
_US_REST = Figure(62.8, 3.0, "{c:62.8} and 3 minutes of rest")
_US_71 = Figure(71.1, 0.0, "{c:71.1}")

HELD_UK = Holding(
    ((60.0, 45.0), (65.0, 10.0), (70.0, 2.0), (75.0, 0.5), (80.0, 0.1)), 70.0, 2.0,
    "equal to {c:70} for 2 minutes",
)  # fmt: skip
HELD_US = Holding(
    ((54.4, 112.0), (60.0, 12.0), (62.8, 4.0), (65.6, 67 / 60), (68.3, 22 / 60)), 60.0, 12.0,
    "6.5 decimal reductions of Salmonella: equal to {c:60} for 12 minutes",
)  # fmt: skip

PROFILES: dict[ProfileId, Profile] = {
    "uk": Profile(
        "uk", "United Kingdom",
        {"whole": _OUTSIDE, "rolled": _UK_HELD, "pork": _UK_HELD, "game": _UK_HELD,
         "boar": _UK_HELD},
        strict="{c:70} held for 2 minutes, or {c:75} for 30 seconds",
        source="UK Food Standards Agency cooking guidance", holding=HELD_UK,
        cold_c=8.0, hot_c=63.0, strict_hold_min=2.0,
    ),
    "us": Profile(
        "us", "United States",
        {"whole": _US_REST, "rolled": _US_71, "pork": _US_REST, "game": _US_71, "boar": _US_71},
        strict="{c:71.1}", reheat="to {c:74}, once",
        source="USDA FSIS minimum temperature guidance", holding=HELD_US,
        cold_c=4.0, strict_c=71.1, keep_days=3,
    ),
    "ca": Profile(
        "ca", "Canada",
        {"whole": Figure(63.0, 0.0, "{c:63}"), "rolled": Figure(71.0, 0.0, "{c:71}"),
         "pork": Figure(71.0, 0.0, "{c:71}"), "game": Figure(74.0, 0.0, "{c:74}"),
         "boar": Figure(74.0, 0.0, "{c:74}")},
        strict="{c:71}, game {c:74}",
        source="Health Canada cooking temperature guidance", cold_c=4.0, strict_c=71.0, keep_days=2,
    ),
    "au": Profile(
        "au", "Australia and New Zealand",
        {"whole": _OUTSIDE, "rolled": Figure(75.0, 0.0, "{c:75} or an equal hold"),
         "pork": Figure(70.0, 0.0, "{c:70} to {c:75}"), "game": Figure(75.0, 0.0, "{c:75}"),
         "boar": Figure(75.0, 0.0, "{c:75}")},
        strict="{c:75}",
        source="FSANZ guidance", room_min=240.0, strict_c=75.0, keep_days=2,
    ),
}  # fmt: skip
"""Temperatures in words are marked, ``{c:70}``, for the unit of whoever reads them."""


def profile_named(profile_id: str) -> Profile:
    """The profile with this id. UnknownName lists them."""
    for profile in PROFILES.values():
        if profile.id == profile_id:
            return profile
    raise UnknownName("profile", profile_id, PROFILES)


LONGEST_GAP_MIN = 15.0
"""Between readings further apart than this nothing is known: that time does not count."""


def measured_equal_min(
    holding: Holding, readings: Sequence[tuple[float, float]]
) -> float | None:  # fmt: skip
    """Minutes at the table's reference that readings of the core, (minute, °C), are proof of: by
    its z-value, between two readings at the cooler of them, and not at all across a gap. None where
    no two readings are near enough to each other."""
    found: float | None = None
    ordered = sorted(readings)
    for (at, was), (then, value) in itertools.pairwise(ordered):
        if then - at > LONGEST_GAP_MIN:
            continue
        rate = 10.0 ** ((min(was, value) - holding.ref_c) / holding.z_c)
        found = (found or 0.0) + rate * (then - at)
    return found


def standing(figure: Figure, readings: list[tuple[float, float]]) -> Standing:
    """Whether readings of the core, (minute, °C) by time, meet a figure.

    A hold counts between readings that are all at or above the figure. No reading is unknown,
    whatever the plan predicts, and so is a surface that nobody measured.
    """
    if figure.temp_c is None or not readings:
        return "unknown"
    since: float | None = None
    for minute, value in sorted(readings):
        if value + 1e-9 < figure.temp_c:
            since = None
            continue
        since = minute if since is None else since
        if minute - since >= figure.hold_min - 1e-9:
            return "met"
    return "not_met"
