"""The ovens: the dial's truth entered, the inside measured, and which one tonight."""

from __future__ import annotations

import re

from playwright.sync_api import APIResponse, Page, Route, expect

from tests.browser.conftest import Site, soon
from tests.browser.test_places import opened


def test_measurements_move_the_line_and_narrow_it(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ovens/pork-loin")
    page.get_by_role("button", name="Scullery range", exact=True).click()
    expect(page.get_by_role("heading", name="Nobody has measured this oven.")).to_be_visible()
    page.get_by_label("the dial shows, gas").fill("4")
    page.get_by_label("inside it measures").fill("hot")
    page.get_by_role("button", name="Enter").click()
    expect(page.get_by_text("Measured: a number in °C")).to_be_visible()
    page.get_by_label("inside it measures").fill("165")
    page.get_by_label("inside it measures").press("Enter")
    expect(page.get_by_role("heading", level=1)).to_contain_text(re.compile(r"shows \+1\d°"))
    first = page.get_by_role("heading", level=1).inner_text()
    page.get_by_label("the dial shows, gas").fill("7")
    page.get_by_label("inside it measures").fill("209")
    page.get_by_role("button", name="Enter").click()
    expect(page.get_by_text("dial gas 7, measured 209 °C")).to_be_visible()
    expect(page.get_by_role("heading", level=1)).not_to_have_text(first)
    oven = site.house.repository.oven("scullery-range")
    assert [round(real) for _, real in oven.pairs] == [165, 209]
    page.get_by_role("button", name="Take back measurement 1").click()
    expect(page.get_by_text("measured 165")).to_have_count(0)


def test_which_oven_tonight_and_the_joint_moves_there(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ovens/sirloin")
    house = page.locator("[data-oven=house-oven]")
    expect(house).to_contain_text(re.compile(r"In by \d\d:\d\d, ends at 57 °C"))
    expect(house).to_contain_text("It is planned here.")
    expect(house).to_contain_text("Smallest tin that takes it: Deep tin.")
    page.get_by_role("button", name=re.compile("Roast it here.*Scullery range")).click()
    expect(page.locator("[data-oven=scullery-range]")).to_contain_text("It is planned here.")
    soon(page, lambda: site.house.roasts.session("sirloin").plan.oven_id == "scullery-range")


def test_what_could_not_be_tried_says_why(page: Page, site: Site) -> None:
    refused = '{"code": "wrong_input", "detail": "This joint was not tried."}'
    page.route(
        "**/api/which-oven",
        lambda route: route.fulfill(status=422, content_type="application/json", body=refused),
    )
    opened(page, f"{site.url}/ovens/sirloin")
    expect(page.get_by_role("alert").filter(has_text="This joint was not tried.")).to_be_visible()
    expect(page.get_by_text("in each oven…")).to_have_count(0)


def test_shelves_too_low_are_said_and_drawn(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ovens/sirloin")
    field = page.get_by_label(re.compile("From each shelf up"))
    expect(field).to_have_value("310, 250, 190, 130, 80")
    field.fill("80, 310")
    field.press("Tab")
    expect(page.get_by_role("alert")).to_contain_text("lowest shelf up")
    expect(field).to_have_value("80, 310")
    field.fill("108 80")
    field.press("Tab")
    expect(page.get_by_role("alert")).to_have_count(0)
    house = page.locator("[data-oven=house-oven]")
    expect(house).to_contain_text("It does not fit: 109 mm high, and the lowest shelf has 108 mm.")


def test_an_oven_is_added_described_and_forgotten(page: Page, own: Site) -> None:
    page.goto(f"{own.url}/ovens")
    page.get_by_role("button", name="Add an oven").click()
    expect(page.get_by_label("Its name")).to_have_value(re.compile(r"^(My oven|Oven \d)$"))
    page.get_by_label("Its name").fill("Boat stove")
    page.get_by_label("Its name").press("Tab")
    page.get_by_label("Its dial is in").select_option("F")
    page.get_by_label("Highest").fill("900")
    page.get_by_label("Highest").press("Tab")
    expect(page.get_by_text("60 to 400 °C")).to_be_visible()
    page.get_by_label("Highest").fill("230")
    page.get_by_label("Highest").press("Tab")
    expect(page.get_by_role("button", name="Boat stove")).to_be_visible()
    expect(page.get_by_label("the dial shows, °F")).to_be_visible()
    page.get_by_label("Name of the tin").fill("Biscuit tray")
    page.get_by_label("Length, width and depth").fill("300 x 200")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_role("alert")).to_contain_text("three numbers")
    page.get_by_label("Length, width and depth").fill("300 x 200 x 20")
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_text("300 mm × 200 mm, 20 mm deep")).to_be_visible()
    names = {o.name for o in own.house.repository.ovens()}
    assert "Boat stove" in names
    page.get_by_role("button", name="forget this oven").click()
    expect(page.get_by_role("button", name="Boat stove")).to_have_count(0)


def test_an_oven_in_use_is_not_forgotten(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ovens/sirloin")
    page.get_by_role("button", name="forget this oven").click()
    expect(page.get_by_role("alert")).to_contain_text("is planned or was roasted in it")


def test_an_answer_that_comes_late_does_not_take_a_new_oven_away(page: Page, own: Site) -> None:
    held: list[tuple[Route, APIResponse]] = []

    def hold_first(route: Route) -> None:
        if held or route.request.method != "GET":
            route.continue_()
        else:
            held.append((route, route.fetch()))

    page.route("**/api/ovens", hold_first)
    page.goto(f"{own.url}/ovens")
    page.get_by_role("button", name="Add an oven").click()
    expect(page.get_by_label("Its name")).to_have_value("My oven")
    route, before = held[0]
    assert before.json() == []
    with page.expect_response("**/api/ovens"):
        route.fulfill(response=before)
    page.get_by_label("Its name").fill("Boat stove")
    page.get_by_label("Its name").press("Tab")
    expect(page.get_by_role("button", name="Boat stove")).to_be_visible()
