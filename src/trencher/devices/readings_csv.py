"""Readings as CSV, in and out: what a logging thermometer leaves, what a spreadsheet wants.

Columns ``minute,core_c`` and, if wanted, ``place``, ``event``, ``seconds``. Minute 0: the joint
went in. ``core_c`` may be a range that flickers, ``57..59``, or empty beside an event. Places are
core, thin_end, near_surface, unknown, or ``core: by the bone`` with a name of your own; events
those of ``belief.replay``.
"""

from __future__ import annotations

import csv
import io
import math
from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from typing import Protocol, cast, get_args

from trencher.core.belief.happened import LONGEST_DOOR_S
from trencher.core.belief.places import LONGEST_NAME
from trencher.core.belief.reading import Reading, ReadingPlace
from trencher.core.belief.replay import EVENTS, ReplayLine
from trencher.core.errors import InputError
from trencher.core.marks import MARKS

COLUMNS = ("minute", "core_c", "place", "event", "seconds")
ALSO = {
    **{also: mark.event for mark in MARKS.values() for also in mark.also},
    **dict.fromkeys(("turn_down", "turndown", "down"), "turned_down"),
    **dict.fromkeys(("takeout", "take_out", "out", "pulled"), "taken_out"),
}
"""Other words for events; spaces and hyphens are read as underscores."""
MOST_LINES = 5000
BOM = "\ufeff"
"""Spreadsheets write it before everything else."""
LOW_C, HIGH_C, LAST_MIN = -25.0, 130.0, 48 * 60.0


class Rows(Protocol):
    """What ``csv.reader`` gives."""

    line_num: int

    def __iter__(self) -> Iterator[list[str]]: ...
    def __next__(self) -> list[str]: ...


@dataclass(frozen=True)
class CsvReading:
    """One line: minute since it went in; °C from … to (None beside an event alone), its place;
    what happened, and the seconds the door stood open."""

    minute: float
    low_c: float | None
    high_c: float | None
    place: ReadingPlace
    event: str = ""
    seconds: float | None = None
    spot: str = ""


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


def _line(cells: dict[str, str], where: str) -> CsvReading:
    low, _, high = cells["core_c"].partition("..")
    place, _, spot = (cells.get("place") or "core").partition(":")
    place = place.strip()
    if place not in get_args(ReadingPlace):
        raise InputError(
            f"{place!r} is no place",
            where=where,
            allowed=f"allowed: {', '.join(get_args(ReadingPlace))}",
        )
    event = (cells.get("event") or "").casefold().replace(" ", "_").replace("-", "_")
    event = ALSO.get(event, event)
    if event and event not in EVENTS:
        raise InputError(
            f"{event!r} is no event",
            where=f"{where}, event",
            allowed=f"allowed: {', '.join(EVENTS)}",
        )
    seconds = cells.get("seconds") or None
    if not low and not event:
        raise InputError("neither a reading nor an event", where=where, allowed="one of them")
    unit = "°C"
    reading = CsvReading(
        _number(cells["minute"], f"{where}, minute", 0.0, LAST_MIN, "min"),
        _number(low, f"{where}, core_c", LOW_C, HIGH_C, unit) if low else None,
        _number(high or low, f"{where}, core_c", LOW_C, HIGH_C, unit) if low else None,
        cast("ReadingPlace", place),
        event,
        None
        if seconds is None
        else _number(seconds, f"{where}, seconds", 0.0, LONGEST_DOOR_S, "s"),
        spot.strip()[:LONGEST_NAME],
    )
    if reading.low_c is not None and reading.high_c is not None and reading.high_c < reading.low_c:
        raise InputError(
            f"{cells['core_c']} falls", where=f"{where}, core_c", allowed="57..59 rises"
        )
    return reading


def read_csv(text: str) -> list[CsvReading]:
    """The readings of a CSV text with a header. InputError names line, fault, what is allowed."""
    rows = csv.reader(io.StringIO(text.removeprefix(BOM), newline=None))
    try:
        return _lines(rows)
    except csv.Error as error:
        raise InputError(
            str(error), where=f"line {rows.line_num}", allowed="plain cells between commas"
        ) from error


def _lines(rows: Rows) -> list[CsvReading]:
    header = [cell.strip().casefold() for cell in next(rows, [])]
    if header[:2] != ["minute", "core_c"] or not set(header) <= set(COLUMNS):
        raise InputError(
            f"the header is {','.join(header)!r}"[:80],
            where="line 1",
            allowed="minute,core_c and then any of place, event, seconds",
        )
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
        found.append(_line(cells, where))
    if not found:
        raise InputError("there is no reading", where="CSV", allowed="at least one line")
    return found


def lines_of(readings: Iterable[CsvReading]) -> list[ReplayLine]:
    """What was read from a CSV as lines to be replayed."""
    return [
        ReplayLine(
            r.minute,
            None
            if r.low_c is None or r.high_c is None
            else Reading(r.minute, r.low_c, r.high_c, r.place, spot=r.spot),
            r.event or None,
            r.seconds,
        )
        for r in readings
    ]


def write_csv(readings: Iterable[CsvReading]) -> str:
    """Readings as CSV; reading it back gives the same."""
    readings = list(readings)
    width = 5 if any(r.event for r in readings) else 3
    out = io.StringIO()
    lines = csv.writer(out, lineterminator="\n")
    lines.writerow(COLUMNS[:width])
    for r in readings:
        core = "" if r.low_c is None else f"{r.low_c:.10g}"
        if r.high_c is not None and r.high_c != r.low_c:
            core += f"..{r.high_c:.10g}"
        seconds = "" if r.seconds is None else f"{r.seconds:.10g}"
        place = f"{r.place}: {r.spot}" if r.spot else r.place
        lines.writerow((f"{r.minute:.10g}", core, place, r.event, seconds)[:width])
    return out.getvalue()
