"""Following from lines, and hidden roasts of another model."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from bench.hidden import hidden, moved_flagged, survey

from tests.kitchens import HOT_THEN_LOW, roast
from trencher.core.belief.follow import Outlook
from trencher.core.belief.reading import Reading
from trencher.core.belief.replay import ReplayLine, replayed
from trencher.core.errors import InputError
from trencher.core.method.notation import parse_method

PLAN = roast(HOT_THEN_LOW)


def read(minute: float, value: float) -> ReplayLine:
    return ReplayLine(minute, Reading(minute, value, value))


def run(*lines: ReplayLine) -> list[Outlook]:
    return [made.found for made in replayed(PLAN, lines)]


def test_a_line_for_each_reading_and_none_for_an_event() -> None:
    found = list(
        replayed(PLAN, [read(30, 8.4), ReplayLine(35, event="door", seconds=90), read(45, 15)])
    )
    assert [made.line.minute for made in found] == [30, 45]
    assert [step.code for step in found[1].steps] == ["look", "out", "carve"]
    assert found[1][1].now_min == 45


def test_the_plan_is_followed_unless_a_line_says_otherwise() -> None:
    early = run(ReplayLine(12, event="turned_down"), read(40, 12.0))[0]
    planned = run(read(40, 12.0))[0]
    assert early.pull_min > planned.pull_min + 1.0


def test_what_the_way_waits_for_is_told_by_seeing_it() -> None:
    browning = replace(PLAN, method=parse_method("220C until brown; 120C until 52C"))
    seen = replayed(browning, [ReplayLine(30, event="browned"), read(40, 12.0)])
    assert [s.code for s in next(iter(seen)).steps if s.code != "look"] == ["out", "carve"]


def test_an_event_entered_late_counts_from_its_minute() -> None:
    told = run(read(40, 12.0), ReplayLine(70, event="door", seconds=600), read(75, 30.0))[-1]
    late = run(
        read(40, 12.0), read(74, 29.5), ReplayLine(50, event="door", seconds=600), read(75, 30.0)
    )
    assert late[-1].pull_min != pytest.approx(late[-2].pull_min, abs=0.2)
    assert told.pull_min != pytest.approx(late[-1].pull_min, abs=0.2)


def test_taken_out_the_climb_is_followed() -> None:
    out = run(read(80, 35.0), ReplayLine(100, event="taken_out"), read(110, 48.0))[-1]
    assert out.pull_min == 100.0
    assert out.look_min is None


def test_what_cannot_end_is_said() -> None:
    with pytest.raises(InputError):
        run(ReplayLine(90, event="taken_out"), ReplayLine(95, event="turned_down"), read(99, 50.0))


def test_belief_is_renewed_at_most_every_twenty_seconds() -> None:
    lines = [read(60 + n / 60, 24.0) for n in range(25)]
    found = run(*lines)
    assert len(found) == 25
    assert len({id(o) for o in found}) == 2


# --- hidden roasts of another model: a sample; ``make bench`` has the full rows ------------------
def test_hidden_roasts_are_found() -> None:
    found = survey(8, peak=False)
    assert float(np.median(np.abs(found.errors[0.75]))) < 0.045
    assert float(np.median(np.abs(found.errors[0.5]))) < 0.10
    assert not any(found.flagged)
    assert float(np.mean(found.held[0.5] + found.held[0.75])) >= 0.6


def test_a_moved_tip_is_noticed() -> None:
    assert moved_flagged(6, 7.0) >= 5 / 6


def test_a_hidden_roast_is_the_same_every_time() -> None:
    assert hidden(3, peak=False).pull_min == hidden(3, peak=False).pull_min


def test_what_comes_late_in_a_row_is_taken_together() -> None:
    lines = [read(80.0 - n / 4.0, 34.0 - n / 8.0) for n in range(40)]
    found = list(replayed(PLAN, lines))
    assert [made.line.minute for made in found] == [line.minute for line in lines]
    assert len({id(made.found) for made in found}) == 2
    assert found[-1].found.pull_min == pytest.approx(run(*reversed(lines))[-1].pull_min, abs=1.5)
