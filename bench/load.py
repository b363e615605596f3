"""A house under load, as it is served: light answers while heavy ones are worked out, a reading
among many, a book of many roasts, a file of many lines."""

from __future__ import annotations

import gc
import http.client
import json
import os
import socket
import tempfile
import threading
import time
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import numpy as np
import uvicorn
from sqlalchemy import Engine, event, text

from trencher.api.app import create_app
from trencher.api.context import House
from trencher.core.entries import Changed
from trencher.core.oven import OvenRecord
from trencher.core.plan import Plan
from trencher.formats.kitchen import write_kitchen
from trencher.service.clock import FastClock
from trencher.service.demo import build_world
from trencher.service.feed import Feed
from trencher.service.now import now
from trencher.service.roasts import RoastService
from trencher.serving import Server
from trencher.store.database import Database
from trencher.store.once import Delivery
from trencher.store.repository import Repository
from trencher.store.samples import Sample

PLAN: dict[str, Any] = {
    "name": "Sirloin",
    "oven_id": "house-oven",
    "wanted_c": 57.0,
    "rest_min": 40.0,
    "serve_at": "2026-10-03T19:00:00+00:00",
    "joint": {
        "cut": "beef-sirloin-boned",
        "weight_kg": 3.1,
        "thickness_mm": 122.0,
        "width_mm": None,
        "length_mm": 240.0,
        "start_c": 6.0,
    },
}
METHOD = "220C 20min; 160C until peak 57C; rest tented 40min"


@contextmanager
def standing_house() -> Iterator[House]:
    """A house whose clock stands still, in a folder of its own."""
    with tempfile.TemporaryDirectory() as folder:
        database = Database(Path(folder) / "t.sqlite")
        repository = Repository(database)
        repository.save_oven(OvenRecord(id="house-oven", name="House oven"))
        clock, feed = FastClock(datetime(2026, 10, 3, 16, 0, tzinfo=UTC), pace=0.0), Feed()
        yield House(repository, RoastService(repository, clock, feed), clock, feed)
        database.close()


def put_in(house: House) -> str:
    """A joint just put in."""
    roast_id, _ = house.roasts.lay(Plan.of(PLAN))
    house.roasts.choose(roast_id, METHOD, None)
    house.roasts.put_in(roast_id, 5.5)
    return roast_id


def carved(house: House, readings: int) -> str:
    """A joint with so many readings that is carved."""
    roast_id = put_in(house)
    house.clock.jump(100)  # type: ignore[attr-defined]
    for n in range(readings):
        house.roasts.read(roast_id, 6 + n, 6 + n, "core", 2.0 * n)
    house.roasts.end_stage(roast_id, None, 90.0)
    house.roasts.end_stage(roast_id, None, 95.0)
    house.roasts.carve(roast_id, 99.0)
    return roast_id


@contextmanager
def served(house: House) -> Iterator[int]:
    """The house on a port of this machine."""
    listener = socket.socket()
    listener.bind(("127.0.0.1", 0))
    server = Server(
        uvicorn.Config(create_app(house, None), log_level="error", ws="none"), house.feed
    )
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    try:
        yield listener.getsockname()[1]
    finally:
        server.should_exit = True
        house.feed.close()
        thread.join(timeout=20)
        listener.close()


def ask(port: int, method: str, path: str, body: object = None) -> int:
    """One request on a connection of its own; its status."""
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=120)
    try:
        line.request(
            method,
            f"/api{path}",
            None if body is None else json.dumps(body),
            {"Content-Type": "application/json"},
        )
        answer = line.getresponse()
        answer.read()
        return answer.status
    finally:
        line.close()


@contextmanager
def asked_heavily(port: int, askers: int) -> Iterator[list[int]]:
    """So many who ask for ways all the time; how many were answered."""
    done, stop = [0], threading.Event()

    def press(k: int) -> None:
        n = 0
        while not stop.is_set():
            n += 1
            wish = {k: PLAN[k] for k in ("joint", "oven_id", "rest_min")}
            wish |= {"wanted_c": 50 + (k * 100 + n) % 900 / 100.0, "quick": False}
            if ask(port, "POST", "/ways", wish) == 200:
                done[0] += 1

    threads = [threading.Thread(target=press, args=(k,), daemon=True) for k in range(askers)]
    for thread in threads:
        thread.start()
    if askers:
        time.sleep(1.0)
    yield done
    stop.set()
    for thread in threads:
        thread.join(timeout=60)


def _spent_ms(ask: Callable[[int], object], times: int) -> list[float]:
    spent = []
    for n in range(times):
        begun = time.perf_counter()
        ask(n)
        spent.append(1000 * (time.perf_counter() - begun))
    return spent


def light_under_load(heavy: int = 12, light: int = 120) -> tuple[float, int]:
    """95th percentile of light answers in ms while so many heavy ones are asked for at once and
    again; and how many heavy ones were answered meanwhile."""
    with standing_house() as house:
        roast_id = put_in(house)
        paths = ("/clock", "/roasts", f"/roasts/{roast_id}")
        with served(house) as port, asked_heavily(port, heavy) as done:
            spent = _spent_ms(lambda n: ask(port, "GET", paths[n % 3]), light)
        return float(np.percentile(spent, 95)), done[0]


def entries_answered(heavy: int = 0, entries: int = 40) -> tuple[float, float]:
    """Median and 95th percentile in ms of a reading from the request to its answer with roast,
    agenda and outlook, beside so many heavy askers."""
    with standing_house() as house:
        roast_id = put_in(house)
        house.clock.jump(45)  # type: ignore[attr-defined]
        path = f"/roasts/{roast_id}/readings"
        with served(house) as port, asked_heavily(port, heavy):
            spent = _spent_ms(lambda n: ask(port, "POST", path, {"low_c": 18.0 + n / 40}), entries)
        return float(np.median(spent)), float(np.percentile(spent, 95))


def statements_of_a_reading() -> int:
    """Statements that go to the file for a reading with a key and its whole answer, the beginnings
    of transactions among them."""
    seen: list[str] = []

    def note(*args: Any) -> None:
        seen.append(args[2])

    with standing_house() as house:
        roast_id = put_in(house)
        house.clock.jump(45)  # type: ignore[attr-defined]
        by = Delivery("a-key-of-its-own", "")
        event.listen(Engine, "before_cursor_execute", note)
        session = house.roasts.read(roast_id, 18.0, 18.0, "core", None, by=by)
        found = now(house.roasts, house.devices, roast_id, session)
        event.remove(Engine, "before_cursor_execute", note)
        if found.expected is None:
            raise RuntimeError("nothing is expected")
        return len(seen)


def day_at_once() -> tuple[float, float]:
    """Milliseconds for the demo's day worked out anew after a change, and for the last order that
    is shown meanwhile."""
    with standing_house() as house:
        build_world(house.repository, house.clock.now())
        day = "2026-10-03"
        house.days.planned(day)
        anew, last = [], []
        for n in range(5):
            house.roasts.change("pork-loin", Changed(wanted_c=66.0 + n))
            last += _spent_ms(lambda _n: house.days.planned(day, latest=True), 1)
            anew += _spent_ms(lambda _n: house.days.planned(day), 1)
        return float(np.median(anew)), float(np.median(last))


def taken_along(roasts: int) -> tuple[float, float]:
    """Seconds to write a kitchen of so many roasts as open JSON, and to take it into an empty
    one."""
    with standing_house() as house, standing_house() as other:
        roast_id = carved(house, 20)
        copied(house, roast_id, roasts)
        begun = time.perf_counter()
        raw = write_kitchen(house.taking.taken_along())
        written = time.perf_counter()
        lines = other.taking.take_in(raw)
        taken = time.perf_counter()
        if sum(x.what == "roast" and x.does == "new" for x in lines) != roasts + 1:
            raise RuntimeError("not all of them came")
        return written - begun, taken - written


def reading_among(count: int) -> tuple[float, float]:
    """What one reading costs in ms, as the first ones of a roast and after ``count``."""
    with standing_house() as house:
        roast_id = put_in(house)
        house.clock.jump(45)  # type: ignore[attr-defined]

        def enter(n: int) -> float:
            begun = time.perf_counter()
            house.roasts.read(roast_id, 6 + n / 60, 6 + n / 60, "core", n / 40)
            return 1000 * (time.perf_counter() - begun)

        spent = [enter(n) for n in range(count)]
        return float(np.median(spent[:30])), float(np.median(spent[-30:]))


def file_of(lines: int) -> float:
    """Seconds for a logger's file of so many lines."""
    with standing_house() as house:
        roast_id = put_in(house)
        house.clock.jump(60)  # type: ignore[attr-defined]
        lines_of = "minute,core_c\n" + "\n".join(
            f"{n * 55 / lines:.4f},{6 + 40 * n / lines:.2f}" for n in range(lines)
        )
        begun = time.perf_counter()
        house.roasts.read_csv(roast_id, lines_of)
        return time.perf_counter() - begun


def copied(house: House, roast_id: str, times: int) -> None:
    """The same roast so many times over, eight hours earlier each."""
    first = datetime(2026, 10, 3, 19, tzinfo=UTC)
    with house.repository._db.write() as sql:
        for n in range(times):
            values = {"new": f"old-{n}", "of": roast_id, "at": str(first - timedelta(hours=8 * n))}
            for table, columns in (
                ("roasts", "name, status, created_at, last_seq, oven_id, words, serve_at"),
                ("events", "seq, at, kind, data"),
            ):
                key = "id" if table == "roasts" else "roast_id"
                taken = columns.replace("serve_at", ":at")
                sql.execute(
                    text(
                        f"INSERT INTO {table} ({key}, {columns}) SELECT :new, {taken} "
                        f"FROM {table} WHERE {key} = :of"
                    ),
                    values,
                )


def book_of(roasts: int) -> dict[str, float]:
    """Milliseconds for the lists of a house that has done so many roasts."""
    with standing_house() as house:
        roast_id = carved(house, 40)
        copied(house, roast_id, roasts)
        put_in(house)
        with served(house) as port:
            ask(port, "GET", "/catalogue")

            def spent(*paths: str) -> float:
                """The middle one of pages that nobody has asked for before."""
                times = []
                for path in paths:
                    begun = time.perf_counter()
                    if ask(port, "GET", path) != 200:
                        raise RuntimeError(path)
                    times.append(1000 * (time.perf_counter() - begun))
                return float(np.median(times))

            return {
                "a page of the Book": spent(*(f"/book?skip={2000 * n}" for n in range(5))),
                "its last page": spent(*(f"/book?skip={roasts - 40 * n}" for n in range(1, 6))),
                "one that is searched for": spent(
                    *(f"/book?search={words}" for words in ("beef", "sirloin+tied", "rosy"))
                ),
                "the list of each screen": spent("/roasts", "/roasts?past=21", "/roasts?past=22"),
                "alarms": spent(*["/alarms"] * 5),
            }


def ten_years(roasts: int = 1500) -> dict[str, float]:
    """Milliseconds for what a house opens that has done so many roasts, all of which taught."""
    with standing_house() as house:
        roast_id = carved(house, 40)
        house.roasts.learning.catch_up()
        copied(house, roast_id, roasts)
        with house.repository._db.write() as sql:
            sql.execute(
                text(
                    "INSERT INTO lessons (roast_id, key, put_in_at, data) "
                    "SELECT roasts.id, l.key, l.put_in_at, l.data FROM roasts, lessons AS l "
                    "WHERE l.roast_id = :of AND roasts.id LIKE 'old-%'"
                ),
                {"of": roast_id},
            )
        new = put_in(house)
        found = {}
        with served(house) as port:
            for what, path in (
                ("the Book", "/book"),
                ("what they taught, first", "/learned"),
                ("and again", "/learned"),
                ("why a plan says so", f"/roasts/{new}/why"),
                ("a roast in the oven", f"/roasts/{new}"),
            ):
                begun = time.perf_counter()
                if ask(port, "GET", path) != 200:
                    raise RuntimeError(path)
                found[what] = 1000 * (time.perf_counter() - begun)
        return found


def _resident_mb() -> float:
    """What this process holds in memory, MB."""
    pages = int(Path("/proc/self/statm").read_text().split()[1])
    return pages * os.sysconf("SC_PAGE_SIZE") / 1e6


def memory_over_an_hour() -> tuple[float, float]:
    """MB held after twenty minutes of a roast and after eighty: an instrument with two tips every
    five seconds, a number typed every two minutes, three screens that ask each half minute, and
    somebody who compares ways every five."""
    with standing_house() as house:
        roast_id = put_in(house)

        def push() -> None:
            # Beside the door, which takes no more than forty in ten seconds of a true clock.
            at = house.clock.now().timestamp()
            values = [Sample("1", at, "c", 20.0), Sample("2", at, "c", 160.0)]
            house.repository.samples.add("pit", values, every_s=5.0, battery=None, at=at)
            house.feed.ring(devices=True)

        push()
        house.devices.attach(roast_id, "pit", "1", "core")
        held: list[float] = []
        with served(house) as port:
            for tick in range(80 * 12):
                house.clock.jump(1.0 / 12.0)  # type: ignore[attr-defined]
                push()
                if tick % 6 == 0:
                    for path in (f"/roasts/{roast_id}", f"/roasts/{roast_id}/outlook", "/alarms"):
                        for _screen in range(3):
                            ask(port, "GET", path)
                if tick % 24 == 0:
                    core = 6.0 + tick / 24.0
                    ask(port, "POST", f"/roasts/{roast_id}/readings", {"low_c": core})
                if tick % 60 == 0:
                    wish = {k: PLAN[k] for k in ("joint", "oven_id", "rest_min")}
                    wish |= {"wanted_c": 50.0 + tick / 300.0, "quick": True}
                    ask(port, "POST", "/ways", wish)
                if tick in (20 * 12, 80 * 12 - 1):
                    gc.collect()
                    held.append(_resident_mb())
        return held[0], held[1]
