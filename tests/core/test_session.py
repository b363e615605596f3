"""The fold: any log replays to the live state; what is withdrawn no longer counts."""

from __future__ import annotations

import json
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.entries import KINDS, Judged, RoastEntry, entry_of
from trencher.core.errors import Conflict, InputError
from trencher.core.session import Session, apply, check_step, replay

PLAN: dict[str, Any] = {
    "name": "x",
    "serve_at": "2026-10-03T19:00:00+00:00",
    "wanted_c": 57.0,
    "rest_min": 10.0,
    "oven_id": "house",
    "joint": {"cut": "beef-sirloin-boned", "weight_kg": 1.9},
}


def log_of(*steps: tuple[str, dict[str, Any]]) -> list[RoastEntry]:
    return [entry_of(kind, data, i + 1) for i, (kind, data) in enumerate(steps)]


LAID = ("laid", PLAN)
CHOSE = ("chose", {"school": "s", "method": "170C until 50C; rest open 10min", "pull_stage": 0})
PUT_IN = ("put_in", {"at": "2026-10-03T17:00:00+00:00", "core_c": 5.5})


def read(minute: float, value: float) -> tuple[str, dict[str, Any]]:
    return "read", {"minute": minute, "low_c": value, "high_c": value, "place": "core"}


def out(minute: float) -> tuple[str, dict[str, Any]]:
    return "ended_stage", {"stage": 0, "minute": minute}


WHOLE = log_of(
    LAID,
    CHOSE,
    PUT_IN,
    read(30, 15),
    read(60, 40),
    out(80),
    read(90, 55),
    ("carved", {"minute": 110.0}),
    ("judged", {"verdict": "good", "change": ""}),
)


def test_a_whole_roast() -> None:
    s = replay(WHOLE)
    assert s.status == "done"
    assert s.start_c == 5.5
    assert s.pulled_min == 80
    assert [r.low_c for r in s.readings] == [15, 40, 55]
    assert s.verdict == Judged(seq=9, verdict="good", change="")


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
            session = apply(session, entry_of("withdrew", {"seq": seq}, 100 + n))
    kept = [e for e in WHOLE[:7] if e.seq not in session.withdrawn]
    bare = replay(kept)
    assert session.readings == bare.readings
    assert session.ends == bare.ends
    assert session.status == bare.status


def test_the_log_keeps_what_was_withdrawn() -> None:
    session = apply(replay(WHOLE[:5]), entry_of("withdrew", {"seq": 4}, 6))
    assert [e.seq for e in session.log] == [1, 2, 3, 4, 5, 6]
    assert [r.seq for r in session.readings] == [5]


def test_a_late_entry_stands_at_its_own_minute() -> None:
    session = replay(log_of(LAID, CHOSE, PUT_IN, read(60, 40), read(30, 15)))
    assert [r.minute for r in session.readings] == [30, 60]


def test_withdrawing_the_take_out_puts_it_back_in() -> None:
    session = replay(WHOLE[:6])
    assert session.status == "resting"
    assert apply(session, entry_of("withdrew", {"seq": 6}, 7)).status == "roasting"


PLANNED, INSIDE, RESTING, DONE = WHOLE[:2], WHOLE[:4], WHOLE[:6], WHOLE[:8]


OUT, CARVED, JUDGED = out(80), ("carved", {"minute": 110.0}), ("judged", {"verdict": "good"})
DOOR = ("marked", {"what": "door", "minute": 40.0})


def back(seq: int) -> tuple[str, dict[str, Any]]:
    return "withdrew", {"seq": seq}


@pytest.mark.parametrize(
    ("log", "step"),
    [
        (WHOLE[:1], PUT_IN),
        (PLANNED, read(30, 15)),
        (PLANNED, OUT),
        (INSIDE, PUT_IN),
        (INSIDE, CHOSE),
        (INSIDE, ("changed", {"wanted_c": 55.0})),
        (INSIDE, CARVED),
        (RESTING, JUDGED),
        (DONE, read(30, 15)),
        (INSIDE, back(99)),
        (INSIDE, back(1)),
        (INSIDE, back(3)),
    ],
)
def test_steps_that_do_not_fit_are_refused(
    log: list[RoastEntry], step: tuple[str, dict[str, Any]]
) -> None:
    with pytest.raises(Conflict) as caught:
        check_step(replay(log), entry_of(*step))
    assert caught.value.sentence


@pytest.mark.parametrize(
    ("kind", "data"),
    [
        ("flew", {}),
        ("marked", {"what": "sang", "minute": 1.0}),
        ("closed", {"why": "stolen"}),
        ("weighed", {"what": "tail", "kg": 1.0}),
    ],
)
def test_words_nobody_knows_are_refused(kind: str, data: dict[str, Any]) -> None:
    with pytest.raises(InputError, match="allowed"):
        check_step(replay(INSIDE), entry_of(kind, data))


@pytest.mark.parametrize(
    ("log", "step"),
    [
        (PLANNED, PUT_IN),
        (INSIDE, read(30, 15)),
        (INSIDE, DOOR),
        (RESTING, CARVED),
        (RESTING, read(90, 55)),
        (DONE, JUDGED),
        (WHOLE[:3], back(3)),
    ],
)
def test_steps_that_fit_are_let_through(
    log: list[RoastEntry], step: tuple[str, dict[str, Any]]
) -> None:
    check_step(replay(log), entry_of(*step))


EVERY: list[tuple[str, dict[str, Any]]] = [
    LAID,
    CHOSE,
    PUT_IN,
    read(30, 15),
    OUT,
    CARVED,
    JUDGED,
    DOOR,
    ("weighed", {"what": "cooked", "kg": 1.5}),
    ("noted", {"text": "Thicker.", "tags": ["Sunday"]}),
    ("pictured", {"picture": "0a" * 32, "words": "Pink to the edge"}),
    back(4),
    ("changed", {"name": "Y", "care": {"frozen": "was"}, "buy": {"price": 30.0, "offers": []}}),
    (
        "rewrote",
        {
            "code": "c",
            "words": "w",
            "method": "m",
            "pull_stage": 0,
            "ends": {"0": 9.0},
            "minute": 9.0,
        },
    ),
    ("closed", {"why": "thrown"}),
    ("attached", {"device": "d", "channel": "1", "place": "core"}),
    ("detached", {"device": "d", "channel": "1", "minute": 4.0}),
    ("answered", {"code": "a", "minute": 3.0}),
    ("sliced", {"slice": 0, "minute": 9.0, "low_c": 5.0}),
    ("claimed", {"portion": "bone", "name": "Ines"}),
    ("kept", {"what": "slices", "minute": 9.0}),
    ("used", {"batch": 4, "what": "eaten", "at": "2026-10-04"}),
    ("corrected", {"seq": 4, "data": {"minute": 5.0}, "shift_min": 2.0}),
]


@pytest.mark.parametrize(("kind", "data"), EVERY, ids=[kind for kind, _ in EVERY])
def test_every_kind_is_read_as_it_was_written(kind: str, data: dict[str, Any]) -> None:
    entry = entry_of(kind, data, 7, "2026-10-03T17:00:00+00:00")
    again = entry_of(kind, json.loads(json.dumps(entry.plain())), 7, entry.written)
    assert again == entry
    assert (entry.kind, entry.seq) == (kind, 7)


def test_every_kind_is_among_them() -> None:
    assert {kind for kind, _ in EVERY} == set(KINDS)


@pytest.mark.parametrize(
    ("kind", "data"),
    [
        ("read", {"minute": 1.0}),
        ("read", {"minute": "soon", "low_c": 1.0, "high_c": 1.0}),
        ("laid", {"name": "x"}),
        ("withdrew", {}),
        ("rewrote", {"ends": [1]}),
    ],
)
def test_what_is_no_entry_of_its_kind_is_no_entry(kind: str, data: dict[str, Any]) -> None:
    with pytest.raises((LookupError, TypeError, ValueError, AttributeError)):
        entry_of(kind, data)


def test_the_latest_weight_and_the_latest_notes_count() -> None:
    more: list[tuple[str, dict[str, Any]]] = [
        ("weighed", {"what": "cooked", "kg": 1.5}),
        ("weighed", {"what": "cooked", "kg": 1.4}),
        ("noted", {"text": "a", "tags": ["x"]}),
        ("noted", {"text": "b"}),
    ]
    session = replay([*WHOLE, *(entry_of(k, d, 10 + n) for n, (k, d) in enumerate(more))])
    assert session.weights == {"cooked": 1.4}
    assert session.notes is not None
    assert (session.notes.text, session.notes.tags) == ("b", ())
    back_to = apply(apply(session, entry_of(*back(11), 14)), entry_of(*back(13), 15))
    assert back_to.weights == {"cooked": 1.5}
    assert back_to.notes is not None
    assert back_to.notes.tags == ("x",)
