"""The usual cautions of a plan and of a plate, where the decision is taken. Never a promise."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.catalogue.cuts import Cut
from trencher.core.catalogue.safety import (
    WARM_LIMIT_MIN,
    Holding,
    Profile,
    Standing,
    measured_equal_min,
    standing,
)
from trencher.core.method.stages import Oven
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.setup import kitchen
from trencher.core.units import said_c


@dataclass(frozen=True)
class Caution:
    """A stable code and one sentence, its temperatures marked (``units.in_metric``)."""

    code: str
    text: str


@dataclass(frozen=True)
class Verdict:
    """A profile's figure for this cut, and how what was measured stands to it. ``equal_min``: what
    the measured history adds up to at the reference of its table of equal holds; None: unknown."""

    profile: str
    figure: str
    temp_c: float | None
    hold_min: float
    standing: Standing
    sentence: str
    strict: str
    equal_min: float | None = None


def plan_cautions(cut: Cut, forecast: Forecast, profile: Profile) -> tuple[Caution, ...]:
    """Cautions for a plan. A predicted temperature never meets a figure."""
    found: list[Caution] = []
    figure = profile.figures[cut.safety]
    if figure.temp_c is not None and forecast.peak_c + SOLVED_C < figure.temp_c:
        found.append(
            Caution(
                "below_figure",
                f"This plan ends below the {profile.name} figure for it, {figure.words}.",
            )
        )
    if cut.safety in ("rolled", "pork", "boar"):
        found.append(
            Caution(
                "needs_reading",
                "Without a reading of the core the figure stays unknown: measure it.",
            )
        )
    if forecast.warm_min > WARM_LIMIT_MIN:
        found.append(
            Caution(
                "warm_too_long",
                f"The core stays between {{c:10}} and {{c:54}} for {forecast.warm_min / 60:.1f} "
                "hours; the limit is 6. Hotter air or a thinner joint.",
            )
        )
    if (hot := _smokes(forecast)) is not None:
        found.append(
            Caution(
                "fat_smokes",
                f"Fat that drips into a dry tin at {said_c(hot)} smokes: pour a cup of water "
                "under it, or lay it on roots.",
            )
        )
    if cut.safety == "boar":
        found.append(
            Caution("wild_omnivore", "Wild boar: household freezing does not kill every parasite.")
        )
    return tuple(found)


SMOKES_C, DRIPPING_FAT_MM = 200.0, 6.0
"""Fat of a tin smokes in hotter air than this; thinner covers hardly drip. Estimates, no source."""


def _smokes(forecast: Forecast) -> float | None:
    """The hottest air in which fat drips into a dry tin, °C; None where it does not."""
    if forecast.roast.joint.top_fat_mm < DRIPPING_FAT_MM:
        return None
    k = kitchen(forecast.roast)
    heats = [
        k.true_air(s.stage)
        for s in forecast.stages
        if isinstance(s.stage, Oven)
        and s.stage.cover is None
        and s.stage.liquid_ml is None
        and s.stage.bed != "roots"
        and not any(t.verb == "pour" for t in s.stage.tasks)
    ]
    hottest = max(heats, default=0.0)
    return hottest if hottest >= SMOKES_C else None


SENTENCES: dict[Standing, str] = {
    "met": "The readings meet it.",
    "not_met": "The readings do not meet it.",
    "unknown": "Unknown: nothing measured says.",
}


def _equal(minutes: float | None, holding: Holding) -> str:
    """What the whole measured history adds up to by the authority's table of equal holds."""
    asked = f"{holding.ref_min:g} min at {{c:{holding.ref_c:g}}}"
    if minutes is None:
        return f" Its table of equal holds asks for {asked}: unknown, no two readings are near."
    text = f"{minutes:.0f}" if minutes >= 10 else f"{minutes:.1f}"
    return f" By its table of equal holds the readings add up to {text} of {asked}."


SOLVED_C = 0.1
"""A peak is solved to a hundredth and drawn to a degree: this close to the figure is at it."""
OUTSIDE = "That is about the outside: no reading of the core shows it."


def plate_verdict(cut: Cut, profile: Profile, readings: Sequence[tuple[float, float]]) -> Verdict:
    """The figure against core readings, (minute, °C). Predictions are not accepted here."""
    figure = profile.figures[cut.safety]
    how = standing(figure, list(readings))
    stand = SENTENCES[how] if figure.temp_c is not None else OUTSIDE
    equal = None
    if profile.holding is not None and figure.temp_c is not None:
        equal = measured_equal_min(profile.holding, readings)
        stand += _equal(equal, profile.holding)
    return Verdict(
        profile.name,
        figure.words,
        figure.temp_c,
        figure.hold_min,
        how,
        f"{profile.name}, for this cut: {figure.words}. {stand} Check with your own authority.",
        profile.strict,
        equal,
    )
