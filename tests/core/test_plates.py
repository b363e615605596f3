"""Guests on slices: what each asked for, the flash list, and nobody served on a prediction."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.catalogue.doneness import DEFAULT_BANDS
from trencher.core.catalogue.safety import Figure
from trencher.core.day.people import Guest
from trencher.core.day.plates import Carving, plates
from trencher.core.outcome.outcomes import Slice

CENTRES = (68.0, 61.0, 57.5, 57.0, 57.0, 58.0, 63.0, 71.0)


def slices(centres: tuple[float, ...] = CENTRES) -> list[Slice]:
    return [Slice(12.0 * n, 12.0 * n + 12, c, c + 3, 50.0) for n, c in enumerate(centres)]


def carved(*guests: Guest, centres: tuple[float, ...] = CENTRES) -> Carving:
    return plates(
        slices(centres),
        guests,
        "beef",
        wanted_c=57.0,
        strict=Figure(70.0, 2.0, "70"),
        bands=DEFAULT_BANDS,
    )


TABLE = (
    Guest(name="Tobit", wish="well done"),
    Guest(name="Casimir", wish="as pink as it comes"),
    Guest(name="Ottoline", strict=True),
    Guest(name="Rhona", avoids=("meat",)),
    Guest(name="Ines"),
    Guest(name="Pascoe", wish="an end, with the crust"),
)


def test_each_gets_what_was_asked_for_as_near_as_there_is() -> None:
    by = {p.name: p for p in carved(*TABLE).plates}
    assert by["Ottoline"].slice == 7
    assert by["Casimir"].slice in (3, 4)
    assert by["Ines"].slice in (2, 3, 4)
    assert by["Pascoe"].slice == 0
    assert by["Rhona"].slice is None
    tobit = by["Tobit"].slice
    assert tobit is not None
    assert CENTRES[tobit] >= 61.0


def test_a_strict_plate_is_flashed_however_hot_its_slice_is_reckoned() -> None:
    (plate,) = carved(Guest(name="Ottoline", strict=True), centres=(90.0, 85.0, 88.0)).plates
    assert plate.flash
    assert plate.strict


def test_who_wants_it_further_than_any_slice_is_flashed_the_others_not() -> None:
    by = {p.name: p for p in carved(*TABLE, centres=(56.0, 55.5, 55.0, 55.5, 56.0)).plates}
    assert by["Tobit"].flash
    assert not by["Casimir"].flash
    assert not by["Ines"].flash


def test_the_coolest_the_better_end_and_what_is_left_whole() -> None:
    found = carved(Guest(name="Ines"))
    assert found.coolest in (3, 4)
    assert found.begin == "thick"
    assert len(found.spare) == 7
    assert carved(Guest(name="I"), centres=(80.0, 75.0, 70.0, 60.0, 58.0, 57.0)).begin == "thin"


wishes = st.sampled_from(["", "well done", "pink", "rare", "an end", "no garlic", "rosy please"])


@given(
    st.lists(st.builds(lambda w, s: (w, s), wishes, st.booleans()), max_size=30),
    st.lists(st.floats(40, 90), min_size=1, max_size=20),
)
def test_everybody_who_eats_has_a_slice_and_no_slice_feeds_more_than_its_share(
    asked: list[tuple[str, bool]], centres: list[float]
) -> None:
    guests = [Guest(name=f"g{n}", wish=w, strict=s) for n, (w, s) in enumerate(asked)]
    found = carved(*guests, centres=tuple(centres))
    given_to = [p.slice for p in found.plates]
    assert None not in given_to
    share = max(1, -(-len(guests) // len(centres)))
    assert all(given_to.count(n) <= share for n in range(len(centres)))
    assert all(p.flash for p in found.plates if p.strict)


@pytest.mark.parametrize("kind", ["pork"])
def test_who_avoids_this_meat_has_none_of_it(kind: str) -> None:
    guest = Guest(name="Bram", avoids=("pork",))
    found = plates(
        slices(), [guest], kind, wanted_c=70.0, strict=Figure(70.0, 2.0, "70"), bands=DEFAULT_BANDS
    )
    assert found.plates[0].slice is None


def table(**more: object) -> Carving:
    return plates(
        slices(),
        TABLE,
        "beef",
        wanted_c=57.0,
        strict=Figure(70.0, 2.0, "70 held"),
        bands=DEFAULT_BANDS,
        **more,  # type: ignore[arg-type]
    )


def test_only_readings_of_that_very_slice_meet_a_strict_figure() -> None:
    def ottoline(*read: tuple[int, float, float]) -> tuple[str | None, bool]:
        plate = next(p for p in table(read=read).plates if p.name == "Ottoline")
        return plate.standing, plate.flash

    at = next(p.slice for p in table().plates if p.name == "Ottoline")
    assert at is not None
    assert ottoline() == ("unknown", True)
    # Another slice's reading says nothing of this one, and one reading is no hold.
    assert ottoline((at - 2, 100.0, 62.0)) == ("unknown", True)
    assert ottoline((at, 100.0, 71.0)) == ("not_met", True)
    assert ottoline((at, 100.0, 71.0), (at, 102.0, 70.5)) == ("met", False)
    assert ottoline((at, 100.0, 71.0), (at, 102.0, 69.0)) == ("not_met", True)


def test_a_slice_that_met_the_figure_stays_a_strict_plates() -> None:
    # Measured hotter than it was reckoned it is no longer the nearest to 70; it is the proven one.
    read = [(1, 100.0, 78.0), (1, 103.0, 77.0)]
    plate = next(p for p in table(read=read).plates if p.name == "Ottoline")
    assert (plate.slice, plate.standing, plate.flash) == (1, "met", False)


def test_a_measured_slice_counts_as_measured() -> None:
    # Casimir wants it as pink as it comes: the coolest is where it was measured, not reckoned.
    found = table(read=[(1, 100.0, 49.0)])
    assert found.coolest == 1
    assert next(p for p in found.plates if p.name == "Casimir").slice == 1


def test_who_claims_an_end_has_it_before_anyone() -> None:
    found = table(claims={"end-thick": "Ines", "bone": "Tobit", "slice-3": "Wenna"})
    by = {p.name: p.slice for p in found.plates}
    assert by["Ines"] == 0
    assert by["Pascoe"] == 7
    assert by["Wenna"] == 3
    assert found.claims == (("bone", "Tobit"),)


def test_those_who_are_not_named_eat_too() -> None:
    found = table(people=len(TABLE) + 2)
    assert len(found.others) == 2
    assert all(abs(CENTRES[n] - 57.0) < 2.0 for n in found.others)
    many = table(people=40)
    given_to = [*many.others, *(p.slice for p in many.plates if p.slice is not None)]
    assert len(given_to) == 39
    assert max(given_to.count(n) for n in range(8)) <= 5


def test_on_an_even_joint_the_end_to_begin_at_does_not_change_its_mind() -> None:
    for shift in (-0.6, 0.6):
        even = (58.0, 57.5, 57.0, 57.0, 57.5 + shift, 58.0 + shift)
        assert carved(*TABLE, centres=even).begin == "thick"
    assert carved(*TABLE, centres=(70.0, 66.0, 60.0, 57.0, 57.0, 57.0)).begin == "thin"
