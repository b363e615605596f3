"""Carving notes: each cut has its own, in the order of the work, for either hand."""

from __future__ import annotations

import pytest

from trencher.core.catalogue.carving import CARVES, notes, portions, thickness_mm
from trencher.core.catalogue.cuts import CUTS, Cut, cut_named


def topics(cut: Cut, **more: object) -> dict[str, str]:
    return {n.topic: n.words for n in notes(cut, tied=cut.tied, **more)}  # type: ignore[arg-type]


def test_every_particular_is_of_a_cut_there_is() -> None:
    assert set(CARVES) <= set(CUTS)


@pytest.mark.parametrize("cut", CUTS.values(), ids=lambda c: c.id)
def test_every_cut_says_what_its_facts_ask_for(cut: Cut) -> None:
    found = topics(cut)
    assert ("string" in found) == cut.tied
    assert ("bone" in found) == (cut.bone_share > 0)
    assert ("rind" in found) == cut.rind
    assert {"place", "hold", "grain", "thickness", "knife"} <= set(found)
    low, high = thickness_mm(cut)
    assert 2 <= low < high <= 20
    assert "away" not in found["place"]
    order = [n.topic for n in notes(cut, tied=cut.tied)]
    # Bones and string are off before the first slice.
    assert order.index("thickness") == len(order) - 2


def test_a_left_handed_carver_lays_it_the_other_way() -> None:
    cut = cut_named("beef-sirloin-boned")
    right = topics(cut, begin="thin")["place"]
    left = topics(cut, begin="thin", left_handed=True)["place"]
    assert "thin end to your right" in right
    assert "thin end to your left" in left
    assert "fork in your right" in left


def test_the_grain_as_it_was_drawn_while_raw_comes_first() -> None:
    cut = cut_named("beef-rump-tail")
    assert "turns half-way" in topics(cut)["grain"]
    assert "runs" not in topics(cut, grain_deg=3.0)["grain"]
    assert "straight across" in topics(cut, grain_deg=3.0)["grain"]
    assert "35° to its length, leaning left" in topics(cut, grain_deg=-35.0)["grain"]


def test_lean_beef_is_thin_and_what_falls_apart_is_thick() -> None:
    assert thickness_mm(cut_named("beef-eye-of-round"))[1] < 5
    assert thickness_mm(cut_named("lamb-shoulder-bone"))[0] >= 15


def test_what_may_be_claimed() -> None:
    rib = dict(portions(cut_named("beef-fore-rib"), 9, crackling=False))
    assert rib["cap"] == "the cap"
    assert rib["bone"] == "a rib bone"
    loin = dict(portions(cut_named("pork-loin-rind"), 9, crackling=True))
    assert set(loin) == {"end-thick", "end-thin", "crackling"}
    assert portions(cut_named("beef-sirloin-boned"), 1, crackling=False) == ()
