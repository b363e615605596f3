"""HTTP: days, sides, slips, the calendar, buying."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any

import pytest
import vobject
from fastapi.testclient import TestClient

from tests.service.conftest import METHOD, PLAN
from trencher.api.context import House
from trencher.core.plan import Plan

DAY = "/api/days/2026-10-03"
SIDES = [{"id": "roast-beetroot"}, {"id": "barley"}, {"id": "pan-gravy"}]


@pytest.fixture
def table(client: TestClient, house: House) -> TestClient:
    """A sirloin at seven, its way chosen, with three sides for eight."""
    house.roasts.lay(Plan.of(PLAN), "sirloin")
    house.roasts.choose("sirloin", METHOD, "hot-then-low")
    assert client.patch(DAY, json={"people": 8, "sides": SIDES}).status_code == 200
    return client


def steps(day: dict[str, Any]) -> dict[str, dict[str, Any]]:
    return {s["id"]: s for s in day["steps"]}


def test_a_day_without_anything_is_not_found(client: TestClient) -> None:
    assert client.get("/api/days").json() == {"dates": [], "likely": None, "people": {}}
    assert client.get(DAY).status_code == 404
    assert client.get("/api/days/2026-13-40").status_code == 422


def test_a_joint_alone_makes_a_day(client: TestClient, house: House) -> None:
    house.roasts.lay(Plan.of(PLAN), "sirloin")
    assert client.get("/api/days").json() == {
        "dates": ["2026-10-03"],
        "likely": "2026-10-03",
        "people": {"2026-10-03": 8},
    }
    day = client.get(DAY).json()
    assert day["fits"] is True
    assert day["joints"][0]["assumed"] is True
    assert {"sirloin/ready", "sirloin/carve", "table/serve"} <= set(steps(day))


def test_sums_are_the_sums_of_their_steps(table: TestClient) -> None:
    day = table.get(DAY).json()
    assert day["hands_min"] == pytest.approx(sum(s["hands_min"] for s in day["steps"]), abs=0.1)
    assert day["where"]["left"] == len(day["steps"])
    assert [s["id"] for s in day["sides"]] == ["roast-beetroot", "barley", "pan-gravy"]


def test_forty_minutes_later_everything_moves_and_it_holds(table: TestClient) -> None:
    before = table.get(DAY).json()
    later = datetime.fromisoformat(before["serve_at"]) + timedelta(minutes=40)
    after = table.patch(DAY, json={"serve_at": later.isoformat()}).json()
    assert after["fits"] is True
    assert datetime.fromisoformat(after["serve_at"]) == later
    assert {k: s["at_min"] for k, s in steps(after).items()} == {
        k: s["at_min"] for k, s in steps(before).items()
    }
    roast = table.get("/api/roasts/sirloin").json()
    assert datetime.fromisoformat(roast["serve_at"]) == later
    carve = steps(after)["sirloin/carve"]["at_min"]
    assert roast["ahead_min"] == pytest.approx(-carve, abs=0.6)


def test_the_hour_moved_on_the_block_moves_the_table(table: TestClient) -> None:
    serve = "2026-10-03T19:30:00+00:00"
    table.patch("/api/roasts/sirloin", json={"serve_at": serve})
    day = table.get(DAY).json()
    assert datetime.fromisoformat(day["serve_at"]) == datetime.fromisoformat(serve)


def test_an_hour_of_another_day_is_refused(table: TestClient) -> None:
    refused = table.patch(DAY, json={"serve_at": "2026-10-05T19:00:00+00:00"})
    assert refused.status_code == 422
    assert "another day" in refused.json()["detail"]


def test_trying_keeps_nothing(table: TestClient) -> None:
    before = table.get(DAY).json()
    tried = table.post(f"{DAY}/try", json={"people": 30}).json()
    assert tried["people"] == 30
    assert tried["knife_down_min"] < before["knife_down_min"]
    assert table.get(DAY).json() == before


def test_a_line_takes_back_its_own_tick(table: TestClient) -> None:
    first, second = (s["id"] for s in table.get(DAY).json()["steps"][:2])
    assert steps(table.get(DAY).json())[first]["tick"] is None
    for step in (first, second):
        ticked = table.post(f"{DAY}/steps", json={"step": step}).json()
    back = table.post(f"{DAY}/undo", json={"seq": steps(ticked)[first]["tick"]}).json()
    assert steps(back)[first]["done_at"] is None
    assert steps(back)[first]["tick"] is None
    assert steps(back)[second]["done_at"] is not None


def test_ticks_skips_and_undo(table: TestClient, house: House) -> None:
    first = table.get(DAY).json()["steps"][0]["id"]
    done = table.post(f"{DAY}/steps", json={"step": first}).json()
    assert steps(done)[first]["done_at"] is not None
    assert done["where"]["left"] == len(done["steps"]) - 1
    skipped = table.post(f"{DAY}/steps", json={"step": first, "skipped": True}).json()
    assert steps(skipped)[first]["done_at"] is None
    assert steps(skipped)[first]["skipped_at"] is not None
    back = table.post(f"{DAY}/undo", json={}).json()
    assert steps(back)[first]["done_at"] is not None
    assert back["undo"]["words"] == "the last tick"
    # The log keeps all of it.
    assert [e.kind for e in house.repository.day("2026-10-03").log] == [
        "opened",
        "changed",
        "did",
        "skipped",
        "withdrew",
    ]


def test_an_earlier_minute_counts_and_a_later_one_is_refused(
    table: TestClient, house: House
) -> None:
    first = table.get(DAY).json()["steps"][0]["id"]
    now = house.clock.now()
    early = (now - timedelta(minutes=25)).isoformat()
    done = table.post(f"{DAY}/steps", json={"step": first, "at": early}).json()
    kept = datetime.fromisoformat(steps(done)[first]["done_at"])
    assert abs((kept - now).total_seconds() + 25 * 60) < 61
    late = (now + timedelta(minutes=25)).isoformat()
    refused = table.post(f"{DAY}/steps", json={"step": first, "at": late})
    assert (refused.status_code, "yet to come" in refused.json()["detail"]) == (422, True)
    assert table.post(f"{DAY}/steps", json={"step": "nobody/9"}).status_code == 404


@pytest.mark.parametrize(
    "body",
    [
        {"people": 0},
        {"people": 8.5},
        {"sides": [{"id": "moon-cheese"}]},
        {"hands": 0},
        {"sides": [{"id": "barley"}, {"id": "barley"}]},
        {"unknown": 1},
        {"joints": {"sirloin": {"oven": "nowhere"}}},
        {"quiet": ["25:00", "07:00"]},
    ],
)
def test_nonsense_is_refused_and_changes_nothing(table: TestClient, body: dict[str, Any]) -> None:
    before = table.get(DAY).json()
    assert table.patch(DAY, json=body).status_code in (404, 422)
    assert table.get(DAY).json() == before


def test_a_clash_has_repairs_that_can_be_taken(table: TestClient) -> None:
    clashed = table.patch(DAY, json={"rings": 0}).json()
    assert clashed["fits"] is False
    at = next(i for i, c in enumerate(clashed["clashes"]) if c["dish"] == "barley")
    offers = table.get(f"{DAY}/repairs/{at}").json()
    leave = next(o for o in offers if o["code"] == "leave_out")
    after = table.patch(DAY, json=leave["change"]).json()
    assert not any(c["dish"] == "barley" for c in after["clashes"])
    assert table.get(f"{DAY}/repairs/99").status_code == 422


def test_pinned_sides_stay_and_can_be_let_go(table: TestClient) -> None:
    day = table.get(DAY).json()
    barley = next(s for s in day["sides"] if s["id"] == "barley")
    aim = barley["drag_min"] - 15
    pinned = [{"id": "barley", "pinned_min": aim} if s["id"] == "barley" else s for s in SIDES]
    after = table.patch(DAY, json={"sides": pinned}).json()
    moved = next(s for s in after["sides"] if s["id"] == "barley")
    assert moved["drag_min"] == pytest.approx(aim, abs=5)
    assert moved["waits_min"] > barley["waits_min"]


def test_the_calendar_is_read_by_a_parser_we_did_not_write(table: TestClient) -> None:
    found = table.get(f"{DAY}/calendar.ics")
    assert found.headers["content-type"].startswith("text/calendar")
    calendar = vobject.readOne(found.text)
    events = {e.uid.value: e for e in calendar.vevent_list}
    day = table.get(DAY).json()
    assert len(events) == len(day["steps"]) + 1
    serve = datetime.fromisoformat(day["serve_at"])
    into = next(s for s in day["steps"] if s["code"] == "in")
    event = next(e for e in events.values() if e.summary.value.startswith("Sirloin in"))
    assert abs((event.dtstart.value - serve).total_seconds() / 60 - into["at_min"]) <= 1
    (alarm,) = event.valarm_list
    assert alarm.trigger.value == timedelta(minutes=-10)
    assert "{" not in found.text


def test_taken_in_again_the_calendar_moves_what_is_there(table: TestClient) -> None:
    def read() -> dict[str, Any]:
        text = table.get(f"{DAY}/calendar.ics?units=F").text
        return {e.uid.value: e for e in vobject.readOne(text).vevent_list}

    before = read()
    later = datetime.fromisoformat(table.get(DAY).json()["serve_at"]) + timedelta(minutes=40)
    table.patch(DAY, json={"serve_at": later.isoformat()})
    after = read()
    assert set(before) == set(after)
    for uid, event in after.items():
        assert event.dtstart.value - before[uid].dtstart.value == timedelta(minutes=40)
        assert int(event.sequence.value) > int(before[uid].sequence.value)
    assert any("°F" in e.summary.value for e in after.values())


def test_a_slip_becomes_a_task_or_is_left_alone(table: TestClient, house: House) -> None:
    offered = table.get(f"{DAY}/slips", params={"step": "sirloin/ready"}).json()
    salt = next(s for s in offered if s["code"] == "salt_forgotten")
    assert salt["possible"] is True
    assert salt["dish"] == "sirloin"
    day = table.post(f"{DAY}/slips", json={"code": salt["code"], "dish": salt["dish"]}).json()
    task = next(s for s in day["steps"] if s["code"] == "mend")
    assert "Salt it all over" in task["words"]
    house.clock.jump(24 * 60)  # type: ignore[attr-defined]
    late = table.get(f"{DAY}/slips", params={"step": "sirloin/ready"}).json()
    salt = next(s for s in late if s["code"] == "salt_forgotten")
    assert salt["possible"] is False
    assert "slices at table" in salt["words"]
    wrong = table.post(f"{DAY}/slips", json={"code": "salt_forgotten", "dish": "moon"})
    assert wrong.status_code == 404


def test_a_side_of_ones_own_is_planned_and_kept_while_a_day_has_it(table: TestClient) -> None:
    made = table.post(
        "/api/sides", json={"name": "Samphire", "where": "hob", "minutes": 6, "hold_min": 8}
    ).json()
    assert made["source"] == "own"
    day = table.patch(DAY, json={"sides": [{"id": made["id"]}]}).json()
    assert day["sides"][0]["name"] == "Samphire"
    assert day["sides"][0]["drag_min"] is not None
    assert table.delete(f"/api/sides/{made['id']}").status_code == 409
    table.patch(DAY, json={"sides": []})
    assert table.delete(f"/api/sides/{made['id']}").status_code == 204
    assert table.delete(f"/api/sides/{made['id']}").status_code == 404


def test_guests_ask_things_of_the_table(table: TestClient) -> None:
    people = [
        {"name": "Wilhelmina", "strict": True},
        {"name": "Bram", "avoids": ["meat"]},
        {"name": "Fenella", "allergies": ["gluten"]},
    ]
    assert table.put("/api/people", json={"people": people}).status_code == 200
    said = {c["code"]: c["text"] for c in table.get(DAY).json()["cautions"]}
    assert "Wilhelmina" in said["strict:sirloin"]
    assert "{c:70}" in said["strict:sirloin"]
    assert "Bram" in said["no_main"]
    assert said["allergen:barley:gluten"] == "Pearl barley contains gluten: not for Fenella."
    twice = [{"name": "Bram"}, {"name": "bram "}]
    assert table.put("/api/people", json={"people": twice}).status_code == 409


def test_quiet_hours_are_honoured_or_said(table: TestClient) -> None:
    day = table.patch(DAY, json={"quiet": ["16:00", "17:30"]}).json()
    (said,) = [c["text"] for c in day["cautions"] if c["code"] == "overnight"]
    assert "smoke alarm" in said
    woken = [c for c in day["clashes"] if c["what"] == "quiet"]
    assert woken
    assert "quiet hours" in woken[0]["words"]
    gone = table.patch(DAY, json={"quiet": None}).json()
    assert gone["quiet"] is None
    assert not [c for c in gone["clashes"] if c["what"] == "quiet"]


def test_the_rest_of_a_day_is_planned_anew(table: TestClient) -> None:
    assert table.get(DAY).json()["again_at"] is None
    day = table.post(f"{DAY}/again").json()
    assert day["again_at"] is not None
    assert day["undo"]["words"] == "the new plan"
    back = table.post(f"{DAY}/undo", json={"seq": None}).json()
    assert back["again_at"] is None


def test_everything_later_is_a_change_of_the_hour(table: TestClient) -> None:
    before = table.get(DAY).json()
    late = -min(j["start_min"] for j in before["joints"])
    table.put("/api/clock", json={"forward_min": before["now_min"] * -1 - late + 20})
    day = table.post(f"{DAY}/again").json()
    at, clash = next(
        (n, c) for n, c in enumerate(day["clashes"]) if "should have been in" in c["words"]
    )
    assert clash["what"] == "time"
    offers = table.get(f"{DAY}/repairs/{at}").json()
    offer = next(o for o in offers if o["code"] == "later")
    after = table.patch(DAY, json=offer["change"]).json()
    assert after["serve_at"] > day["serve_at"]
    assert not [c for c in after["clashes"] if c["dish"] == clash["dish"] and c["what"] == "time"]


def test_care_becomes_steps_with_their_latest_hour(table: TestClient) -> None:
    care = {"salt_g_kg": 10, "uncovered": True, "tie": True, "chill_min": 45}
    table.patch("/api/roasts/sirloin", json={"care": care})
    day = table.get(DAY).json()
    own = {k.removeprefix("sirloin/before-"): s for k, s in steps(day).items() if "before-" in k}
    assert {"salt", "tie", "chill"} <= set(own)
    assert "31 g of salt" in own["salt"]["words"]
    assert own["chill"]["at_min"] == pytest.approx(
        steps(day)["sirloin/ready"]["at_min"] - 45, abs=10
    )


# --- buying -------------------------------------------------------------------------------------
WISH = {k: PLAN[k] for k in ("joint", "oven_id", "wanted_c", "rest_min")}


def test_what_to_buy_follows_the_people(client: TestClient) -> None:
    few = client.post("/api/buying", json=WISH | {"people": 4}).json()
    many = client.post("/api/buying", json=WISH | {"people": 20}).json()
    assert many["buy_kg"] == pytest.approx(5.0 * few["buy_kg"])
    assert few["over_plates"] > 0 > many["over_plates"]
    y = few["yields"]
    parts = sum(y[k] for k in ("bone_kg", "trim_kg", "fat_kg", "cooking_kg", "cooked_kg"))
    assert parts == pytest.approx(y["raw_kg"])
    assert y["low_kg"] <= y["cooked_kg"] <= y["high_kg"]


def test_the_fat_cover_is_a_choice_with_its_costs(client: TestClient) -> None:
    found = client.post("/api/buying", json=WISH | {"people": 8}).json()
    fat = {f["choice"]: f for f in found["fat"]}
    assert set(fat) == {"trimmed", "cut_away", "eaten"}
    assert fat["cut_away"]["yields"]["cooked_kg"] < fat["eaten"]["yields"]["cooked_kg"]
    assert fat["trimmed"]["pull_min"] < fat["eaten"]["pull_min"]


def test_two_offers_as_meals(client: TestClient) -> None:
    offer = {"name": "On the bone", "cut": "beef-fore-rib", "weight_kg": 3.0, "price": 60}
    body = WISH | {"people": 8, "price": 40, "offers": [offer]}
    found = client.post("/api/buying", json=body).json()
    own, other = found["meals"]
    assert other["yields"]["bone_kg"] > 0.3
    assert other["yields"]["ribs"] == 3
    assert own["per_plate"] == pytest.approx(40 / (own["tonight"] + own["later"]))
    assert found["better"]


def test_the_card_and_the_figure(client: TestClient) -> None:
    joint = {**PLAN["joint"], "flags": ["rolled"]}
    found = client.post("/api/buying", json=WISH | {"joint": joint, "people": 8}).json()
    assert any("frozen" in line for line in found["card"])
    assert "{c:70}" in found["figure"]
    assert found["figure_raised"]
    plain = client.post("/api/buying", json=WISH | {"people": 8}).json()
    assert plain["figure_raised"] == []


def test_salt_and_thaw_answer_for_the_time_left(client: TestClient) -> None:
    def ask(hours: float, **care: Any) -> dict[str, Any]:
        body = {"joint": PLAN["joint"], "care": care, "hours_left": hours}
        found: dict[str, Any] = client.post("/api/salt-and-thaw", json=body).json()
        return found

    assert [ask(h)["when"] for h in (24, 0.5, -1)] == ["now", "just_before", "at_table"]
    assert ask(24)["depth_mm"] > ask(3)["depth_mm"]
    fine = ask(24, salt_g_kg=10)
    flakes = ask(24, salt_g_kg=10, salt_id="flakes")
    assert fine["grams"] == flakes["grams"] == pytest.approx(31.0)
    assert flakes["teaspoons"] > 1.8 * fine["teaspoons"]
    assert fine["thaw_water_h"] is None
