"""Strangers on the house's network: who does not ask is hung up on; heads end somewhere."""

from __future__ import annotations

import http.client
import socket
import time
from collections.abc import Iterator

import pytest
from starlette.responses import PlainTextResponse
from starlette.types import Receive, Scope, Send

from trencher.service.feed import Feed
from trencher.serving import BesideServer, Patient, listen, port_of


async def _hello(scope: Scope, receive: Receive, send: Send) -> None:
    await PlainTextResponse("hello")(scope, receive, send)


@pytest.fixture
def port(monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    monkeypatch.setattr(Patient, "head_s", 0.6)
    monkeypatch.setattr(Patient, "most", 8)
    listener = listen("127.0.0.1", 0)
    beside = BesideServer(_hello, listener, Feed(), None)
    beside.start()
    yield port_of(listener)
    beside.stop()


def _answer(port: int) -> str:
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=5)
    line.request("GET", "/")
    text = line.getresponse().read().decode()
    line.close()
    return text


def _hung_up(one: socket.socket) -> bool:
    one.settimeout(3)
    try:
        return one.recv(100) == b""
    except ConnectionError:
        return True


def test_connections_that_never_ask_are_few_and_short(port: int) -> None:
    held = [socket.create_connection(("127.0.0.1", port), timeout=5) for _ in range(30)]
    time.sleep(0.2)
    # Half a head is no question either.
    for one in held[:4]:
        one.sendall(b"GET / HTTP/1.1\r\nHost: x\r\n")
    assert all(_hung_up(one) for one in held)
    assert _answer(port) == "hello"
    for one in held:
        one.close()


def test_an_endless_head_is_refused(port: int) -> None:
    one = socket.create_connection(("127.0.0.1", port), timeout=5)
    sent = 0
    try:
        one.sendall(b"GET / HTTP/1.1\r\nHost: x\r\nX-Long: ")
        for _ in range(2000):
            one.sendall(b"y" * 4096)
            sent += 4096
    except ConnectionError:
        pass
    assert sent < 2000 * 4096
    one.close()
    assert _answer(port) == "hello"


def test_who_asks_keeps_the_line(port: int) -> None:
    line = http.client.HTTPConnection("127.0.0.1", port, timeout=5)
    for wait in (0.0, 0.8):
        time.sleep(wait)
        line.request("GET", "/")
        assert line.getresponse().read() == b"hello"
    line.close()
