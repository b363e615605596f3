"""Methods changed by hand: whatever is done, what comes out can be written and read again."""

from __future__ import annotations

from collections.abc import Callable

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.errors import InputError
from trencher.core.method import edit
from trencher.core.method.edit import FRESH
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Task, UntilPeak

TEXT = "220C 20min; 160C until peak 57C + baste every 25min; rest tented 40min"


def method(text: str = TEXT) -> Method:
    return parse_method(text)


@pytest.mark.parametrize(
    ("change", "text"),
    [
        (
            lambda m: edit.with_minutes(m, 0, 26.4),
            "220C 26min; 160C until peak 57C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.with_minutes(m, 1, 90),
            "220C 20min; 160C 1h30 + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.with_goal(m, 1, 54.04, peak=False),
            "220C 20min; 160C until 54C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.with_goal(m, 0, 40, peak=True),
            "220C until peak 40C; 160C until 57C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.with_outcome(m, 0, "brown"),
            "220C until brown; 160C until peak 57C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.with_heat(m, 1, 143.6),
            "220C 20min; 144C until peak 57C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.inserted(m, 2, "turn"),
            "220C 20min; 160C until peak 57C + baste every 25min; turn; rest tented 40min",
        ),
        (
            lambda m: edit.inserted(m, 0, "oven"),
            "220C 30min; 220C 20min; 160C until peak 57C + baste every 25min; rest tented 40min",
        ),
        (lambda m: edit.removed(m, 1), "220C 20min; rest tented 40min"),
        (
            lambda m: edit.moved(m, 1, 0),
            "160C until peak 57C + baste every 25min; 220C 20min; rest tented 40min",
        ),
        (
            lambda m: edit.hung(m, 0, Task("check", at_min=10.0)),
            "220C 20min + check at 10min; 160C until peak 57C + baste every 25min; "
            "rest tented 40min",
        ),
        (lambda m: edit.unhung(m, 1, 0), "220C 20min; 160C until peak 57C; rest tented 40min"),
        (
            lambda m: edit.dressed(m, 2, "wrapped"),
            "220C 20min; 160C until peak 57C + baste every 25min; rest wrapped 40min",
        ),
        (
            lambda m: edit.dressed(m, 0, "rack"),
            "220C on rack 20min; 160C until peak 57C + baste every 25min; rest tented 40min",
        ),
        (
            lambda m: edit.dressed(edit.dressed(m, 0, "liquid"), 0, "covered"),
            "220C covered in 300ml 20min; 160C until peak 57C + baste every 25min; "
            "rest tented 40min",
        ),
        (lambda m: edit.dressed(edit.dressed(m, 0, "cold"), 0, "bare"), TEXT),
    ],
)
def test_one_change_by_hand(change: Callable[[Method], Method], text: str) -> None:
    assert str(change(method())) == text


def test_a_heat_keeps_the_unit_it_was_written_in() -> None:
    assert str(edit.with_heat(method("320F 1h"), 0, 150.0)) == "302F 1h"
    assert str(edit.with_heat(method("gas 4 1h"), 0, 150.0)) == "150C 1h"


def test_a_split_keeps_tasks_where_they_fall_and_the_goal_at_the_end() -> None:
    text = "160C until peak 57C + turn at 30min + baste at 70min; rest open 20min"
    halves = edit.split(method(text), 0, 45.0, 100.0)
    assert str(halves) == (
        "160C 45min + turn at 30min; 160C until peak 57C + baste at 25min; rest open 20min"
    )
    assert str(edit.split(method("cold 160C 15min/500g"), 0, 20.0, 57.0)) == (
        "cold 160C 20min; 160C 37min"
    )


@pytest.mark.parametrize(
    ("change", "words"),
    [
        (lambda m: edit.with_minutes(m, 9, 10), "stage: 9 is out of range"),
        (lambda m: edit.with_minutes(m, 0, 0), "minutes"),
        (lambda m: edit.with_goal(m, 2, 55, peak=True), "a stage in the oven"),
        (lambda m: edit.with_goal(m, 1, 120, peak=True), "core_c"),
        (lambda m: edit.with_outcome(m, 2, "brown"), "a stage in the oven"),
        (lambda m: edit.with_heat(m, 2, 150), "no heat of its own"),
        (lambda m: edit.with_heat(m, 0, 500), "air_c"),
        (lambda m: edit.removed(edit.removed(edit.removed(m, 0), 0), 0), "at least one stage"),
        (lambda m: edit.moved(m, 0, 7), "stage: 7"),
        (lambda m: edit.unhung(m, 0, 0), "task"),
        (lambda m: edit.dressed(m, 2, "rack"), "does not suit"),
        (lambda m: edit.hung(m, 0, edit.task_of("flambé", "", None, None)), "is no task"),
        (lambda m: edit.split(m, 0, 19.9, 20.0), "after_min"),
        (lambda m: edit.inserted(m, 4, "oven"), "stage: 4"),
        (lambda m: edit.hung(edit.inserted(m, 1, "turn"), 1, Task("baste")), "carries no task"),
    ],
)
def test_what_makes_no_sense_is_refused_with_what_is_allowed(
    change: Callable[[Method], Method], words: str
) -> None:
    with pytest.raises(InputError, match=words):
        change(method())


KINDS = st.sampled_from(sorted(FRESH))
CHANGES = st.one_of(
    st.tuples(st.just("minutes"), st.integers(0, 6), st.floats(1, 300)),
    st.tuples(st.just("peak"), st.integers(0, 6), st.floats(30, 80)),
    st.tuples(st.just("heat"), st.integers(0, 6), st.floats(60, 250)),
    st.tuples(st.just("insert"), st.integers(0, 6), KINDS),
    st.tuples(st.just("remove"), st.integers(0, 6), st.just(0)),
    st.tuples(st.just("move"), st.integers(0, 6), st.integers(0, 6)),
    st.tuples(st.just("split"), st.integers(0, 6), st.floats(2, 30)),
)
DO: dict[str, Callable[..., Method]] = {
    "minutes": edit.with_minutes,
    "peak": lambda m, i, v: edit.with_goal(m, i, v, peak=True),
    "heat": edit.with_heat,
    "insert": edit.inserted,
    "remove": lambda m, i, _: edit.removed(m, i),
    "move": edit.moved,
    "split": lambda m, i, v: edit.split(m, i, v, 60.0),
}


@given(st.lists(CHANGES, max_size=8))
def test_after_any_changes_it_reads_back_and_aims_at_one_peak(
    changes: list[tuple[str, int, object]],
) -> None:
    now = method()
    for what, i, value in changes:
        try:
            now = DO[what](now, i, value)
        except InputError:
            continue
        assert parse_method(str(now)) == now
        assert sum(isinstance(s.length, UntilPeak) for s in now.stages) <= 1


@given(st.integers(2, 118))
def test_a_stage_split_anywhere_lasts_as_long_as_before(cut: int) -> None:
    halves = edit.split(method("150C 2h; rest open 20min"), 0, float(cut), 120.0)
    lengths = [s.length.min for s in halves.stages[:2]]  # type: ignore[union-attr]
    assert sum(lengths) == 120.0
    assert lengths[0] == float(cut)


@given(st.permutations(range(4)))
def test_any_order_is_reached_by_moving_one_at_a_time(order: list[int]) -> None:
    start = method("wait counter 1h; sear 6min; 150C 1h; rest open 20min")
    now = start
    for place, wanted in enumerate(order):
        at = now.stages.index(start.stages[wanted])
        now = edit.moved(now, at, place)
    assert list(now.stages) == [start.stages[n] for n in order]
