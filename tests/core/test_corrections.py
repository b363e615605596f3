"""Corrected and withdrawn: the log keeps both, what counts is computed anew."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.entries import Read, RoastEntry, entry_of
from trencher.core.errors import Conflict, InputError
from trencher.core.session import Session, apply, check_step, counted, replay

BEGUN: list[tuple[str, dict[str, Any]]] = [
    (
        "laid",
        {
            "name": "Sirloin",
            "oven_id": "house",
            "wanted_c": 57.0,
            "rest_min": 10.0,
            "serve_at": "2026-10-03T19:00:00+01:00",
            "joint": {"cut": "beef-sirloin-boned", "weight_kg": 1.9},
        },
    ),
    ("chose", {"method": "170C until 50C", "pull_stage": 0, "school": None}),
    ("put_in", {"at": "2026-10-03T16:00:00+01:00", "core_c": 6.0}),
    ("read", {"minute": 30.0, "low_c": 12.0, "high_c": 12.0}),
    ("marked", {"what": "door", "minute": 40.0, "seconds": 60.0}),
    ("ended_stage", {"stage": 0, "minute": 80.0}),
]


def log(*more: tuple[str, dict[str, Any]]) -> list[RoastEntry]:
    return [entry_of(kind, data, n + 1) for n, (kind, data) in enumerate([*BEGUN, *more])]


def fix(seq: int, **data: Any) -> tuple[str, dict[str, Any]]:
    return ("corrected", {"seq": seq, "data": {**BEGUN[seq - 1][1], **data}})


def test_a_corrected_reading_counts_as_corrected_and_the_log_keeps_both() -> None:
    found = replay(log(fix(4, low_c=21.0, high_c=21.0, minute=35.0)))
    assert [(r.seq, r.minute, r.low_c) for r in found.readings] == [(4, 35.0, 21.0)]
    assert found.corrected == {4}
    assert found.log[3].plain()["low_c"] == 12.0


def test_a_correction_taken_back_is_as_if_it_had_never_been() -> None:
    found = replay(log(fix(4, low_c=21.0, high_c=21.0), ("withdrew", {"seq": 7})))
    assert found.readings[0].low_c == 12.0
    assert found.corrected == frozenset()


def test_the_latest_correction_counts() -> None:
    found = replay(log(fix(4, low_c=21.0, high_c=21.0), fix(4, low_c=13.0, high_c=13.0)))
    assert found.readings[0].low_c == 13.0


def test_went_in_earlier_than_was_said_every_minute_moves() -> None:
    shifted = fix(3, at="2026-10-03T15:50:00+01:00")
    shifted[1]["shift_min"] = 10.0
    later = ("read", {"minute": 100.0, "low_c": 50.0, "high_c": 50.0})
    found = replay(log(shifted, later))
    assert [r.minute for r in found.readings] == [40.0, 100.0]
    assert found.marks[0].minute == 50.0
    assert found.ends == {0: 90.0}
    assert found.put_in_at == "2026-10-03T15:50:00+01:00"


def test_a_joint_moved_is_in_the_oven_it_was_moved_to_last() -> None:
    moves = [
        ("marked", {"what": "moved_oven", "minute": m, "oven_id": o})
        for m, o in ((60.0, "range"), (50.0, "spare"))
    ]
    found = replay(log(*moves))
    assert found.oven_id == "range"
    assert replay([*found.log, entry_of("withdrew", {"seq": 7}, 9)]).oven_id == "spare"


@pytest.mark.parametrize(("seq", "error"), [(99, Conflict), (1, Conflict), (2, Conflict)])
def test_what_cannot_be_corrected(seq: int, error: type[Exception]) -> None:
    with pytest.raises(error):
        check_step(replay(log()), entry_of("corrected", {"seq": seq, "data": {}}))


def test_a_sense_nobody_has_is_refused() -> None:
    mark = {"what": "sense", "sense": "hunch", "minute": 1.0}
    with pytest.raises(InputError):
        check_step(replay(log()), entry_of("marked", mark))


steps = st.lists(
    st.one_of(
        st.builds(
            lambda m, c: ("read", {"minute": m, "low_c": c, "high_c": c}),
            st.floats(0, 200),
            st.floats(0, 90),
        ),
        st.builds(lambda s, c: ("fix", s, c), st.integers(3, 12), st.floats(0, 90)),
        st.builds(lambda s: ("drop", s), st.integers(4, 14)),
    ),
    max_size=12,
)


@given(steps)
def test_one_by_one_and_all_at_once_make_the_same(things: list[tuple[Any, ...]]) -> None:
    session = replay(log())
    for thing in things:
        seq = session.last_seq + 1
        known = {e.seq: e for e in counted(session)}
        if thing[0] == "read":
            session = apply(session, entry_of("read", thing[1], seq))
        elif thing[0] == "fix" and isinstance(known.get(thing[1]), Read):
            data = {**known[thing[1]].plain(), "low_c": thing[2], "high_c": thing[2]}
            session = apply(session, entry_of("corrected", {"seq": thing[1], "data": data}, seq))
        elif thing[0] == "drop" and isinstance(known.get(thing[1]), Read):
            session = apply(session, entry_of("withdrew", {"seq": thing[1]}, seq))
    assert replay(session.log) == session
    assert isinstance(session, Session)
