"""The catalogue, and users' own cuts."""

from __future__ import annotations

from typing import Any

import pytest

from tests.kitchens import go
from trencher.core.catalogue.cuts import CUTS, facts_of, own_cut
from trencher.core.errors import InputError
from trencher.core.joint import Joint, size_of
from trencher.core.outcome.outcomes import tenderness_of
from trencher.core.thermal.properties import Composition, raw_density, tables_for

WANTED = {
    "beef": (
        "fore rib",
        "rolled rib",
        "sirloin",
        "fillet",
        "rump cap",
        "rump tail",
        "topside",
        "silverside",
        "eye of round",
        "single rib",
        "brisket",
    ),
    "lamb": (
        "leg of lamb on the bone",
        "half leg",
        "boned and tied",
        "shoulder of lamb on the",
        "rolled",
        "rack",
        "saddle",
        "loin",
        "breast",
    ),
    "pork": (
        "loin of pork, boned, with rind",
        "on the bone",
        "leg",
        "shoulder",
        "neck",
        "hand",
        "belly",
        "tenderloin",
    ),
    "game": (
        "haunch of venison",
        "saddle of venison",
        "loin of venison",
        "shoulder of venison",
        "loin of wild boar",
        "shoulder of wild boar",
        "haunch of wild boar",
        "hare",
        "kid",
    ),
}


@pytest.mark.parametrize("kind", sorted(WANTED))
def test_the_catalogue_has_the_cuts_a_butcher_sells(kind: str) -> None:
    names = [" ".join([c.name, *c.aliases]).casefold() for c in CUTS.values() if c.kind == kind]
    for words in WANTED[kind]:
        assert any(words in name for name in names), words
    assert len(CUTS) >= 36


@pytest.mark.parametrize("cut", sorted(CUTS))
def test_every_record_is_complete_and_has_sources(cut: str) -> None:
    record = CUTS[cut]
    assert record.aliases
    assert record.note
    assert record.sources
    assert 0.0 <= record.bone_share + record.trim_share < 0.5
    assert min(record.shape) > 0
    assert record.shape[0] <= record.shape[1] <= record.shape[2] * 1.5
    # What falls apart is held far above what is sliced pink.
    assert (record.wanted_c >= 85) == record.collagen
    assert record.kind != "pork" or record.safety == "pork"
    assert not record.rind or record.fat_mm > 0


def test_bone_makes_a_joint_denser_and_drier_and_no_conductor() -> None:
    meat = Composition(water=0.70, protein=0.20, fat=0.09)
    with_bone, without = tables_for(meat, bone_share=0.2), tables_for(meat)
    assert raw_density(meat, 0.2) > raw_density(meat, 0.0)
    assert with_bone.water < without.water
    assert with_bone.enthalpy[-1] < 1.1 * without.enthalpy[-1]
    assert abs(with_bone.conductivity[300] / without.conductivity[300] - 1) < 0.1


def test_tying_makes_a_piece_rounder_and_untying_flatter() -> None:
    loose = Joint(cut="lamb-shoulder-bone", weight_kg=2.0)
    tied = size_of(Joint(cut="lamb-shoulder-bone", weight_kg=2.0, tied=True))
    as_sold = size_of(loose)
    assert as_sold.thickness_mm < tied.thickness_mm <= tied.width_mm < as_sold.width_mm
    untied = size_of(Joint(cut="beef-topside", weight_kg=2.0, tied=False))
    assert untied.thickness_mm < size_of(Joint(cut="beef-topside", weight_kg=2.0)).thickness_mm


# --- anatomy -----------------------------------------------------------------------------------
ACROSS = ("beef-sirloin-boned", "beef-fillet", "pork-loin-rind", "lamb-rack", "beef-eye-of-round")
WHOLE = ("lamb-leg", "lamb-shoulder-bone", "pork-leg", "kid-leg")


@pytest.mark.parametrize("cut", ACROSS)
def test_of_what_is_cut_across_weight_buys_length(cut: str) -> None:
    usual = CUTS[cut].usual_kg
    one, two = (size_of(Joint(cut=cut, weight_kg=usual * by)) for by in (1.0, 2.0))
    assert two.thickness_mm < 1.16 * one.thickness_mm
    assert two.length_mm > 1.5 * one.length_mm


@pytest.mark.parametrize("cut", WHOLE)
def test_a_limb_grows_in_all_directions(cut: str) -> None:
    usual = CUTS[cut].usual_kg
    one, two = (size_of(Joint(cut=cut, weight_kg=usual * by)) for by in (1.0, 2.0))
    for name in ("thickness_mm", "width_mm", "length_mm"):
        assert getattr(two, name) == pytest.approx(2 ** (1 / 3) * getattr(one, name), rel=0.01)


ANIMALS = {
    "beef-fillet": (60, 75),
    "beef-sirloin-boned": (65, 90),
    "beef-eye-of-round": (75, 90),
    "beef-fore-rib": (110, 140),
    "pork-tenderloin": (40, 50),
    "pork-loin-rind": (70, 90),
    "lamb-leg": (95, 115),
    "lamb-rack": (45, 60),
    "beef-rump-tail": (45, 55),
}
"""Usual thickness in mm, estimates of the trade."""


@pytest.mark.parametrize("cut", sorted(ANIMALS))
def test_the_usual_piece_is_as_thick_as_its_animal(cut: str) -> None:
    low, high = ANIMALS[cut]
    assert low <= size_of(Joint(cut=cut, weight_kg=CUTS[cut].usual_kg)).thickness_mm <= high


def test_a_sliver_is_a_slice_and_a_giant_is_thicker_too() -> None:
    for cut in ("beef-sirloin-boned", "beef-fillet"):
        sliver = size_of(Joint(cut=cut, weight_kg=0.15))
        assert sliver.length_mm >= 0.69 * sliver.thickness_mm
        assert size_of(Joint(cut=cut, weight_kg=20.0)).length_mm <= 1201.0


def test_a_thickness_nobody_measured_is_as_doubtful_as_its_animal() -> None:
    loose = size_of(Joint(cut="beef-brisket-flat", weight_kg=2.4))
    assert loose.thickness_sd == pytest.approx(CUTS["beef-brisket-flat"].spread)
    known = size_of(Joint(cut="beef-brisket-flat", weight_kg=2.4, thickness_mm=50.0))
    assert known.thickness_sd < 0.3 * loose.thickness_sd


def test_of_one_measured_thick_the_width_follows_half_way() -> None:
    usual = size_of(Joint(cut="beef-sirloin-boned", weight_kg=1.9))
    thick = size_of(
        Joint(cut="beef-sirloin-boned", weight_kg=1.9, thickness_mm=usual.thickness_mm * 1.21)
    )
    assert thick.width_mm == pytest.approx(usual.width_mm * 1.1, rel=0.01)
    assert thick.length_mm < usual.length_mm


# --- own cuts ------------------------------------------------------------------------------------
OWN: dict[str, Any] = {
    "name": "Goat neck",
    "kind": "game",
    "shape": [1.0, 1.1, 1.8],
    "collagen": True,
    "meat": {"water": 0.70, "protein": 0.20, "fat": 0.09},
    "bone_share": 0.25,
    "wanted_c": 90.0,
    "safety": "game",
    "fat_mm": 2.0,
}


def test_an_own_cut_roasts_like_any_other() -> None:
    cut = own_cut(OWN)
    joint = Joint(cut=cut.id, own=cut, weight_kg=1.4)
    done = go("140C until tender; rest wrapped 20min", joint=joint)
    assert tenderness_of(done.at_pull) == pytest.approx(0.6, abs=0.01)
    assert tenderness_of(done.end) > 0.6
    assert joint.facts.name == "Goat neck"
    assert cut.sources == ("own",)


def test_an_own_cut_is_its_facts_and_back() -> None:
    cut = own_cut(OWN)
    assert own_cut(facts_of(cut)) == cut


def test_a_name_is_enough_for_a_lean_even_piece() -> None:
    cut = own_cut({"name": "Something lean"})
    assert cut.meat.water == pytest.approx(0.72, abs=0.01)
    assert not cut.collagen


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"name": ""}, "name"),
        ({"name": 5}, "name"),
        ({"colour": "red"}, "colour"),
        ({"kind": "fish"}, "beef, lamb, pork, game"),
        ({"shape": [1, 2]}, "thickness, width, length"),
        ({"shape": [0.01, 1, 2]}, "0.2 to 10"),
        ({"meat": {"water": 0.1, "protein": 0.8}}, "water"),
        ({"meat": {"water": 0.9, "sugar": 0.1}}, "composition"),
        ({"bone_share": 0.9}, "0 to 0.5"),
        ({"bone_share": "much"}, "not a number"),
        ({"collagen": "yes"}, "true, false"),
        ({"wanted_c": 120}, "30 to 99"),
        ({"wanted_c": float("nan")}, "30 to 99"),
        ({"aliases": "goat"}, "list of names"),
        ({"note": 7}, "letters"),
    ],
)
def test_an_own_cut_that_makes_no_sense_says_what_is_allowed(
    change: dict[str, Any], words: str
) -> None:
    with pytest.raises(InputError, match=words):
        own_cut({**OWN, **change})
