"""Every question of the table, asked as a cook gasps it: `/`, its words, the first hit; the place
opens with an answer worked out for tonight, in three touches at most."""

from __future__ import annotations

import re
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from pathlib import Path

import pytest
from playwright.sync_api import Error, Page, expect

from tests.browser.conftest import Site
from tests.browser.test_places import HOT, opened, prepared
from trencher.core.catalogue.questions import QUESTIONS

BY_ID = {q.id: q for q in QUESTIONS}
# What is opened for each, as the screen has it.
PARTS = {
    id: re.findall(r"'([^']+)'", codes)
    for id, codes in re.findall(
        r"^  '?([\w-]+)'?: \[(.+)\],$",
        (Path(__file__).parents[2] / "web/src/lib/ui/parts.ts").read_text("utf-8"),
        re.MULTILINE,
    )
}
THE_PLACE_ANSWERS = {"units", "disagree", "hot-start", "blast", "better"}
Touch = Callable[[Page], None]


def pick(name: str, option: str) -> Touch:
    def picked(page: Page) -> None:
        page.get_by_label(name).first.select_option(label=option)

    return picked


def fill(name: str, text: str) -> Touch:
    def typed(page: Page) -> None:
        box = page.get_by_label(name).first
        box.fill(text)
        box.press("Enter")

    return typed


def click(name: str) -> Touch:
    return lambda page: page.get_by_role("button", name=name).first.click()


@dataclass(frozen=True)
class Check:
    """What must show, and what is touched after the hit was chosen: two things at most."""

    answer: str
    touches: tuple[Touch, ...] = ()


PATIENCE = 20_000
RULE = "Roast at 200C for 20 min per lb plus 20"
HOT_START = "230C for 20 min, then 20 min per lb at 180C"


def OFFER(page: Page) -> None:  # noqa: N802 - a touch among the others of the table
    box = page.get_by_label("Price", exact=True).last
    box.fill("24")
    box.press("Enter")


ON_BLOCK: dict[str, Check] = {
    "how-heavy": Check(r"For these people ask for [\d.]+ kg"),
    "bone-or-not": Check(r"A plate costs.*\d plates.*[1-9]\d*\.\d\d", (OFFER,)),
    "bargain": Check(r"A plate costs.*\d plates.*[1-9]\d*\.\d\d", (OFFER,)),
    "dearer": Check(r"A plate costs.*\d plates.*[1-9]\d*\.\d\d", (OFFER,)),
    "hidden": Check(r"trim \d+ g, lost in the oven [\d.]+ kg, eaten [\d.]+ kg"),
    "butcher": Check(r"about 105 mm at its thickest and 205 mm long"),
    "no-meat": Check(r"Mushroom and chestnut tart"),
    "salt": Check(r"it is \d+ mm deep"),
    "frozen": Check(
        r"(out of the freezer|thaw|ice)", (pick("Has it been frozen?", "it is frozen now"),)
    ),
    "dry-cold": Check(r"lowest shelf of the fridge"),
    "scorch": Check(r"scorch", (pick("on it", "Honey or another sticky layer"),)),
    "order": Check(r"\d\d:\d\d"),
    "units": Check(r"on this dial.*209 °C", (fill("A recipe, a label", RULE),)),
    "dial-lies": Check(r"(reads|shows) .* (high|more)"),
    "cold-oven": Check(r"oven started cold, the joint in it\s*\d+ min"),
    "which-oven": Check(r"Shelf \d from below: \d+ mm of room above it"),
    "roots": Check(r"browns"),
    "when-all": Check(r"Knife down"),
    "disagree": Check(r"it would be|would end", (fill("A recipe, a label", RULE),)),
    "flat": Check(r"10 mm more all round is \d+ min more"),
    "hot-start": Check(r"include the first 20 minutes", (fill("A recipe, a label", HOT_START),)),
    "two-joints": Check(r"Pork loin with crackling"),
    "fragile": Check(r"it ends [\d.]+ °C (lower|higher)"),
    "climb": Check(r"rest wrapped\s*\d+ min.*[+−][\d.]+°"),
    "blast": Check(r"Low then late blast, against hot then low"),
    "hot-oven": Check(r"(Roast the celeriac|Bake the tart)"),
    "gravy": Check(r"\d+ g of cornflour"),
    "better": Check(r"planned"),
    "plate-cost": Check(r"a plate", (fill("Its price, in all", "38"),)),
    "bigger": Check(r"10 mm more all round is \d+ min more"),
    "too-heavy": Check(r"lifts up to [\d.]+ kg"),
}
AT_FIRE: dict[str, Check] = {
    "oven-down": Check(r"By the plan \d+° now"),
    "browned-early": Check(r"out about \d\d:\d\d"),
    "pale": Check(r"out about \d\d:\d\d"),
    "next-look": Check(r"(Look again at \d\d:\d\d|Look now)"),
    "door-cost": Check(r"(Out about \d+ min later|less than a minute)", (click("Door opened"),)),
    "two-places": Check(r"measured, middle"),
    "tip-in-fat": Check(r"(gaining|Not believed)"),
    "jumped": Check(r"(gaining|Not believed)"),
    "on-course": Check(r"By the plan \d+° now: .*(than|when it was) planned"),
    "next-minutes": Check(r"gaining [\d.]+° a minute"),
    "no-probe": Check(r"speaks of the middle|surface only"),
    "missed-turn-down": Check(r"(Taken out|Turned down)"),
    "smoke": Check(r"never water"),
    "soft-rind": Check(r"out about \d\d:\d\d"),
    "dark-top": Check(r"out about \d\d:\d\d"),
    "dry-tin": Check(r"out about \d\d:\d\d"),
    "scorching": Check(r"out about \d\d:\d\d"),
    "not-heating": Check(r"Into Scullery range"),
    "found-off": Check(r"out about \d\d:\d\d"),
    "probe-dead": Check(r"As it goes: out about"),
    "which-is-out": Check(r"Take it out in .* at \d+°"),
    "on-the-line": Check(r"Take it out in .* at \d+°"),
    "overshot": Check(r"\d+ slices instead of \d+"),
    "guests-late": Check(r"carved \d\d:\d\d"),
    "must-hurry": Check(r"carved \d\d:\d\d"),
    "ahead": Check(r"By the readings it comes out"),
    "greasy": Check(r"Door opened"),
    "cloth": Check(r"Dry cloths, never damp"),
}
ON_BOARD: dict[str, Check] = {
    "when-carve": Check(r"Carve (in|now).*\d\d:\d\d"),
    "who-gets": Check(r"Casimir"),
    "which-end": Check(r"Begin at the (thick|thin) end"),
    "grain": Check(r"cross the fibres"),
    "how-thick": Check(r"Slices of 8 mm to 12 mm"),
    "slides": Check(r"If it slides"),
    "weak-hand": Check(r"For a weak hand"),
}
AFTER: dict[str, Check] = {
    "until-when": Check(r"eaten within 2 days"),
    "out-since": Check(r"out for \d+ min"),
    "cold-slices": Check(r"\d to \d+ plates"),
}


def test_every_question_has_its_check_and_no_more_than_three_touches() -> None:
    checked = {**ON_BLOCK, **AT_FIRE, **ON_BOARD, **AFTER}
    assert set(checked) == set(BY_ID)
    assert set(BY_ID) - set(PARTS) == THE_PLACE_ANSWERS
    assert set(PARTS) <= set(BY_ID)
    assert all(len(c.touches) <= 2 for c in checked.values())


def asked(page: Page, id: str, check: Check) -> None:
    """Ask it, choose the first hit, and see its answer in the place it belongs to."""
    question = BY_ID[id]
    page.keyboard.press("Escape")
    page.locator("body").click(position={"x": 5, "y": 400})
    page.keyboard.press("/")
    box = page.get_by_role("combobox", name="Find a place")
    box.fill(question.words[0].split(",")[0].split(":")[0])
    first = page.get_by_role("listbox", name="Found").get_by_role("option").first
    expect(first, f"{id} is not the first hit").to_contain_text(question.answer, timeout=PATIENCE)
    first.click()
    for touch in check.touches:
        touch(page)
    shown = page.locator("main, [role=dialog]").filter(has_text=re.compile(check.answer, re.DOTALL))
    expect(shown.first, f"{id}: no answer").to_be_visible(timeout=PATIENCE)
    if id in PARTS:
        part = PARTS[id][-1]
        # What was asked for is on the screen, not somewhere below.
        seen = page.locator(f'[data-ask~="{part}"], [id="{part}"]').first
        expect(seen, f"{id}: {part} is not shown").to_be_in_viewport(timeout=PATIENCE)


def all_asked(page: Page, checks: dict[str, Check]) -> list[str]:
    """What is wrong with each of them, asked one after the other from wherever one is."""
    faults = []
    page.set_default_timeout(PATIENCE)
    for id, check in checks.items():
        try:
            asked(page, id, check)
        except (AssertionError, Error) as error:
            faults.append(f"{id}: {str(error).splitlines()[0]} at {page.url}")
    return faults


def halved(checks: dict[str, Check], half: int) -> dict[str, Check]:
    return {id: checks[id] for id in list(checks)[half::2]}


@pytest.mark.parametrize("half", [0, 1])
def test_on_the_block_and_the_days_before(page: Page, site: Site, half: int) -> None:
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    site.house.roasts.choose(
        "pork-loin", "gas 7 25min; gas 3 until peak 70C; rest open 35min", None
    )
    # So that there are hands for the gravy too.
    site.house.days.change(site.house.days.dates()[0], {"hands": 2})
    opened(page, f"{site.url}/block/sirloin")
    assert "\n".join(all_asked(page, halved(ON_BLOCK, half))) == ""


@pytest.mark.parametrize("half", [0, 1])
def test_at_the_fire(page: Page, site: Site, half: int) -> None:
    prepared(site)
    opened(page, f"{site.url}/fire/sirloin")
    worked_out: Counter[str] = Counter()
    page.on("request", lambda r: worked_out.update([r.url] if "/troubles/" in r.url else []))
    assert "\n".join(all_asked(page, halved(AT_FIRE, half))) == ""
    # Pressed for the cook, a trouble is worked out once.
    assert worked_out
    assert set(worked_out.values()) == {1}


def test_on_the_board_and_after(page: Page, site: Site) -> None:
    prepared(site)
    site.forward(45)
    site.house.roasts.end_stage("sirloin", 1, None)
    site.forward(10)
    opened(page, f"{site.url}/board/sirloin")
    assert "\n".join(all_asked(page, ON_BOARD)) == ""
    site.forward(30)
    carved = site.house.roasts.carve("sirloin", None).carved_min
    site.forward(20)
    assert carved is not None
    site.house.board.keep("sirloin", "slices", 0.62, None, "cold, with pickles", None)
    opened(page, f"{site.url}/board/sirloin")
    assert "\n".join(all_asked(page, AFTER)) == ""
