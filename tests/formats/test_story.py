"""Stories for practice: short files, each field with its bounds."""

from __future__ import annotations

import re
from pathlib import Path

import pytest

from trencher.core.errors import InputError
from trencher.formats.story import LARGEST_BYTES, read_story, told_stories

STORY = """format = "trencher/story"
version = 1
id = "mine"
title = "Mine"
says = "Something."
teaches = "Something else."

[[joints]]
name = "Sirloin"
cut = "beef-sirloin-boned"
weight_kg = 1.9
wanted_c = 57
method = "160C until peak 57C; rest tented 30min"

[truth]
heat = 1.2

[[happens]]
minute = 30
what = "door"
lasts_min = 5
words = "The door stood ajar."
"""


def test_eight_stories_and_a_first_lesson_ship_with_it() -> None:
    found = told_stories()
    assert len(found) == 9
    assert found["first"][0].steps
    assert 60.0 / found["first"][0].pace < 11.0
    kinds = {h.what for story, _ in found.values() for h in story.happens}
    assert kinds == {"power", "door", "late", "word"}
    assert {len(story.joints) for story, _ in found.values()} == {1, 2}
    for story, text in found.values():
        assert read_story(text.encode()) == story


def test_what_is_left_out_is_as_usual() -> None:
    story = read_story(STORY.encode())
    assert (story.serve, story.people, story.pace, story.oven.kind) == ("19:00", 6, 30.0, "fan")
    assert (story.truth.heat, story.truth.oven_c, story.truth.sure) == (1.2, None, False)
    assert story.joints[0].rest_min == 30.0


@pytest.mark.parametrize(
    ("old", "new", "said"),
    [
        ('id = "mine"', 'id = "My story"', "id"),
        ("heat = 1.2", "heat = 12", "truth.heat"),
        ("heat = 1.2", "heta = 1.2", "truth"),
        ("weight_kg = 1.9", 'weight_kg = "1.9"', r"joints\[0\]: weight_kg"),
        ('cut = "beef-sirloin-boned"', 'cut = "sirloin"', "no cut is called 'sirloin'"),
        ("160C until peak 57C", "160C until noon", "method of Sirloin"),
        ("lasts_min = 5", "lasts_min = 0", "how long"),
        ('what = "door"', 'what = "flood"', r"happens\[0\].what"),
        ("version = 1", "version = 2", "version"),
        ("[truth]", "[truth", "no story"),
        ('words = "The door stood ajar."', "", r"happens\[0\].words"),
    ],
)
def test_what_is_wrong_is_said_with_its_place(old: str, new: str, said: str) -> None:
    assert old in STORY
    with pytest.raises(InputError) as found:
        read_story(STORY.replace(old, new).encode())
    assert re.search(said, found.value.sentence)


def test_what_is_too_long_or_no_text_is_refused() -> None:
    with pytest.raises(InputError, match="too long"):
        read_story(STORY.encode() + b"#" * LARGEST_BYTES)
    with pytest.raises(InputError, match="no story"):
        read_story(b"\xff\xfe")


def test_the_story_in_the_docs_can_be_read() -> None:
    text = Path("docs/formats.md").read_text(encoding="utf-8")
    found = re.search(r"```toml\n(.*?)```", text, re.DOTALL)
    assert found is not None
    assert read_story(found[1].encode()).title
