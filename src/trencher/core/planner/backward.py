"""Backwards: from the wanted peak to the take-out.

Plans are durations: everything here is in minutes before or after something; only the service
knows the hour.
"""

from __future__ import annotations

from dataclasses import replace

from trencher.core.method.stages import Method, UntilPeak, celsius
from trencher.core.planner.forward import Walk, walk
from trencher.core.planner.setup import Roast, kitchen
from trencher.core.thermal.geometry import FINE


def take_out_for(roast: Roast, wanted_c: float) -> Walk:
    """The roast with its take-out moved so that the core's highest value is ``wanted_c``."""
    stages = list(roast.method.stages)
    i = roast.method.pull_index
    stages[i] = replace(stages[i], length=UntilPeak(celsius(wanted_c)))
    return walk(kitchen(replace(roast, method=Method(tuple(stages))), FINE))
