"""Figures of a profile as a cook changed them: each with its reason and its date.

A published figure is a starting point; an authority changes its mind, a kitchen works under its own
plan. What is changed is said to be changed, and the published value stays beside it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal, get_args

from trencher.core.catalogue.cuts import SafetyClass
from trencher.core.catalogue.safety import OUTSIDE, Figure, Profile
from trencher.core.errors import InputError, OutOfRange, UnknownName

FigureRow = Literal["whole", "rolled", "pork", "game", "boar", "strict"]
ClockRow = Literal["cold_c", "hot_c", "room_min", "keep_days"]

FIGURE_ROWS: dict[FigureRow, str] = {
    "whole": "Whole muscle of beef, lamb or kid",
    "rolled": "Rolled, slit, stuffed, tenderised",
    "pork": "Pork",
    "game": "Venison, hare, other game",
    "boar": "Wild boar, wild omnivores",
    "strict": "For people at greater risk",
}
CLOCK_ROWS: dict[ClockRow, tuple[str, str, float, float]] = {
    "cold_c": ("Cold enough up to", "C", 0.0, 10.0),
    "hot_c": ("Hot enough from", "C", 55.0, 75.0),
    "room_min": ("In the room, in all", "min", 30.0, 480.0),
    "keep_days": ("Leftovers keep", "days", 1.0, 7.0),
}
"""Words, unit and bounds. Bounds keep typing errors out; no authority stands outside them."""
TEMP_C, HOLD_MIN = (50.0, 95.0), (0.0, 180.0)
MOST_WORDS = 160


@dataclass(frozen=True, kw_only=True)
class Change:
    """One value of one's own. ``temp_c`` with ``hold_min`` for a figure (``temp_c`` None: the
    outside is seared, no core figure), ``value`` for a clock; ``why``: where it is from; ``on``:
    date, ISO."""

    row: str
    temp_c: float | None = None
    hold_min: float = 0.0
    value: float | None = None
    why: str = ""
    on: str = ""


def checked(change: Change) -> Change:
    """The change if it can stand. UnknownName, OutOfRange, InputError."""
    if change.row not in FIGURE_ROWS and change.row not in CLOCK_ROWS:
        raise UnknownName("figure", change.row, [*FIGURE_ROWS, *CLOCK_ROWS])
    if not change.why.strip() or len(change.why) > MOST_WORDS:
        raise InputError(
            "a figure of your own needs to say where it is from", where="why",
            allowed=f"up to {MOST_WORDS} characters, such as the paper and its date",
        )  # fmt: skip
    if change.row in CLOCK_ROWS:
        _, unit, low, high = CLOCK_ROWS[change.row]
        if change.value is None or not low <= change.value <= high:
            raise OutOfRange(change.row, change.value, low, high, unit)
        return change
    if change.temp_c is None:
        if change.row != "whole":
            raise InputError(
                "only a whole muscle may go by its outside", where=change.row,
                allowed=f"{TEMP_C[0]:g} to {TEMP_C[1]:g} °C",
            )  # fmt: skip
        return replace(change, hold_min=0.0)
    if not TEMP_C[0] <= change.temp_c <= TEMP_C[1]:
        raise OutOfRange(change.row, change.temp_c, *TEMP_C, "°C")
    if not HOLD_MIN[0] <= change.hold_min <= HOLD_MIN[1]:
        raise OutOfRange(f"{change.row}, hold", change.hold_min, *HOLD_MIN, "minutes")
    return change


def figure_words(temp_c: float | None, hold_min: float) -> str:
    """A figure in words, its temperature marked."""
    if temp_c is None:
        return OUTSIDE
    if hold_min <= 0:
        return f"{{c:{temp_c:g}}}"
    if hold_min < 1.0:
        return f"{{c:{temp_c:g}}} held for {60 * hold_min:.0f} seconds"
    many = "minute" if hold_min == 1 else "minutes"
    return f"{{c:{temp_c:g}}} held for {hold_min:g} {many}"


def edited(profile: Profile, changes: Mapping[str, Change]) -> Profile:
    """The profile with one's own values in it; it says so in its name. Unchanged without any."""
    if not changes:
        return profile
    figures: dict[SafetyClass, Figure] = dict(profile.figures)
    found = profile
    for row, change in changes.items():
        checked(change)
        if row == "strict":
            assert change.temp_c is not None
            found = replace(
                found, strict=figure_words(change.temp_c, change.hold_min), strict_c=change.temp_c,
                strict_hold_min=change.hold_min,
            )  # fmt: skip
        elif row in get_args(SafetyClass):
            words = figure_words(change.temp_c, change.hold_min)
            figures[row] = Figure(change.temp_c, change.hold_min, words)  # type: ignore[index]
        elif row == "keep_days":
            assert change.value is not None
            found = replace(found, keep_days=int(change.value))
        else:
            found = replace(found, **{row: change.value})  # type: ignore[arg-type]
    return replace(found, name=f"{profile.name} (your own figures in it)", figures=figures)


def is_lower(profile: Profile, change: Change) -> bool:
    """Whether one's own value asks for less than the published one."""
    if change.row in FIGURE_ROWS:
        if change.row == "strict":
            temp: float | None
            temp, hold = profile.strict_c, profile.strict_hold_min
        else:
            was = profile.figures[change.row]
            temp, hold = was.temp_c, was.hold_min
        if temp is None:
            return False
        if change.temp_c is None or change.temp_c < temp:
            return True
        return change.temp_c == temp and change.hold_min < hold
    was_value = float(getattr(profile, change.row))
    assert change.value is not None
    # Food may stand longer, or warmer in the fridge; or it may be kept hot at less.
    return change.value < was_value if change.row == "hot_c" else change.value > was_value
