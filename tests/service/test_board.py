"""The board over real roasts: slices read, portions claimed, batches with their clocks."""

from __future__ import annotations

from datetime import timedelta

import pytest

from trencher.api.context import House
from trencher.core.errors import Conflict, InputError, OutOfRange
from trencher.service.clock import FastClock


@pytest.fixture
def carved(house: House, clock: FastClock, roasting: str) -> str:
    clock.jump(100)
    house.roasts.end_stage(roasting, 0, 20.0)
    house.roasts.end_stage(roasting, 1, 98.0)
    clock.jump(40)
    house.roasts.carve(roasting, None)
    return roasting


def test_a_slice_is_read_only_once_it_is_out(house: House, clock: FastClock, roasting: str) -> None:
    clock.jump(30)
    with pytest.raises(Conflict):
        house.board.read_slice(roasting, 0, 60.0, None)
    with pytest.raises(OutOfRange):
        house.board.read_slice(roasting, 99, 60.0, None)


def test_readings_of_slices_and_claims_are_in_the_log_and_taken_back(
    house: House, carved: str
) -> None:
    session = house.board.read_slice(carved, 2, 61.5, None)
    assert house.board.carved(carved).read == {2: 61.5}
    house.roasts.withdraw(carved, session.last_seq)
    assert house.board.carved(carved).read == {}
    house.board.claim(carved, "end-thin", " Ines ")
    assert house.roasts.session(carved).claims == {"end-thin": "Ines"}
    house.board.claim(carved, "end-thin", "")
    assert house.roasts.session(carved).claims == {}
    with pytest.raises(InputError, match="no portion"):
        house.board.claim(carved, "bone", "Ines")


def test_a_batch_keeps_its_clock_through_every_reuse(
    house: House, clock: FastClock, carved: str
) -> None:
    clock.jump(45)
    session = house.board.keep(carved, "slices", 0.6, None, "cold, with pickles", None)
    (stored,) = house.board.stored(carved)
    assert stored.clock.standing == "keep"
    assert stored.use_by == stored.kept_at.date() + timedelta(days=2)
    assert stored.serves == (4, 7)
    batch = session.batches[0].seq
    clock.jump(24 * 60)
    house.board.use(carved, batch, "reheated", 0.3)
    with pytest.raises(Conflict, match="warmed up once"):
        house.board.use(carved, batch, "reheated", None)
    house.board.use(carved, batch, "eaten", 0.3)
    (again,) = house.board.larder()
    assert again.use_by == stored.use_by
    assert again.left_kg == pytest.approx(0.3)
    house.board.use(carved, batch, "eaten", None)
    assert house.board.larder() == []
    with pytest.raises(Conflict, match="nothing of it is left"):
        house.board.use(carved, batch, "thrown", None)


def test_what_stood_out_since_lunch_is_not_kept(
    house: House, clock: FastClock, carved: str
) -> None:
    clock.jump(150)
    session = house.roasts.session(carved)
    clock_now = house.board.clock_of(session)
    assert clock_now is not None
    assert clock_now.standing == "discard"
    house.board.keep(carved, "piece", None, None, "", None)
    (stored,) = house.board.stored(carved)
    assert stored.use_by is None
    # Entered for the minute it really went in, it is a batch like any other.
    carved_min = session.carved_min
    assert carved_min is not None
    house.board.keep(carved, "slices", 0.4, carved_min + 30.0, "", None)
    assert [s.clock.standing for s in house.board.stored(carved)] == ["discard", "keep"]
    with pytest.raises(OutOfRange):
        house.board.keep(carved, "slices", 0.4, carved_min - 30.0, "", None)


def test_a_meal_after_its_last_day_is_refused(house: House, clock: FastClock, carved: str) -> None:
    clock.jump(20)
    today = house.roasts.clock.now().date()
    with pytest.raises(InputError, match="too late"):
        house.board.keep(carved, "slices", 0.5, None, "sandwiches", today + timedelta(days=3))
    house.board.keep(carved, "slices", 0.5, None, "sandwiches", today + timedelta(days=2))
    assert house.board.stored(carved)[0].batch.on == (today + timedelta(days=2)).isoformat()


def test_before_it_is_carved_nothing_is_kept(house: House, clock: FastClock, roasting: str) -> None:
    clock.jump(30)
    with pytest.raises(Conflict, match="carve first"):
        house.board.keep(roasting, "slices", 0.5, None, "", None)
    assert house.board.out_min(house.roasts.session(roasting)) is None
