"""Where a plan is most fragile: every step is disturbed in turn, and the worst is said.

The cook goes by what the plan says: with a thermometer by the core at which a stage should end,
without one by its minutes. Whatever is then different at the table is the disturbance's cost.
"""

from __future__ import annotations

from dataclasses import dataclass, field, replace

from trencher.core.errors import TrencherError
from trencher.core.method.schools import Thermometer
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
    UntilOutcome,
    celsius,
)
from trencher.core.outcome import outcomes
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.limits import within_limits
from trencher.core.planner.setup import Deviation, Roast, kitchen
from trencher.core.planner.thermometers import at_their_minutes, by_core
from trencher.core.thermal import conduction as kernel
from trencher.core.thermal.geometry import COARSE
from trencher.core.units import said_c, said_d

LATE_LOOK_MIN, LATE_BLAST_MIN = 10.0, 5.0
MISSED_MIN = 15.0
DIAL_C, KNOWN_DIAL_C = 20.0, 7.0
"""How far out a dial may be that nobody has measured, and one that has been. Estimate."""
TIP_XI = 0.4
GUESTS_MIN = 30.0
LOWER_C = 15.0
"""A later stage this much cooler is a turn-down that can be missed."""

DEGREE, MINUTES, WARMTH, SHARE = 1.0, 6.0, 3.0, 0.1
"""What weighs as much as one degree of the middle: so many minutes late to the table, degrees of
warmth lost on the plate, share of crust or of crispness lost. Estimate: cooks differ."""
EARLY_SHARE = 0.25
"""A joint that is ready early only waits."""


@dataclass(frozen=True, kw_only=True)
class Disturbance:
    """One step gone wrong: its cost at the table and how to guard against it.

    ``peak_c``, ``later_min``, ``colder_c``: differences from the plan; ``soft`` and ``paler``:
    crispness and crust lost, 0 … 1. ``text`` and ``guard`` are sentences with marked temperatures.
    """

    code: str
    stage: int
    peak_c: float
    later_min: float
    colder_c: float
    paler: float
    soft: float
    text: str
    guard: str

    @property
    def harm(self) -> float:
        """One number to compare disturbances by, in degrees of the middle."""
        late = self.later_min if self.later_min > 0 else -EARLY_SHARE * self.later_min
        return (
            abs(self.peak_c) / DEGREE
            + late / MINUTES
            + max(self.colder_c, 0.0) / WARMTH
            + max(self.paler, self.soft, 0.0) / SHARE
        )


@dataclass(frozen=True)
class _Case:
    code: str
    stage: int
    what: str
    guard: str
    method: Method
    deviation: Deviation = field(default_factory=Deviation)


def followed(plan: Walk, *, probe: bool) -> Method:
    """The planned method as a cook follows it: by core where a probe shows it, else by minutes."""
    if not probe:
        return at_their_minutes(plan)
    return Method(
        tuple(
            replace(s.stage, length=UntilCore(celsius(s.core_c))) if by_core(s.stage) else s.stage
            for s in plan.stages
        )
    )


def _with(method: Method, i: int, stage: Stage) -> Method:
    return Method((*method.stages[:i], stage, *method.stages[i + 1 :]))


def _longer(method: Method, plan: Walk, i: int, by_min: float) -> Method:
    spent = plan.stages[i].minutes
    return _with(method, i, replace(method.stages[i], length=Minutes(spent + by_min)))


def _late_looks(method: Method, plan: Walk) -> list[_Case]:
    i = plan.pull_index
    stage = method.stages[i]
    if not isinstance(stage, HEATED):
        return []
    blast = isinstance(stage.length, UntilOutcome)
    late = LATE_BLAST_MIN if blast else LATE_LOOK_MIN
    if blast:
        return [
            _Case(
                "late_look",
                i,
                f"the last heat, {late:.0f} minutes too long",
                "Stay at the door while it colours.",
                _longer(method, plan, i, late),
            )
        ]
    guard = f"An alarm at {said_c(plan.stages[i].core_c - 4)}, and stay in the kitchen from then."
    if isinstance(stage.length, Minutes | Rate):
        guard = "A timer that you can hear from the table, set five minutes early."
    stays = i + 1 < len(method.stages) and isinstance(method.stages[i + 1], HEATED)
    step = "turning it up" if stays else "the take-out"
    return [
        _Case(
            "late_look",
            i,
            f"{step}, {late:.0f} minutes late",
            guard,
            _longer(method, plan, i, late),
        )
    ]


def _turn_downs(method: Method, plan: Walk) -> list[_Case]:
    found: list[_Case] = []
    for i, (now, then) in enumerate(zip(method.stages, method.stages[1:], strict=False)):
        if not isinstance(now, Oven) or not isinstance(now.length, Minutes | Rate | UntilOutcome):
            continue
        off = isinstance(then, Off)
        if off or (isinstance(then, Oven) and then.temp.c <= now.temp.c - LOWER_C):
            at = plan.stages[i].end_min
            what = "switching off" if off else "the turn-down"
            found.append(
                _Case(
                    "missed_turn_down",
                    i,
                    f"{what}, missed by {MISSED_MIN:.0f} minutes",
                    f"A timer for minute {at:.0f}; nobody leaves the kitchen before it.",
                    _longer(method, plan, i, MISSED_MIN),
                )
            )
    return found


def _dials(method: Method, *, known: bool) -> list[_Case]:
    ovens = [i for i, s in enumerate(method.stages) if isinstance(s, Oven)]
    if not ovens:
        return []
    off = KNOWN_DIAL_C if known else DIAL_C
    guard = (
        "An oven thermometer on the shelf tonight: a dial drifts."
        if known
        else "An oven thermometer on the shelf; enter its readings under Ovens."
    )
    return [
        _Case(
            "wrong_dial",
            ovens[0],
            f"the oven, {said_d(off)} {words}",
            guard,
            method,
            Deviation(oven_c=sign * off),
        )
        for sign, words in ((1.0, "hotter than its dial says"), (-1.0, "cooler than its dial says"))
    ]


def _tips(method: Method, plan: Walk) -> list[_Case]:
    if not any(isinstance(s.length, UntilCore) for s in method.stages):
        return []
    return [
        _Case(
            "misplaced_tip",
            plan.pull_index,
            "the probe, its tip almost half-way to the outside",
            "Push it in from the end to the middle; of several places the lowest counts.",
            method,
            Deviation(probe_xi=TIP_XI),
        )
    ]


def _guests(method: Method, plan: Walk) -> list[_Case]:
    rests = [i for i, s in enumerate(method.stages) if isinstance(s, Rest)]
    if not rests:
        return []
    i = rests[-1]
    blast = len(rests) > 1 and any(isinstance(s, HEATED) for s in method.stages[rests[-2] : i])
    guard = (
        "Hold it before the last heat: no blast until they sit down."
        if blast
        else "Wrap it and keep it in the oven at its lowest heat; uncover to carve."
    )
    spent = plan.stages[i].minutes
    later = _with(method, i, replace(method.stages[i], length=Minutes(spent + GUESTS_MIN)))
    return [_Case("late_guests", i, f"the guests, {GUESTS_MIN:.0f} minutes late", guard, later)]


def _forgotten(method: Method) -> list[_Case]:
    """Every task that changes the heat, and every turn, left out."""
    found: list[_Case] = []
    for i, stage in enumerate(method.stages):
        if isinstance(stage, Turn):
            rest = Method((*method.stages[:i], *method.stages[i + 1 :]))
            found.append(
                _Case("forgotten", i, "the turn, forgotten", "A timer of its own for it.", rest)
            )
        for n, task in enumerate(stage.tasks):
            if task.verb in ("cover", "uncover", "turn", "pour"):
                left = replace(stage, tasks=(*stage.tasks[:n], *stage.tasks[n + 1 :]))
                what = f"'{task.verb}{' ' + task.words if task.words else ''}', forgotten"
                found.append(
                    _Case(
                        "forgotten", i, what, "A timer of its own for it.", _with(method, i, left)
                    )
                )
    return found


@dataclass(frozen=True)
class _Plate:
    peak_c: float
    end_min: float
    mean_c: float
    crust: float
    crisp: float


def _plate(done: Walk, rind: bool) -> _Plate:
    end = done.end
    return _Plate(
        done.peak_c,
        end.minutes,
        float(end.state[kernel.MEAN]),
        outcomes.crust_of(end),
        outcomes.faces_of(end, rind=rind).crisp_top,
    )


def _said(case: _Case, found: _Plate, plan: _Plate, *, rind: bool) -> str:
    """What it costs, in a cook's words."""
    costs: list[str] = []
    peak, later = found.peak_c - plan.peak_c, found.end_min - plan.end_min
    if abs(peak) >= 0.5:
        costs.append(f"it ends {said_d(abs(peak))} {'higher' if peak > 0 else 'lower'}")
    if case.code != "late_guests" and abs(later) >= 3.0:
        costs.append(f"it is ready {abs(later):.0f} minutes {'later' if later > 0 else 'sooner'}")
    if case.code == "late_guests" and plan.mean_c - found.mean_c >= 1.0:
        costs.append(f"the plate is {said_d(plan.mean_c - found.mean_c)} cooler")
    if rind and plan.crisp - found.crisp >= 0.15:
        costs.append("the rind is softer")
    if plan.crust - found.crust >= 0.15:
        costs.append("it stays paler")
    return " and ".join(costs) or "hardly anything changes"


def _sentence(what: str, cost: str) -> str:
    return f"{what[:1].upper()}{what[1:]}: {cost}."


def disturbances(roast: Roast, thermometer: Thermometer = "leave-in") -> tuple[Disturbance, ...]:
    """Every step of a roast's method disturbed in turn, the worst first. On the coarse grid.

    Raises what ``walk`` raises for the undisturbed plan; a disturbance that cannot be walked (a
    goal it never reaches) is left out.
    """
    here, _ = within_limits(roast, COARSE)
    plan = walk(kitchen(here, COARSE))
    rind = roast.joint.facts.rind
    method = followed(plan, probe=thermometer != "none")
    base = _plate(plan, rind)
    cases = [
        *_late_looks(method, plan),
        *_turn_downs(method, plan),
        *_dials(method, known=bool(here.cooker.dial_points)),
        *_tips(method, plan),
        *_guests(method, plan),
        *_forgotten(method),
    ]
    found: list[Disturbance] = []
    for case in cases:
        changed = replace(here, method=case.method)
        try:
            plate = _plate(walk(kitchen(changed, COARSE, case.deviation.on(roast.nominal))), rind)
        except TrencherError:
            continue
        waits = case.code == "late_guests"
        found.append(
            Disturbance(
                code=case.code,
                stage=case.stage,
                peak_c=plate.peak_c - base.peak_c,
                later_min=0.0 if waits else plate.end_min - base.end_min,
                colder_c=base.mean_c - plate.mean_c if waits else 0.0,
                paler=base.crust - plate.crust,
                soft=base.crisp - plate.crisp if rind else 0.0,
                text=_sentence(case.what, _said(case, plate, base, rind=rind)),
                guard=case.guard,
            )
        )
    return tuple(sorted(found, key=lambda d: -d.harm))
