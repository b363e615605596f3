"""The sides as a table: each row checked, and sides of one's own."""

from __future__ import annotations

from typing import Any

import pytest

from trencher.core.catalogue.sides import SIDES, own_side, side_named
from trencher.core.errors import InputError, OutOfRange, UnknownName


@pytest.mark.parametrize("side", SIDES.values(), ids=lambda s: s.id)
def test_every_row_makes_sense(side: Any) -> None:
    assert side.steps
    assert side.grams > 0
    for step in side.steps:
        assert step.minutes > 0
        assert 0 <= step.hands_min <= step.minutes
        assert 0 <= step.stand_min <= max(step.wait_min, step.stand_min)
        if step.where == "oven":
            assert 100 <= step.low_c <= step.ref_c <= step.high_c <= 250
            assert step.vessel or step.height_mm
        if step.where == "hands":
            assert step.hands_min == step.minutes
    if side.steps[-1].warm:
        assert side.hold, "hot food says how it waits"
        assert side.hold_min <= 180


def test_there_are_twenty_sides_and_mains_for_who_eats_no_meat() -> None:
    assert len([s for s in SIDES.values() if not s.full_main]) >= 20
    assert len([s for s in SIDES.values() if s.full_main]) >= 3
    assert {s.kind for s in SIDES.values()} >= {
        "roots",
        "bake",
        "pudding",
        "green",
        "sauce",
        "gravy",
    }
    assert any(s.in_tin for s in SIDES.values())


def test_a_side_of_ones_own_is_as_good_as_any() -> None:
    side = own_side({"name": "Samphire", "where": "hob", "minutes": 6, "hold_min": 8})
    assert [s.where for s in side.steps] == ["hands", "hob"]
    assert side.hold_min == 8
    baked = own_side({"name": "Bake", "where": "oven", "ref_c": 170, "full_main": True})
    assert baked.full_main
    assert baked.steps[-1].ref_c == 170
    assert [s.where for s in own_side({"name": "Slaw", "where": "hands"}).steps] == ["hands"]


@pytest.mark.parametrize(
    ("facts", "where"),
    [
        ({"name": ""}, "side.name"),
        ({"name": "x", "where": "moon"}, "side.where"),
        ({"name": "x", "minutes": "many"}, "side.minutes"),
        ({"name": "x", "colour": 1}, "side"),
        ({"name": "x", "where": "oven", "ref_c": 250}, "side.ref_c"),
    ],
)
def test_nonsense_is_named(facts: dict[str, Any], where: str) -> None:
    with pytest.raises(InputError) as caught:
        own_side(facts)
    assert caught.value.where == where


def test_out_of_range_says_the_range() -> None:
    with pytest.raises(OutOfRange, match="700"):
        own_side({"name": "x", "minutes": 700})


def test_an_unknown_side_offers_near_ones() -> None:
    with pytest.raises(UnknownName, match="roast-potatoes"):
        side_named("roast-potato")


def test_a_side_that_is_made_cold_has_one_step_and_one_without_preparing_has_none_of_it() -> None:
    cold = own_side({"name": "Pickle", "where": "hands", "prep_min": 12, "hands_min": 3})
    assert [(s.where, s.minutes, s.hands_min) for s in cold.steps] == [("hands", 12, 12)]
    ready = own_side({"name": "Peas", "where": "hob", "prep_min": 0})
    assert [s.where for s in ready.steps] == ["hob"]
    assert ready.steps[0].warm


def test_allergens_and_the_table_it_feeds_are_kept() -> None:
    side = own_side(
        {
            "id": "own-bake",
            "name": "  Nut bake ",
            "where": "oven",
            "allergens": ["nuts", "milk"],
            "full_main": True,
            "brown_min": 25,
        }
    )
    assert (side.id, side.name, side.kind) == ("own-bake", "Nut bake", "main")
    assert side.allergens == ("nuts", "milk")
    assert side.steps[-1].brown_min == 25
    assert side.source == "own"


@pytest.mark.parametrize("value", [True, "20", None])
def test_only_numbers_are_numbers(value: object) -> None:
    facts = {"name": "x", "minutes": value}
    if value is None:
        assert own_side(facts).steps[-1].minutes == 20.0
        return
    with pytest.raises(InputError):
        own_side(facts)


def test_what_uses_drippings_waits_for_the_joint() -> None:
    for side in SIDES.values():
        if side.uses_drippings:
            assert side.steps[-1].after_joint, side.id
