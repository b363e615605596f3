"""The joint as known: bounds, estimates, and doubt."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.kitchens import go, roast, sirloin
from trencher.core.catalogue.cuts import CUTS, cut_named
from trencher.core.catalogue.references import REFERENCES
from trencher.core.errors import InputError, OutOfRange, UnknownName
from trencher.core.joint import LIMITS, Joint, size_of
from trencher.core.planner.forecast import forecast
from trencher.core.thermal.geometry import fullness, section_area
from trencher.core.thermal.properties import raw_density


def volume_of(joint: Joint) -> float:
    size, cut = size_of(joint), joint.facts
    area = section_area(size.thickness_mm / 1000, size.width_mm / 1000, cut.section)
    return area * size.length_mm / 1000 * fullness(cut.profile)


def weight_of(joint: Joint) -> float:
    return volume_of(joint) * raw_density(joint.facts.meat, joint.facts.bone_share)


@given(cut=st.sampled_from(sorted(CUTS)), kg=st.floats(0.4, 6.0))
@settings(max_examples=60)
def test_estimates_fill_up_to_the_weight(cut: str, kg: float) -> None:
    joint = Joint(cut=cut, weight_kg=kg)
    assert volume_of(joint) * raw_density(
        joint.facts.meat, joint.facts.bone_share
    ) == pytest.approx(kg, rel=0.01)


def test_measured_lengths_stand_and_the_rest_follows_the_weight() -> None:
    joint = Joint(cut="beef-sirloin-boned", weight_kg=1.9, thickness_mm=105, length_mm=205)
    size = size_of(joint)
    assert (size.thickness_mm, size.length_mm) == (105, 205)
    assert size.estimated == ("width_mm",)
    assert 100 < size.width_mm < 130
    assert volume_of(joint) * raw_density(
        joint.facts.meat, joint.facts.bone_share
    ) == pytest.approx(1.9, rel=0.01)


def test_measuring_narrows_the_doubt() -> None:
    guessed = size_of(Joint(cut="lamb-leg", weight_kg=2.4))
    measured = size_of(
        Joint(cut="lamb-leg", weight_kg=2.4, thickness_mm=106, width_mm=127, length_mm=286)
    )
    assert measured.thickness_sd < guessed.thickness_sd / 2
    assert measured.span_sd < guessed.span_sd


def test_measures_that_contradict_the_weight_widen_the_doubt() -> None:
    def sd(kg: float) -> float:
        return size_of(
            Joint(cut="beef-topside", weight_kg=kg, thickness_mm=100, width_mm=125, length_mm=180)
        ).thickness_sd

    right, odd = sd(1.75), sd(3.5)
    assert odd > right


def test_a_custom_piece_is_a_cylinder_unless_both_are_given() -> None:
    round_one = size_of(Joint(cut="custom", weight_kg=2.0, thickness_mm=90))
    assert round_one.width_mm == 90
    oval = size_of(Joint(cut="custom", weight_kg=2.0, thickness_mm=90, width_mm=130))
    assert oval.width_mm == 130


@pytest.mark.parametrize("name", sorted(LIMITS))
@pytest.mark.parametrize("wrong", ["low", "high", "nan", "inf", "text"])
def test_every_bound_is_kept_and_said(name: str, wrong: str) -> None:
    low, high, _ = LIMITS[name]
    value: Any = {
        "low": low - 1,
        "high": high + 1,
        "nan": math.nan,
        "inf": math.inf,
        "text": "thick",
    }[wrong]
    facts: dict[str, Any] = {"cut": "lamb-leg", "weight_kg": 2.0} | {name: value}
    with pytest.raises((OutOfRange, InputError)) as caught:
        Joint(**facts)
    assert f"joint.{name}" in caught.value.sentence
    assert f"{low:g} to {high:g}" in caught.value.sentence


def test_an_unknown_cut_is_answered_with_the_nearest() -> None:
    with pytest.raises(UnknownName) as caught:
        Joint(cut="beef-sirlion", weight_kg=2.0)
    assert "beef-sirloin-boned" in caught.value.sentence


def test_there_are_cuts_of_all_four_kinds() -> None:
    assert len(CUTS) >= 12
    assert {c.kind for c in CUTS.values()} == {"beef", "lamb", "pork", "game"}


@pytest.mark.parametrize("cut", list(CUTS.values()), ids=lambda c: c.id)
def test_every_cut_is_a_whole_record(cut: Any) -> None:
    assert cut.sources
    assert set(cut.sources) <= set(REFERENCES)
    assert cut.aliases
    assert cut.note
    assert min(cut.shape) == cut.shape[0] == 1.0
    assert cut.bone_share + cut.trim_share < 0.6
    assert 45 <= cut.wanted_c <= 95
    assert cut.collagen == (cut.wanted_c > 80)
    assert cut_named(cut.id) is cut


@pytest.mark.parametrize(
    ("name", "cut"),
    [
        ("new york roast", "beef-sirloin-boned"),
        ("prime rib", "beef-fore-rib"),
        ("boston butt", "pork-neck"),
        ("gigot", "lamb-leg"),
        ("fresh ham", "pork-leg"),
        ("top round", "beef-topside"),
        ("bottom round", "beef-silverside"),
    ],
)
def test_cuts_bear_both_countries_names(name: str, cut: str) -> None:
    assert name in CUTS[cut].aliases


def test_no_name_means_two_cuts() -> None:
    names = [alias for cut in CUTS.values() for alias in (cut.name.casefold(), *cut.aliases)]
    assert len(names) == len(set(names))


def test_pieces_alike_take_as_long_as_one_and_feed_as_many_as_all() -> None:
    one = forecast(roast("200C 40min; rest open 10min", sirloin()), bands=False, late=False)
    three = forecast(
        roast("200C 40min; rest open 10min", sirloin(pieces=3)), bands=False, late=False
    )
    assert three.cooked_kg == pytest.approx(3.0 * one.cooked_kg, rel=0.01)
    # More cold meat cools the oven more when it goes in, no more than that.
    assert one.pull_core_c - 1.5 < three.pull_core_c <= one.pull_core_c
    with pytest.raises(InputError, match="whole ones"):
        sirloin(pieces=1.5)
    with pytest.raises(InputError):
        sirloin(pieces=0)


def test_bones_tied_back_under_it_keep_it_off_the_tin() -> None:
    def core(method: str, **changes: Any) -> float:
        return go(f"{method} 60min; rest open 10min", joint=sirloin(**changes)).pull_core_c

    assert core("200C", bones_on=True) < core("200C") - 0.2
    # On a bed of its own they change nothing.
    assert core("200C on roots", bones_on=True) == core("200C on roots")
