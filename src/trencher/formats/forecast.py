"""The forecast format: what ``trencher simulate`` prints."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from trencher.core.planner.doubt import SEED
from trencher.core.planner.forecast import SERIES, Forecast
from trencher.core.units import in_metric

FORMAT, VERSION = "trencher/forecast", 1


def write_forecast(f: Forecast) -> dict[str, Any]:
    """The forecast as plain data ready for JSON. Numbers are unrounded; times in minutes."""
    bands = f.bands
    return {
        "format": FORMAT,
        "version": VERSION,
        "stages": [
            {
                "text": str(s.stage),
                "start_min": s.start_min,
                "end_min": s.end_min,
                "core_c": s.core_c,
                "surface_c": s.surface_c,
                "dial_c": s.dial_c,
            }
            for s in f.stages
        ],
        "pull": {"min": f.pull_min, "core_c": f.pull_core_c},
        "peak": {"min": f.peak_min, "core_c": f.peak_c},
        "carryover_c": f.carryover_c,
        "band80": None
        if bands is None
        else {
            "pull_min": [bands.pull_min.low, bands.pull_min.high],
            "peak_c": [bands.peak_c.low, bands.peak_c.high],
            **{name: [band.low, band.high] for name, band in bands.shares.items()},
        },
        "loss": {
            "fraction": f.loss.fraction,
            "evaporated": f.loss.evaporated,
            "dripped": f.loss.dripped,
        },
        "lethality_log10": f.lethality_log10,
        "even_fraction": f.even_fraction,
        "rim_mm": f.rim_mm,
        "crust": f.crust,
        "tenderness": f.tenderness,
        "crisp": f.faces.crisp_top,
        "faces": {"top": f.faces.top, "sides": f.faces.sides, "under": f.faces.under},
        "crackling": f.faces.crackles,
        "late_10min_c": f.late_c,
        "warm_min": f.warm_min,
        "oven_left_min": f.oven_left_min,
        "equivalent_min": f.equivalents,
        "between_limits_min": f.between_limits_min,
        "size": {
            "thickness_mm": f.size.thickness_mm,
            "width_mm": f.size.width_mm,
            "length_mm": f.size.length_mm,
            "estimated": list(f.size.estimated),
        },
        "rests": [asdict(answer) for answer in f.rests],
        "notes": [{"code": n.code, "stage": n.stage, "text": in_metric(n.text)} for n in f.notes],
        "slices": [asdict(one) for one in f.slices],
        "seed": SEED,
        "series": {name: f.series[:, i].tolist() for i, name in enumerate(SERIES)},
    }
