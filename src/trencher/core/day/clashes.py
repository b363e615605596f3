"""Why something has no place: which pair clashes, found by taking one thing away at a time."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal

from trencher.core.day.dishes import JointDish, SideDish, Table
from trencher.core.day.fixed import Disagreement, Fixed
from trencher.core.day.options import Writer
from trencher.core.day.order import Order
from trencher.core.day.placement import place
from trencher.core.units import said_c, said_d, said_mm

What = Literal[
    "heat", "room", "hands", "rings", "tins", "time", "heat_range", "fridge", "lift", "quiet"
]
PLENTY = 99
QUICK_S = 1.0


@dataclass(frozen=True, kw_only=True)
class Clash:
    """Two things that cannot both be. ``other`` may be a dish, "hands", "rings" or "" (time).

    ``words``: one sentence, its temperatures marked. Minutes before the table where known.
    """

    what: What
    dish: str
    other: str
    words: str
    from_min: float | None = None
    to_min: float | None = None
    oven: str = ""


def clashes(order: Order) -> tuple[Clash, ...]:
    """Every clash of an order, one for each thing that has no place."""
    table = order.table
    found = [_of_joints(table, d) for d in order.disagreements]
    found += [_of_side(table, order, dish) for dish in table.sides if dish.id in order.left_out]
    names = _names(table)
    found += [
        Clash(
            what="hands",
            dish=s.dish,
            other="hands",
            from_min=s.at_min,
            to_min=s.until_min,
            words=f"“{s.words}”{_for(names, s.dish)} finds no free pair of hands.",
        )
        for s in order.crowded
    ]
    found += [
        Clash(
            what="fridge",
            dish=f.dishes[-1],
            other=f.dishes[0],
            from_min=f.from_min,
            to_min=f.to_min,
            words=f"{' and '.join(names[d] for d in f.dishes)} want the fridge at one time; it has "
            f"{f.shelves} {'shelf' if f.shelves == 1 else 'shelves'}.",
        )
        for f in order.fridge
    ]
    found += _of_time(table, order)
    found += [Clash(what="lift", dish="", other="", words=words) for words in order.unlifted]
    return tuple(found)


def _of_time(table: Table, order: Order) -> list[Clash]:
    """Joints that want somebody at night, and joints that should be in by now."""
    names = _names(table)
    found: list[Clash] = []
    for joint in table.joints:
        woken = [s for s in order.woken if s.dish == joint.id]
        if woken:
            found.append(
                Clash(
                    what="quiet",
                    dish=joint.id,
                    other="",
                    from_min=woken[0].at_min,
                    to_min=woken[-1].until_min,
                    words=f"“{woken[0].words}” falls into "
                    f"{_hours(table, woken[0].at_min)}"
                    + (f", and {len(woken) - 1} more with it." if len(woken) > 1 else "."),
                )
            )
        if joint.id in order.overdue:
            found.append(
                Clash(
                    what="time",
                    dish=joint.id,
                    other="",
                    from_min=joint.start_min,
                    to_min=table.now_min,
                    words=f"{names[joint.id]} should have been in {order.overdue[joint.id]:.0f} "
                    "min ago.",
                )
            )
    return found


def _hours(table: Table, minute: float | None) -> str:
    away = table.is_away(minute, minute + 1e-6) if minute is not None else not table.quiet
    return "the hours when nobody is at home" if away else "the quiet hours"


def _names(table: Table) -> dict[str, str]:
    return {j.id: j.name for j in table.joints} | {s.id: s.side.name for s in table.sides}


def _for(names: dict[str, str], dish: str) -> str:
    return f" ({names[dish]})" if dish in names else ""


def _of_joints(table: Table, d: Disagreement) -> Clash:
    names = _names(table)
    oven = table.room.oven(d.oven).name
    if d.kind == "room":
        words = (
            f"{names[d.first]} and {names[d.second]} together are {said_mm(d.difference)} higher "
            f"than {oven} has room for."
        )
    else:
        words = (
            f"{names[d.first]} and {names[d.second]} want {oven} at heats "
            f"{said_d(d.difference)} apart at one time."
        )
    return Clash(
        what="heat" if d.kind == "heat" else "room",
        dish=d.second,
        other=d.first,
        words=words,
        from_min=d.from_min,
        to_min=d.to_min,
        oven=d.oven,
    )


def _placeable(table: Table, *dishes: SideDish) -> bool:
    alone = replace(table, sides=dishes)
    # The last moment must stay where it is, however few the bowls.
    fixed = Fixed(alone, knife_down_min=table.knife_down_min)
    return not place(Writer(fixed).problem(), QUICK_S).left_out


def _of_side(table: Table, order: Order, dish: SideDish) -> Clash:
    name = dish.side.name
    if _placeable(table, dish):
        return _among_sides(table, order, dish)
    if table.now_min is not None and _placeable(replace(table, now_min=None), dish):
        return Clash(
            what="time", dish=dish.id, other="", words=f"{name}: it is too late to begin it now."
        )
    # Before the joints: one that is taken away takes its tin with it.
    if _placeable(replace(table, room=replace(table.room, tins=PLENTY)), dish):
        return Clash(what="tins", dish=dish.id, other="tins", words=f"{name}: {_tins_words(dish)}.")
    heat = _heat_words(dish)
    for joint in table.joints:
        others = tuple(j for j in table.joints if j.id != joint.id)
        if _placeable(replace(table, joints=others), dish):
            where = table.room.oven(joint.oven).name
            return Clash(
                what="heat",
                dish=dish.id,
                other=joint.id,
                oven=joint.oven,
                from_min=joint.start_min,
                to_min=joint.out_min,
                words=f"{name}{heat} and {joint.name} want {where} at the same time.",
            )
    if _placeable(replace(table, room=replace(table.room, hands=table.room.hands + 1)), dish):
        return Clash(
            what="hands",
            dish=dish.id,
            other="hands",
            words=f"{name} and the carving want the same pair of hands.",
        )
    if _placeable(replace(table, room=replace(table.room, rings=PLENTY)), dish):
        return Clash(
            what="rings", dish=dish.id, other="rings", words=f"{name}: no ring of the hob is free."
        )
    if table.alone and _placeable(replace(table, quiet=(), away=()), dish):
        return Clash(
            what="quiet",
            dish=dish.id,
            other="",
            words=f"{name} would want somebody in {_hours(table, None)}.",
        )
    return Clash(
        what="heat_range", dish=dish.id, other="", words=f"{name}{heat}: no oven here can do that."
    )


def _among_sides(table: Table, order: Order, dish: SideDish) -> Clash:
    name = dish.side.name
    placed = tuple(s for s in table.sides if s.id not in order.left_out)
    more = replace(table, room=replace(table.room, hands=table.room.hands + 1))
    rings = replace(table, room=replace(table.room, rings=PLENTY))
    if _placeable(more, *placed, dish):
        # With few rings, what could be done ahead must be done at the end: either would help.
        scarce = table.room.rings < len(table.sides) and _placeable(rings, *placed, dish)
        words = "too few hands, or rings," if scarce else "too few hands"
        return Clash(
            what="hands",
            dish=dish.id,
            other="hands",
            words=f"{name}: with all the others there are {words} before the table.",
        )
    for other in placed:
        if not _placeable(table, dish, other):
            return Clash(
                what="heat",
                dish=dish.id,
                other=other.id,
                words=f"{name}{_heat_words(dish)} and {other.side.name}{_heat_words(other)} "
                "exclude each other.",
            )
    if _placeable(rings, *placed, dish):
        return Clash(
            what="rings",
            dish=dish.id,
            other="rings",
            words=f"{name}: with all the others the hob has too few rings.",
        )
    more = replace(table, room=replace(table.room, tins=PLENTY))
    if _placeable(more, *placed, dish):
        return Clash(
            what="tins",
            dish=dish.id,
            other="tins",
            words=f"{name}: with all the others {_tins_words(dish)}.",
        )
    return Clash(
        what="room",
        dish=dish.id,
        other="",
        words=f"{name}: with all the others there is no oven left for it in time.",
    )


def _tins_words(dish: SideDish) -> str:
    trays = max(dish.trays(s) for s in dish.side.steps)
    return "no tin is free" if trays <= 1 else f"{trays} tins are not free at one time"


def _heat_words(dish: SideDish) -> str:
    baked = [s for s in dish.side.steps if s.where == "oven"]
    if not baked:
        return ""
    return f" ({said_c(baked[-1].low_c)} to {said_c(baked[-1].high_c)})"


def joint_named(table: Table, joint_id: str) -> JointDish | None:
    """The joint with this id, or None."""
    return next((j for j in table.joints if j.id == joint_id), None)
