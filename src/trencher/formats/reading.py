"""The reading format: what ``trencher read`` prints of a recipe's words."""

from __future__ import annotations

from typing import Any

from trencher.core.method.prose import TextPlace
from trencher.core.planner.reckon import Reckoned, Reckoning
from trencher.core.units import in_metric

FORMAT, VERSION = "trencher/reading", 1


def write_reckoning(found: Reckoning) -> dict[str, Any]:
    """A text read and reckoned as plain data ready for JSON; places are character offsets."""
    reading = found.reading
    return {
        "format": FORMAT,
        "version": VERSION,
        "method": None if reading.method is None else str(reading.method),
        "result": None if found.result is None else _reckoned(found.result),
        "open": [
            {
                "code": a.code,
                "question": in_metric(a.question),
                "gap": in_metric(a.gap),
                "peak_spread_c": a.spread_c,
                "choices": [_reckoned(c) for c in a.choices],
            }
            for a in found.answers
        ],
        "read": [_place(p) for p in reading.read],
        "not_understood": [_place(p) for p in reading.left],
    }


def _place(p: TextPlace) -> dict[str, Any]:
    return {"start": p.start, "end": p.end, "text": p.text, "stages": list(p.stages)}


def _reckoned(r: Reckoned) -> dict[str, Any]:
    return {
        "words": in_metric(r.words),
        "method": str(r.method),
        "pull_min": r.pull_min,
        "pull_core_c": r.pull_core_c,
        "peak_c": r.peak_c,
        "out_earlier_min": r.earlier_min,
        "dials": [
            {"written": d.written, "air": d.air, "here_c": d.here_c, "dial_c": d.dial_c}
            for d in r.dials
        ],
        "reason": r.reason,
    }
