"""The Reckoner, from anywhere: read, asked about, compared, converted, taken to be shaped."""

from __future__ import annotations

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Locator, Page, Route, expect

from tests.browser.conftest import Site, soon
from tests.browser.test_places import opened


@pytest.fixture
def box(page: Page, site: Site) -> Locator:
    opened(page, f"{site.url}/book")
    page.keyboard.press("r")
    reckoner = page.get_by_role("dialog", name="Reckoner")
    expect(reckoner).to_contain_text("wanted at 57 °C")
    return reckoner


def say(box: Locator, text: str) -> None:
    box.get_by_label("A recipe, a label").fill(text)


def test_a_label_is_read_on_this_dial_and_judged(page: Page, box: Locator) -> None:
    say(box, "Roast at 200C/180C fan for 20 min per 500g plus 20. Season well.")
    expect(box).to_contain_text(
        re.compile(r"it would be \d+ °C in the middle; for 57 °C take it out \d+ minutes earlier")
    )
    steps = box.get_by_role("row").filter(has_text="180C")
    expect(steps).to_contain_text(re.compile(r"fan air\s*180 °C the same air\s*190 °C"))
    expect(box.locator("[data-say=word]").first).to_have_text("Roast")
    printed = box.get_by_role("table", name="What is printed for it")
    expect(printed).to_contain_text(re.compile(r"20 min per 500 g \+ 20, rare"))
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_what_is_open_is_asked_and_answered(box: Locator) -> None:
    say(box, "20 min per lb plus 20")
    expect(box.get_by_text("No heat is said")).to_be_visible()
    first = box.locator("p.big").first.inner_text()
    box.get_by_role("radio", name=re.compile("^180 °C")).check()
    expect(box.locator("p.big").first).not_to_have_text(first)
    expect(box.locator("[data-say=method]")).to_have_text("Here: 180C 20min/lb + 20min")
    box.get_by_role("radio", name=re.compile("^still air")).check()
    expect(box.get_by_role("row").filter(has_text="still air")).to_contain_text("does as much")
    # One answer stands beside the other.
    expect(box.get_by_role("radio", name=re.compile("^180 °C"))).to_be_checked()
    expect(box.get_by_role("row").filter(has_text="still air")).to_contain_text("180C")


def test_a_stage_and_its_words_light_each_other_up(page: Page, box: Locator) -> None:
    say(box, "Sear 2 minutes a side, then 190C fan until it registers 54 degrees. Tent for 20 min.")
    stages = box.get_by_role("list", name="Stages read").get_by_role("button")
    expect(stages).to_have_text(["sear 2min/side", "190C fan until 54C", "rest tented 20min"])
    stages.nth(1).click()
    page.mouse.move(0, 0)
    expect(box.locator("[data-say=word][data-on]")).to_have_text(["190C fan", "54 degrees"])
    box.get_by_role("button", name="2 minutes a side").click()
    expect(box.locator("[data-say=stage][data-on]")).to_have_text(["sear 2min/side"])
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_a_number_that_is_not_understood_is_asked_about(box: Locator) -> None:
    say(box, "Roast at 170C fan for an hour, dusting it with flour after 15 minutes.")
    expect(box.get_by_text("“15 minutes” was not understood")).to_be_visible()
    expect(box.get_by_role("radio", name=re.compile("^nothing of the joint"))).to_be_checked()
    box.get_by_role("radio", name=re.compile("^15 minutes more")).check()
    expect(box.locator("[data-say=method]")).to_have_text("Here: 170C fan 1h; 170C fan 15min")


def test_rules_are_compared_for_the_same_joint(box: Locator) -> None:
    for rule in ("160C fan 15min/500g + 15min", "180C fan until 60C"):
        say(box, rule)
        box.get_by_role("button", name="Keep it here").click()
    table = box.get_by_role("table", name="Rules compared")
    expect(table.get_by_role("row")).to_have_count(3)
    expect(table).to_contain_text(re.compile(r"until 60C.*min sooner", re.DOTALL))
    table.get_by_role("button", name="drop rule 1").click()
    expect(table.get_by_role("row")).to_have_count(2)


def test_units_salt_and_nonsense(page: Page, box: Locator) -> None:
    say(box, "4 lb 3 oz")
    expect(box).to_contain_text("4 lb 3 oz = 1.9 kg")
    say(box, "Rub it with mustard.")
    expect(box).to_contain_text("Nothing in it says how to heat a joint")
    box.get_by_text("Salt by the spoon").click()
    expect(box).to_contain_text("23 g, about 1 tbsp")
    box.get_by_label("of this salt").select_option("flakes")
    expect(box).to_contain_text(re.compile(r"23 g, about 2 tbsp"))
    box.get_by_label("Salt, %").fill("90")
    expect(box).to_contain_text("at most 10 %")
    page.keyboard.press("Escape")
    expect(box).to_have_count(0)


def test_what_was_read_is_taken_to_be_shaped(page: Page, box: Locator) -> None:
    say(box, "Gas 7 for 20 minutes, then gas 3 until the middle is 50C. Rest 25 minutes.")
    box.get_by_role("button", name="Shape it by hand").click()
    expect(page).to_have_url(re.compile("/ways/.*/hand"))
    text = page.get_by_label("The method as text")
    expect(text).to_have_value(re.compile(r"^\d+C 20min; \d+C until 50C; rest open 25min$"))
    # Once more while it is already open: one change, that can be undone.
    page.get_by_role("button", name="Reckon").click()
    say(page.get_by_role("dialog", name="Reckoner"), "Roast at 150C fan for 2 hours.")
    page.get_by_role("button", name="Shape it by hand").click()
    expect(text).to_have_value("150C fan 2h")
    page.get_by_role("button", name="Undo").click()
    expect(text).to_have_value(re.compile(r"until 50C; rest open 25min$"))


def test_what_is_typed_before_the_joint_is_known_is_read_when_it_is(page: Page, site: Site) -> None:
    asked: list[Route] = []
    opened(page, f"{site.url}/book")
    page.route("**/roasts/sirloin", lambda route: asked.append(route))
    page.keyboard.press("r")
    reckoner = page.get_by_role("dialog", name="Reckoner")
    say(reckoner, "180C fan until 60C")
    soon(page, lambda: asked != [])
    page.wait_for_timeout(600)  # longer than the pause it takes for the end of the typing
    for route in asked:
        route.continue_()
    expect(reckoner.locator("p.big").first).to_contain_text("in the middle")
