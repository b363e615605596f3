"""The fire: what happened in one touch and put right; alarms on every screen; instruments."""

from __future__ import annotations

import re
from datetime import timedelta
from typing import Any

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import Browser, Page, expect

from tests.browser.conftest import Site, soon
from tests.browser.test_places import opened, prepared

RINGS = "localStorage.setItem('trencher.alarm.rings', 'true')"


def marks(site: Site) -> list[Any]:
    return list(site.house.roasts.session("sirloin").marks)


def spots(site: Site) -> list[str]:
    return [r.spot for r in site.house.roasts.session("sirloin").readings]


def push(site: Site, value: float, channel: str = "1", unit: str = "C") -> None:
    reading = {"channel": channel, "value": value, "unit": unit}
    body = {"device": "kitchen-probe", "every_s": 5.0, "readings": [reading]}
    site.house.devices.push(site.house.devices.key(), body)


def test_a_door_is_one_touch_and_put_right_beside_it(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="Door opened").click()
    soon(page, lambda: [m.what for m in marks(site)] == ["door"])
    just = page.get_by_role("group", name="Just entered")
    just.get_by_role("button", name="Door open for 2 min").click()
    soon(page, lambda: marks(site)[0].seconds == 120)
    before = marks(site)[0].minute
    just.get_by_role("button", name="5 minutes earlier").click()
    soon(page, lambda: marks(site)[0].minute == pytest.approx(before - 5, abs=0.01))
    just.get_by_role("button", name="take back").click()
    soon(page, lambda: marks(site) == [])


def test_an_oven_found_off_and_on_again(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="More happened").click()
    page.get_by_role("button", name="Oven was off").click()
    page.get_by_role("button", name="20 minutes earlier").click()
    page.get_by_role("button", name="Oven is on again").click()
    soon(page, lambda: [m.what for m in marks(site)] == ["oven_off", "oven_on"])
    expect(page.get_by_role("button", name="Oven was off")).to_be_visible()


def test_a_cold_oven_is_switched_on_as_the_joint_goes_in(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", "cold 180C until 50C; rest open 15min", None)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_text("switched on as it goes in: the oven is cold")).to_be_visible()
    site.house.roasts.choose("sirloin", "180C until 50C; rest open 15min", None)
    page.reload()
    expect(page.get_by_text(re.compile(r"switched on by \d\d:\d\d"))).to_be_visible()


def test_what_is_felt_says_what_it_speaks_of(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="More happened").click()
    page.get_by_role("button", name="Seen, heard, felt").click()
    expect(page.get_by_role("button", name="Golden brown")).to_contain_text("surface only")
    page.get_by_role("button", name="Springs back slowly").click()
    soon(page, lambda: [m.sense for m in marks(site)] == ["springs"])


def test_a_reading_is_put_right_in_the_log_time_and_number(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="entries").click()
    page.get_by_role("button", name="Put right: 18 °C").click()
    reading = site.house.roasts.session("sirloin").readings[0]
    following = site.house.roasts.follow("sirloin")
    earlier = (following.at(reading.minute) - timedelta(minutes=4)).strftime("%H:%M")
    page.get_by_role("textbox", name="Time").fill("25:70")
    page.get_by_role("button", name="Keep", exact=True).last.click()
    expect(page.get_by_text("is no time of day")).to_be_visible()
    page.get_by_role("textbox", name="Time").fill(earlier)
    page.get_by_role("textbox", name="°C").fill("23.5")
    page.get_by_role("button", name="Keep", exact=True).last.click()
    expect(page.get_by_text("24 °C (put right)")).to_be_visible()
    now = site.house.roasts.session("sirloin").readings[0]
    assert now.low_c == 23.5
    assert 3.0 < reading.minute - now.minute < 5.0


def test_an_alarm_rings_on_every_screen_and_is_answered_once(
    page: Page, site: Site, browser: Browser
) -> None:
    prepared(site)
    page.add_init_script(RINGS)
    opened(page, f"{site.url}/fire/sirloin")
    other = browser.new_context(service_workers="block").new_page()
    other.goto(f"{site.url}/block/pork-loin")
    expect(page.get_by_text("Next alarm")).to_be_visible()
    due = site.house.roasts.follow("sirloin").outlook.look_min
    assert due is not None
    site.forward(due - 40 + 1)
    for screen in (page, other):
        expect(screen.get_by_role("alertdialog")).to_contain_text("Look at the middle now.")
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    # Any key is an answer.
    before = other.url
    other.keyboard.press("Space")
    for screen in (page, other):
        expect(screen.get_by_role("alertdialog")).to_have_count(0)
    answered = [e for e in site.house.roasts.session("sirloin").log if e.kind == "answered"]
    assert len(answered) == 1
    assert other.url == before, "an answer turns no page"
    other.context.close()


def test_an_alarm_rings_above_a_sheet_and_what_is_typed_in_it_stays(page: Page, site: Site) -> None:
    prepared(site)
    page.add_init_script(RINGS)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_text("Next alarm")).to_be_visible()
    page.keyboard.press("r")
    rule = page.get_by_role("dialog", name="Reckoner").get_by_label("A recipe")
    rule.fill("20 min per lb")
    due = site.house.roasts.follow("sirloin").outlook.look_min
    assert due is not None
    site.forward(due - 40 + 1)
    alarm = page.get_by_role("alertdialog")
    expect(alarm).to_contain_text("Look at the middle now.")
    alarm.get_by_role("button").last.click()
    expect(alarm).to_have_count(0)
    expect(rule).to_have_value("20 min per lb")
    # The focus stays in the sheet, and Escape leaves it.
    for _ in range(12):
        page.keyboard.press("Tab")
    assert page.evaluate("document.activeElement.closest('[role=dialog]') !== null")
    page.keyboard.press("Escape")
    expect(page.get_by_role("dialog")).to_have_count(0)


def test_a_reading_typed_while_an_alarm_is_up_is_kept_whole(page: Page, site: Site) -> None:
    prepared(site)
    page.add_init_script(RINGS)
    opened(page, f"{site.url}/ways/sirloin")
    look = site.house.roasts.follow("sirloin").outlook.look_min
    assert look is not None
    site.forward(look - 40 + 1)
    expect(page.get_by_role("alertdialog")).to_contain_text("Look at the middle now.")
    page.keyboard.press("2")
    expect(page).to_have_url(re.compile("/fire/sirloin"))
    field = page.get_by_label("Type a reading")
    expect(field).to_be_focused()
    page.keyboard.type("6")
    expect(field).to_have_value("26")
    page.keyboard.press("Enter")
    soon(page, lambda: [r.low_c for r in site.house.roasts.session("sirloin").readings][-1] == 26)
    expect(page.get_by_role("alertdialog")).to_have_count(0)


def test_the_take_out_is_reported_from_its_alarm(page: Page, site: Site) -> None:
    prepared(site)
    page.add_init_script(RINGS)
    opened(page, f"{site.url}/fire/sirloin")
    pull = site.house.roasts.follow("sirloin").outlook.pull_min
    site.forward(pull - 40 + 1)
    alarm = page.get_by_role("alertdialog")
    # The look and the early warning that came before it are overtaken: a phone may have slept.
    expect(alarm).to_contain_text("Take it out now")
    alarm.get_by_role("button", name="Taken out").click()
    soon(page, lambda: site.house.roasts.session("sirloin").status == "resting")


def test_a_screen_that_must_not_ring_does_not(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_text("Alarms are off on this screen")).to_be_visible()
    site.forward(60)
    page.wait_for_timeout(1500)
    expect(page.get_by_role("alertdialog")).to_have_count(0)


def test_a_probe_is_heard_put_in_place_and_missed(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    push(site, 19.4)
    page.get_by_role("group", name="Where kitchen-probe 1 sits").get_by_role(
        "button", name="in the middle"
    ).click()
    soon(page, lambda: len(site.house.roasts.session("sirloin").attached) == 1)
    expect(page.get_by_text("measured, middle, now")).to_be_visible()
    push(site, 20.2)
    site.forward(0.05)
    push(site, 21.6)
    expect(page.locator(".big")).to_have_text("22°")
    site.forward(0.2)
    expect(page.get_by_text("has been silent since")).to_be_visible()
    # Heard again, it is there again.
    push(site, 22.9)
    expect(page.get_by_text("has been silent since")).to_have_count(0)


def test_instruments_shows_the_key_and_what_is_heard(page: Page, site: Site) -> None:
    push(site, 1934.0, "plate", "g")
    opened(page, f"{site.url}/instruments")
    expect(page.get_by_text(site.house.devices.key()).first).to_be_visible()
    expect(page.get_by_text("1.93 kg")).to_be_visible()
    page.get_by_role("button", name="Rename kitchen-probe").click()
    page.get_by_label("Name of kitchen-probe").fill("The scale")
    page.get_by_role("button", name="Keep").click()
    expect(page.get_by_text("The scale")).to_be_visible()
    opened(page, f"{site.url}/block/sirloin")
    page.get_by_role("button", name="take 1.93 kg from the scale").click()
    soon(page, lambda: site.house.roasts.session("sirloin").plan.joint.weight_kg == 1.934)


def test_trouble_hazard_first_then_what_helps_tonight(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("tab", name="What is wrong?").click()
    page.get_by_role("button", name="It smokes").click()
    course = page.get_by_role("region", name="Change the course")
    expect(course.locator(".hazard").first).to_contain_text("never water")
    expect(course).to_contain_text("As it goes: out about")
    expect(course.get_by_role("button", name="Cover it with foil now")).to_be_visible()


def test_they_are_late_asks_by_how_much_and_fits_the_oven(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("tab", name="They are late").click()
    page.get_by_role("button", name="40 min").click()
    course = page.get_by_role("region", name="Change the course")
    course.get_by_role("button", name=re.compile("Oven to .* from now on")).click()
    soon(page, lambda: "until peak" in str(site.house.roasts.session("sirloin").method))
    soon(page, lambda: site.house.roasts.session("sirloin").log[-1].kind == "rewrote")


def test_the_levers_go_by_the_arrow_keys_from_the_first_one_on(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("tab", name="Must be sooner").focus()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("tab", name="It is early")).to_be_focused()
    page.keyboard.press("ArrowRight")
    expect(page.get_by_role("tab", name="They are late")).to_be_focused()
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name="40 min")).to_be_visible()


def test_one_that_is_early_is_held_back_by_just_so_much(page: Page, site: Site) -> None:
    prepared(site)
    for core in (28.0, 36.0):
        site.forward(7)
        site.house.roasts.read("sirloin", core, core, "core", None)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("tab", name="It is early").click()
    course = page.get_by_role("region", name="Change the course")
    expect(course).to_contain_text(re.compile(r"it comes out \d+ min sooner than planned"))
    expect(course).to_contain_text("To be ready at the hour that was planned")
    planned = site.house.roasts.follow("sirloin").planned.end.minutes
    course.get_by_role("button", name=re.compile("Out as it comes, then wrapped for")).click()
    soon(page, lambda: site.house.roasts.session("sirloin").log[-1].kind == "rewrote")
    after = site.house.roasts.follow("sirloin").outlook.walk.end.minutes
    assert after == pytest.approx(planned, abs=6.0)


def test_one_that_went_too_far_says_what_each_way_saves(page: Page, site: Site) -> None:
    prepared(site)
    site.forward(60)
    for core in (66.0, 66.5):
        site.house.roasts.read("sirloin", core, core, "core", None)
        site.forward(3)
    site.house.roasts.end_stage("sirloin", 1, None)
    opened(page, f"{site.url}/fire/sirloin?ask=wrong,overshot")
    saves = page.get_by_role("list", name="What it saves")
    expect(saves).to_contain_text(re.compile(r"at 4 mm to 6 mm instead of 8 mm to 12 mm"))
    expect(saves).to_contain_text(re.compile(r"It loses (\d+ g|[\d.]+ kg) more juice than at 57"))
    expect(saves).to_contain_text(re.compile(r"slices [\d, ]+ miss it least, by \d+ °C"))
    course = page.get_by_role("region", name="Change the course")
    expect(course.get_by_role("button", name="Into the cold for 10 minutes")).to_be_visible()
    page.get_by_role("tab", name="Must carve now").click()
    expect(course.get_by_role("button", name="Out and carved now")).to_be_visible()


def test_of_two_joints_the_one_due_first_speaks_and_a_number_asks_which(
    page: Page, site: Site
) -> None:
    prepared(site)
    site.house.roasts.choose("pork-loin", "170C until peak 70C; rest open 30min", None)
    site.house.roasts.put_in("pork-loin", 6.0)
    opened(page, f"{site.url}/fire")
    # The sirloin is due a look long before the pork.
    expect(page.get_by_text("Sirloin for the supper, in House oven")).to_be_visible()
    expect(
        page.get_by_role("link", name=re.compile("Pork loin with crackling: .*"))
    ).to_be_visible()
    page.keyboard.type("31")
    page.keyboard.press("Enter")
    which = page.get_by_role("group", name="Which joint")
    expect(which).to_contain_text("Which joint shows 31 °C?")
    which.get_by_role("button", name="Pork loin with crackling").click()
    soon(page, lambda: [r.low_c for r in site.house.roasts.session("pork-loin").readings] == [31])
    expect(page).to_have_url(re.compile("/fire/pork-loin"))
    expect(page.get_by_text("Pork loin with crackling, in Scullery range")).to_be_visible()
    # At a joint's own address its numbers are its own.
    page.keyboard.type("32")
    page.keyboard.press("Enter")
    soon(page, lambda: len(site.house.roasts.session("pork-loin").readings) == 2)


def test_a_roast_nobody_ended_asks_what_became_of_it(page: Page, site: Site) -> None:
    prepared(site)
    site.forward(1200)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_role("heading", level=1)).to_have_text("What became of it?")
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    asked: list[str] = []
    page.on("request", lambda r: asked.append(r.url) if "outlook" in r.url else None)
    page.wait_for_timeout(3000)
    assert len(asked) <= 1
    page.get_by_label("It came out at about").fill("nought")
    page.get_by_role("button", name="Out then, and carved").click()
    expect(page.get_by_role("alert")).to_contain_text("such as 18:40")
    page.get_by_label("It came out at about").fill("15:05")
    page.get_by_role("button", name="Out then, and carved").click()
    expect(page).to_have_url(re.compile("/book/sirloin"))
    session = site.house.roasts.session("sirloin")
    assert session.pulled_min == pytest.approx(95, abs=1)
    assert session.status == "done"


def test_a_place_has_the_cooks_own_name_and_the_lowest_counts(page: Page, site: Site) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_label("Where; empty is the middle").fill("by the bone")
    page.get_by_label("Type a reading, from anywhere").fill("24")
    page.get_by_role("button", name="Keep", exact=True).first.click()
    soon(page, lambda: spots(site) == ["", "by the bone"])
    said = page.get_by_text("The lowest counts")
    expect(said).to_contain_text("the middle, 18°; by the bone")
    expect(said).to_contain_text("more, about")
    expect(page.get_by_text("measured, by the bone")).to_be_visible()
    # What it is called is offered the next time.
    expect(page.locator("#spots option[value='by the bone']")).to_have_count(1)


def test_a_way_by_hand_has_its_hour_and_a_joint_may_have_gone_in_already(
    page: Page, site: Site
) -> None:
    site.house.roasts.choose("sirloin", "220C 25min; 160C 14min/500g; rest tented 25min", None)
    opened(page, f"{site.url}/fire/sirloin")
    expect(page.get_by_role("heading", level=1)).to_contain_text("It goes in at")
    expect(page.get_by_text("switched on by")).to_be_visible()
    expect(page.get_by_role("link", name="Another way")).to_have_attribute("href", "/ways/sirloin")
    page.get_by_label("It went in already?").fill("soon")
    page.get_by_role("button", name="Not measured: door closed").click()
    expect(page.get_by_role("alert")).to_contain_text("18:40")
    page.get_by_label("It went in already?").fill("20")
    page.get_by_role("button", name="Not measured: door closed").click()
    expect(page.get_by_role("heading", level=1)).to_contain_text("Turn it down")
    minute = site.house.roasts.minute(site.house.roasts.session("sirloin"))
    assert minute == pytest.approx(20.0, abs=1.0)


def test_the_book_says_why_there_is_nothing_to_compare(page: Page, site: Site) -> None:
    prepared(site)
    site.forward(1200)
    opened(page, f"{site.url}/fire/sirloin")
    page.get_by_role("button", name="Thrown away").click()
    expect(page).to_have_url(re.compile("/book$"))
    row = page.get_by_role("row", name=re.compile("Sirloin for the supper"))
    expect(row).to_contain_text("Thrown away: there is nothing to compare.")
    row.get_by_role("link").first.click()
    expect(page.get_by_text("Thrown away: there is nothing to compare.")).to_be_visible()
    expect(page.get_by_text("Your word first")).to_have_count(0)
