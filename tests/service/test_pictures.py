"""Photographs of a roast: kept beside the kitchen's file, shown, put right, and taken along."""

from __future__ import annotations

import base64
import json
from collections.abc import Iterator
from datetime import datetime
from pathlib import Path

import pytest
from fastapi.testclient import TestClient
from typer.testing import CliRunner

from tests.service.conftest import METHOD, OVEN, PLAN
from tests.snapshots import snapshot
from tests.worlds import empty
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.cli import app
from trencher.core.errors import Conflict, InputError, NotFound
from trencher.core.plan import Plan
from trencher.formats.kitchen import write_kitchen
from trencher.formats.picture import cleaned
from trencher.service import roasts, taking
from trencher.service.clock import FastClock
from trencher.service.feed import Feed
from trencher.service.roasts import RoastService
from trencher.store.pictures import name_of
from trencher.store.repository import Repository

START = "2026-10-03T16:00:00+00:00"


def house_of(path: Path) -> Iterator[House]:
    database = empty(path)
    repository, clock = Repository(database), FastClock(datetime.fromisoformat(START), pace=0.0)
    yield House(repository, RoastService(repository, clock, Feed()), clock, Feed())
    database.close()


@pytest.fixture
def here(tmp_path: Path) -> Iterator[House]:
    yield from house_of(tmp_path / "trencher.sqlite")


@pytest.fixture
def there(tmp_path: Path) -> Iterator[House]:
    yield from house_of(tmp_path / "there.sqlite")


@pytest.fixture
def carved(here: House) -> str:
    """A roast that is over."""
    here.repository.save_oven(OVEN)
    clock = here.clock
    assert isinstance(clock, FastClock)
    here.roasts.lay(Plan.of(PLAN), "sirloin")
    here.roasts.choose("sirloin", METHOD, None)
    here.roasts.put_in("sirloin", 5.0, None)
    for minutes in (25.0, 65.0):
        clock.jump(minutes)
        here.roasts.end_stage("sirloin", None, None)
    clock.jump(30.0)
    here.roasts.carve("sirloin", None)
    here.roasts.judge("sirloin", "Good", "")
    return "sirloin"


def test_it_is_kept_beside_the_kitchen_shown_and_put_right(here: House, carved: str) -> None:
    with TestClient(create_app(here, None), base_url="http://localhost") as client:
        sent = client.post(
            f"/api/roasts/{carved}/pictures?words=The face",
            content=snapshot(),
            headers={"content-type": "image/jpeg", "idempotency-key": "one-picture"},
        )
        assert sent.status_code == 201
        twice = client.post(
            f"/api/roasts/{carved}/pictures?words=The face",
            content=snapshot(),
            headers={"content-type": "image/jpeg", "idempotency-key": "one-picture"},
        )
        assert twice.status_code == 201
        (one,) = client.get(f"/api/book/{carved}/page").json()["pictures"]
        assert (one["words"], one["here"]) == ("The face", True)
        shown = client.get(f"/api/pictures/{one['picture']}.jpg")
        assert shown.headers["content-type"] == "image/jpeg"
        assert "immutable" in shown.headers["cache-control"]
        file = here.repository.path.with_name("trencher.sqlite.pictures") / f"{one['picture']}.jpg"
        assert file.read_bytes() == shown.content == cleaned(snapshot())
        assert [p.name for p in file.parent.iterdir()] == [file.name]
        right = {"seq": one["seq"], "words": "The cut face"}
        assert client.post(f"/api/roasts/{carved}/correct", json=right).status_code == 200
        (told,) = client.get(f"/api/book/{carved}/page").json()["pictures"]
        assert told["words"] == "The cut face"
        file.write_bytes(b"something else")
        assert client.get(f"/api/pictures/{one['picture']}.jpg").status_code == 404
        file.unlink()
        assert not client.get(f"/api/book/{carved}/page").json()["pictures"][0]["here"]
        client.post(f"/api/roasts/{carved}/withdraw", json={"seq": one["seq"]})
        assert client.get(f"/api/book/{carved}/page").json()["pictures"] == []
        no = client.post(f"/api/roasts/{carved}/pictures", content=b"%PDF")
        assert (no.status_code, no.json()["code"]) == (422, "wrong_input")
        assert client.post("/api/roasts/nobody/pictures", content=snapshot()).status_code == 404
        assert client.get(f"/api/pictures/{'../' * 21}x.jpg").status_code == 404


def test_no_roast_has_very_many(here: House, carved: str, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(roasts, "MOST_PICTURES", 1)
    here.roasts.picture(carved, snapshot(), "")
    with pytest.raises(Conflict, match="1 photographs"):
        here.roasts.picture(carved, snapshot(red=90), "")


def test_it_comes_along_once(here: House, there: House, carved: str) -> None:
    here.roasts.picture(carved, snapshot(), "The face")
    filed = write_kitchen(here.taking.taken_along())
    assert write_kitchen(here.taking.taken_along(carved)).count(b'"jpeg"') == 1
    looked = {(x.what, x.does, x.more) for x in there.taking.looked_at(filed)}
    assert ("pictures", "new", 1) in looked
    assert not there.repository.pictures.folder.exists()
    there.taking.take_in(filed)
    (one,) = there.roasts.session(carved).pictures
    assert there.book.picture(one.picture) == here.book.picture(one.picture)
    back = write_kitchen(there.taking.taken_along())
    assert {**json.loads(back), "written": ""} == {**json.loads(filed), "written": ""}
    assert {x.does for x in there.taking.take_in(filed)} == {"same"}


def test_what_is_missing_or_too_much_stays_behind_and_is_said(
    here: House, carved: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    here.roasts.picture(carved, snapshot(), "")
    seq = here.roasts.picture(carved, snapshot(red=90), "").pictures[-1]
    here.repository.pictures.path(seq.picture).unlink()
    told = here.taking.taken_along()
    assert (len(told["pictures"]), told["left_out"]) == (1, ["1 photographs"])
    monkeypatch.setattr(taking, "MOST_PICTURES_BYTES", 100)
    told = here.taking.taken_along()
    assert (told["pictures"], told["left_out"]) == ([], ["2 photographs"])


def test_a_file_with_a_strange_photograph_is_refused(
    here: House, there: House, carved: str
) -> None:
    here.roasts.picture(carved, snapshot(300, 200), "")
    told = json.loads(write_kitchen(here.taking.taken_along()))
    raw = snapshot(300, 200)
    wrong = [
        ({**told["pictures"][0], "jpeg": base64.b64encode(raw).decode()}, "name"),
        ({"name": "0" * 64, "jpeg": told["pictures"][0]["jpeg"]}, "name"),
        ({"name": "../x", "jpeg": ""}, "pattern"),
    ]
    for picture, what in wrong:
        with pytest.raises(InputError, match=what) as found:
            there.taking.take_in(write_kitchen({**told, "pictures": [picture]}))
        assert "pictures[0]" in found.value.where
    for roast in told["roasts"]:
        roast["log"] = [e for e in roast["log"] if e["kind"] != "pictured"]
    with pytest.raises(InputError, match="no roast of the file"):
        there.taking.take_in(write_kitchen(told))
    with pytest.raises(NotFound):
        there.roasts.session(carved)


def test_one_that_says_its_place_is_not_taken_in(here: House, there: House, carved: str) -> None:
    name = here.roasts.picture(carved, snapshot(300, 200), "").pictures[0].picture
    raw = snapshot(300, 200)
    text = write_kitchen(here.taking.taken_along()).decode()
    told = json.loads(text.replace(name, name_of(raw)))
    told["pictures"][0]["jpeg"] = base64.b64encode(raw).decode()
    with pytest.raises(InputError, match="as a kitchen keeps it"):
        there.taking.take_in(write_kitchen(told))


def test_a_backup_on_the_command_line_has_them_beside_it(
    here: House, carved: str, tmp_path: Path
) -> None:
    def run(*words: str) -> str:
        done = CliRunner().invoke(app, [*words])
        assert done.exit_code == 0, done.output
        return done.output

    name = here.roasts.picture(carved, snapshot(), "").pictures[0].picture
    saved = tmp_path / "saved.sqlite"
    assert "1 photographs lie beside it" in run("backup", str(saved), "--data", str(tmp_path))
    other = tmp_path / "other"
    other.mkdir()
    said = run("restore", str(saved), "--data", str(other), "--yes")
    assert "1 photographs were put back" in said
    assert (other / "trencher.sqlite.pictures" / f"{name}.jpg").is_file()
