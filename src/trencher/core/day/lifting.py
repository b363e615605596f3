"""Steps rewritten for what the cook can do: every lift summed, split, or given to somebody.

A note would be read too late, so the sentence itself changes: the tin goes in empty, the joint is
laid into it, liquid comes by the jug, and what is still too heavy has a helper's name before it.
Weights of vessels are estimates: weigh yours.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from trencher.core.catalogue.sides import SideStep, Vessel
from trencher.core.day.dishes import JointDish, SideDish, Table
from trencher.core.day.options import step_id
from trencher.core.day.steps import DayStep
from trencher.core.method.stages import Oven
from trencher.core.units import said_kg

VESSEL_KG: dict[Vessel, float] = {
    "none": 0.0,
    "tray": 1.3,
    "dish": 1.8,
    "mould": 0.8,
    "pan": 1.2,
    "pot": 2.4,
}
JOINT_TIN_KG, POT_KG, SALT_CRUST_SHARE = 1.6, 4.5, 1.3
WATER_SHARE = 1.2
"""Water in a pot over what boils in it, by weight."""
ONE_HAND_KG = 1.5
"""One hand holds no more than this hot and level. Estimate."""


@dataclass(frozen=True)
class Lift:
    """One lift, kg, and what it is made of."""

    kg: float
    parts: tuple[tuple[str, float], ...]

    @property
    def words(self) -> str:
        """“1.6 tin, 1.9 joint”, with marked weights."""
        return ", ".join(f"{name} {said_kg(kg)}" for name, kg in self.parts if kg > 0.05)


def _sum(**parts: float) -> Lift:
    named = tuple((name.replace("_", " "), kg) for name, kg in parts.items())
    return Lift(sum(kg for _, kg in named), named)


def joint_lift(joint: JointDish, *, out: bool) -> Lift:
    """A joint in its tin, with liquid, pot and salt crust, as it goes in or comes out."""
    f = joint.forecast
    kg = f.roast.joint.total_kg * ((1.0 - f.loss.fraction) if out else 1.0)
    ovens = [s.stage for s in f.stages if isinstance(s.stage, Oven)]
    liquid = max((o.liquid_ml or 0.0 for o in ovens), default=0.0) / 1000.0
    covers = {o.cover for o in ovens}
    vessel = POT_KG if "lid" in covers or any(o.pot for o in ovens) or liquid > 0 else JOINT_TIN_KG
    crust = SALT_CRUST_SHARE * f.roast.joint.total_kg if "salt crust" in covers else 0.0
    return _sum(tin=vessel, joint=kg, liquid=liquid, salt=crust)


def side_lift(dish: SideDish, step: SideStep) -> Lift:
    """A side in its vessel; on several trays, one of them."""
    food = dish.side.grams * dish.people / 1000.0 / max(dish.trays(step), 1)
    water = WATER_SHARE * food if step.vessel == "pot" else 0.0
    return _sum(vessel=VESSEL_KG[step.vessel], food=food, water=water)


def most_kg(table: Table) -> float | None:
    """The heaviest lift this cook takes, kg; None for any."""
    limits = table.room.limits
    bounds = [
        b for b in (limits.lift_kg, ONE_HAND_KG if limits.one_hand else None) if b is not None
    ]
    return min(bounds, default=None)


def rewritten(steps: Sequence[DayStep], table: Table) -> tuple[list[DayStep], list[str]]:
    """The steps as this cook can do them, and what nobody here can lift."""
    most = most_kg(table)
    limits = table.room.limits
    undone: list[str] = []
    found: list[DayStep] = []
    joints = {j.id: j for j in table.joints}
    sides = {d.id: d for d in table.sides}
    for step in steps:
        changed = step
        if most is not None:
            if step.dish in joints and step.code in ("in", "out"):
                changed = _joint(step, joints[step.dish], table, most, undone)
            elif step.dish in sides:
                changed = _side(step, sides[step.dish], table, most, undone)
        if step.code == "carve" and (limits.weak_grip or limits.one_hand):
            changed = _carving(changed, one_hand=limits.one_hand)
        elif step.code == "prep" and limits.one_hand:
            changed = replace(changed, note=_joined(changed.note, "spiked board; the blade rocks"))
        found.append(changed)
    return found, undone


def _joined(*notes: str) -> str:
    return "; ".join(n for n in notes if n)


def _given(step: DayStep, table: Table, lift: Lift, undone: list[str]) -> DayStep:
    """The step as a helper's, or said to be nobody's."""
    if not table.room.helpers:
        undone.append(
            f"“{step.words}” is a lift of {said_kg(lift.kg)} ({lift.words}): name somebody who "
            "helps."
        )
        return replace(step, note=_joined(step.note, f"too heavy: {said_kg(lift.kg)}"))
    return replace(
        step,
        who=table.room.helpers[0],
        note=_joined(step.note, f"lifts {said_kg(lift.kg)}: {lift.words}"),
    )


def _joint(
    step: DayStep, joint: JointDish, table: Table, most: float, undone: list[str]
) -> DayStep:
    out = step.code == "out"
    lift = joint_lift(joint, out=out)
    if lift.kg <= most:
        return step
    parts = dict(lift.parts)
    alone = parts["joint"] + parts["salt"]
    if alone > most or parts["tin"] > most:
        return _given(step, table, lift, undone)
    if out:
        words = (
            f"{step.words}. Pull the shelf out and lift the joint alone ({said_kg(alone)}) onto "
            "the board beside it; the tin stays and is emptied by the ladle"
        )
    else:
        jug = ", pour the liquid in by the jug" if parts["liquid"] > 0 else ""
        words = (
            f"{step.words}. First the empty tin onto its shelf ({said_kg(parts['tin'])}), then "
            f"lay the joint into it ({said_kg(alone)}){jug}"
        )
    return replace(step, words=words)


def _side(step: DayStep, dish: SideDish, table: Table, most: float, undone: list[str]) -> DayStep:
    index = next(
        (i for i in range(len(dish.side.steps)) if step.id.startswith(step_id(dish, i))), None
    )
    if index is None:
        return step
    stage = dish.side.steps[index]
    lift = side_lift(dish, stage)
    if lift.kg <= most or stage.vessel == "none":
        return step
    parts = dict(lift.parts)
    if step.code == "set_going" and stage.vessel in ("pot", "pan"):
        return replace(
            step,
            words=f"{step.words}. Fill it where it stands, by the jug; take out with a "
            f"slotted spoon, nothing is lifted ({said_kg(lift.kg)} full)",
        )
    if step.code in ("into_oven", "ready_side"):
        halves = parts["vessel"] + parts["food"] / 2.0
        if halves <= most and step.code == "into_oven":
            return replace(step, words=f"{step.words}. In two vessels, {said_kg(halves)} each")
        if halves <= most:
            return replace(step, note=_joined(step.note, f"two vessels, {said_kg(halves)} each"))
        return _given(step, table, lift, undone)
    return step


def _carving(step: DayStep, *, one_hand: bool) -> DayStep:
    hold = (
        "on the spiked board, which holds it for you"
        if one_hand
        else "on a board that lies on a damp cloth, a fork stood upright in it"
    )
    return replace(
        step,
        words=f"{step.words}: string off with scissors, {hold}; the long toothed knife "
        "drawn, not pressed",
    )
