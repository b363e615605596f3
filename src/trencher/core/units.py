"""The only conversions. A temperature and a difference of temperature are different things."""

from __future__ import annotations

import re

KG_PER_LB = 0.45359237
"""International avoirdupois pound, exact by definition (1959)."""

GAS_MARKS: tuple[tuple[str, float], ...] = (
    ("1/4", 225.0),
    ("1/2", 250.0),
    *((str(mark), 250.0 + 25.0 * mark) for mark in range(1, 11)),
)
"""Mark → °F of the air. By custom each mark is 25 °F; stoves differ, no standard binds them."""


def fahrenheit_to_celsius(temp_f: float) -> float:
    """Temperature in °C of a temperature in °F."""
    return (temp_f - 32.0) / 1.8


def celsius_to_fahrenheit(temp_c: float) -> float:
    """Temperature in °F of a temperature in °C."""
    return temp_c * 1.8 + 32.0


def gas_mark_to_celsius(mark: str) -> float:
    """Air temperature in °C of a gas mark as written (``"1/2"``, ``"6"``). KeyError if no mark."""
    return fahrenheit_to_celsius(dict(GAS_MARKS)[mark])


def nearest_gas_mark(temp_c: float) -> str:
    """The mark whose air is nearest."""
    temp_f = celsius_to_fahrenheit(temp_c)
    return min(GAS_MARKS, key=lambda mark: abs(mark[1] - temp_f))[0]


def dial_text(temp_c: float, marks: str) -> str:
    """What a dial must show for its number in °C, in its own marks (``C``, ``F``, ``gas``)."""
    if marks == "gas":
        return f"gas {nearest_gas_mark(temp_c)}"
    value = temp_c if marks == "C" else celsius_to_fahrenheit(temp_c)
    return f"{value:.0f} °{marks}"


_MARKED = re.compile(r"\{([cdlw]):(-?\d+(?:\.\d+)?)\}")
_UNITS = {"c": "°C", "d": "°C", "l": "mm", "w": "kg"}


def in_metric(text: str) -> str:
    """A sentence with its marked temperatures (``{c:70}``), differences of them (``{d:1.4}``),
    lengths in mm (``{l:105}``) and weights in kg (``{w:1.9}``) written out in metric units.

    Sentences mark quantities so that a screen may show them in the cook's own units, in whole
    degrees made there: a temperature is marked to a tenth, never rounded in another unit first.
    """

    def written(m: re.Match[str]) -> str:
        kind, value = m.group(1), float(m.group(2))
        return f"{value:.0f} °C" if kind == "c" else f"{value:g} {_UNITS[kind]}"

    return _MARKED.sub(written, text)


def in_fahrenheit(text: str) -> str:
    """A sentence with its marked quantities in °F, inches, pounds and ounces."""

    def written(m: re.Match[str]) -> str:
        kind, value = m.group(1), float(m.group(2))
        if kind == "c":
            return f"{celsius_to_fahrenheit(value):.0f} °F"
        if kind == "d":
            return f"{value * 1.8:.1f} °F"
        if kind == "l":
            return f"{value / 25.4:.1f} in"
        ounces = round(16.0 * value / KG_PER_LB)
        return f"{ounces // 16} lb {ounces % 16} oz"

    return _MARKED.sub(written, text)
