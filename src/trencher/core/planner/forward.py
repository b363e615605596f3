"""Forward: walk a method's stages on one joint, solving ``until peak`` on the way.

``until peak X`` ends its stage so that the core's highest value from then to the end of the
method as written is X. It is found by taking the joint out at a trial core, walking the rest, and
moving the trial by the miss; the climb changes slowly with it, so three or four trials do.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from trencher.core.catalogue.cuts import may_be_tender
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
    Turn,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
    Wait,
)
from trencher.core.planner.passage import DOOR_S, ENDLESS_S, Passage
from trencher.core.planner.setup import Setup
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.cooker import PUT_IN_S
from trencher.core.thermal.history import Row
from trencher.core.thermal.simulation import Simulation
from trencher.core.thermal.surface import AT_SIX_TENTHS
from trencher.core.units import said_c

LONGEST_GOAL_S = 24 * 3600.0
LONGEST_METHOD_S = 48 * 3600.0
LONGEST_FALL_S = 6 * 3600.0
PEAK_TOLERANCE_C = 0.01
TRIALS = 12
FIRST_CLIMB_C = 7.0
TURNED_C = 0.05
TURN_DOOR_S = DOOR_S["turn"]


@dataclass(frozen=True)
class Note:
    """Something that must be said: a stable code, the stage's index, a sentence with its
    temperatures marked (``units.in_metric``)."""

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

    @property
    def minutes(self) -> float:
        """How long it went."""
        return self.end_min - self.start_min


@dataclass(frozen=True)
class Walk:
    """A method walked to its end. ``at_pull`` is the joint at take-out, ``out`` when it leaves the
    heat for good, ``end`` at the end; ``oven_c`` is the oven's air at ``out``."""

    stages: tuple[StageResult, ...]
    notes: tuple[Note, ...]
    pull_index: int
    pull_min: float
    pull_core_c: float
    peak_c: float
    peak_min: float
    at_pull: Simulation
    out: Simulation
    oven_c: float | None
    end: Simulation
    method: Method


Vessel = tuple[str | None, bool, float | None]
"""What a joint lies in in the oven: its cover, its liquid in ml."""


@dataclass
class _State:
    """``vessel``: what it lay in when the last stage ended; None out of the oven."""

    sim: Simulation
    oven_c: float | None = None
    in_oven: bool = False
    door_s: float = 0.0
    dip_c: float = 0.0
    vessel: Vessel | None = None
    passage: Passage | None = None
    began_s: float = 0.0

    def enter(self, stage: Stage, kitchen: Setup, length_s: float = ENDLESS_S) -> Passage:
        """The passage through a stage from here, with the door it takes to get there."""
        if isinstance(stage, Oven) and not self.in_oven:
            door_s, oven_c, dip_c = PUT_IN_S, None, 0.0
        else:
            door_s, oven_c, dip_c = self.door_s, self.oven_c, self.dip_c
        if not self._same_vessel(stage):
            kitchen.fill(self.sim, stage, self.oven_c)
        self.began_s = float(self.sim.state[kernel.TIME])
        self.passage = Passage(kitchen, stage, oven_c, door_s, length_s, dip_c)
        return self.passage

    def _same_vessel(self, stage: Stage) -> bool:
        """Whether tin, pot or crust, and what has become of them, go on into this stage."""
        if isinstance(stage, Off):
            return self.in_oven
        # Another heat, or the rest of a stage that is on, is no other pot.
        carried = isinstance(stage, Wait) and stage.place == "counter" and self.vessel is not None
        return carried or (isinstance(stage, Oven) and self.vessel == _vessel(stage))

    def leave(self, stage: Stage) -> None:
        """What the oven is like once the stage is over."""
        was = stage
        if self.passage is not None and self.passage.stage is stage:
            was = self.passage.dressed_at(float(self.sim.state[kernel.TIME]) - self.began_s)
        if isinstance(stage, Oven):
            self.vessel = _vessel(was)
        elif not isinstance(stage, (Off, Wait)):
            self.vessel = None
        self.in_oven = isinstance(stage, (Oven, Off))
        self.door_s = self.dip_c = 0.0
        if self.in_oven:
            # The walls keep their heat while the air is still down from a door.
            self.oven_c = float(self.sim.state[kernel.WALL])
            self.dip_c = self.oven_c - float(self.sim.state[kernel.AIR])


def _vessel(stage: Stage) -> Vessel | None:
    return (stage.cover, stage.pot, stage.liquid_ml) if isinstance(stage, Oven) else None


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


def clock_min(stage: Stage, kitchen: Setup) -> float | None:
    """Minutes a stage takes by the clock, written or by weight or side; None for a goal."""
    length = stage.length
    if isinstance(length, Minutes):
        return length.min
    if isinstance(length, Rate):
        return length.minutes(weight_kg=kitchen.roast.joint.weight_kg, sides=kitchen.sides)
    return None


def _seconds(stage: Stage, kitchen: Setup) -> float:
    minutes = clock_min(stage, kitchen)
    assert minutes is not None
    return 60.0 * minutes


def _unreachable(stage: Stage, index: int, kitchen: Setup, wanted: float, sim: Simulation) -> None:
    got = float(sim.record[: sim.rows, Row.CORE].max())
    where = f"method, stage {index + 1} ({stage})"
    if isinstance(stage, Oven):
        air = kitchen.true_air(stage)
        reason = (
            f"{air:.0f} °C of air brings the core only to {got:.1f} °C"
            if air > wanted
            else f"the air is {air:.0f} °C and the core would have to reach {wanted:.1f} °C"
        )
    else:
        turns = ", then it turns" if sim.core_c < got - TURNED_C else ""
        raise GoalUnreachable(
            f"the heat that is stored carries the core to {got:.0f} °C{turns}: "
            f"{wanted:.0f} °C is not reached",
            where=where,
            allowed="try a longer hot start or a lower goal",
        )
    raise GoalUnreachable(
        f"{wanted:.1f} °C is not reached within 24 hours: {reason}",
        where=where,
        allowed="try hotter air or a lower goal",
    )


GOALS = {"brown": kernel.GOAL_BROWN, "crisp": kernel.GOAL_CRISP, "tender": kernel.GOAL_TENDER}


def _check_outcome(stage: Stage, index: int, kitchen: Setup) -> None:
    cut = kitchen.roast.joint.facts
    for_time = isinstance(stage.length, UntilOutcome) and stage.length.what == "tender"
    if for_time and not may_be_tender(cut):
        raise GoalUnreachable(
            f"{cut.name} is a lean cut: it has no collagen that time would make tender",
            where=f"method, stage {index + 1} ({stage})",
            allowed="a core temperature, such as until 57C",
        )


def _run(state: _State, stage: Stage, index: int, kitchen: Setup, notes: list[Note] | None) -> None:
    """One stage with a length that is known without looking ahead. Changes ``state``."""
    sim = state.sim
    length, began_s = stage.length, float(sim.state[kernel.TIME])
    if isinstance(stage, Turn):
        sim.turn_over()
        state.door_s = TURN_DOOR_S if state.in_oven else 0.0
        return
    _check_outcome(stage, index, kitchen)
    if isinstance(length, UntilCore):
        goal = length.temp.c
        if sim.core_c >= goal:
            if notes is not None:
                text = f"The core is already at {said_c(sim.core_c)}: this stage takes no time."
                notes.append(Note("already_past", index, text))
        elif not state.enter(stage, kitchen).run(sim, goal=kernel.GOAL_CORE, value=goal):
            _unreachable(stage, index, kitchen, goal, sim)
    elif isinstance(length, UntilHeld):
        goal = length.temp.c
        if not state.enter(stage, kitchen).run(
            sim, goal=kernel.GOAL_HELD, value=goal, hold_s=length.min * 60.0
        ):
            _unreachable(stage, index, kitchen, goal, sim)
    elif isinstance(length, UntilOutcome):
        # The scale is 1 − e^(−dose); six tenths is where the word is said.
        if not state.enter(stage, kitchen).run(sim, goal=GOALS[length.what], value=AT_SIX_TENTHS):
            raise GoalUnreachable(
                f"the joint does not get {length.what} within 24 hours",
                where=f"method, stage {index + 1} ({stage})",
                allowed="hotter and drier air, or a time instead",
            )
    elif isinstance(length, UntilFalling):
        limit = LONGEST_GOAL_S if isinstance(stage, Oven) else LONGEST_FALL_S
        passage = state.enter(stage, kitchen, limit)
        if not passage.run(sim, goal=kernel.GOAL_FALLING) and isinstance(stage, Oven):
            raise GoalUnreachable(
                "the core never falls in this oven",
                where=f"method, stage {index + 1} ({stage})",
                allowed="'until falling' suits a rest",
            )
    else:
        state.enter(stage, kitchen, _seconds(stage, kitchen)).run(sim)
    if sim.state[kernel.TIME] > began_s:
        state.leave(stage)
    elif isinstance(stage, Oven) and not state.in_oven:
        # Over before it began: its oven is hot all the same, and the joint is put into it.
        state.in_oven, state.door_s = True, PUT_IN_S
        state.oven_c = None if stage.cold else kitchen.true_air(stage)
    if notes is not None:
        _tell(notes, sim, stage, index)
    if sim.state[kernel.TIME] > LONGEST_METHOD_S:
        raise InputError(
            "the method takes more than 48 hours", where="method", allowed="at most 48 hours"
        )


def _tell(notes: list[Note], sim: Simulation, stage: Stage, index: int) -> None:
    """Notes on what happened under the joint in this stage."""
    dry_at = float(sim.state[kernel.NODE_DRY_AT])
    if isinstance(stage, Oven) and stage.liquid_ml is not None and dry_at >= 0.0:
        text = f"The liquid has boiled away after {dry_at / 60.0:.0f} minutes: top it up before."
        notes.append(Note("liquid_gone", index, text))


def _copy(state: _State) -> _State:
    return replace(state, sim=state.sim.copy())


def _peak_after(state: _State, rest: Sequence[Stage], first: int, kitchen: Setup) -> float:
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
    kitchen: Setup,
    notes: list[Note],
) -> None:
    assert isinstance(stage.length, UntilPeak)
    wanted = stage.length.temp.c

    def peak_at(from_state: _State) -> float:
        trial = _copy(from_state)
        trial.leave(stage)
        return _peak_after(trial, rest, index + 1, kitchen)

    if (now := peak_at(state)) >= wanted - PEAK_TOLERANCE_C:
        text = f"The core will climb to {said_c(now)} without this stage: it takes no time."
        notes.append(Note("already_past", index, text))
        state.leave(stage)
        return
    passage = state.enter(stage, kitchen)
    # The nearest state known to be too early, and the elapsed time in this surrounding.
    early, early_s = state, 0.0
    low, high = state.sim.core_c, wanted
    aim = max(wanted - FIRST_CLIMB_C, 0.5 * (low + high))
    done: _State | None = None
    for _ in range(TRIALS):
        trial = _copy(early)
        before_s = float(trial.sim.state[kernel.TIME])
        if not passage.run(trial.sim, early_s, goal=kernel.GOAL_CORE, value=aim):
            _unreachable(stage, index, kitchen, aim, trial.sim)
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
    done.leave(stage)
    state.sim, state.oven_c, state.in_oven = done.sim, done.oven_c, done.in_oven
    state.door_s, state.dip_c, state.vessel = done.door_s, done.dip_c, done.vessel
    _tell(notes, state.sim, stage, index)


def _each(
    kitchen: Setup, method: Method, notes: list[Note], colour: float | None = None
) -> Iterator[tuple[StageResult, _State]]:
    """Every stage in order with the state it leaves; ``colour`` ends the last one on a dose."""
    state = _State(kitchen.fresh())
    for i, stage in enumerate(method.stages):
        start = state.sim.minutes
        if isinstance(stage.length, UntilPeak):
            _run_until_peak(state, stage, i, method.stages[i + 1 :], kitchen, notes)
        elif colour is not None and i == len(method.stages) - 1:
            passage = state.enter(stage, kitchen, _seconds(stage, kitchen))
            passage.run(state.sim, goal=kernel.GOAL_BROWN, value=colour)
            state.leave(stage)
        else:
            _run(state, stage, i, kitchen, notes)
        sim = state.sim
        surface = float(sim.state[kernel.SURFACE])
        yield StageResult(stage, start, sim.minutes, sim.core_c, surface), state


def walk_part(
    kitchen: Setup, count: int, colour: float | None = None
) -> tuple[StageResult, Simulation]:
    """The last of the first ``count`` stages, and the joint then. None of them may look ahead
    past it. ``colour``: that stage ends on this dose of browning, if it comes before its end."""
    method = Method(kitchen.roast.method.stages[:count])
    result, state = list(_each(kitchen, method, [], colour))[-1]
    return result, state.sim


def walk(kitchen: Setup) -> Walk:
    """Every stage of the kitchen's method, in order.

    Raises GoalUnreachable where a goal is never met and InputError beyond 48 hours.
    """
    method, notes = with_rest(kitchen.roast.method)
    if not method.stages:
        raise InputError("there is no stage", where="method", allowed="at least one stage")
    pull_index = kitchen.roast.method.pull_index
    last_heated = max(
        (i for i, s in enumerate(method.stages) if isinstance(s, HEATED)), default=pull_index
    )
    results: list[StageResult] = []
    out: Simulation | None = None
    at_pull: Simulation | None = None
    oven_c: float | None = None
    for i, (result, state) in enumerate(_each(kitchen, method, notes)):
        results.append(result)
        sim = state.sim
        if i == last_heated:
            out, oven_c = sim.copy(), state.oven_c
        if i == pull_index:
            at_pull = sim.copy()
            sim.state[kernel.PEAK], sim.state[kernel.PEAK_TIME] = (
                sim.core_c,
                sim.state[kernel.TIME],
            )
    assert at_pull is not None
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
        out=out or at_pull,
        oven_c=oven_c,
        end=sim,
        method=method,
    )
