"""Practice on the screen: two stories played wrongly and rightly, and both gone through."""

from __future__ import annotations

import re
from collections.abc import Iterator

import pytest
from axe_playwright_python.sync_playwright import Axe
from playwright.sync_api import FilePayload, Page, expect

from tests.browser.conftest import Site, soon
from tests.browser.test_places import opened
from tests.formats.test_story import STORY
from trencher.service import practice
from trencher.service.practice import Practice


@pytest.fixture(autouse=True)
def over(site: Site, monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Each kitchen is the same every time, and no practice is left on."""
    monkeypatch.setattr(practice, "_seed", lambda seed: 7 if seed is None else seed)
    yield
    site.house.practice.end()


def of(words: str, name: str) -> re.Pattern[str]:
    """A button's words and, for who hears them, what it is about."""
    return re.compile(rf"^{re.escape(words)}\s*:\s*{re.escape(name)}$")


def begun(page: Page, site: Site, button: str | re.Pattern[str]) -> Practice:
    """Into a story, standing still at the moment its door is to close."""
    opened(page, f"{site.url}/practice")
    page.get_by_role("button", name=button).click()
    return inside(page, site)


def inside(page: Page, site: Site) -> Practice:
    bar = page.get_by_role("region", name="Practice")
    expect(bar).to_contain_text("Nothing here is real")
    bar.get_by_role("button", name="Stop").click()
    on = site.house.practice.current()
    soon(page, lambda: on.clock.pace == 0.0)
    return on


def put_in(page: Page, on: Practice) -> None:
    page.get_by_role("button", name="Not measured: door closed").click()
    soon(page, lambda: on.roasts.session(on.joints[0]).status == "roasting")


def moved(page: Page, on: Practice, minutes: float) -> None:
    on.clock.jump(minutes)
    on.feed.ring(clock=True)
    page.wait_for_timeout(200)


def probed(page: Page, on: Practice) -> None:
    before = len(on.roasts.session(on.joints[0]).readings)
    page.get_by_role("button", name="Probe it").click()
    soon(page, lambda: len(on.roasts.session(on.joints[0]).readings) == before + 1)
    said = page.locator("[data-say='practice']")
    expect(said).to_contain_text("It reads")


def taken_out_and_carved(page: Page, on: Practice, rest_min: float) -> None:
    roast_id = on.joints[0]
    on.roasts.end_stage(roast_id, on.roasts.session(roast_id).pull_stage, None)
    moved(page, on, rest_min)
    on.roasts.carve(roast_id, None)
    link = page.get_by_role("link", name="See how it went")
    expect(link).to_be_visible()
    link.click()
    expect(page.get_by_role("heading", name="How it went")).to_be_visible(timeout=60_000)


def degrees(page: Page, name: str) -> float:
    text = page.locator(f"[data-say='{name}']").inner_text()
    return float(text.replace("−", "-").replace("°", "").replace("+", ""))


def test_the_first_lesson_ruined_and_then_done_right(page: Page, site: Site) -> None:
    on = begun(page, site, "Begin the first one")
    lesson = page.locator("[data-say='lesson']")
    expect(lesson).to_contain_text("1 of 5")
    put_in(page, on)
    expect(lesson).to_contain_text("2 of 5")
    moved(page, on, 45.0)
    probed(page, on)
    expect(lesson).to_contain_text("3 of 5")
    moved(page, on, 30.0)
    taken_out_and_carved(page, on, 20.0)
    # Left in for half an hour after its only reading: its own doing.
    told = page.locator("[data-say='lesson-learned']")
    expect(told).to_contain_text("longer than your last reading said")
    assert degrees(page, "yours") > 5.0
    expect(page.locator("[data-say='missed']")).to_contain_text("over")
    decided = page.get_by_role("region", name="What was decided")
    expect(decided.locator("tr[data-code='out']")).to_contain_text("later")
    expect(decided.locator("tr[data-code='door']")).to_have_count(1)
    found = Axe().run(page)
    assert found.violations_count == 0, found.generate_report()
    assert not re.findall(r".*\{\w+:.*", page.locator("body").aria_snapshot())
    page.set_viewport_size({"width": 360, "height": 780})
    assert page.evaluate("document.documentElement.scrollWidth") <= 360
    page.set_viewport_size({"width": 1280, "height": 800})
    seed = on.seed
    page.get_by_role("button", name="Again with the same oven").click()
    expect(page.get_by_role("heading", name="It goes in at")).to_be_visible()
    on = inside(page, site)
    assert on.seed == seed
    put_in(page, on)
    for minutes in (30.0, 12.0, 6.0):
        moved(page, on, minutes)
        probed(page, on)
    following = on.roasts.follow(on.joints[0])
    moved(page, on, max(following.outlook.pull_min - following.outlook.now_min, 0.0))
    taken_out_and_carved(page, on, 20.0)
    assert abs(degrees(page, "yours")) < 1.5
    expect(page.locator("[data-say='missed']")).not_to_contain_text(re.compile("[3-9]\\.|1\\d°"))
    page.get_by_role("button", name="Back to your kitchen").click()
    expect(page.get_by_role("heading", name="Ruin one here first")).to_be_visible()
    expect(page.get_by_role("region", name="Practice")).to_have_count(0)
    expect(page.get_by_role("img", name="How far off the middle was")).to_be_visible()
    assert len(site.house.practice.record_of()) == 2
    assert site.house.practice.on is None


def test_the_tip_in_fat_believed_and_then_doubted(page: Page, site: Site) -> None:
    on = begun(page, site, of("Begin", "A number that is too good"))
    put_in(page, on)
    moved(page, on, 20.0)
    on.roasts.end_stage(on.joints[0], 0, None)
    moved(page, on, 33.0)
    probed(page, on)
    moved(page, on, 22.0)
    probed(page, on)
    # The number is believed: it stays in until it reads what the plan wanted.
    moved(page, on, 12.0)
    taken_out_and_carved(page, on, 30.0)
    expect(page.get_by_role("region", name="What was really so")).to_contain_text("sat in fat")
    wrong = page.locator("[data-say='missed']").inner_text()
    assert "over" in wrong
    page.get_by_role("button", name="Again with the same oven").click()
    expect(page.get_by_role("heading", name="It goes in at")).to_be_visible()
    on = inside(page, site)
    put_in(page, on)
    moved(page, on, 20.0)
    on.roasts.end_stage(on.joints[0], 0, None)
    # Read while the tip is still in meat, and taken out by that.
    for minutes in (14.0, 10.0):
        moved(page, on, minutes)
        probed(page, on)
    following = on.roasts.follow(on.joints[0])
    moved(page, on, max(following.outlook.pull_min - following.outlook.now_min, 0.0))
    taken_out_and_carved(page, on, 30.0)
    best = float(re.sub(r"[^0-9.]", "", wrong.split()[0]))
    right = page.locator("[data-say='missed']").inner_text()
    assert right == "as wanted" or float(re.sub(r"[^0-9.]", "", right.split()[0])) < best - 1.0


def test_one_step_back_and_the_look_costs_a_door(page: Page, site: Site) -> None:
    on = begun(page, site, of("Begin", "The light goes out"))
    put_in(page, on)
    moved(page, on, 30.0)
    page.get_by_role("button", name="Look", exact=True).click()
    expect(page.locator("[data-say='practice']")).to_contain_text("The skin is")
    assert [m.what for m in on.roasts.session(on.joints[0]).marks] == ["door"]
    page.get_by_role("button", name="One step back").click()
    soon(page, lambda: on.roasts.session(on.joints[0]).marks == ())
    expect(page.get_by_role("button", name="Smell")).to_be_enabled()
    moved(page, on, 12.0)
    expect(page.locator("[data-say='practice']")).to_contain_text("The power is gone")
    # What is due at home is told above it.
    home = site.house.roasts
    home.choose("sirloin", "220C 20min; 160C until peak 57C; rest tented 40min", "hot-then-low")
    home.put_in("sirloin", 6.0)
    site.forward(25)
    expect(page.get_by_role("alert")).to_contain_text("In your own kitchen, Sirloin for the supper")
    # Another tab is in the real kitchen.
    other = page.context.new_page()
    opened(other, f"{site.url}/practice")
    expect(other.get_by_role("button", name="Go on with “The light goes out”")).to_be_visible()
    expect(other.get_by_role("region", name="Practice")).to_have_count(0)
    other.get_by_role("button", name="End it").click()
    expect(page.get_by_text("This practice is over.")).to_be_visible()
    page.get_by_role("button", name="Back to your kitchen").click()
    expect(page.get_by_role("heading", name="Ruin one here first")).to_be_visible()


def test_the_fragile_moment_is_practised_from_the_ways(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/ways/sirloin")
    page.get_by_role("button", name="Hot then low", exact=True).click()
    page.get_by_role("button", name=of("Practise this moment", "Hot then low")).click()
    on = inside(page, site)
    session = on.roasts.session(on.joints[0])
    assert session.status == "roasting"
    assert len(session.readings) >= 1
    assert on.joint_id == "sirloin"
    assert site.house.roasts.session("sirloin").status == "planning"
    # The key leads to it, and a practice is reloaded as what it is.
    page.keyboard.press("p")
    expect(page.get_by_role("link", name="To the fire")).to_be_visible()
    page.reload()
    expect(page.get_by_role("region", name="Practice")).to_contain_text("Nothing here is real")
    page.get_by_role("button", name="Leave").click()
    expect(page.get_by_role("heading", name="Ruin one here first")).to_be_visible()


def test_a_story_of_somebody_elses_is_taken_in(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/practice")
    chosen = page.get_by_label("A story of somebody else's")
    wrong: FilePayload = {
        "name": "mine.toml",
        "mimeType": "application/toml",
        "buffer": STORY.replace("heat = 1.2", "heat = 9").encode(),
    }
    chosen.set_input_files(wrong)
    expect(page.get_by_role("alert")).to_contain_text("truth.heat")
    chosen.set_input_files({**wrong, "buffer": STORY.encode()})
    expect(page.get_by_role("heading", name="Mine")).to_be_visible()
    page.get_by_role("button", name=of("Take it out", "Mine")).click()
    expect(page.get_by_role("heading", name="Mine")).to_have_count(0)
