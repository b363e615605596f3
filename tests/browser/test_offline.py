"""Without the server: the page goes on, starts, keeps what is entered, and hands it over once."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Site, serve, soon
from tests.browser.test_places import opened, prepared

ACTIVE = "navigator.serviceWorker.ready.then(r => r.active.state)"


@pytest.fixture
def installed(browser: Browser, site: Site) -> Iterator[Page]:
    """A page whose worker runs and has everything it needs to start without the server."""
    prepared(site)
    context = browser.new_context(viewport={"width": 1280, "height": 800}, reduced_motion="reduce")
    context.add_init_script("localStorage.setItem('trencher.alarm.rings', 'false')")
    page = context.new_page()
    opened(page, f"{site.url}/fire/sirloin")
    page.evaluate(ACTIVE)
    # Now the worker answers for the page, and has heard the server say everything once.
    opened(page, f"{site.url}/fire/sirloin")
    soon(page, lambda: page.evaluate("navigator.serviceWorker.controller !== null"))
    expect(page.get_by_text("Next alarm").or_(page.get_by_text("Alarms are off"))).to_be_visible()
    yield page
    context.close()


def away(page: Page, site: Site) -> None:
    """The server goes, and the page has noticed."""
    site.stop()
    expect(page.get_by_text("Trencher does not answer")).to_be_visible()


def readings(site: Site) -> list[float]:
    return [r.low_c for r in site.house.roasts.session("sirloin").readings]


def last_entries(site: Site) -> list[str]:
    return [e.kind for e in site.house.roasts.session("sirloin").log[-3:]]


def typed(page: Page, text: str) -> None:
    page.keyboard.type(text)
    page.keyboard.press("Enter")


def test_what_was_entered_last_is_there_without_the_server(installed: Page, site: Site) -> None:
    page = installed
    expect(page.get_by_role("heading", level=1)).to_contain_text("Take it out in")
    typed(page, "19")
    soon(page, lambda: readings(site) == [18.0, 19.0])
    page.get_by_role("button", name="Door opened").click()
    soon(page, lambda: len(site.house.roasts.session("sirloin").marks) == 1)
    expect(page.get_by_role("group", name="Just entered")).to_be_visible()
    away(page, site)
    page.reload()
    expect(page.locator(".big")).to_have_text("19°")
    expect(page.get_by_text("door opened").first).to_be_attached()


def test_it_starts_without_its_server_and_hands_over_in_order_once(
    installed: Page, site: Site
) -> None:
    page = installed
    away(page, site)
    page.reload()
    # The last forecast, by the shell's own clock.
    expect(page.get_by_role("heading", level=1)).to_contain_text("Take it out in")
    typed(page, "27")
    expect(page.locator(".big")).to_have_text("27°")
    typed(page, "28.5")
    page.get_by_role("button", name="Door opened").click()
    kept = page.get_by_text("Kept here, handed over in order")
    expect(kept).to_contain_text(re.compile(r"Read 27 °C.*Read 29 °C.*door"))
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    page.reload()
    expect(page.locator(".big")).to_have_text("29°")
    expect(kept).to_be_visible()
    assert readings(site) == [18.0]
    _, stop = serve(site.house, site.port)
    soon(page, lambda: readings(site) == [18.0, 27.0, 28.5])
    expect(kept).to_have_count(0)
    soon(page, lambda: last_entries(site) == ["read", "read", "marked"])
    session = site.house.roasts.session("sirloin")
    # At the minute they were read, not when they arrived; and once, also after another refresh.
    assert [r.minute for r in session.readings] == pytest.approx([40.0] * 3, abs=0.6)
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Take it out in")
    assert len(site.house.roasts.session("sirloin").log) == len(session.log)
    stop()


def test_taken_out_without_the_server_rests_by_the_last_forecast(
    installed: Page, site: Site
) -> None:
    page = installed
    away(page, site)
    page.get_by_role("button", name="Taken out").click()
    # What shows is the rest, reckoned from the take-out that waits here.
    expect(page).to_have_url(re.compile("/board/sirloin"))
    expect(page.get_by_role("heading", level=1)).to_contain_text("Carve in")
    assert site.house.roasts.session("sirloin").status == "roasting"
    _, stop = serve(site.house, site.port)
    soon(page, lambda: site.house.roasts.session("sirloin").status == "resting")
    stop()


def test_what_comes_too_late_to_be_taken_is_said_and_kept_until_dropped(
    installed: Page, site: Site
) -> None:
    page = installed
    away(page, site)
    page.get_by_role("button", name="Taken out").click()
    expect(page.get_by_text("Kept here")).to_contain_text("Taken out")
    # Meanwhile somebody said it elsewhere.
    site.house.roasts.end_stage("sirloin", 1, None)
    _, stop = serve(site.house, site.port)
    turned = page.get_by_text("was not taken")
    expect(turned).to_contain_text("has ended already")
    page.reload()
    expect(turned).to_be_visible()
    # Wait until all of the page stands: what is loaded above the line moves its buttons.
    expect(page.get_by_role("heading", level=1)).to_contain_text("Carve in")
    page.get_by_role("button", name="drop it").click()
    expect(turned).to_have_count(0)
    stop()


def test_an_alarm_answered_without_the_server_stays_answered(installed: Page, site: Site) -> None:
    page = installed
    page.evaluate("localStorage.setItem('trencher.alarm.rings', 'true')")
    away(page, site)
    # Nobody answers, but the hour comes: alarms ring from what the screen knows.
    due = page.evaluate(
        "JSON.parse(localStorage.getItem('trencher.alarms'))"
        ".find(a => a.code.startsWith('look')).at"
    )
    page.context.add_init_script("localStorage.setItem('trencher.alarm.rings', 'true')")
    page.evaluate(
        "(due) => { const c = JSON.parse(localStorage.getItem('trencher.clock'));"
        " c.shown = new Date(due).getTime() + 1000; c.real = Date.now(); "
        " localStorage.setItem('trencher.clock', JSON.stringify(c)) }",
        due,
    )
    page.reload()
    alarm = page.get_by_role("alertdialog")
    expect(alarm).to_contain_text("Look at the middle")
    alarm.get_by_role("button", name="Heard").click()
    expect(alarm).to_have_count(0)
    page.reload()
    expect(page.get_by_role("heading", level=1)).to_be_visible()
    expect(page.get_by_text("Heard", exact=True)).to_be_visible()
    expect(alarm).to_have_count(0)


def test_it_can_be_installed(page: Page, site: Site) -> None:
    manifest = page.request.get(f"{site.url}/manifest.webmanifest")
    assert manifest.headers["content-type"].startswith("application/manifest+json")
    assert manifest.json()["start_url"] == "/fire"
    for icon in manifest.json()["icons"]:
        assert page.request.get(site.url + icon["src"]).headers["content-type"] == "image/png"
    worker = page.request.get(f"{site.url}/sw.js")
    assert worker.headers["cache-control"] == "no-cache"


def test_it_goes_in_without_the_server(installed: Page, site: Site) -> None:
    page = installed
    site.house.roasts.choose("pork-loin", "170C until peak 70C; rest open 30min", None)
    opened(page, f"{site.url}/fire/pork-loin")
    expect(page.get_by_role("button", name="Not measured: door closed")).to_be_visible()
    away(page, site)
    page.get_by_role("button", name="Not measured: door closed").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("In since")
    expect(page.get_by_text("Kept here")).to_contain_text("It went in")
    _, stop = serve(site.house, site.port)
    soon(page, lambda: site.house.roasts.session("pork-loin").status == "roasting")
    stop()
