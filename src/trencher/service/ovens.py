"""Which oven tonight: the same way in each of them, whether the joint fits, and which suits."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.errors import TrencherError
from trencher.core.joint import size_of
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Oven, Sear
from trencher.core.oven import OvenRecord
from trencher.core.planner.fits import Fit, Tin, fit
from trencher.core.planner.forecast import Forecast
from trencher.service.planning import Wish, work_out

BEND = ("oven_limit",)
"""Notes that say an oven had to bend the way to what it has."""


@dataclass(frozen=True, kw_only=True)
class Tonight:
    """One oven with tonight's joint in it. ``forecast`` None: see ``reason``."""

    oven: OvenRecord
    fit: Fit
    forecast: Forecast | None
    reason: str = ""

    @property
    def bends(self) -> bool:
        """Whether the way had to be changed to what this oven has."""
        return self.forecast is not None and any(n.code in BEND for n in self.forecast.notes)

    @property
    def unsure_min(self) -> float:
        """Half the band of the take-out, min."""
        bands = None if self.forecast is None else self.forecast.bands
        return 0.0 if bands is None else 0.5 * (bands.pull_min.high - bands.pull_min.low)

    @property
    def works(self) -> bool:
        """It fits and the way can be done."""
        return self.fit.fits and self.forecast is not None


def ovens_tonight(
    ovens: Sequence[OvenRecord], tins: Sequence[Tin], wish: Wish, method: str
) -> list[Tonight]:
    """The same method in each oven. Raises NotationError for one that cannot be read."""
    parsed = parse_method(method)
    rack = any(isinstance(s, Oven) and s.bed == "rack" for s in parsed.stages)
    hob = any(isinstance(s, Sear) for s in parsed.stages)
    closed = any(isinstance(s, Oven) and s.cover is not None for s in parsed.stages)
    size = size_of(wish.joint)
    found: list[Tonight] = []
    for oven in ovens:
        how = fit(size, oven.cavity, tins, rack=rack, hob=hob, closed=closed)
        here = wish.elsewhere(oven)
        try:
            forecast, _ = work_out(here, method)
            found.append(Tonight(oven=oven, fit=how, forecast=forecast))
        except TrencherError as error:
            found.append(Tonight(oven=oven, fit=how, forecast=None, reason=error.what))
    return found


def advice(found: Sequence[Tonight]) -> tuple[str | None, str]:
    """The oven that suits best and why, in one sentence with marked temperatures."""
    able = [t for t in found if t.works]
    if not able:
        return None, "None of your ovens takes this joint this way: another way, or halve it."
    best = min(able, key=lambda t: (t.bends, t.unsure_min))
    others = [t for t in able if t is not best]
    name = best.oven.name
    if not others:
        return best.oven.id, f"{name}: the only one that does." if len(found) > 1 else f"{name}."
    other = min(others, key=lambda t: (t.bends, t.unsure_min))
    if other.bends and not best.bends:
        return best.oven.id, f"{name}: {other.oven.name} would have to bend this way to its limits."
    if other.unsure_min - best.unsure_min >= 2.0:
        return best.oven.id, (
            f"{name}: its take-out is known to ±{best.unsure_min:.0f} min, that of "
            f"{other.oven.name} to ±{other.unsure_min:.0f}."
        )
    return best.oven.id, f"{name} or {other.oven.name}: they come to the same."
