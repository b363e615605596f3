"""The three ways that differ most: none that another beats, the quickest first, each with why."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.planner.unlike import Figures, unlike

HOT = Figures("hot", 106.0, 0.21, 5.9)
MIDDLE = Figures("middle", 140.0, 0.40, 3.5)
LOW = Figures("low", 177.0, 0.70, 1.7)


def test_three_are_told_apart_by_what_each_leads_in() -> None:
    words = {u.id: u.words for u in unlike([LOW, HOT, MIDDLE], 300.0)}
    assert list(words) == ["hot", "middle", "low"]
    assert words["hot"] == "The quickest, 1 h 46 instead of up to 2 h 57."
    assert words["low"].startswith("The most even, 70 % as wanted instead of 40 %; the surest, ")
    assert words["middle"] == (
        "Between the two: 37 min shorter than the longest; 40 % as wanted instead of 21 %; "
        "in eight of ten within {d:3.5}, ten minutes late included, instead of {d:5.9}."
    )


def test_what_another_beats_in_everything_is_none_of_them() -> None:
    pot = Figures("pot", 163.0, 0.21, 6.0, crust=0.0)
    found = unlike([HOT, pot, MIDDLE, LOW], 300.0)
    assert "pot" not in [u.id for u in found]


def test_what_misses_the_wish_or_the_hour_waits_for_a_lack_of_others() -> None:
    off = Figures("off", 90.0, 0.30, 2.0, off_c=-4.7)
    slow = Figures("slow", 400.0, 0.95, 0.5)
    assert "off" not in [u.id for u in unlike([off, HOT, MIDDLE, LOW], 300.0)]
    assert "slow" not in [u.id for u in unlike([slow, HOT, MIDDLE, LOW], 300.0)]
    assert "slow" in [u.id for u in unlike([slow, HOT, LOW], 300.0)]


@pytest.mark.parametrize("ways", [[], [HOT], [HOT, LOW]])
def test_fewer_are_all_there_are(ways: list[Figures]) -> None:
    found = unlike(ways, 300.0)
    assert [u.id for u in found] == [w.id for w in ways]
    assert all(u.words for u in found)


@given(
    st.lists(
        st.tuples(
            st.floats(20, 900), st.one_of(st.none(), st.floats(0, 1)), st.floats(0, 20),
            st.floats(0, 1), st.floats(-10, 10),
        ),
        max_size=9,
    ),
    st.floats(-500, 1000),
)  # fmt: skip
def test_any_ways_give_up_to_three_of_their_own(
    rows: list[tuple[float, float | None, float, float, float]], left: float
) -> None:
    ways = [Figures(str(n), *row) for n, row in enumerate(rows)]
    found = unlike(ways, left)
    assert len(found) == min(3, len(ways))
    assert len({u.id for u in found}) == len(found)
    lengths = {w.id: w.whole_min for w in ways}
    assert [lengths[u.id] for u in found] == sorted(lengths[u.id] for u in found)
    assert all(u.words[0].isupper() and u.words.endswith(".") for u in found)
