"""The live feed on a real server: order, going on after a break, and a server that can stop."""

from __future__ import annotations

import json
import socket
import threading
import time
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any

import pytest
import uvicorn

from tests.service.conftest import PLAN
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.core.plan import Plan
from trencher.serving import Server


@dataclass
class Running:
    house: House
    server: Server
    thread: threading.Thread
    port: int


@pytest.fixture
def running(house: House) -> Iterator[Running]:
    listener = socket.socket()
    listener.bind(("127.0.0.1", 0))
    config = uvicorn.Config(create_app(house, None), log_level="error", ws="none")
    server = Server(config, house.feed)
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)
    yield Running(house, server, thread, listener.getsockname()[1])
    house.feed.close()
    server.should_exit = True
    thread.join(timeout=10)
    listener.close()


class Stream:
    """A bare reader of server-sent events."""

    def __init__(self, port: int, query: str = "", last: str | None = None) -> None:
        self.socket = socket.create_connection(("127.0.0.1", port), timeout=10)
        extra = f"Last-Event-ID: {last}\r\n" if last else ""
        self.socket.sendall(
            f"GET /api/feed{query} HTTP/1.1\r\nHost: 127.0.0.1:{port}\r\n{extra}\r\n".encode()
        )
        self.file = self.socket.makefile("r", encoding="utf-8")

    def next(self) -> tuple[str, str, Any]:
        name, ident, data = "", "", None
        while True:
            line = self.file.readline()
            if line == "":
                raise EOFError
            line = line.rstrip("\r\n")
            if line.startswith("event:"):
                name = line[6:].strip()
            elif line.startswith("id:"):
                ident = line[3:].strip()
            elif line.startswith("data:"):
                data = json.loads(line[5:])
            elif line == "" and name:
                return name, ident, data

    def close(self) -> None:
        self.file.close()
        self.socket.close()


def test_a_new_screen_gets_the_hour_and_then_what_happens(running: Running) -> None:
    stream = Stream(running.port)
    name, _, hello = stream.next()
    assert name == "hello"
    assert hello["pace"] == 0.0
    roast_id, _ = running.house.roasts.lay(Plan.of(PLAN))
    name, _, line = stream.next()
    assert (name, line["roast_id"], line["kind"]) == ("log", roast_id, "laid")
    stream.close()


def test_every_open_screen_hears_it(running: Running) -> None:
    streams = [Stream(running.port) for _ in range(3)]
    for stream in streams:
        stream.next()
    running.house.roasts.lay(Plan.of(PLAN))
    assert {stream.next()[0] for stream in streams} == {"log"}
    for stream in streams:
        stream.close()


@pytest.mark.parametrize("by_header", [True, False])
def test_after_a_break_it_goes_on_without_a_gap(running: Running, by_header: bool) -> None:
    stream = Stream(running.port)
    stream.next()
    running.house.roasts.lay(Plan.of(PLAN))
    _, last, _ = stream.next()
    stream.close()
    roast_ids = [running.house.roasts.lay(Plan.of(PLAN))[0] for _ in range(3)]
    again = Stream(running.port, last=last) if by_header else Stream(running.port, f"?after={last}")
    assert again.next()[0] == "hello"
    assert [again.next()[2]["roast_id"] for _ in range(3)] == roast_ids
    again.close()


@pytest.mark.parametrize("by_header", [True, False])
def test_a_place_beyond_the_log_starts_at_its_end(running: Running, by_header: bool) -> None:
    # The kitchen was put back from a copy: what the screen saw last is not there.
    again = Stream(running.port, last="900") if by_header else Stream(running.port, "?after=900")
    name, ident, data = again.next()
    assert (name, ident, data["last"]) == ("hello", "0", 0)
    roast_id, _ = running.house.roasts.lay(Plan.of(PLAN))
    assert again.next()[2]["roast_id"] == roast_id
    again.close()


def test_setting_the_clock_is_told(running: Running) -> None:
    stream = Stream(running.port)
    stream.next()
    running.house.feed.ring(clock=True)
    assert stream.next()[0] == "clock"
    stream.close()


def test_the_server_stops_with_streams_open(running: Running) -> None:
    stream = Stream(running.port)
    stream.next()
    running.server.handle_exit(2, None)
    running.thread.join(timeout=8)
    assert not running.thread.is_alive()
    stream.close()


@pytest.mark.parametrize("last", ["²", "٣", "-1", "9" * 20, "seven"])
def test_a_position_that_is_no_number_of_a_line_begins_at_the_end(
    running: Running, last: str
) -> None:
    running.house.roasts.lay(Plan.of(PLAN))
    stream = Stream(running.port, last=last)
    name, ident, data = stream.next()
    stream.close()
    assert (name, ident, data["last"]) == ("hello", "1", 1)
