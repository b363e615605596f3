"""A cook who does what the agenda says, when it says it: every step once, in order, to the end."""

from __future__ import annotations

from collections import Counter

import pytest
from bench.hidden import Hidden, hidden

from tests.core.test_now import WAYS, plan
from tests.kitchens import roast
from tests.sweeps import sample, sweep
from trencher.core.belief.agenda import AgendaStep, agenda
from trencher.core.belief.follow import outlook
from trencher.core.belief.happened import Happening, falls, happened
from trencher.core.belief.reading import Reading
from trencher.core.belief.timeline import timeline
from trencher.core.belief.words import now_due, to_do, was_done
from trencher.core.method.stages import Oven
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.sim.roast import PretendRoast, PretendSpan

MOST_STEPS = 40


class Cook:
    """One roast as this cook lives it, ``late`` minutes after each step is due."""

    def __init__(self, way: str | Roast, late: float = 0.0) -> None:
        if isinstance(way, Roast):
            self.roast, self.planned = way, walk(kitchen(way))
        else:
            method, joint = WAYS[way]
            self.roast, self.planned = roast(method, joint=joint), plan(way)
        self.late, self.now = late, 0.05
        self.ends: dict[int, float] = {}
        self.done: list[Happening] = []
        self.steps: list[tuple[AgendaStep, float]] = []

    def agenda(self) -> list[AgendaStep]:
        line = happened(timeline(self.planned, self.ends, self.now), self.done, self.now)
        self.found = outlook(self.roast, line, [], self.now)
        return agenda(
            line,
            self.planned,
            self.found,
            self.done,
            sides=kitchen(self.roast).sides,
            dial=lambda s: f"{s.temp.c:.0f} °C",
            looks=False,
        )

    def live(self) -> None:
        for _ in range(MOST_STEPS):
            steps = self.agenda()
            step = steps[0]
            assert step.due_min >= self.now - 1e-6 or step.by_clock, f"{step} is of the past"
            self.now = max(self.now, step.due_min + self.late)
            self.steps.append((step, self.now))
            if step.code == "carve":
                return
            if step.stage is not None:
                assert step.stage not in self.ends, f"{step} is done already"
                self.ends[step.stage] = self.now
            else:
                assert step.mark is not None
                self.done.append(Happening(self.now, step.mark, words=step.words))  # type: ignore[arg-type]
        raise AssertionError(f"no end: {[s.id for s, _ in self.steps]}")


@pytest.mark.parametrize("way", WAYS)
def test_who_does_what_is_said_is_asked_once_for_each_and_ends_as_planned(way: str) -> None:
    cook = Cook(way)
    cook.live()
    ids = Counter(s.id for s, _ in cook.steps)
    assert max(ids.values()) == 1, ids
    assert cook.now == pytest.approx(cook.planned.end.minutes, abs=1.5)
    assert cook.found.peak_c == pytest.approx(cook.planned.peak_c, abs=0.5)
    for step, _ in cook.steps:
        assert now_due(step)
        assert was_done(step) or step.code == "carve"
        assert "{dial}" not in to_do(step)


def test_who_does_each_task_early_is_asked_for_none_of_them_again() -> None:
    cook = Cook("tasks")
    for _ in range(MOST_STEPS):
        step = cook.agenda()[0]
        if step.code != "task":
            break
        cook.now = max(cook.now, step.due_min - 4.0)
        cook.done.append(Happening(cook.now, step.mark, words=step.words))  # type: ignore[arg-type]
        cook.steps.append((step, cook.now))
    planned = falls(cook.planned.stages[0].stage, 0.0, cook.planned.pull_min, ())
    assert all(s.code == "task" for s, _ in cook.steps)
    # The last falls due in the very minute of the take-out: either may be first.
    assert len(planned) - 1 <= len({s.id for s, _ in cook.steps}) == len(cook.steps)
    assert step.code == "out"
    # Basted and turned early each time, it goes as planned but for what the doors cost.
    assert cook.found.pull_min == pytest.approx(cook.planned.pull_min, abs=4.0)


STEPS: dict[str, list[str]] = {
    "by the clock": ["out", "carve"],
    "off": ["off", "out", "carve"],
    "core": ["turn_down", "out", "carve"],
    "covered in liquid": ["turn_up", "out", "carve"],
    "pan then oven": ["turn_face", "turn_face", "turn_face", "to_oven", "out", "carve"],
    "turn": ["turn_down", "out", "carve"],
    "blast": ["out", "back_in", "out", "carve"],
    "tasks": [*["task"] * 6, "out", "carve"],
    "brown": ["turn_down", "out", "carve"],
    "waits": ["in", "out", "back_in", "out", "carve"],
}


@pytest.mark.parametrize("way", STEPS)
def test_what_is_asked_is_what_the_way_asks(way: str) -> None:
    cook = Cook(way)
    cook.live()
    assert [s.code for s, _ in cook.steps] == STEPS[way]


@pytest.mark.parametrize("way", ["by the clock", "off", "core", "turn", "blast", "pan then oven"])
def test_who_is_four_minutes_late_each_time_gets_there_too(way: str) -> None:
    cook = Cook(way, late=4.0)
    cook.live()
    assert max(Counter(s.id for s, _ in cook.steps).values()) == 1
    assert cook.planned.end.minutes < cook.now < cook.planned.end.minutes + 30.0


def test_a_take_out_by_the_clock_comes_at_its_minute_though_nobody_says_it_was_turned_down() -> (
    None
):
    cook = Cook("by weight")
    out = cook.planned.pull_min
    for minute in (10.0, 25.0, 50.0, out - 1.0, out + 10.0):
        cook.now = minute
        steps = {s.code: s for s in cook.agenda()}
        assert steps["turn_down"].due_min == pytest.approx(20.0)
        assert steps["out"].due_min == pytest.approx(out, abs=0.2)
    assert cook.found.pull_min == pytest.approx(cook.now, abs=1.0)


class CookAtARoast(Cook):
    """The same cook at the pretend joint, looking when told to: of another model than the core."""

    def __init__(self, case: Hidden) -> None:
        self.roast, self.planned = case.plan, walk(kitchen(case.plan))
        self.truth = PretendRoast(case.truth)
        self.late, self.now = 0.0, 0.05
        self.ends, self.done, self.steps = {}, [], []
        self.readings: list[Reading] = []

    def live(self) -> None:
        stage = 0
        for _ in range(MOST_STEPS):
            line = timeline(self.planned, self.ends, self.now)
            self.found = outlook(self.roast, line, self.readings, self.now)
            step = agenda(
                line,
                self.planned,
                self.found,
                self.done,
                self.readings,
                sides=4,
                looks=True,
                dial=str,
            )[0]
            on = line.plan.stages[stage]
            if step.due_min > self.now:
                self.truth.go(
                    PretendSpan(step.due_min - self.now, on.temp.c)
                    if isinstance(on, Oven)
                    else PretendSpan(step.due_min - self.now, None, 0.5)
                )
                self.now = step.due_min
            self.steps.append((step, self.now))
            if step.code == "carve":
                return
            if step.stage is not None:
                assert step.stage not in self.ends
                self.ends[step.stage] = self.now
                stage = step.stage + 1
            else:
                assert step.code in ("look", "recheck")
                c = self.truth.reading_c(self.now)
                self.readings.append(Reading(self.now, c, c))
        raise AssertionError(f"no end: {[s.id for s, _ in self.steps]}")


AT_A_JOINT = [(0, False), (3, True), (7, False), (14, False), (10, True)]


@sweep
@pytest.mark.parametrize(("n", "peak"), sample(AT_A_JOINT, 2))
def test_at_a_pretend_joint_the_obedient_cook_gets_what_was_wanted(n: int, peak: bool) -> None:
    case = hidden(n, peak=peak, batch="fresh")
    cook = CookAtARoast(case)
    cook.live()
    wanted = case.plan.method.stages[case.plan.method.pull_index].length.temp.c  # type: ignore[union-attr]
    out = cook.ends[cook.planned.pull_index]
    got = max(r[1] for r in cook.truth.history) if peak else cook.truth.reading_c(out)
    assert got == pytest.approx(wanted, abs=3.0)
    ends = [s.id for s, _ in cook.steps if s.stage is not None]
    assert len(ends) == len(set(ends))
    looks = sum(1 for s, _ in cook.steps if s.code == "look")
    assert 2 <= looks <= 14


def test_a_blast_that_nobody_said_began_ends_at_its_minute_all_the_same() -> None:
    cook = Cook(roast("110C until 45C; 240C 12min; rest open 10min"))
    reached = cook.planned.stages[0].end_min
    for minute in (reached + 3.0, reached + 8.0, reached + 11.0):
        cook.now = minute
        steps = {s.code: s for s in cook.agenda()}
        assert steps["turn_up"].due_min == pytest.approx(reached, abs=0.5)
        assert steps["out"].due_min == pytest.approx(reached + 12.0, abs=0.6)
    # Said later, it counts from when it was said to be.
    cook.ends[0] = reached + 6.0
    assert cook.agenda()[0].due_min == pytest.approx(reached + 18.0, abs=0.6)


def test_what_the_core_decides_says_what_it_is_to_read_though_the_joint_stays_in() -> None:
    cook = Cook(roast("115C until peak 57C; 240C 14min; rest open 20min"))
    cook.now = 20.0
    up, out, _ = cook.agenda()
    assert (up.code, out.code) == ("turn_up", "out")
    assert up.core_c == pytest.approx(cook.planned.stages[0].core_c, abs=0.2)
    # The blast is by the clock, and the joint comes out after it.
    assert out.due_min == pytest.approx(cook.planned.pull_min, abs=0.5)
    assert cook.planned.pull_min == pytest.approx(up.due_min + 14.0, abs=0.5)
