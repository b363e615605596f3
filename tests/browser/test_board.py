"""The board: a slice read and claimed, the carver's hand, what is left and until when."""

from __future__ import annotations

import re

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Page, expect

from tests.browser.conftest import Site, sheets, soon
from tests.browser.test_places import opened, prepared


@pytest.fixture
def resting(site: Site) -> Site:
    prepared(site)
    site.forward(33)
    site.house.roasts.end_stage("sirloin", 1, None)
    site.forward(25)
    return site


def clean(page: Page) -> None:
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()


def test_a_strict_plate_is_met_by_readings_of_its_slice_alone(page: Page, resting: Site) -> None:
    opened(page, f"{resting.url}/board/sirloin")
    flash = page.get_by_text("A flash in the pan for").locator("..")
    expect(flash).to_contain_text("Ottoline")
    plates = resting.house.board.carved("sirloin").carving.plates
    slice_no = next(p.slice for p in plates if p.name == "Ottoline")
    assert slice_no is not None
    page.get_by_role("button", name=f"Slice {slice_no + 1}:").click()
    panel = page.get_by_role("group", name=f"Slice {slice_no + 1}")
    expect(panel).to_contain_text("unknown until it is read here")
    for _ in range(2):
        panel.get_by_label("It reads").fill("72")
        panel.get_by_role("button", name="Keep").click()
        expect(panel.get_by_label("It reads")).to_have_value("")
        resting.forward(2.5)
    expect(panel).to_contain_text("met by readings of this slice")
    expect(flash).not_to_contain_text("Ottoline")
    expect(page.get_by_role("button", name=f"Slice {slice_no + 1}: measured 72 °C")).to_be_visible()
    clean(page)


def test_portions_are_claimed_and_the_left_hand_begins_on_its_own_side(
    page: Page, resting: Site
) -> None:
    opened(page, f"{resting.url}/board/sirloin")
    expect(page.get_by_text(re.compile(r"end to your right"))).to_be_visible()
    page.get_by_label("I carve with the left hand").check()
    expect(page.get_by_text(re.compile(r"end to your left"))).to_be_visible()
    page.reload()
    expect(page.get_by_text(re.compile(r"end to your left"))).to_be_visible()
    page.get_by_role("combobox", name="the thick end").select_option(label="Ines")
    soon(
        page, lambda: dict(resting.house.roasts.session("sirloin").claims) == {"end-thick": "Ines"}
    )
    page.get_by_role("button", name="Slice 1:").click()
    expect(page.get_by_label("It is for")).to_have_value("Ines")


def test_peak_then_falling_is_seen_from_readings(page: Page, resting: Site) -> None:
    for value in (57.0, 58.0, 57.2):
        resting.house.roasts.read("sirloin", value, value, "core", None)
        resting.forward(6)
    opened(page, f"{resting.url}/board/sirloin")
    expect(page.get_by_text("it will not climb again")).to_be_visible()


def test_the_knife_s_caution_stands_on_a_phone_too(page: Page, resting: Site) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    opened(page, f"{resting.url}/board/sirloin")
    expect(page.get_by_text("Knife away from the body")).to_be_visible()


def test_leftovers_are_weighed_dated_planned_and_used(page: Page, resting: Site) -> None:
    resting.forward(10)
    opened(page, f"{resting.url}/board/sirloin")
    page.get_by_role("button", name="Carving begins").click()
    expect(page.get_by_text("Into the fridge within 2 h")).to_be_visible()
    resting.forward(35)
    expect(page.get_by_text("out for 35 min")).to_be_visible()
    page.get_by_label("kg, if weighed").fill("0,62")
    page.get_by_label("for which meal").fill("cold, with pickles")
    page.get_by_role("button", name="Into the fridge").click()
    batch = page.get_by_role("listitem").filter(has_text="slices, 0.62 kg")
    expect(batch).to_contain_text("4 to 7 plates; cold, with pickles")
    expect(batch).to_contain_text("eaten within 2 days")
    clean(page)
    # What went in while it still stood out for too long is entered for its true hour.
    resting.forward(120)
    expect(page.get_by_text("thrown away").first).to_be_visible()
    page.get_by_label("Put away").select_option(label="bones")
    page.get_by_label("at, now if empty").fill("25:99")
    page.get_by_role("button", name="Into the fridge").click()
    expect(page.get_by_text("is no hour; write 21:30")).to_be_visible()
    opened(page, f"{resting.url}/book")
    larder = page.get_by_role("region", name="In the fridge")
    expect(larder).to_contain_text("slices, 4 to 7 plates, until")
    larder.get_by_role("link").first.click()
    page.get_by_role("button", name="eaten up").click()
    expect(page.get_by_text("used up")).to_be_visible()
    assert resting.house.board.larder() == []


def test_a_loggers_file_is_taken_in_at_the_fire(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name=re.compile("entries")).click()
    chooser = page.get_by_label("Take in a logger")
    bad = b"minute,core_c\n30,12\n900,14\n"
    chooser.set_input_files({"name": "log.csv", "mimeType": "text/csv", "buffer": bad})
    expect(page.get_by_role("alert")).to_contain_text("minute")
    assert len(site.house.roasts.session("sirloin").readings) == 1
    good = b"minute,core_c,event,seconds\n24,7.5,,\n31,11,door,40\n36,14.5,,\n"
    chooser.set_input_files({"name": "log.csv", "mimeType": "text/csv", "buffer": good})
    soon(page, lambda: len(site.house.roasts.session("sirloin").readings) == 4)
    assert [m.seconds for m in site.house.roasts.session("sirloin").marks] == [40]
    expect(page.get_by_role("alert")).to_have_count(0)


def test_the_pan_has_its_own_clock_beside_the_oven(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", "sear 8min; 160C until peak 57C; rest tented 30min", None)
    site.house.roasts.put_in("sirloin", 6.0)
    site.forward(0.5)
    opened(page, f"{site.url}/fire/sirloin")
    pan = page.get_by_role("group", name="In the pan")
    expect(pan).to_contain_text("face 1 of 4")
    # Half a minute in, and what it took to load.
    expect(pan).to_contain_text(re.compile("1:(30|[12][0-9])"))
    expect(pan).to_contain_text("172 °C")
    site.forward(1.5)
    pan.get_by_role("button", name="Turned").click()
    expect(pan).to_contain_text("face 2 of 4")
    site.forward(6)
    page.get_by_role("button", name="Into the oven").click()
    soon(page, lambda: site.house.roasts.session("sirloin").ends.get(0) is not None)
    expect(pan).to_have_count(0)
    expect(page.get_by_role("heading", level=1)).to_contain_text("Take it out in")
    # Hands-on minutes are counted as they were logged.
    expect(page.get_by_text(re.compile(r"hands on about \d\d min so far"))).to_be_visible()


def test_the_carver_gets_one_page(page: Page, site: Site) -> None:
    prepared(site)
    site.house.board.claim("sirloin", "end-thick", "Tobit")
    opened(page, f"{site.url}/board/sirloin")
    expect(page.get_by_role("button", name="Print for the carver")).to_be_visible()
    assert sheets(page) == 1
    page.set_viewport_size({"width": 726, "height": 1000})
    page.emulate_media(media="print")
    expect(page.get_by_text("the thick end: Tobit")).to_be_visible()
    for control in page.get_by_role("button", name=re.compile("Print|Carving begins")).all():
        expect(control).to_be_hidden()
    # Every slice is on the paper.
    for slice_ in page.get_by_role("listitem").filter(has=page.locator("svg")).all():
        box = slice_.bounding_box()
        assert box
        assert box["x"] + box["width"] <= 727
