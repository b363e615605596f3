"""The following format: what ``trencher follow`` prints for each reading."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from trencher.core.belief.replay import Replayed
from trencher.core.belief.words import to_do
from trencher.core.outcome.outcomes import slices_of
from trencher.core.units import in_metric


def write_following(made: Replayed) -> dict[str, Any]:
    """One reading's outlook as plain data ready for JSON. Minutes from the start, °C, unrounded.

    ``next``: the agenda from here, in order (docs/model.md has its codes). ``pull_min``: when the
    probe shows ``pull_core_c``; ``peak_c``: the peak if taken out then. ``slices``: from the thick
    end on, the highest each will have been.
    """
    line, found, flag, steps = made
    reading = line.reading
    assert reading is not None
    pull, peak = found.pull_band, found.peak_band
    return {
        "minute": line.minute,
        "reading_c": reading.value_c,
        "pull_min": {"p10": pull.low, "p50": found.pull_min, "p90": pull.high},
        "peak_c": {"p10": peak.low, "p50": found.peak_c, "p90": peak.high},
        "flags": [flag] if flag else [],
        "pull_core_c": found.pull_core_c,
        "core_c": found.core_c,
        "rate_c_min": found.rate_c_min,
        "look_min": found.look_min,
        "slices": [asdict(one) for one in slices_of(found.walk.end)],
        "next": [
            {
                "code": x.code,
                "id": x.id,
                "due_min": x.due_min,
                "core_c": x.core_c,
                "words": in_metric(to_do(x)),
            }
            for x in steps
        ],
    }
