"""A joint's lines of the running order and its spans, read off its forecast."""

from __future__ import annotations

from typing import Literal

from trencher.core.day.dishes import JointDish, OvenPlace
from trencher.core.day.fixed import Moment, moments
from trencher.core.day.steps import Code, DayStep, LaneSpan
from trencher.core.method.stages import Off, Oven, Rest, Stage, Wait
from trencher.core.planner.hands import READY_MIN
from trencher.core.units import said_c

COVER_WORDS = {
    "open": "rest it open",
    "tented": "rest it under a tent of foil",
    "wrapped": "rest it wrapped",
    "bowl": "rest it under a bowl",
    "pan": "rest it in its hot tin",
}


def _heat(stage: Oven, joint: JointDish, oven: OvenPlace, index: int) -> str:
    dial = joint.forecast.stages[index].dial_c
    if dial is None:
        return oven.says(stage.temp.c)
    # The forecast's own number: it knows the kind of air the method was written for.
    from_true = oven.cooker.true_of_dial(dial)
    return oven.says(from_true)


def _across(joint: JointDish) -> str:
    """Which way to carve, where somebody saw the grain while it was raw."""
    grain = joint.care.grain_deg
    if grain is None:
        return ""
    if abs(grain) < 10.0:
        return ", straight across: the grain runs along it"
    return f", across the grain, which runs {abs(grain):.0f}° to its length"


def _words(moment: Moment, joint: JointDish, oven: OvenPlace) -> str:
    stage: Stage = moment.stage
    if moment.code == "in" and isinstance(stage, Oven):
        how = _heat(stage, joint, oven, moment.index)
        start = "into the cold oven, set to" if stage.cold else "in:"
        return f"{joint.name} {start} {oven.name} at {how}"
    if moment.code == "out":
        rest = f"; {COVER_WORDS[stage.how]}" if isinstance(stage, Rest) else ""
        if joint.thermometer == "none":
            return f"{joint.name} out, by the clock{rest}"
        return f"{joint.name} out at {said_c(joint.forecast.pull_core_c)} in the middle{rest}"
    if moment.code == "sear":
        return f"Brown {joint.name} in the pan, every side"
    if moment.code == "task":
        return f"{joint.name}: {moment.words}"
    if isinstance(stage, Oven):
        return f"{oven.name} to {_heat(stage, joint, oven, moment.index)} for {joint.name}"
    if isinstance(stage, Off):
        return f"{oven.name} off, door shut: {joint.name}"
    if isinstance(stage, Wait):
        return f"{joint.name} waits: {stage.place}"
    return f"Turn {joint.name} over"


def done_at_the_fire(joint: JointDish, ended: int, *, carved: bool) -> frozenset[str]:
    """Ids of the steps that the log of its roast tells are over: nobody ticks them a second time.
    ``ended``: the last stage that was said to be over, -1 for none."""
    if joint.started_min is None:
        return frozenset()
    last = len(joint.forecast.stages) - 1
    over = {f"{joint.id}/carve"} if carved else set()
    for n, moment in enumerate(moments(joint), 1):
        stage = last + 1 if moment.index < 0 else moment.index
        # What is done in a stage is over with it; what begins one, with the stage before.
        within = moment.code in ("sear", "task")
        if carved or ended >= (stage if within else stage - 1):
            over.add(f"{joint.id}/{n}-{moment.code}")
    return frozenset(over)


def joint_steps(joint: JointDish, oven: OvenPlace) -> list[DayStep]:
    """Everything the joint asks for on the day, from heating its oven to the knife."""
    steps: list[DayStep] = []
    first = joint.forecast.stages[0].stage
    start = joint.start_min
    ready = f"{joint.id}/ready"
    if joint.started_min is None:
        if isinstance(first, Oven) and not first.cold:
            steps.append(
                DayStep(
                    id=f"{joint.id}/heat",
                    dish=joint.id,
                    code="heat",
                    words=f"Heat {oven.name} to {_heat(first, joint, oven, 0)}",
                    at_min=start - oven.preheat_min,
                    until_min=start,
                    latest_min=start - oven.preheat_min,
                    place=f"oven:{oven.id}",
                )
            )
        at = joint.ready_min
        todo = ["blot it dry", *([] if joint.care.salt_g_kg > 0 else ["salt"])]
        if joint.thermometer == "leave-in":
            todo.append("probe into the thickest place")
        steps.append(
            DayStep(
                id=ready,
                dish=joint.id,
                code="ready",
                words=f"{joint.name}: {', '.join(todo)}",
                at_min=at,
                until_min=at + READY_MIN,
                hands_min=READY_MIN,
                latest_min=start - READY_MIN,
            )
        )
    before: tuple[str, ...] = (ready,) if joint.started_min is None else ()
    for n, moment in enumerate(moments(joint), 1):
        code: Code = moment.code  # type: ignore[assignment]
        step = DayStep(
            id=f"{joint.id}/{n}-{moment.code}",
            dish=joint.id,
            code=code,
            words=_words(moment, joint, oven),
            at_min=moment.at_min,
            until_min=moment.at_min + moment.hands_min,
            hands_min=moment.hands_min,
            latest_min=moment.at_min,
            after=before,
            place=f"oven:{oven.id}",
        )
        steps.append(step)
        before = (step.id,)
    steps.append(
        DayStep(
            id=f"{joint.id}/carve",
            dish=joint.id,
            code="carve",
            words=f"Carve {joint.name}: {joint.plates} plates{_across(joint)}",
            at_min=joint.due_min,
            until_min=joint.due_min + joint.carve_min,
            hands_min=joint.carve_min,
            latest_min=joint.due_min,
            after=before,
        )
    )
    return steps


def joint_spans(joint: JointDish, oven: OvenPlace) -> list[LaneSpan]:
    """Where the joint stands, and when."""
    spans: list[LaneSpan] = []
    lane = f"oven:{oven.id}"
    for n, s in enumerate(joint.forecast.stages):
        a, b = joint.start_min + s.start_min, joint.start_min + s.end_min
        if b - a < 0.01:
            continue
        if isinstance(s.stage, Oven):
            if n == 0 and not s.stage.cold:
                spans.append(
                    LaneSpan(
                        dish=joint.id,
                        kind="preheat",
                        lane=lane,
                        from_min=a - oven.preheat_min,
                        to_min=a,
                        label="heating",
                        air_c=s.stage.temp.c,
                    )
                )
            label = _heat(s.stage, joint, oven, n)
            spans.append(
                LaneSpan(
                    dish=joint.id,
                    kind="joint",
                    lane=lane,
                    from_min=a,
                    to_min=b,
                    label=label,
                    air_c=s.stage.temp.c,
                    room=joint.height_mm,
                )
            )
        elif isinstance(s.stage, Off):
            spans.append(
                LaneSpan(
                    dish=joint.id,
                    kind="joint",
                    lane=lane,
                    from_min=a,
                    to_min=b,
                    label="off, shut",
                    room=joint.height_mm,
                )
            )
        elif isinstance(s.stage, Rest | Wait):
            kind: Literal["rest", "stand"] = "rest" if isinstance(s.stage, Rest) else "stand"
            spans.append(
                LaneSpan(
                    dish=joint.id,
                    kind=kind,
                    lane="table",
                    from_min=a,
                    to_min=b,
                    label=str(s.stage).split(" until")[0],
                )
            )
        else:
            spans.append(
                LaneSpan(
                    dish=joint.id, kind="hob", lane="hob", from_min=a, to_min=b, label="browning"
                )
            )
    spans.append(
        LaneSpan(
            dish=joint.id,
            kind="hands",
            lane="hands",
            from_min=joint.due_min,
            to_min=joint.due_min + joint.carve_min,
            label="carve",
            step=f"{joint.id}/carve",
        )
    )
    return spans
