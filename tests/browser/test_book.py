"""The Book of a house that has roasted for years, and records that cannot be read any more."""

from __future__ import annotations

import re

from bench.load import copied
from playwright.sync_api import Page, expect
from sqlalchemy import text

from tests.browser.conftest import Site
from tests.browser.test_places import opened


def test_the_book_is_read_page_by_page_and_searched_whole(page: Page, site: Site) -> None:
    copied(site.house, "silverside", 60)
    opened(page, f"{site.url}/book")
    expect(page.get_by_role("heading", name="69 roasts")).to_be_visible()
    rows = page.locator("table.lines tbody tr")
    expect(rows).to_have_count(25)
    page.get_by_role("button", name="Earlier ones: 44 more").click()
    expect(rows).to_have_count(50)
    page.get_by_role("button", name="Earlier ones: 19 more").click()
    expect(rows).to_have_count(69)
    expect(page.get_by_role("button", name="Earlier ones")).to_have_count(0)
    # What happens elsewhere in the house does not roll it up again.
    site.house.roasts.change("pork-loin", {"wanted_c": 66.0})
    page.wait_for_timeout(500)
    expect(rows).to_have_count(69)
    page.get_by_placeholder("Search cut, name, verdict").fill("Hávnch, venison!")
    expect(page.get_by_text("Nothing in the Book says")).to_be_visible()
    page.get_by_placeholder("Search cut, name, verdict").fill("Háunch, venison!")
    expect(rows).to_have_count(1)
    expect(page.get_by_role("heading", name="1 roast")).to_be_visible()


def test_a_word_said_is_found_at_once(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/silverside")
    site.house.roasts.judge("silverside", "Grey as slate", "")
    expect(page.get_by_text("Grey as slate")).to_be_visible()
    page.get_by_role("link", name="All roasts").click()
    page.get_by_placeholder("Search cut, name, verdict").fill("SLATE")
    expect(page.locator("table.lines tbody tr")).to_have_count(1)


def test_a_record_that_cannot_be_read_is_said_put_aside_and_taken_back(
    page: Page, site: Site
) -> None:
    with site.house.repository._db.write() as sql:
        sql.execute(
            text(
                "INSERT INTO events (roast_id, seq, at, kind, data) "
                "VALUES ('pork-loin', 99, '', 'flew', '{}')"
            )
        )
    opened(page, f"{site.url}/block/pork-loin")
    notice = page.get_by_role("status").filter(has_text="cannot be read any more")
    expect(notice).to_contain_text("Everything else goes on without it")
    notice.get_by_role("button", name="Put it aside").click()
    expect(notice).to_have_count(0)
    page.goto(f"{site.url}/day")
    expect(page.get_by_text("Sirloin").first).to_be_visible()
    page.goto(f"{site.url}/book")
    aside = page.get_by_role("region", name="Put aside")
    aside.get_by_role("button", name="take it back").click()
    expect(aside).to_have_count(0)
    expect(page).to_have_url(re.compile("/book$"))
    assert "pork-loin" in [h.id for h in site.house.repository.headings()]
