"""The Book teaches the next plan: from what was entered alone, and only as it is wanted."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.service.conftest import METHOD, OVEN, PLAN, put_in
from tests.service.lived import live, planned_min, truth_of
from trencher.api.context import House
from trencher.core.belief.alarms import SOON_MIN
from trencher.core.belief.hands import NOBODY
from trencher.core.day.buying import PLATE_KG
from trencher.core.day.log import ChangedDay, Opened
from trencher.core.errors import NotFound
from trencher.core.plan import Plan
from trencher.core.planner.setup import Deviation
from trencher.service.alarms import due
from trencher.service.buying import bought
from trencher.service.clock import FastClock

HOT = Deviation(heat=1.4, oven_c=10.0)
SPARE = replace(OVEN, id="spare", name="Spare oven")


def test_who_takes_out_late_is_warned_sooner(house: House) -> None:
    lives = [live(house, Deviation(), late_min=6.0) for _ in range(3)]
    hands = house.roasts.learning.overview().hands
    assert hands.count == 3
    assert 3.0 < hands.middle < 9.0
    roast_id = put_in(house)
    (soon,) = [d for d in due(house.roasts, house.devices) if d.alarm.code.startswith("soon:out")]
    (out,) = [d for d in due(house.roasts, house.devices) if d.alarm.code.startswith("out:")]
    ahead = (out.at - soon.at).total_seconds() / 60.0
    assert ahead == pytest.approx(SOON_MIN + hands.middle, abs=0.01)
    assert "late" in soon.alarm.words
    house.roasts.learning.leave_out("roast", lives[0], out=True)
    assert house.roasts.learning.overview().hands == NOBODY
    assert house.roasts.follow(roast_id).hands == NOBODY


def test_three_alike_make_the_fourth_plan_better(house: House) -> None:
    plain, true = planned_min(house), truth_of(HOT)[0]
    assert plain - true > 10.0
    for n in range(3):
        live(house, HOT, name=f"Sirloin {n}")
    assert abs(planned_min(house) - true) < 0.4 * (plain - true)


def test_what_was_promised_stands_and_the_next_promise_is_another(house: House) -> None:
    first = live(house, HOT)
    before = house.roasts.session(first).planned
    assert before is not None
    second = live(house, HOT)
    promised = house.roasts.session(second).planned
    assert promised is not None
    assert promised.pull_min < before.pull_min - 3.0
    assert house.roasts.session(first).planned == before
    # A roast is followed by what was known when it went in, not by what it taught itself.
    assert house.roasts.wish(house.roasts.session(first)).teaching is None


def test_another_oven_keeps_its_plan(house: House) -> None:
    house.repository.save_oven(SPARE)
    plain = planned_min(house, "spare")
    for _ in range(3):
        live(house, HOT)
    moved, own = plain - planned_min(house, "spare"), plain - planned_min(house)
    assert moved < 0.4 * own
    why = house.kitchen.wish(Plan.of(PLAN).joint, "spare", 57.0, 40.0, "leave-in").why(
        METHOD, house.roasts.learning.names()
    )
    assert next(r.level for r in why) == "all"


def test_a_touch_leaves_it_out_and_takes_it_in_again(house: House) -> None:
    plain = planned_min(house)
    ids = [live(house, HOT) for _ in range(2)]
    taught = planned_min(house)
    learning = house.roasts.learning
    learning.leave_out("oven", "house-oven", out=True)
    assert abs(planned_min(house) - plain) < 0.4 * (plain - taught)
    why = house.roasts.wish(house.roasts.session(put_in(house))).why(METHOD, learning.names())
    assert [r.left_out for r in why if r.level == "oven"] == [True]
    learning.leave_out("oven", "house-oven", out=False)
    assert planned_min(house) == pytest.approx(taught)
    for roast_id in ids:
        learning.leave_out("roast", roast_id, out=True)
    assert planned_min(house) == pytest.approx(plain)
    assert [t.left_out for t in learning.taught() if t.id in ids] == [True, True]
    with pytest.raises(NotFound):
        learning.leave_out("roast", "nobody", out=True)


def test_what_is_put_right_or_taken_back_teaches_anew(house: House) -> None:
    plain, true = planned_min(house), truth_of(HOT)[0]
    roast_id = live(house, HOT)
    taught = planned_min(house)
    assert true < taught < plain
    session = house.roasts.session(roast_id)
    for reading in session.readings:
        house.roasts.withdraw(roast_id, reading.seq)
    assert planned_min(house) == pytest.approx(plain)
    assert house.roasts.learning.taught()[0].readings == 0


def test_what_is_put_aside_and_what_nobody_read_teach_nothing(house: House) -> None:
    plain = planned_min(house)
    roast_id = live(house, HOT)
    house.repository.put_aside(roast_id, "2026-10-05T00:00:00+00:00")
    assert planned_min(house) == pytest.approx(plain)
    unread = put_in(house)
    assert isinstance(house.clock, FastClock)
    house.clock.jump(60)
    house.roasts.end_stage(unread, 0, 20.0)
    house.roasts.end_stage(unread, 1, 60.0)
    house.clock.jump(30)
    house.roasts.carve(unread, None)
    assert planned_min(house) == pytest.approx(plain)


def test_lessons_are_kept_and_made_once(house: House, monkeypatch: pytest.MonkeyPatch) -> None:
    for _ in range(2):
        live(house, HOT)
    taught = planned_min(house)
    made: list[str] = []
    monkeypatch.setattr(house.roasts.learning, "_lived", lambda r: made.append(r))
    house.roasts.learning._lessons.clear()
    house.roasts.learning._at = ()
    assert planned_min(house) == pytest.approx(taught)
    assert made == []
    # Another oven than it was: all its lessons are made anew.
    house.repository.save_oven(replace(OVEN, tau_down_min=30.0))
    planned_min(house)
    assert len(made) == 2


def test_a_lesson_that_cannot_be_read_is_made_anew(house: House) -> None:
    roast_id = live(house, HOT)
    taught = planned_min(house)
    row = house.repository.lessons.kept()[0]
    assert row.key is not None
    house.repository.lessons.keep(roast_id, row.key, row.put_in_at or "", {"id": "nonsense"})
    house.roasts.learning._lessons.clear()
    house.roasts.learning._at = ()
    assert planned_min(house) == pytest.approx(taught)


def test_a_page_of_the_book_tells_it_all(house: House) -> None:
    roast_id = live(house, HOT)
    house.roasts.weigh(roast_id, "raw", 3.1)
    house.roasts.weigh(roast_id, "cooked", 2.6)
    house.roasts.note(roast_id, " Aunt's tin. ", ["Sunday", "Sunday", " "])
    page = house.book.page(roast_id)
    assert page.oven == "House oven"
    assert page.story is not None
    assert page.late_in_min is not None
    total = page.story.planned_min + sum(p.value for p in page.story.minutes)
    assert total == pytest.approx(page.story.pulled_min)
    assert page.last_said is not None
    assert abs(page.last_said.pull_min - page.story.pulled_min) < 8.0
    assert page.session.weights == {"raw": 3.1, "cooked": 2.6}
    assert page.session.notes is not None
    assert (page.session.notes.text, page.session.notes.tags) == ("Aunt's tin.", ("Sunday",))
    assert [h.id for h, _ in house.repository.sound(house.repository.over("sunday", 0, 5)[0])] == [
        roast_id
    ]
    with pytest.raises(NotFound):
        house.book.page(put_in(house))


def test_a_peak_nobody_read_past_is_no_peak(house: House) -> None:
    roast_id = live(house, Deviation())
    readings = house.roasts.session(roast_id).readings
    assert house.roasts.session(roast_id).peak_open == (
        readings[-1].high_c >= max(r.high_c for r in readings)
    )
    # Without those behind the highest it is open: nobody read on.
    top = max(readings, key=lambda r: r.high_c)
    for reading in readings:
        if reading.minute > top.minute:
            house.roasts.withdraw(roast_id, reading.seq)
    assert house.roasts.session(roast_id).peak_open


def test_what_was_weighed_is_bought_by(house: House) -> None:
    joint = Plan.of(PLAN).joint
    wish = house.kitchen.wish(joint, "house-oven", 57.0, 40.0, "leave-in")
    before = bought(wish, [], 8, 0.0, None, [])
    for _ in range(3):
        roast_id = live(house, Deviation())
        made = house.roasts.learning.taught()
        short = next(t.short for t in made if t.id == roast_id)
        assert short is not None
        assert short.reckoned_kg is not None
        house.roasts.weigh(roast_id, "cooked", round(0.85 * short.reckoned_kg, 3))
    wish = house.kitchen.wish(joint, "house-oven", 57.0, 40.0, "leave-in")
    after = bought(
        wish, [], 8, 0.0, None, [], None, None, None, (), *house.roasts.learning.yields()
    )
    assert after.buy_kg > 1.08 * before.buy_kg
    assert after.yields.cooked_kg < 0.92 * before.yields.cooked_kg
    assert "3 weighed roasts" in after.learned[0]


def test_hands_that_are_late_are_told_of_each_roast(house: House) -> None:
    roast_id = live(house, Deviation())
    short = house.roasts.learning.taught()[0].short
    assert short is not None
    assert short.hand_min == pytest.approx(0.0, abs=2.5)
    out = house.roasts.session(roast_id)
    entry = next(e for e in out.log if e.kind == "ended_stage" and getattr(e, "stage", 0) == 1)
    assert out.pulled_min is not None
    house.roasts.correct(roast_id, entry.seq, {"minute": out.pulled_min + 10.0})
    later = house.roasts.learning.taught()[0].short
    assert later is not None
    assert later.hand_min is not None
    assert later.hand_min > 5.0


def test_who_came_is_put_right_on_the_day(house: House) -> None:
    roast_id = live(house, Deviation())
    house.roasts.weigh(roast_id, "eaten", 1.2)
    date = house.roasts.session(roast_id).plan.serve_at[:10]
    told = ((8, Opened(facts={"people": 8})), (4, ChangedDay(facts={"people": 4})))
    for n, (people, entry) in enumerate(told):
        house.repository.append_to_day(date, [entry], n, "2026-10-05T00:00:00+00:00")
        _, eaten = house.roasts.learning.yields()
        assert eaten == pytest.approx([1.2 / (people * PLATE_KG["usual"])])
