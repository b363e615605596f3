"""How much to buy, worked out as the joint will be roasted here."""

from __future__ import annotations

from datetime import date
from typing import Any

import pytest

from trencher.core.catalogue.safety import PROFILES
from trencher.core.day.buying import PLATE_KG, yield_of
from trencher.core.day.people import Guest
from trencher.core.errors import OutOfRange
from trencher.core.joint import Joint
from trencher.core.thermal.cooker import Cooker
from trencher.service.buying import AtTable, Bought, OnOffer, bought
from trencher.service.planning import Wish

SIRLOIN: dict[str, Any] = {"cut": "beef-sirloin-boned", "weight_kg": 1.9, "thickness_mm": 105}


def ask(people: int = 8, over: float = 0.0, **more: Any) -> Bought:
    joint = Joint(**{**SIRLOIN, **more.pop("joint", {})})
    wish = Wish(
        joint=joint,
        cooker=Cooker(),
        wanted_c=57.0,
        rest_min=40.0,
        profile=PROFILES[more.pop("profile", "uk")],
    )
    return bought(
        wish,
        more.pop("guests", ()),
        people,
        over,
        more.pop("price", None),
        more.pop("offers", ()),
        more.pop("table_on", None),
        others=more.pop("others", ()),
    )


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
    both = ask(price=40.0, offers=(OnOffer(name="On the bone", joint=bone, price=60.0),))
    assert [m.offer.name for m in both.meals] == [both.meals[0].offer.name, "On the bone"]
    assert both.better
    alone = ask(price=40.0)
    assert len(alone.meals) == 1
    assert alone.better == ""
    assert ask().meals == ()


def test_what_is_weighed_is_no_range_any_more() -> None:
    rib = Joint(cut="beef-fore-rib", weight_kg=3.0)
    guessed, weighed = yield_of(rib, 0.2), yield_of(rib, 0.2, bone_kg=0.5, trim_kg=0.05)
    assert guessed.high_kg > guessed.low_kg
    assert weighed.high_kg == pytest.approx(weighed.low_kg)
    assert weighed.cooked_kg == pytest.approx(0.8 * (3.0 - 0.5 - 0.05))
    with pytest.raises(OutOfRange, match="bone_kg"):
        yield_of(rib, 0.2, bone_kg=2.9)


def test_other_joints_of_the_table_are_counted() -> None:
    bram = Guest(name="Bram", avoids=("pork",))
    alone = ask(guests=(bram,))
    pork = AtTable("Pork loin", "pork", 0.6)
    beside = ask(guests=(bram,), others=(pork,))
    assert beside.wanted_kg == pytest.approx(alone.wanted_kg - 0.6)
    assert beside.buy_kg < alone.buy_kg
    # However much pork there is, who eats none of it eats of this.
    much = ask(guests=(bram,), others=(AtTable("Pork loin", "pork", 9.0),))
    assert much.wanted_kg == pytest.approx(PLATE_KG["usual"])
    assert much.over_plates > alone.over_plates


def test_plates_that_are_missing_are_hot_ones() -> None:
    found = ask(people=20)
    short = found.wanted_kg - found.yields.cooked_kg
    assert found.over_plates == pytest.approx(-short / PLATE_KG["usual"])


@pytest.mark.parametrize(
    ("use_by", "asks"),
    [
        (None, ""),
        (date(2026, 10, 3), ""),
        (date(2026, 10, 5), ""),
        (date(2026, 10, 2), "1 day before"),
        (date(2026, 9, 30), "3 days before"),
    ],
)
def test_a_date_before_the_table_asks_for_the_freezer(use_by: date | None, asks: str) -> None:
    bone = Joint(cut="beef-fore-rib", weight_kg=3.0)
    one = OnOffer(name="On the bone", joint=bone, price=45.0, was_price=60.0, use_by=use_by)
    found = ask(price=40.0, offers=(one,), table_on=date(2026, 10, 3))
    offer = found.meals[1].offer
    assert offer.reduced == pytest.approx(0.25)
    assert found.meals[0].offer.reduced is None
    if asks:
        assert asks in offer.dated
        assert "freezer" in found.better
    else:
        assert offer.dated == ""
        assert "freezer" not in found.better


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
