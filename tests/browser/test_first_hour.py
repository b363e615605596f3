"""The first hour of somebody who was told nothing: three ways in, and what is next at each foot."""

from __future__ import annotations

import re
from datetime import timedelta

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Site, soon, unfold
from tests.browser.test_places import SHINES_THROUGH, opened, prepared

THINK_S, POINT_S, PRESS_S, KEY_S = 1.35, 1.1, 0.2, 0.28
"""Card, Moran and Newell, The Psychology of Human-Computer Interaction (1983): to decide, to point,
to press, and a key of somebody who types as most people do. A watch in a hand it is not."""


def touched(page: Page) -> None:
    """Count what is touched, and what is typed."""
    page.add_init_script(
        """
        window.touches = 0
        window.keys = 0
        addEventListener('pointerdown', () => window.touches++, true)
        addEventListener('input', (e) => (window.keys += e.target.value?.length ?? 0), true)
        """
    )


def typed(field: Locator, words: str) -> None:
    """As a hand does it: touch the field, then write."""
    field.click()
    field.fill(words)


def hand_s(page: Page) -> float:
    """Seconds that the touches and keys so far take somebody who decides before each touch."""
    touches, keys = page.evaluate("[window.touches, window.keys]")
    return float(touches * (THINK_S + POINT_S + PRESS_S) + keys * KEY_S)


@pytest.mark.parametrize("width", [390, 1280])
def test_a_stranger_lays_a_joint_and_takes_a_way_in_eight_touches(
    page: Page, own: Site, width: int
) -> None:
    page.set_viewport_size({"width": width, "height": 844})
    touched(page)
    opened(page, own.url)
    expect(page).to_have_url(re.compile("/begin$"))
    # 1, 2: the cut; what is assumed looks so.
    typed(page.get_by_role("combobox", name="Find a cut"), "leg of lamb")
    page.locator("li[role=option]:visible").first.click()
    scale = page.get_by_label("On the scale")
    expect(scale).to_have_attribute("data-assumed", "true")
    # 3 to 5: the oven, asked once.
    oven = page.locator("[data-ask-oven]")
    expect(oven.get_by_role("radio", name="not known")).to_be_attached()
    assert page.evaluate(SHINES_THROUGH) == []
    for words in ("still, electric", "°C", "not known"):
        oven.get_by_text(words, exact=True).click()
    expect(oven).to_have_count(0)
    [kept] = own.house.kitchen.ovens()
    assert (kept.kind, kept.marks, kept.assumed, kept.dial_true) == ("still", "C", False, False)
    # 6: what it weighs.
    typed(scale, "2.6")
    scale.press("Enter")
    expect(scale).not_to_have_attribute("data-assumed", "true")
    # 7, 8: on to the ways, and one of the three.
    page.locator("[data-next]").get_by_role("link").click()
    page.locator("[data-card]").first.get_by_role("button", name="Take this way").click()
    assert page.evaluate("window.touches") <= 8
    assert hand_s(page) <= 60
    page.locator("[data-next]").get_by_role("link", name="On to the day").click()
    expect(page.locator("[data-where]")).to_be_visible()
    laid = own.house.repository.headings()[0].id
    soon(page, lambda: own.house.roasts.session(laid).method is not None)
    session = own.house.roasts.session(laid)
    assert "weight_kg" not in session.plan.assumed
    assert "start_c" in session.plan.assumed


def test_whoever_has_it_in_already_is_told_when_it_comes_out(page: Page, own: Site) -> None:
    touched(page)
    opened(page, f"{own.url}/begin")
    form = page.get_by_role("region", name="It is in the oven already")
    follow = form.get_by_role("button", name="Follow it from here")
    follow.press("Enter")
    expect(form.get_by_role("alert")).to_contain_text("Still to be said: its cut, when it went in")
    typed(form.get_by_role("combobox", name="Its cut"), "sirloin")
    page.locator("li[role=option]:visible").first.click()
    typed(form.get_by_label("Its weight"), "1.8")
    typed(form.get_by_label(re.compile("The dial says")), "180")
    form.get_by_role("button", name="30 min ago").click()
    typed(form.get_by_label(re.compile("Its middle reads")), "18")
    follow.click()
    assert hand_s(page) <= 30
    expect(page).to_have_url(re.compile("/fire/"))
    expect(page.get_by_role("heading", level=1)).to_have_text(
        re.compile(r"^Take it out in .* at 4")
    )
    [line] = own.house.repository.headings()
    session = own.house.roasts.session(line.id)
    assert session.readings[-1].low_c == 18
    assert own.house.roasts.minute(session) == pytest.approx(30, abs=2)
    # Nobody asked for the oven yet: it is asked here.
    expect(page.locator("[data-ask-oven]")).to_be_visible()


def test_what_is_assumed_can_be_said_to_be_so(page: Page, own: Site) -> None:
    opened(page, own.url)
    page.get_by_role("combobox", name="Find a cut").fill("sirloin")
    page.locator("li[role=option]:visible").first.click()
    page.get_by_role("button", name=re.compile(r"It is so\s?: Core now")).click()
    expect(page.get_by_label("Core now")).not_to_have_attribute("data-assumed", "true")
    id = own.house.repository.headings()[0].id
    soon(page, lambda: "start_c" not in own.house.roasts.session(id).plan.assumed)


def test_on_a_phone_the_ways_are_swiped_one_at_a_time(page: Page, site: Site) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    opened(page, f"{site.url}/ways/sirloin")
    row = page.get_by_role("list", name="The ways, one at a time")
    expect(page.get_by_text("1 of 9")).to_be_visible()
    # Made is what a swipe may reach; the others hold their place.
    expect(page.locator("[data-card]")).to_have_count(2)
    first = page.locator("[data-card]").first
    expect(first).to_contain_text("of the meat as wanted")
    box = first.bounding_box()
    assert box
    assert box["width"] > 340
    row.evaluate("row => row.scrollTo({ left: row.clientWidth, behavior: 'instant' })")
    expect(page.get_by_text("2 of 9")).to_be_visible()
    page.get_by_role("button", name="The next one").click()
    expect(page.get_by_text("3 of 9")).to_be_visible()
    expect(page.locator("[data-card]")).to_have_count(4)
    row.press("ArrowLeft")
    expect(page.get_by_text("2 of 9")).to_be_visible()
    page.wait_for_timeout(600)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_on_a_phone_the_day_is_now_next_and_later(page: Page, site: Site) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    site.forward(75)
    opened(page, f"{site.url}/day")
    now = page.get_by_role("list", name="Now")
    expect(now.locator("[data-step]")).not_to_have_count(0)
    expect(page.get_by_role("list", name="Next").locator("[data-step]")).to_have_count(3)
    count = page.locator("[data-step]").count()
    unfold(page, "Later")
    assert page.locator("[data-step]").count() > count + 10


def test_the_wall_says_every_joint_and_nothing_else(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/wall")
    said = page.locator("article [data-say=next]")
    expect(said).to_have_count(1)
    size = said.evaluate("e => parseFloat(getComputedStyle(e).fontSize)")
    assert size >= 56
    expect(page.get_by_role("navigation")).to_have_count(0)
    expect(page.get_by_role("button", name="Listen")).to_have_count(0)
    # A screen that rings nothing says so, and whether its number was read or is reckoned.
    expect(page.locator("article [data-say=alarm]")).to_have_text("Alarms are off on this screen.")
    expect(page.locator("article")).to_contain_text("reckoned; read last at 14:10")
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    page.keyboard.press("Escape")
    expect(page).to_have_url(re.compile("/fire"))


def test_a_joint_that_went_in_when_today_was_yet_to_come_went_in_yesterday(
    page: Page, own: Site
) -> None:
    opened(page, f"{own.url}/begin")
    form = page.get_by_role("region", name="It is in the oven already")
    later = own.house.clock.now() + timedelta(hours=2)
    form.get_by_label("or at the hour").fill(f"{later.astimezone():%H:%M}")
    expect(form).to_contain_text(re.compile(r"2[12] h( \d\d)? ago"))


# --- tasks, by somebody who read nothing ----------------------------------------------------------
@pytest.mark.parametrize("width", [390, 1280])
def test_a_stranger_whose_guests_are_late_has_a_new_course_in_three_touches(
    page: Page, site: Site, width: int
) -> None:
    prepared(site)
    page.set_viewport_size({"width": width, "height": 844})
    touched(page)
    # Wherever one is, the fire is a place of the bar.
    opened(page, f"{site.url}/day")
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Fire").click()
    page.get_by_role("tab", name="They are late").click()
    page.get_by_role("button", name="30 min").click()
    course = page.get_by_role("region", name="Change the course")
    option = course.get_by_role("listitem").first
    expect(option).to_contain_text(re.compile(r"carved \d\d:\d\d"))
    assert page.evaluate("window.touches") == 3
    before = site.house.roasts.follow("sirloin").outlook.pull_min
    option.get_by_role("button").click()
    soon(page, lambda: site.house.roasts.follow("sirloin").outlook.pull_min > before + 10)
    expect(page.get_by_role("heading", level=1)).to_contain_text("in")


@pytest.mark.parametrize("width", [390, 1280])
def test_a_stranger_sees_which_slice_is_whose(page: Page, site: Site, width: int) -> None:
    prepared(site)
    page.set_viewport_size({"width": width, "height": 844})
    touched(page)
    opened(page, f"{site.url}/fire")
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Board").click()
    slices = page.get_by_role("list", name="Slices from the thick end to the thin end")
    expect(slices.get_by_text("Casimir")).to_be_visible()
    assert page.evaluate("window.touches") == 1
    plates = site.house.board.carved("sirloin").carving.plates
    for plate in plates:
        if plate.slice is not None:
            own = slices.get_by_role("listitem").filter(has_text=plate.name)
            expect(own).to_have_count(1)
    # Who needs the figure is told what to do, by name.
    expect(page.get_by_text(re.compile(r"Ottoline, slice \d+: 70 °C held"))).to_be_visible()


@pytest.mark.parametrize("width", [390, 1280])
def test_a_stranger_lays_last_years_joint_again_for_more_people(
    page: Page, site: Site, width: int
) -> None:
    page.set_viewport_size({"width": width, "height": 844})
    touched(page)
    opened(page, f"{site.url}/day")
    page.get_by_role("navigation", name="Places").get_by_role("link", name="Book").click()
    page.get_by_label("Search the Book").fill("kid")
    page.get_by_role("link", name="Leg of kid").click()
    unfold(page, "The same once more")
    was = page.get_by_label("For how many")
    expect(was).to_be_visible()
    page.get_by_role("button", name="Lay it on the block").click()
    expect(page).to_have_url(re.compile("/block/"))
    assert page.evaluate("window.touches") <= 5
    made = site.house.repository.headings("planning")
    assert any("kid" in h.name.casefold() for h in made)


def test_without_a_pointer_a_joint_is_laid_and_taken_to_the_fire(page: Page, own: Site) -> None:
    opened(page, own.url)
    page.keyboard.press("Tab")

    def to(name: str) -> None:
        """Tab to what is called so, as who sees no pointer does."""
        for _ in range(90):
            heard = page.evaluate(
                "(e => !e?.matches('a, button, input') ? '' : [e.getAttribute('aria-label'),"
                " e.labels?.[0]?.innerText, e.innerText].filter(Boolean).join(' '))"
                "(document.activeElement)"
            )
            if name in heard:
                # And it is seen where one is.
                ring = page.evaluate("getComputedStyle(document.activeElement).outlineStyle")
                assert ring != "none", name
                return
            page.keyboard.press("Tab")
        raise AssertionError(f"{name} is not reached")

    to("Find a cut")
    page.keyboard.type("leg of lamb")
    expect(page.locator("li[role=option]:visible").first).to_be_visible()
    page.keyboard.press("Enter")
    expect(page).to_have_url(re.compile("/block/"))
    expect(page.locator("[data-ask-oven]")).to_be_visible()
    to("See the ways")
    page.keyboard.press("Enter")
    expect(page.locator("[data-card]").first).to_be_visible()
    to("Take this way")
    page.keyboard.press("Enter")
    expect(page.locator("[data-next]").get_by_role("link", name="On to the day")).to_be_visible()
    to("On to the day")
    page.keyboard.press("Enter")
    expect(page.locator("[data-where]")).to_be_visible()
    to("To the fire")
    page.keyboard.press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text(
        re.compile("go in|gone in|goes in")
    )
