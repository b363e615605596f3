"""A kitchen's sheet: a line a roast, for the wall and for whoever checks it."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta

COLUMNS = (
    "date",
    "roast",
    "cut",
    "oven",
    "in",
    "out",
    "core_at_take_out_c",
    "highest_after_c",
    "last_probed",
    "probings",
    "bought_kg",
    "cooked_kg",
    "yield_percent",
    "price",
)
LEADS = "=+-@\t\r"
"""What a table program would take for a formula."""


@dataclass(frozen=True)
class Probing:
    """What somebody read, at a minute; "" where nobody is named."""

    minute: float
    core_c: float
    who: str


@dataclass(frozen=True, kw_only=True)
class SheetLine:
    """One roast. Minutes from the hour it went in; °C as read, never reckoned; kg as weighed."""

    served: datetime
    name: str
    cut: str
    oven: str
    put_in: datetime
    out_min: float | None
    out_c: float | None
    highest_c: float | None
    probed_min: float | None
    bought_kg: float
    cooked_kg: float | None
    price: float | None
    probings: Sequence[Probing] = ()


def _plain(text: str) -> str:
    return f"'{text}" if text[:1] in LEADS and text else text


def write_sheet(lines: Iterable[SheetLine]) -> str:
    """The sheet as CSV with a header; empty where nobody read or weighed."""
    out = io.StringIO()
    table = csv.writer(out, lineterminator="\n")
    table.writerow(COLUMNS)
    for x in lines:

        def at(minute: float | None, since: datetime = x.put_in) -> str:
            moment = None if minute is None else since + timedelta(minutes=minute)
            return "" if moment is None else moment.strftime("%H:%M")

        def figure(value: float | None, digits: int = 1) -> str:
            return "" if value is None else f"{value:.{digits}f}"

        gave = None if x.cooked_kg is None else 100.0 * x.cooked_kg / x.bought_kg
        table.writerow(
            [
                x.served.strftime("%Y-%m-%d"),
                _plain(x.name),
                _plain(x.cut),
                _plain(x.oven),
                at(0.0),
                at(x.out_min),
                figure(x.out_c),
                figure(x.highest_c),
                at(x.probed_min),
                _plain(
                    "; ".join(f"{at(p.minute)} {p.core_c:.1f} {p.who}".rstrip() for p in x.probings)
                ),
                figure(x.bought_kg, 3),
                figure(x.cooked_kg, 3),
                figure(gave),
                figure(x.price, 2),
            ]
        )
    return out.getvalue()
