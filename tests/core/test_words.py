"""The reader's single words: numbers, times, heats, roles; and that no number is passed over."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.corpus import sentences
from tests.sweeps import examples, sweep
from trencher.core.method.prose import MOST_ASKED, read_prose
from trencher.core.method.prose.clauses import clauses_of
from trencher.core.method.prose.lexicon import ACTS, SAID
from trencher.core.method.prose.marks import Mention, marks_in
from trencher.core.method.prose.numbers import NUMBER, value
from trencher.core.method.prose.reader import Reader

RANGE_C = (50.0, 250.0)


@pytest.mark.parametrize(
    ("text", "is_worth"),
    [
        ("1½", 1.5),
        ("1 1/2", 1.5),
        ("2¾", 2.75),
        ("3/4", 0.75),
        ("1,5", 1.5),
        ("twenty-five", 25),
        ("forty five", 45),
        ("an", 1),
        ("a couple of", 2),
        ("a hundred and sixty", 160),
        ("two hundred", 200),
        ("three hundred and fifty", 350),
        ("one and a quarter", 1.25),
        ("two and three quarters", 2.75),
        ("nineteen", 19),
    ],
)
def test_a_number_is_worth_what_it_says(text: str, is_worth: float) -> None:
    found = re.fullmatch(NUMBER, text, re.IGNORECASE)
    assert found is not None, text
    assert value(text) == pytest.approx(is_worth)


@pytest.mark.parametrize(
    ("text", "low", "high"),
    [
        ("90 seconds", 1.5, 1.5),
        ("an hour and a quarter", 75, 75),
        ("1h15", 75, 75),
        ("1 hr 10 mins", 70, 70),
        ("half an hour", 30, 30),
        ("three quarters of an hour", 45, 45),
        ("two and a half hours", 150, 150),
        ("an hour and ten", 70, 70),
        ("8 to 10 minutes", 8, 10),
        ("between 40 and 50 minutes", 40, 50),
        ("1¾ to 2 hours", 105, 120),
        ("10–15 min", 10, 15),
        ("a good hour", 60, 60),
        ("two thirds of an hour", 40, 40),
        ("15m", 15, 15),
    ],
)
def test_a_time_is_as_long_as_it_says(text: str, low: float, high: float) -> None:
    (mark,) = [m for m in marks_in(f"for {text}.") if m.kind == "time"]
    assert (mark.low_min, mark.high_min) == pytest.approx((low, high))


@pytest.mark.parametrize(
    ("text", "heats"),
    [
        ("240C (220 fan)", ["240C", "220C fan"]),
        ("200°C/180°C fan/gas 6", ["200C", "180C fan", "gas 6"]),
        ("fan 180C", ["180C fan"]),
        ("350 degrees F", ["350F"]),
        ("gas mark 1/2", ["gas 1/2"]),
        ("150–160C", ["150C–160C"]),
        ("one hundred and twenty degrees C", ["120C"]),
        ("180C (conventional)", ["180C"]),
    ],
)
def test_heats_are_found_as_they_are_written(text: str, heats: list[str]) -> None:
    def written(m: Mention) -> str:
        return f"{m.temp}{f'–{m.high}' if m.high else ''}{' fan' if m.fan else ''}"

    assert [written(m) for m in marks_in(f"Roast at {text}.") if m.kind == "temp"] == heats


@pytest.mark.parametrize(
    ("text", "role"),
    [
        ("baste after 20 minutes", "after"),
        ("baste every 20 minutes", "every"),
        ("for the first 20 minutes", "first"),
        ("for the last 20 minutes", "last"),
        ("20 minutes before the end", "before_end"),
        ("20 minutes before roasting", "before_in"),
        ("20 minutes before carving", ""),
        ("roast for 20 minutes", ""),
        ("after that, roast for 20 minutes", ""),
    ],
)
def test_the_word_before_a_time_says_what_it_is_of(text: str, role: str) -> None:
    marks = marks_in(text)
    clause = next(c for c in clauses_of(text, marks) if c.get("time"))
    assert clause.role(clause.get("time")[0], text) == role


def test_every_kind_of_word_is_found_somewhere_in_the_corpus() -> None:
    texts = [s.text for name in ("sentences", "recipes") for s in sentences(name)]
    seen = {m.kind for text in texts for m in marks_in(text)}
    assert (set(ACTS) | set(SAID)) - seen == {"check"}


def passed_over(text: str) -> list[str]:
    """Heats, times and rates of clauses about the joint that are neither used nor asked about."""
    reader = Reader(text, "fan", 2.0, RANGE_C)
    reader.read()
    reading = read_prose(text, kind="fan", weight_kg=2.0, range_c=RANGE_C)
    if reading.method is None or len(reading.opens) >= MOST_ASKED:
        return []
    used = {at for p in reading.read for at in range(p.start, p.end)}
    asked = {int(o.code.split(":")[1]) for o in reading.opens if o.code.startswith("number:")}
    aside = {m for c in reader.aside for m in c.marks}
    return [
        text[m.start : m.end]
        for m in reader.marks
        if m.kind in ("temp", "time", "rate")
        and m not in aside
        and m.start not in used
        and m.start not in asked
    ]


@pytest.mark.parametrize("name", ["sentences", "recipes"])
def test_no_number_of_the_corpus_is_passed_over(name: str) -> None:
    found = {s.text[:60]: left for s in sentences(name) if (left := passed_over(s.text))}
    assert found == {}


PIECES = st.lists(
    st.sampled_from(
        [
            "roast at 180C",
            "for 20 minutes",
            "turn down to 150C",
            "after 15 minutes",
            "rest it",
            "until it reads 54C",
            "cover with foil",
            "baste every 10 minutes",
            "for the last 5 minutes",
            "then",
            ".",
            ", ",
            "and",
            "sear 2 minutes a side",
            "take it out at 50C",
            "glaze it",
            "for another 7 minutes",
            "turn it over",
            "switch the oven off",
            "take off the foil",
        ]
    ),
    min_size=2,
    max_size=10,
)


@sweep
@given(PIECES)
@examples(80, 1000)
def test_no_number_of_jumbled_clauses_is_passed_over(pieces: list[str]) -> None:
    text = " ".join(pieces)
    assert passed_over(text) == [], text


@pytest.mark.parametrize(
    ("text", "code", "meant"),
    [
        (
            "Rest 20 minutes, then 240C for 7 minutes.",
            "sense:rest",
            [
                "rest open 20min; 240C 7min",
                "240C 7min; rest open 20min",
                "wait counter 20min; 240C 7min",
            ],
        ),
        (
            "Roast under foil at 200C until brown.",
            "sense:cover0",
            ["200C covered until brown", "200C until brown"],
        ),
        (
            "200C for an hour, then a 45C oven for 20 minutes.",
            "sense:cool1",
            ["200C 1h; 45C 20min", "200C 1h; 200C until 45C"],
        ),
    ],
)
def test_what_no_cook_means_is_asked_about(text: str, code: str, meant: list[str]) -> None:
    asked = {o.code: o for o in read_prose(text).opens}
    assert [str(c.method) for c in asked[code].choices] == meant


@pytest.mark.parametrize(
    ("text", "lost"),
    [
        ("Oven at 230C. Roast at 200C for one hour.", "230C"),
        ("230C when it goes in and 150C from the twentieth minute on, for 90 minutes.", "230C"),
        ("160C for 2 hours, then turn it up for 10 minutes.", "10 minutes"),
        ("200C for an hour. Rest 20 minutes. The middle should now be 54C.", "54C"),
    ],
)
def test_a_heat_in_which_nothing_is_done_is_asked_about(text: str, lost: str) -> None:
    reading = read_prose(text)
    assert f"“{lost}” was not understood: what is meant?" in [o.question for o in reading.opens]


@pytest.mark.parametrize(
    ("text", "code", "meant"),
    [
        (
            "Grill it for 8 minutes after it has had two hours at 170C and a rest of ten minutes.",
            "order:23",
            "170C 2h; rest open 10min; 240C grill 8min",
        ),
        (
            "Rest 20 minutes, then 240C for 7 minutes, after 110C until it reads 52C.",
            "order:42",
            "110C until 52C; rest open 20min; 240C 7min",
        ),
        (
            "Rest on a rack for 20 minutes after roasting to 50C in a 120C oven.",
            "words:5",
            "120C on rack until 50C; rest open 20min",
        ),
        ("160C for 2 hours. If the skin is not crisp, 10 minutes at 240C.", "perhaps:1", "160C 2h"),
    ],
)
def test_words_that_show_in_no_stage_are_asked_about(text: str, code: str, meant: str) -> None:
    asked = {o.code: o for o in read_prose(text).opens}
    assert meant in [str(c.method) for c in asked[code].choices]


def test_what_is_covered_only_if_need_be_is_not_planned_and_not_asked_about() -> None:
    reading = read_prose("180C for 2 hours. Cover with foil if the skin gets too dark.")
    assert str(reading.method) == "180C 2h"
    assert reading.opens == ()


def test_hardly_ever_is_a_corpus_asked_about_its_words() -> None:
    said = [*sentences(), *sentences("recipes")]
    opens = [o for s in said for o in read_prose(s.text, weight_kg=2.0).opens]
    asked = [o for o in opens if o.code.startswith(("words:", "order:"))]
    assert len(asked) <= len(said) / 200
