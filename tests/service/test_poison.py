"""A record that is not what this program writes: it takes no other down."""

from __future__ import annotations

from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.service.conftest import METHOD, PLAN
from tests.service.test_devices import pushed
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.core.entries import Changed, Laid
from trencher.core.errors import Conflict, Damaged, InputError
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.service.alarms import due

ODD_HOURS = ("2026-10-03T19:00:00", "0001-01-01T19:00:00+00:00", "9999-12-31T23:59:59-12:00")


@pytest.mark.parametrize("serve_at", ODD_HOURS)
def test_an_hour_without_zone_or_of_no_kitchens_year_is_refused(
    house: House, serve_at: str
) -> None:
    with pytest.raises(InputError, match="serve_at"):
        house.roasts.lay(Plan.of({**PLAN, "serve_at": serve_at}))
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        assert client.post("/api/roasts", json={**PLAN, "serve_at": serve_at}).status_code == 422
        roast_id, _ = house.roasts.lay(Plan.of(PLAN))
        changed = client.patch(f"/api/roasts/{roast_id}", json={"serve_at": serve_at})
        assert changed.status_code == 422
        day = client.patch("/api/days/2026-10-03", json={"serve_at": serve_at})
        assert day.status_code == 422
        assert client.get("/api/days/2026-10-03").json()["serve_at"].startswith("2026-10-03T19")
    assert house.repository.day("2026-10-03").log == ()


@pytest.mark.parametrize("serve_at", ODD_HOURS)
def test_one_kept_so_before_leaves_the_others_in_peace(
    house: House, roasting: str, serve_at: str
) -> None:
    house.repository.create(
        "odd", Laid.of({**PLAN, "serve_at": serve_at}), "2026-10-03T15:00:00+00:00"
    )
    house.roasts.choose("odd", METHOD, None)
    house.roasts.put_in("odd", None)
    assert {d.roast_id for d in due(house.roasts, house.devices)} >= {roasting}
    assert house.days.planned("2026-10-03").order.table.joints
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        for path in ("roasts", "roasts/odd", "roasts/odd/outlook", "alarms", "days", "book"):
            assert client.get(f"/api/{path}").status_code == 200, path


def _damage(house: House, roast_id: str, kind: str, data: str) -> None:
    with house.repository._db.write() as sql:
        sql.execute(
            text("INSERT INTO events (roast_id, seq, at, kind, data) VALUES (:r, 99, 'x', :k, :d)"),
            {"r": roast_id, "k": kind, "d": data},
        )


@pytest.mark.parametrize(
    ("kind", "data"), [("read", '{"minute": null}'), ("flew", "{}"), ("corrected", '{"seq": "x"}')]
)
def test_a_damaged_record_is_said_and_stands_alone(
    house: House, roasting: str, kind: str, data: Any
) -> None:
    roast_id, _ = house.roasts.lay(Plan.of({**PLAN, "name": "Broken"}))
    house.roasts.choose(roast_id, METHOD, None)
    house.roasts.put_in(roast_id, None)
    _damage(house, roast_id, kind, data)
    with pytest.raises(Damaged, match="cannot be read"):
        house.roasts.session(roast_id)
    assert {d.roast_id for d in due(house.roasts, house.devices)} == {roasting}
    assert list(house.days.planned("2026-10-03").order.table.joints)
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        broken = client.get(f"/api/roasts/{roast_id}")
        assert (broken.status_code, broken.json()["code"]) == (409, "damaged")
        assert client.get(f"/api/roasts/{roasting}/outlook").status_code == 200
        assert client.get("/api/days/2026-10-03").status_code == 200


def test_a_damaged_roast_of_the_past_leaves_book_fridge_and_instruments(
    house: House, roasting: str
) -> None:
    for name in ("whole", "broken"):
        house.repository.create(name, Laid.of({**PLAN, "name": name}), "2026-10-03T15:00:00+00:00")
        house.roasts.choose(name, METHOD, None)
        house.roasts.put_in(name, None)
        house.roasts.end_stage(name, 1, None)
        house.roasts.carve(name, None)
    _damage(house, "broken", "flew", "{}")
    planned, _ = house.roasts.lay(Plan.of({**PLAN, "name": "planned and broken"}))
    _damage(house, planned, "flew", "{}")
    pushed(house, {"value": 20.0}, device="pit")
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        page = client.get("/api/book", params={"count": 1}).json()
        assert (page["lines"], page["found"], page["next"]) == ([], 2, 1)
        page = client.get("/api/book", params={"count": 1, "skip": 1}).json()
        assert [line["id"] for line in page["lines"]] == ["whole"]
        assert client.get("/api/larder").status_code == 200
        tip = {"device": "pit", "channel": "1", "place": "core"}
        assert client.post(f"/api/roasts/{roasting}/tips", json=tip).is_success
        oven = client.get("/api/ovens").json()[0]
        assert client.delete(f"/api/ovens/{oven['id']}").status_code == 409


def _damage_day(house: House, date: str, data: str) -> None:
    with house.repository._db.write() as sql:
        sql.execute(
            text(
                "INSERT INTO day_events (day, seq, at, kind, data) VALUES (:d, 99, 'x', 'did', :j)"
            ),
            {"d": date, "j": data},
        )


@pytest.mark.parametrize("data", ["{}", "[1", "null"])
def test_a_damaged_record_is_put_aside_and_taken_back(
    house: House, roasting: str, data: str
) -> None:
    _damage(house, roasting, "read", data)
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        assert client.get(f"/api/roasts/{roasting}").json()["code"] == "damaged"
        (record,) = client.get("/api/records").json()["damaged"]
        assert (record["kind"], record["id"]) == ("roast", roasting)
        assert "Error" in record["why"]
        found = client.put(f"/api/records/roast/{roasting}").json()
        assert found["damaged"] == []
        assert [x["id"] for x in found["aside"]] == [roasting]
        assert client.get("/api/roasts").json() == client.get("/api/days").json()["dates"] == []
        assert client.delete(f"/api/records/roast/{roasting}").json()["aside"] == []
        assert [r["id"] for r in client.get("/api/roasts").json()] == [roasting]


def test_what_is_whole_and_in_the_oven_is_not_put_aside(house: House, roasting: str) -> None:
    planned, _ = house.roasts.lay(Plan.of(PLAN))
    house.repository.put_aside(planned, "2026-10-03T15:00:00+00:00")
    with pytest.raises(Conflict, match="put aside"):
        house.roasts.change(planned, Changed.of({"wanted_c": 55.0}))
    with pytest.raises(Conflict, match="under way"):
        house.repository.put_aside(roasting, "2026-10-03T15:00:00+00:00")


def test_a_damaged_day_is_said_put_aside_and_begun_anew(house: House) -> None:
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast_id, METHOD, None)
    date = "2026-10-03"
    house.days.change(date, {"people": 7})
    _damage_day(house, date, "{}")
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        assert client.get(f"/api/days/{date}").json()["code"] == "damaged"
        for path in ("days", "alarms", "roasts", "sides", "records"):
            assert client.get(f"/api/{path}").status_code == 200, path
        assert [x["id"] for x in client.get("/api/records").json()["damaged"]] == [date]
        moved = {"serve_at": "2026-10-03T19:30:00+00:00"}
        assert client.patch(f"/api/roasts/{roast_id}", json=moved).status_code == 200
        assert client.put(f"/api/records/day/{date}").json()["damaged"] == []
        assert client.get(f"/api/days/{date}").json()["people"] != 7
        house.days.change(date, {"people": 5})
        assert client.delete(f"/api/records/day/{date}").status_code == 409
        assert client.get(f"/api/days/{date}").json()["people"] == 5


NONSENSE = ("{nope", "7", '"text"', "[1]", '{"a": 1}')
ODD_OVENS = ('{"kind": "x"}', '{"marks": "X"}', '{"max_c": "hot"}')
READ = (
    "ovens",
    "roasts",
    "catalogue",
    "days",
    "days/2026-10-03",
    "alarms",
    "book",
    "larder",
    "tins",
    "instruments",
    "figures",
    "methods",
    "sides",
    "clock",
    "records",
)


def _written(house: House, table: str, key: str, value: str) -> None:
    column = {"ovens": "facts", "roasts": "serve_at"}.get(table)
    with house.repository._db.write() as sql:
        if table == "settings":
            written = "INSERT OR REPLACE INTO settings (value, key) VALUES (?, ?)"
        else:
            written = f"UPDATE {table} SET {column} = ? WHERE id = ?"
        sql.connection().exec_driver_sql(written, (value, key))


def _read_all(house: House, roasting: str) -> dict[str, int]:
    with TestClient(
        create_app(house, None), base_url="http://localhost", raise_server_exceptions=False
    ) as client:
        paths = (*READ, f"roasts/{roasting}", f"roasts/{roasting}/outlook")
        found = {path: client.get(f"/api/{path}").status_code for path in paths}
    return {path: status for path, status in found.items() if status != 200}


@pytest.mark.parametrize("value", NONSENSE)
def test_a_setting_that_cannot_be_read_takes_nothing_down(
    house: House, roasting: str, value: str
) -> None:
    keys = {"people", "bands", "own_cuts", "own_sides", "own_methods", "own_figures", "tins"}
    for key in keys:
        _written(house, "settings", key, value)
    assert _read_all(house, roasting) == {}
    damaged = {s.id for s in house.repository.damaged()}
    # What reads as nothing at all is not damaged.
    assert damaged <= keys
    assert len(damaged) >= 4


def test_a_setting_is_put_aside_and_taken_back_as_it_was_written(
    house: House, roasting: str
) -> None:
    _written(house, "settings", "people", "{nope")
    assert _read_all(house, roasting) == {}
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        found = client.put("/api/records/setting/people").json()
        assert (found["damaged"], [x["id"] for x in found["aside"]]) == ([], ["people"])
        assert client.put("/api/records/setting/people").status_code == 409
        assert client.put("/api/people", json={"people": [{"name": "Bram"}]}).is_success
        assert client.delete("/api/records/setting/people").json()["aside"] == []
        assert client.delete("/api/records/setting/people").status_code == 404
        assert client.get("/api/catalogue").json()["people"] == []
        assert [x["id"] for x in client.get("/api/records").json()["damaged"]] == ["people"]


@pytest.mark.parametrize("value", [*NONSENSE[:4], *ODD_OVENS])
def test_an_oven_that_cannot_be_read_is_left_out_and_given_anew(
    house: House, roasting: str, value: str
) -> None:
    house.repository.save_oven(OvenRecord(id="other", name="Other oven", kind="still"))
    _written(house, "ovens", "other", value)
    assert _read_all(house, roasting) == {}
    assert [o.id for o in house.repository.ovens()] == ["house-oven"]
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        (record,) = client.get("/api/records").json()["damaged"]
        assert (record["kind"], record["name"]) == ("oven", "Other oven")
        assert client.put("/api/records/oven/other").json()["damaged"] == []
        assert [o["name"] for o in client.get("/api/ovens").json()] == ["House oven", "Other oven"]
        assert client.delete("/api/records/oven/other").json()["aside"] == []
        assert [o["id"] for o in client.get("/api/ovens").json()] == ["house-oven"]


def test_what_was_put_aside_is_not_said_again(house: House, roasting: str) -> None:
    _damage(house, roasting, "flew", "{}")
    house.repository.put_aside(roasting, "2026-10-03T16:00:00+00:00")
    with pytest.raises(Damaged):
        house.roasts.session(roasting)
    assert house.repository.damaged() == []
    house.repository.take_back(roasting)
    assert [s.id for s in house.repository.damaged()] == [roasting]


def test_a_heading_that_cannot_be_read_is_left_out(house: House, roasting: str) -> None:
    other, _ = house.roasts.lay(Plan.of(PLAN))
    _written(house, "roasts", other, "some day")
    assert _read_all(house, roasting) == {}
    assert [s.id for s in house.repository.damaged()] == [other]
    house.repository.put_aside(other, "2026-10-03T16:00:00+00:00")
    assert house.repository.damaged() == []


@pytest.mark.parametrize("value", ["{nope", "7", "[1]"])
def test_what_cannot_be_read_is_not_written_over_by_an_addition(house: House, value: str) -> None:
    for key in ("own_cuts", "own_methods", "own_figures"):
        _written(house, "settings", key, value)
    change = {"temp_c": 72, "hold_min": 2, "why": "the club's food plan of May"}
    with TestClient(create_app(house, None), base_url="http://localhost") as client:
        for verb, path, body in (
            ("POST", "methods", {"name": "x", "method": "180C 1h"}),
            ("POST", "cuts", {"name": "x", "kind": "beef"}),
            ("PUT", "figures/uk/pork", change),
        ):
            told = client.request(verb, f"/api/{path}", json=body)
            assert (told.status_code, told.json()["code"]) == (409, "damaged"), path
    with house.repository._db.read() as sql:
        kept = sql.execute(text("SELECT CAST(value AS TEXT) FROM settings WHERE key = 'own_cuts'"))
        assert kept.scalar() == value
