"""The fold: any log replays to the live state; what is withdrawn no longer counts."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.errors import Conflict, InputError
from trencher.core.events import Event
from trencher.core.session import Session, apply, check_step, replay

PLAN: dict[str, Any] = {"name": "x", "serve_at": "2026-10-03T19:00:00+00:00", "wanted_c": 57.0}


def log_of(*steps: tuple[str, dict[str, Any]]) -> list[Event]:
    return [Event(i + 1, kind, data) for i, (kind, data) in enumerate(steps)]


LAID = ("laid", PLAN)
CHOSE = ("chose", {"school": "s", "method": "170C until 50C; rest open 10min", "pull_stage": 0})
PUT_IN = ("put_in", {"at": "2026-10-03T17:00:00+00:00", "core_c": 5.5})


def read(minute: float, value: float) -> tuple[str, dict[str, Any]]:
    return "read", {"minute": minute, "low_c": value, "high_c": value, "place": "core"}


def out(minute: float) -> tuple[str, dict[str, Any]]:
    return "ended_stage", {"stage": 0, "minute": minute}


WHOLE = log_of(
    LAID, CHOSE, PUT_IN, read(30, 15), read(60, 40), out(80), read(90, 55),
    ("carved", {"minute": 110.0}), ("judged", {"verdict": "good", "change": ""}),
)  # fmt: skip


def test_a_whole_roast() -> None:
    s = replay(WHOLE)
    assert s.status == "done"
    assert s.start_c == 5.5
    assert s.pulled_min == 80
    assert [r.low_c for r in s.readings] == [15, 40, 55]
    assert s.verdict == {"verdict": "good", "change": ""}


@pytest.mark.parametrize("steps", range(len(WHOLE) + 1))
def test_replaying_equals_living(steps: int) -> None:
    lived = Session()
    for event in WHOLE[:steps]:
        lived = apply(lived, event)
    assert replay(WHOLE[:steps]) == lived


@given(st.lists(st.sampled_from(range(3, 9)), max_size=4, unique=True))
def test_withdrawing_is_as_if_it_had_never_been(gone: list[int]) -> None:
    session = replay(WHOLE[:7])
    for n, seq in enumerate(gone):
        if seq <= 7 and seq > 3:
            session = apply(session, Event(100 + n, "withdrew", {"seq": seq}))
    kept = [e for e in WHOLE[:7] if e.seq not in session.withdrawn]
    bare = replay(kept)
    assert session.readings == bare.readings
    assert session.ends == bare.ends
    assert session.status == bare.status


def test_the_log_keeps_what_was_withdrawn() -> None:
    session = apply(replay(WHOLE[:5]), Event(6, "withdrew", {"seq": 4}))
    assert [e.seq for e in session.log] == [1, 2, 3, 4, 5, 6]
    assert [r.seq for r in session.readings] == [5]


def test_a_late_entry_stands_at_its_own_minute() -> None:
    session = replay(log_of(LAID, CHOSE, PUT_IN, read(60, 40), read(30, 15)))
    assert [r.minute for r in session.readings] == [30, 60]


def test_withdrawing_the_take_out_puts_it_back_in() -> None:
    session = replay(WHOLE[:6])
    assert session.status == "resting"
    assert apply(session, Event(7, "withdrew", {"seq": 6})).status == "roasting"


PLANNED, INSIDE, RESTING, DONE = WHOLE[:2], WHOLE[:4], WHOLE[:6], WHOLE[:8]


@pytest.mark.parametrize(
    ("log", "kind", "data"),
    [
        (WHOLE[:1], "put_in", {}),
        (PLANNED, "read", {}),
        (PLANNED, "ended_stage", {}),
        (INSIDE, "put_in", {}),
        (INSIDE, "chose", {}),
        (INSIDE, "changed", {}),
        (INSIDE, "carved", {}),
        (RESTING, "judged", {}),
        (DONE, "read", {}),
        (INSIDE, "withdrew", {"seq": 99}),
        (INSIDE, "withdrew", {"seq": 1}),
        (INSIDE, "withdrew", {"seq": 3}),
    ],
)
def test_steps_that_do_not_fit_are_refused(
    log: list[Event], kind: str, data: dict[str, Any]
) -> None:
    with pytest.raises(Conflict) as caught:
        check_step(replay(log), kind, data)
    assert caught.value.sentence


@pytest.mark.parametrize(("kind", "data"), [("flew", {}), ("marked", {"what": "sang"})])
def test_words_nobody_knows_are_refused(kind: str, data: dict[str, Any]) -> None:
    with pytest.raises(InputError, match="allowed"):
        check_step(replay(INSIDE), kind, data)


@pytest.mark.parametrize(
    ("log", "kind", "data"),
    [
        (PLANNED, "put_in", {}), (INSIDE, "read", {}), (INSIDE, "marked", {"what": "door"}),
        (RESTING, "carved", {}), (RESTING, "read", {}), (DONE, "judged", {}),
        (WHOLE[:3], "withdrew", {"seq": 3}),
    ],
)  # fmt: skip
def test_steps_that_fit_are_let_through(log: list[Event], kind: str, data: dict[str, Any]) -> None:
    check_step(replay(log), kind, data)
