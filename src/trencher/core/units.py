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


def gas_mark_to_celsius(mark: str) -> float:
    """Air temperature in °C of a gas mark as written (``"1/2"``, ``"6"``). KeyError if no mark."""
    return fahrenheit_to_celsius(dict(GAS_MARKS)[mark])


_MARKED = re.compile(r"\{([cd]):(-?\d+(?:\.\d+)?)\}")


def in_celsius(text: str) -> str:
    """A sentence with its marked temperatures (``{c:70}``) and differences (``{d:1.4}``) written
    out in °C.

    Sentences mark temperatures so that a screen may show them in the cook's own unit.
    """
    return _MARKED.sub(lambda m: f"{float(m.group(2)):g} °C", text)
