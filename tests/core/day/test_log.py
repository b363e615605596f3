"""A day as a fold of its log: replayed it is the same, taken back it is as if it had not been."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from trencher.core.day.log import Day, apply_to_day, check_day_step, day_entry_of, replay_day
from trencher.core.errors import Conflict, InputError
from trencher.core.events import Entry

OPENED: dict[str, Any] = {"serve_at": "2026-10-03T19:00:00+00:00", "people": 8, "sides": []}


def log(*entries: tuple[str, dict[str, Any]]) -> list[Entry]:
    return [day_entry_of(kind, data, n) for n, (kind, data) in enumerate(entries, 1)]


def test_the_last_change_of_a_fact_counts_and_the_others_stay() -> None:
    day = replay_day(
        log(("opened", OPENED), ("changed", {"people": 9}), ("changed", {"people": 12}))
    )
    assert day.facts["people"] == 12
    assert day.facts["sides"] == []
    assert day.last_seq == 3


def test_done_and_skipped_exclude_each_other() -> None:
    did = ("did", {"step": "a", "at": "18:00"})
    skipped = ("skipped", {"step": "a", "at": "18:05"})
    first = replay_day(log(("opened", OPENED), did, skipped))
    assert (dict(first.done), dict(first.skipped)) == ({}, {"a": "18:05"})
    back = replay_day(log(("opened", OPENED), skipped, did))
    assert (dict(back.done), dict(back.skipped)) == ({"a": "18:00"}, {})


def test_a_slip_is_kept_with_its_mend() -> None:
    slip = {"code": "plates_cold", "dish": "", "at": "18:30", "mend": "Hot water"}
    day = replay_day(log(("opened", OPENED), ("slipped", slip)))
    assert (day.slips[0].seq, day.slips[0].code, day.slips[0].mend) == (
        2,
        "plates_cold",
        "Hot water",
    )


def test_what_is_taken_back_is_as_if_it_had_never_been_and_stays_in_the_log() -> None:
    events = log(
        ("opened", OPENED),
        ("changed", {"people": 9}),
        ("did", {"step": "a", "at": "18:00"}),
        ("withdrew", {"seq": 2}),
    )
    day = replay_day(events)
    assert day.facts["people"] == 8
    assert dict(day.done) == {"a": "18:00"}
    assert len(day.log) == 4
    assert day.withdrawn == {2}


def test_a_tick_is_known_by_its_number() -> None:
    events = log(
        ("opened", OPENED),
        ("did", {"step": "a", "at": "18:00"}),
        ("did", {"step": "b", "at": "18:01"}),
        ("skipped", {"step": "a", "at": "18:02"}),
        ("withdrew", {"seq": 3}),
    )
    assert replay_day(events[:3]).ticks == {"a": 2, "b": 3}
    assert replay_day(events).ticks == {"a": 4}


def test_undo_takes_the_latest_that_still_counts() -> None:
    events = log(
        ("opened", OPENED),
        ("changed", {"people": 9}),
        ("did", {"step": "a", "at": "18:00"}),
        ("withdrew", {"seq": 3}),
    )
    day = replay_day(events)
    assert day.undoable is not None
    assert day.undoable.seq == 2
    assert replay_day(events[:1]).undoable is None
    assert Day().undoable is None


steps = st.sampled_from(["a", "b", "c"])
entry = st.one_of(
    st.tuples(st.just("changed"), st.fixed_dictionaries({"people": st.integers(1, 30)})),
    st.tuples(
        st.sampled_from(["did", "skipped"]),
        st.fixed_dictionaries({"step": steps, "at": st.just("18:00")}),
    ),
    st.tuples(
        st.just("slipped"),
        st.fixed_dictionaries(
            {"code": st.just("plates_cold"), "dish": st.just(""), "at": st.just("18:00")}
        ),
    ),
)


@given(st.lists(entry, max_size=12), st.data())
def test_replayed_it_equals_the_live_day(
    entries: list[tuple[str, dict[str, Any]]], data: st.DataObject
) -> None:
    day = apply_to_day(Day(), day_entry_of("opened", OPENED, 1))
    for kind, payload in entries:
        made = day_entry_of(kind, payload, day.last_seq + 1)
        check_day_step(day, made)
        day = apply_to_day(day, made)
        if day.undoable is not None and data.draw(st.booleans()):
            back = day_entry_of("withdrew", {"seq": day.undoable.seq}, day.last_seq + 1)
            check_day_step(day, back)
            day = apply_to_day(day, back)
    assert replay_day(day.log) == day


@given(st.lists(entry, min_size=1, max_size=8))
def test_everything_taken_back_is_the_day_as_it_was_opened(
    entries: list[tuple[str, dict[str, Any]]],
) -> None:
    day = replay_day(log(("opened", OPENED), *entries))
    while day.undoable is not None:
        back = {"seq": day.undoable.seq}
        day = apply_to_day(day, day_entry_of("withdrew", back, day.last_seq + 1))
    assert dict(day.facts) == OPENED
    assert not day.done
    assert not day.skipped
    assert not day.slips


@pytest.mark.parametrize(
    ("kind", "data", "error"),
    [
        ("danced", {}, InputError),
        ("opened", OPENED, Conflict),
        ("changed", {"moon": 1}, InputError),
        ("withdrew", {"seq": 1}, Conflict),
        ("withdrew", {"seq": 99}, Conflict),
    ],
)
def test_what_does_not_fit_is_refused(
    kind: str, data: dict[str, Any], error: type[Exception]
) -> None:
    day = replay_day(log(("opened", OPENED)))
    with pytest.raises(error):
        check_day_step(day, day_entry_of(kind, data))


def test_nothing_happens_on_a_day_that_was_never_opened() -> None:
    with pytest.raises(Conflict, match="never opened"):
        check_day_step(Day(), day_entry_of("did", {"step": "a", "at": "18:00"}))


def test_nothing_is_taken_back_twice() -> None:
    day = replay_day(log(("opened", OPENED), ("changed", {"people": 9}), ("withdrew", {"seq": 2})))
    with pytest.raises(Conflict):
        check_day_step(day, day_entry_of("withdrew", {"seq": 2}))
