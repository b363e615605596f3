"""What if: one thing about a plan different, as minutes for who follows the probe and as degrees
for who follows the clock. Both on the coarse grid, whose differences are what counts here.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, replace

from trencher.core.errors import TrencherError
from trencher.core.joint import LIMITS, Joint, size_of
from trencher.core.method.stages import Method, Minutes, Oven, Rest, Stage, Task, Wait, celsius
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.planner.thermometers import at_their_minutes
from trencher.core.thermal.geometry import COARSE
from trencher.core.thermal.surface import RestHow, SurfaceState
from trencher.core.units import said_c

CHILL_MIN = 60.0
"""Longest the chill is taken off; the room's clock counts from it."""
WARMER_C = 5.0
HALF_HOT_C = 100.0
LOOKS, LOOK_EVERY_MIN = 4, 5.0


@dataclass(frozen=True, kw_only=True)
class Difference:
    """``minutes``: the take-out moves, for who waits for the goal. ``degrees``: the peak moves, for
    who keeps to the planned minutes. None where it cannot be said. Crust and even share: changes,
    for who waits for the goal. ``reason``: why it cannot be done."""

    code: str
    words: str
    minutes: float | None = None
    degrees: float | None = None
    crust: float = 0.0
    even: float | None = None
    reason: str = ""


@dataclass(frozen=True)
class _Change:
    code: str
    words: str
    roast: Callable[[Roast], Roast]
    before_min: float = 0.0


def _stages(roast: Roast, change: Callable[[tuple[Stage, ...]], tuple[Stage, ...]]) -> Roast:
    return replace(roast, method=Method(change(roast.method.stages)))


def _first_oven(stages: tuple[Stage, ...]) -> int | None:
    return next((i for i, s in enumerate(stages) if isinstance(s, Oven)), None)


def _last_rest(stages: tuple[Stage, ...]) -> int | None:
    return next((i for i in reversed(range(len(stages))) if isinstance(stages[i], Rest)), None)


def _swap(stages: tuple[Stage, ...], i: int, *new: Stage) -> tuple[Stage, ...]:
    return (*stages[:i], *new, *stages[i + 1 :])


def _chilled(roast: Roast) -> Roast:
    return _stages(roast, lambda s: (Wait(Minutes(CHILL_MIN), "counter"), *s))


def _warmer(roast: Roast, by_c: float) -> Roast:
    low, high, _ = LIMITS["start_c"]
    start = min(max(roast.joint.start_c + by_c, low), high)
    return replace(roast, joint=replace(roast.joint, start_c=start))


def _cold_oven(roast: Roast) -> Roast:
    def change(stages: tuple[Stage, ...]) -> tuple[Stage, ...]:
        i = _first_oven(stages)
        assert i is not None
        stage = stages[i]
        assert isinstance(stage, Oven)
        return _swap(stages, i, replace(stage, cold=True))

    return _stages(roast, change)


def _half_hot(roast: Roast) -> Roast:
    def change(stages: tuple[Stage, ...]) -> tuple[Stage, ...]:
        i = _first_oven(stages)
        assert i is not None
        short = Oven(celsius(HALF_HOT_C), Minutes(0.02))
        return _swap(stages, i, short, stages[i])

    return _stages(roast, change)


def _tied(joint: Joint) -> Joint:
    """The same meat tied, or untied: measures move as the cut's proportions would."""
    size = size_of(joint)
    loose = replace(joint, thickness_mm=None, width_mm=None, length_mm=None)
    now = joint.facts.tied if joint.tied is None else joint.tied
    a, b = size_of(replace(loose, tied=now)), size_of(replace(loose, tied=not now))
    # It lies on its flat: tying lifts the lesser measure, untying lets it sink.
    flat, wide = sorted((size.thickness_mm, size.width_mm))
    flat *= b.thickness_mm / a.thickness_mm
    wide *= b.width_mm / a.width_mm
    upright = size.thickness_mm > size.width_mm
    return replace(
        joint,
        tied=not now,
        thickness_mm=wide if upright else flat,
        width_mm=flat if upright else wide,
        length_mm=size.length_mm,
    )


def _boned(joint: Joint) -> Joint:
    """The same joint with its bone taken out: lighter, and meat all through."""
    cut = joint.facts
    size = size_of(joint)
    thinner = (1.0 - cut.bone_share) ** 0.5
    return replace(
        joint,
        cut="own",
        own=replace(cut, id="own", bone_share=0.0),
        weight_kg=joint.weight_kg * (1.0 - cut.bone_share),
        thickness_mm=size.thickness_mm * thinner,
        width_mm=size.width_mm * thinner,
        length_mm=size.length_mm,
    )


def _doors(roast: Roast, plan: Walk) -> Roast:
    """Looked in again and again, half-way through the longest stage in the oven."""
    ovens = [i for i, s in enumerate(roast.method.stages) if isinstance(s, Oven)]
    longest = max(ovens, key=lambda i: plan.stages[i].minutes)
    spent = plan.stages[longest].minutes
    looks = tuple(
        Task("open", at_min=0.5 * spent + n * min(LOOK_EVERY_MIN, 0.1 * spent))
        for n in range(LOOKS)
    )
    stage = roast.method.stages[longest]
    more = replace(stage, tasks=(*stage.tasks, *looks))
    return _stages(roast, lambda s: _swap(s, longest, more))


def _rest_as(roast: Roast, how: RestHow) -> Roast:
    i = _last_rest(roast.method.stages)
    assert i is not None
    stage = roast.method.stages[i]
    assert isinstance(stage, Rest)
    changed = replace(stage, how=how)
    return _stages(roast, lambda s: _swap(s, i, changed))


def _changes(roast: Roast, plan: Walk) -> list[_Change]:
    joint, stages = roast.joint, roast.method.stages
    found = [
        _Change("chill_off", "chill taken off for an hour first", _chilled, CHILL_MIN),
        _Change(
            "warmer", f"core {{d:{WARMER_C:g}}} warmer at the start", lambda r: _warmer(r, WARMER_C)
        ),
        _Change(
            "colder",
            f"core {{d:{WARMER_C:g}}} colder at the start",
            lambda r: _warmer(r, -WARMER_C),
        ),
    ]
    first = _first_oven(stages)
    if first is not None and not stages[first].cold:  # type: ignore[union-attr]
        if stages[first].temp.c > HALF_HOT_C + 20.0:  # type: ignore[union-attr]
            found.append(
                _Change(
                    "not_yet_hot", f"oven only at {said_c(HALF_HOT_C)} when it goes in", _half_hot
                )
            )
        found.append(_Change("cold_oven", "oven started cold, the joint in it", _cold_oven))
    now = joint.facts.tied if joint.tied is None else joint.tied
    found.append(
        _Change("tied", "not tied" if now else "tied", lambda r: replace(r, joint=_tied(r.joint)))
    )
    if joint.facts.bone_share > 0.0:
        found.append(
            _Change("bone_off", "the bone taken out", lambda r: replace(r, joint=_boned(r.joint)))
        )
    if first is not None:
        found.append(
            _Change(
                "door",
                f"the door opened {LOOKS} times, half a minute each",
                lambda r: _doors(r, plan),
            )
        )
    surfaces: dict[SurfaceState, tuple[SurfaceState, str]] = {
        "wet": ("dried", "surface dried in the cold overnight"),
        "blotted": ("dried", "surface dried in the cold overnight"),
        "dried": ("wet", "surface wet when it goes in"),
    }
    other, words = surfaces[joint.surface]
    found.append(
        _Change("surface", words, lambda r: replace(r, joint=replace(r.joint, surface=other)))
    )
    last = _last_rest(stages)
    if last is not None:
        covers: dict[str, tuple[RestHow, str]] = {
            "open": ("tented", "rest under a tent of foil"),
            "tented": ("open", "rest open"),
        }
        how: str = stages[last].how  # type: ignore[union-attr]
        turned, said = covers.get(how, ("open", "rest open"))
        found.append(_Change("rest_cover", said, lambda r: _rest_as(r, turned)))
        if how != "wrapped":
            found.append(_Change("rest_wrapped", "rest wrapped", lambda r: _rest_as(r, "wrapped")))
    return found


def what_if(roast: Roast) -> tuple[Difference, ...]:
    """Every change of this plan as differences. Raises what ``walk`` raises for the plan itself."""
    here, _ = within_limits(roast, COARSE)
    plan = walk(kitchen(here, COARSE))
    clock = replace(here, method=at_their_minutes(plan, outcomes=True))
    found: list[Difference] = []
    for change in _changes(here, plan):
        try:
            waits = walk(kitchen(change.roast(here), COARSE))
            keeps = walk(kitchen(change.roast(clock), COARSE))
        except TrencherError as error:
            found.append(Difference(code=change.code, words=change.words, reason=error.sentence))
            continue
        found.append(
            Difference(
                code=change.code,
                words=change.words,
                minutes=waits.pull_min - change.before_min - plan.pull_min,
                degrees=keeps.peak_c - plan.peak_c,
                crust=_crust(waits) - _crust(plan),
                even=_even(waits, roast) - _even(plan, roast) if roast.goal_c else None,
            )
        )
    return tuple(found)


def _crust(done: Walk) -> float:
    return outcomes.crust_of(done.end)


def _even(done: Walk, roast: Roast) -> float:
    assert roast.goal_c is not None
    return outcomes.even_fraction(done.end, roast.goal_c)
