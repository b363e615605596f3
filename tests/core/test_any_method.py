"""Cooks of every kind at methods of every shape: nobody is asked twice, nor left without an end."""

from __future__ import annotations

from collections import Counter
from random import Random

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.core.generated import generated
from tests.core.test_obedient import Cook
from tests.sweeps import examples, sweep
from trencher.core.belief.agenda import AgendaStep
from trencher.core.belief.happened import Happening
from trencher.core.errors import GoalUnreachable
from trencher.core.joint import Joint
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Oven, Turn, UntilCore
from trencher.core.planner.passage import Passage
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.cooker import Cooker

MOST_STEPS = 80
SEEDS = st.integers(0, 10**6)
FEW = examples(5, 100)
"""Every one is a whole roast."""
SEEN_AFTER_MIN = 45.0
CANNOT_BE_FORGOTTEN = ("out", "in", "back_in")


def cook_at(seed: int) -> Cook:
    try:
        cook = Cook(generated(seed))
    except GoalUnreachable:
        assume(False)
    # What is over before it began is nothing anybody does.
    assume(
        all(
            s.end_min - s.start_min >= 1.0 or isinstance(s.stage, Turn) for s in cook.planned.stages
        )
    )
    return cook


@sweep
@given(SEEDS)
@FEW
def test_who_does_what_is_said_is_asked_once_and_ends_as_planned(seed: int) -> None:
    cook = cook_at(seed)
    cook.live()
    assert max(Counter(s.id for s, _ in cook.steps).values()) == 1, cook.steps
    ended = [s.stage for s, _ in cook.steps if s.stage is not None]
    assert ended == sorted(ended)
    assert cook.planned.pull_index in ended
    assert cook.now == pytest.approx(cook.planned.end.minutes, abs=2.5)
    # A pot and its joint take turns within a step: where a stage is cut decides a little.
    near = 0.8 if any(isinstance(s, Oven) and s.cover for s in cook.planned.method.stages) else 0.5
    assert cook.found.peak_c == pytest.approx(cook.planned.peak_c, abs=near)


def test_a_hotter_pot_makes_no_cooler_joint() -> None:
    method = parse_method("215C on rack 35min; 130C lid 28min; rest open 5min")
    fillet = Joint(cut="beef-fillet", weight_kg=0.9, start_c=15.0, surface="blotted")
    setup = kitchen(Roast(joint=fillet, cooker=Cooker(kind="fan"), method=method))
    browned = setup.fresh()
    Passage(setup, method.stages[0], None, 20.0, 35 * 60.0).run(browned)
    ends = []
    for pot_c in (70.0, 85.0, 90.0, 91.0, 95.0, 110.0):
        joint = browned.copy()
        joint.fill_node(water_kg=0.0, temp_c=pot_c)
        Passage(setup, method.stages[1], 215.0, 0.0, 28 * 60.0).run(joint)
        ends.append(joint.core_c)
    assert ends == sorted(ends)


class ErraticCook:
    """Late, forgets to say things, corrects and withdraws what was said; the joint comes out."""

    def __init__(self, cook: Cook, moods: Random) -> None:
        self.cook, self.moods = cook, moods
        self.forgotten: dict[str, float] = {}

    def live(self) -> None:
        cook = self.cook
        for _ in range(MOST_STEPS):
            step = next(s for s in cook.agenda() if self.noticed(s))
            cook.now = max(cook.now, step.due_min)
            if self.moods.random() < 0.2:
                cook.now += self.moods.uniform(1.0, 15.0)
            cook.steps.append((step, cook.now))
            if step.code == "carve":
                return
            # What only an eye or a hold tells is asked for until somebody says so.
            stage = None if step.stage is None else cook.planned.stages[step.stage].stage.length
            may_be = step.by_clock or isinstance(stage, UntilCore)
            may_be = may_be and step.code not in CANNOT_BE_FORGOTTEN
            if self.moods.random() < 0.15 and may_be:
                self.forgotten[step.id] = cook.now
                cook.now += 0.05
            elif step.stage is not None:
                self.end(step, step.stage)
            else:
                cook.done.append(Happening(cook.now, step.mark, words=step.words))  # type: ignore[arg-type]
                if self.moods.random() < 0.1:
                    cook.done.pop()
                    cook.now += 0.5
        raise AssertionError(f"no end: {[(s.id, m) for s, m in cook.steps]}")

    def noticed(self, step: AgendaStep) -> bool:
        """What is forgotten stays on top of the screen: in the end it is seen there."""
        return self.cook.now - self.forgotten.get(step.id, -SEEN_AFTER_MIN) >= SEEN_AFTER_MIN

    def end(self, step: AgendaStep, stage: int) -> None:
        cook = self.cook
        assert stage not in cook.ends, f"{step} is done already"
        minute = cook.now
        if self.moods.random() < 0.2:
            before = max((m for n, m in cook.ends.items() if n < stage), default=0.0)
            minute = max(before + 0.1, minute - self.moods.uniform(0.0, 6.0))
        cook.ends[stage] = minute
        if self.moods.random() < 0.1:
            del cook.ends[stage]
            cook.now += 0.5


@sweep
@given(SEEDS)
@FEW
def test_nobody_is_left_with_a_roast_that_never_comes_out(seed: int) -> None:
    cook = cook_at(seed)
    ErraticCook(cook, Random(seed)).live()
    assert cook.planned.pull_index in cook.ends or any(s.code == "out" for s, _ in cook.steps)
    assert cook.planned.end.minutes - 30.0 < cook.now < cook.planned.end.minutes + 120.0
