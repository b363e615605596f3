"""The pretend instruments as a process of their own: they ask where the roast stands, as hands on a
real oven would know, and push what they show, as any home-made probe may."""

from __future__ import annotations

import contextlib
import json
import time
import urllib.error
import urllib.request
from collections.abc import Callable
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from trencher.core.errors import InputError
from trencher.core.method.notation import parse_method
from trencher.core.method.stages import Method, Minutes, Rest
from trencher.sim.lived import CookAct
from trencher.sim.probe import PretendProbe

TIMEOUT_S = 20.0
SHORTEST_SLEEP_S = 0.5
MOST_VALUES = 400


@dataclass(frozen=True)
class Kitchen:
    """A running Trencher, over HTTP."""

    url: str
    key: str

    def ask(self, path: str, body: Any = None) -> Any:
        """An answer as data. InputError says what went wrong in one line."""
        request = urllib.request.Request(
            f"{self.url.rstrip('/')}/api{path}",
            data=None if body is None else json.dumps(body).encode(),
            headers={"content-type": "application/json", "x-trencher-key": self.key},
        )
        try:
            with urllib.request.urlopen(request, timeout=TIMEOUT_S) as answer:
                return json.load(answer)
        except urllib.error.HTTPError as error:
            detail = error.read().decode(errors="replace")[:200]
            with contextlib.suppress(ValueError, KeyError):
                detail = json.loads(detail)["detail"]
            raise InputError(str(detail), where=path, allowed="see docs/formats.md") from None
        except (OSError, ValueError) as error:
            raise InputError(
                f"no answer ({error})", where=self.url, allowed="a running Trencher"
            ) from None

    def now(self) -> tuple[datetime, float]:
        """The kitchen's hour, and its seconds in one of ours."""
        clock = self.ask("/clock")
        return datetime.fromisoformat(clock["now"]), float(clock["pace"])


def stages_of(roast: dict[str, Any]) -> tuple[Method, dict[int, float], list[CookAct]]:
    """What the cook has said at the fire so far."""
    method = parse_method(roast["method"])
    if not isinstance(method.stages[-1], Rest):
        method = Method((*method.stages, Rest(Minutes(240.0))))
    marks = [
        CookAct(line["entry"]["what"], float(line["entry"]["minute"]), line["entry"]["seconds"])
        for line in roast["log"]
        if line["entry"]["kind"] == "marked" and not line["withdrawn"]
    ]
    return method, {int(k): float(v) for k, v in roast["ends"].items()}, marks


def send(
    kitchen: Kitchen,
    roast_id: str,
    device: str,
    probe: PretendProbe,
    *,
    every_s: float,
    stop: Callable[[], bool],
    say: Callable[[str], None],
) -> int:
    """Push what the probe shows every ``every_s`` of the kitchen's time until the roast is carved
    or ``stop``; a Trencher that does not answer is tried again. Returns values kept."""
    sent, kept = -1.0, 0
    waiting: list[dict[str, Any]] = []
    while not stop():
        pace = 1.0
        try:
            roast = kitchen.ask(f"/roasts/{roast_id}")
            now, pace = kitchen.now()
            if roast["status"] == "done":
                return kept
            if roast["put_in_at"] is not None:
                start = datetime.fromisoformat(roast["put_in_at"])
                minute = (now - start).total_seconds() / 60.0
                method, ends, marks = stages_of(roast)
                # Nothing older than the last push, and no endless catching up.
                first = max(sent + every_s / 60.0, minute - MOST_VALUES / 2 * every_s / 60.0, 0.0)
                while first <= minute:
                    shown = probe.at(first, method, ends, marks)
                    at = (start + timedelta(minutes=first)).isoformat()
                    waiting += [
                        {"channel": c, "value": v, "unit": "C", "at": at}
                        for c, v in (shown or {}).items()
                    ]
                    sent, first = first, first + every_s / 60.0
                waiting = waiting[-MOST_VALUES:]
                if waiting:
                    # Heard of at least as often as it says, even on a fast clock.
                    heard_s = max(every_s, SHORTEST_SLEEP_S * pace * 2.0)
                    body = {
                        "device": device,
                        "every_s": min(heard_s, 3600.0),
                        "readings": waiting,
                        "battery": probe.battery(minute),
                    }
                    kept += int(kitchen.ask("/instruments/push", body)["kept"])
                    waiting = []
        except InputError as error:
            say(error.sentence)
        time.sleep(max(SHORTEST_SLEEP_S, every_s / max(pace, 0.01) if pace <= 1.0 else 0.0))
    return kept
