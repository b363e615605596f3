"""Clashes named as pairs, and repairs that work."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import pytest

from tests.core.day.conftest import BEEF, BEEF_WAY, PORK, PORK_WAY, supper, worked
from trencher.core.day.clashes import clashes
from trencher.core.day.dishes import JointDish
from trencher.core.day.order import running_order
from trencher.core.day.repairs import repairs


def replan(joint: JointDish, change: Mapping[str, object]) -> JointDish | None:
    """The joint in another oven, at one heat, or earlier: as the service does it."""
    facts, way = (BEEF, BEEF_WAY) if joint.id == "beef" else (PORK, PORK_WAY)
    peak = 57 if joint.id == "beef" else 70
    oven = str(change.get("oven") or joint.oven)
    if "air_c" in change:
        way = f"{change['air_c']}C until peak {peak}C; rest tented 40min"
    if "earlier_min" in change:
        rest = 40 if joint.id == "beef" else 30
        longer = rest + float(str(change["earlier_min"]))
        way = way.replace(f"{rest}min", f"{longer:g}min")
    return replace(joint, oven=oven, forecast=worked(way, oven, **facts))


def test_two_joints_in_one_oven_are_named_and_another_oven_is_the_repair() -> None:
    order = running_order(supper((), both_in="house"))
    found = [c for c in clashes(order) if c.what == "heat"]
    assert {found[0].dish, found[0].other} == {"beef", "pork"}
    assert "{d:" in found[0].words
    offered = repairs(order, found[0], replan)
    assert offered[0].works
    assert offered[0].code in ("other_oven", "common_heat")
    assert {r.code for r in offered} >= {"other_oven"}
    for repair in offered:
        assert repair.order is not None
        assert repair.works == repair.order.fits
    costs = [r.cost for r in offered if r.works]
    assert costs == sorted(costs)


def test_too_few_rings_is_said() -> None:
    order = running_order(supper(["barley"], rings=0))
    (clash,) = clashes(order)
    assert (clash.what, clash.dish) == ("rings", "barley")


def test_too_late_is_said() -> None:
    table = supper(["red-cabbage"], now_min=-40.0)
    going = tuple(replace(j, started_min=j.start_min) for j in table.joints)
    order = running_order(replace(table, joints=going))
    (clash,) = clashes(order)
    assert (clash.what, clash.dish) == ("time", "red-cabbage")


def test_a_heat_no_oven_has_is_said() -> None:
    table = supper(["batter-puddings"])
    cool = tuple(replace(o, cooker=replace(o.cooker, max_c=190.0)) for o in table.room.ovens)
    order = running_order(replace(table, room=replace(table.room, ovens=cool)))
    (clash,) = clashes(order)
    assert clash.dish == "batter-puddings"
    assert clash.what in ("heat_range", "heat")


CROWDED = [
    "roast-potatoes",
    "roast-roots",
    "batter-puddings",
    "greens",
    "mashed-potatoes",
    "pan-gravy",
    "potato-gratin",
]


@pytest.fixture(scope="module")
def crowded() -> object:
    return running_order(supper(CROWDED, people=16), 2.0)


def test_a_crowded_table_names_every_dish_without_a_place(crowded: object) -> None:
    found = clashes(crowded)  # type: ignore[arg-type]
    assert {c.dish for c in found} >= set(crowded.left_out)  # type: ignore[attr-defined]
    assert crowded.left_out, "seven sides with one pair of hands: something must give"  # type: ignore[attr-defined]
    assert all(c.words.endswith(".") for c in found)


def test_repairs_resolve_the_clash_they_are_for(crowded: object) -> None:
    first = clashes(crowded)[0]  # type: ignore[arg-type]
    offered = repairs(crowded, first, replan)  # type: ignore[arg-type]
    assert offered
    for repair in offered:
        assert repair.order is not None
        assert first.dish not in repair.order.left_out
        assert repair.change
    assert offered[-1].code == "leave_out" or offered[0].cost <= offered[-1].cost
