"""A real server with the demo world, and Debian's Chromium in front of it.

The world is made once for the whole run and copied for each test module, so modules do not disturb
each other. The clock stands still until a test moves it.
"""

from __future__ import annotations

import re
import shutil
import socket
import threading
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any

import pytest
import uvicorn
from playwright.sync_api import Page, expect

from tests.worlds import demo_today, prepared
from trencher.api.app import create_app
from trencher.api.context import House
from trencher.lan.lan import Lan
from trencher.main import demo_house, own_house
from trencher.service.clock import FastClock
from trencher.serving import Server
from trencher.settings import Settings

# Two cores build worlds and draw pictures at once: give an answer time to come.
expect.set_options(timeout=20_000)

FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    # A name of the house's network: not this machine's own, so not a secure page without TLS.
    "--host-resolver-rules=MAP kitchen.local 127.0.0.1",
]


def soon(page: Page, holds: Callable[[], bool], seconds: float = 20.0) -> None:
    """Wait until something is true that no element shows, such as what the server keeps."""
    end = time.monotonic() + seconds
    while not holds():
        assert time.monotonic() < end, f"not true within {seconds:g} s"
        page.wait_for_timeout(50)


def sheets(page: Page) -> int:
    """How many sheets of paper the page takes."""
    return len(re.findall(rb"/Type\s*/Page\b", page.pdf(format="A4")))


def unfold(page: Page, *titles: str) -> None:
    """Open folds by their titles, where they are closed."""
    for title in titles:
        trigger = page.get_by_role("button", name=re.compile(rf"^[+–\s]*{re.escape(title)}"))
        expect(trigger.first).to_be_visible()
        if trigger.first.get_attribute("aria-expanded") != "true":
            trigger.first.click()
        expect(trigger.first).to_have_attribute("aria-expanded", "true")


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Whatever stands in this folder drives a browser: no file has to say so."""
    for item in items:
        if Path(__file__).parent in item.path.parents:
            item.add_marker(pytest.mark.browser)


@pytest.fixture(scope="session")
def browser_type_launch_args(browser_type_launch_args: dict[str, Any]) -> dict[str, Any]:
    # Its shell without windows draws the same in four fifths of the time.
    chromium = shutil.which("chromium-headless-shell") or shutil.which("chromium")
    assert chromium, "Debian's chromium is missing: make chromium"
    return {**browser_type_launch_args, "executable_path": chromium, "args": FLAGS}


@pytest.fixture(scope="session")
def browser_context_args(browser_context_args: dict[str, Any]) -> dict[str, Any]:
    return {
        **browser_context_args,
        "viewport": {"width": 1280, "height": 800},
        "reduced_motion": "reduce",
        "service_workers": "block",
    }


@dataclass
class Site:
    """A running Trencher and how to reach it."""

    house: House
    url: str
    stop: Any
    port: int

    @property
    def clock(self) -> FastClock:
        assert isinstance(self.house.clock, FastClock)
        return self.house.clock

    def forward(self, minutes: float) -> None:
        """The clock goes on, and every open screen is told."""
        self.clock.jump(minutes)
        self.house.feed.ring(clock=True)


def serve(house: House, port: int = 0, lan: Lan | None = None) -> tuple[int, Any]:
    """Serve a house in a thread; returns the port and how to stop. ``lan``: behind its code."""
    listener = socket.socket()
    listener.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    listener.bind(("127.0.0.1", port))
    dist = Settings().dist
    assert (dist / "index.html").exists(), "the front end is not built: make install"
    names = ("localhost", "kitchen.local")
    app = create_app(house, dist, names, lan=lan)
    config = uvicorn.Config(app, log_level="error", ws="none")
    # Served again after a stop, its streams stay open again.
    house.feed.closed = False
    server = Server(config, house.feed)
    thread = threading.Thread(target=server.run, kwargs={"sockets": [listener]}, daemon=True)
    thread.start()
    while not server.started:
        time.sleep(0.01)

    def stop() -> None:
        house.feed.close()
        server.should_exit = True
        thread.join(timeout=10)
        listener.close()

    return listener.getsockname()[1], stop


@pytest.fixture(scope="session")
def world(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The demo world's file, made once."""
    path = tmp_path_factory.mktemp("world") / "demo.sqlite"
    shutil.copy(demo_today(tmp_path_factory), path)
    house, close = demo_house(path)
    assert isinstance(house.clock, FastClock)
    house.clock.set_pace(0.0)
    close()
    return path


@pytest.fixture
def site(world: Path, tmp_path: Path) -> Iterator[Site]:
    """The demo world at 13:30, standing still."""
    path = tmp_path / "demo.sqlite"
    shutil.copy(world, path)
    house, close = demo_house(path)
    port, stop = serve(house)
    yield Site(house, f"http://127.0.0.1:{port}", stop, port)
    stop()
    close()


@pytest.fixture
def own(tmp_path: Path) -> Iterator[Site]:
    """A kitchen of one's own, empty."""
    house, close = own_house(prepared(tmp_path / "own.sqlite"))
    port, stop = serve(house)
    yield Site(house, f"http://127.0.0.1:{port}", stop, port)
    stop()
    close()


@pytest.fixture(autouse=True)
def no_faults(page: Page) -> Iterator[None]:
    """No page may throw, and none may ask anyone but its own server. Alarms are off but where a
    test is about them: a clock that jumps would ring over everything."""
    faults: list[str] = []
    page.add_init_script(
        "localStorage.getItem('trencher.alarm.rings') ?? "
        "localStorage.setItem('trencher.alarm.rings', 'false')"
    )
    page.on("pageerror", lambda error: faults.append(str(error)))
    page.on(
        "request",
        lambda r: (
            faults.append(f"asked {r.url}")
            if not r.url.startswith(("http://127.0.0.1", "http://kitchen.local", "data:", "blob:"))
            else None
        ),
    )
    yield
    assert faults == []
