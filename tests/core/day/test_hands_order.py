"""Small tasks get minutes of their own; long ones go on around them."""

from __future__ import annotations

from itertools import pairwise

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from trencher.core.day.hands_order import NEAR_MIN, Hands, in_turn
from trencher.core.day.steps import Code, DayStep


def step(id: str, at: float, minutes: float, code: Code = "turn", who: str = "") -> DayStep:
    return DayStep(
        id=id,
        dish="d",
        code=code,
        words=id,
        at_min=at,
        until_min=at + minutes,
        hands_min=minutes,
        who=who,
    )


def test_two_at_one_minute_stand_side_by_side() -> None:
    done, failed = in_turn([step("a", -30, 2), step("b", -30, 2)], 1)
    assert failed == []
    first, second = done
    assert second.at_min == pytest.approx(first.at_min + 2)


def test_a_second_pair_of_hands_takes_it_at_the_minute() -> None:
    done, _ = in_turn([step("a", -30, 2), step("b", -30, 2)], 2, ["Rhona"])
    assert {(s.at_min, s.who) for s in done} == {(-30.0, ""), (-30.0, "Rhona")}


def test_the_joint_has_the_first_word() -> None:
    done, _ = in_turn([step("side", -30, 2), step("joint", -30, 3, "out")], 1)
    at = {s.id: s.at_min for s in done}
    assert at["joint"] == -30
    assert at["side"] != -30


def test_carving_goes_on_around_what_interrupts_it() -> None:
    done, _ = in_turn([step("carve", -20, 8, "carve"), step("peas", -16, 1)], 1)
    carve = next(s for s in done if s.id == "carve")
    assert carve.pieces == ((-20, -16), (-15, -12))
    assert carve.hands_min == pytest.approx(7)


def test_what_finds_no_minute_nearby_is_said() -> None:
    crowd = [step(f"s{n}", -30, 5) for n in range(8)]
    done, failed = in_turn(crowd, 1)
    assert failed
    assert len(done) + len(failed) == len(crowd)


def test_a_named_helper_is_nobody_elses_hands() -> None:
    done, _ = in_turn([step("lift", -30, 3, "in", "Pascoe"), step("a", -30, 2)], 1)
    at = {s.id: (s.who, s.at_min) for s in done}
    assert at == {"lift": ("Pascoe", -30), "a": ("", -30)}


def test_what_is_left_between_interruptions() -> None:
    hands = Hands([""])
    hands.busy[""] = [(2.0, 3.0), (3.0, 4.0), (9.0, 12.0)]
    assert hands.around("", 0.0, 10.0) == ((0.0, 2.0), (4.0, 9.0))
    assert hands.around("", 9.5, 11.0) == ()


tasks = st.lists(
    st.tuples(
        st.floats(-120, -10),
        st.floats(0.5, 6),
        st.sampled_from(["in", "out", "turn", "ready_side", "prep"]),
    ),
    max_size=14,
)


@settings(max_examples=60)
@given(tasks, st.integers(1, 3))
def test_no_pair_of_hands_ever_does_two_things(
    wanted: list[tuple[float, float, Code]], hands: int
) -> None:
    steps = [step(f"s{n}", at, m, code) for n, (at, m, code) in enumerate(wanted)]
    steps.append(step("carve", -30, 12, "carve"))
    done, failed = in_turn(steps, hands)
    assert {s.id for s in done} | {s.id for s in failed} == {s.id for s in steps}
    asked = {s.id: s for s in steps}
    for who in {s.who for s in done}:
        busy = sorted(p for s in done if s.who == who for p in s.busy)
        assert all(b <= c + 1e-9 for (_, b), (c, _) in pairwise(busy))
    for s in done:
        assert abs(s.at_min - asked[s.id].at_min) <= NEAR_MIN + 1e-9
        assert s.until_min >= s.at_min
