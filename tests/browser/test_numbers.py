"""Every screen walked in both units; and its figures beside those of the command line, which is
handed the same roast, the same readings, and the same book to learn from."""

from __future__ import annotations

import json
import re
from collections.abc import Callable, Iterator
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from playwright.sync_api import Page, Response, expect

from tests.browser.conftest import Site
from tests.browser.test_places import HOT, opened, prepared
from tests.test_cli import trencher
from trencher.core.units import celsius_to_fahrenheit, whole
from trencher.formats.kitchen import write_kitchen
from trencher.service.hours import hour

Units = str
IN_METRIC = re.compile(r"(?<![\w.])([−+-]?\d+(?:\.\d+)?) ?(°C|°|mm|kg|g)(?![\w°/])")
IN_OTHER = re.compile(
    r"(?<![\w.])(?:([−+-]?\d+(?:\.\d+)?) ?(°F|°|in)(?![\w°])|(?:(\d+) lb )?(\d+) oz\b)"
)
OWN_MARKS = re.compile(r"\d °C|\d g of|about \d+ g;|per 500 g|every 500 g")
"""An oven's dial keeps its own marks whatever the cook reads; what a spoon or a ladle takes is said
in grams; a printed rule is named as it is printed."""
SCALE = re.compile(r"\d*|mm|in|inches|kg|lb|°[CF]")
"""A line that is a ruler's tick, or the unit of a field."""


def whole_page(page: Page) -> None:
    """Every part has had its turn: what is made when one comes near it, too."""
    page.evaluate("scrollTo(0, document.body.scrollHeight)")
    before, now = "", page.locator("#main").inner_text()
    while now != before:
        page.wait_for_timeout(400)
        before, now = now, page.locator("#main").inner_text()


def shown(page: Page, url: str, units: Units) -> str:
    """All that a screen says in these units, with its folds open, and what it says to who does not
    see it."""
    page.evaluate("units => localStorage.setItem('trencher.units', units)", units)
    opened(page, url)
    page.wait_for_load_state("networkidle")
    closed = page.locator("#main [data-part=item-trigger][aria-expanded=false]")
    while closed.count() > 0:
        closed.first.click()
    page.wait_for_load_state("networkidle")
    whole_page(page)
    labels = page.evaluate(
        "[...document.querySelectorAll('#main [aria-label], #main [aria-valuetext]')]"
        ".flatMap(e => [e.getAttribute('aria-label'), e.getAttribute('aria-valuetext')])"
        ".filter(Boolean).join('\\n')"
    )
    return f"{page.locator('#main').inner_text()}\n{labels}"


def number(text: str) -> tuple[float, float]:
    """A number as written, and half of its last digit."""
    digits = len(text.partition(".")[2])
    return float(text.replace("−", "-")), 0.5 * 10.0**-digits


def same(metric: re.Match[str], other: re.Match[str]) -> bool:
    """Whether some quantity is written like this in the one and like that in the other units."""
    value, slack = number(metric[1])
    if other[4]:
        kg = (16 * int(other[3] or 0) + int(other[4])) * 0.45359237 / 16
        scale = {"kg": 1.0, "g": 0.001}.get(metric[2])
        return scale is not None and abs(kg - value * scale) <= slack * scale + 0.01418
    there, step = number(other[1])
    if other[2] == "in":
        return metric[2] == "mm" and abs(there * 25.4 - value) <= slack + step * 25.4
    if metric[2] not in ("°C", "°"):
        return False
    room = 1.8 * slack + step - 1e-9
    return min(abs(there - celsius_to_fahrenheit(value)), abs(there - 1.8 * value)) <= room


def disagreements(metric: str, other: str) -> Iterator[str]:
    """Lines that do not say the same in both units."""
    lines, others = (
        [line for line in text.splitlines() if not SCALE.fullmatch(line.strip())]
        for text in (metric, other)
    )
    if len(lines) != len(others):
        yield f"{len(lines)} lines and {len(others)}"
    for line, there in zip(lines, others, strict=False):
        if line == there:
            found = list(IN_METRIC.finditer(OWN_MARKS.sub("", line)))
            # A tenth of a degree may read alike in both.
            if not all(m[2] == "°" and same(m, o) for m in found if (o := IN_OTHER.match(m[0]))):
                yield f"not told in the other units: {line}"
            if any(m[2] != "°" for m in found):
                yield f"told in metric alone: {line}"
            continue
        # What is the same in both is no quantity of the cook's: a dial's marks, a spoon's grams.
        found = [m for m in IN_METRIC.finditer(line) if m[0] not in there or m[2] == "°"]
        foreign = [m for m in IN_OTHER.finditer(there) if m[0] not in line or m[2] == "°"]
        if len(found) != len(foreign) or not all(map(same, found, foreign)):
            yield f"{line!r} is told as {there!r}"


PLACES = [
    "/begin", "/block/sirloin", "/ways/sirloin", "/ways/sirloin/hand", "/day", "/fire/pork-loin",
    "/fire/sirloin", "/board/sirloin", "/wall", "/book", "/book/silverside", "/ovens", "/practice",
    "/figures",
]  # fmt: skip
ON_FIRE = ("/fire/sirloin", "/board/sirloin", "/wall")


@pytest.mark.parametrize("path", PLACES)
def test_every_quantity_is_told_in_both_units(page: Page, site: Site, path: str) -> None:
    if path in ON_FIRE:
        prepared(site)
    page.goto(site.url)
    metric, other = (shown(page, site.url + path, units) for units in "CF")
    assert list(disagreements(metric, other)) == []
    for text in (metric, other):
        # No mark of a sentence stays, nothing is nought below nought, no oven has an article.
        assert not re.search(
            r"\{[cdlw]:|−0(\.0)?(?![.\d])|NaN|undefined|[Ii]n the House oven", text
        )


def test_the_walk_itself_finds_what_is_wrong() -> None:
    assert list(disagreements("57 °C at 9 mm", "135 °F at 0.4 in")) == []
    assert list(disagreements("3.2 kg, 1.5 °C more", "7 lb 1 oz, 2.7 °F more")) == []
    for metric, other in (
        ("rim 12 mm", "rim 12 mm"),
        ("57 °C", "136 °F"),
        ("57 °C", "58 °F"),
        ("1.9 kg", "1 lb 9 oz"),
        ("57 °C and 9 mm", "135 °F"),
    ):
        assert list(disagreements(metric, other)) != []


# --- beside the command line ----------------------------------------------------------------------
Json = dict[str, Any]


def degrees(c: float, units: Units) -> str:
    return f"{whole(c if units == 'C' else celsius_to_fahrenheit(c))}°"


def signed(c: float, units: Units) -> str:
    value = c if units == "C" else 1.8 * c
    text = f"{abs(value):.{1 if abs(value) < 9.95 else 0}f}"
    return f"{'' if float(text) == 0 else '+' if value > 0 else '−'}{text}°"


def percent(share: float) -> str:
    return f"{whole(100 * share)} %"


@pytest.fixture
def book(site: Site, tmp_path: Path) -> str:
    """The whole kitchen as the command line reads it."""
    path = tmp_path / "book.json"
    path.write_bytes(write_kitchen(site.house.taking.taken_along(None)))
    return str(path)


@pytest.fixture
def file_of(page: Page, site: Site, tmp_path: Path) -> Callable[..., str]:
    """A roast with a method, in its own or another oven, as the file the command line reads."""

    def made(roast_id: str, method: str, oven_id: str | None = None) -> str:
        roast = page.request.get(f"{site.url}/api/roasts/{roast_id}").json()
        wish = {k: roast[k] for k in ("joint", "wanted_c", "rest_min", "thermometer")}
        oven = oven_id or roast["oven"]["id"]
        body = {**wish, "oven_id": oven, "method": method}
        answer = page.request.post(f"{site.url}/api/roast-file", data=body)
        assert answer.ok, answer.text()
        path = tmp_path / "roast.json"
        # Of an oven that nothing was roasted in yet, nothing was learned.
        named = {} if oven == "scullery-range" else {"oven": oven}
        path.write_text(json.dumps({**answer.json(), **named}))
        return str(path)

    return made


def told(*words: str) -> list[Json]:
    done = trencher(*words)
    assert done.returncode == 0, done.stderr
    return [json.loads(line) for line in done.stdout.splitlines()]


def read_in(page: Page, site: Site, units: Units) -> None:
    """The cook reads these units."""
    page.goto(site.url)
    page.evaluate("units => localStorage.setItem('trencher.units', units)", units)


def in_by(site: Site, found: Json) -> str:
    """The hour by which the sirloin is to be in, for what the command line forecasts of it."""
    plan = site.house.roasts.session("sirloin").plan
    whole_min = plan.ahead_min + found["stages"][-1]["end_min"]
    return f"{(hour(plan.serve_at) - timedelta(minutes=whole_min)).astimezone():%H:%M}"


@pytest.mark.parametrize("units", ["C", "F"])
def test_the_ways_say_what_the_command_line_says(
    page: Page, site: Site, book: str, file_of: Callable[..., str], units: Units
) -> None:
    read_in(page, site, units)
    answers: list[Response] = []
    page.on("response", lambda r: answers.append(r) if r.url.endswith("/ways") else None)
    opened(page, f"{site.url}/ways/sirloin")
    expect(page.locator("[data-figure=sure]").first).not_to_contain_text("…")
    page.wait_for_load_state("networkidle")
    methods = {w["id"]: w["method"] for w in answers[-1].json()["ways"]}
    cards = page.locator("[data-card]")
    assert cards.count() == 3
    for card in cards.all():
        method = methods[card.get_attribute("data-card") or ""]
        (f,) = told("simulate", file_of("sirloin", method), "--learned", book)
        low, high = f["band80"]["pull_min"]
        starts = in_by(site, f)
        for figure, text in {
            "start": starts,
            "peak": degrees(f["peak"]["core_c"], units),
            "climb": signed(f["carryover_c"], units),
            "loss": percent(f["loss"]["fraction"]),
            "late": signed(f["late_10min_c"], units),
            "sure": f"{whole((high - low) / 2)} min",
        }.items():
            expect(card.locator(f"[data-figure={figure}]")).to_contain_text(text)
        expect(card).to_contain_text(f"{percent(f['even_fraction'])} of the meat as wanted")
        low_c, high_c = f["band80"]["peak_c"]
        expect(card).to_contain_text(f"({degrees(low_c, units)}–{degrees(high_c, units)})")


@pytest.mark.parametrize("units", ["C", "F"])
def test_block_and_hand_say_what_the_command_line_says(
    page: Page, site: Site, book: str, file_of: Callable[..., str], units: Units
) -> None:
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    read_in(page, site, units)
    (f,) = told("simulate", file_of("sirloin", HOT), "--learned", book)
    opened(page, f"{site.url}/block/sirloin")
    loses = percent(f["loss"]["fraction"])
    expect(page.get_by_text(f"The oven takes {loses}")).to_be_visible()
    opened(page, f"{site.url}/ways/sirloin/hand")
    low, high = (degrees(c, units) for c in f["band80"]["peak_c"])
    told_of_it = page.locator("p").filter(has_text="out at").first
    for words in (
        f"out at {degrees(f['pull']['core_c'], units).replace('°', ' °' + units)}",
        f"ends at {degrees(f['peak']['core_c'], units).replace('°', ' °' + units)}",
        f"({low}–{high})",
        f"{percent(f['even_fraction'])} as wanted",
        f"loses {loses}",
        f"ten minutes late {signed(f['late_10min_c'], units)}",
    ):
        expect(told_of_it).to_contain_text(words)


@pytest.mark.parametrize("units", ["C", "F"])
def test_the_fire_says_what_the_command_line_says(
    page: Page, site: Site, book: str, file_of: Callable[..., str], tmp_path: Path, units: Units
) -> None:
    prepared(site)
    read_in(page, site, units)
    roast = page.request.get(f"{site.url}/api/roasts/sirloin").json()
    readings = tmp_path / "readings.csv"
    readings.write_bytes(page.request.get(f"{site.url}/api/roasts/sirloin/readings.csv").body())
    file = file_of("sirloin", roast["method"])
    last = told("follow", file, str(readings), "--learned", book)[-1]
    put_in = datetime.fromisoformat(roast["put_in_at"])

    def hour(minute: float) -> str:
        return f"{(put_in + timedelta(minutes=minute)).astimezone():%H:%M}"

    out = degrees(last["pull_core_c"], units)
    opened(page, f"{site.url}/fire/sirloin")
    said = page.get_by_role("heading", level=1)
    expect(said).to_contain_text(f"about {hour(last['pull_min']['p50'])}, at {out}")
    low, high = degrees(last["peak_c"]["p10"], units), degrees(last["peak_c"]["p90"], units)
    expect(page.locator("[data-say=then]")).to_contain_text(f"to {low} to {high}")
    expect(page.locator(".big")).to_have_text(degrees(last["reading_c"], units))
    opened(page, f"{site.url}/wall")
    expect(page.locator("[data-figure=core]")).to_have_text(degrees(last["core_c"], units))
    expect(page.locator("[data-say=next]")).to_contain_text(
        f"about {hour(last['pull_min']['p50'])}, at {out}"
    )
    opened(page, f"{site.url}/board/sirloin")
    expect(page.get_by_text(f"peaks at {low} to {high}")).to_be_visible()
    slices = page.get_by_role("button", name=re.compile("^Slice "))
    expect(slices).to_have_count(len(last["slices"]))
    for button, one in zip(slices.all(), last["slices"], strict=True):
        expect(button).to_contain_text(degrees(one["centre_c"], units))
    opened(page, f"{site.url}/day")
    core = out.replace("°", f" °{units}")
    expect(page.locator("[data-step]").filter(has_text=f"out at {core}")).to_be_visible()


@pytest.mark.parametrize("units", ["C", "F"])
def test_the_ovens_say_what_the_command_line_says(
    page: Page, site: Site, book: str, file_of: Callable[..., str], units: Units
) -> None:
    site.house.roasts.choose("sirloin", HOT, "hot-then-low")
    read_in(page, site, units)
    opened(page, f"{site.url}/ovens/sirloin")
    tried = page.locator("[data-oven]")
    expect(tried).to_have_count(2)
    for oven in tried.all():
        file = file_of("sirloin", HOT, oven.get_attribute("data-oven"))
        (f,) = told("simulate", file, "--learned", book)
        low, high = f["band80"]["pull_min"]
        starts = in_by(site, f)
        expect(oven).to_contain_text(
            f"In by {starts}, ends at "
            f"{degrees(f['peak']['core_c'], units).replace('°', ' °' + units)}, "
            f"{percent(f['even_fraction'])} as wanted; take-out ±{whole((high - low) / 2)} min."
        )
    # What its dial shows in air of 180 °C: what the command line would set it to for such air.
    (f,) = told("simulate", file_of("sirloin", "180C 30min; rest open 10min", "house-oven"))
    shows = signed(f["stages"][0]["dial_c"] - 180.0, units)
    air = degrees(180.0, units).replace("°", " °" + units)
    expect(page.get_by_role("heading", level=1)).to_contain_text(f"At {air} its dial shows {shows}")


def test_the_book_says_what_the_command_line_says(page: Page, site: Site, book: str) -> None:
    (taught,) = told("learn", book)
    opened(page, f"{site.url}/book")
    expect(page.get_by_role("heading", level=1)).to_have_text(f"{len(taught['roasts'])} roasts")
    page.get_by_role("button", name="What they tell together").click()
    together = page.locator("[data-say=across]")
    stray = [one for one in taught["between_roasts"] if one["roasts"] > 2]
    assert stray
    for one in stray:
        said = together.locator("section").filter(has_text=f"{one['name']}: sooner or later")
        expect(said).to_contain_text(f"stray {whole(one['time_percent'])} % from each other")
