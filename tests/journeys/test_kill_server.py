"""The whole server, killed outright while readings come in: nothing it acknowledged is lost."""

from __future__ import annotations

import json
import os
import re
import signal
import subprocess
import sys
import time
import urllib.request
from collections.abc import Callable, Iterator
from pathlib import Path
from typing import Any

import pytest

from tests.service.conftest import PLAN

READINGS = 12


class Kitchen:
    """``trencher serve`` as a process of its own."""

    def __init__(self, folder: Path) -> None:
        self.process = subprocess.Popen(
            [sys.executable, "-m", "trencher", "serve", "--port", "0", "--data", str(folder)],
            stdout=subprocess.PIPE,
            text=True,
        )
        assert self.process.stdout is not None
        for line in self.process.stdout:
            ready = re.search(r"ready: (http://\S+)", line)
            if ready:
                self.url = ready.group(1)
                return
        raise AssertionError("the server never said that it was ready")

    def ask(self, path: str, body: Any = None, key: str = "") -> Any:
        request = urllib.request.Request(
            f"{self.url}/api{path}",
            data=None if body is None else json.dumps(body).encode(),
            headers={"content-type": "application/json", "x-trencher-key": key},
        )
        with urllib.request.urlopen(request, timeout=30) as answer:
            return json.load(answer)

    def kill(self) -> None:
        os.kill(self.process.pid, signal.SIGKILL)
        self.process.wait(timeout=60)
        assert self.process.stdout is not None
        self.process.stdout.close()

    def stop(self) -> int:
        self.process.send_signal(signal.SIGINT)
        code = self.process.wait(timeout=60)
        assert self.process.stdout is not None
        self.process.stdout.close()
        return code


@pytest.fixture
def start(tmp_path: Path) -> Iterator[Callable[[], Kitchen]]:
    """Starts kitchens on one database; whatever happens, none outlives the test."""
    started: list[Kitchen] = []

    def begin() -> Kitchen:
        started.append(Kitchen(tmp_path))
        return started[-1]

    yield begin
    for kitchen in started:
        if kitchen.process.poll() is None:
            kitchen.kill()


def test_killed_between_readings_it_comes_back_with_all_of_them(
    start: Callable[[], Kitchen],
) -> None:
    first = start()
    oven = first.ask("/ovens", {"name": "My oven", "kind": "fan"})
    roast = first.ask("/roasts", PLAN | {"oven_id": oven["id"]})
    path = f"/roasts/{roast['id']}"
    first.ask(f"{path}/way", {"method": "170C until peak 57C; rest tented 30min"})
    first.ask(f"{path}/put-in", {"core_c": 6.0})
    for n in range(READINGS):
        kept = first.ask(f"{path}/readings", {"low_c": 6.0 + n / 10})
    before = kept
    first.kill()
    second = start()
    after = second.ask(path)
    for told in (before, after):
        # Of their own moments.
        del told["outlook"], told["alarms"]
    assert after == before
    assert len(after["readings"]) == READINGS
    assert after["status"] == "roasting"
    # And it stops as it should when asked, also with a stream open.
    with urllib.request.urlopen(f"{second.url}/api/feed", timeout=30) as stream:
        assert stream.readline().startswith(b"event: hello")
        assert second.stop() == 0


def test_what_a_probe_was_told_is_kept_is_there_after_a_kill(start: Callable[[], Kitchen]) -> None:
    first = start()
    key = first.ask("/instruments")["key"]
    kept = 0
    for n in range(READINGS):
        values = [
            {"channel": "1", "value": 20.0 + n, "age_s": float(s)} for s in range(5 * n, 5 * n + 5)
        ]
        body = {"device": "probe", "every_s": 1, "readings": values}
        kept += first.ask("/instruments/push", body, key)["kept"]
    first.kill()
    second = start()
    # The key is the same, and what was acknowledged is not kept a second time.
    assert second.ask("/instruments")["key"] == key
    (one,) = second.ask("/instruments")["instruments"]
    assert one["latest"][0]["channel"] == "1"
    roast = {"device": "probe", "every_s": 1, "readings": values}
    assert second.ask("/instruments/push", roast, key)["kept"] == 5
    assert kept == 5 * READINGS
    assert second.stop() == 0


def test_the_pretend_probe_sends_like_any_other(start: Callable[[], Kitchen]) -> None:
    kitchen = start()
    oven = kitchen.ask("/ovens", {"name": "My oven", "kind": "fan"})
    roast = kitchen.ask("/roasts", PLAN | {"oven_id": oven["id"]})["id"]
    kitchen.ask(f"/roasts/{roast}/way", {"method": "170C until peak 57C; rest tented 30min"})
    kitchen.ask(f"/roasts/{roast}/put-in", {"core_c": 6.0})
    key = kitchen.ask("/instruments")["key"]
    words = ["probe", roast, "--key", key, "--url", kitchen.url, "--every", "1"]
    probe = subprocess.Popen(
        [sys.executable, "-m", "trencher", *words], stdout=subprocess.PIPE, text=True
    )
    try:
        assert probe.stdout is not None
        assert "sending" in probe.stdout.readline()
        for _ in range(80):
            live = kitchen.ask(f"/roasts/{roast}/outlook")["live"]
            if len(live) == 2 and live[1]["value_c"] > 60.0:
                break
            time.sleep(0.25)
        assert [x["place"] for x in live] == ["core", "air"]
        assert 4.0 < live[0]["value_c"] < 9.0
        assert live[1]["value_c"] > 60.0
    finally:
        probe.send_signal(signal.SIGINT)
        assert probe.wait(timeout=60) in (0, 130)
        assert probe.stdout is not None
        probe.stdout.close()
    wrong = subprocess.run(
        [sys.executable, "-m", "trencher", "scale", "1900", "--key", "no", "--url", kitchen.url],
        capture_output=True,
        text=True,
        check=False,
        timeout=60,
    )
    assert wrong.returncode == 2
    assert "key" in wrong.stderr
    assert len(wrong.stderr.strip().splitlines()) == 1
    assert kitchen.stop() == 0
