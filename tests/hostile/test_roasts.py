"""Joints, ovens and physics at their bounds and between: each is worked out in numbers that are
numbers, or refused with a sentence, within a budget of minutes simulated."""

from __future__ import annotations

import json
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from trencher.core.catalogue.cuts import CUTS
from trencher.core.errors import InputError
from trencher.core.joint import LIMITS
from trencher.core.planner.forecast import forecast
from trencher.core.planner.setup import COOKER_LIMITS, PHYSICS_LIMITS
from trencher.core.thermal.budget import MOST_MIN, Budget, within
from trencher.formats.forecast import write_forecast
from trencher.formats.roast import read_roast

METHODS = (
    "210C 20min; 155C until peak 58C; rest tented 20min",
    "100C 6h; rest open 10min",
    "sear 2min/side; 120C until 52C; turn; 120C until 54C for 5min; rest wrapped 15min",
    "150C lid in 500ml 3h + baste every 30min + turn at 1h; rest tented 20min",
    "cold 220C until brown; off 30min; rest open 5min",
    "wait counter 1h; 230C 20min/500g + 20min; rest tented 15min",
    "60C 20h; rest open 1min; 250C 8min; rest open 5min",
)


def _between(limits: dict[str, tuple[float, float, str]]) -> st.SearchStrategy[dict[str, Any]]:
    """Some of these quantities, at a bound or between."""
    return st.fixed_dictionaries(
        {},
        optional={
            name: st.one_of(st.sampled_from([low, high]), st.floats(low, high))
            for name, (low, high, _) in limits.items()
        },
    )


SHAPES = {k: v for k, v in LIMITS.items() if k not in ("weight_kg", "pieces")}
ROASTS = st.fixed_dictionaries(
    {
        "format": st.just("trencher/roast"),
        "version": st.just(1),
        "method": st.sampled_from(METHODS),
        "joint": st.builds(
            lambda cut, kg, pieces, more: {**more, "cut": cut, "weight_kg": kg, "pieces": pieces},
            st.sampled_from(sorted(CUTS)),
            st.one_of(st.sampled_from([0.1, 25.0]), st.floats(0.3, 8)),
            st.sampled_from([1, 1, 1, 12]),
            _between(SHAPES),
        ),
        "cooker": st.one_of(st.just({}), _between(COOKER_LIMITS)),
        "physics": st.one_of(
            st.none(),
            st.builds(
                lambda numbers, switches: numbers | switches,
                _between(PHYSICS_LIMITS),
                st.dictionaries(
                    st.sampled_from(["radiation", "evaporation", "ideal_air"]), st.booleans()
                ),
            ),
        ),
    }
)


def _worked_out(described: dict[str, Any]) -> None:
    with within(Budget(MOST_MIN)):
        try:
            found = write_forecast(forecast(read_roast(described), every_s=600.0, rests=True))
        except InputError as error:
            said: InputError | None = error
        else:
            said = None
            json.dumps(found, allow_nan=False)
    assert said is None or (said.where and said.allowed), said


def _sirloin(method: str = METHODS[0], **physics: Any) -> dict[str, Any]:
    return {
        "format": "trencher/roast",
        "version": 1,
        "method": method,
        "physics": physics,
        "joint": {"cut": "beef-sirloin-boned", "weight_kg": 1.9},
    }


@pytest.mark.parametrize("extreme", [{"conductivity_w_mk": 5.0, "density_kg_m3": 300.0}, {}])
@pytest.mark.parametrize("evaporation", [True, False])
def test_a_slab_has_no_sides_and_is_worked_out(extreme: dict[str, Any], evaporation: bool) -> None:
    _worked_out(_sirloin(section_exponent=0.0, evaporation=evaporation, **extreme))


def test_meat_that_takes_less_heat_than_its_water_is_refused_at_once() -> None:
    for heat in (500.0, 2500.0):
        with pytest.raises(InputError, match="the water in this meat") as said:
            forecast(read_roast(_sirloin(specific_heat_j_kgk=heat)))
        assert "evaporation false" in said.value.allowed
    _worked_out(_sirloin(specific_heat_j_kgk=500.0, evaporation=False))
    _worked_out(_sirloin(specific_heat_j_kgk=3100.0))


def test_the_rest_of_a_small_piece_that_took_a_day_is_looked_at() -> None:
    # So many short steps fill the record; its rows are not where they were.
    small = {"cut": "beef-brisket-rolled", "weight_kg": 0.1, "length_mm": 112.0}
    found = forecast(read_roast({**_sirloin(METHODS[-1]), "joint": small}), rests=True)
    assert {a.how for a in found.rests} >= {"open", "tented", "wrapped"}
    assert all(20.0 < a.peak_c < 100.0 for a in found.rests)


@given(ROASTS)
@settings(max_examples=3, derandomize=True)
def test_a_roast_at_its_bounds_is_worked_out_or_refused(described: dict[str, Any]) -> None:
    _worked_out(described)


@pytest.mark.full
@pytest.mark.timeout(1800)
@given(ROASTS)
@settings(max_examples=600)
def test_many_roasts_at_their_bounds_are_worked_out_or_refused(described: dict[str, Any]) -> None:
    _worked_out(described)
