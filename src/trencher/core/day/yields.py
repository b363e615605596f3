"""What weighed roasts tell of the next purchase: how much more or less they gave than was reckoned,
and how much people here really eat."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.errors import InputError

KITCHEN_SD, CUT_SD, ROAST_SD = 0.05, 0.07, 0.06
"""Of the logarithm of weighed over reckoned: how far kitchens, the cuts of a butcher, and one roast
stray. Estimates."""
EATEN_SD, MEAL_SD = 0.2, 0.15
"""The same of what is eaten over what plates are reckoned: households, and one meal. Estimates."""
LEAST_RATIO, MOST_RATIO = 0.4, 2.0
"""Weighed over reckoned beyond this was mistyped, or another joint."""


@dataclass(frozen=True, kw_only=True)
class WeighedYield:
    """A roast that was weighed: its cut, and cooked over reckoned weight."""

    cut: str
    ratio: float


@dataclass(frozen=True, kw_only=True)
class Ratio:
    """How much more than reckoned, as a factor, give or take ``sd`` (of its logarithm), from
    ``count`` roasts."""

    factor: float
    sd: float
    count: int


def within_reason(ratio: float) -> bool:
    """Whether a ratio may be one."""
    return math.isfinite(ratio) and LEAST_RATIO <= ratio <= MOST_RATIO


def yield_ratio(weighed: Sequence[WeighedYield], cut: str) -> Ratio:
    """What roasts of a cut, and those of others as far as they have it in common, tell of the
    next. ``count``: of this cut."""
    kept = [(w.cut, math.log(w.ratio)) for w in weighed if within_reason(w.ratio)]
    cuts = sorted({c for c, _ in kept})
    # Each cut's mean tells of the kitchen with its own spread and that of its roasts.
    precision, vector = 1.0 / KITCHEN_SD**2, 0.0
    for other in cuts:
        if other == cut:
            continue
        logs = [r for c, r in kept if c == other]
        told = 1.0 / (CUT_SD**2 + ROAST_SD**2 / len(logs))
        precision += told
        vector += told * sum(logs) / len(logs)
    common, left = vector / precision, 1.0 / precision + CUT_SD**2
    own = [r for c, r in kept if c == cut]
    after = 1.0 / left + len(own) / ROAST_SD**2
    mean = (common / left + sum(own) / ROAST_SD**2) / after
    return Ratio(factor=math.exp(mean), sd=math.sqrt(1.0 / after), count=len(own))


def eaten_ratio(ratios: Sequence[float]) -> Ratio:
    """What is eaten over what plates are reckoned, of meals where that was weighed."""
    logs = [math.log(r) for r in ratios if within_reason(r)]
    precision = 1.0 / EATEN_SD**2 + len(logs) / MEAL_SD**2
    mean = sum(logs) / MEAL_SD**2 / precision
    return Ratio(factor=math.exp(mean), sd=math.sqrt(1.0 / precision), count=len(logs))


def with_yield(loss: float, ratio: Ratio) -> float:
    """The loss by which a joint comes to what such joints came to. InputError beyond reason."""
    if not 0.0 <= loss < 1.0:
        raise InputError(f"{loss:g} is no loss", where="loss", allowed="0 to 1")
    return min(max(1.0 - (1.0 - loss) * ratio.factor, 0.0), 0.85)


def words(ratio: Ratio, what: str) -> str:
    """What was weighed, in a sentence; "" where it tells nothing worth saying."""
    percent = round(100.0 * (ratio.factor - 1.0))
    if ratio.count == 0 or abs(percent) < 1:
        return ""
    roasts = "one weighed roast" if ratio.count == 1 else f"{ratio.count} weighed roasts"
    how = f"{abs(percent)} % {'more' if percent > 0 else 'less'}"
    return f"By {roasts}, {what} {how} than is usually reckoned: counted so."
