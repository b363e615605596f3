"""Things done to a roast, found out or put right afterwards: what they move, and what they keep."""

from __future__ import annotations

from datetime import timedelta
from typing import Any, cast

import pytest

from tests.service.conftest import METHOD, PLAN, START
from tests.service.test_levers import under_way
from trencher.api.context import House
from trencher.core.errors import Conflict, InputError, NotFound, OutOfRange, TrencherError
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.service.clock import FastClock

RANGE = OvenRecord(id="range", name="Range", kind="gas", marks="gas", max_c=232)


def pull(house: House, roasting: str) -> float:
    return house.roasts.follow(roasting).outlook.pull_min


def test_a_long_door_delays_and_taking_it_back_undoes_that(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    before = pull(house, roasting)
    session = house.roasts.mark(roasting, "door", "", 40.0, seconds=300.0)
    assert pull(house, roasting) > before + 1.0
    house.roasts.withdraw(roasting, session.last_seq)
    assert pull(house, roasting) == pytest.approx(before, abs=1e-6)


def test_found_off_since_earlier(house: House, clock: FastClock, roasting: str) -> None:
    under_way(house, clock, roasting)
    before = pull(house, roasting)
    house.roasts.mark(roasting, "oven_off", "", 40.0)
    house.roasts.mark(roasting, "oven_on", "", None)
    assert pull(house, roasting) > before + 3.0


def test_moved_to_the_other_oven_its_dial_counts(
    house: House, clock: FastClock, roasting: str
) -> None:
    house.repository.save_oven(RANGE)
    under_way(house, clock, roasting)
    session = house.roasts.mark(roasting, "moved_oven", "", None, oven_id="range")
    assert house.roasts.oven(session).name == "Range"
    assert house.roasts.follow(roasting).roast.cooker.kind == "fan"
    clock.jump(5.0)
    found = house.roasts.follow(roasting)
    assert [str(s) for s in found.line.past.stages][-1] == "160C 4min"
    assert found.outlook.pull_min > 60.0


@pytest.mark.parametrize(
    ("what", "more", "error"),
    [
        ("danced", {}, InputError),
        ("door", {"seconds": 4000.0}, OutOfRange),
        ("moved_oven", {}, InputError),
        ("moved_oven", {"oven_id": "nowhere"}, NotFound),
        ("door", {"oven_id": "house-oven"}, InputError),
        ("sense", {}, InputError),
        ("sense", {"sense_code": "hunch"}, InputError),
    ],
)
def test_what_cannot_be_entered_changes_nothing(
    house: House, roasting: str, what: str, more: dict[str, Any], error: type[Exception]
) -> None:
    before = house.roasts.session(roasting)
    with pytest.raises(error):
        house.roasts.mark(roasting, cast("Any", what), "", None, **more)
    assert house.roasts.session(roasting) == before


def test_a_neighbours_door_is_this_joints_door(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 30.0)
    other, _ = house.roasts.lay(Plan.of({**PLAN, "name": "Second"}))
    house.roasts.choose(other, METHOD, None)
    house.roasts.put_in(other, 6.0)
    clock.jump(10.0)
    alone = pull(house, roasting)
    house.roasts.mark(other, "door", "", 3.0, seconds=400.0)
    clock.jump(1.0)
    assert pull(house, roasting) > alone + 1.0


def test_a_sense_of_the_surface_moves_nothing_one_of_the_middle_a_little(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 80.0)
    before = pull(house, roasting)
    house.roasts.mark(roasting, "sense", "", None, sense_code="dark")
    assert pull(house, roasting) == pytest.approx(before, abs=1e-6)
    house.roasts.mark(roasting, "sense", "", None, sense_code="blade-hot")
    assert pull(house, roasting) < before - 1.0
    # A sense is no reading: it is no evidence for the figure.
    assert house.roasts.follow(roasting).verdict.standing == "unknown"


def test_a_reading_mistyped_is_corrected_and_the_past_is_computed_anew(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    right = house.roasts.read(roasting, 22.0, 22.0, "core", None)
    expected = pull(house, roasting)
    house.roasts.withdraw(roasting, right.last_seq)
    wrong = house.roasts.read(roasting, 32.0, 32.0, "core", None)
    assert pull(house, roasting) < expected - 3.0
    house.roasts.correct(roasting, wrong.last_seq, {"low_c": 22.0, "high_c": 22.0})
    assert pull(house, roasting) == pytest.approx(expected, abs=1e-6)
    assert house.roasts.session(roasting).readings[-1].low_c == 22.0


def test_went_in_ten_minutes_before_anybody_said_so(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    house.roasts.read(roasting, 22.0, 22.0, "core", None)
    seq = next(e.seq for e in house.roasts.session(roasting).log if e.kind == "put_in")
    at = (START - timedelta(minutes=10)).isoformat()
    session = house.roasts.correct(roasting, seq, {"at": at})
    assert house.roasts.minute(session) == pytest.approx(70.0)
    assert session.readings[-1].minute == pytest.approx(70.0)
    assert session.ends == {0: 30.0}
    back = house.roasts.withdraw(roasting, session.last_seq)
    assert back.readings[-1].minute == pytest.approx(60.0)


@pytest.mark.parametrize(
    ("part", "error"),
    [
        ({"low_c": 500.0}, OutOfRange),
        ({"low_c": 30.0}, InputError),
        ({"what": 1}, InputError),
        ({"minute": 500.0}, OutOfRange),
    ],
)
def test_a_correction_that_cannot_be_is_refused_whole(
    house: House, clock: FastClock, roasting: str, part: dict[str, Any], error: type[Exception]
) -> None:
    under_way(house, clock, roasting)
    seq = house.roasts.read(roasting, 22.0, 22.0, "core", None).last_seq
    with pytest.raises(error):
        house.roasts.correct(roasting, seq, part)
    assert house.roasts.session(roasting).last_seq == seq
    with pytest.raises(Conflict):
        house.roasts.correct(roasting, 99, {"minute": 1.0})


def test_a_loggers_file_brings_events_too(house: House, clock: FastClock, roasting: str) -> None:
    clock.jump(90.0)
    text = "minute,core_c,place,event,seconds\n12,,,turn down,\n40,12\n50,,,door,90\n"
    session = house.roasts.read_csv(roasting, text)
    assert session.ends == {0: 12.0}
    assert [(m.what, m.minute, m.seconds) for m in session.marks] == [("door", 50.0, 90.0)]
    assert [r.low_c for r in session.readings] == [12.0]


def test_after_a_lever_what_befell_it_is_not_told_twice(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting)
    house.roasts.mark(roasting, "oven_off", "", 40.0)
    house.roasts.mark(roasting, "oven_on", "", 50.0)
    lever = next(x for x in house.roasts.levers(roasting).found if x.code == "hotter")
    assert lever.result is not None
    session = house.roasts.pull_lever(roasting, "hotter")
    assert "off" not in str(session.method)
    assert pull(house, roasting) == pytest.approx(lever.result.pull_min, abs=0.4)


def test_a_file_that_ends_what_cannot_end_leaves_nothing_behind(
    house: House, clock: FastClock, roasting: str
) -> None:
    clock.jump(90.0)
    before = house.roasts.session(roasting).last_seq
    text = "minute,core_c,place,event\n40,12,,\n60,,,taken out\n70,,,taken out\n"
    with pytest.raises(Conflict, match="no stage to end"):
        house.roasts.read_csv(roasting, text)
    assert house.roasts.session(roasting).last_seq == before


def test_a_tip_is_moved_through_an_open_door(house: House, clock: FastClock, roasting: str) -> None:
    under_way(house, clock, roasting)
    before = pull(house, roasting)
    house.roasts.mark(roasting, "moved_probe", "", 40.0, seconds=300.0)
    assert pull(house, roasting) > before + 1.0


def test_a_neighbour_that_is_carved_has_opened_its_doors_all_the_same(
    house: House, clock: FastClock, roasting: str
) -> None:
    under_way(house, clock, roasting, 30.0)
    other, _ = house.roasts.lay(Plan.of({**PLAN, "name": "Small one"}))
    house.roasts.choose(other, "200C 10min; rest open 5min", None)
    house.roasts.put_in(other, 6.0)
    clock.jump(10.0)
    house.roasts.mark(other, "door", "", 5.0, seconds=400.0)
    house.roasts.end_stage(other, 0, None)
    clock.jump(5.0)
    before = pull(house, roasting)
    house.roasts.carve(other, None)
    clock.jump(0.5)
    assert pull(house, roasting) == pytest.approx(before, abs=0.5)


def test_a_long_file_is_one_entry_and_may_be_given_again(
    house: House, clock: FastClock, roasting: str
) -> None:
    clock.jump(60)
    lines = [f"{n / 40:.3f},{10 + n / 60:.2f}" for n in range(2000)]
    text = "minute,core_c,event\n" + "\n".join(f"{line}," for line in lines) + "\n30,,door\n"
    session = house.roasts.read_csv(roasting, text)
    assert len(session.readings) == 2000
    seq = session.last_seq
    assert house.roasts.read_csv(roasting, text).last_seq == seq
    more = house.roasts.read_csv(roasting, text + "52,44,\n")
    assert more.last_seq == seq + 1
    # A line with a number that is there and a door that is not brings the door.
    again = house.roasts.read_csv(roasting, "minute,core_c,event\n52,44,door\n53,45,taken_out\n")
    assert [m.minute for m in again.marks if m.what == "door"] == [30.0, 52.0]
    assert len(again.readings) == 2002
    assert house.roasts.read_csv(roasting, "minute,core_c,event\n53,45,taken_out\n") == again


def test_a_file_with_a_wrong_line_leaves_nothing(
    house: House, clock: FastClock, roasting: str
) -> None:
    clock.jump(30)
    seq = house.roasts.session(roasting).last_seq
    for wrong in ("25,12,taken_out\n26,12,taken_out", "10,12,\n20,..,", "10,12,\n45,20,"):
        with pytest.raises(TrencherError):
            house.roasts.read_csv(roasting, "minute,core_c,event\n5,10,\n" + wrong)
        assert house.roasts.session(roasting).last_seq == seq
