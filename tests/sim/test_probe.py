"""The pretend instruments: the truth through an instrument, and their troubles."""

from __future__ import annotations

import numpy as np
import pytest

from trencher.core.errors import UnknownName
from trencher.core.method.notation import parse_method
from trencher.sim.lived import CookAct
from trencher.sim.probe import PretendProbe, weighed_g
from trencher.sim.world import TONIGHT_TRUTH

METHOD = parse_method("220C 20min; 160C until 50C; rest tented 40min")
ENDS = {0: 20.0}


def shown(*troubles: str, upto: float = 80.0, marks: tuple[CookAct, ...] = ()) -> list[object]:
    probe = PretendProbe(TONIGHT_TRUTH, troubles)
    return [probe.at(float(m), METHOD, ENDS, marks) for m in np.arange(1.0, upto, 1.0)]


def column(values: list[object], channel: str) -> list[float]:
    return [v[channel] for v in values if isinstance(v, dict)]


def test_the_tip_lags_and_follows_the_truth() -> None:
    probe = PretendProbe(TONIGHT_TRUTH)
    found = [probe.at(float(m), METHOD, ENDS) for m in range(1, 80)]
    last = found[-1]
    assert last is not None
    assert last["1"] == pytest.approx(probe.pretend.shown_c, abs=1.0)
    assert 150 < last["2"] < 170


def test_told_late_it_is_lived_anew() -> None:
    probe = PretendProbe(TONIGHT_TRUTH)
    probe.at(60.0, METHOD, {})
    hot = probe.pretend.core_c
    probe.at(60.0, METHOD, ENDS)
    assert probe.pretend.core_c < hot - 0.5


def test_doors_and_an_oven_off_cool_the_air() -> None:
    calm = column(shown(), "2")
    door = column(shown(marks=(CookAct("door", 50.0, 120.0),)), "2")
    assert min(door[48:54]) < min(calm[48:54]) - 30
    off = column(shown(marks=(CookAct("oven_off", 40.0), CookAct("oven_on", 60.0))), "2")
    assert off[57] < calm[57] - 20


@pytest.mark.parametrize("trouble", ["fat", "stall", "dropouts", "silent"])
def test_each_trouble_shows(trouble: str) -> None:
    calm, bad = shown(), shown(trouble)
    if trouble == "fat":
        assert column(bad, "1")[65] < column(calm, "1")[65] - 4
    elif trouble == "stall":
        assert max(column(bad, "2")) < 172 < max(column(calm, "2"))
    else:
        assert 0 < sum(v is None for v in bad) < len(bad)
        assert None not in calm


def test_a_battery_runs_down_and_a_trouble_must_be_one() -> None:
    assert PretendProbe(TONIGHT_TRUTH).battery(60.0) > 0.8
    assert PretendProbe(TONIGHT_TRUTH, ("battery",)).battery(60.0) < 0.15
    with pytest.raises(UnknownName):
        PretendProbe(TONIGHT_TRUTH, ("gremlins",))


def test_a_scale_is_near_the_truth_in_whole_grams() -> None:
    assert weighed_g(1900.0, 1) == pytest.approx(1900.0, abs=10)
    assert weighed_g(1900.0, 1) == round(weighed_g(1900.0, 1))
