"""The Book of a house that has roasted for years, and records that cannot be read any more."""

from __future__ import annotations

import json
import re
from pathlib import Path
from typing import Any

import pytest
from bench.load import copied
from playwright.sync_api import FilePayload, Page, expect
from sqlalchemy import text

from tests.browser.conftest import Site, sheets, soon, unfold
from tests.browser.test_places import opened
from tests.snapshots import snapshot
from trencher.core.entries import Changed
from trencher.formats.picture import cleaned


def test_the_book_is_read_page_by_page_and_searched_whole(page: Page, site: Site) -> None:
    copied(site.house, "silverside", 60)
    opened(page, f"{site.url}/book")
    expect(page.get_by_role("heading", name="69 roasts")).to_be_visible()
    rows = page.locator("[data-say='lines'] tbody tr")
    expect(rows).to_have_count(25)
    page.get_by_role("button", name="Earlier ones: 44 more").click()
    expect(rows).to_have_count(50)
    page.get_by_role("button", name="Earlier ones: 19 more").click()
    expect(rows).to_have_count(69)
    expect(page.get_by_role("button", name="Earlier ones")).to_have_count(0)
    # What happens elsewhere in the house does not roll it up again.
    site.house.roasts.change("pork-loin", Changed.of({"wanted_c": 66.0}))
    page.wait_for_timeout(500)
    expect(rows).to_have_count(69)
    page.get_by_label("Search the Book").fill("Hávnch, venison!")
    expect(page.get_by_text("Nothing in the Book says")).to_be_visible()
    page.get_by_label("Search the Book").fill("Háunch, venison!")
    expect(rows).to_have_count(1)
    expect(page.get_by_role("heading", name="1 roast")).to_be_visible()


def test_a_word_said_is_found_at_once(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/silverside")
    site.house.roasts.judge("silverside", "Grey as slate", "")
    expect(page.get_by_text("Grey as slate")).to_be_visible()
    page.get_by_role("link", name="All roasts").click()
    page.get_by_label("Search the Book").fill("SLATE")
    expect(page.locator("[data-say='lines'] tbody tr")).to_have_count(1)


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


def test_a_joint_gets_a_name_and_any_day_and_leaves_the_block(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/block/pork-loin")
    unfold(page, "More of it")
    page.get_by_label("Called").fill("Loin for the crew")
    page.get_by_label("Called").press("Enter")
    kept = site.house.roasts.session
    soon(page, lambda: kept("pork-loin").plan.name == "Loin for the crew")
    page.get_by_label("Sit down on").fill("2027-01-06")
    page.get_by_label("Sit down on").press("Tab")
    expect(page.get_by_text("Loin for the crew").first).to_be_visible()
    plan = site.house.roasts.session("pork-loin").plan
    soon(page, lambda: site.house.roasts.session("pork-loin").plan.serve_at > "2027-01-06")
    assert kept("pork-loin").plan.name == "Loin for the crew"
    assert plan.wanted_c == site.house.roasts.session("pork-loin").plan.wanted_c
    assert "2027-01-06" in site.house.days.dates()
    page.get_by_role("button", name="Take it off the block").click()
    expect(page.get_by_role("status").filter(has_text="is put aside")).to_be_visible()
    soon(page, lambda: "2027-01-06" not in site.house.days.dates())
    page.get_by_role("button", name="Take it back").click()
    soon(page, lambda: "2027-01-06" in site.house.days.dates())


def test_the_same_once_more_from_the_book(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/silverside")
    page.get_by_text("The same once more").click()
    weight = page.get_by_label("This time")
    weight.fill("2.4")
    weight.press("Tab")
    expect(page.locator("[data-say='lesson-of-last-time']")).to_contain_text("take-out alarm")
    page.get_by_label("For how many").fill("12")
    expect(weight).to_have_value("2.40")
    date = page.get_by_label("On", exact=True)
    date.fill("2027-02-07")
    date.press("Enter")
    page.get_by_label("At table").fill("18:30")
    page.get_by_label("Oven").select_option(label="Scullery range")
    page.get_by_role("button", name="Lay it on the block").click()
    expect(page).to_have_url(re.compile("/block/[0-9a-f]{8}$"))
    plan = site.house.roasts.session(page.url.rsplit("/", 1)[1]).plan
    assert plan.oven_id != site.house.roasts.session("silverside").plan.oven_id
    assert site.house.days.day("2027-02-07").facts["people"] == 12
    assert plan.serve_at.startswith("2027-02-07")
    expect(page.get_by_role("heading", name="Silverside of beef")).to_be_visible()
    new = page.url.rsplit("/", 1)[1]
    assert site.house.roasts.session(new).plan.joint.weight_kg == 2.4
    assert site.house.roasts.session(new).method == site.house.roasts.session("silverside").method


def test_a_kitchen_is_saved_and_put_back(page: Page, site: Site, tmp_path: Path) -> None:
    opened(page, f"{site.url}/book")
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save the whole kitchen as a file").click()
    file = tmp_path / saving.value.suggested_filename
    saving.value.save_as(file)
    assert file.name.endswith(".sqlite")
    site.house.roasts.judge("silverside", "Grey as slate", "")
    expect(page.get_by_text("Grey as slate")).to_be_visible()
    picker = page.get_by_label("Put a saved kitchen in the place of this one")
    picker.set_input_files({"name": "x", "mimeType": "text/plain", "buffer": b"no kitchen"})
    expect(page.get_by_role("alert")).to_contain_text("one that ends in .sqlite")
    kind = "application/vnd.sqlite3"
    picker.set_input_files({"name": "x.sqlite", "mimeType": kind, "buffer": b"no kitchen"})
    expect(page.get_by_role("alert")).to_contain_text("is no kitchen's file")
    picker.set_input_files(file)
    expect(page.get_by_text("What is here now is kept as a copy")).to_be_visible()
    page.get_by_role("button", name="Put it in the place of this kitchen").click()
    expect(page.get_by_text("Grey as slate")).to_have_count(0)
    expect(page.get_by_role("heading", name="9 roasts")).to_be_visible()
    verdict = site.house.roasts.session("silverside").verdict
    assert verdict is not None
    assert "slate" not in verdict.verdict


def _written(found: dict[str, Any]) -> FilePayload:
    return {"name": "x.json", "mimeType": "application/json", "buffer": json.dumps(found).encode()}


def test_what_another_kitchen_brings_is_looked_through_and_taken_in(
    page: Page, site: Site, tmp_path: Path
) -> None:
    opened(page, f"{site.url}/book")
    with page.expect_download() as saving:
        page.get_by_role("link", name="Save it all as open JSON").click()
    file = tmp_path / saving.value.suggested_filename
    saving.value.save_as(file)
    found = json.loads(file.read_text())
    picker = page.get_by_label("Take in what a JSON file brings")
    picker.set_input_files(file)
    expect(page.get_by_text("It brings nothing that is not here.")).to_be_visible()
    expect(page.get_by_role("button", name="Take it in")).to_have_count(0)
    page.get_by_role("button", name="Leave it").click()
    neighbours = next(r for r in found["roasts"] if r["id"] == "silverside")
    neighbours["id"] = "neighbours"
    neighbours["log"][0]["name"] = "Silverside of the neighbours"
    neighbours["log"][4]["low_c"] = 900
    picker.set_input_files(_written(found))
    expect(page.get_by_role("alert")).to_contain_text("log[4].low_c")
    neighbours["log"][4]["low_c"] = neighbours["log"][4]["high_c"]
    picker.set_input_files(_written(found))
    expect(page.get_by_text("Silverside of the neighbours")).to_be_visible()
    page.get_by_role("button", name="Take it in").click()
    expect(page.get_by_role("link", name="Silverside of the neighbours")).to_be_visible()
    expect(page.get_by_role("heading", name="10 roasts")).to_be_visible()
    page.get_by_role("link", name="Silverside of the neighbours").click()
    with page.expect_download() as one:
        page.get_by_role("link", name="All of it as open JSON").click()
    assert one.value.suggested_filename == "roast-neighbours.json"


def test_a_roast_tells_where_its_time_went_and_is_weighed_and_noted(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/silverside")
    time = page.get_by_role("region", name="Where the time went")
    expect(time).to_contain_text("taken out later than that")
    expect(time).to_contain_text("28 min later")
    expect(page.get_by_role("region", name="Where the degrees went")).to_contain_text(
        "came out hotter than planned"
    )
    page.get_by_role("button", name="What it weighed").click()
    field = page.get_by_label("out of the rest")
    field.fill("1.4")
    field.press("Enter")
    expect(page.locator("[data-say='weights']")).to_contain_text("1.40 kg out of the rest")
    page.get_by_role("button", name="Notes and tags").click()
    page.get_by_label("To be remembered").fill("Ask for a thicker piece.")
    page.get_by_label("Words to find it by").fill("wet, Sunday")
    page.get_by_role("button", name="Keep the notes").click()
    expect(page.locator("[data-say='notes']")).to_have_text("Ask for a thicker piece.")
    kept = site.house.roasts.session("silverside")
    assert kept.weights == {"cooked": 1.4}
    assert kept.notes is not None
    assert kept.notes.tags == ("wet", "Sunday")
    page.get_by_role("link", name="Sunday").click()
    expect(page.locator("[data-say='lines'] tbody tr")).to_have_count(1)
    expect(page.get_by_label("Search the Book")).to_have_value("Sunday")
    page.go_back()
    page.get_by_role("button", name="Change your word").click()
    page.get_by_label("How did it turn out?").fill("Grey, but eaten.")
    page.get_by_role("button", name="Keep it", exact=True).click()
    expect(page.get_by_text("“Grey, but eaten.”")).to_be_visible()


def test_a_photograph_is_made_smaller_shown_and_taken_back(
    page: Page, site: Site, monkeypatch: pytest.MonkeyPatch
) -> None:
    opened(page, f"{site.url}/book/silverside")
    page.get_by_role("button", name="Photographs").click()
    page.get_by_label("Words beneath it").fill("The cut face")
    chosen = page.get_by_label("A photograph", exact=True)
    notes: FilePayload = {"name": "a.jpg", "mimeType": "image/jpeg", "buffer": b"notes"}
    chosen.set_input_files(notes)
    expect(page.get_by_role("alert")).to_contain_text("“a.jpg” cannot be read as a photograph")
    sent: FilePayload = {"name": "face.jpg", "mimeType": "image/jpeg", "buffer": snapshot()}
    arrived: list[bytes] = []

    def seen(raw: bytes) -> bytes:
        arrived.append(raw)
        return cleaned(raw)

    monkeypatch.setattr("trencher.service.roasts.cleaned", seen)
    chosen.set_input_files(sent)
    shown = page.get_by_role("img", name="The cut face")
    expect(shown).to_be_visible()
    assert b"Exif" not in arrived[0]
    assert len(arrived[0]) < len(snapshot())
    (kept,) = site.house.roasts.session("silverside").pictures
    assert site.house.repository.pictures.read(kept.picture)
    # Upright, and of a screen's size: read in the browser, as it is seen.
    size = "i => i.decode().then(() => [i.naturalWidth, i.naturalHeight])"
    assert shown.evaluate(size) == [960, 1280]
    page.get_by_role("button", name="Change the words beneath The cut face").click()
    page.get_by_label("Words beneath it").first.fill("Grey to the edge")
    page.get_by_role("button", name="Keep", exact=True).click()
    expect(page.get_by_role("img", name="Grey to the edge")).to_be_visible()
    page.get_by_role("button", name="Take back Grey to the edge").click()
    expect(page.locator("[data-say='photograph']")).to_have_count(0)


def test_a_lesson_is_left_out_and_the_ways_say_why(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/kid-leg")
    lesson = page.locator("[data-say='lesson']")
    expect(lesson).to_contain_text("The next plans learn from it, by 5 readings")
    lesson.get_by_role("button", name="Leave it out").click()
    expect(lesson).to_contain_text("Left out: the next plans go without it.")
    assert site.house.roasts.learning.left_out()["roasts"] == ["kid-leg"]
    page.goto(f"{site.url}/ways/sirloin")
    unfold(page, "Goes by your earlier roasts")
    why = page.locator("[data-say='why'] li").first
    expect(why).to_contain_text("from 8 roasts")
    why.get_by_role("button", name="leave it out").click()
    expect(why).to_contain_text("left out")
    assert ["oven", "house-oven"] in site.house.roasts.learning.left_out()["groups"]
    why.get_by_role("button", name="go by it again").click()
    expect(why.get_by_role("button", name="leave it out")).to_be_visible()


def test_two_roasts_side_by_side_and_all_of_them_together(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book")
    for name in ("Venison", "Silverside"):
        page.locator("label", has_text=name).get_by_role("checkbox").check()
    page.get_by_role("button", name="Put 2 side by side").click()
    beside = page.get_by_role("region", name="Side by side")
    expect(beside.get_by_role("row", name="came out after")).to_contain_text("1 h 54")
    expect(beside.get_by_role("img", name="Cores from the door on")).to_be_visible()
    beside.get_by_role("button", name="Back to the list").click()
    page.get_by_role("button", name="What they tell together").click()
    together = page.locator("[data-say='across']")
    expect(together.get_by_role("img", name="Planned against happened")).to_be_visible()
    expect(together).to_contain_text("n = 9")
    expect(together.get_by_role("row", name="Leg of kid")).to_be_visible()


def test_a_roast_is_entered_from_memory_and_its_lesson_stands_on_the_block(
    page: Page, site: Site
) -> None:
    opened(page, f"{site.url}/book")
    page.get_by_role("button", name="Enter a roast from memory or paper").click()
    page.get_by_label("Cut").select_option(label="Sirloin of beef, boned and tied")
    page.get_by_label("Called").fill("Sirloin of the flood year")
    page.get_by_label("Out after").fill("80")
    page.get_by_label("Out after").press("Enter")
    page.get_by_label("Read when it came out").fill("eighty")
    page.get_by_label("How did it turn out?").fill("Red in the middle.")
    page.get_by_label("What would you change?").fill("Leave it in ten minutes longer.")
    page.get_by_role("button", name="Put it into the Book").click()
    expect(page.get_by_role("alert").filter(has_text="eighty")).to_be_visible()
    page.get_by_label("Read when it came out").fill("44")
    page.get_by_role("button", name="Put it into the Book").click()
    expect(page.get_by_role("heading", name="Sirloin of the flood year")).to_be_visible()
    expect(page.get_by_text("“Red in the middle.”")).to_be_visible()
    expect(page.get_by_role("link", name="from memory")).to_be_visible()
    new = page.url.rsplit("/", 1)[1]
    kept = site.house.roasts.session(new)
    assert (kept.pulled_min, kept.read_at_pull_c) == (80.0, 44.0)
    page.goto(f"{site.url}/block/sirloin")
    expect(page.locator("[data-say='last-time']")).to_contain_text("ten minutes longer")


def test_a_roast_prints_as_one_page(page: Page, site: Site) -> None:
    opened(page, f"{site.url}/book/silverside")
    expect(page.get_by_role("region", name="Where the time went")).to_be_visible()
    assert sheets(page) == 1
