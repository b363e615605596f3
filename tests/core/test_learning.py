"""What finished roasts teach: an oven's heat is found, and nothing of it leaks where it is not."""

from __future__ import annotations

from dataclasses import replace
from functools import cache

import numpy as np
import pytest

from tests.kitchens import go, roast, sirloin
from trencher.core.belief.follow import believe, in_following
from trencher.core.belief.learning import (
    LEARNED,
    Key,
    Lesson,
    Tags,
    between,
    learn,
    lesson,
    look_back,
    tags_of,
)
from trencher.core.belief.reading import Reading
from trencher.core.belief.reasons import reasons, without
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Minutes
from trencher.core.planner.doubt import Doubt, before, plan_bands
from trencher.core.planner.forward import walk
from trencher.core.planner.setup import Deviation, Roast, kitchen

WAY = "220C 20min; 160C until 54C; rest tented 30min"
PLAN = roast(WAY, sirloin())
DAY = 740_000
HOT = Deviation(heat=1.35, oven_c=6.0)
HERE = tags_of("house", "fan", PLAN.joint, PLAN.method)
THERE = replace(HERE, oven="spare")
NAMES: dict[Key, str] = {("oven", "house"): "House oven", ("cut", HERE.cut): "Sirloin"}


def lived(truth: Deviation, seed: int = 0, every: float = 10.0) -> tuple[Roast, list[Reading]]:
    """A roast as it went in a kitchen of this truth, taken out at its core, and what was read."""
    done = walk(kitchen(PLAN, deviation=truth))
    stages = tuple(
        replace(s, length=Minutes(r.minutes))
        for s, r in zip(done.method.stages, done.stages, strict=True)
    )
    rows, rng = done.end.record[: done.end.rows], np.random.default_rng(seed)
    minutes = np.arange(20.0, done.end.minutes, every)
    shown = np.interp(60.0 * minutes, rows[:, 0], rows[:, 3]) + rng.normal(0.0, 0.3, len(minutes))
    readings = [Reading(m, v, v) for m, v in zip(minutes.tolist(), shown.tolist(), strict=True)]
    return replace(PLAN, method=Method(stages)), readings


@cache
def taught(
    truth: Deviation, tags: Tags = HERE, seed: int = 0, day: int = DAY, name: str = ""
) -> Lesson:
    past, readings = lived(truth, seed)
    found = lesson(name or f"{tags.oven}-{seed}", tags, day, look_back(past, readings, Doubt()))
    assert found is not None
    return found


def pull(lessons: list[Lesson], tags: Tags = HERE, day: int = DAY) -> float:
    known = learn(lessons, day).known(tags, PLAN, Doubt()) if lessons else None
    return walk(kitchen(replace(PLAN, known=known))).pull_min


PLAIN = go(WAY).pull_min
TRUE = walk(kitchen(PLAN, deviation=HOT)).pull_min


def test_three_alike_move_the_next_plan_most_of_the_way() -> None:
    assert PLAIN - TRUE > 8.0
    after = [pull([taught(HOT, seed=n) for n in range(count)]) for count in (0, 1, 3, 6)]
    assert after == sorted(after, reverse=True)
    assert abs(after[2] - TRUE) < 0.4 * (PLAIN - TRUE)
    assert abs(after[3] - TRUE) < 0.3 * (PLAIN - TRUE)


def test_the_band_narrows_and_still_holds_the_truth() -> None:
    found = learn([taught(HOT, seed=n) for n in range(5)], DAY)
    taught_plan = replace(PLAN, known=found.known(HERE, PLAN, Doubt()))
    plain = plan_bands(PLAN, walk(kitchen(PLAN))).pull_min
    band = plan_bands(taught_plan, walk(kitchen(taught_plan))).pull_min
    assert band.high - band.low < plain.high - plain.low
    assert band.low < TRUE < band.high


def test_an_oven_of_its_own_does_not_leak_into_another() -> None:
    lessons = [taught(HOT, seed=n) for n in range(4)]
    lessons += [taught(Deviation(), THERE, seed=n) for n in range(4)]
    assert pull(lessons, THERE) == pytest.approx(PLAIN, abs=0.2 * (PLAIN - TRUE))
    assert pull(lessons) == pytest.approx(TRUE, abs=0.4 * (PLAIN - TRUE))


def test_a_new_oven_borrows_what_all_others_have_in_common() -> None:
    ovens = [replace(HERE, oven=f"oven-{n}") for n in range(5)]
    lessons = [taught(HOT, tags, seed=n) for n, tags in enumerate(ovens)]
    new = pull(lessons, replace(HERE, oven="new"))
    assert TRUE < new < PLAIN - 0.25 * (PLAIN - TRUE)
    alone = learn(lessons[:1], DAY)
    assert alone.known(replace(THERE, kind="gas", cut="other", cover="bowl"), PLAN, Doubt())


def test_one_far_from_the_others_does_not_rule() -> None:
    usual = [taught(Deviation(), seed=n) for n in range(5)]
    odd = taught(Deviation(heat=0.45, oven_c=-30.0), seed=9, name="odd")
    found = learn([*usual, odd], DAY)
    assert found.weights["odd"] < 0.5 * min(found.weights[one.id] for one in usual)
    gap = abs(pull([*usual, odd]) - pull(usual))
    assert gap < 0.25 * abs(walk(kitchen(PLAN, deviation=Deviation(heat=0.45))).pull_min - PLAIN)


def test_what_is_old_says_less() -> None:
    lessons = [taught(HOT, seed=n) for n in range(3)]
    now, later = pull(lessons), pull(lessons, day=DAY + 3653)
    assert TRUE < now < later < PLAIN


def test_the_order_of_lessons_is_nothing() -> None:
    lessons = [taught(HOT, seed=n) for n in range(3)] + [taught(Deviation(), THERE, seed=5)]
    assert pull(lessons) == pytest.approx(pull(lessons[::-1]), abs=1e-6)


def test_nothing_is_learned_from_what_nobody_measured() -> None:
    past, readings = lived(HOT)
    assert lesson("none", HERE, DAY, look_back(past, [], Doubt())) is None
    felt = [
        replace(r, instrument="sense", low_c=r.low_c - 5, high_c=r.high_c + 5) for r in readings
    ]
    assert lesson("felt", HERE, DAY, look_back(past, felt, Doubt())) is None
    assert learn([], DAY).known(HERE, PLAN, Doubt()) is None


def test_a_lesson_does_not_depend_on_what_was_known_before() -> None:
    past, readings = lived(HOT)
    known = learn([taught(HOT, seed=3)], DAY).known(HERE, PLAN, Doubt())
    again = lesson("house-0", HERE, DAY, look_back(replace(past, known=known), readings, Doubt()))
    assert again is not None
    assert np.allclose(again.information, taught(HOT).information)


def test_a_lesson_is_kept_as_it_is() -> None:
    one = taught(HOT)
    again = Lesson.read(one.plain())
    assert again.tags == one.tags
    assert np.array_equal(again.vector, one.vector)
    plain = one.plain()
    for broken in (
        {**plain, "sd": [1.0]},
        {"id": "x"},
        {**plain, "vector": [float("inf")] * len(LEARNED)},
        {**plain, "sd": [-1.0] * len(LEARNED)},
        {**plain, "information": (-one.information).tolist()},
    ):
        with pytest.raises((KeyError, ValueError)):
            Lesson.read(broken)


def test_following_sets_out_from_what_was_learned() -> None:
    found = learn([taught(HOT, seed=n) for n in range(4)], DAY)
    known = replace(PLAN, known=found.known(HERE, PLAN, Doubt()))
    doubt = in_following(Doubt(), 0.0)
    centre, covariance = before(known, doubt)
    assert np.linalg.eigvalsh(covariance).min() > 0.0
    nothing = believe(replace(known, method=parse_method("220C 5min")), [], doubt)
    assert np.array_equal(nothing.theta, centre)
    # One early reading leaves the learned oven where it is; a plan without it lags behind.
    past, readings = lived(HOT, seed=7)
    early = replace(past, method=parse_method("220C 20min; 160C 20min"))
    told = [r for r in readings if r.minute <= 40.0]
    heat = LEARNED[1]
    assert believe(replace(early, known=known.known), told, doubt).theta[heat] > centre[heat] / 2
    assert believe(early, told, doubt).theta[heat] < centre[heat]


def test_why_it_says_so_adds_up() -> None:
    learned = learn([taught(HOT, seed=n) for n in range(4)], DAY)
    why = reasons(learned, HERE, PLAN, Doubt(), NAMES)
    assert [r.level for r in why] == ["oven", "cut", "cover"]
    oven = why[0]
    assert oven.count == 4
    assert oven.percent > 20.0
    assert why[1].percent < 0.0, "with one cut, some of it is the cut"
    assert oven.words.startswith("House oven heats")
    assert "more than usual" in oven.words
    assert "from 4 roasts" in oven.words
    # Left out, the plan is the one without it, and the sentence says what it would do.
    out: set[Key] = {("oven", "house")}
    gone = without(learned, HERE, out)
    bare = walk(kitchen(replace(PLAN, known=learned.known(HERE, PLAN, Doubt(), gone)))).pull_min
    with_it = walk(kitchen(replace(PLAN, known=learned.known(HERE, PLAN, Doubt())))).pull_min
    assert oven.minutes == pytest.approx(with_it - bare, abs=1.5)
    again = reasons(learned, HERE, PLAN, Doubt(), NAMES, out)[0]
    assert again.left_out
    assert again.minutes == pytest.approx(oven.minutes, abs=1.5)


def test_an_oven_nobody_roasted_in_is_told_by_the_others() -> None:
    learned = learn([taught(HOT, seed=n) for n in range(2)], DAY)
    why = reasons(learned, THERE, PLAN, Doubt(), NAMES)
    assert [r.level for r in why] == ["all", "cut", "cover"]
    assert why[0].words.startswith("A roast of this kitchen takes")


def test_how_far_roasts_of_one_oven_stray() -> None:
    alike = [taught(HOT, seed=n) for n in range(4)]
    apart = [taught(Deviation(heat=h), seed=n) for n, h in enumerate((0.7, 1.4, 0.75, 1.3))]
    (count, near), (_, far) = (
        between(lessons, learn(lessons, DAY))["house"] for lessons in (alike, apart)
    )
    assert count == 4
    assert near < 0.5 * far
