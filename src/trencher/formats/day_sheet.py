"""A day as one page for a helper: an HTML file that needs nothing beside it, to look at and print.

Sentences carry marked quantities; they are written out once, in the units of whoever reads it.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Literal

from jinja2 import Environment, PackageLoader, StrictUndefined, Template

from trencher.core.day.people import Guest
from trencher.core.units import in_metric

AGAIN_S = 30
"""How often a page on the network is asked for anew, seconds."""

Stands = Literal["", "done", "skipped", "late", "now"]


@dataclass(frozen=True)
class SheetStep:
    """A line of the running order. ``who`` "" for the cook's own hands."""

    at: datetime
    words: str
    note: str
    who: str
    stands: Stands


@dataclass(frozen=True)
class SheetSlice:
    """A slice counted from 1 at the thick end, the highest its middle will have been in °C, and
    whose it is. ``measured``: somebody read it there; else it is reckoned."""

    number: int
    centre_c: float
    measured: bool
    names: tuple[str, ...]
    others: int


@dataclass(frozen=True)
class SheetCarving:
    """One joint for the carver. ``slices`` is empty before it has gone in: nothing is known of
    them then. ``flash``: lines of who wants theirs back in the pan; ``claims``: portion, name."""

    notes: tuple[str, ...]
    slices: tuple[SheetSlice, ...] = ()
    begin: str = ""
    spare: int = 0
    flash: tuple[str, ...] = ()
    claims: tuple[tuple[str, str], ...] = ()


@dataclass(frozen=True)
class SheetJoint:
    """A joint of the day, what is to be said of it now, and how it is carved. ``carve_at`` None
    where the order has no carving of it."""

    name: str
    carve_at: datetime | None
    says: tuple[str, ...]
    carving: SheetCarving


@dataclass(frozen=True)
class DaySheet:
    """What a helper sees of a day at the moment ``as_of``."""

    date: str
    serve_at: datetime
    as_of: datetime
    people: int
    sentence: str
    cautions: tuple[str, ...]
    steps: tuple[SheetStep, ...]
    joints: tuple[SheetJoint, ...]
    guests: tuple[Guest, ...]


@cache
def _template() -> Template:
    env = Environment(
        loader=PackageLoader("trencher.formats"),
        autoescape=True,
        undefined=StrictUndefined,
        trim_blocks=True,
        lstrip_blocks=True,
    )
    return env.get_template("day.html")


def day_sheet(
    sheet: DaySheet, *, words: Callable[[str], str] = in_metric, who: str = "", live: bool = False
) -> str:
    """The page. ``words``: how marked sentences are written out; ``who``: whose lines stand out;
    ``live``: it is looked at on the network and asks for itself anew, else it is a file."""
    return _template().render(day=sheet, words=words, who=who, live=live, again_s=AGAIN_S)
