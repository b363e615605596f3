"""Practice: nothing of it reaches the real kitchen, the same seed is the same kitchen, and every
cost in the debrief is the difference of two plays."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import timedelta
from pathlib import Path

import pytest

from tests.formats.test_story import STORY
from tests.service.conftest import METHOD, PLAN, put_in
from tests.service.lived import live as lived
from trencher.api.context import House
from trencher.core.errors import Conflict, InputError, NotFound
from trencher.core.plan import Plan
from trencher.core.planner.setup import Deviation
from trencher.core.units import said_d
from trencher.formats.kitchen import write_kitchen
from trencher.service.alarms import steps_of
from trencher.service.clock import FastClock
from trencher.service.debrief import Debrief, debrief
from trencher.service.hours import hour
from trencher.service.practice import Practice, PracticeService
from trencher.sim.lived import CookAct
from trencher.sim.played import Player, reaches


@pytest.fixture
def practice(house: House) -> Iterator[PracticeService]:
    yield house.practice
    house.practice.end()


def begun(service: PracticeService, story: str, seed: int = 7) -> Practice:
    """A story at the moment its door is to close."""
    on = service.begin(story, seed)
    on.clock.set_pace(0.0)
    on.skip()
    return on


def obeyed(on: Practice, late_min: float = 0.0, *, probes: bool = True) -> Debrief:
    """A cook who does what the screen says when it says so; ``late_min`` with the take-out."""
    on.roasts.put_in(on.joints[0], None)
    for _ in range(60):
        if on.over:
            return debrief(on)
        for roast_id in on.joints:
            session = on.roasts.session(roast_id)
            minute = on.minute(session)
            if session.status == "planning":
                if on.clock.now() >= on.doors[roast_id] - timedelta(seconds=6):
                    on.roasts.put_in(roast_id, None)
                continue
            if session.status == "done" or minute is None:
                continue
            following = on.roasts.follow(roast_id)
            for step in steps_of(following, on.devices.instruments()):
                if step.due_min > minute + 0.3:
                    break
                if step.code in ("look", "recheck"):
                    if probes:
                        on.ask("probe", roast_id)
                elif step.code == "carve":
                    on.roasts.carve(roast_id, None)
                elif step.stage is not None:
                    if step.code == "out":
                        on.clock.jump(late_min)
                    on.roasts.end_stage(roast_id, step.stage, None)
                break
        on.skip()
    raise AssertionError("it never came to its end")


def test_nothing_of_it_reaches_the_real_kitchen(house: House, practice: PracticeService) -> None:
    lived(house, Deviation(heat=1.3))
    before = house.taking.taken_along()
    told = house.roasts.learning.taught()
    obeyed(begun(practice, "first"))
    assert practice.current().repository.path != house.repository.path
    after = house.taking.taken_along()
    assert {**before, "written": ""} == {**after, "written": ""}
    assert house.roasts.learning.taught() == told
    assert len(house.repository.headings()) == 1


def test_its_kitchen_is_gone_with_it(house: House, practice: PracticeService) -> None:
    on = begun(practice, "first")
    folder = Path(on.repository.path).parent
    assert folder.is_dir()
    practice.end()
    assert not folder.exists()
    assert on.feed.closed
    with pytest.raises(Conflict, match="no practice"):
        practice.current()
    # Another one ends the one that was on.
    first = begun(practice, "power")
    begun(practice, "door")
    assert first.feed.closed
    house.feed.close()
    assert practice.current().feed.closed


def test_plans_go_by_what_was_learned_and_cannot_change_it(
    house: House, practice: PracticeService
) -> None:
    lived(house, Deviation(heat=1.4))
    roast_id, _ = house.roasts.lay(Plan.of({**PLAN, "serve_at": "2026-10-09T19:00:00+00:00"}))
    session = house.roasts.choose(roast_id, METHOD, None)
    on = practice.begin_with(roast_id, session, 3)
    theirs = on.roasts.wish(on.roasts.session(on.joints[0]))
    assert theirs.teaching == house.roasts.wish(session).teaching
    with pytest.raises(Conflict, match="practice"):
        on.roasts.learning.leave_out("oven", "house-oven", out=True)
    assert on.roasts.session(on.joints[0]).plan.joint == session.plan.joint
    assert (on.joint_id, on.method) == (roast_id, session.method)


def test_the_same_seed_is_the_same_kitchen_and_another_is_not(practice: PracticeService) -> None:
    def reads(seed: int) -> list[float]:
        on = begun(practice, "hot-oven", seed)
        on.roasts.put_in(on.joints[0], None)
        found = []
        for _ in range(3):
            on.clock.jump(15.0)
            found.append(on.ask("probe", on.joints[0]).core_c or 0.0)
        return found

    once, again, other = reads(7), reads(7), reads(8)
    assert once == again
    assert once != other


def test_what_a_story_says_is_so_and_the_rest_strays(practice: PracticeService) -> None:
    on = begun(practice, "hot-oven")
    truth = on.truths[on.joints[0]]
    assert truth.h == pytest.approx(26.4 * 1.3)
    assert truth.oven_off_c == 14.0
    assert truth.thickness_mm != on.thought[on.joints[0]].thickness_mm
    sure = begun(practice, "first")
    assert sure.truths[sure.joints[0]].thickness_mm == sure.thought[sure.joints[0]].thickness_mm


def test_asking_costs_a_door_but_a_smell_does_not(practice: PracticeService) -> None:
    on = begun(practice, "first")
    roast_id = on.joints[0]
    assert on.ask("probe", roast_id).core_c == pytest.approx(6.0, abs=1.0)
    assert on.roasts.session(roast_id).readings == ()
    on.roasts.put_in(roast_id, None)
    on.clock.jump(25.0)
    air = on.pretend(roast_id).air or 0.0
    assert "smell" in on.ask("smell", roast_id).words.lower()
    assert on.roasts.session(roast_id).marks == ()
    assert len(on.roasts.hands) == 1
    assert on.ask("look", roast_id).words == "The skin is pale, and dry."
    assert "soft" in on.ask("touch", roast_id).words
    core = on.ask("probe", roast_id).core_c
    session = on.roasts.session(roast_id)
    assert [m.seconds for m in session.marks] == [15.0, 20.0, 30.0]
    assert [r.low_c for r in session.readings] == [core]
    on.clock.jump(0.1)
    assert (on.pretend(roast_id).air or 0.0) < air - 40.0
    with pytest.raises(NotFound):
        on.ask("look", "nobody")


def test_one_step_back_takes_back_one_hand(practice: PracticeService) -> None:
    on = begun(practice, "first")
    roast_id = on.joints[0]
    with pytest.raises(Conflict, match="nothing was done"):
        on.back()
    on.roasts.put_in(roast_id, None)
    on.clock.jump(30.0)
    at = on.clock.now()
    on.ask("probe", roast_id)
    log = on.roasts.session(roast_id).log
    on.clock.jump(25.0)
    on.roasts.end_stage(roast_id, None, None)
    on.back()
    assert on.roasts.session(roast_id).log == log
    assert on.clock.pace == 0.0
    # A probe is a door and a reading, and one hand.
    on.back()
    session = on.roasts.session(roast_id)
    assert (session.readings, session.marks) == ((), ())
    assert on.clock.now() == at
    on.back()
    assert on.roasts.session(roast_id).status == "planning"
    on.roasts.put_in(roast_id, None)
    assert on.roasts.session(roast_id).status == "roasting"


def test_on_to_what_comes_next_and_never_past_what_is_due(practice: PracticeService) -> None:
    on = practice.begin("late-boat", 7)
    on.clock.set_pace(0.0)
    on.skip()
    roast_id = on.joints[0]
    assert abs(on.clock.now() - on.doors[roast_id]) < timedelta(seconds=1)
    on.roasts.put_in(roast_id, None)
    on.skip()
    assert on.minute(on.roasts.session(roast_id)) == pytest.approx(20.0, abs=0.1)
    on.skip()
    assert on.minute(on.roasts.session(roast_id)) == pytest.approx(22.0, abs=0.1)


def test_what_happens_is_heard_in_time_and_moves_the_table(practice: PracticeService) -> None:
    on = begun(practice, "late-boat")
    assert (on.notices(), on.late_by()) == ([], 0.0)
    on.roasts.put_in(on.joints[0], None)
    on.clock.jump(51.0)
    assert on.notices() == []
    on.clock.jump(2.0)
    assert ["fog" in n.words for n in on.notices()] == [True]
    assert on.late_by() == 40.0
    power = begun(practice, "power")
    power.roasts.put_in(power.joints[0], None)
    power.clock.jump(40.5)
    hot = power.pretend(power.joints[0]).air or 0.0
    power.clock.jump(16.0)
    assert (power.pretend(power.joints[0]).air or 0.0) < hot - 30.0
    power.clock.jump(4.0)
    assert [n.words[:5] for n in power.notices()] == ["The l", "The l"]


def test_who_says_the_power_is_gone_does_not_turn_it_off(practice: PracticeService) -> None:
    on = begun(practice, "power")
    on.roasts.put_in(on.joints[0], None)
    on.clock.jump(60.0)
    on.roasts.mark(on.joints[0], "oven_off", "", None)
    acts = on.course(on.joints[0], 60.0).acts
    assert [(a.what, a.minute) for a in acts] == [("oven_off", 41.0), ("oven_on", 59.0)]


def test_a_rind_that_burns_is_smelled(practice: PracticeService) -> None:
    on = begun(practice, "rind")
    on.roasts.put_in(on.joints[0], None)
    on.clock.jump(29.0)
    words = " ".join(n.words for n in on.notices())
    assert "crackles" in words
    on.clock.jump(30.0)
    assert "burning" in " ".join(n.words for n in on.notices())
    assert "burnt" in on.ask("look", on.joints[0]).words


def test_two_joints_have_one_oven(practice: PracticeService) -> None:
    on = begun(practice, "two-joints")
    pork, beef = on.joints
    on.roasts.put_in(pork, None)
    on.clock.jump(15.0)
    on.roasts.put_in(beef, None)
    on.clock.jump(1.0)
    dial = on.course(pork, 16.0).dial
    assert dial is not None
    assert [dial(m) for m in (5.0, 14.0, 15.5)] == [170.0, 170.0, 210.0]
    on.clock.jump(14.0)
    on.roasts.end_stage(beef, 0, None)
    dial = on.course(beef, 20.0).dial
    assert dial is not None
    assert [dial(m) for m in (0.5, 14.0, 16.0)] == [210.0, 210.0, 150.0]


def test_two_joints_come_to_the_table_together(practice: PracticeService) -> None:
    told = obeyed(begun(practice, "two-joints"))
    assert [j.name for j in told.joints] == ["Pork loin", "Sirloin"]
    assert all(abs(j.served.peak_c - j.wanted_c) < 5.0 for j in told.joints)
    assert all(abs(j.late_min) < 30.0 for j in told.joints)


def test_it_begins_where_it_is_fragile(house: House, practice: PracticeService) -> None:
    roast_id, _ = house.roasts.lay(Plan.of({**PLAN, "serve_at": "2026-10-04T19:00:00+00:00"}))
    session = house.roasts.choose(roast_id, METHOD, None)
    on = practice.begin_with(roast_id, session, 5, from_min=75.0)
    theirs = on.roasts.session(on.joints[0])
    assert on.minute(theirs) == pytest.approx(75.0, abs=0.2)
    assert (theirs.status, dict(theirs.ends)) == ("roasting", {0: 20.0})
    assert [r.minute for r in theirs.readings] == pytest.approx([30.0, 50.0, 70.0], abs=0.1)
    assert not on.roasts.hands
    other = practice.begin_with(roast_id, session, 5, method="180C until peak 57C; rest open 20min")
    assert other.roasts.session(other.joints[0]).method == other.method


def test_what_cannot_be_practised_is_said(house: House, practice: PracticeService) -> None:
    roast_id, session = house.roasts.lay(Plan.of({**PLAN, "serve_at": "2026-10-04T19:00:00+00:00"}))
    with pytest.raises(Conflict, match="no way is chosen"):
        practice.begin_with(roast_id, session)
    for way in ("sear 8min; 160C until peak 57C; rest 20min", "150C lid 90min; rest 20min"):
        with pytest.raises(Conflict, match="cannot be practised"):
            practice.begin_with(roast_id, session, method=way)
    with pytest.raises(NotFound):
        practice.begin("nothing")
    with pytest.raises(Conflict, match="not over"):
        debrief(begun(practice, "first"))


def test_stories_of_ones_own(house: House, practice: PracticeService) -> None:
    made = practice.add_story(STORY.encode())
    assert practice.story_text("mine") == STORY
    assert [s.id for s, own in practice.stories() if own] == [made.id]
    on = begun(practice, "mine")
    assert on.truths[on.joints[0]].h == pytest.approx(26.4 * 1.2)
    practice.add_story(STORY.replace('title = "Mine"', 'title = "Once more"').encode())
    assert [s.title for s, own in practice.stories() if own] == ["Once more"]
    with pytest.raises(Conflict, match="ship with it"):
        practice.add_story(STORY.replace('id = "mine"', 'id = "power"').encode())
    with pytest.raises(Conflict, match="cannot be practised"):
        practice.add_story(STORY.replace("160C until", "sear 8min; 160C until").encode())
    with pytest.raises(InputError):
        practice.add_story(b"x")
    # They come along with the kitchen, and what is none is refused.
    filed = house.taking.taken_along()
    assert list(filed["settings"]["own_stories"]) == ["mine"]
    wrong = {**filed, "settings": {"own_stories": {"mine": "x"}}}
    with pytest.raises(InputError, match="no story"):
        house.taking.take_in(write_kitchen(wrong))
    practice.drop_story("mine")
    house.taking.take_in(write_kitchen(filed))
    assert practice.story_text("mine")
    practice.drop_story("mine")
    with pytest.raises(NotFound):
        practice.drop_story("mine")


def test_who_does_as_the_screen_says_eats_well(practice: PracticeService) -> None:
    (joint,) = obeyed(begun(practice, "first")).joints
    assert abs(joint.served.peak_c - 58.0) < 2.0
    assert abs(joint.yours_c) < 0.5
    assert joint.best.peak_c == pytest.approx(58.0, abs=0.3)
    assert joint.known.out_min == pytest.approx(joint.served.out_min, abs=1.0)
    assert abs(joint.late_min) < 12.0
    assert "right" in joint.lesson


def test_who_is_late_is_told_what_that_alone_made(practice: PracticeService) -> None:
    (joint,) = obeyed(begun(practice, "first"), late_min=14.0).joints
    assert joint.yours_c > 3.0
    out = next(d for d in joint.decisions if d.code == "out")
    assert out.degrees == pytest.approx(joint.yours_c)
    assert out.minutes == pytest.approx(14.0, abs=1.0)
    assert said_d(abs(joint.yours_c)) in joint.lesson
    assert joint.served.peak_c == pytest.approx(58.0 + joint.luck_c + joint.yours_c)


def test_every_cost_is_the_difference_of_two_plays(practice: PracticeService) -> None:
    on = begun(practice, "door")
    told = obeyed(on, late_min=5.0)
    (joint,) = told.joints
    session = on.roasts.session(joint.roast_id)
    assert session.carved_min is not None
    course = on.course(joint.roast_id, session.carved_min)
    player = Player(on.truths[joint.roast_id], course)

    def peak(other: object) -> float:
        anew = Player(on.truths[joint.roast_id], other)  # type: ignore[arg-type]
        return max(row[1] for row in anew.played.history)

    mine = max(row[1] for row in player.played.history)
    doors = [d for d in joint.decisions if d.code == "door"]
    assert len(doors) >= 3
    for decision in doors[:2]:
        act = next(
            a for a in course.acts if a.what == "door" and abs(a.minute - decision.minute) < 1e-6
        )
        other = course.without(act)
        assert decision.degrees == pytest.approx(mine - peak(other), abs=1e-6)
        there = reaches(Player(on.truths[joint.roast_id], other).played, joint.served.out_c)
        assert there is not None
        assert decision.minutes == pytest.approx(course.out_min - there, abs=1e-6)
    assert joint.known.peak_c == pytest.approx(peak(course.out_at(joint.known.out_min)), abs=1e-6)
    assert joint.best.peak_c == pytest.approx(peak(course.out_at(joint.best.out_min)), abs=1e-6)
    # What the story did is no decision of the cook's, and is told as what was really so.
    assert CookAct("door", 36.0, 360.0) in course.acts
    assert all(abs(d.minute - 36.0) > 0.5 for d in doors)
    assert any("from minute 36" in line for line in told.truth)


def test_a_heat_changed_late_a_way_changed_and_a_short_rest_are_decisions(
    practice: PracticeService,
) -> None:
    on = begun(practice, "door")
    roast_id = on.joints[0]
    on.roasts.put_in(roast_id, None)
    on.clock.jump(32.0)
    on.roasts.end_stage(roast_id, 0, None)
    on.clock.jump(20.0)
    on.ask("probe", roast_id)
    on.roasts.pull_lever(roast_id, "hotter")
    on.clock.jump(40.0)
    on.roasts.end_stage(roast_id, on.roasts.session(roast_id).pull_stage, None)
    on.clock.jump(5.0)
    on.roasts.carve(roast_id, None)
    (joint,) = debrief(on).joints
    found = {d.code: d for d in joint.decisions}
    assert set(found) == {"stage", "door", "way", "out", "carve"}
    assert "12 min later than planned" in found["stage"].words
    assert (found["stage"].degrees or 0.0) > 0.5
    assert (found["carve"].degrees or 0.0) < -1.0
    assert [d.minute for d in joint.decisions] == sorted(d.minute for d in joint.decisions)


def test_a_tip_in_fat_is_luck_and_guests_are_told_slice_by_slice(
    house: House, practice: PracticeService
) -> None:
    house.repository.set_setting(
        "people",
        [
            {"name": "Tobit", "wish": "well done"},
            {"name": "Casimir", "wish": "as pink as it comes"},
        ],
    )
    told = obeyed(begun(practice, "fat"))
    (joint,) = told.joints
    assert joint.luck_c > 2.0
    assert abs(joint.yours_c) < 1.0
    assert any("sat in fat" in line for line in told.truth)
    assert {p.name for p in joint.plates} == {"Tobit", "Casimir"}
    tobit, casimir = sorted(joint.plates, key=lambda p: p.name, reverse=True)
    assert tobit.core_c >= casimir.core_c
    assert not tobit.right


def test_practice_without_a_reading_says_so(practice: PracticeService) -> None:
    (joint,) = obeyed(begun(practice, "first"), probes=False).joints
    assert "Nobody read it" in joint.lesson


def test_how_it_went_over_time_is_kept_and_told(house: House, practice: PracticeService) -> None:
    assert practice.record_words() == "Nothing was practised yet."
    on = begun(practice, "first")
    practice.record(on, 6.0, 5.0, 3.0)
    practice.record(on, 9.0, 5.0, 3.0)
    assert [p.missed_c for p in practice.record_of()] == [6.0]
    assert "{d:6}" in practice.record_words()
    for missed in (6.0, 6.0, 6.0, -1.0, 1.0, 1.0, 1.0):
        practice.record(begun(practice, "first"), missed, 0.5, 0.0)
    words = practice.record_words()
    assert "Lately the middle misses by {d:1}, at first by {d:6}" in words
    assert put_in(house)
    assert hour(practice.record_of()[0].at)
    assert isinstance(house.clock, FastClock)
