"""A joint's way as a day changes it: another oven, one heat, another pace, a longer rest, doors."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from trencher.core.day.doors import with_doors
from trencher.core.errors import Conflict, TrencherError
from trencher.core.method.schools import schools_for
from trencher.core.method.stages import Method, Oven, Rest, Temp
from trencher.core.planner.forecast import Forecast
from trencher.core.planner.ways import occasion, written
from trencher.service.planning import ANY_METHOD, Wish, work_out


def changed_forecast(
    wish: Wish, method: str, change: Mapping[str, Any], doors: tuple[float, ...] = ()
) -> Forecast:
    """The joint's forecast with a day's changes. ``doors``: minutes at which other dishes open its
    oven. Raises what the planner raises."""
    method = changed_method(wish, method, change)
    found, _ = work_out(wish, method, quick=True)
    if doors:
        times = [(s.start_min, s.end_min) for s in found.stages]
        opened = with_doors(wish.roast(method).method, times, doors)
        found, _ = work_out(wish, str(opened), quick=True)
    return found


def changed_method(wish: Wish, method: str, change: Mapping[str, Any]) -> str:
    """The method with a day's changes: ``air_c`` one heat all the way, ``pace_c`` its longest heat
    so much higher, ``earlier_min`` of rest more. Raises what the planner raises."""
    if change.get("air_c"):
        method = one_heat(wish, method, float(change["air_c"]))
    if change.get("pace_c"):
        method = other_pace(wish, method, float(change["pace_c"]))
    if change.get("earlier_min"):
        method = longer_rest(wish, method, float(change["earlier_min"]))
    return method


def first_way(wish: Wish) -> str:
    """The first school that suits: what is assumed while nobody has chosen."""
    here = occasion(wish.roast(ANY_METHOD), wish.rest_min, wish.thermometer)
    for school in schools_for(wish.joint.facts):
        method, unsuited = written(school, here)
        if not unsuited:
            try:
                work_out(wish, str(method), quick=True)
            except TrencherError:
                continue
            return str(method)
    raise Conflict("no way suits this joint in this oven", allowed="choose one by hand in Ways")


def other_pace(wish: Wish, method: str, by_c: float) -> str:
    """The method with its longest time in the oven so much hotter, or gentler."""
    parsed = wish.roast(method).method
    found, _ = work_out(wish, method, quick=True)
    long = [
        (s.end_min - s.start_min, n)
        for n, s in enumerate(found.stages)
        if n < len(parsed.stages) and isinstance(parsed.stages[n], Oven)
    ]
    if not long:
        return method
    n = max(long)[1]
    stage = parsed.stages[n]
    assert isinstance(stage, Oven)
    other = replace(stage, temp=Temp(f"{stage.temp.c + by_c:.0f}", "C"))
    return str(Method((*parsed.stages[:n], other, *parsed.stages[n + 1 :])))


def longer_rest(wish: Wish, method: str, minutes: float) -> str:
    """The method with its last rest so much longer."""
    stages = list(wish.roast(method).method.stages)
    found, _ = work_out(wish, method, quick=True)
    last = found.stages[-1]
    spent = last.end_min - last.start_min
    how = last.stage.how if isinstance(last.stage, Rest) else "tented"
    if isinstance(stages[-1], Rest):
        stages.pop()
    text = "; ".join(str(s) for s in stages)
    return f"{text}; rest {how} {spent + minutes:.0f}min"


def one_heat(wish: Wish, method: str, air_c: float) -> str:
    """The same goal at one heat all the way, and the wished rest."""
    goal = "tender" if "until tender" in method else f"peak {wish.wanted_c:g}C"
    return f"{air_c:g}C until {goal}; rest tented {max(wish.rest_min, 1.0):g}min"
