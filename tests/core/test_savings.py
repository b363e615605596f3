"""What can be saved of a joint that went too far."""

from __future__ import annotations

from dataclasses import replace

from tests.kitchens import go, sirloin
from trencher.core.catalogue.cuts import cut_named
from trencher.core.outcome.outcomes import Slice, loss_of, slices_of
from trencher.core.planner.savings import savings
from trencher.core.units import said_kg

SIRLOIN = cut_named("beef-sirloin-boned")


def test_what_an_overshot_joint_saves_is_worked_out_on_it() -> None:
    right, over = go("170C until peak 57C; rest open 20min"), go("170C until 66C; rest open 20min")
    thinner, sauce, least = savings(
        SIRLOIN,
        slices_of(over.end),
        57.0,
        sirloin().weight_kg,
        loss_of(over.end).fraction,
        loss_of(right.end).fraction,
    )
    assert "{l:4} to {l:6} instead of {l:8} to {l:12}" in thinner
    assert "50 % shorter" in thinner
    more = (loss_of(over.end).fraction - loss_of(right.end).fraction) * 1.9
    assert more > 0.02
    assert f"{said_kg(more)} more juice than at {{c:57}}" in sauce
    assert "miss it least" in least


def _slices(*centres: float) -> list[Slice]:
    return [Slice(20.0 * n, 20.0 * (n + 1), c, c, 50.0) for n, c in enumerate(centres)]


def test_slices_that_missed_it_least_are_named_with_how_far() -> None:
    *_, least = savings(SIRLOIN, _slices(70, 66, 61, 60, 59, 64), 57.0, 1.9, 0.2, None)
    assert "slices 3, 4, 5 miss it least, by {d:4}; slice 1 by {d:13}" in least


def test_one_that_is_not_over_is_told_so() -> None:
    _, sauce, least = savings(SIRLOIN, _slices(57.4, 56.8, 57), 57.0, 1.9, 0.121, 0.12)
    assert "hardly more juice" in sauce
    assert least == "No slice ends above what was wanted in its middle."


def test_what_is_cut_as_thin_as_a_knife_goes_cannot_go_thinner() -> None:
    thin = replace(SIRLOIN, id="beef-eye-of-round")
    assert (
        "{l:2} to {l:2} instead of {l:2} to {l:4}"
        in savings(thin, _slices(60, 60, 60), 57.0, 1.9, 0.2, None)[0]
    )
