"""Ordinary recipe words read into stages. The texts are made up."""

from __future__ import annotations

import re

import pytest
from hypothesis import example, given
from hypothesis import strategies as st

from tests.corpus import sentences
from tests.kitchens import HOT_THEN_LOW, roast
from tests.sweeps import examples, sweep
from trencher.core.method.notation import parse_method
from trencher.core.method.prose import MOST_ASKED, read_prose
from trencher.core.method.prose.asked import answered
from trencher.core.method.prose.marks import marks_in
from trencher.core.method.stages import Oven
from trencher.core.planner.reckon import for_this_oven, reckon, verdict
from trencher.core.thermal.cooker import Cooker
from trencher.core.units import said_c

FIRST = (
    "Set the oven to 210C (190C fan). Give the joint 25 minutes, lower to 170C and allow 18 "
    "minutes for each 500g and 10 more."
)

READS: list[tuple[str, str]] = [
    (FIRST, "190C fan 25min; 170C 18min/500g + 10min"),
    (
        "Heat the oven to gas mark 7. Roast for 1 hour 30 minutes. Leave to rest for 20 minutes.",
        "gas 7 1h30; rest open 20min",
    ),
    ("Roast at 325F for 20 minutes per pound plus 20 minutes over.", "325F 20min/lb + 20min"),
    (
        "180°C for 40 minutes per kg plus another 25 minutes, basting every 30 minutes",
        "180C 40min/kg + 25min + baste every 30min",
    ),
    (
        "Take it out of the fridge an hour before. Cook at 160 degrees C for two and a half hours.",
        "wait counter 1h; 160C 2h30",
    ),
    (
        "Sear in a hot frying pan for 3 minutes each side, then roast at 200C "
        "until the core is 55C.",
        "sear 3min/side; 200C until 55C",
    ),
    (
        "Put it in at 250C for 5 minutes per lb. Turn the oven off and leave for two hours.",
        "250C 5min/lb; off 2h",
    ),
    (
        "Oven 140C. Cover with foil and cook for 4 hours. Remove the foil, turn up to 220C "
        "and roast for a further 20 minutes until crisp.",
        "140C covered 4h; 220C 20min",
    ),
    (
        "Roast at 160C until the thermometer reads 130F. Wrap in foil and rest for 15 minutes.",
        "160C until 130F; rest wrapped 15min",
    ),
    (
        "150C until tender. Rest, loosely covered, half an hour.",
        "150C until tender; rest tented 30min",
    ),
    (
        "Roast at 220C for 20 min. until golden, then at 160C for 1½ hours. 15 minutes' rest.",
        "220C 20min; 160C 1h30; rest open 15min",
    ),
    ("Roast for 20 minutes at 220C, then for 1 hour at 160C.", "220C 20min; 160C 1h"),
]


@pytest.mark.parametrize(("text", "method"), READS)
def test_recipes_are_read_into_stages(text: str, method: str) -> None:
    assert str(read_prose(text, weight_kg=1.9).method) == method


def test_the_still_number_is_taken_for_a_still_oven_and_the_mark_for_gas() -> None:
    text = "Roast at 200C/180C fan/gas 6 for 1 hour."
    assert str(read_prose(text, kind="fan").method) == "180C fan 1h"
    assert str(read_prose(text, kind="still").method) == "200C still 1h"
    assert str(read_prose(text, kind="gas").method) == "gas 6 1h"


def opens(text: str) -> dict[str, list[str]]:
    reading = read_prose(text, weight_kg=1.9)
    return {o.code: [str(c.method) for c in o.choices] for o in reading.opens}


def test_whether_the_hot_start_counts_is_asked_with_both_results() -> None:
    found = opens("220C for 20 minutes, then 160C for 15 minutes per 500g.")
    # 15 min a pound of 500 g is 57 min for 1.9 kg; 37 of them are left if the 20 are within.
    assert found == {"hot_start_in_rate": ["220C 20min; 160C 15min/500g", "220C 20min; 160C 37min"]}
    assert "hot_start_in_rate" not in opens("160C for 15 minutes per 500g.")


@pytest.mark.parametrize(
    ("text", "code", "methods"),
    [
        ("Roast at 180C (400F) for 1 hour.", "units", ["180C 1h", "400F 1h"]),
        ("Roast at gas 4 (200C) for 1 hour.", "gas", ["gas 4 1h", "200C 1h"]),
        (
            "180C, 40 minutes per kg (25 minutes per lb).",
            "rate",
            ["180C 40min/kg", "180C 25min/lb"],
        ),
        ("160C until the core reads 55C (140F).", "core", ["160C until 55C", "160C until 140F"]),
        (
            "200C for 20 minutes, then 150C for 1 hour. Total 2 hours.",
            "total",
            ["200C 20min; 150C 1h", "200C 20min; 150C 1h40"],
        ),
    ],
)
def test_what_is_said_twice_and_differs_is_shown_both_ways(
    text: str, code: str, methods: list[str]
) -> None:
    assert opens(text)[code] == methods
    reading = read_prose(text, weight_kg=1.9)
    assert next(o for o in reading.opens if o.code == code).gap


@pytest.mark.parametrize(
    "text",
    [
        "Roast at 180C (350F) for 1 hour.",
        "Roast at gas 4 (180C) for 1 hour.",
        "180C, 40 minutes per kg (18 minutes per lb).",
        "160C until the core reads 55C (131F).",
        "200C for 20 minutes, then 150C for 1 hour 40. 2 hours in total.",
    ],
)
def test_ordinary_rounding_is_no_contradiction(text: str) -> None:
    assert set(opens(text)) <= {"range"}


def test_a_range_is_used_at_its_middle_and_said() -> None:
    found = opens("Roast at 180C for 15-20 minutes per lb.")
    assert found["range"] == ["180C 17.5min/lb", "180C 15min/lb", "180C 20min/lb"]


def test_a_heat_that_does_not_say_fan_is_asked_about_where_others_did() -> None:
    assert opens(FIRST)["fan_or_still"] == [
        "190C fan 25min; 170C fan 18min/500g + 10min",
        "190C fan 25min; 150C fan 18min/500g + 10min",
    ]


def test_what_was_not_understood_is_listed() -> None:
    reading = read_prose("Rub with 2 tsp mustard. Roast at 180C for 1 hour. Serve with 3 leeks.")
    assert [p.text for p in reading.left] == ["Rub with 2 tsp mustard", "Serve with 3 leeks"]
    for place in reading.left:
        assert 0 <= place.start < place.end


def test_words_that_heat_nothing_are_no_method() -> None:
    reading = read_prose("Season the joint and invite your friends.")
    assert reading.method is None
    assert reading.left


WORDS = st.lists(
    st.sampled_from(
        [
            "roast",
            "at",
            "180C",
            "(350F)",
            "gas 4",
            "for",
            "20 minutes",
            "per lb",
            "1½ hours",
            "until",
            "the core",
            "reads",
            "55C",
            "golden",
            "tender",
            "rest",
            "wrap",
            "cover",
            ".",
            ",",
            "then",
            "turn it over",
            "sear",
            "each side",
            "total",
            "2 hours",
            "plus",
            "10 more",
            "half an hour",
            "baste every 20 min",
            "fan",
            "900C",
            "0 minutes",
            "off",
            "500g",
            "½",
            "preheat",
            "99999 hours",
            "1/2",
            "an",
        ]
    ),
    max_size=25,
)


def test_a_baste_every_few_years_is_not_taken_for_one() -> None:
    reading = read_prose("Roast at 180C for 20 minutes, baste every 99999 hours", weight_kg=1.9)
    assert str(reading.method) == "180C 20min"


@sweep
@given(WORDS, st.sampled_from(["fan", "still", "gas", "air"]))
@examples(100, 1000)
def test_any_words_are_read_without_a_fault_and_every_method_can_be_written(
    words: list[str], kind: str
) -> None:
    reading = read_prose(" ".join(words), kind=kind, weight_kg=1.9)  # type: ignore[arg-type]
    methods = [reading.method] if reading.method else []
    methods += [c.method for o in reading.opens for c in o.choices]
    for method in methods:
        assert parse_method(str(method)) == method


PIECES = [
    piece.strip()
    for name in ("sentences", "recipes")
    for said in sentences(name)
    for piece in re.split(r"(?<=[.;,\n])\s|\sand\s|\sthen\s", said.text)
    if piece.strip()
]


@sweep
@given(
    st.lists(st.sampled_from(PIECES), min_size=2, max_size=7),
    st.sampled_from([" ", "\n", ", ", ". "]),
    st.sampled_from([None, 1.0, 3.0]),
)
@examples(120, 1000)
@example(["Roast at 180C until 54C.", "Wrap in foil at 200C for 20 minutes."], " ", 1.9)
@example(["Switch the oven off.", "two minutes each side"], " ", 1.9)
@example(["roast at 160C until 85C", "two to three minutes each side"], ", ", None)
def test_clauses_of_recipes_thrown_together_make_methods_that_can_be_written(
    pieces: list[str], between: str, weight_kg: float | None
) -> None:
    reading = read_prose(between.join(pieces), weight_kg=weight_kg)
    methods = [reading.method] if reading.method else []
    for method in (*methods, *(c.method for o in reading.opens for c in o.choices)):
        assert parse_method(str(method)) == method


@sweep
@given(st.text(max_size=200))
@examples(80, 1000)
def test_any_text_at_all_is_read_without_a_fault(text: str) -> None:
    facts = marks_in(text)
    assert all(0 <= f.start < f.end <= len(text) for f in facts)
    read_prose(text, weight_kg=1.0)


def test_a_grill_without_a_heat_is_asked_about() -> None:
    found = opens("Roast at 160C until 60C, then grill for 4 minutes.")
    assert found["grill"] == [f"160C until 60C; {c}C grill 4min" for c in (240, 220, 260)]


def test_a_middle_that_is_to_cool_is_no_goal() -> None:
    reading = read_prose("Roast at 200C until 60C. Rest until it cools to 52C.", weight_kg=1.9)
    assert str(reading.method) == "200C until 60C; rest open until falling"
    assert [o.question for o in reading.opens if o.code.startswith("number")]


def test_no_text_makes_more_stages_or_questions_than_can_be_worked_out() -> None:
    reading = read_prose("200C 10 min, rest 5 to 6 min. " * 200, weight_kg=1.0)
    assert reading.method is not None
    assert parse_method(str(reading.method)) == reading.method
    assert len(reading.opens) <= MOST_ASKED


def test_answers_to_several_questions_stand_together() -> None:
    reading = read_prose("Roast at 180 for 15 to 20 minutes per lb.", weight_kg=1.9)
    assert reading.method is not None
    by = {o.code: o.choices for o in reading.opens}
    longer, hotter = by["range"][2].method, by["scale"][1].method
    assert str(answered(reading.method, [longer, hotter])) == "180F 20min/lb"
    # What changes how many stages there are holds alone.
    split = parse_method("160C 10min; 180C 20min/lb")
    assert answered(reading.method, [longer, split]) == split


# --- reckoned -----------------------------------------------------------------------------------
def test_a_recipe_is_reckoned_on_this_joint_with_both_sides_of_its_questions() -> None:
    found = reckon(f"{FIRST} Rest for 20 minutes.", roast(HOT_THEN_LOW, wanted_c=57.0))
    assert found.result is not None
    assert found.result.peak_c is not None
    assert found.result.earlier_min is not None
    by = {a.code: a for a in found.answers}
    hot = by["hot_start_in_rate"]
    assert len(hot.choices) == 2
    assert hot.spread_c > 4.0
    apart, within = hot.choices
    assert apart.pull_min is not None
    assert within.pull_min is not None
    assert apart.pull_min - within.pull_min == pytest.approx(25.0, abs=0.2)
    # For 57 the joint must stay in longer than the shorter reading, by its own amount.
    assert within.earlier_min is not None
    assert within.earlier_min < apart.earlier_min  # type: ignore[operator]


def test_a_reading_that_cannot_be_walked_says_why() -> None:
    found = reckon("Roast at 60C until the core reads 75C.", roast(HOT_THEN_LOW))
    assert found.result is not None
    assert "not reached" in found.result.reason
    assert reckon("Season well.", roast(HOT_THEN_LOW)).result is None


# --- labels and rules ---------------------------------------------------------------------------
HOUSE = Cooker(kind="fan", min_c=50.0, max_c=240.0, dial_points=((160.0, 12.0), (220.0, 7.0)))


@pytest.mark.parametrize(
    ("text", "method"),
    [
        ("20 min per lb plus 20 at 180C", "180C 20min/lb + 20min"),
        ("15 min a pound and 15 over at 170C", "170C 15min/lb + 15min"),
        ("20 minutes per 450g + 20 minutes at 180C", "180C 20min/lb + 20min"),
        ("Preheat oven to 200C. Roast 1h30.", "200C 1h30"),
    ],
)
def test_rules_are_read_however_short(text: str, method: str) -> None:
    assert str(read_prose(text, weight_kg=1.9).method) == method


def test_a_rule_without_a_heat_asks_for_one() -> None:
    reading = read_prose("20 min per lb plus 20", kind="fan", weight_kg=1.9)
    asked = reading.opens[0]
    assert asked.code == "heat"
    assert [str(c.method) for c in asked.choices] == [
        f"{heat}C 20min/lb + 20min" for heat in (160, 150, 180)
    ]
    assert read_prose("Season it well.", weight_kg=1.9).method is None


@pytest.mark.parametrize(
    ("text", "method", "scales"),
    [
        # 325 °C is no heat of this oven: it is read as °F, and said.
        ("325 for 2 hours", "325F 2h", []),
        ("Roast at 60 degrees for 8 hours", "60C 8h", []),
        ("Roast at 180 for 1 hour", "180C 1h", ["180C", "180F"]),
        ("Roast at 350 until the middle is 140", "350F until 140F", []),
        ("Roast at 350 until the middle is 60", "350F until 60C", []),
    ],
)
def test_a_bare_number_is_asked_about_where_this_oven_has_it_on_both_scales(
    text: str, method: str, scales: list[str]
) -> None:
    reading = read_prose(text, weight_kg=1.9, range_c=(50.0, 240.0))
    assert str(reading.method) == method
    asked = [o for o in reading.opens if o.code == "scale"]
    assert [c.words for o in asked for c in o.choices] == scales


def test_fan_and_dial_are_two_steps_and_never_merged() -> None:
    found = reckon(
        "Roast at 200C for 1 hour in a still oven. Or gas 6 for 1 hour.", roast(cooker=HOUSE)
    )
    assert found.result is not None
    said, gas = found.result.dials
    assert said.air is None
    assert said.here_c == 200.0
    assert said.dial_c == pytest.approx(200.0 + HOUSE.dial_error_at(200.0))
    assert gas.air == "gas"
    assert gas.here_c < 200.0
    assert gas.dial_c == pytest.approx(gas.here_c + HOUSE.dial_error_at(gas.here_c))


def test_a_heat_for_still_air_is_lowered_once_in_a_fan_oven() -> None:
    method = for_this_oven(parse_method("200C still 1h; 180C fan 20min"), roast(cooker=HOUSE))
    first, second = method.stages
    assert isinstance(first, Oven)
    assert 178.0 < first.temp.c < 198.0
    assert first.air is None
    assert str(second) == "180C fan 20min"


def test_heats_without_a_word_are_asked_about_in_a_fan_oven_alone() -> None:
    text = "Roast at 180C for 20 minutes per 500g."
    codes = [a.code for a in reckon(text, roast(cooker=HOUSE)).answers]
    assert codes == ["air"]
    assert reckon(text, roast(cooker=Cooker(kind="still"))).answers == ()
    # Our own notation means the oven's own air: nothing is open.
    assert reckon(HOT_THEN_LOW, roast(cooker=HOUSE)).answers == ()


def test_the_verdict_says_where_it_ends_and_how_far_off_that_is() -> None:
    over = reckon("180C fan for 2 hours 20 minutes", roast(cooker=HOUSE, wanted_c=57.0)).result
    assert over is not None
    assert over.earlier_min is not None
    assert over.peak_c is not None
    assert verdict(over, 57.0) == (
        f"By this rule it would be {said_c(over.peak_c)} in the middle; for {{c:57}} "
        f"take it out {over.earlier_min:.0f} minutes earlier."
    )
    assert over.earlier_min > 20
    right = reckon(HOT_THEN_LOW, roast(cooker=HOUSE, wanted_c=57.0)).result
    assert right is not None
    assert verdict(right, 57.0).endswith("in the middle: as wanted.")
    never = reckon("60C until 70C", roast(cooker=HOUSE, wanted_c=57.0)).result
    assert never is not None
    assert verdict(never, 57.0).startswith("This cannot be done here")


def test_a_rule_that_goes_far_too_far_is_ended_in_an_earlier_stage() -> None:
    asked = roast(cooker=HOUSE, wanted_c=57.0)
    over = reckon("200C fan 30min; 130C fan covered 4h; 180C fan 20min; rest open 15min", asked)
    assert over.result is not None
    assert over.result.pull_min is not None
    assert over.result.earlier_min is not None
    # Ended so much earlier, which is within the four hours, it is as wanted.
    low = over.result.pull_min - over.result.earlier_min - 30.0
    assert 20.0 < low < 200.0
    again = f"200C fan 30min; 130C fan covered {low:.1f}min; rest open 15min"
    ended = reckon(again, asked).result
    assert ended is not None
    assert ended.peak_c == pytest.approx(57.0, abs=0.7)
    # Where even the first stage goes beyond it, no take-out is named.
    burnt = reckon("240C fan 3h", roast(cooker=HOUSE, wanted_c=7.5)).result
    assert burnt is not None
    assert burnt.earlier_min is None
