"""Each place: by pointer, keys and typing; wrong input; empty, lost and late states; axe."""

from __future__ import annotations

import re
from datetime import datetime
from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Site, serve, sheets, soon, unfold
from trencher.core.entries import Changed

HOT = "220C 20min; 160C until peak 57C; rest tented 40min"


def value(slider: Locator) -> int:
    return int(slider.get_attribute("aria-valuenow") or "0")


def joint(site: Site) -> dict[str, Any]:
    """The sirloin's joint as the server keeps it."""
    return site.house.roasts.session("sirloin").plan.joint.plain()


def opened(page: Page, url: str) -> None:
    page.goto(url)
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(page.get_by_text("…", exact=False).filter(has_text="Fetching")).to_have_count(0)


# --- the block ----------------------------------------------------------------------------------
def test_thickness_is_pulled_and_everything_follows(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    slider = page.get_by_role("slider", name="Thickness")
    box = slider.locator(".grip").bounding_box()
    assert box
    asked: list[bool] = []
    page.on(
        "request",
        lambda r: (
            asked.append('"quick":true' in (r.post_data or ""))
            if r.url.endswith("/api/ways")
            else None
        ),
    )
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 7):
        page.mouse.move(x, y - 6 * step)
        page.wait_for_timeout(60)
    page.mouse.up()
    thick = value(slider)
    assert thick > 112
    # While it was pulled the coarse answer came; after it the full one, and it is kept.
    soon(page, lambda: True in asked and asked[-1] is False)
    soon(page, lambda: joint(site).get("thickness_mm") == thick)
    expect(page.get_by_label("Thickness", exact=True).last).to_have_value(str(thick))
    page.get_by_role("button", name="Undo").click()
    expect(slider).to_have_attribute("aria-valuenow", "105")


def test_length_is_pulled_too(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    slider = page.get_by_role("slider", name="Length")
    box = slider.locator(".grip").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.mouse.move(x - 60, y, steps=5)
    page.mouse.up()
    assert value(slider) < 190


def test_every_pull_has_a_key(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    slider = page.get_by_role("slider", name="Thickness")
    slider.focus()
    page.keyboard.press("ArrowUp")
    expect(slider).to_have_attribute("aria-valuenow", "106")
    page.keyboard.press("Shift+ArrowDown")
    expect(slider).to_have_attribute("aria-valuenow", "96")
    soon(page, lambda: joint(site).get("thickness_mm") == 96)


def test_a_typed_measure_out_of_bounds_is_answered_and_not_lost(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    weight = page.get_by_label("On the scale")
    weight.fill("190")
    page.keyboard.press("Enter")
    expect(page.get_by_text("0.1 to 25 kg")).to_be_visible()
    expect(weight).to_have_value("190")
    assert site.house.roasts.session("sirloin").plan.joint.weight_kg == 1.9
    weight.fill("2.1")
    page.keyboard.press("Enter")
    expect(page.get_by_text("0.1 to 25 kg")).to_have_count(0)
    soon(page, lambda: joint(site).get("weight_kg") == 2.1)


def test_a_cut_is_found_by_typing_and_laid(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ways/sirloin")
    page.keyboard.press("/")
    expect(page.get_by_role("combobox", name="Find a place")).to_be_focused()
    page.keyboard.type("prime rib")
    hits = page.get_by_role("listbox", name="Found").get_by_role("option")
    expect(hits.first).to_contain_text("Fore rib")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", name="Fore rib of beef on the bone")).to_be_visible()
    expect(page).not_to_have_url(re.compile("/block/sirloin"))


def test_a_cut_that_no_catalogue_has_is_described_and_laid(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/begin")
    page.get_by_role("combobox", name="Find a cut").press_sequentially("goat neck")
    page.get_by_role("button", name="as a cut of my own").click()
    form = page.get_by_role("form", name="A cut of your own")
    expect(form.get_by_label("Its name")).to_have_value("Goat neck")
    form.get_by_label("Animal").select_option("game")
    form.get_by_label("Tough: slow until tender").check()
    form.get_by_role("button", name="Lay it on the block").click()
    expect(page.get_by_role("heading", name="Goat neck")).to_be_visible()
    page.wait_for_timeout(500)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    # It is in the catalogue from now on.
    page.get_by_role("link", name="One more").click()
    field = page.get_by_role("combobox", name="Find a cut")
    field.press_sequentially("neck")
    expect(page.locator("li[role=option]").filter(has_text="Goat neck").first).to_be_visible()


def test_fat_on_top_is_the_cuts_usual_until_it_is_measured(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    unfold(page, "More of it")
    field = page.get_by_label(re.compile("Fat on top"))
    expect(field).to_have_value("8")
    field.fill("3")
    page.keyboard.press("Enter")
    soon(page, lambda: joint(site).get("fat_mm") == 3.0)
    page.get_by_label("Its surface").select_option("dried")
    soon(page, lambda: joint(site).get("surface") == "dried")


def test_thickness_nobody_measured_is_said_to_be_estimated(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    expect(page.get_by_text("estimated", exact=True)).to_have_count(1)


def test_the_hour_of_serving_is_typed(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    hour = page.get_by_label("Hour to sit down")
    hour.fill("quarter past")
    expect(page.get_by_text("an hour such as 19:00")).to_be_visible()
    hour.fill("20:15")
    page.keyboard.press("Enter")

    def kept() -> str:
        at = datetime.fromisoformat(site.house.roasts.session("sirloin").plan.serve_at)
        return f"{at.astimezone():%H:%M}"

    soon(page, lambda: kept() == "20:15")
    page.keyboard.press("Escape")
    page.goto(f"{site.url}/ways/sirloin")
    expect(page.get_by_text(re.compile("carve (19:5|20:0)")).first).to_be_visible()


# --- the ways -----------------------------------------------------------------------------------
def test_pork_below_the_figure_says_so(page: Page, site: Site) -> None:
    site.house.roasts.change("pork-loin", Changed.of({"wanted_c": 62.0}))
    opened(page, f"{site.url}/ways/pork-loin")
    page.get_by_role("button", name="One temperature", exact=True).click()
    expect(page.get_by_text(re.compile("below the United Kingdom figure")).first).to_be_visible()


def test_a_way_too_long_for_the_hour_says_when_it_would_be_ready(page: Page, site: Site) -> None:
    site.forward(220)
    opened(page, f"{site.url}/ways/sirloin")
    expect(page.get_by_text(re.compile(r"Too late for 18:4\d: put in now")).first).to_be_visible()


# --- wrong input on the fire --------------------------------------------------------------------
@pytest.mark.parametrize(
    ("typed", "words"),
    [("59..57", "A range rises"), ("5.7.9", "is no reading"), ("999", "out of range")],
)
def test_a_reading_that_cannot_be_is_answered_and_kept_in_the_line(
    page: Page, site: Site, typed: str, words: str
) -> None:
    site.house.roasts.choose("sirloin", HOT, None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(30)
    opened(page, f"{site.url}/fire/sirloin")
    field = page.get_by_label("Type a reading")
    field.fill(typed)
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert").filter(has_text=words)).to_be_visible()
    expect(field).to_have_value(typed)
    assert site.house.roasts.session("sirloin").readings == ()


def test_a_frozen_number_at_the_door_is_answered(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", HOT, None)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_label("what does the middle read").fill("60")
    page.get_by_role("button", name="It reads this").click()
    expect(page.get_by_text("too hot for a raw joint; at most 45 °C")).to_be_visible()


# --- two screens, lost network ------------------------------------------------------------------
def test_what_one_screen_does_the_other_shows(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", HOT, None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(40)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_text("No reading yet")).to_be_visible()
    # Another pair of hands, elsewhere.
    site.house.roasts.read("sirloin", 14.0, 14.0, "core", None)
    expect(page.get_by_text("14°", exact=True)).to_be_visible()


def test_without_the_server_it_says_so_keeps_the_reading_and_comes_back(
    page: Page, site: Site
) -> None:
    site.house.roasts.choose("sirloin", HOT, None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(40)
    opened(page, f"{site.url}/fire/sirloin")
    heading = page.get_by_role("heading", level=1).inner_text()
    site.stop()
    expect(page.get_by_text("Trencher does not answer; trying again")).to_be_visible()
    # The last sentence stays; a reading typed now waits here, and shows.
    assert page.get_by_role("heading", level=1).inner_text() == heading
    page.get_by_label("Type a reading").fill("15")
    page.keyboard.press("Enter")
    expect(page.get_by_text("Kept here, handed over")).to_contain_text("Read 15 °C")
    expect(page.locator(".big")).to_have_text("15°")
    site.house.feed.closed = False
    port, stop = serve(site.house, site.port)
    assert port == site.port
    expect(page.get_by_text("Trencher does not answer; trying again")).to_have_count(0)
    expect(page.get_by_text("Kept here, handed over")).to_have_count(0)
    soon(page, lambda: len(site.house.roasts.session("sirloin").readings) == 1)
    assert site.house.roasts.session("sirloin").readings[0].low_c == 15.0
    stop()


def test_a_reload_comes_back_in_the_right_minute(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", HOT, None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(20)
    site.house.roasts.end_stage("sirloin", 0, None)
    site.forward(25)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_text("45 min since it went in")).to_be_visible()
    page.reload()
    expect(page.get_by_text("45 min since it went in")).to_be_visible()


# --- one's own kitchen --------------------------------------------------------------------------
def test_an_empty_kitchen_begins_with_a_name(page: Page, own: Site) -> None:
    opened(page, own.url)
    expect(page.get_by_role("heading", name="Nothing on the block yet.")).to_be_visible()
    page.get_by_role("combobox", name="Find a cut").fill("leg of lamb")
    page.locator("li[role=option]").first.click()
    expect(page.get_by_role("slider", name="Thickness")).to_be_visible()
    assert [h.name for h in own.house.repository.headings()] == ["Leg of lamb on the bone"]
    page.goto(f"{own.url}/book")
    expect(page.get_by_role("heading", name="The Book is empty.")).to_be_visible()


@pytest.mark.parametrize(
    ("path", "words"),
    [
        ("/block/nothing", "That roast is not here."),
        ("/ways/nothing", "That roast is not here."),
        ("/fire/nothing", "Nothing in the oven."),
        ("/board/nothing", "Nothing on the board."),
        ("/book/nothing", "That roast is not in the Book."),
        ("/moon", "There is nothing"),
    ],
)
def test_addresses_that_lead_nowhere_say_so_with_a_way_out(
    page: Page, site: Site, path: str, words: str
) -> None:
    page.goto(site.url + path)
    expect(page.get_by_role("heading", name=re.compile(words))).to_be_visible()
    expect(page.locator("main a.act").first).to_be_visible()


def test_the_words_for_doneness_and_the_authority_are_the_cooks(page: Page, site: Site) -> None:
    site.house.roasts.change("pork-loin", Changed.of({"wanted_c": 66.0}))
    opened(page, f"{site.url}/block/pork-loin")
    expect(page.get_by_text("below the United Kingdom figure")).to_be_visible()
    page.keyboard.press("?")
    page.get_by_text("Your words for doneness").click()
    page.get_by_label("Word 5").fill("rose")
    page.get_by_label("Word 5").press("Tab")
    expect(page.locator(".legend").get_by_text("rose", exact=True)).to_be_visible()
    page.get_by_label("rose from, °C").fill("99")
    page.get_by_label("rose from, °C").press("Tab")
    expect(page.get_by_role("alert").filter(has_text="each band starts above")).to_be_visible()
    page.get_by_label("Figures of which authority").select_option("us")
    expect(page.get_by_text("below the United Kingdom figure")).to_have_count(0)
    page.get_by_role("button", name="Close").click()


def test_keys_can_be_switched_off(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    page.keyboard.press("?")
    page.get_by_text("Single keys act").click()
    expect(page.get_by_role("checkbox", name="Single keys act")).not_to_be_checked()
    page.get_by_role("button", name="Close").click()
    page.keyboard.press("w")
    page.wait_for_timeout(200)
    expect(page).to_have_url(re.compile("/block/sirloin"))


def test_under_a_sheet_no_single_key_acts(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    page.keyboard.press("?")
    expect(page.get_by_role("dialog", name="Keys and settings")).to_be_visible()
    page.keyboard.press("w")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)
    expect(page).to_have_url(re.compile("/block/sirloin"))
    page.keyboard.press("w")
    expect(page).to_have_url(re.compile("/ways/sirloin"))


def test_letters_in_a_field_are_only_letters(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book")
    page.get_by_label("Search the Book").fill("")
    page.get_by_label("Search the Book").type("wild")
    expect(page).to_have_url(re.compile("/book$"))
    expect(page.get_by_role("link", name="Wild boar shoulder")).to_be_visible()
    expect(page.get_by_role("link", name="Leg of kid")).to_have_count(0)


def test_a_figure_of_ones_own_is_kept_said_and_given_back(page: Page, site: Site) -> None:
    opened(page, site.url + "/figures")
    rows = page.get_by_role("list", name="Figures of United Kingdom")
    pork = rows.get_by_role("listitem").filter(has_text="Pork")
    pork.get_by_role("button", name="Change: Pork").click()
    pork.get_by_label("held for, minutes").fill("1")
    pork.get_by_role("button", name="Keep it").click()
    expect(page.get_by_role("alert")).to_contain_text("where it is from")
    pork.get_by_label("Where it is from").fill("plan of May")
    pork.get_by_role("button", name="Keep it").click()
    expect(pork).to_contain_text("70 °C held for 1 minute")
    expect(pork).to_contain_text("It asks for less than the published figure.")
    assert site.house.roasts.profile().figures["pork"].hold_min == 1.0
    pork.get_by_role("button", name="As published: Pork").click()
    expect(pork).not_to_contain_text("yours")


def test_a_lever_is_taken_with_one_touch_and_taken_back(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    sentence = page.get_by_role("heading", level=1)
    before = sentence.inner_text()
    page.get_by_role("tab", name="Must be sooner").click()
    course = page.get_by_role("region", name="Change the course")
    expect(course).to_contain_text("As it goes: out about")
    course.get_by_role("button", name="Oven up by 20 °C").click()
    expect(sentence).not_to_have_text(before)
    soon(page, lambda: "180C" in str(site.house.roasts.session("sirloin").method))
    page.get_by_role("button", name="see, put right, take back").click()
    page.get_by_role("button", name="Take back: Oven up by 20 °C").click()
    soon(page, lambda: "180C" not in str(site.house.roasts.session("sirloin").method))


# --- axe, and the phone -------------------------------------------------------------------------
def prepared(site: Site) -> None:
    """Forty minutes in, turned down at twenty, one reading: a third is still to come."""
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(20)
    site.house.roasts.end_stage("sirloin", 0, None)
    site.forward(20)
    site.house.roasts.read("sirloin", 18.0, 18.0, "core", None)


PLACES = [
    "/begin",
    "/block/pork-loin",
    "/ways/pork-loin",
    "/ways/pork-loin/hand",
    "/day",
    "/table",
    "/wall",
    "/ovens/pork-loin",
    "/fire/pork-loin",
    "/fire/sirloin",
    "/board/sirloin",
    "/book",
    "/book/silverside",
    "/practice",
    "/figures",
    "/instruments",
    "/screens",
]


WIDTHS = ((360, 780), (390, 844), (768, 1024), (1280, 800), (1440, 900))
ZOOMED = (640, 400)
"""1280 by 800 at 200 %."""
COVERED = """() => [...document.querySelectorAll('*')]
  .filter((e) => /fixed|sticky/.test(getComputedStyle(e).position) && e.checkVisibility())
  .map((e) => e.getBoundingClientRect())
  .filter((b) => b.width > innerWidth / 2 && (b.top <= 1 || b.bottom >= innerHeight - 1))
  .reduce((all, b) => all + Math.min(b.height, innerHeight), 0) / innerHeight"""
SHINES_THROUGH = """async () => {
  const found = new Set()
  for (let y = 0; y < document.body.scrollHeight; y += 40) {
    scrollTo(0, y)
    await new Promise(requestAnimationFrame)
    for (const bar of document.querySelectorAll('nav[aria-label=Places], [data-next]')) {
      if (!/fixed|sticky/.test(getComputedStyle(bar).position)) continue
      const { left, right, top, bottom } = bar.getBoundingClientRect()
      for (let x = left + 6; x < right; x += 12) {
        for (const at of [top + 3, (top + bottom) / 2, bottom - 3]) {
          const hit = document.elementFromPoint(x, at)
          if (hit !== null && !bar.contains(hit)) found.add(hit.textContent.trim() || hit.tagName)
        }
      }
    }
  }
  scrollTo(0, 0)
  return [...found]
}"""
"""What is touched instead of a bar that stays, wherever the page is scrolled to."""
WORDS_ON_WORDS = """() => {
  const chain = (e) => (e === null ? [] : [e, ...chain(e.parentElement)])
  const words = []
  const all = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
  while (all.nextNode()) {
    const node = all.currentNode
    const around = chain(node.parentElement).map((e) => [e, getComputedStyle(e)])
    if (!node.data.trim() || !node.parentElement.checkVisibility({ visibilityProperty: true }) ||
      node.parentElement.closest('.sr-only, script, style, option, title') ||
      around.some(([, style]) => /fixed|sticky/.test(style.position))) continue
    const range = document.createRange()
    range.selectNodeContents(node)
    for (const rect of range.getClientRects()) {
      let [left, top, right, bottom] = [rect.left, rect.top, rect.right, rect.bottom]
      for (const [e, style] of around) {
        if (style.overflow === 'visible') continue
        const clip = e.getBoundingClientRect()
        left = Math.max(left, clip.left), top = Math.max(top, clip.top)
        right = Math.min(right, clip.right), bottom = Math.min(bottom, clip.bottom)
      }
      if (right - left > 2 && bottom - top > 2) words.push({ left, top, right, bottom, node })
    }
  }
  return words.flatMap((a, i) => words.slice(i + 1)
    .filter((b) => a.node !== b.node &&
      Math.min(a.right, b.right) - Math.max(a.left, b.left) > 2 &&
      Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) >
        0.35 * Math.min(a.bottom - a.top, b.bottom - b.top))
    .map((b) => a.node.data.trim() + ' | ' + b.node.data.trim()))
}"""
"""What is written over something else: a third of a line and more."""


@pytest.mark.parametrize("path", PLACES)
def test_axe_finds_nothing_on_any_place_at_any_width_and_nothing_is_wider_or_over_another(
    page: Page, site: Site, path: str
) -> None:
    prepared(site)
    opened(page, site.url + path)
    if path.startswith("/ways") and not path.endswith("hand"):
        expect(page.locator("[data-card]").first).to_be_visible()
    page.wait_for_load_state("networkidle")
    for width, height in (*WIDTHS, ZOOMED):
        page.set_viewport_size({"width": width, "height": height})
        for mode in ("light", "dark"):
            page.evaluate("mode => document.documentElement.dataset.mode = mode", mode)
            page.wait_for_timeout(250)
            assert page.evaluate("document.documentElement.scrollWidth") <= width
            if (width, height) == ZOOMED:
                # What stays on top leaves room for the page.
                assert page.evaluate(COVERED) <= 0.5
                continue
            if (width, mode) == (390, "light"):
                assert page.evaluate(SHINES_THROUGH) == []
            found = Axe().run(page)
            assert found.violations_count == 0, f"{width} {mode}: {found.generate_report()}"
            if mode == "dark":
                assert page.evaluate(WORDS_ON_WORDS) == [], width
    page.keyboard.press("u")
    for width, height in WIDTHS:
        page.set_viewport_size({"width": width, "height": height})
        page.wait_for_timeout(250)
        assert page.evaluate(WORDS_ON_WORDS) == [], f"{width}, Fahrenheit"
        assert page.evaluate("document.documentElement.scrollWidth") <= width
    # What is read out has words and units, no marks of ours, and nothing without a name.
    heard = page.locator("body").aria_snapshot()
    assert not re.findall(r".*\{\w+:.*", heard)
    assert not re.findall(r"- (?:button|link|textbox|slider|img|combobox)\s*:?$", heard, re.M)


def test_paper_holds_the_ways_and_of_the_shop_the_butchers_card_alone(
    page: Page, site: Site
) -> None:
    opened(page, f"{site.url}/ways/sirloin")
    expect(page.get_by_role("heading", name="All of them")).to_be_visible()
    page.emulate_media(media="print")
    for words in ("Sirloin of beef", "All of them"):
        expect(page.get_by_role("heading", name=words)).to_be_visible()
    expect(page.locator("[data-card]").first).to_be_visible()
    page.set_viewport_size({"width": 718, "height": 1060})
    page.wait_for_timeout(300)
    assert page.evaluate(WORDS_ON_WORDS) == []
    page.set_viewport_size({"width": 1280, "height": 800})
    page.emulate_media(media="screen")
    opened(page, f"{site.url}/block/sirloin")
    unfold(page, "In the shop")
    expect(page.get_by_role("button", name="Print the card")).to_be_visible()
    page.emulate_media(media="print")
    expect(page.get_by_text("Has it been frozen?")).to_be_visible()
    expect(page.get_by_role("heading")).to_have_count(0)
    assert sheets(page) == 1
    page.emulate_media(media="screen")
    page.get_by_role("button", name=re.compile("In the shop")).click()
    page.emulate_media(media="print")
    expect(page.get_by_role("heading", level=1)).to_be_visible()


@pytest.mark.parametrize("path", ["/fire/sirloin", "/board/sirloin"])
def test_the_sentence_is_readable_from_two_metres(page: Page, site: Site, path: str) -> None:
    prepared(site)
    opened(page, site.url + path)
    size = page.get_by_role("heading", level=1).evaluate("e => getComputedStyle(e).fontSize")
    assert float(size.removesuffix("px")) >= 56


def test_greasy_fingers_find_their_targets(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    for button in page.locator(".hand .act").all():
        box = button.bounding_box()
        assert box
        assert box["height"] >= 48
        assert box["width"] >= 48
