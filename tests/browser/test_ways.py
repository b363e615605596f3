"""Choosing a way and shaping it by hand: sorted, sifted, pinned, dragged, typed, kept."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest
from playwright.sync_api import Locator, Page, expect

from tests.browser.conftest import Site, soon, unfold
from tests.browser.test_places import HOT, opened
from tests.test_cli import trencher


def row(page: Page, way: str) -> Locator:
    return page.locator(f"[data-way={way}]")


def figure(page: Page, way: str, head: str) -> str:
    return row(page, way).locator("dl div").filter(has_text=head).locator("dd").inner_text()


def order(page: Page) -> list[str]:
    found: list[str] = page.locator("[data-way]").evaluate_all("all => all.map(e => e.dataset.way)")
    return found


def ready(page: Page, site: Site, path: str = "/ways/sirloin") -> None:
    """Ways with their bands and every fragile moment."""
    opened(page, site.url + path)
    expect(page.get_by_text("Most fragile:").last).to_be_visible()
    expect(page.get_by_text("Most fragile: …")).to_have_count(0)


# --- all ways -----------------------------------------------------------------------------------
def test_a_stranger_reads_why_low_differs_from_hot_and_which_suits_a_fixed_hour(
    page: Page, site: Site
) -> None:
    ready(page, site)
    told = page.locator("[data-say=trade]")
    expect(told).to_contain_text(
        re.compile(r"Low then late blast, against hot then low: in (1 h [01]\d)")
    )
    expect(told).to_contain_text("Why: air of 115 °C against 160 °C")
    expect(told).to_contain_text(re.compile(r"For a fixed hour: hot then low, .* ±\d+ min"))
    assert figure(page, "low-then-blast", "in by") < figure(page, "hot-then-low", "in by")


def test_printed_rules_stand_beside_with_their_reason(page: Page, site: Site) -> None:
    ready(page, site)
    unfold(page, "What is printed for it")
    table = page.locator("[data-say=printed]")
    rare = table.get_by_role("row", name=re.compile("20 min per 500 g \\+ 20, rare"))
    expect(rare).to_contain_text("1 h 36")
    expect(rare).to_contain_text("Yours is 105 mm thick, where such a piece usually is")
    expect(rare).to_contain_text("nearest to what you want")
    page.keyboard.press("u")
    expect(rare).to_contain_text("Yours is 4.1 in thick")
    expect(rare).to_contain_text("140 °F")


def test_an_opened_way_tells_its_bands_its_servings_and_its_guard(page: Page, site: Site) -> None:
    ready(page, site)
    page.get_by_role("button", name="Hot then low", exact=True).click()
    more = row(page, "hot-then-low").locator("[data-say=more]")
    expect(more).to_contain_text("Guard:")
    expect(more).to_contain_text(re.compile(r"Out at 4\d °C, about 18:0\d, between 1[78]:\d\d and"))
    expect(more).to_contain_text(
        re.compile(r"\d+ % as wanted \(\d+–\d+\),\s+loses 1\d % \(\d+–\d+\)")
    )
    expect(more).to_contain_text("7 large or 11 small servings")
    expect(more).to_contain_text("smokes: pour a cup of water under it")
    expect(row(page, "hot-then-low-by-weight")).to_contain_text("under what you want")


def test_nine_ways_and_the_others_with_their_reasons(page: Page, site: Site) -> None:
    ready(page, site)
    expect(page.locator("[data-way]")).to_have_count(9)
    nots = page.locator("[data-say=nots] li")
    expect(nots.filter(has_text="Very hot then off")).to_contain_text("cooling fan")
    expect(nots.filter(has_text="Covered slow then crisp")).to_contain_text("tender cut")
    expect(row(page, "hot-then-low").locator("[data-say=worst]")).to_contain_text(
        re.compile(r"Most fragile: .* (higher|lower|later|sooner)")
    )


def test_sorting_and_sifting_by_what_counts(page: Page, site: Site) -> None:
    ready(page, site)
    expect(page.locator("[data-way]")).to_have_count(9)
    page.get_by_role("button", name=re.compile("as wanted.*sort by")).click()
    assert order(page)[0] == "pan-then-very-low"
    page.get_by_role("button", name=re.compile("hands.*sort by")).click()
    assert order(page)[0] == "one-temperature"
    page.get_by_role("button", name="as they come").click()
    assert order(page)[0] == "hot-then-low"
    page.get_by_role("button", name="oven alone").click()
    assert "pan-then-oven" not in order(page)
    site.forward(300)
    page.get_by_role("button", name="still in time").click()
    expect(page.get_by_text("No way passes all of that")).to_be_visible()
    page.get_by_role("button", name="still in time").click()
    page.get_by_role("button", name="oven alone").click()
    expect(page.locator("[data-way]")).to_have_count(9)


def test_three_pinned_for_a_close_look(page: Page, site: Site) -> None:
    ready(page, site)
    for name in ("One temperature", "Pan then very low", "Closed pot from cold"):
        page.get_by_role("button", name=name, exact=True).click()
        page.get_by_role("button", name="Pin beside another").click()
    pinned = page.get_by_role("region", name="Pinned ways")
    expect(pinned.get_by_role("heading")).to_have_count(3)
    expect(pinned).to_contain_text("Closed pot from cold, against pan then very low")
    expect(page.locator("[data-say=trade]")).to_contain_text(
        "Pan then very low, against one temperature"
    )
    pinned.get_by_role("button", name="unpin One temperature").click()
    expect(pinned.get_by_role("heading")).to_have_count(2)


def test_without_a_thermometer_everything_goes_by_the_clock(page: Page, site: Site) -> None:
    ready(page, site)
    unfold(page, "How it is roasted here")
    page.get_by_role("radiogroup").get_by_text("no thermometer").click()

    def spread() -> int:
        shown = re.findall(r"\d+", figure(page, "hot-then-low", "ends at"))
        return int(shown[2]) - int(shown[1]) if len(shown) > 2 else 0

    soon(page, lambda: spread() > 8)
    soon(page, lambda: site.house.roasts.session("sirloin").plan.thermometer == "none")
    expect(row(page, "hot-then-low").locator("[data-say=worst]")).not_to_contain_text("The probe")


def test_honey_is_said_to_scorch_and_put_on_later_with_one_touch(page: Page, site: Site) -> None:
    ready(page, site)
    unfold(page, "How it is roasted here")
    page.get_by_label("on it").select_option("sticky")
    expect(row(page, "hot-then-low")).to_contain_text(re.compile(r"would scorch \d+ minutes in"))
    page.get_by_role("button", name="Hot then low", exact=True).click()
    row(page, "hot-then-low").get_by_role("button", name="Shape it by hand").click()
    expect(page).to_have_url(re.compile("/ways/sirloin/hand"))
    page.get_by_role("button", name="put it on then").click()
    expect(page.get_by_label("The method as text")).to_have_value(re.compile(r"\+ baste honey at"))
    expect(page.get_by_text("would scorch")).to_have_count(0)


# --- by hand ------------------------------------------------------------------------------------
@pytest.fixture
def hand(page: Page, site: Site) -> Page:
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    opened(page, f"{site.url}/ways/sirloin/hand")
    expect(page.get_by_role("slider", name="Peak wanted")).to_be_visible()
    return page


def text(page: Page) -> Locator:
    return page.get_by_label("The method as text")


def drag(page: Page, slider: Locator, dx: float, dy: float) -> None:
    box = slider.locator(".knob").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 6):
        page.mouse.move(x + dx * step / 5, y + dy * step / 5)
        page.wait_for_timeout(40)
    page.mouse.up()
    page.wait_for_timeout(350)


def settled(hand: Page) -> None:
    """The last change has arrived, and its full picture stands."""
    expect(hand.locator(".box[aria-busy=false]")).to_be_visible()


def test_edges_tops_and_the_flag_are_pulled(hand: Page) -> None:
    asked: list[str] = []
    hand.on("request", lambda r: asked.append(r.post_data or "") if "/edit" in r.url else None)
    drag(hand, hand.get_by_role("slider", name="Length of stage 1"), 60, 0)
    expect(text(hand)).to_have_value(re.compile(r"^220C (2[1-9]|3\d)min; 160C until peak 57C"))
    # A coarse picture followed the hand.
    assert len([body for body in asked if '"quick":true' in body]) > 1
    # Nothing new is taken hold of while the last change is on its way.
    settled(hand)
    drag(hand, hand.get_by_role("slider", name="Heat of stage 2"), 0, 40)
    expect(text(hand)).to_have_value(re.compile(r"; 1[0-4]\dC until peak 57C"))
    settled(hand)
    drag(hand, hand.get_by_role("slider", name="Peak wanted"), -40, 0)
    expect(text(hand)).to_have_value(re.compile(r"until peak (4\d|5[0-6])(\.5)?C"))
    for _ in range(3):
        hand.get_by_role("button", name="Undo").click()
    expect(text(hand)).to_have_value(HOT)
    hand.get_by_role("button", name="Redo").click()
    expect(text(hand)).to_have_value(re.compile(r"^220C (2[1-9]|3\d)min; 160C until peak 57C"))


def test_every_handle_has_its_keys(hand: Page) -> None:
    hand.get_by_role("slider", name="Length of stage 1").press("Shift+ArrowRight")
    expect(text(hand)).to_have_value(re.compile("^220C 30min"))
    hand.get_by_role("slider", name="Heat of stage 1").press("ArrowDown")
    expect(text(hand)).to_have_value(re.compile("^215C 30min"))
    hand.get_by_role("slider", name="Peak wanted").press("ArrowUp")
    expect(text(hand)).to_have_value(re.compile("until peak 57.5C"))
    hand.get_by_role("slider", name="Rest, place in the order").press("ArrowLeft")
    expect(text(hand)).to_have_value(re.compile("^215C 30min; rest tented 40min; 160C"))
    hand.get_by_role("slider", name="Rest, place in the order").press("Control+z")
    expect(text(hand)).to_have_value(re.compile("57.5C; rest tented 40min$"))
    hand.get_by_role("slider", name="Hour of serving").press("Shift+ArrowRight")
    expect(hand.get_by_text(re.compile(r"carve 19:1\d"))).to_be_visible()


def test_a_block_is_dragged_to_another_place(hand: Page) -> None:
    grip = hand.get_by_role("slider", name="Rest, place in the order").locator("rect")
    box = grip.bounding_box()
    assert box
    hand.mouse.move(box["x"] + box["width"] / 2, box["y"] + 20)
    hand.mouse.down()
    hand.mouse.move(box["x"] - 300, box["y"] + 20, steps=4)
    hand.mouse.up()
    expect(text(hand)).to_have_value(re.compile("^220C 20min; rest tented 40min; 160C"))


def test_the_serving_line_is_pulled(hand: Page, site: Site) -> None:
    drag(hand, hand.get_by_role("slider", name="Hour of serving"), -80, 0)
    expect(hand.get_by_text(re.compile(r"carve 18:\d\d"))).to_be_visible()
    soon(
        hand,
        lambda: any(
            hour in site.house.roasts.session("sirloin").plan.serve_at for hour in ("T18:", "T17:")
        ),
    )


def test_text_and_blocks_are_the_same_thing(hand: Page) -> None:
    text(hand).fill("200C 30min; 140C until 52C; rest open")
    expect(hand.get_by_text("where a length should be")).to_be_visible()
    expect(text(hand)).to_have_value("200C 30min; 140C until 52C; rest open")
    text(hand).fill("200c 30 min; 140C until 52C; rest open 15min")
    expect(hand.get_by_role("slider", name="Core at take-out")).to_be_visible()
    expect(hand.get_by_text("where a length should be")).to_have_count(0)
    hand.get_by_label("Heat of stage 1, typed").fill("999")
    hand.get_by_label("Heat of stage 1, typed").press("Tab")
    expect(hand.get_by_role("alert")).to_contain_text("30 to 350 °C")
    hand.get_by_label("Heat of stage 1, typed").fill("190")
    hand.get_by_label("Heat of stage 1, typed").press("Tab")
    expect(text(hand)).to_have_value("190C 30min; 140C until 52C; rest open 15min")


def test_stages_are_added_split_moved_dressed_and_removed(hand: Page) -> None:
    hand.get_by_role("button", name="turn over", exact=True).click()
    expect(text(hand)).to_have_value(re.compile("57C; turn; rest"))
    hand.get_by_role("button", name="Move stage 3 earlier").click()
    expect(text(hand)).to_have_value(re.compile("^220C 20min; turn; 160C"))
    hand.get_by_role("button", name="split stage 1").click()
    expect(text(hand)).to_have_value(re.compile("^220C 10min; 220C 10min; turn"))
    hand.get_by_role("button", name="Remove stage 2").click()
    expect(text(hand)).to_have_value(re.compile("^220C 10min; turn; 160C"))
    hand.get_by_label("Under and around in stage 1").select_option("rack")
    expect(text(hand)).to_have_value(re.compile("^220C on rack 10min"))
    hand.get_by_label("What ends stage 1").select_option("brown")
    expect(text(hand)).to_have_value(re.compile("^220C on rack until brown"))
    hand.get_by_label("Cover of the rest").select_option("open")
    expect(text(hand)).to_have_value(re.compile("rest open 40min$"))


def test_a_task_is_hung_on_and_taken_off(hand: Page) -> None:
    stage = hand.get_by_role("group", name=re.compile("^Stage 2"))
    stage.get_by_role("button", name="task", exact=True).click()
    stage.get_by_label("What to do").select_option("add")
    stage.get_by_label("With what").fill("800g carrots")
    stage.get_by_label("Minute", exact=True).fill("40")
    stage.get_by_role("button", name="Hang it on").click()
    expect(text(hand)).to_have_value(re.compile(r"57C \+ add 800g carrots at 40min; rest"))
    stage.get_by_role("button", name=re.compile("Take off")).click()
    expect(text(hand)).to_have_value(HOT)


def test_what_if_and_fragile_moments_are_worked_out(hand: Page) -> None:
    table = hand.get_by_role("region", name="What if")
    chill = table.get_by_role("row").filter(has_text="chill taken off")
    expect(chill).to_contain_text(re.compile(r"\d min sooner\s*\+\d"))
    expect(table.get_by_role("row").filter(has_text="started cold")).to_contain_text("later")
    fragile = hand.get_by_role("region", name="Where it is fragile")
    expect(fragile.locator("ol > li")).to_have_count(5)


def test_a_method_is_kept_used_again_and_taken_out_as_a_file(
    hand: Page, site: Site, tmp_path: Path
) -> None:
    text(hand).fill("205C 25min; 150C until peak 57C; rest open 30min")
    hand.get_by_label("Name for this method").fill("Sunday at the lock")
    hand.get_by_role("button", name="Keep it").click()
    expect(hand.get_by_text("Kept as “Sunday at the lock”")).to_be_visible()
    hand.get_by_role("button", name="Take this way").click()
    expect(hand.get_by_text("This is the way.")).to_be_visible()
    expect(hand.get_by_role("link", name="On to the day")).to_be_visible()
    assert site.house.roasts.session("sirloin").method == (
        "205C 25min; 150C until peak 57C; rest open 30min"
    )
    with hand.expect_download() as loaded:
        hand.get_by_role("button", name="all of mine as a file").click()
    path = tmp_path / "methods.json"
    loaded.value.save_as(path)
    assert json.loads(path.read_text())["methods"][0]["name"] == "Sunday at the lock"
    hand.get_by_role("button", name="Forget Sunday at the lock").click()
    expect(hand.get_by_role("button", name="Sunday at the lock", exact=True)).to_have_count(0)
    hand.get_by_label("A file of methods").set_input_files(path)
    expect(hand.get_by_text("Brought in: 1 of your own")).to_be_visible()
    hand.get_by_role("link", name="All ways").click()
    expect(hand).to_have_url(re.compile("/ways/sirloin$"))
    expect(hand.get_by_role("button", name="Sunday at the lock", exact=True)).to_be_visible()


def test_a_way_not_for_this_joint_may_be_looked_at(page: Page, site: Site) -> None:
    ready(page, site)
    page.get_by_role("button", name=re.compile("by hand.*: Very hot then off")).click()
    expect(text(page)).to_have_value(re.compile("; off until peak 57C"))
    expect(
        page.get_by_text(re.compile("carries the core to .* then it turns")).first
    ).to_be_visible()


def test_the_picture_is_pulled_on_a_phone_too(page: Page, site: Site) -> None:
    page.set_viewport_size({"width": 390, "height": 844})
    opened(page, f"{site.url}/ways/sirloin/hand")
    expect(page.get_by_role("slider", name="Peak wanted")).to_be_visible()
    drag(page, page.get_by_role("slider", name="Heat of stage 1"), 0, -30)
    expect(text(page)).to_have_value(re.compile(r"^(1[7-9]\d|2\d\d)C until peak 57C"))


def test_every_number_agrees_with_the_command_line(hand: Page, site: Site, tmp_path: Path) -> None:
    text(hand).fill("205C 25min; 150C until peak 57C; rest open 30min")
    told = hand.locator("#text-fault")
    expect(told).to_contain_text(re.compile(r"out at \d+ °C between"))
    expect(told).not_to_contain_text("…")
    with hand.expect_download() as loaded:
        hand.get_by_role("button", name="this roast as a file").click()
    path = tmp_path / "roast.json"
    loaded.value.save_as(path)
    done = trencher("simulate", str(path))
    assert done.returncode == 0, done.stderr
    found = json.loads(done.stdout)
    shown = told.inner_text()
    assert f"out at {found['pull']['core_c']:.0f} °C" in shown
    assert f"ends at {found['peak']['core_c']:.0f} °C" in shown
    assert f"{100 * found['even_fraction']:.0f} % as wanted" in shown
    assert f"loses {100 * found['loss']['fraction']:.0f} %" in shown
    start = re.search(r"In by (\d\d):(\d\d)", shown)
    assert start
    ends = found["stages"][-1]["end_min"]
    carve = 19 * 60 - site.house.roasts.session("sirloin").plan.ahead_min
    assert 60 * int(start[1]) + int(start[2]) == pytest.approx(carve - ends, abs=1.0)


def test_fahrenheit_is_typed_shown_and_pulled(hand: Page) -> None:
    hand.keyboard.press("u")
    heat = hand.get_by_label("Heat of stage 2, typed")
    expect(heat).to_have_value("320")
    heat.fill("300")
    heat.press("Tab")
    expect(text(hand)).to_have_value(re.compile("; 149C until peak 57C"))
    end = hand.get_by_label("End of stage 2, typed")
    end.fill("130")
    end.press("Tab")
    expect(text(hand)).to_have_value(re.compile("until peak 54.4C"))
    expect(hand.get_by_role("region", name="What if")).to_contain_text("core 9 °F warmer")
    text(hand).fill("400F 20min; 320F until peak 130F; rest tented 30min")
    hand.get_by_role("slider", name="Heat of stage 1").press("ArrowUp")
    expect(text(hand)).to_have_value(re.compile("^405F 20min"))


def test_a_roast_in_the_oven_is_shown_and_not_changed(page: Page, site: Site) -> None:
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    site.house.roasts.put_in("sirloin", 6.0)
    opened(page, f"{site.url}/ways/sirloin/hand")
    expect(page.get_by_role("slider", name="Peak wanted")).to_be_visible()
    page.get_by_role("slider", name="Heat of stage 2").press("ArrowDown")
    expect(text(page)).to_have_value(re.compile("155C"))
    expect(page.get_by_text("It is in: the way is closed.")).to_be_visible()
    expect(page.get_by_role("button", name="Take this way")).to_have_count(0)
    page.goto(f"{site.url}/ways/sirloin")
    expect(row(page, "one-temperature")).to_be_visible()
    page.get_by_role("button", name="One temperature", exact=True).click()
    take = row(page, "one-temperature").get_by_role("button", name="Take this way")
    expect(take).to_be_disabled()


def test_the_server_away_while_pulling_keeps_what_was_there(hand: Page, site: Site) -> None:
    before = text(hand).input_value()
    site.stop()
    hand.get_by_role("slider", name="Heat of stage 2").press("ArrowDown")
    expect(hand.locator("#text-fault")).to_contain_text("does not answer")
    expect(text(hand)).to_have_value(before)
    expect(hand.get_by_role("slider", name="Peak wanted")).to_be_visible()
