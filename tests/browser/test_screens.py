"""Another screen of the house: the door, the code, what a page without TLS lacks."""

from __future__ import annotations

from dataclasses import replace

from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site, serve
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
