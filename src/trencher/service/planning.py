"""Plans computed for a screen: stateless, cached, coarse while something is being pulled."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from trencher.core.catalogue.cuts import own_cut
from trencher.core.catalogue.safety import profile_named
from trencher.core.errors import InputError, TrencherError
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import SCHOOLS, School
from trencher.core.planner.cautions import Caution, plan_cautions
from trencher.core.planner.doubt import KNOWN_OVEN_SD_C, MEASURED_START_SD_C, Doubt
from trencher.core.planner.forecast import Forecast, forecast
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE, FINE
from trencher.formats.roast import read_cooker
from trencher.store.repository import OvenRecord

SERIES_EVERY_S = 120.0


def joint_of(facts: Mapping[str, Any]) -> Joint:
    """The core's joint of kept facts; an own cut's facts stand with it, so that a roast keeps what
    it was made with. Raises InputError for facts that make no sense."""
    own = facts.get("own")
    known = {k: v for k, v in facts.items() if k != "own" and v is not None}
    return Joint(**known, own=None if own is None else own_cut({**own, "id": known["cut"]}))


def cooker_of(oven: OvenRecord) -> Cooker:
    """The core's cooker of a kept oven."""
    facts = {k: v for k, v in oven.facts.items() if k in read_keys()}
    points = tuple((float(t), float(e)) for t, e in oven.facts.get("dial_points", ()))
    cooker = read_cooker(facts)
    from dataclasses import replace

    return replace(cooker, dial_points=tuple(sorted(points)))


def read_keys() -> tuple[str, ...]:
    """The facts of an oven that the core reads as they stand."""
    return (
        "kind", "dial_error_c", "room_c", "min_c", "max_c", "cooling_fan", "preheat_min",
        "tau_down_min", "tau_off_min",
    )  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Wish:
    """What a plan is made for."""

    joint: Joint
    cooker: Cooker
    wanted_c: float
    rest_min: float
    profile: str = "uk"
    start_measured: bool = False

    def __post_init__(self) -> None:
        if not 30.0 <= self.wanted_c <= 99.0:
            raise InputError(
                f"{self.wanted_c:g} is out of range",
                where="wanted_c",
                allowed="allowed: 30 to 99 °C",
            )
        if not 0.0 <= self.rest_min <= 240.0:
            raise InputError(
                f"{self.rest_min:g} is out of range", where="rest_min",
                allowed="allowed: 0 to 240 minutes",
            )  # fmt: skip

    @property
    def doubt(self) -> Doubt:
        """Narrower where the start was measured, and where the oven was calibrated."""
        return Doubt(
            start_c=MEASURED_START_SD_C if self.start_measured else Doubt().start_c,
            oven_c=KNOWN_OVEN_SD_C if self.cooker.dial_points else Doubt().oven_c,
        )

    def roast(self, method: str) -> Roast:
        """The core's roast for a method's text."""
        return Roast(
            joint=self.joint,
            cooker=self.cooker,
            method=parse_method(method),
            wanted_c=self.wanted_c,
        )


@dataclass(frozen=True, kw_only=True)
class Way:
    """One school worked out, or the reason why it cannot be."""

    school: School
    method: str
    forecast: Forecast | None
    cautions: tuple[Caution, ...] = ()
    reason: str = ""


@lru_cache(maxsize=256)
def cached_forecast(roast: Roast, doubt: Doubt, quick: bool) -> Forecast:
    """The forecast, kept: plans are asked for again and again by every screen."""
    return forecast(
        roast,
        bands=not quick,
        every_s=SERIES_EVERY_S,
        grid=COARSE if quick else FINE,
        doubt=doubt,
        late=not quick,
    )


@lru_cache(maxsize=64)
def cached_walk(roast: Roast) -> Walk:
    """The planned walk as this oven can do it, kept for following. Never change it."""
    return walk(kitchen(within_limits(roast)[0], FINE))


def work_out(
    wish: Wish, method: str, *, quick: bool = False
) -> tuple[Forecast, tuple[Caution, ...]]:
    """One method's forecast and cautions. Raises what the notation and the planner raise."""
    found = cached_forecast(wish.roast(method), wish.doubt, quick)
    return found, plan_cautions(wish.joint.facts, found, profile_named(wish.profile))


def all_ways(wish: Wish, *, quick: bool = False) -> list[Way]:
    """Every school for this wish."""
    ways: list[Way] = []
    for school in SCHOOLS:
        text = str(parse_method(school.write(wish.joint.facts, wish.wanted_c, wish.rest_min or 1)))
        try:
            found, cautions = work_out(wish, text, quick=quick)
            ways.append(Way(school=school, method=text, forecast=found, cautions=cautions))
        except TrencherError as error:
            ways.append(Way(school=school, method=text, forecast=None, reason=error.sentence))
    return ways


def planned_summary(found: Forecast) -> dict[str, Any]:
    """What was promised when the door closed, as it goes into the log."""
    bands = found.bands
    return {
        "pull_min": found.pull_min,
        "pull_core_c": found.pull_core_c,
        "peak_c": found.peak_c,
        "peak_min": found.peak_min,
        "end_min": found.end_min,
        "pull_band": [bands.pull_min.low, bands.pull_min.high] if bands else None,
        "peak_band": [bands.peak_c.low, bands.peak_c.high] if bands else None,
        "curve": [[round(float(row[0]), 2), round(float(row[3]), 2)] for row in found.series[::2]],
    }
