"""Another screen of the house: the door, the code, what a page without TLS lacks."""

from __future__ import annotations

import re
from dataclasses import replace
from pathlib import Path

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site, serve, unfold
from tests.browser.test_places import opened, prepared
from trencher.lan.access import fresh_access
from trencher.lan.lan import Lan


def test_a_tablet_types_the_code_and_is_in(page: Page, site: Site) -> None:
    prepared(site)
    lan = Lan(fresh_access(), None, ("kitchen.local",), 0, None)
    port, stop = serve(replace(site.house, lan=lan), lan=lan)
    there = f"http://kitchen.local:{port}"
    page.goto(f"{there}/fire/sirloin")
    expect(page.get_by_role("heading", level=1)).to_have_text("Which kitchen is this?")
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    page.get_by_label("Code").fill("ABCD-2345")
    page.keyboard.press("Enter")
    expect(page.get_by_role("alert")).to_have_text("That is not the code.")
    page.get_by_label("Code").fill(lan.access.code.lower())
    page.keyboard.press("Enter")
    expect(page).to_have_url(f"{there}/fire/sirloin")
    # Everything works; what does not is said in one line.
    expect(page.get_by_text("This page came without TLS")).to_be_visible()
    page.keyboard.type("26")
    page.keyboard.press("Enter")
    expect(page.locator(".big")).to_have_text("26°")
    opened(page, f"{there}/screens")
    expect(page.get_by_text(lan.access.code)).to_be_visible()
    expect(page.get_by_role("img", name="with its access code")).to_be_visible()
    # The code is changed: this screen is locked out, and says where to go.
    lan2 = replace(lan, access=fresh_access())
    stop()
    site.house.feed.closed = False
    _, stop = serve(replace(site.house, lan=lan2), port, lan2)
    expect(page.get_by_role("button", name="Type the code")).to_be_visible()
    page.get_by_role("button", name="Type the code").click()
    expect(page.get_by_label("Code")).to_be_visible()
    stop()


def test_at_home_it_says_how_to_let_a_tablet_in(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/screens")
    expect(page.get_by_text("trencher serve --lan")).to_be_visible()
    expect(page.get_by_text("This page came without TLS")).to_have_count(0)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_a_helper_looks_at_the_day_from_a_link_and_opens_nothing_else(
    page: Page, site: Site, tmp_path: Path
) -> None:
    port, stop = serve(site.house)
    stop()
    lan = Lan(fresh_access(), None, ("kitchen.local",), port, None)
    site.house.feed.closed = False
    _, stop = serve(replace(site.house, lan=lan), port, lan)
    page.goto(f"{lan.url}/door?code={lan.access.code}")
    opened(page, f"{lan.url}/day")
    unfold(page, "For a helper")
    page.get_by_label("Whose lines stand out").select_option("Rhona")
    date = site.clock.now().date().isoformat()
    link = page.get_by_text(re.compile("/look/"))
    expect(link).to_contain_text("who=Rhona")
    told = link.inner_text()
    assert told == lan.look_url(date, who="Rhona")
    with page.expect_download() as loaded:
        page.get_by_role("link", name="Keep it as a file").click()
    kept = tmp_path / "day.html"
    loaded.value.save_as(kept)

    browser = page.context.browser
    assert browser is not None
    theirs = browser.new_context(viewport={"width": 390, "height": 844})
    helper = theirs.new_page()
    helper.clock.install()
    helper.goto(told)
    expect(helper.get_by_role("heading", name="In order")).to_be_visible()
    expect(helper.get_by_text("17 at table at 19:00")).to_be_visible()
    assert helper.evaluate("document.documentElement.scrollWidth") <= 390
    found = Axe().run(helper)
    assert found.violations_count == 0, found.generate_report()
    # What the cook does is there at the next look, and the cook's own screens are not.
    site.house.days.change(date, {"people": 12})
    helper.clock.run_for(31_000)
    expect(helper.get_by_text("12 at table at 19:00")).to_be_visible()
    # Nobody answers: it says from when it is what it shows, and once only.
    stop()
    helper.clock.run_for(31_000)
    expect(helper.locator(".lost")).to_contain_text("Not reached since")
    helper.clock.run_for(31_000)
    expect(helper.locator(".lost")).to_have_count(1)
    site.house.feed.closed = False
    _, stop = serve(replace(site.house, lan=lan), port, lan)
    helper.clock.run_for(31_000)
    expect(helper.locator(".lost")).to_have_count(0)
    helper.goto(f"{lan.url}/day")
    expect(helper.get_by_role("heading", level=1)).to_have_text("Which kitchen is this?")
    # The file needs neither of them.
    theirs.set_offline(True)
    helper.goto(kept.as_uri())
    expect(helper.get_by_text("17 at table at 19:00")).to_be_visible()
    theirs.close()
    stop()
