"""Printed rules beside the model: which rows are shown, what they give, why they differ."""

from __future__ import annotations

import pytest

from tests.kitchens import sirloin
from trencher.core.joint import Joint
from trencher.core.planner.printed import beside, rows_for


def test_a_cuts_own_rows_come_and_its_animals_rule() -> None:
    leg = rows_for(Joint(cut="lamb-leg", weight_kg=2.4))
    assert {(r.table, r.said) for r in leg} == {
        ("agencies", ""),
        ("per-500g", "medium"),
        ("per-500g", "well done"),
    }
    # Of two weights of one table the nearer one.
    assert next(r for r in leg if r.table == "agencies").kg == (2.3, 3.2)
    assert next(
        r for r in rows_for(Joint(cut="lamb-leg", weight_kg=3.9)) if r.table == "agencies"
    ).kg == (3.2, 4.1)
    cap = rows_for(Joint(cut="beef-rump-cap", weight_kg=1.2))
    assert {r.said for r in cap} == {"rare", "medium", "well done"}
    assert rows_for(Joint(cut="venison-haunch-boned", weight_kg=2.0)) == []


def test_a_rule_gives_what_it_gives_and_the_core_climbs_on() -> None:
    rare = next(b for b in beside(sirloin()) if "rare" in b.rule)
    assert rare.gives == pytest.approx((96.0, 96.0))
    assert rare.ends_c is not None
    assert rare.until_c is not None
    assert rare.ends_c > rare.until_c + 2.0


def test_a_thick_one_is_said_to_take_longer_for_it() -> None:
    rare = next(b for b in beside(sirloin()) if "rare" in b.rule)
    assert "{l:105} thick" in rare.why[0]
    assert rare.why[0].endswith("minutes more.")
    usual = next(
        b for b in beside(Joint(cut="beef-sirloin-boned", weight_kg=1.9)) if "rare" in b.rule
    )
    assert not any("thick, where" in text for text in usual.why)
    assert rare.computed is not None
    assert usual.computed is not None
    assert rare.computed > usual.computed + 5.0


def test_a_long_loin_is_longer_not_later() -> None:
    short, long = (
        next(b for b in beside(Joint(cut="pork-loin-rind", weight_kg=kg)) if "medium" in b.rule)
        for kg in (1.5, 4.0)
    )
    assert long.gives[0] > 2.0 * short.gives[0]
    assert long.computed is not None
    assert short.computed is not None
    assert long.computed < 1.4 * short.computed
    assert any("longer" in text for text in long.why)


def test_a_warm_start_is_a_reason_of_its_own() -> None:
    warm = next(b for b in beside(Joint(cut="lamb-leg", weight_kg=2.4, start_c=18.0)))
    assert any("starts at {c:18}" in text and text.endswith("less.") for text in warm.why)
