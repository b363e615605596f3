"""Ways of working lived through on the screen alone: what Fire says at the hour it says it, pressed
on the button it offers, until the roast is carved."""

from __future__ import annotations

import re
from datetime import datetime, timedelta

import pytest
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site, soon, unfold
from tests.browser.test_places import joint, opened

HOUR = re.compile(r"(?:at|about) (\d\d):(\d\d)")


def goes_to(site: Site, said: str) -> bool:
    """The clock goes to the hour a sentence names; False where it names none or it is now."""
    named = HOUR.search(said)
    if named is None or " now" in said:
        return False
    now = site.clock.now()
    there = now.astimezone().replace(hour=int(named[1]), minute=int(named[2]), second=0)
    if there < now - timedelta(hours=12):
        there += timedelta(days=1)
    # The screen says whole minutes: the very one is at most one later.
    site.forward(max((there - now).total_seconds() / 60, 0.25))
    return True


def lived(page: Page, site: Site, method: str) -> list[tuple[str, datetime]]:
    """Every button in its order, with the minute it was pressed."""
    site.house.roasts.choose("sirloin", method, None)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="Not measured: door closed").click()
    sentence = page.locator("h1[data-ask=next]")
    button = page.locator(".hand .buttons button").first
    done: list[tuple[str, datetime]] = []
    for _ in range(40):
        expect(sentence.or_(page.get_by_role("button", name="Carving begins"))).to_be_visible()
        # In one go: the page may leave for the board at any moment.
        said = page.evaluate("document.querySelector('h1[data-ask=next]')?.innerText ?? ''")
        if "/board/" in page.url:
            page.get_by_role("button", name="Carving begins").click()
            soon(page, lambda: site.house.roasts.session("sirloin").status == "done")
            return done
        if said == "":
            continue
        if said.startswith(("Resting", "It may be carved")):
            # Pressing Taken out leads there too, a moment later.
            page.goto(f"{site.url}/board/sirloin")
            continue
        if not goes_to(site, said):
            done.append((button.inner_text(), site.clock.now()))
            button.click()
        # Until it says something else, or the page is the board's.
        page.wait_for_function(
            "was => location.pathname.startsWith('/board/') || "
            "document.querySelector('h1[data-ask=next]')?.innerText !== was",
            arg=said,
        )
    raise AssertionError(f"never carved: {done}")


SHAPES = {
    "very hot, then off": (
        "240C 25min; off 1h15; rest open 12min",
        ["Switched off", "Taken out"],
        [25, 100],
    ),
    "low, rest, blast": (
        "110C until 45C; rest open 20min; 240C 8min; rest open 8min",
        ["Taken out", "Back in the oven", "Taken out"],
        None,
    ),
}


@pytest.mark.parametrize("shape", SHAPES)
def test_a_cook_who_does_what_fire_says_is_asked_once_and_ends(
    page: Page, site: Site, shape: str
) -> None:
    method, buttons, minutes = SHAPES[shape]
    start = site.clock.now()
    done = lived(page, site, method)
    assert [words for words, _ in done] == buttons
    if minutes is not None:
        taken = [(at - start).total_seconds() / 60 for _, at in done]
        assert taken == pytest.approx(minutes, abs=1.0)


def test_several_pieces_with_their_bones_tied_back_are_one_roast(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/sirloin")
    unfold(page, "More of it")
    pieces = page.get_by_label("Pieces alike")
    pieces.fill("3")
    pieces.press("Enter")
    soon(page, lambda: joint(site).get("pieces") == 3)
    expect(page.get_by_text("the weight is of one")).to_be_visible()
    page.get_by_label("Its bones tied back under it").check()
    soon(page, lambda: joint(site).get("bones_on") is True)
    pieces.fill("40")
    pieces.press("Enter")
    expect(page.get_by_text("at most 12").or_(page.get_by_text("1 to 12"))).to_be_visible()
    assert joint(site)["pieces"] == 3
    page.reload()
    unfold(page, "More of it")
    expect(page.get_by_label("Pieces alike")).to_have_value("3")
    expect(page.get_by_label("Its bones tied back under it")).to_be_checked()
