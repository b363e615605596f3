"""Repairs of a clash, each tried in full: what it changes, what it costs, whether all then fits."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace

from trencher.core.day.clashes import Clash, joint_named
from trencher.core.day.dishes import JointDish, SideDish, Table
from trencher.core.day.joint_steps import joint_steps
from trencher.core.day.order import Order, order_times, running_order, wakes
from trencher.core.units import said_c, said_d

STRETCH = 3.0
STRETCH_MOST_MIN = 60.0
EARLIER_MIN = (15.0, 30.0, 45.0)
LATER_MIN = (15.0, 30.0, 45.0, 60.0, 90.0, 120.0)
PACES_C = (5.0, 10.0, 15.0, 20.0, 30.0)
LONG_RESTS_MIN = (30.0, 60.0, 90.0, 120.0)
MOST_TRIED = 9
COSTS = {
    "other_oven": 1.0,
    "common_heat": 3.0,
    "earlier": 2.0,
    "stretch": 3.0,
    "helper": 2.5,
    "other_heat": 2.5,
    "later": 4.0,
    "other_pace": 1.5,
    "borrow": 1.0,
    "leave_out": 40.0,
}

Replan = Callable[[JointDish, Mapping[str, object]], JointDish | None]
"""The joint planned anew with a change (``oven``, ``air_c``, ``pace_c``, ``earlier_min``), or None
where that cannot be. The forecasts are the caller's to keep."""


@dataclass(frozen=True, kw_only=True)
class Repair:
    """One way out. ``change``: what to keep so that it holds: dish → field → value, "room" for the
    kitchen, "table" for the hour (``later_min``). ``works``: everything has a place then.
    ``cost``: for ranking only."""

    code: str
    words: str
    costs: str
    works: bool
    cost: float
    change: Mapping[str, Mapping[str, object]] = field(default_factory=dict)
    order: Order | None = None


def repairs(order: Order, clash: Clash, replan: Replan) -> tuple[Repair, ...]:
    """The repairs of one clash that work, cheapest first; at the end leaving the dish out.

    Repairs that do not resolve this clash are not offered; one that resolves it and leaves others
    says so by ``works``.
    """
    found: list[Repair] = []
    for n, repair in enumerate(_tried(order.table, clash, replan)):
        if n >= MOST_TRIED:
            break
        if repair.order is not None and _resolved(repair.order, clash):
            found.append(repair)
    found.sort(key=lambda r: (not r.works, r.cost))
    return tuple(found)


def _resolved(order: Order, clash: Clash) -> bool:
    if clash.dish in order.left_out:
        return False
    pair = {clash.dish, clash.other}
    if any({d.first, d.second} == pair for d in order.disagreements):
        return False
    if clash.what == "quiet" and any(s.dish == clash.dish for s in order.woken):
        return False
    if clash.what == "time" and clash.dish in order.overdue:
        return False
    return not any(s.dish == clash.dish for s in order.crowded)


def _made(
    code: str,
    table: Table,
    words: str,
    costs: str,
    change: Mapping[str, Mapping[str, object]],
    weight: float = 1.0,
) -> Repair:
    order = running_order(table, 1.5)
    return Repair(
        code=code,
        words=words,
        costs=costs,
        works=order.fits,
        order=order,
        change=change,
        cost=COSTS[code] * weight + order.price,
    )


def _tried(table: Table, clash: Clash, replan: Replan) -> Iterator[Repair]:
    dish = next((s for s in table.sides if s.id == clash.dish), None)
    if clash.what in ("quiet", "time"):
        yield from _by_time(table, clash, replan)
        if dish is None:
            return
    if clash.what == "tins":
        yield _borrowed(table)
    movers = [j for j in (joint_named(table, clash.other), joint_named(table, clash.dish)) if j]
    if dish is not None and not movers and clash.what in ("heat", "room"):
        movers = list(table.joints)
    for joint in movers:
        if joint.started_min is None:
            yield from _of_joint(table, joint, dish, replan)
    if dish is not None:
        yield from _of_side(table, dish)
    if clash.what == "hands":
        yield _helped(table)
    if dish is not None:
        left = replace(table, sides=tuple(s for s in table.sides if s.id != dish.id))
        yield _made(
            "leave_out",
            left,
            f"Leave out {dish.side.name}",
            "one dish less",
            {dish.id: {"left_out": True}},
        )


def _by_time(table: Table, clash: Clash, replan: Replan) -> Iterator[Repair]:
    """A joint slower or quicker, so that nobody is woken; or the whole table later."""
    joint = joint_named(table, clash.dish)
    if joint is not None and clash.what == "quiet":
        yield from _other_pace(table, joint, replan)
    if clash.what == "time":
        for minutes in LATER_MIN:
            made = _made(
                "later",
                later(table, minutes),
                f"Everything {minutes:.0f} min later",
                f"they sit down {minutes:.0f} min later",
                {"table": {"later_min": minutes}},
                weight=minutes / 15.0,
            )
            if made.order is not None and _resolved(made.order, clash):
                yield made
                return


def _other_pace(table: Table, joint: JointDish, replan: Replan) -> Iterator[Repair]:
    """The nearest gentler and the nearest brisker heat with which nobody is woken, and a longer
    rest that does as much."""
    for sign, how in ((-1.0, "gentler"), (1.0, "hotter")):
        for by in PACES_C:
            other = replan(joint, {"pace_c": sign * by})
            if other is None or _wakes(table, other):
                continue
            yield _made(
                "other_pace",
                _with_joint(table, other),
                f"{joint.name} {said_d(by)} {how}, and nobody is woken",
                _sooner(joint.start_min - other.start_min),
                {joint.id: {"pace_c": sign * by}},
                weight=by / 10.0,
            )
            break
    for earlier in LONG_RESTS_MIN:
        other = replan(joint, {"earlier_min": earlier})
        if other is not None and not _wakes(table, other):
            yield _earlier(table, joint, other, earlier)
            return


def _wakes(table: Table, joint: JointDish) -> bool:
    steps = joint_steps(joint, table.room.oven(joint.oven))
    return any(wakes(table, s) for s in steps)


def later(table: Table, minutes: float) -> Table:
    """The same table with everything that is still open so much later: minutes count from the new
    hour."""
    joints = tuple(
        j if j.started_min is None else replace(j, started_min=j.started_min - minutes)
        for j in table.joints
    )
    begun = {k: replace(b, at_min=b.at_min - minutes) for k, b in table.begun.items()}
    return replace(
        table,
        joints=joints,
        begun=begun,
        now_min=None if table.now_min is None else table.now_min - minutes,
        before_now_min=None if table.before_now_min is None else table.before_now_min - minutes,
        done={k: at - minutes for k, at in table.done.items()},
        quiet=tuple((a - minutes, b - minutes) for a, b in table.quiet),
        away=tuple((a - minutes, b - minutes) for a, b in table.away),
        mends=tuple(
            replace(
                m,
                at_min=m.at_min - minutes,
                until_min=m.until_min - minutes,
                latest_min=None if m.latest_min is None else m.latest_min - minutes,
            )
            for m in table.mends
        ),
    )


def _borrowed(table: Table) -> Repair:
    counted = table.room.tins or 0
    for more in (1, 2, 3):
        room = replace(table.room, tins=counted + more)
        made = _made(
            "borrow",
            replace(table, room=room),
            "Borrow a tin" if more == 1 else f"Borrow {more} tins",
            "",
            {"room": {"tins": room.tins}},
            weight=float(more),
        )
        if made.works:
            break
    return made


def _with_joint(table: Table, joint: JointDish) -> Table:
    return replace(table, joints=tuple(joint if j.id == joint.id else j for j in table.joints))


def _of_joint(
    table: Table, joint: JointDish, dish: SideDish | None, replan: Replan
) -> Iterator[Repair]:
    for oven in table.room.ovens:
        if oven.id == joint.oven:
            continue
        other = replan(joint, {"oven": oven.id})
        if other is not None:
            starts = joint.start_min - other.start_min
            yield _made(
                "other_oven",
                _with_joint(table, other),
                f"{joint.name} into {oven.name}",
                _sooner(starts),
                {joint.id: {"oven": oven.id}},
            )
    for air in _common(dish):
        other = replan(joint, {"air_c": air})
        if other is not None:
            starts = joint.start_min - other.start_min
            peaks = other.forecast.even_fraction
            even = "" if peaks is None else f"; {100 * peaks:.0f} % of it even"
            yield _made(
                "common_heat",
                _with_joint(table, other),
                f"{joint.name} at {said_c(air)} all the way, together",
                f"{_sooner(starts)}{even}; crust {other.forecast.crust:.1f}",
                {joint.id: {"air_c": air}},
            )
    for earlier in EARLIER_MIN:
        other = replan(joint, {"earlier_min": earlier})
        if other is not None:
            yield _earlier(table, joint, other, earlier)


def _earlier(table: Table, joint: JointDish, other: JointDish, minutes: float) -> Repair:
    return _made(
        "earlier",
        _with_joint(table, other),
        f"{joint.name} {minutes:.0f} min earlier, and a longer rest",
        f"rests {minutes:.0f} min longer and is that much cooler on the plate",
        {joint.id: {"earlier_min": minutes}},
        weight=minutes / 15.0,
    )


def _sooner(minutes: float) -> str:
    if abs(minutes) < 2.5:
        return "the same start"
    return f"in {abs(minutes):.0f} min {'sooner' if minutes > 0 else 'later'}"


def _common(dish: SideDish | None) -> list[float]:
    """Heats at which the joint and what it clashes with can share an oven, nearest first."""
    if dish is not None:
        baked = [s for s in dish.side.steps if s.where == "oven"]
        if not baked:
            return []
        low, high = baked[-1].low_c, baked[-1].high_c
        return [c for c in (180.0, 170.0, 190.0) if low <= c <= high][:1] or [low]
    return [165.0]


def _of_side(table: Table, dish: SideDish) -> Iterator[Repair]:
    last = dish.side.steps[-1]
    waits = min(last.wait_min * STRETCH, max(STRETCH_MOST_MIN, last.wait_min))
    if last.warm and waits > last.wait_min:
        longer = replace(dish.side, steps=(*dish.side.steps[:-1], replace(last, wait_min=waits)))
        made = _made(
            "stretch",
            _with_side(table, replace(dish, side=longer)),
            f"{dish.side.name} earlier, kept warm",
            "",
            {dish.id: {"wait_min": waits}},
        )
        yield replace(made, costs=_waits(made.order, dish, last.wait_min))
    baked = [i for i, s in enumerate(dish.side.steps) if s.where == "oven"]
    if baked:
        i = baked[-1]
        step = dish.side.steps[i]
        wider = replace(step, low_c=max(step.low_c - 25.0, 100.0), high_c=step.high_c + 10.0)
        steps = (*dish.side.steps[:i], wider, *dish.side.steps[i + 1 :])
        made = _made(
            "other_heat",
            _with_side(table, replace(dish, side=replace(dish.side, steps=steps))),
            f"{dish.side.name} in cooler air than it likes",
            "longer in the oven, and paler",
            {dish.id: {"low_c": wider.low_c, "high_c": wider.high_c}},
        )
        yield made


def _waits(order: Order | None, dish: SideDish, liked: float) -> str:
    if order is None or dish.id in order.left_out:
        return ""
    _, until = order_times(order, dish.id)
    waits = order.table.knife_down_min - until
    return f"waits {waits:.0f} min; {liked:.0f} would be good"


def _with_side(table: Table, dish: SideDish) -> Table:
    return replace(table, sides=tuple(dish if s.id == dish.id else s for s in table.sides))


def _helped(table: Table) -> Repair:
    room = replace(table.room, hands=table.room.hands + 1)
    made = _made(
        "helper",
        replace(table, room=room),
        "A second pair of hands",
        "",
        {"room": {"hands": room.hands}},
    )
    assert made.order is not None
    busy = [p for s in made.order.steps if s.who for p in s.busy]
    spent = sum(b - a for a, b in busy)
    return replace(made, costs=f"somebody gives {spent:.0f} minutes" if busy else "")
