"""The demo world: lived through by a model of its own, the same each time, never mixed with one's
own kitchen."""

from __future__ import annotations

import shutil
from collections.abc import Iterator
from pathlib import Path

import pytest

from tests.worlds import demo_today
from trencher.api.context import House
from trencher.api.routes.book import read_book
from trencher.main import demo_house, own_house
from trencher.service.clock import FastClock


@pytest.fixture(scope="module")
def demo(tmp_path_factory: pytest.TempPathFactory) -> Iterator[House]:
    path = tmp_path_factory.mktemp("demo") / "demo.sqlite"
    shutil.copy(demo_today(tmp_path_factory), path)
    house, close = demo_house(path)
    yield house
    close()


def test_tonights_joints_lie_on_the_block(demo: House) -> None:
    names = {h.id: h.status for h in demo.repository.headings()}
    assert names["sirloin"] == names["pork-loin"] == "planning"
    sirloin = demo.roasts.session("sirloin").plan
    assert (sirloin.wanted_c, sirloin.rest_min) == (57.0, 40.0)


def test_the_hour_is_half_past_one(demo: House) -> None:
    now = demo.clock.now()
    assert (now.hour, now.minute) in {(13, 30), (13, 31)}


def test_the_book_holds_nine_with_two_failures(demo: House) -> None:
    book = {line.id: line for line in read_book(demo).lines}
    assert len(book) == 9
    over = book["silverside"].read_peak_c
    assert over is not None
    assert over - book["silverside"].wanted_c == pytest.approx(11.0, abs=1.5)
    late = book["pork-neck"]
    assert late.pulled_min is not None
    assert late.pulled_min - late.planned.pull_min == pytest.approx(35.0, abs=6.0)
    assert all(line.verdict for line in book.values())
    assert all(len(line.readings) >= 2 for line in book.values())


def test_plans_of_the_past_were_not_made_from_the_truth(demo: House) -> None:
    gaps = [
        abs(line.pulled_min - line.planned.pull_min)
        for line in read_book(demo).lines
        if line.pulled_min is not None
    ]
    assert min(gaps) > 0.2
    assert max(gaps) > 20


def test_a_roast_in_progress_reports_by_itself(demo: House) -> None:
    assert demo.live is not None
    roast_id = demo.live.start()
    session = demo.roasts.session(roast_id)
    assert session.status == "roasting"
    assert len(session.readings) >= 3
    assert demo.clock.pace == 60.0
    assert isinstance(demo.clock, FastClock)
    demo.clock.set_pace(0.0)
    before = len(session.readings)
    demo.clock.jump(20)
    demo.live.report(roast_id)
    session = demo.roasts.session(roast_id)
    assert len(session.readings) >= before + 2
    values = [r.low_c for r in session.readings]
    assert values == sorted(values)
    assert not demo.roasts.follow(roast_id).outlook.flags[-1]


def test_a_world_of_today_is_kept_and_one_of_another_day_is_made_anew(
    tmp_path: Path, tmp_path_factory: pytest.TempPathFactory
) -> None:
    path = tmp_path / "demo.sqlite"
    shutil.copy(demo_today(tmp_path_factory), path)
    house, close = demo_house(path)
    house.repository.set_setting("mine", 1)
    close()
    again, close = demo_house(path)
    assert again.repository.setting("mine") == 1
    again.repository.set_setting("demo_day", "2001-01-01")
    close()
    anew, close = demo_house(path)
    assert anew.repository.setting("mine") is None
    close()


def test_ones_own_kitchen_starts_empty_and_is_kept(tmp_path: Path) -> None:
    path = tmp_path / "trencher.sqlite"
    house, close = own_house(path)
    assert house.repository.headings() == []
    assert house.repository.ovens() == []
    assert house.live is None
    house.repository.set_setting("mine", 1)
    close()
    again, close = own_house(path)
    assert again.repository.setting("mine") == 1
    close()
