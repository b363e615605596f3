"""Quiet hours wake nobody, or are a clash with a way out; tins are counted."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

import pytest

from tests.core.day.conftest import BEEF, supper, worked
from trencher.core.catalogue.care import Care
from trencher.core.catalogue.sides import SIDES
from trencher.core.day.before import before
from trencher.core.day.clashes import clashes
from trencher.core.day.dishes import PEOPLE_A_TRAY, JointDish, SideDish, Table
from trencher.core.day.fixed import SLOT_MIN, Fixed
from trencher.core.day.order import running_order
from trencher.core.day.repairs import repairs

WAY = "160C until peak 57C; rest tented 40min"


def quiet_until(table: Table, minute: float) -> Table:
    return replace(table, quiet=((-2000.0, minute),))


def paced(joint: JointDish, change: Mapping[str, object]) -> JointDish | None:
    way = WAY
    if "pace_c" in change:
        way = WAY.replace("160C", f"{160 + float(str(change['pace_c'])):g}C")
    if "earlier_min" in change:
        way = WAY.replace("40min", f"{40 + float(str(change['earlier_min'])):g}min")
    return replace(joint, forecast=worked(way, joint.oven, **BEEF))


def one_joint() -> Table:
    table = supper((), joints=1)
    return replace(table, joints=(replace(table.joints[0], forecast=worked(WAY, "house", **BEEF)),))


def test_a_joint_that_wakes_somebody_is_a_clash_and_another_pace_is_its_repair() -> None:
    table = one_joint()
    # It would be made ready in the last minutes of the quiet hours.
    table = quiet_until(table, table.joints[0].start_min + 2.0)
    order = running_order(table)
    assert order.woken
    assert not order.fits
    (clash,) = clashes(order)
    assert (clash.what, clash.dish) == ("quiet", "beef")
    offered = repairs(order, clash, paced)
    assert offered
    for repair in offered:
        assert repair.order is not None
        assert not repair.order.woken
        assert repair.works
    best = offered[0]
    assert best.code == "other_pace"
    # Quiet before, so that it must start later: hotter.
    assert float(str(best.change["beef"]["pace_c"])) > 0


def test_sides_are_never_begun_in_the_quiet_hours() -> None:
    table = supper(["red-cabbage", "roast-celeriac"], people=8)
    plain = running_order(table)
    first = min(s.at_min for s in plain.steps if s.dish == "red-cabbage")
    order = running_order(quiet_until(table, first + 25.0))
    for step in order.steps:
        if step.dish in ("red-cabbage", "roast-celeriac") and step.hands_min > 0:
            assert step.at_min >= first + 25.0 - 9.0
    assert "roast-celeriac" not in order.left_out


def test_what_may_stand_longer_is_begun_before_the_night() -> None:
    joint = replace(supper(joints=1).joints[0], care=Care(salt_g_kg=10.0))
    plain = next(s for s in before(joint).steps if s.id == "beef/before-salt")
    assert plain.latest_min is not None
    night = (plain.at_min - 30.0, plain.latest_min + 60.0)
    moved = next(s for s in before(joint, quiet=(night,)).steps if s.id == "beef/before-salt")
    assert moved.at_min + moved.hands_min == pytest.approx(night[0])
    begun = before(joint, quiet=(night,)).fridge[0]
    assert begun.from_min == pytest.approx(moved.at_min)
    short = (plain.at_min - 30.0, plain.at_min + 20.0)
    after = next(s for s in before(joint, quiet=(short,)).steps if s.id == "beef/before-salt")
    assert after.at_min == pytest.approx(short[1])


def test_a_night_that_is_over_moves_nothing() -> None:
    joint = replace(supper(joints=1).joints[0], care=Care(salt_g_kg=10.0))
    at = before(joint).steps[0].at_min
    done = {"beef/before-salt": at}
    kept = before(joint, at + 60.0, done, ((at - 30.0, at + 30.0),))
    assert kept.steps[0].at_min == pytest.approx(at)


def test_many_people_take_another_tray_and_more_room() -> None:
    celeriac = SIDES["roast-celeriac"]
    few, many = (SideDish(side=celeriac, people=n) for n in (PEOPLE_A_TRAY, PEOPLE_A_TRAY + 1))
    roast = celeriac.steps[-1]
    assert (few.trays(roast), many.trays(roast)) == (1, 2)
    assert many.height_mm(roast) == 2 * few.height_mm(roast)
    assert few.trays(celeriac.steps[0]) == 0


def test_a_joint_has_its_tin_until_it_is_carved() -> None:
    fixed = Fixed(supper(["roast-celeriac"], tins=3))
    joint = fixed.table.joints[0]
    inside = fixed.slot(0.5 * (joint.start_min + joint.out_min))
    assert fixed.tins[inside] <= 2
    assert fixed.tins[fixed.slots - 1] == 3
    busy = sum(1 for left in fixed.tins if left < 3) * SLOT_MIN
    assert busy >= joint.due_min - joint.ready_min - 2 * SLOT_MIN


def test_no_free_tin_is_a_clash_and_borrowing_its_repair() -> None:
    table = supper(["roast-celeriac"], tins=2, people=PEOPLE_A_TRAY + 4)
    order = running_order(table)
    (clash,) = clashes(order)
    assert (clash.what, clash.dish) == ("tins", "roast-celeriac")
    assert "2 tins" in clash.words
    offered = repairs(order, clash, lambda *_: None)
    assert offered[0].code == "borrow"
    assert offered[0].change == {"room": {"tins": 4}}
    assert running_order(replace(table, room=replace(table.room, tins=4))).fits
