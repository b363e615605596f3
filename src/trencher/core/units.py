"""The only conversions. A temperature and a difference of temperature are different things."""

from __future__ import annotations

import math
import re
from decimal import ROUND_HALF_UP, Decimal

KG_PER_LB = 0.45359237
"""International avoirdupois pound, exact by definition (1959)."""

GAS_MARKS: tuple[tuple[str, float], ...] = (
    ("1/4", 225.0),
    ("1/2", 250.0),
    *((str(mark), 250.0 + 25.0 * mark) for mark in range(1, 11)),
)
"""Mark → °F of the air. By custom each mark is 25 °F; stoves differ, no standard binds them."""

FRACTIONS = {"1/4": "¼", "1/2": "½"}
"""Marks as they are shown."""


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


def half_up(value: float, digits: int = 0) -> str:
    """A number as it is written on a screen: an exact half goes away from zero, as browsers write
    it; nothing is ever -0."""
    text = str(Decimal(value).quantize(Decimal(1).scaleb(-digits), ROUND_HALF_UP))
    return text if float(text) != 0.0 else text.lstrip("-")


def whole(value: float) -> str:
    """The whole number nearest to a temperature; a half goes up, below zero too."""
    return str(math.floor(value + 0.5))


def dial_text(temp_c: float, marks: str) -> str:
    """What a dial must show for its number in °C, in its own marks (``C``, ``F``, ``gas``)."""
    if marks == "gas":
        mark = nearest_gas_mark(temp_c)
        return f"gas {FRACTIONS.get(mark, mark)}"
    value = temp_c if marks == "C" else celsius_to_fahrenheit(temp_c)
    return f"{whole(value)} °{marks}"


def _marked(kind: str, value: float) -> str:
    text = f"{value:.4f}".rstrip("0").rstrip(".")
    return f"{{{kind}:{'0' if text == '-0' else text}}}"


def said_c(temp_c: float) -> str:
    """A temperature within a sentence, ``{c:57.24}``: it is rounded once, by who shows it, in the
    unit it is shown in, never in another unit first."""
    return _marked("c", temp_c)


def said_d(temp_c: float) -> str:
    """A difference of temperatures within a sentence, ``{d:1.4}``."""
    return _marked("d", temp_c)


def said_mm(mm: float) -> str:
    """A length within a sentence, ``{l:105}``."""
    return _marked("l", mm)


def said_kg(kg: float) -> str:
    """A weight within a sentence, ``{w:1.9}``."""
    return _marked("w", kg)


_MARKED = re.compile(r"\{([cdlw]):(-?\d+(?:\.\d+)?)\}")


def _short(value: float) -> str:
    """To a tenth, without one that is nought; whole from ten on."""
    if abs(value) >= 9.95:
        return half_up(value)
    return half_up(value, 1).removesuffix(".0")


def _kg(kg: float) -> str:
    """A weight as it is said: a spoon's in grams, a joint's to a tenth."""
    if 0.0 < kg < 0.1:
        return f"{half_up(1000.0 * kg)} g"
    return f"{half_up(kg, 2 if kg < 1.0 else 1)} kg"


def in_metric(text: str) -> str:
    """A sentence with its marked temperatures, differences, lengths and weights written out in
    metric units. The front end writes them alike (``quantities.json`` holds both to one table)."""

    def written(m: re.Match[str]) -> str:
        kind, value = m.group(1), float(m.group(2))
        if kind == "c":
            return f"{whole(value)} °C"
        if kind == "d":
            return f"{_short(value)} °C"
        return f"{half_up(value)} mm" if kind == "l" else _kg(value)

    return _MARKED.sub(written, text)


def in_fahrenheit(text: str) -> str:
    """A sentence with its marked quantities in °F, inches, pounds and ounces."""

    def written(m: re.Match[str]) -> str:
        kind, value = m.group(1), float(m.group(2))
        if kind == "c":
            return f"{whole(celsius_to_fahrenheit(value))} °F"
        if kind == "d":
            return f"{_short(value * 1.8)} °F"
        if kind == "l":
            return f"{half_up(value / 25.4, 1)} in"
        ounces = math.floor(16.0 * value / KG_PER_LB + 0.5)
        pounds = f"{ounces // 16} lb " if ounces >= 16 else ""
        return f"{pounds}{ounces % 16} oz"

    return _MARKED.sub(written, text)
