"""Text ↔ stages: everything printed is read again as the same, and every fault has a place."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.errors import NotationError
from trencher.core.method.notation import MAX_ITEMS, parse_method
from trencher.core.method.stages import (
    Method,
    Minutes,
    Off,
    Oven,
    Rate,
    Rest,
    Sear,
    Stage,
    Task,
    Temp,
    Turn,
    UntilCore,
    UntilFalling,
    UntilHeld,
    UntilOutcome,
    UntilPeak,
    Wait,
    number,
    time_text,
)
from trencher.core.units import GAS_MARKS

# --- every method there can be ---------------------------------------------------------------
minutes = st.one_of(st.integers(1, 2879).map(float), st.floats(0.5, 300).map(lambda x: round(x, 3)))
air_temps = st.one_of(
    st.integers(30, 350).map(lambda v: Temp(str(v), "C")),
    st.integers(86, 660).map(lambda v: Temp(str(v), "F")),
    st.sampled_from([name for name, _ in GAS_MARKS]).map(lambda m: Temp(m, "gas")),
)
core_temps = st.one_of(
    st.floats(-5, 99).map(lambda v: Temp(number(round(abs(v), 2)), "C")),
    st.integers(32, 205).map(lambda v: Temp(str(v), "F")),
)
fixed = st.builds(Minutes, minutes)
rates = st.builds(
    Rate, minutes, st.sampled_from(["kg", "lb", "500g"]), st.one_of(st.just(0.0), minutes)
)
goals = st.one_of(
    st.builds(UntilCore, core_temps),
    st.builds(UntilHeld, core_temps, minutes),
    st.just(UntilFalling()),
    st.builds(UntilOutcome, st.sampled_from(["brown", "crisp", "tender"])),
)
lengths = st.one_of(fixed, rates, goals)
task_words = st.sampled_from(
    ["", "carrots", "200ml of stock", "half the (small) onions, sliced", "what stands at the side"]
)
tasks = st.lists(
    st.one_of(
        st.builds(Task, st.sampled_from(["add", "pour"]), task_words, minutes),
        st.builds(
            Task,
            st.sampled_from(["baste", "turn", "check"]),
            st.just(""),
            st.none(),
            st.integers(1, 90).map(float),
        ),
        st.builds(Task, st.sampled_from(["cover", "uncover", "open"]), task_words),
    ),
    max_size=3,
).map(tuple)
beds: st.SearchStrategy[dict[str, Any]] = st.one_of(
    st.just({}),
    st.sampled_from([{"bed": "rack"}, {"bed": "roots"}]),
    st.integers(10, 10000).map(lambda ml: {"liquid_ml": float(ml)}),
    st.integers(10, 10000).map(lambda ml: {"liquid_ml": float(ml), "bed": "roots"}),
)
ovens = st.builds(
    lambda temp, length, air, cold, cover, bed, hung, pot: Oven(
        temp, length, air, cold, cover, tasks=hung, pot=pot and cover not in (None, "lid"), **bed
    ),
    air_temps,
    lengths,
    st.sampled_from([None, "still", "fan", "air", "grill"]),
    st.booleans(),
    st.sampled_from([None, "covered", "lid", "salt crust"]),
    beds,
    tasks,
    st.booleans(),
)
covers = st.sampled_from(["open", "tented", "wrapped", "bowl", "pan"])
stages = st.one_of(
    ovens,
    st.builds(Off, lengths, tasks),
    st.builds(Sear, st.one_of(fixed, st.builds(Rate, minutes, st.just("side"))), tasks),
    st.builds(Rest, lengths, covers, tasks),
    st.builds(Wait, fixed, st.sampled_from(["counter", "fridge", "freezer", "water"])),
    st.just(Turn()),
)
peaks = st.builds(Oven, air_temps, st.builds(UntilPeak, core_temps))
methods = st.builds(
    lambda before, peak, after: Method((*before, *([peak] if peak else []), *after)),
    st.lists(stages, max_size=3),
    st.one_of(st.none(), peaks),
    st.lists(stages, min_size=1, max_size=3),
).filter(lambda m: not all(isinstance(s, Turn) for s in m.stages))


@given(methods)
def test_what_is_printed_reads_back_as_the_same(method: Method) -> None:
    assert parse_method(str(method)) == method


@given(methods)
def test_case_and_spaces_are_free(method: Method) -> None:
    text = str(method).upper().replace("; ", " ;\n ")
    # A task's own words keep the case they are written in.
    assert str(parse_method(text)).casefold() == str(method).casefold()


@given(st.text(max_size=60))
def test_any_text_is_read_or_refused_with_a_place(text: str) -> None:
    fault: NotationError | None = None
    try:
        method = parse_method(text)
    except NotationError as error:
        fault = error
    if fault is None:
        assert parse_method(str(method)) == method
    else:
        assert 0 <= fault.start <= fault.end <= max(len(text), 1)
        assert fault.allowed


# --- examples --------------------------------------------------------------------------------
@pytest.mark.parametrize(
    ("text", "printed"),
    [
        (
            "210C fan 20min; 155C fan until peak 58C; rest tented 20min",
            "210C fan 20min; 155C fan until peak 58C; rest tented 20min",
        ),
        (
            "gas 7 18min; gas 4 36min/kg + 10min; rest open 15min",
            "gas 7 18min; gas 4 36min/kg + 10min; rest open 15min",
        ),
        (
            "sear 3min/side; 200C 14min/500g; rest pan 6min",
            "sear 3min/side; 200C 14min/500g; rest pan 6min",
        ),
        (
            "240F until 122F; rest open 25min; 480F fan 6min; rest open 8min",
            "240F until 122F; rest open 25min; 480F fan 6min; rest open 8min",
        ),
        ("245C 5min/lb; off 1h45; rest open 12min", "245C 5min/lb; off 1h45; rest open 12min"),
        ("Cold 120 °C until 50 degrees C for 2 hrs.", "cold 120C until 50C for 2h"),
        ("GAS MARK ½ 1 h 30 min.", "gas 1/2 1h30"),
        ("rest 20 minutes;", "rest open 20min"),
        ("210.5C 7,5min", "210.5C 7.5min"),
        (
            "140C covered in 400ml 5h; turn; 220C until brown; rest open 20min",
            "140C covered in 400ml 5h; turn; 220C until brown; rest open 20min",
        ),
        (
            "cold 120C salt crust until 50C; rest open 15min",
            "cold 120C salt crust until 50C; rest open 15min",
        ),
        (
            "175C still on roots 1h20 + baste every 25min + add carrots at 40min",
            "175C still on roots 1h20 + baste every 25min + add carrots at 40min",
        ),
        (
            "180C in 300 ml LID 2h +Pour 200 ml  of stock at 1h+ check",
            "180C lid in 300ml 2h + pour 200 ml of stock at 1h + check",
        ),
        ("220C grill until crisp; 90C until tender", "220C grill until crisp; 90C until tender"),
    ],
)
def test_examples(text: str, printed: str) -> None:
    assert str(parse_method(text)) == printed


@pytest.mark.parametrize(
    ("text", "place", "words"),
    [
        ("", 0, "no stage"),
        ("210 20min", 0, "210C or 210F (99 °C)"),
        ("7 20min", 0, "gas 7"),
        ("turn", 0, "takes time"),
        ("210C covered salt crust 5min", 13, "second cover"),
        ("210C salt 5min", 10, "salt crust"),
        ("210C on bricks 5min", 8, "rack, roots"),
        ("210C on rack on roots 5min", 13, "second thing"),
        ("210C in 200 5min", 8, "200ml"),
        ("210C in 20000ml 5min", 8, "10 to 10000"),
        ("210C 5min + dance", 12, "baste, turn, add"),
        ("210C 50min + baste every 0.2min", 25, "too often"),
        ("210C 50min + baste every 25", 25, "a time such as"),
        ("210C 20", 5, "20min"),
        ("210C fan", 8, "the end of the text"),
        ("210C until peak 58", 16, "58C"),
        ("210C 20min 155C 5min", 11, "put ';'"),
        ("210C 20min;; rest 5min", 11, "empty stage"),
        ("gas 12 5min", 4, "1/4, 1/2, 1 to 10"),
        ("600C 5min", 0, "30 to 350"),
        ("210C 5min/side", 10, "kg, lb, 500g"),
        ("210C 5min/stone", 10, "kg, lb, 500g"),
        ("210C until peak 58C; 100C until peak 60C", 21, "one 'until peak'"),
        ("210C @", 5, "cannot be read"),
        ("210C ¹", 5, "where a length should be"),
        ("¹", 0, "cannot start a stage"),
        ("٣C 5min", 0, "cannot be read"),
        ("210C until 120C", 11, "out of range"),
        ("210C 49h", 5, "48 hours"),
        ("210C 0min", 5, "48 hours"),
        ("210C until 58C for", 18, "a time"),
        ("roast it", 0, "cannot start a stage"),
        ("210C 5min/kg + 10", 15, "10min"),
    ],
)
def test_faults_say_where_and_what(text: str, place: int, words: str) -> None:
    with pytest.raises(NotationError) as caught:
        parse_method(text)
    assert caught.value.start == place
    assert words in caught.value.sentence
    assert f"character {place + 1}" in caught.value.sentence


def test_a_task_knows_when_it_falls_due() -> None:
    assert Task("baste", every_min=25.0).times(80.0) == [25.0, 50.0, 75.0]
    assert Task("add", "carrots", at_min=40.0).times(80.0) == [40.0]
    assert Task("add", "carrots", at_min=40.0).times(30.0) == []
    assert Task("check").times(30.0) == [0.0]


def test_a_method_has_an_end() -> None:
    with pytest.raises(NotationError, match="at most 100"):
        parse_method("; ".join(["200C 1min"] * (MAX_ITEMS + 1)))


@pytest.mark.parametrize(
    ("value", "text"), [(20, "20min"), (60, "1h"), (90, "1h30"), (65, "1h05"), (7.25, "7.25min")]
)
def test_times_as_a_cook_writes_them(value: float, text: str) -> None:
    assert time_text(value) == text


def test_rates_are_on_the_raw_weight() -> None:
    assert Rate(15.0, "500g", 10.0).minutes(weight_kg=2.0, sides=4) == pytest.approx(70.0)
    assert Rate(20.0, "lb").minutes(weight_kg=0.45359237, sides=4) == pytest.approx(20.0)
    assert Rate(3.0, "side").minutes(weight_kg=9.0, sides=2) == pytest.approx(6.0)


def test_the_take_out_is_the_last_goal_that_heats() -> None:
    def pull(text: str) -> int:
        return parse_method(text).pull_index

    assert pull("210C 20min; 155C until 50C; rest open until falling") == 1
    assert pull("210C 20min; 155C 40min; rest open 5min") == 1
    assert pull("115C until 54C; rest open 20min; 235C 8min; rest open 5min") == 0
    assert pull("rest open 5min") == 0


@pytest.mark.parametrize(("mark", "c"), [("1/4", 107.2), ("1", 135.0), ("4", 176.7), ("10", 260.0)])
def test_gas_marks(mark: str, c: float) -> None:
    assert Temp(mark, "gas").c == pytest.approx(c, abs=0.1)


def test_a_stage_is_any_of_six() -> None:
    kinds: tuple[type[Stage], ...] = (Oven, Off, Sear, Rest, Wait, Turn)
    text = "sear 5min; 200C 10min; turn; off 5min; rest 5min; wait 5min"
    assert {type(s) for s in parse_method(text).stages} == set(kinds)


@pytest.mark.parametrize(
    ("text", "same"),
    [
        ("sear 90s/side; 160C until 54C for 15s", "sear 90s/side; 160C until 54C for 15s"),
        ("sear 90 seconds per side; 160C 1min30s", "sear 90s/side; 160C 90s"),
        ("170C 1h + add carrots at 0min", "170C 1h + add carrots at 0min"),
        ("170C 2h + baste at 30min every 20min", "170C 2h + baste at 30min every 20min"),
    ],
)
def test_seconds_and_tasks_from_the_start_or_from_a_minute_on(text: str, same: str) -> None:
    text = text.replace(" per ", "/")
    method = parse_method(text)
    assert str(method) == same
    assert parse_method(str(method)) == method


def test_a_task_from_a_minute_on_comes_again_and_again() -> None:
    task = parse_method("170C 2h + baste at 30min every 20min").stages[0].tasks[0]
    assert task.times(100.0) == [30.0, 50.0, 70.0, 90.0]
    assert parse_method("170C 2h + add roots at 0min").stages[0].tasks[0].times(60.0) == [0.0]
