"""The helper's page: whole in one file, in the reader's units; nobody's words are code in it."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from html.parser import HTMLParser

from trencher.core.day.people import Guest
from trencher.core.units import in_fahrenheit
from trencher.formats.day_sheet import (
    DaySheet,
    SheetCarving,
    SheetJoint,
    SheetSlice,
    SheetStep,
    Stands,
    day_sheet,
)

TABLE = datetime(2026, 10, 3, 19, 0, tzinfo=UTC)


def step(before_min: int, words: str, who: str = "", stands: Stands = "") -> SheetStep:
    return SheetStep(TABLE - timedelta(minutes=before_min), words, "", who, stands)


SHEET = DaySheet(
    date="2026-10-03",
    serve_at=TABLE,
    as_of=TABLE - timedelta(minutes=200),
    people=9,
    sentence="Nothing for 9 min; then: Heat it to {c:172}.",
    cautions=("Barley contains gluten: not for Ines.",),
    steps=(
        step(1500, "Salt it", stands="done"),
        step(120, "Peel <the> celeriac", who="Rhona & Co", stands="late"),
        step(60, "Out at {c:54.4}"),
    ),
    joints=(
        SheetJoint(
            "Sirloin",
            TABLE - timedelta(minutes=20),
            ("About 17:40: Take it out, at {c:54.4}.",),
            SheetCarving(
                notes=("Slices of {l:8} to {l:12}.",),
                slices=(
                    SheetSlice(1, 61.24, False, ("Tobit",), 1),
                    SheetSlice(2, 57.0, True, (), 0),
                ),
                begin="thick",
                spare=1,
            ),
        ),
        SheetJoint("Pork", None, (), SheetCarving(notes=())),
    ),
    guests=(Guest(name="<b>Ines</b>", allergies=("gluten",), strict=True),),
)


class Read(HTMLParser):
    """Tags and what they ask for, and the text in order."""

    def __init__(self, page: str) -> None:
        super().__init__()
        self.asks: list[str] = []
        self.tags: list[str] = []
        self.text: list[str] = []
        self.classes: dict[str, list[str]] = {}
        self.feed(page)

    def handle_starttag(self, tag: str, attrs: list[tuple[str, str | None]]) -> None:
        self.tags.append(tag)
        self.asks += [v for k, v in attrs if k in ("src", "href", "action") and v]
        if tag == "li":
            self.classes.setdefault(dict(attrs).get("class") or "", []).append(tag)

    def handle_data(self, data: str) -> None:
        if data.strip():
            self.text.append(data.strip())


def test_a_file_asks_nobody_for_anything_and_runs_nothing() -> None:
    read = Read(day_sheet(SHEET))
    assert read.asks == []
    assert not {"script", "form", "button", "input", "img", "link"} & set(read.tags)
    assert "<b>Ines</b>" in read.text
    assert any("A copy" in t for t in read.text)


def test_looked_at_on_the_network_it_comes_anew() -> None:
    page = day_sheet(SHEET, live=True)
    assert Read(page).asks == ["/look.js"]
    assert "A copy" not in page


def test_it_says_what_is_over_what_is_late_and_whose_it_is() -> None:
    page = day_sheet(SHEET, who="Rhona & Co")
    read = Read(page)
    assert len(read.classes["late yours"]) == 1
    assert page.index("Peel") < page.index("1 over already") < page.index("Salt it")
    assert "Lines for Rhona & Co: a bar stands beside them." in read.text
    assert "No line is for Pascoe." in Read(day_sheet(SHEET, who="Pascoe")).text
    assert "yours" not in {c for name in Read(day_sheet(SHEET)).classes for c in name.split()}


def test_every_number_is_in_the_readers_units() -> None:
    celsius, fahrenheit = day_sheet(SHEET), day_sheet(SHEET, words=in_fahrenheit)
    for words in ("172 °C", "54 °C", "61 °C, reckoned", "57 °C, measured", "8 mm to 12 mm"):
        assert words in celsius
    # Made of the exact degree, never of one rounded in the other unit.
    for words in ("342 °F", "130 °F", "142 °F, reckoned", "0.3 in to 0.5 in"):
        assert words in fahrenheit
    assert "°C" not in fahrenheit
    assert "{c:" not in celsius + fahrenheit


def test_a_carver_sees_which_slice_is_whose_once_it_is_in() -> None:
    text = Read(day_sheet(SHEET)).text
    assert text.index("For the carver: Sirloin") < text.index("Tobit, 1 not named")
    assert text.count("Which slice is whose is said once it has gone in.") == 1
