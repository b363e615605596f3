"""Readings as CSV, in and out: what a logging thermometer leaves, what a spreadsheet wants.

Columns ``minute,core_c`` and, if wanted, ``place``. Minute 0: the joint went in. ``core_c`` may
be a range that flickers, ``57..59``. Places are core, thin_end, near_surface, unknown.
"""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Iterable
from dataclasses import dataclass
from typing import get_args

from trencher.core.belief.follow import Place
from trencher.core.errors import InputError

COLUMNS = ("minute", "core_c", "place")
MOST_LINES = 5000
LOW_C, HIGH_C, LAST_MIN = -25.0, 130.0, 48 * 60.0


@dataclass(frozen=True)
class CsvReading:
    """One line: minute since it went in, °C from … to, place."""

    minute: float
    low_c: float
    high_c: float
    place: str


def _number(text: str, where: str, low: float, high: float, unit: str) -> float:
    try:
        value = float(text)
    except ValueError:
        value = math.nan
    if not low <= value <= high:
        raise InputError(
            f"{text!r} cannot be used", where=where, allowed=f"allowed: {low:g} to {high:g} {unit}"
        )
    return value


def read_csv(text: str) -> list[CsvReading]:
    """The readings of a CSV text with a header. InputError names line, fault, what is allowed."""
    rows = csv.reader(io.StringIO(text))
    header = [cell.strip().casefold() for cell in next(rows, [])]
    if header[:2] != ["minute", "core_c"] or not set(header) <= set(COLUMNS):
        raise InputError(
            f"the header is {','.join(header)!r}"[:80], where="line 1",
            allowed="minute,core_c or minute,core_c,place",
        )  # fmt: skip
    found: list[CsvReading] = []
    for row in rows:
        where = f"line {rows.line_num}"
        if not any(cell.strip() for cell in row):
            continue
        if len(found) >= MOST_LINES:
            raise InputError("too many lines", where=where, allowed=f"at most {MOST_LINES}")
        if not 2 <= len(row) <= len(header):
            raise InputError(
                f"{len(row)} columns", where=where, allowed=f"as the header: {len(header)}"
            )
        cells = dict(zip(header, (cell.strip() for cell in row), strict=False))
        low, _, high = cells["core_c"].partition("..")
        place = cells.get("place") or "core"
        if place not in get_args(Place):
            raise InputError(
                f"{place!r} is no place", where=where,
                allowed=f"allowed: {', '.join(get_args(Place))}",
            )  # fmt: skip
        reading = CsvReading(
            _number(cells["minute"], f"{where}, minute", 0.0, LAST_MIN, "min"),
            _number(low, f"{where}, core_c", LOW_C, HIGH_C, "°C"),
            _number(high or low, f"{where}, core_c", LOW_C, HIGH_C, "°C"),
            place,
        )
        if reading.high_c < reading.low_c:
            raise InputError(
                f"{cells['core_c']} falls", where=f"{where}, core_c", allowed="57..59 rises"
            )
        found.append(reading)
    if not found:
        raise InputError("there is no reading", where="CSV", allowed="at least one line")
    return found


def write_csv(readings: Iterable[CsvReading]) -> str:
    """Readings as CSV; reading it back gives the same."""
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    lines.writerow(COLUMNS)
    for r in readings:
        core = f"{r.low_c:.10g}" if r.high_c == r.low_c else f"{r.low_c:.10g}..{r.high_c:.10g}"
        lines.writerow((f"{r.minute:.10g}", core, r.place))
    return out.getvalue()
