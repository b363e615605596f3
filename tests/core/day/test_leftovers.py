"""What is left: the authority's clocks, to the minute; and a batch is never made younger."""

from __future__ import annotations

import pytest

from trencher.core.catalogue.safety import PROFILES, ProfileId
from trencher.core.day.leftovers import kept, left_min, plates


@pytest.mark.parametrize("who", PROFILES)
def test_within_two_hours_it_keeps_as_long_as_the_authority_says(who: ProfileId) -> None:
    found = kept(120.0, PROFILES[who])
    assert found.standing == "keep"
    assert found.keep_days == PROFILES[who].keep_days
    assert f"within {found.keep_days} days" in found.words


@pytest.mark.parametrize("who", ["uk", "us", "ca"])
def test_after_two_hours_it_is_not_kept(who: ProfileId) -> None:
    found = kept(121.0, PROFILES[who])
    assert (found.standing, found.keep_days) == ("discard", 0)
    assert "after 2 hours" in found.words


def test_in_australia_between_two_and_four_hours_it_is_eaten_now() -> None:
    assert kept(119.0, PROFILES["au"]).standing == "keep"
    assert kept(180.0, PROFILES["au"]).standing == "eat_now"
    assert kept(241.0, PROFILES["au"]).standing == "discard"
    assert "not put back" in kept(180.0, PROFILES["au"]).words


def test_nothing_is_ever_called_safe() -> None:
    for profile in PROFILES.values():
        for out in (10.0, 150.0, 300.0):
            assert "safe" not in kept(out, profile).words.casefold()


def test_the_time_left_and_the_plates_of_it() -> None:
    assert left_min(30.0) == 90.0
    assert left_min(150.0) == -30.0
    assert plates(0.56) == (4, 7)
    assert plates(0.05) == (0, 0)
