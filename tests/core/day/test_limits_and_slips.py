"""Steps rewritten for what a cook can do; slips as a table; gravy; buying; guests; where am I."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import pytest

from tests.core.day.conftest import supper
from trencher.core.catalogue.care import Care
from trencher.core.catalogue.cuts import CUTS
from trencher.core.catalogue.safety import PROFILES, raised
from trencher.core.catalogue.slips import SLIPS, SlipRow, slip_named
from trencher.core.day.butcher import card
from trencher.core.day.buying import RIB_KG, Offer, as_meals, better, raw_for, wanted_kg, yield_of
from trencher.core.day.dishes import Limits, Table
from trencher.core.day.gravy import G_PER_L, drippings, gravy
from trencher.core.day.lifting import JOINT_TIN_KG, joint_lift, most_kg, side_lift
from trencher.core.day.mends import mend, mend_step, slips_for
from trencher.core.day.order import Order, running_order
from trencher.core.day.people import Guest, appetites, table_cautions
from trencher.core.day.where import where_am_i
from trencher.core.errors import InputError, UnknownName
from trencher.core.joint import Joint
from trencher.core.units import said_d, said_kg


# --- lifts --------------------------------------------------------------------------------------
def limited(**limits: Any) -> Order:
    table = supper(["mashed-potatoes", "potato-gratin"], people=12, helpers=("Pascoe",))
    room = replace(table.room, limits=Limits(**limits))
    return running_order(replace(table, room=room))


def words(order: Order, code: str, dish: str) -> str:
    return next(s.words for s in order.steps if s.code == code and s.dish == dish)


def test_a_lift_is_the_tin_and_the_joint_which_comes_out_lighter() -> None:
    beef = supper(()).joints[0]
    raw_kg = beef.forecast.roast.joint.weight_kg
    going_in, coming_out = (joint_lift(beef, out=out) for out in (False, True))
    assert going_in.kg == pytest.approx(JOINT_TIN_KG + raw_kg)
    lost_kg = going_in.kg - coming_out.kg
    assert 0.05 * raw_kg < lost_kg < 0.35 * raw_kg
    assert said_kg(raw_kg) in going_in.words


def test_without_limits_no_sentence_changes() -> None:
    plain, strong = limited(), limited(lift_kg=50.0)
    assert [s.words for s in plain.steps] == [s.words for s in strong.steps]


def test_a_tin_and_its_joint_are_lifted_apart() -> None:
    order = limited(lift_kg=3.0)
    assert "First the empty tin" in words(order, "in", "beef")
    assert "lift the joint alone" in words(order, "out", "beef")


def test_what_is_too_heavy_for_anybody_alone_is_given_to_who_helps() -> None:
    order = limited(lift_kg=1.0)
    given = [s for s in order.steps if s.who == "Pascoe"]
    assert {"beef", "pork"} <= {s.dish for s in given}
    assert all("lifts {w:" in s.note for s in given if s.code in ("in", "out"))


def test_with_nobody_to_help_it_is_a_clash() -> None:
    table = supper((), helpers=())
    room = replace(table.room, limits=Limits(lift_kg=1.0))
    order = running_order(replace(table, room=room))
    assert order.unlifted
    assert not order.fits


def test_one_hand_means_little_weight_and_another_board() -> None:
    order = limited(one_hand=True)
    assert most_kg(order.table) == pytest.approx(1.5)
    assert "spiked board" in words(order, "carve", "beef")
    assert "toothed knife" in words(limited(weak_grip=True), "carve", "pork")


def test_a_pot_is_filled_where_it_stands() -> None:
    assert "Fill it where it stands" in words(limited(lift_kg=2.0), "set_going", "mashed-potatoes")


# --- slips --------------------------------------------------------------------------------------
def test_there_are_at_least_twenty_five_slips_and_each_code_once() -> None:
    assert len(SLIPS) >= 25
    assert len({row.code for row in SLIPS}) == len(SLIPS)


@pytest.mark.parametrize("row", SLIPS, ids=lambda r: r.code)
def test_every_slip_says_what_it_costs_how_it_is_mended_and_when_it_is_left(row: SlipRow) -> None:
    table = supper(["roast-roots", "pan-gravy"])
    dish = {"joint": "beef", "side": "roast-roots", "table": ""}[row.kind]
    early = mend(row, table, dish, -2000.0)
    late = mend(row, table, dish, 1.0)
    assert row.costs.endswith(".")
    assert early.possible == (row.hands_min > 0)
    assert not late.possible
    if early.possible:
        assert row.mend in early.words
        assert early.words.startswith(row.hazard)
        step = mend_step(row, dish, "It", -60.0, 7)
        assert step.hands_min > 0
        assert row.mend in step.words
    assert late.words == row.leave
    assert early.until_min <= 0.0
    assert row in slips_for(None, table)


def test_slips_of_a_step_are_of_its_kind() -> None:
    order = running_order(supper(["roast-roots"]))
    carve = next(s for s in order.steps if s.code == "carve")
    assert {"string_left_on", "no_rest"} <= {r.code for r in slips_for(carve, order.table)}
    into = next(s for s in order.steps if s.code == "into_oven")
    assert {r.kind for r in slips_for(into, order.table)} == {"side"}


def test_what_was_not_begun_is_late_from_its_own_latest_minute() -> None:
    table = supper(["roast-roots"])
    order = running_order(table)
    prep = next(s for s in order.steps if s.code == "prep")
    assert prep.latest_min is not None
    (row,) = (r for r in slips_for(prep, table) if r.code == "prep_forgotten")
    early = mend(row, table, "roast-roots", prep.latest_min - 5.0, prep)
    assert early.until_min == prep.latest_min
    assert early.costs.startswith("Nothing is late")
    late = mend(row, table, "roast-roots", prep.latest_min + 9.0, prep)
    assert late.possible
    assert "9 min late" in late.costs
    assert not mend(row, table, "roast-roots", prep.latest_min + 40.0, prep).possible


def test_many_trays_are_lifted_one_by_one() -> None:
    few, many = (
        next(d for d in supper(["roast-roots"], people=n).sides if d.id == "roast-roots")
        for n in (12, 24)
    )
    roast = next(s for s in few.side.steps if s.where == "oven")
    assert side_lift(many, roast).kg == pytest.approx(side_lift(few, roast).kg)
    order = running_order(supper(["roast-roots"], people=20))
    assert any("on 2 trays" in s.words for s in order.steps)


def test_a_late_take_out_costs_what_it_costs_tonight() -> None:
    table = supper(())
    late = table.joints[0].forecast.late_c
    assert said_d(late) in mend(slip_named("taken_out_late"), table, "beef", -90.0).costs
    with pytest.raises(UnknownName):
        slip_named("moon")


def test_a_mend_is_a_step_of_the_order() -> None:
    table = supper(())
    task = mend_step(slip_named("plates_cold"), "", "", -30.0, 3)
    order = running_order(replace(table, mends=(task,)))
    found = next(s for s in order.steps if s.code == "mend")
    assert abs(found.at_min + 30.0) < 10.0


# --- gravy --------------------------------------------------------------------------------------
def test_liquid_and_juices_make_what_the_plates_want() -> None:
    table = supper(())
    found = gravy(table.joints, 12)
    juices, fat = drippings(table.joints)
    assert found.juices_ml == juices > 0
    assert found.fat_g == fat > 0
    assert found.liquid_ml + found.juices_ml >= found.total_ml
    assert "stays in the tin" in found.words[0]


def test_thicker_is_more_starch_and_none_is_boiled_down() -> None:
    joints = supper(()).joints
    grams = [gravy(joints, 10, body=b).starch_g for b in ("thin", "coating", "thick")]
    assert grams == sorted(grams)
    assert len(set(grams)) == 3
    plain, reduced = gravy(joints, 10), gravy(joints, 10, starch="none")
    assert reduced.starch_g == 0
    assert reduced.liquid_ml > plain.liquid_ml
    assert gravy(joints, 10, starch="flour").allergens == ("gluten",)
    assert all(a <= b <= c for a, b, c in G_PER_L.values())
    with pytest.raises(InputError):
        gravy(joints, 10, starch="sawdust")  # type: ignore[arg-type]


# --- buying -------------------------------------------------------------------------------------
SIRLOIN = Joint(cut="beef-sirloin-boned", weight_kg=2.0)
RIB = Joint(cut="beef-fore-rib", weight_kg=3.0)


@pytest.mark.parametrize("cut", CUTS.values(), ids=lambda c: c.id)
def test_weight_and_plates_are_there_and_back_again_for_every_cut(cut: Any) -> None:
    joint = Joint(cut=cut.id, weight_kg=cut.usual_kg)
    found = yield_of(joint, 0.2)
    assert raw_for(cut, found.cooked_kg, 0.2) == pytest.approx(joint.weight_kg)
    assert found.low_kg <= found.cooked_kg <= found.high_kg
    assert len(card(joint, Care())) >= 5


def test_bone_in_wants_more_weight_for_the_same_plates() -> None:
    kg = wanted_kg(["usual"] * 6)
    assert raw_for(RIB.facts, kg, 0.2) > 1.15 * raw_for(SIRLOIN.facts, kg, 0.2)
    assert wanted_kg(["hearty"] * 6) > wanted_kg(["small"] * 6)
    assert wanted_kg(["usual"] * 6, leftover_plates=4) > kg


def test_an_offer_is_meals_inside_the_dates() -> None:
    big = Offer(name="Big", joint=replace(SIRLOIN, weight_kg=4.0), price=80, loss=0.2)
    found = as_meals(big, 6, keep_days=2, eaters_later=2)
    assert found.tonight == 6
    assert found.later == 4
    assert found.lost > 0
    assert found.per_plate == pytest.approx(8.0)
    small = as_meals(replace(big, joint=replace(SIRLOIN, weight_kg=0.5), name="Small"), 6, 2, 2)
    assert small.short > 0
    assert better(found, small).startswith("Big")
    same = replace(found, offer=replace(big, name="Same"))
    assert "the same" in better(found, same)


def test_every_rib_that_is_counted_is_of_a_cut_there_is() -> None:
    assert set(RIB_KG) <= set(CUTS)


def test_flags_raise_the_figure_and_never_lower_it() -> None:
    assert raised("whole", ()) == "whole"
    assert raised("whole", ("slit",)) == raised("whole", ("stuffed",)) == "rolled"
    assert raised("pork", ("rolled",)) == "pork"
    assert raised("pork", ("wild",)) == "boar"
    assert Joint(cut="beef-sirloin-boned", weight_kg=2, flags=("slit",)).judged.safety == "rolled"
    with pytest.raises(UnknownName):
        Joint(cut="beef-sirloin-boned", weight_kg=2, flags=("moon",))


# --- guests and where ---------------------------------------------------------------------------
def test_appetites_leave_out_who_does_not_eat_of_it() -> None:
    guests = [Guest(name="B", avoids=("pork",)), Guest(name="T", appetite="hearty")]
    assert len(appetites(guests, 10)) == 10
    assert len(appetites(guests, 10, "pork")) == 9
    assert appetites(guests, 10, "pork")[0] == "hearty"


def test_strict_guests_are_named_with_the_figure_and_never_the_reason() -> None:
    table: Table = supper(())
    guests = [Guest(name="Wilhelmina", strict=True), Guest(name="Bram", avoids=("pork",))]
    said = [c.text for c in table_cautions(table, guests, PROFILES["uk"])]
    strict = [t for t in said if "Wilhelmina" in t]
    assert len(strict) == 1, "only of the pink joint: pork is planned to its figure"
    assert "only a reading in that very slice counts" in strict[0]
    assert not any("Bram" in t for t in said)


def test_where_am_i_is_always_answered() -> None:
    order = running_order(supper(["barley", "roast-beetroot"]))
    for now in (-1000.0, -200.0, -30.0, 0.0, 60.0):
        found = where_am_i(order, (), now)
        assert found.sentence.endswith(".")
        assert found.left == len(order.steps)
    everything = {s.id for s in order.steps}
    assert where_am_i(order, everything, -30.0).sentence == "Everything is done. Sit down."
    late = where_am_i(order, (), -5.0)
    assert late.late
    assert late.sentence.startswith("Late by")
