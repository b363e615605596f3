"""Plans computed for a screen: stateless, cached, coarse while something is being pulled."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from dataclasses import dataclass, replace
from functools import lru_cache, partial

from trencher.core.belief.learning import Key, Tags, tags_of
from trencher.core.belief.reasons import Reason, reasons, without
from trencher.core.catalogue.safety import PROFILES, Profile
from trencher.core.entries import Planned
from trencher.core.errors import InputError, NotationError, TrencherError
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.schools import Thermometer, schools_for
from trencher.core.oven import OvenRecord
from trencher.core.planner.cautions import Caution, plan_cautions
from trencher.core.planner.doubt import KNOWN_OVEN_SD_C, MEASURED_START_SD_C, Doubt
from trencher.core.planner.forecast import Forecast, forecast
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.fragile import Disturbance, disturbances
from trencher.core.planner.hands import hands_on_min
from trencher.core.planner.limits import within_limits
from trencher.core.planner.reckon import Reckoning, reckon
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.planner.thermometers import looked_doubt
from trencher.core.planner.unlike import Figures, Unlike, unlike
from trencher.core.planner.ways import occasion, with_thermometer, written
from trencher.core.planner.whatif import Difference, what_if
from trencher.core.thermal.cooker import Cooker
from trencher.core.thermal.geometry import COARSE, FINE
from trencher.service.learning import Teaching
from trencher.service.own_methods import OwnMethod

SERIES_EVERY_S = 120.0


@dataclass(frozen=True, kw_only=True)
class Wish:
    """What a plan is made for. ``teaching``: what earlier roasts taught, which it goes by."""

    joint: Joint
    cooker: Cooker
    wanted_c: float
    rest_min: float
    profile: Profile = PROFILES["uk"]
    start_measured: bool = False
    thermometer: Thermometer = "leave-in"
    oven_sd_c: float | None = None
    teaching: Teaching | None = None

    def __post_init__(self) -> None:
        if not 30.0 <= self.wanted_c <= 99.0:
            raise InputError(
                f"{self.wanted_c:g} is out of range",
                where="wanted_c",
                allowed="allowed: 30 to 99 °C",
            )
        if not 0.0 <= self.rest_min <= 240.0:
            raise InputError(
                f"{self.rest_min:g} is out of range",
                where="rest_min",
                allowed="allowed: 0 to 240 minutes",
            )

    @property
    def doubt(self) -> Doubt:
        """Narrower where the start was measured, and where the oven was calibrated."""
        known = KNOWN_OVEN_SD_C if self.cooker.dial_points else Doubt().oven_c
        doubt = Doubt(
            start_c=MEASURED_START_SD_C if self.start_measured else Doubt().start_c,
            oven_c=known if self.oven_sd_c is None else self.oven_sd_c,
        )
        return looked_doubt(doubt, self.thermometer)

    def roast(self, method: str) -> Roast:
        """The core's roast for a method's text."""
        plain = Roast(
            joint=self.joint,
            cooker=self.cooker,
            method=parse_method(method),
            wanted_c=self.wanted_c,
        )
        if self.teaching is None:
            return plain
        learned, tags = self.teaching.learned, self.tags(plain)
        gone = without(learned, tags, self.teaching.left_out)
        return replace(plain, known=learned.known(tags, plain, self.doubt, gone))

    def why(self, method: str, names: Mapping[Key, str]) -> tuple[Reason, ...]:
        """What earlier roasts taught of this roast by this way, and what it does to it."""
        if self.teaching is None:
            return ()
        plain = replace(self.roast(method), known=None)
        given = self.teaching
        return reasons(given.learned, self.tags(plain), plain, self.doubt, names, given.left_out)

    def elsewhere(self, oven: OvenRecord) -> Wish:
        """The same in another oven: its air, how well that is known, and what was learned of it."""
        taught = None if self.teaching is None else replace(self.teaching, oven=oven.id)
        return replace(
            self, cooker=oven.cooker(self.joint), oven_sd_c=oven.air_sd_c, teaching=taught
        )

    def tags(self, roast: Roast) -> Tags:
        """What this roast has in common with others."""
        oven = "" if self.teaching is None else self.teaching.oven
        return tags_of(oven, self.cooker.kind, self.joint, roast.method)


@dataclass(frozen=True, kw_only=True)
class Way:
    """One school, or a method of one's own, worked out; or the reason why it cannot be.

    ``unsuited``: it could be done and is not for this joint or oven; not worked out. ``reason``:
    it was tried and does not get there. Both "" for a way that stands.
    """

    id: str
    name: str
    words: str
    method: str
    needs: tuple[str, ...] = ()
    hands_on_min: float = 0.0
    forecast: Forecast | None = None
    cautions: tuple[Caution, ...] = ()
    unsuited: str = ""
    reason: str = ""


@lru_cache(maxsize=256)
def _found(roast: Roast, doubt: Doubt, quick: bool) -> Forecast | TrencherError:
    """What there is to find. That it cannot be done took as long to find, and is kept as well."""
    try:
        return forecast(
            roast,
            bands=not quick,
            every_s=SERIES_EVERY_S,
            grid=COARSE if quick else FINE,
            doubt=doubt,
            late=not quick,
        )
    except TrencherError as error:
        # Without what it was tried with: that is large, and would be kept with it.
        return error.with_traceback(None)


def cached_forecast(roast: Roast, doubt: Doubt, quick: bool) -> Forecast:
    """The forecast, kept: plans are asked for again and again by every screen. Raises what
    ``forecast`` raises."""
    found = _found(roast, doubt, quick)
    if isinstance(found, TrencherError):
        raise found.with_traceback(None)
    return found


@lru_cache(maxsize=64)
def cached_walk(roast: Roast) -> Walk:
    """The planned walk as this oven can do it, kept for following. Never change it."""
    return walk(kitchen(within_limits(roast)[0], FINE))


def work_out(
    wish: Wish, method: str, *, quick: bool = False
) -> tuple[Forecast, tuple[Caution, ...]]:
    """One method's forecast and cautions. Raises what the notation and the planner raise."""
    found = cached_forecast(wish.roast(method), wish.doubt, quick)
    return found, plan_cautions(wish.joint.judged, found, wish.profile)


def all_ways(wish: Wish, own: Sequence[OwnMethod] = (), *, quick: bool = False) -> list[Way]:
    """Every school for this wish, and the cook's own methods; side by side on two cores."""
    here = occasion(wish.roast(ANY_METHOD), wish.rest_min, wish.thermometer)
    tasks: list[Callable[[], Way]] = []
    for school in schools_for(wish.joint.facts):
        method, unsuited = written(school, here)
        shell = Way(
            id=school.id,
            name=school.name,
            words=school.words,
            method=str(method),
            needs=school.needs,
            unsuited=unsuited,
        )
        tasks.append(partial(_worked_out, wish, shell, quick))
    for kept in own[-MOST_OWN:]:
        shell = Way(id=kept.id, name=kept.name, words="Your own.", method=kept.method)
        tasks.append(partial(_worked_out, wish, shell, quick))
    # Each with the question's own budget, which belongs to its thread.
    contexts = [copy_context() for _ in tasks]
    with ThreadPoolExecutor(max_workers=2) as pool:
        found = list(pool.map(lambda context, task: context.run(task), contexts, tasks))
    if not quick:
        _place(wish, tuple(own))[:] = [found]
    return found


def at_hand(wish: Wish, own: Sequence[OwnMethod] = ()) -> list[Way] | None:
    """All ways in full where they were worked out lately, else None. Never change them."""
    kept = _place(wish, tuple(own))
    return kept[0] if kept else None


@lru_cache(maxsize=32)
def _place(_wish: Wish, _own: tuple[OwnMethod, ...]) -> list[list[Way]]:
    """Where the ways of a wish lie once they were worked out in full; empty till then."""
    return []


def unlike_ways(ways: Sequence[Way], wanted_c: float, left_min: float) -> tuple[Unlike, ...]:
    """The three that differ most for this cook. Empty while there are no bands."""
    found: list[Figures] = []
    for way in ways:
        f = way.forecast
        if f is None or f.bands is None:
            continue
        tender = UNTIL_TENDER in way.method
        spread = 0.5 * (f.bands.peak_c.high - f.bands.peak_c.low)
        found.append(
            Figures(
                id=way.id,
                whole_min=f.end_min,
                even=None if tender else f.even_fraction,
                risk_c=spread + abs(f.late_c),
                crust=f.crust,
                off_c=0.0 if tender else f.peak_c - wanted_c,
            )
        )
    return unlike(found, left_min)


UNTIL_TENDER = "until tender"
ANY_METHOD = "160C 1h"
MOST_OWN = 12
"""So many of the cook's own, the newest, stand among the ways; all of them under By hand."""


def _worked_out(wish: Wish, shell: Way, quick: bool) -> Way:
    if shell.unsuited:
        return shell
    try:
        method = str(with_thermometer(wish.roast(shell.method), wish.thermometer))
        found, cautions = work_out(wish, method, quick=quick)
    except TrencherError as error:
        advice = f"; {error.allowed}" if error.allowed else ""
        return replace(shell, reason=f"{error.what[:1].upper()}{error.what[1:]}{advice}.")
    return replace(
        shell,
        method=method,
        forecast=found,
        cautions=cautions,
        hands_on_min=hands_on_min(found.stages),
    )


def by_hand(wish: Wish, method: str, *, quick: bool) -> Way:
    """A method of the cook's own making, worked out as it is written."""
    shell = Way(id="by-hand", name="By hand", words="", method=method)
    try:
        found, cautions = work_out(wish, method, quick=quick)
    except NotationError:
        raise
    except TrencherError as error:
        return replace(shell, reason=error.sentence)
    return replace(
        shell, forecast=found, cautions=cautions, hands_on_min=hands_on_min(found.stages)
    )


@lru_cache(maxsize=64)
def differences(wish: Wish, method: str) -> tuple[Difference, ...]:
    """What if one thing were otherwise. Raises what ``work_out`` raises."""
    return what_if(wish.roast(method))


@lru_cache(maxsize=64)
def reckoned(wish: Wish, text: str, answers: tuple[tuple[str, int], ...] = ()) -> Reckoning:
    """A recipe's words for this joint and oven, with what was answered to its questions."""
    return reckon(text, wish.roast(ANY_METHOD), dict(answers))


@lru_cache(maxsize=256)
def fragile(wish: Wish, method: str) -> tuple[Disturbance, ...]:
    """Every step of a method disturbed, the worst first. Raises what ``work_out`` raises."""
    return disturbances(wish.roast(method), wish.thermometer)


def planned_summary(found: Forecast) -> Planned:
    """What was promised when the door closed, as it goes into the log."""
    bands = found.bands
    return Planned(
        pull_min=found.pull_min,
        pull_core_c=found.pull_core_c,
        peak_c=found.peak_c,
        peak_min=found.peak_min,
        end_min=found.end_min,
        pull_band=(bands.pull_min.low, bands.pull_min.high) if bands else None,
        peak_band=(bands.peak_c.low, bands.peak_c.high) if bands else None,
        curve=tuple((round(float(r[0]), 2), round(float(r[3]), 2)) for r in found.series[::2]),
    )
