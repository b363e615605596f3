"""How much to buy, worked out as the joint will be roasted here."""

from __future__ import annotations

from typing import Any

import pytest

from trencher.core.catalogue.safety import PROFILES
from trencher.core.day.people import Guest
from trencher.core.errors import OutOfRange
from trencher.core.joint import Joint
from trencher.core.thermal.cooker import Cooker
from trencher.service.buying import Bought, bought
from trencher.service.planning import Wish

SIRLOIN: dict[str, Any] = {"cut": "beef-sirloin-boned", "weight_kg": 1.9, "thickness_mm": 105}


def ask(people: int = 8, over: float = 0.0, **more: Any) -> Bought:
    joint = Joint(**{**SIRLOIN, **more.pop("joint", {})})
    wish = Wish(
        joint=joint, cooker=Cooker(), wanted_c=57.0, rest_min=40.0,
        profile=PROFILES[more.pop("profile", "uk")],
    )  # fmt: skip
    return bought(
        wish, more.pop("guests", ()), people, over, more.pop("price", None),
        more.pop("offers", ()),
    )  # fmt: skip


def test_what_to_buy_feeds_whom_it_is_bought_for() -> None:
    first = ask()
    again = ask(joint={"weight_kg": first.buy_kg, "thickness_mm": None})
    # A heavier joint loses a little less: within a twentieth it is the same answer.
    assert again.yields.cooked_kg == pytest.approx(first.wanted_kg, rel=0.05)
    assert abs(again.over_plates) < 1.0


def test_leftovers_are_bought_too() -> None:
    assert ask(over=6).buy_kg > ask().buy_kg
    assert ask(over=6).over_plates == pytest.approx(ask().over_plates)


def test_who_does_not_eat_of_it_is_not_bought_for() -> None:
    guests = (Guest(name="Rhona", avoids=("meat",)), Guest(name="Bram", avoids=("pork",)))
    assert ask(guests=guests).wanted_kg == pytest.approx(ask(people=7).wanted_kg)
    hearty = (Guest(name="Tobit", appetite="hearty"),)
    assert ask(guests=hearty).wanted_kg > ask().wanted_kg


def test_fat_trimmed_eaten_or_cut_away_is_three_joints() -> None:
    ways = {w.choice: w for w in ask(joint={"fat_mm": 12.0}).fat}
    assert ways["eaten"].yields.fat_kg == 0.0
    assert ways["cut_away"].yields.fat_kg > 0.1
    assert ways["trimmed"].yields.raw_kg < ways["eaten"].yields.raw_kg
    assert ways["trimmed"].forecast.pull_min < ways["eaten"].forecast.pull_min


def test_where_there_is_no_fat_there_is_no_choice() -> None:
    assert ask(joint={"fat_mm": 0.0}).fat == ()
    assert ask(joint={"cut": "pork-loin-rind"}).fat == (), "rind is kept for its crackling"


def test_offers_are_compared_as_meals_and_one_alone_is_not() -> None:
    bone = Joint(cut="beef-fore-rib", weight_kg=3.0)
    both = ask(price=40.0, offers=(("On the bone", bone, 60.0),))
    assert [m.offer.name for m in both.meals] == [both.meals[0].offer.name, "On the bone"]
    assert both.better
    alone = ask(price=40.0)
    assert len(alone.meals) == 1
    assert alone.better == ""
    assert ask().meals == ()


def test_a_price_that_cannot_be_is_refused() -> None:
    with pytest.raises(OutOfRange):
        ask(price=float("nan"))


@pytest.mark.parametrize("profile", sorted(PROFILES))
def test_the_figure_is_the_chosen_authoritys(profile: str) -> None:
    plain = ask(profile=profile)
    opened = ask(profile=profile, joint={"flags": ("slit",)})
    figures = PROFILES[profile].figures  # type: ignore[index]
    assert plain.figure == figures["whole"].words
    assert opened.figure == figures["rolled"].words
    assert opened.raised
    assert not plain.raised
    assert plain.keep_days == PROFILES[profile].keep_days  # type: ignore[index]
