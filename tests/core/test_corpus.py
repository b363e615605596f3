"""Recipe words of our own (``tests/corpus``): each read right, or asked about; none read wrong."""

from __future__ import annotations

from collections import Counter

import pytest
from hypothesis import given

from tests.core.told import told
from tests.corpus import Said, judged, sentences
from tests.sweeps import examples, sweep
from trencher.core.method.notation import parse_method
from trencher.core.method.prose import read_prose
from trencher.core.method.stages import Method, Oven, Rest, Sear

SENTENCES, RECIPES = sentences(), sentences("recipes")
ASKED = ("Tent it and let it rest till the thermometer stops rising.",)
"""What is asked about instead of read."""


@pytest.mark.parametrize("said", SENTENCES, ids=lambda s: s.text[:60])
def test_a_sentence_becomes_the_right_stages(said: Said) -> None:
    verdict, got = judged(said)
    assert verdict == ("asked" if said.text in ASKED else "right"), got


@pytest.mark.parametrize("said", RECIPES, ids=lambda s: s.text.split("\n")[0])
def test_a_pasted_recipe_becomes_the_right_stages(said: Said) -> None:
    assert judged(said)[0] == "right", judged(said)[1]


def test_there_are_enough_of_them_over_all_schools() -> None:
    assert len(SENTENCES) >= 200
    assert len(RECIPES) >= 20
    stages = Counter(type(s).__name__ for x in SENTENCES for s in parse_method(x.method).stages)
    assert min(stages[name] for name in ("Oven", "Off", "Sear", "Rest", "Wait")) >= 8


@pytest.mark.parametrize("said", [*SENTENCES, *RECIPES], ids=lambda s: s.text[:60])
def test_every_stage_lights_words_up_and_every_word_says_its_stage(said: Said) -> None:
    reading = read_prose(said.text, weight_kg=2.0, range_c=(50.0, 250.0))
    if reading.method is None:
        return
    found = {n for p in reading.read for n in p.stages}
    told = {n for n, s in enumerate(reading.method.stages) if isinstance(s, (Oven, Rest, Sear))}
    assert told <= found
    for place in reading.read:
        assert said.text[place.start : place.end] == place.text


@sweep
@given(told())
@examples(80, 1000)
def test_a_method_told_as_prose_is_read_back(pair: tuple[str, Method]) -> None:
    text, method = pair
    reading = read_prose(text, weight_kg=2.0, range_c=(50.0, 250.0))
    assert str(reading.method) == str(method), text
