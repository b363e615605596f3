"""The field: what printed tables and kitchens say of times, climbs, losses and colour.

Facts that nobody here made. The model's constants are fitted to some of them and judged by all
(``bench.fit``), and Ways shows them beside what is computed for a joint. Printed totals are round
numbers for unlike shapes: believe their median to a twentieth, a row to a fifth.
"""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from trencher.core.catalogue.field_records import KITCHENS, PRINTED, TABLES

LB_KG = 0.45359237
Per = Literal["lb", "500g", "all"]
Until = float | Literal["tender"]
Measure = Literal[
    "minutes",  # until the method's goal
    "core",  # at the end of the method
    "climb",  # from the take-out to the end of the method
    "top",  # from the take-out to the highest
    "out",  # core at the take-out
    "loss",  # share of the raw weight at the end
    "hot_surface",  # minutes until the top passes 100 °C
    "fan_for_still",  # minutes in a fan oven 20 °C lower, over those of the method
]


@dataclass(frozen=True, kw_only=True)
class PrintedTable:
    """A printed table or rule: who prints it, in general words; where the joint starts, °C; what
    its numbers are rounded to."""

    id: str
    words: str
    start_c: float
    rounded: str


@dataclass(frozen=True, kw_only=True)
class Printed:
    """One row of a table. ``kg``: from … to; ``until``: core at take-out in °C, or tender;
    ``minutes`` from … to, for each ``per`` and ``over`` on top; ``said``: the word for the core.

    ``aside``: kept out of every fit, so that it may judge.
    """

    table: str
    cut: str
    kg: tuple[float, float]
    air_c: float
    until: Until
    per: Per
    minutes: tuple[float, float]
    over: tuple[float, float] = (0.0, 0.0)
    said: str = ""
    aside: bool = False

    @property
    def middle_kg(self) -> float:
        """The middle of its weights."""
        return 0.5 * (self.kg[0] + self.kg[1])

    def gives(self, kg: float) -> tuple[float, float]:
        """Minutes from … to for a weight. A total is for its own weights, whatever this one is."""
        units = {"lb": kg / LB_KG, "500g": kg / 0.5, "all": 1.0}[self.per]
        low, high = (m * units + o for m, o in zip(self.minutes, self.over, strict=True))
        return low, high

    def middle(self, kg: float) -> float:
        """The middle of what it gives, minutes."""
        low, high = self.gives(kg)
        return 0.5 * (low + high)


@dataclass(frozen=True, kw_only=True)
class FieldKitchen:
    """What kitchens agree on for one joint and method: ``measure`` lies within ``between``.

    ``thickness_mm`` None: as the cut usually is. ``words``: what it is, for a reader.
    """

    id: str
    words: str
    cut: str
    kg: float
    method: str
    measure: Measure
    between: tuple[float, float]
    oven: Literal["still", "fan"] = "still"
    thickness_mm: float | None = None
    start_c: float = 4.0
    surface: Literal["blotted", "dried"] = "blotted"
    aside: bool = False


TABLES_BY_ID = {t["id"]: PrintedTable(**t) for t in TABLES}
ROWS = tuple(Printed(**row) for row in PRINTED)
KNOWN = tuple(FieldKitchen(**row) for row in KITCHENS)
