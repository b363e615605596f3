"""Now is no boundary: a roast that goes as planned is forecast as planned, whatever the minute."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.kitchens import go, roast, sirloin
from trencher.core.belief.timeline import timeline
from trencher.core.joint import Joint
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import kitchen

LEG = Joint(cut="lamb-shoulder-bone", weight_kg=1.8)
WAYS: dict[str, tuple[str, Joint]] = {
    "by the clock": ("200C 60min; rest open 8min", sirloin()),
    "by weight": ("220C 20min; 160C 12min/500g; rest tented 20min", sirloin()),
    "off": ("240C 25min; off 60min; rest tented 10min", sirloin()),
    "core": ("220C 20min; 160C until 48C; rest tented 30min", sirloin()),
    "peak": ("170C until peak 57C; rest tented 30min", sirloin()),
    "cold start": ("cold 180C until 50C; rest open 15min", sirloin()),
    "salt crust from cold": ("cold 180C salt crust until 50C; rest open 15min", sirloin()),
    "lid": ("150C lid until 70C; rest open 10min", LEG),
    "covered in liquid": ("155C covered in 300ml until 80C; 220C 15min; rest open 10min", LEG),
    "in liquid": ("160C in 400ml until 60C; rest open 10min", LEG),
    "liquid, open above": ("160C on roots 90min; 200C 15min; rest open 10min", LEG),
    "pan then oven": ("sear 2min/side; 160C until 50C; rest tented 20min", sirloin()),
    "turn": ("200C 30min; turn; 180C until 52C; rest tented 20min", sirloin()),
    "blast": ("110C until peak 55C; rest open 20min; 240C 8min; rest open 8min", sirloin()),
    "held": ("90C until 54C for 10min; rest open 10min", sirloin()),
    "tasks": (
        "190C until 55C + baste every 20min + turn at 30min + pour 200ml at 20min; rest tented "
        "15min",
        sirloin(),
    ),
    "uncovered half-way": ("170C covered until 70C + uncover at 60min; rest open 15min", LEG),
    "brown": ("220C until brown; 120C until 52C; rest tented 20min", sirloin()),
    "waits": (
        "wait counter 1h; 200C 30min; wait counter 15min; 150C until 50C; rest open 10min",
        sirloin(),
    ),
}
SHARES = (0.1, 0.35, 0.6, 0.9)
_PLANS: dict[str, Walk] = {}


def plan(way: str) -> Walk:
    if way not in _PLANS:
        method, joint = WAYS[way]
        _PLANS[way] = go(method, joint=joint)
    return _PLANS[way]


def reported(planned: Walk, now: float) -> dict[int, float]:
    """What a cook has told by now who does each thing at its minute."""
    return {i: s.end_min for i, s in enumerate(planned.stages) if s.end_min <= now}


@pytest.mark.parametrize("share", SHARES)
@pytest.mark.parametrize("way", WAYS)
def test_the_forecast_of_a_roast_as_planned_is_the_plan(way: str, share: float) -> None:
    planned = plan(way)
    now = share * planned.end.minutes
    line = timeline(planned, reported(planned, now), now)
    method, joint = WAYS[way]
    found = walk(kitchen(replace(roast(method, joint=joint), method=line.ahead)))
    if line.pulled_min is None:
        assert found.pull_min == pytest.approx(planned.pull_min, abs=0.5)
    assert found.end.minutes == pytest.approx(planned.end.minutes, abs=1.0)
    top = found.end.record[: found.end.rows, 3].max()
    assert top == pytest.approx(planned.end.record[: planned.end.rows, 3].max(), abs=0.25)
