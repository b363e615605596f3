"""Days as the service keeps them: one hour for all, orders kept, repairs that can be taken."""

from __future__ import annotations

import time
from collections.abc import Callable
from dataclasses import replace
from datetime import datetime, timedelta
from typing import Any

import pytest

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.day.fixed import SLOT_MIN
from trencher.core.entries import Changed
from trencher.core.errors import Conflict, InputError, NotFound, OutOfRange
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.service.clock import FastClock

DAY = "2026-10-03"
PORK: dict[str, Any] = {
    **PLAN,
    "name": "Pork",
    "wanted_c": 70.0,
    "rest_min": 30.0,
    "joint": {
        "cut": "pork-loin-rind",
        "weight_kg": 2.6,
        "thickness_mm": 98.0,
        "length_mm": 310.0,
        "start_c": 6.0,
    },
}
RANGE = OvenRecord(id="range", name="Range", kind="gas", marks="gas", min_c=107, max_c=232)


@pytest.fixture
def joints(house: House) -> House:
    house.repository.save_oven(RANGE)
    house.roasts.lay(Plan.of(PLAN), "beef")
    house.roasts.choose("beef", METHOD, "hot-then-low")
    house.roasts.lay(Plan.of({**PORK, "oven_id": "range"}), "pork")
    return house


def serve_at(house: House, roast: str) -> datetime:
    return datetime.fromisoformat(house.roasts.session(roast).plan.serve_at)


def test_a_day_opens_itself_with_the_first_change(joints: House) -> None:
    assert joints.repository.days() == []
    joints.days.change(DAY, {"people": 9})
    day = joints.repository.day(DAY)
    assert [e.kind for e in day.log] == ["opened", "changed"]
    assert day.facts["people"] == 9


def test_each_joint_learns_how_long_before_the_table_it_is_carved(joints: House) -> None:
    joints.days.change(DAY, {"people": 17})
    beef = joints.roasts.session("beef").plan.ahead_min
    pork = joints.roasts.session("pork").plan.ahead_min
    assert pork > beef > 5
    fewer = joints.days.change(DAY, {"people": 5})
    assert joints.roasts.session("pork").plan.ahead_min < pork
    assert fewer.facts["people"] == 5


def test_a_joint_served_at_another_hour_is_at_another_table(joints: House) -> None:
    lunch = (serve_at(joints, "beef") - timedelta(hours=6)).isoformat()
    joints.roasts.lay(Plan.of({**PLAN, "name": "Lunch", "serve_at": lunch}), "lunch")
    planned = joints.days.planned(DAY)
    assert {j.id for j in planned.order.table.joints} == {"beef", "pork"}


def test_the_table_moves_from_either_place(joints: House) -> None:
    joints.days.change(DAY, {"people": 8})
    later = serve_at(joints, "beef") + timedelta(minutes=40)
    joints.days.change(DAY, {"serve_at": later.isoformat()})
    assert serve_at(joints, "beef") == serve_at(joints, "pork") == later
    before = joints.roasts.session("beef")
    back = later - timedelta(minutes=25)
    joints.roasts.change("beef", Changed.of({"serve_at": back.isoformat()}))
    joints.days.moved_on_block("beef", before)
    assert serve_at(joints, "pork") == back
    assert datetime.fromisoformat(joints.days.day(DAY).facts["serve_at"]) == back


def test_undo_takes_the_hour_back_from_the_joints_too(joints: House) -> None:
    joints.days.change(DAY, {"people": 8})
    was = serve_at(joints, "beef")
    joints.days.change(DAY, {"serve_at": (was + timedelta(minutes=40)).isoformat()})
    joints.days.undo(DAY)
    assert serve_at(joints, "beef") == was
    joints.days.undo(DAY)
    with pytest.raises(Conflict, match="nothing to take back"):
        joints.days.undo(DAY)


def test_an_order_is_kept_until_something_changes(joints: House) -> None:
    first = joints.days.planned(DAY).order
    assert joints.days.planned(DAY).order is first
    joints.days.change(DAY, {"people": 9})
    assert joints.days.planned(DAY).order is not first


def test_who_does_not_eat_of_a_joint_takes_a_plate_off_it(joints: House) -> None:
    def plates() -> int:
        table = joints.days.planned(DAY).order.table
        return next(j.plates for j in table.joints if j.id == "pork")

    joints.days.change(DAY, {"people": 6})
    assert plates() == 6
    joints.repository.set_setting("people", [{"name": "Bram", "avoids": ["pork"]}])
    assert plates() == 5


def test_a_joint_in_the_oven_stays_where_it_is(joints: House, clock: FastClock) -> None:
    joints.days.change(DAY, {"people": 8})
    start = joints.days.planned(DAY).order.table.joints[0].start_min
    clock.jump((serve_at(joints, "beef") - clock.now()).total_seconds() / 60 + start - 12.0)
    joints.roasts.put_in("beef", 5.0)
    joint = next(j for j in joints.days.planned(DAY).order.table.joints if j.id == "beef")
    assert joint.started_min == pytest.approx(start - 12.0, abs=0.1)
    # The hour of a joint that is in cannot be moved any more; the table's can.
    later = serve_at(joints, "pork") + timedelta(minutes=10)
    joints.days.change(DAY, {"serve_at": later.isoformat()})
    assert serve_at(joints, "pork") == later
    assert serve_at(joints, "beef") != later


def test_two_joints_in_one_oven_clash_and_the_repair_holds(joints: House) -> None:
    joints.roasts.change("pork", Changed.of({"oven_id": "house-oven"}))
    planned = joints.days.planned(DAY)
    at = next(i for i, c in enumerate(planned.clashes) if c.what == "heat")
    offers = joints.days.repairs(DAY, at)
    best = offers[0]
    assert best.works
    facts: dict[str, Any] = {"joints": {}}
    for dish, change in best.change.items():
        facts["joints"][dish] = dict(change)
    joints.days.change(DAY, facts)
    assert joints.days.planned(DAY).order.fits
    with pytest.raises(OutOfRange):
        joints.days.repairs(DAY, 40)


def test_one_common_heat_and_a_longer_rest_are_worked_out_anew(joints: House) -> None:
    joints.days.change(DAY, {"joints": {"beef": {"air_c": 150.0}}})
    low = joints.days.planned(DAY).order.table.joints[0].forecast
    assert {s.stage.temp.c for s in low.stages if hasattr(s.stage, "temp")} == {150.0}
    assert low.peak_c == pytest.approx(57.0, abs=0.1)
    plain = joints.days.planned(DAY, {"joints": {}}).order.table.joints[0]
    joints.days.change(DAY, {"joints": {"beef": {"earlier_min": 30.0}}})
    longer = joints.days.planned(DAY).order.table.joints[0]
    assert longer.start_min == pytest.approx(plain.start_min - 30.0, abs=2.0)
    assert longer.out_min < plain.out_min - 25.0


def test_where_am_i_goes_with_the_clock(joints: House, clock: FastClock) -> None:
    late_supper = serve_at(joints, "beef") + timedelta(hours=3)
    joints.days.change(DAY, {"serve_at": late_supper.isoformat()})
    first = joints.days.planned(DAY)
    assert first.where.sentence.startswith("Nothing for")
    clock.jump(-first.now_min - 5)
    late = joints.days.planned(DAY)
    assert late.where.sentence.startswith("Late by")
    for step in late.order.steps:
        joints.days.did(DAY, step.id, None)
    assert joints.days.planned(DAY).where.sentence == "Everything is done. Sit down."


@pytest.mark.parametrize(
    ("part", "error"),
    [
        ({"people": 0}, OutOfRange),
        ({"sides": [{"id": "peas"}, {"id": "peas"}]}, InputError),
        ({"joints": {"beef": {"oven": "nowhere"}}}, NotFound),
        ({"serve_at": "2026-10-04T19:00:00+00:00"}, InputError),
    ],
)
def test_what_makes_no_sense_is_refused_before_it_is_kept(
    joints: House, part: dict[str, Any], error: type[Exception]
) -> None:
    with pytest.raises(error):
        joints.days.change(DAY, part)
    assert joints.repository.days() == []


def test_a_date_that_is_none_is_said(house: House) -> None:
    for date in ("2026-13-40", "soon"):
        with pytest.raises(InputError, match="no date"):
            house.days.day(date)


def test_quiet_hours_may_cross_midnight(joints: House) -> None:
    start = joints.days.planned(DAY).order.table.joints[0].start_min
    from_hour = f"{joints.days.planned(DAY).hour(start - 60).astimezone():%H:%M}"
    until = f"{joints.days.planned(DAY).hour(start + 5).astimezone():%H:%M}"
    joints.days.change(DAY, {"quiet": [from_hour, until]})
    planned = joints.days.planned(DAY)
    assert "beef" in [c.dish for c in planned.clashes if c.what == "quiet"]
    assert [c.code for c in planned.cautions if c.code == "overnight"] == ["overnight"]
    joints.days.change(DAY, {"quiet": ["01:00", "03:00"]})
    planned = joints.days.planned(DAY)
    assert not [c for c in planned.clashes if c.what == "quiet"]
    # From the evening before until the morning: minutes before the table, none of them a whole day.
    joints.days.change(DAY, {"quiet": ["23:00", "06:30"]})
    nights = joints.days.planned(DAY).order.table.quiet
    assert all(b - a == pytest.approx(450.0) for a, b in nights)
    joints.days.change(DAY, {"quiet": None})
    assert joints.days.planned(DAY).order.table.quiet == ()


def test_an_evening_far_from_greenwich_is_still_the_same_day(
    joints: House, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("TZ", "America/New_York")
    time.tzset()
    try:
        # Half past eight there; browsers send it as the next day's hour in UTC.
        joints.days.change(DAY, {"serve_at": "2026-10-04T00:30:00+00:00"})
        assert joints.days.likely() == DAY
        with pytest.raises(InputError, match="another day"):
            joints.days.change(DAY, {"serve_at": "2026-10-04T04:30:00+00:00"})
    finally:
        monkeypatch.undo()
        time.tzset()


def test_what_the_day_makes_of_a_joint_is_what_the_fire_follows(joints: House) -> None:
    joints.days.change(DAY, {"joints": {"beef": {"air_c": 165.0}}})
    session = joints.roasts.session("beef")
    assert session.method == "165C until peak 57C; rest tented 40min"
    dish = joints.days.planned(DAY).order.table.joints[0]
    assert dish.forecast.peak_c == pytest.approx(57.0, abs=0.3)
    # Asked for once more in another way, it starts from what it was and not from what was made.
    joints.days.change(DAY, {"joints": {"beef": {"pace_c": -10.0}}})
    assert str(joints.roasts.session("beef").method).startswith("220C 20min; 150C")
    joints.days.undo(DAY)
    assert joints.roasts.session("beef").method == "165C until peak 57C; rest tented 40min"
    joints.days.undo(DAY)
    assert joints.roasts.session("beef").method == METHOD


def test_another_oven_for_the_day_is_the_roasts_oven_and_undone_with_it(joints: House) -> None:
    before = joints.roasts.session("beef")
    joints.days.change(DAY, {"joints": {"beef": {"oven": "range"}}})
    assert joints.roasts.session("beef").plan.oven_id == "range"
    assert joints.days.planned(DAY).order.table.joints[0].oven == "range"
    joints.days.undo(DAY)
    after = joints.roasts.session("beef")
    assert after.plan.oven_id == before.plan.oven_id
    assert after.method == before.method


def test_who_chooses_another_way_since_has_the_last_word(joints: House) -> None:
    joints.days.change(DAY, {"joints": {"beef": {"pace_c": -10.0}}})
    joints.roasts.choose("beef", "140C until peak 57C; rest tented 40min", None)
    planned = joints.days.planned(DAY)
    assert planned.day.facts["joints"] == {}
    assert "140" in str(planned.order.table.joints[0].forecast.roast.method)
    joints.days.change(DAY, {"people": 9})
    assert str(joints.roasts.session("beef").method).startswith("140C")


def test_a_joint_that_is_in_is_not_changed_by_the_day(joints: House, clock: FastClock) -> None:
    joints.roasts.put_in("beef", None)
    clock.jump(5)
    joints.days.change(DAY, {"joints": {"beef": {"pace_c": 20.0}}})
    assert joints.roasts.session("beef").method == METHOD


def test_an_empty_house_asks_nothing_of_anybody_and_roasts_nothing(joints: House) -> None:
    joints.days.change(DAY, {"sides": [{"id": "barley"}]})
    joint = joints.days.planned(DAY).order.table.joints[0]
    hour = joints.days.planned(DAY).hour
    mid = 0.5 * (joint.start_min + joint.out_min)
    spans = [f"{hour(mid + m).astimezone():%H:%M}" for m in (-10, 10)]
    joints.days.change(DAY, {"away": spans})
    planned = joints.days.planned(DAY)
    (said,) = [c.text for c in planned.cautions if c.code == "unattended"]
    assert joint.name in said
    assert not [c for c in planned.cautions if c.code == "overnight"]
    (span,) = planned.order.table.away
    assert span[1] - span[0] == pytest.approx(20.0, abs=1.0)
    for step in planned.order.steps:
        if step.dish == "barley" and step.hands_min > 0:
            assert not planned.order.table.is_quiet(step.at_min)
    at_door = [f"{hour(joint.start_min + m).astimezone():%H:%M}" for m in (-4, 4)]
    joints.days.change(DAY, {"away": at_door})
    words = [c.words for c in joints.days.planned(DAY).clashes if c.what == "quiet"]
    assert any("nobody is at home" in w for w in words)
    joints.days.change(DAY, {"away": None})
    assert joints.days.planned(DAY).order.table.away == ()


def test_a_quiet_night_is_kept_by_another_pace(joints: House) -> None:
    start = joints.days.planned(DAY).order.table.joints[0].start_min
    hour = joints.days.planned(DAY).hour
    spans = [f"{hour(start + m).astimezone():%H:%M}" for m in (-60, -6)]
    joints.days.change(DAY, {"quiet": spans})
    at = next(
        n
        for n, c in enumerate(joints.days.planned(DAY).clashes)
        if (c.what, c.dish) == ("quiet", "beef")
    )
    offered = joints.days.repairs(DAY, at)
    pace = next(r for r in offered if r.code == "other_pace")
    joints.days.change(DAY, {"joints": dict(pace.change)})
    planned = joints.days.planned(DAY)
    assert "beef" not in [c.dish for c in planned.clashes if c.what == "quiet"]
    assert planned.order.table.joints[0].start_min != pytest.approx(start, abs=1.0)


def test_the_rest_is_planned_anew_from_now_and_can_be_taken_back(
    joints: House, clock: FastClock
) -> None:
    joints.days.change(DAY, {"sides": [{"id": "roast-celeriac"}, {"id": "barley"}]})
    for roast, way in (("beef", METHOD), ("pork", METHOD.replace("57C", "70C"))):
        joints.roasts.choose(roast, way, "hot-then-low")
    before = joints.days.planned(DAY)
    peel = next(s for s in before.order.steps if s.id == "roast-celeriac/1")
    clock.jump(before.order.table.joints[0].start_min - before.now_min)
    for roast in ("beef", "pork"):
        joints.roasts.put_in(roast, None)
    clock.jump(peel.at_min + 4.0 - joints.days.planned(DAY).now_min)
    joints.days.did(DAY, "roast-celeriac/1", None)
    joints.days.again(DAY)
    planned = joints.days.planned(DAY)
    own = {s.id: s for s in planned.order.steps}
    assert own["roast-celeriac/1"].until_min == pytest.approx(planned.now_min, abs=1.0)
    for step in ("roast-celeriac/2", "barley/1"):
        if step in own:
            assert own[step].at_min >= planned.now_min - 1.0
    assert planned.day.again is not None
    joints.days.undo(DAY)
    assert joints.days.planned(DAY).day.again is None


def test_a_change_under_way_leaves_on_the_hob_what_is_there(
    joints: House, clock: FastClock
) -> None:
    joints.days.change(DAY, {"sides": [{"id": "barley"}]})
    joints.roasts.choose("pork", METHOD.replace("57C", "70C"), "hot-then-low")
    before = joints.days.planned(DAY)
    barley = next(s for s in before.order.steps if s.id == "barley/1")
    clock.jump(before.order.table.joints[0].start_min - before.now_min)
    for roast in ("beef", "pork"):
        joints.roasts.put_in(roast, None)
    clock.jump(barley.at_min - joints.days.planned(DAY).now_min)
    joints.days.did(DAY, "barley/1", None)
    on_at = before.hour(barley.at_min)
    # The last boat is late: the barley is on already, and stays there.
    joints.days.change(DAY, {"serve_at": (before.serve_at + timedelta(minutes=40)).isoformat()})
    after = joints.days.planned(DAY)
    now = next(s for s in after.order.steps if s.id == "barley/1")
    # Within a slot of the grid, which lies otherwise now.
    assert abs(after.hour(now.at_min) - on_at) < timedelta(minutes=SLOT_MIN)
    assert after.serve_at == before.serve_at + timedelta(minutes=40)
    joints.days.undo(DAY)
    assert joints.days.planned(DAY).serve_at == before.serve_at
    assert joints.days.planned(DAY).day.again is None


def test_a_change_of_a_day_not_begun_is_no_new_plan(joints: House) -> None:
    joints.days.change(DAY, {"people": 9})
    assert joints.days.planned(DAY).day.again is None


def test_tins_are_as_many_as_the_kitchen_has_unless_said_otherwise(joints: House) -> None:
    def tins() -> int | None:
        return joints.days.planned(DAY).order.table.room.tins

    assert tins() is None
    joints.repository.set_setting("tins", [{"name": "Tin"}] * 3)
    assert tins() == 3
    joints.days.change(DAY, {"tins": 5})
    assert tins() == 5


def test_a_slip_is_owned_up_to_and_its_task_taken_back(joints: House) -> None:
    joints.days.slipped(DAY, "plates_cold", "")
    tasks = [s for s in joints.days.planned(DAY).order.steps if s.code == "mend"]
    assert len(tasks) == 1
    joints.days.undo(DAY)
    assert not [s for s in joints.days.planned(DAY).order.steps if s.code == "mend"]
    found = {m.row.code: dish for m, dish in joints.days.slips(DAY, None)}
    assert found["plates_cold"] == ""
    assert found["salt_forgotten"] in ("beef", "pork")


def test_a_joint_that_is_on_comes_out_in_the_day_when_the_fire_says(
    joints: House, clock: FastClock
) -> None:
    before = joints.days.planned(DAY)
    clock.jump(before.order.table.joints[0].start_min - before.now_min)
    joints.roasts.put_in("beef", None)
    clock.jump(40)
    # Read, and not turned down: it comes out otherwise than planned, at Fire and in the day.
    joints.roasts.read("beef", 9.0, 9.0, "core", None)
    found = joints.roasts.follow("beef")
    assert abs(found.outlook.pull_min - found.planned.pull_min) > 3.0
    planned = joints.days.planned(DAY)
    out = next(s for s in planned.order.steps if s.dish == "beef" and s.code == "out")
    at = found.at(found.outlook.pull_min)
    assert abs(planned.hour(out.at_min) - at) < timedelta(minutes=2)


def test_an_order_hangs_on_all_that_it_is_made_of(joints: House, clock: FastClock) -> None:
    def key() -> object:
        return joints.days.planned(DAY).order

    kept = [key()]
    assert key() is kept[-1]

    def otherwise(change: Callable[[], object]) -> None:
        change()
        kept.append(key())
        assert kept[-1] is not kept[-2]
        assert key() is kept[-1]

    repository = joints.repository
    otherwise(lambda: joints.days.change(DAY, {"people": 5}))
    otherwise(lambda: joints.roasts.change("pork", Changed(wanted_c=68.0)))
    otherwise(lambda: repository.set_setting("profile", "us"))
    otherwise(lambda: repository.save_oven(replace(RANGE, max_c=220)))
    otherwise(lambda: repository.set_setting("people", [{"name": "Ines"}]))
    otherwise(lambda: repository.set_setting("tins", [{"name": "a"}]))
    repository.set_setting("own_sides", {"own-peas": {"name": "Peas", "minutes": 7.0}})
    otherwise(lambda: joints.days.change(DAY, {"sides": [{"id": "own-peas"}]}))
    minutes = {"name": "Peas", "minutes": 17.0}
    otherwise(lambda: repository.set_setting("own_sides", {"own-peas": minutes}))
    otherwise(lambda: joints.days.slipped(DAY, "plates_cold", ""))
    joints.roasts.put_in("beef", 5.5)
    key()
    # Followed, it moves with what an instrument shows, though nobody enters anything.
    push = {
        "device": "pit",
        "every_s": 5.0,
        "readings": [{"channel": "1", "value": 6.0, "unit": "C"}],
    }
    joints.devices.push(joints.devices.key(), push)
    joints.devices.attach("beef", "pit", "1", "core")
    clock.jump(60.0)
    kept.append(key())
    ahead = joints.roasts.follow("beef").outlook.core_c + 6.0
    hot = {**push, "readings": [{"channel": "1", "value": ahead, "unit": "C"}]}
    clock.jump(1.0)
    otherwise(lambda: joints.devices.push(joints.devices.key(), hot))


def test_the_last_order_is_there_at_once_and_says_that_it_is_stale(joints: House) -> None:
    first = joints.days.planned(DAY, latest=True)
    assert not first.stale
    assert joints.days.planned(DAY, latest=True).order is first.order
    joints.roasts.change("pork", Changed(wanted_c=68.0))
    last = joints.days.planned(DAY, latest=True)
    assert (last.stale, last.order is first.order) == (True, True)
    now = joints.days.planned(DAY)
    assert not now.stale
    assert joints.days.planned(DAY, latest=True).order is now.order
    assert not joints.days.planned(DAY, latest=True).stale
