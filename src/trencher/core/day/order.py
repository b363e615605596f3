"""The running order: everything of the day in one sequence, and the picture of where it stands."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field

from trencher.core.catalogue.sides import SideStep
from trencher.core.day.before import FridgeClash, FridgeNeed, before, fridge_clashes
from trencher.core.day.dishes import Begun, SideDish, Table
from trencher.core.day.fixed import Disagreement, Fixed
from trencher.core.day.gravy import gravy
from trencher.core.day.hands_order import in_turn
from trencher.core.day.heat import Look
from trencher.core.day.joint_steps import joint_spans, joint_steps
from trencher.core.day.lifting import rewritten
from trencher.core.day.options import (
    HURRIED_MIN,
    IN_MIN,
    OUT_MIN,
    START_MIN,
    TURN_MIN,
    Placed,
    Writer,
    main_step,
    step_id,
)
from trencher.core.day.placement import TIME_LIMIT_S, Option, Placement, place
from trencher.core.day.steps import DayStep, LaneSpan

WARM_PLATES_MIN = 20.0
LOOKS: dict[Look, str] = {
    "browns": "browns",
    "colours": "only colours",
    "pale": "softens and stays pale",
    "meant_pale": "",
}
CUT_SHORT_MIN = 12.0
LATE_JOINT_MIN = 3.0
"""A joint this late is not late."""
"""An oven that stood free no longer than this is still hot from what was in it."""


@dataclass(frozen=True, kw_only=True)
class Order:
    """A day's running order. ``left_out``: sides for which there is no place.

    ``unlifted``: what is too heavy for everybody here. ``late``: what of the days before can no
    longer be done as wished. ``crowded``: lines for which there are no free hands. ``price``: what
    waiting, paleness and the like come to; only comparable between orders of the same table.
    ``woken``: lines of a joint that want somebody in the quiet hours. ``overdue``: joint → minutes
    by which it is too late for this table. ``sides_at``: step of a side → where it was placed.
    """

    table: Table
    steps: tuple[DayStep, ...]
    spans: tuple[LaneSpan, ...]
    left_out: tuple[str, ...]
    disagreements: tuple[Disagreement, ...]
    crowded: tuple[DayStep, ...]
    price: float
    fridge: tuple[FridgeClash, ...] = ()
    late: tuple[str, ...] = ()
    unlifted: tuple[str, ...] = ()
    woken: tuple[DayStep, ...] = ()
    overdue: Mapping[str, float] = field(default_factory=dict)
    sides_at: Mapping[str, Begun] = field(default_factory=dict)

    @property
    def fits(self) -> bool:
        """Whether everything has a place, heat, room and hands."""
        return not (
            self.left_out
            or self.disagreements
            or self.crowded
            or self.fridge
            or self.unlifted
            or self.woken
            or self.overdue
        )

    @property
    def hands_min(self) -> float:
        """Minutes of somebody's hands, all told."""
        return sum(s.hands_min for s in self.steps)


def running_order(table: Table, time_limit_s: float = TIME_LIMIT_S) -> Order:
    """Place everything. Always answers: what cannot be placed is named, never squeezed in."""
    fixed = Fixed(table)
    found = place(Writer(fixed).problem(), time_limit_s)
    return assembled(fixed, found)


def assembled(fixed: Fixed, found: Placement) -> Order:
    """The order that a placement means."""
    table = fixed.table
    steps: list[DayStep] = []
    spans: list[LaneSpan] = []
    needs: list[FridgeNeed] = []
    late: list[str] = []
    sides_at: dict[str, Begun] = {}
    for joint in table.joints:
        oven = table.room.oven(joint.oven)
        steps += joint_steps(joint, oven)
        spans += joint_spans(joint, oven)
        ahead = before(joint, table.before_now_min, table.done, table.alone)
        steps += ahead.steps
        spans += ahead.spans
        needs += ahead.fridge
        late += ahead.late
    for dish in table.sides:
        if dish.id not in found.left_out:
            own, where = _side(fixed, dish, found.chosen)
            sides_at |= _sides_at(fixed, dish, found.chosen)
            steps += own
            spans += where
    steps += _settings(fixed, found)
    steps += _table_steps(table)
    steps += table.mends
    steps, unlifted = rewritten(steps, table)
    since = None if table.now_min is None else table.now_min - HURRIED_MIN
    done, crowded = in_turn(steps, table.room.hands, table.room.helpers, since, _past(table, steps))
    return Order(
        table=table,
        steps=tuple(done),
        spans=tuple(spans),
        left_out=found.left_out,
        disagreements=tuple(fixed.disagreements),
        crowded=tuple(crowded),
        price=found.price,
        fridge=fridge_clashes(needs, table.fridge_shelves),
        late=tuple(late),
        unlifted=tuple(unlifted),
        woken=tuple(_woken(table, done)),
        overdue=_overdue(table),
        sides_at=sides_at,
    )


def _sides_at(
    fixed: Fixed, dish: SideDish, chosen: Mapping[str, Option]
) -> Iterator[tuple[str, Begun]]:
    for i in range(len(dish.side.steps)):
        key = step_id(dish, i)
        option, placed = chosen[key], chosen[key].note
        assert isinstance(placed, Placed)
        yield (
            key,
            placed.begun
            or Begun(
                at_min=fixed.minute(option.end) - placed.minutes,
                minutes=placed.minutes,
                oven=placed.oven,
                air_c=placed.air_c,
                tin_of=placed.tin_of,
                brown=0.0 if placed.cooked is None else placed.cooked.brown,
            ),
        )


def _past(table: Table, steps: Sequence[DayStep]) -> set[str]:
    """Lines that were done, or should have been, before it was planned anew: they want no hands.
    A side's step that is not begun is hurried, not past."""
    now = table.now_min
    if now is None:
        return set()
    open_sides = {step_id(d, i) for d in table.sides for i in range(len(d.side.steps))} - set(
        table.begun
    )
    return {
        s.id for s in steps if s.at_min < now and "/".join(s.id.split("/")[:2]) not in open_sides
    }


ASKING = ("heat", "ready", "in", "change", "out", "task", "sear", "before")
"""Lines that are a joint's own; what serves the table is not moved for anybody's sleep."""


def _woken(table: Table, steps: Sequence[DayStep]) -> Iterator[DayStep]:
    ahead = {j.id for j in table.joints if j.started_min is None}
    for step in steps:
        if step.dish in ahead and step.id not in table.done and wakes(table, step):
            yield step


def wakes(table: Table, step: DayStep) -> bool:
    """Whether a line wants somebody in the quiet hours."""
    return step.code in ASKING and table.is_quiet(step.at_min)


def _overdue(table: Table) -> dict[str, float]:
    """Joints that should be in by the moment from which it is planned anew."""
    if table.now_min is None:
        return {}
    late = {j.id: table.now_min - j.start_min for j in table.joints if j.started_min is None}
    return {joint: by for joint, by in late.items() if by > LATE_JOINT_MIN}


def _table_steps(table: Table) -> list[DayStep]:
    knife = table.knife_down_min
    plates = DayStep(
        id="table/plates",
        dish="",
        code="warm_plates",
        words="Plates and bowls into the warm",
        at_min=knife - WARM_PLATES_MIN,
        until_min=knife - WARM_PLATES_MIN + 1.0,
        hands_min=1.0,
        latest_min=knife - 10.0,
    )
    serve = DayStep(
        id="table/serve",
        dish="",
        code="plate",
        words=f"Knife down: sides into bowls, {table.people} plates to the table",
        at_min=knife,
        until_min=0.0,
        hands_min=-knife,
        latest_min=knife,
        after=tuple(f"{j.id}/carve" for j in table.joints),
    )
    return [plates, serve]


def _side(
    fixed: Fixed, dish: SideDish, chosen: Mapping[str, Option]
) -> tuple[list[DayStep], list[LaneSpan]]:
    steps: list[DayStep] = []
    spans: list[LaneSpan] = []
    before: tuple[str, ...] = ()
    options = [chosen[step_id(dish, i)] for i in range(len(dish.side.steps))]
    times = []
    for option in options:
        assert isinstance(option.note, Placed)
        begun = option.note.begun
        until = fixed.minute(option.end) if begun is None else begun.over_min
        times.append((until - option.note.minutes, until))
    latest = _latest(fixed, dish, times)
    for i, (step, option) in enumerate(zip(dish.side.steps, options, strict=True)):
        own, where = _placed(fixed, dish, i, step, option, times[i], latest[i], before)
        steps += own
        spans += where
        before = (own[-1].id,)
        end = times[i][1]
        onward = times[i + 1][0] if i + 1 < len(times) else fixed.table.knife_down_min
        if onward - end >= 1.0:
            spans.append(
                LaneSpan(
                    dish=dish.id,
                    kind="hold" if step.warm else "stand",
                    lane="table",
                    from_min=end,
                    to_min=onward,
                    label=dish.side.hold if step.warm else "stands",
                )
            )
    return steps, spans


def _latest(fixed: Fixed, dish: SideDish, times: Sequence[tuple[float, float]]) -> list[float]:
    """Until when each step may begin without moving what comes after it."""
    latest: list[float] = []
    for i, (start, end) in enumerate(times):
        if i + 1 < len(times):
            until = times[i + 1][0] - dish.side.steps[i].stand_min
        else:
            until = fixed.table.knife_down_min - dish.side.steps[i].stand_min
        latest.append(start + max(until - end, 0.0))
    return latest


def _placed(
    fixed: Fixed,
    dish: SideDish,
    index: int,
    step: SideStep,
    option: Option,
    when: tuple[float, float],
    latest: float,
    before: tuple[str, ...],
) -> tuple[list[DayStep], list[LaneSpan]]:
    start, end = when
    root = step_id(dish, index)
    placed = option.note
    assert isinstance(placed, Placed)
    table = fixed.table
    if step.where == "hands":
        one = DayStep(
            id=root,
            dish=dish.id,
            code="prep",
            words=step.words,
            at_min=start,
            until_min=end,
            hands_min=placed.minutes,
            latest_min=latest,
            after=before,
        )
        return [one], [
            LaneSpan(
                dish=dish.id,
                kind="hands",
                lane="hands",
                from_min=start,
                to_min=end,
                label=step.words,
                step=root,
            )
        ]
    if step.where == "hob":
        passing = step.hands_min - START_MIN - OUT_MIN
        said = [f"looked at in passing, {passing:.0f} min in all"] if passing >= 1.0 else []
        if dish.side.uses_drippings and step.after_joint and table.joints:
            said.append(" ".join(gravy(table.joints, table.people, **table.gravy).words))
        one = DayStep(
            id=root,
            dish=dish.id,
            code="set_going",
            words=step.words,
            at_min=start,
            until_min=end,
            hands_min=START_MIN,
            latest_min=latest,
            after=before,
            place="hob",
            note="; ".join(said),
        )
        return [one], [
            LaneSpan(
                dish=dish.id,
                kind="hob",
                lane="hob",
                from_min=start,
                to_min=end,
                label=dish.side.name,
                step=root,
            )
        ]
    trays = dish.trays(step)
    words = step.words if trays <= 1 else f"{step.words}, on {trays} trays"
    oven = table.room.oven(placed.oven)
    assert placed.cooked is not None
    look = LOOKS[placed.cooked.look(step)]
    if placed.tin_of:
        joint = next(j for j in table.joints if j.id == placed.tin_of)
        into = f"round {joint.name} in its tin"
    elif placed.air_c is None:
        into = f"{oven.name}, dial as it is"
    else:
        into = f"{oven.name} at {oven.says(placed.air_c)}"
        before_out = [j for j in table.joints if j.oven == oven.id and start < j.out_min < end]
        if before_out:
            into = (
                f"{oven.name} as it is; {oven.says(placed.air_c)} once {before_out[0].name} is out"
            )
    lane = f"oven:{oven.id}"
    found = [
        DayStep(
            id=root,
            dish=dish.id,
            code="into_oven",
            words=f"{words}: {into}",
            at_min=start,
            until_min=end,
            hands_min=IN_MIN,
            latest_min=latest,
            after=before,
            place=lane,
            note=look,
        )
    ]
    for n in range(1, step.turns + 1):
        at = start + (end - start) * n / (step.turns + 1)
        found.append(
            DayStep(
                id=f"{root}/turn{n}",
                dish=dish.id,
                code="turn",
                words=f"Turn: {dish.side.name}",
                at_min=at,
                until_min=at + TURN_MIN,
                hands_min=TURN_MIN,
                latest_min=at + 10.0,
                after=(root,),
                place=lane,
            )
        )
    if end < table.knife_down_min - 1e-6:
        found.append(
            DayStep(
                id=f"{root}/out",
                dish=dish.id,
                code="ready_side",
                words=f"{dish.side.name} out: {dish.side.hold}"
                if dish.side.hold
                else f"{dish.side.name} out",
                at_min=end,
                until_min=end + OUT_MIN,
                hands_min=OUT_MIN,
                latest_min=end + 5.0,
                after=(root,),
                place=lane,
            )
        )
    span = LaneSpan(
        dish=dish.id,
        kind="in_tin" if placed.tin_of else "side",
        lane=lane,
        from_min=start,
        to_min=end,
        label=dish.side.name,
        air_c=placed.air_c,
        note=look,
        step=root,
        room=0.0 if placed.tin_of else dish.height_mm(step),
    )
    return found, [span]


def _settings(fixed: Fixed, found: Placement) -> list[DayStep]:
    """The turns of an oven's dial that the sides ask for."""
    steps: list[DayStep] = []
    table = fixed.table
    # Counted through all ovens, those before a new plan too: a tick must find its own line again.
    turned = 0
    for oven in table.room.ovens:
        own = sorted(
            (
                fixed.minute(o.end) - o.note.minutes,
                o.heat[1],
                fixed.minute(o.end),
                o.note.begun is not None,
            )
            for o in found.chosen.values()
            if o.heat is not None and o.heat[0] == oven.id and isinstance(o.note, Placed)
        )
        outs = sorted(b for j in table.joints if j.oven == oven.id for _, b in j.in_oven)
        set_to: float | None = None
        free_from = -1e9
        for start, heat, end, begun in own:
            left = max((b for b in outs if b < end), default=None)
            if set_to == heat and (left is None or left < free_from):
                free_from = max(free_from, end)
                continue
            hot = left is not None and start - left <= oven.preheat_min + CUT_SHORT_MIN
            at = left if hot and left is not None else start - oven.preheat_min
            if set_to is not None and free_from > at:
                at = free_from
            turned += 1
            if begun:
                set_to, free_from = heat, end
                continue
            verb = "to" if hot or set_to is not None else "heated to"
            steps.append(
                DayStep(
                    id=f"{oven.id}/set{turned}",
                    dish="",
                    code="heat",
                    words=f"{oven.name} {verb} {oven.says(heat)}",
                    at_min=at,
                    until_min=max(start, at),
                    latest_min=at,
                    place=f"oven:{oven.id}",
                )
            )
            set_to, free_from = heat, end
    return steps


def order_times(order: Order, dish_id: str) -> tuple[float, float]:
    """First and last minute of a dish's lines."""
    own = [s for s in order.steps if s.dish == dish_id]
    return min(s.at_min for s in own), max(s.until_min for s in own)


def main_span(order: Order, dish: SideDish) -> LaneSpan | None:
    """The span of a side that is drawn and dragged."""
    wanted = step_id(dish, main_step(dish))
    return next((s for s in order.spans if s.step == wanted), None)
