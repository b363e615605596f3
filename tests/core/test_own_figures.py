"""Figures of one's own: kept with a reason, said to be changed, compared with the published."""

from __future__ import annotations

import pytest

from trencher.core.catalogue.own_figures import (
    CLOCK_ROWS,
    FIGURE_ROWS,
    Change,
    checked,
    edited,
    figure_words,
    is_lower,
)
from trencher.core.catalogue.safety import PROFILES, standing
from trencher.core.errors import InputError

UK = PROFILES["uk"]


def change(row: str, **facts: object) -> Change:
    return Change(row=row, why="the club's plan of May", **facts)  # type: ignore[arg-type]


def test_a_changed_figure_is_the_one_that_readings_meet() -> None:
    own = edited(UK, {"pork": change("pork", temp_c=65.0, hold_min=10.0)})
    figure = own.figures["pork"]
    assert figure.words == "{c:65} held for 10 minutes"
    assert standing(figure, [(0, 65.5), (11, 66.0)]) == "met"
    assert standing(UK.figures["pork"], [(0, 65.5), (11, 66.0)]) == "not_met"
    assert own.figures["game"] == UK.figures["game"]
    assert own.name != UK.name
    assert UK.figures["pork"].temp_c == 70.0


def test_every_row_can_be_changed_and_shows_in_the_profile() -> None:
    for row in FIGURE_ROWS:
        own = edited(UK, {row: change(row, temp_c=80.0, hold_min=0.5)})
        words = own.strict if row == "strict" else own.figures[row].words
        assert words == "{c:80} held for 30 seconds"
    for clock, (_, _, low, high) in CLOCK_ROWS.items():
        value = round(0.5 * (low + high))
        assert getattr(edited(UK, {clock: change(clock, value=float(value))}), clock) == value


def test_the_strict_figure_moves_with_its_words() -> None:
    own = edited(UK, {"strict": change("strict", temp_c=75.0)})
    assert (own.strict, own.strict_c) == ("{c:75}", 75.0)


@pytest.mark.parametrize(
    ("row", "facts", "lower"),
    [
        ("pork", {"temp_c": 65.0, "hold_min": 10.0}, True),
        ("pork", {"temp_c": 70.0, "hold_min": 1.0}, True),
        ("pork", {"temp_c": 75.0}, False),
        ("whole", {"temp_c": 60.0}, False),
        ("strict", {"temp_c": 65.0}, True),
        ("strict", {"temp_c": 70.0}, True),
        ("strict", {"temp_c": 70.0, "hold_min": 2.0}, False),
        ("hot_c", {"value": 60.0}, True),
        ("cold_c", {"value": 5.0}, False),
        ("room_min", {"value": 180.0}, True),
        ("keep_days", {"value": 1.0}, False),
    ],
)
def test_less_than_published_is_known(row: str, facts: dict[str, float], lower: bool) -> None:
    assert is_lower(UK, change(row, **facts)) is lower


@pytest.mark.parametrize(
    ("facts", "where"),
    [
        ({"row": "goose", "temp_c": 70.0}, "goose"),
        ({"row": "pork", "temp_c": 20.0}, "pork"),
        ({"row": "pork", "temp_c": None}, "pork"),
        ({"row": "pork", "temp_c": 70.0, "hold_min": 999.0}, "hold"),
        ({"row": "room_min", "value": None}, "room_min"),
        ({"row": "keep_days", "value": 60.0}, "keep_days"),
    ],
)
def test_what_cannot_stand_says_what_and_where(facts: dict[str, object], where: str) -> None:
    with pytest.raises(InputError) as caught:
        checked(Change(why="x", **facts))  # type: ignore[arg-type]
    assert where in caught.value.sentence
    with pytest.raises(InputError, match="where it is from"):
        checked(Change(row="pork", temp_c=72.0))


def test_words_of_a_figure() -> None:
    assert figure_words(71.1, 0.0) == "{c:71.1}"
    assert figure_words(70.0, 1.0) == "{c:70} held for 1 minute"
    assert "outside" in figure_words(None, 0.0)
