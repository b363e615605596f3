"""Forward: walk a method's stages on one joint, solving ``until peak`` on the way.

``until peak X`` ends its stage so that the core's highest value from then to the end of the
method as written is X. It is found by taking the joint out at a trial core, walking the rest, and
moving the trial by the miss; the climb changes slowly with it, so three or four trials do.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from trencher.core.errors import GoalUnreachable, InputError
from trencher.core.method.stages import (
    HEATED,
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Stage,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilPeak,
)
from trencher.core.planner.setup import Kitchen
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.simulation import Simulation

LONGEST_GOAL_S = 24 * 3600.0
LONGEST_METHOD_S = 48 * 3600.0
LONGEST_FALL_S = 6 * 3600.0
PEAK_TOLERANCE_C = 0.01
TRIALS = 12
FIRST_CLIMB_C = 7.0


@dataclass(frozen=True)
class Note:
    """Something that must be said: a stable code, the stage's index, a sentence with its
    temperatures marked (``units.in_celsius``)."""

    code: str
    stage: int
    text: str


@dataclass(frozen=True)
class StageResult:
    """One stage as it went. Minutes from the start of the first written stage."""

    stage: Stage
    start_min: float
    end_min: float
    core_c: float
    surface_c: float


@dataclass(frozen=True)
class Walk:
    """A method walked to its end. ``at_pull`` is the joint at take-out, ``end`` at the end."""

    stages: tuple[StageResult, ...]
    notes: tuple[Note, ...]
    pull_index: int
    pull_min: float
    pull_core_c: float
    peak_c: float
    peak_min: float
    at_pull: Simulation
    end: Simulation
    method: Method
    still_climbing: bool


@dataclass
class _State:
    sim: Simulation
    oven_c: float | None = None
    in_oven: bool = False


def with_rest(method: Method) -> tuple[Method, list[Note]]:
    """The method, with an open rest until the core falls if nothing follows the take-out."""
    if any(isinstance(s, (Rest,)) for s in method.stages[method.pull_index + 1 :]):
        return method, []
    if method.stages and not isinstance(method.stages[-1], HEATED):
        return method, []
    rest = Rest(UntilFalling(), "open")
    note = Note(
        "rest_assumed",
        len(method.stages),
        "No rest is written: standing open in the room until it no longer climbs is assumed.",
    )
    return Method((*method.stages, rest)), [note]


def _seconds(stage: Stage, kitchen: Kitchen) -> float:
    length = stage.length
    if isinstance(length, Minutes):
        return length.min * 60.0
    assert isinstance(length, Rate)
    return length.minutes(weight_kg=kitchen.roast.joint.weight_kg, sides=kitchen.sides) * 60.0


def _unreachable(stage: Stage, index: int, kitchen: Kitchen, wanted: float, got: float) -> None:
    where = f"method, stage {index + 1} ({stage})"
    if isinstance(stage, Oven):
        air = kitchen.true_air(stage)
        reason = (
            f"{air:.0f} °C of air brings the core only to {got:.1f} °C"
            if air > wanted
            else f"the air is {air:.0f} °C and the core would have to reach {wanted:.1f} °C"
        )
    else:
        reason = f"the core only reaches {got:.1f} °C"
    raise GoalUnreachable(
        f"{wanted:.1f} °C is not reached within 24 hours: {reason}",
        where=where,
        allowed="try hotter air or a lower goal",
    )


def _run(
    state: _State, stage: Stage, index: int, kitchen: Kitchen, notes: list[Note] | None
) -> None:
    """One stage with a length that is known without looking ahead. Changes ``state``."""
    sim = state.sim
    env = kitchen.surround(stage, state.oven_c, state.in_oven)
    length = stage.length
    if isinstance(length, UntilCore):
        goal = length.temp.c
        if sim.core_c >= goal:
            if notes is not None:
                text = f"The core is already at {{c:{sim.core_c:.1f}}}: this stage takes no time."
                notes.append(Note("already_past", index, text))
        elif not sim.advance(env, LONGEST_GOAL_S, goal=kernel.GOAL_CORE, value_c=goal):
            _unreachable(stage, index, kitchen, goal, sim.core_c)
    elif isinstance(length, UntilHeld):
        goal = length.temp.c
        if not sim.advance(
            env, LONGEST_GOAL_S, goal=kernel.GOAL_HELD, value_c=goal, hold_s=length.min * 60.0
        ):
            _unreachable(stage, index, kitchen, goal, sim.core_c)
    elif isinstance(length, UntilFalling):
        limit = LONGEST_GOAL_S if isinstance(stage, Oven) else LONGEST_FALL_S
        if not sim.advance(env, limit, goal=kernel.GOAL_FALLING) and isinstance(stage, Oven):
            raise GoalUnreachable(
                "the core never falls in this oven",
                where=f"method, stage {index + 1} ({stage})",
                allowed="'until falling' suits a rest",
            )
    else:
        sim.advance(env, _seconds(stage, kitchen))
    if isinstance(stage, (Oven, Off)):
        state.oven_c, state.in_oven = float(sim.state[kernel.AIR]), True
    else:
        state.in_oven = False
    if sim.state[kernel.TIME] > LONGEST_METHOD_S:
        raise InputError(
            "the method takes more than 48 hours", where="method", allowed="at most 48 hours"
        )


def _copy(state: _State) -> _State:
    return _State(state.sim.copy(), state.oven_c, state.in_oven)


def _peak_after(state: _State, rest: Sequence[Stage], first: int, kitchen: Kitchen) -> float:
    """Highest core from this take-out on to the end of the method. ``state`` is used up."""
    sim = state.sim
    sim.state[kernel.PEAK] = sim.core_c
    for i, stage in enumerate(rest):
        _run(state, stage, first + i, kitchen, None)
    return float(sim.state[kernel.PEAK])


def _run_until_peak(
    state: _State,
    stage: Stage,
    index: int,
    rest: Sequence[Stage],
    kitchen: Kitchen,
    notes: list[Note],
) -> None:
    assert isinstance(stage.length, UntilPeak)
    wanted = stage.length.temp.c
    env = kitchen.surround(stage, state.oven_c, state.in_oven)

    def leave(trial: _State) -> None:
        if isinstance(stage, (Oven, Off)):
            trial.oven_c = float(trial.sim.state[kernel.AIR])
            trial.in_oven = True
        else:
            trial.in_oven = False

    def peak_at(from_state: _State) -> float:
        trial = _copy(from_state)
        leave(trial)
        return _peak_after(trial, rest, index + 1, kitchen)

    if (now := peak_at(state)) >= wanted - PEAK_TOLERANCE_C:
        text = f"The core will climb to {{c:{now:.1f}}} without this stage: it takes no time."
        notes.append(Note("already_past", index, text))
        leave(state)
        return
    # The nearest state known to be too early, and the elapsed time in this surrounding.
    early, early_s = state, 0.0
    low, high = state.sim.core_c, wanted
    aim = max(wanted - FIRST_CLIMB_C, 0.5 * (low + high))
    done: _State | None = None
    for _ in range(TRIALS):
        trial = _copy(early)
        before_s = float(trial.sim.state[kernel.TIME])
        if not _resume(trial.sim, env, early_s, aim):
            _unreachable(stage, index, kitchen, aim, trial.sim.core_c)
        spent = early_s + float(trial.sim.state[kernel.TIME]) - before_s
        got = peak_at(trial)
        miss = wanted - got
        done = trial
        if abs(miss) <= PEAK_TOLERANCE_C:
            break
        if miss > 0:
            early, early_s, low = trial, spent, aim
        else:
            high = min(high, aim)
        aim = min(max(aim + miss, low + 1e-4), high)
        if high - low < 2e-4:
            break
    assert done is not None
    leave(done)
    state.sim, state.oven_c, state.in_oven = done.sim, done.oven_c, done.in_oven


def _resume(sim: Simulation, env: object, spent_s: float, aim_c: float) -> bool:
    """Go on in a surrounding that has already stood for ``spent_s``, until the core is there."""
    import numpy as np

    shifted = np.array(env)
    if spent_s > 0.0:
        # The air's lag and the door's dip have run on meanwhile.
        air, slow = kernel.air_at(shifted, spent_s)
        shifted[kernel.E_START] = slow
        shifted[kernel.E_DIP] = slow - air
    return sim.advance(shifted, LONGEST_GOAL_S, goal=kernel.GOAL_CORE, value_c=aim_c)


def walk(kitchen: Kitchen) -> Walk:
    """Every stage of the kitchen's method, in order.

    Raises GoalUnreachable where a goal is never met and InputError beyond 48 hours.
    """
    method, notes = with_rest(kitchen.roast.method)
    if not method.stages:
        raise InputError("there is no stage", where="method", allowed="at least one stage")
    pull_index = kitchen.roast.method.pull_index
    state = _State(kitchen.fresh())
    results: list[StageResult] = []
    at_pull = state.sim
    for i, stage in enumerate(method.stages):
        start = state.sim.minutes
        if isinstance(stage.length, UntilPeak):
            _run_until_peak(state, stage, i, method.stages[i + 1 :], kitchen, notes)
        else:
            _run(state, stage, i, kitchen, notes)
        sim = state.sim
        results.append(
            StageResult(stage, start, sim.minutes, sim.core_c, float(sim.state[kernel.SURFACE]))
        )
        if i == pull_index:
            at_pull = sim.copy()
            sim.state[kernel.PEAK], sim.state[kernel.PEAK_TIME] = (
                sim.core_c,
                sim.state[kernel.TIME],
            )
    sim = state.sim
    peak, peak_min = float(sim.state[kernel.PEAK]), float(sim.state[kernel.PEAK_TIME]) / 60.0
    climbing = peak_min >= sim.minutes - 1e-6 and pull_index < len(method.stages) - 1
    if climbing:
        text = "The core is still climbing when the method ends."
        notes.append(Note("still_climbing", len(method.stages) - 1, text))
    return Walk(
        stages=tuple(results),
        notes=tuple(notes),
        pull_index=pull_index,
        pull_min=at_pull.minutes,
        pull_core_c=at_pull.core_c,
        peak_c=peak,
        peak_min=peak_min,
        at_pull=at_pull,
        end=sim,
        method=method,
        still_climbing=climbing,
    )
