"""The whole story in the real interface: tonight's sirloin from the block to the Book."""

from __future__ import annotations

import re
from functools import partial

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site, soon


def hidden_core(minute: float) -> float:
    """What the pretend sirloin's probe shows: another model than the one that is followed."""
    from trencher.sim.roast import PretendRoast, PretendSpan
    from trencher.sim.world import TONIGHT_TRUTH

    made = PretendRoast(TONIGHT_TRUTH)
    made.go(PretendSpan(20, 220))
    made.go(PretendSpan(minute - 20, 160))
    return made.reading_c(minute)


def read_so_far(site: Site, count: int) -> bool:
    return len(site.house.roasts.session("sirloin").readings) == count


@pytest.mark.parametrize("units", ["C", "F"])
def test_from_block_to_book(page: Page, site: Site, units: str) -> None:
    def shown(c: float) -> str:
        return f"{c if units == 'C' else c * 1.8 + 32:.1f}"

    # The block: tonight's sirloin is there, with its measures and its wanted peak.
    page.goto(site.url)
    expect(page).to_have_url(re.compile("/block/sirloin"))
    expect(page.get_by_role("heading", name="Sirloin of beef, boned and tied")).to_be_visible()
    if units == "F":
        page.keyboard.press("u")
        expect(page.get_by_label("On the scale")).to_have_value("4.19")
        expect(page.get_by_label("Change units")).to_have_text("°F lb")
    else:
        expect(page.get_by_label("On the scale")).to_have_value("1.90")
    thickness = page.get_by_role("slider", name="Thickness")
    expect(thickness).to_have_attribute("aria-valuenow", "105")

    # The ways, on one clock; the hot start goes in at a stated hour.
    page.keyboard.press("w")
    expect(page).to_have_url(re.compile("/ways/sirloin"))
    expect(page.locator("[data-way]")).to_have_count(9)
    hot = page.locator("[data-way=hot-then-low]")
    hot.get_by_role("button", name="Hot then low").click()
    hot.get_by_role("button", name="Take this way").click()
    expect(hot.get_by_role("button", name="This way")).to_have_attribute("aria-pressed", "true")
    expect(page.locator("[data-next]")).to_contain_text("on this dial 227 °C, then 172 °C")

    # On to the day; then the fire, before the door closes: the core now, asked and given.
    page.get_by_role("link", name="On to the day").click()
    expect(page).to_have_url(re.compile("/day/"))
    page.goto(f"{site.url}/fire/sirloin")
    goes_in = page.get_by_role("heading", level=1)
    expect(goes_in).to_have_text(re.compile(r"It goes in at 16:\d\d\."))
    start = goes_in.inner_text()[-6:-1]
    hours, minutes = (int(part) for part in start.split(":"))
    site.forward((hours - 13) * 60 + minutes - 30)
    page.get_by_label("what does the middle read").fill(shown(5.2))
    page.get_by_role("button", name="It reads this").click()
    expect(goes_in).to_have_text(re.compile(r"Turn it down to 172 °C in (1[89]|20) min"))

    # Turned down on time; then the sentence is about the take-out.
    site.forward(20)
    page.get_by_role("button", name="Turned down").click()
    expect(goes_in).to_have_text(re.compile(r"Take it out in .* minutes|Take it out in 1 h"))
    first = page.locator("[data-say=then]").inner_text()

    # Readings, typed from anywhere, correct time and climb.
    for n, minute in enumerate((30, 40, 50), 1):
        site.forward(10)
        value = shown(hidden_core(minute))
        page.locator("body").click(position={"x": 5, "y": 400})
        page.keyboard.type(value)
        page.keyboard.press("Enter")
        expect(page.get_by_label("Type a reading")).to_have_value("")
        soon(page, partial(read_so_far, site, n))
        readings = site.house.roasts.session("sirloin").readings
        assert readings[-1].minute == pytest.approx(minute, abs=0.2)
        # Degrees on screen are one decimal in either unit.
        assert readings[-1].low_c == pytest.approx(hidden_core(minute), abs=0.06)
    expect(page.locator("[data-say=then]")).not_to_have_text(first)
    outlook = site.house.roasts.follow("sirloin").outlook
    unit_core = outlook.pull_core_c if units == "C" else outlook.pull_core_c * 1.8 + 32
    expect(goes_in).to_have_text(re.compile(rf"at {round(unit_core)}°\."))

    # Out; the board counts the rest down.
    site.forward(outlook.pull_min - 50 + 0.3)
    page.get_by_role("button", name="Taken out").click()
    expect(page).to_have_url(re.compile("/board/sirloin"))
    expect(goes_in).to_have_text(re.compile(r"Carve in \d+ min, from \d\d:\d\d to \d\d:\d\d\."))
    expect(page.get_by_role("listitem")).not_to_have_count(0)
    expect(page.get_by_text("reckoned from 3 readings")).to_be_visible()
    site.forward(38)
    expect(goes_in).to_have_text(re.compile("Carve now"))
    page.get_by_role("button", name="Carving begins").click()
    expect(page.get_by_text("Into the fridge within")).to_be_visible()
    page.get_by_role("link", name="To the Book").click()

    # The Book: the cook's word first, then planned against happened.
    expect(page).to_have_url(re.compile("/book/sirloin"))
    expect(page.get_by_text("planned out")).to_have_count(0)
    page.get_by_label("How did it turn out?").fill("Rosy to the edge.")
    page.get_by_role("button", name="Keep it, and compare").click()
    expect(page.get_by_role("columnheader", name="happened")).to_be_visible()
    expect(page.get_by_text("Rosy to the edge.")).to_be_visible()
    page.get_by_role("link", name="All roasts").click()
    expect(page.get_by_role("heading", name="10 roasts")).to_be_visible()


def test_the_core_at_the_door_may_be_skipped(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", "170C until peak 57C; rest tented 40min", None)
    page.goto(f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="Not measured").click()
    expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("Take it out in"))
    assert site.house.roasts.session("sirloin").start_measured is False


def test_a_missed_turn_down_is_asked_for_and_may_be_entered_late(page: Page, site: Site) -> None:
    site.house.roasts.choose(
        "sirloin", "220C 20min; 160C until peak 57C; rest tented 40min", "hot-then-low"
    )
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(31)
    page.goto(f"{site.url}/fire/sirloin")
    heading = page.get_by_role("heading", level=1)
    expect(heading).to_have_text("Turn it down to 172 °C now.")
    expect(page.get_by_text("has it been done?")).to_be_visible()
    page.get_by_role("button", name="Turned down at 13:50").click()
    expect(heading).to_have_text(re.compile("Take it out in"))
    soon(page, lambda: 0 in site.house.roasts.session("sirloin").ends)
    assert site.house.roasts.session("sirloin").ends[0] == pytest.approx(20.0, abs=0.01)


def test_a_roast_in_progress_on_request(page: Page, site: Site) -> None:
    page.goto(f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="Show a roast in progress").click()
    expect(page).to_have_url(re.compile("/fire/live"))
    expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("Take it out in"))
    expect(page.get_by_role("button", name=re.compile("demo clock ×60"))).to_be_visible()
    expect(page.get_by_text("gaining")).to_be_visible()


def test_a_flagged_reading_says_why_and_can_be_taken_back(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", "170C until peak 57C; rest tented 40min", None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(40)
    site.house.roasts.read("sirloin", 13.0, 13.0, "core", None)
    site.forward(10)
    page.goto(f"{site.url}/fire/sirloin")
    expect(page.get_by_role("heading", level=1)).to_have_text(re.compile("Take it out"))
    page.keyboard.type("58")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Not believed. It reads hotter")).to_be_visible()
    page.get_by_role("button", name=re.compile("entries")).click()
    page.get_by_role("button", name="Take back: 58 °C").click()
    expect(page.get_by_text("Not believed")).to_have_count(0)
    expect(page.get_by_text("taken back")).to_be_visible()
