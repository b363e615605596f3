"""The model's uncertain constants: each with its range from physics, what it stands on, its value.

Values come from ``fitted``, which ``make fit`` writes: a regularised least squares on what printed
tables and kitchens say (``catalogue.field``), inside these ranges. Where only the fit knows a
constant its record says so; how well it is known, and which constants the field cannot tell apart,
stands in docs/fit.md.
"""

from __future__ import annotations

from dataclasses import dataclass

from trencher.core.thermal.fitted import FITTED


@dataclass(frozen=True, kw_only=True)
class Constant:
    """A constant before the fit: ``usual`` value, relative doubt ``sd`` (of its logarithm), the
    range physics allows, its unit, and what it stands on."""

    usual: float
    sd: float
    low: float
    high: float
    unit: str
    evidence: str


UNCERTAIN: dict[str, Constant] = {
    "still_h": Constant(
        usual=10.0,
        sd=0.35,
        low=5.0,
        high=18.0,
        unit="W/m²K",
        evidence="free convection alone gives 5 to 8; elements hotter than the air and plumes as "
        "the thermostat switches count here too, for they cannot be told apart. Stands for air "
        "100 °C hotter than the skin; goes with the fourth root of that",
    ),
    "fan_h": Constant(
        usual=20.0,
        sd=0.3,
        low=10.0,
        high=35.0,
        unit="W/m²K",
        evidence="forced air of 1 to 2 m/s on 10 cm: 10 to 25; known from cooks' 20 °C",
    ),
    "side_share": Constant(
        usual=0.9,
        sd=0.2,
        low=0.6,
        high=1.05,
        unit="",
        evidence="the sides see the tin's walls, which are themselves hot; fitted only",
    ),
    "tin_h": Constant(
        usual=12.0,
        sd=0.35,
        low=6.0,
        high=26.0,
        unit="W/m²K",
        evidence="air to tin in series with a partial contact; fitted only",
    ),
    "escape": Constant(
        usual=0.7,
        sd=0.4,
        low=0.2,
        high=1.0,
        unit="",
        evidence="share of the free-water rate at which a roast's film evaporates: it is no even "
        "film; weighing during a roast",
    ),
    "rest_escape": Constant(
        usual=0.7,
        sd=0.3,
        low=0.3,
        high=1.0,
        unit="",
        evidence="the same in the rest, when juices wet the skin again; fitted only",
    ),
    "film_share": Constant(
        usual=0.7,
        sd=0.4,
        low=0.2,
        high=1.0,
        unit="",
        evidence="more of a dry roast's loss evaporates than is found in the tin",
    ),
    "expel_s": Constant(
        usual=4500.0,
        sd=0.4,
        low=1800.0,
        high=10800.0,
        unit="s",
        evidence="one to three hours; weighing joints of unlike thickness",
    ),
    "seep": Constant(
        usual=2.2e-9,
        sd=0.9,
        low=3e-10,
        high=2e-8,
        unit="m²/s",
        evidence="diffusivity of water towards the drying skin; moisture profiles of roasted meat",
    ),
    "crust_from": Constant(
        usual=0.55,
        sd=0.2,
        low=0.4,
        high=0.75,
        unit="",
        evidence="share of its raw water below which meat is a crust: what only shrinks, having "
        "been wrung out by heat (down to 0.54), conducts as before",
    ),
    "crust_k": Constant(
        usual=0.25,
        sd=0.4,
        low=0.1,
        high=0.6,
        unit="",
        evidence="a dry porous crust conducts 0.08 to 0.2 W/mK",
    ),
    "hot_k": Constant(
        usual=1.0,
        sd=0.2,
        low=0.9,
        high=1.6,
        unit="",
        evidence="conductivity at 80 °C against the component rule's: juice that moves heat, meat "
        "that shrinks, and sections with clefts where the model has an oval; the climbs tell it",
    ),
    "vessel_u": Constant(
        usual=14.0,
        sd=0.3,
        low=8.0,
        high=25.0,
        unit="W/m²K",
        evidence="oven to a closed tin: as still air to a dark plate, less under bright foil",
    ),
    "steam_h": Constant(
        usual=100.0,
        sd=0.5,
        low=30.0,
        high=300.0,
        unit="W/m²K",
        evidence="steam condensing on meat in a vessel that holds some air; hundreds without air",
    ),
    "dry_pot_h": Constant(
        usual=15.0,
        sd=0.3,
        low=8.0,
        high=30.0,
        unit="W/m²K",
        evidence="radiation and free convection from a vessel's walls, once it is dry",
    ),
    "tent_h": Constant(
        usual=3.5,
        sd=0.3,
        low=2.0,
        high=7.0,
        unit="W/m²K",
        evidence="free convection under loose foil, and the foil's own; fitted only",
    ),
    "pan_h": Constant(
        usual=350.0,
        sd=0.4,
        low=150.0,
        high=800.0,
        unit="W/m²K",
        evidence="a hob pan on raw meat; a thermocouple under a joint in a pan",
    ),
    "brown_min": Constant(
        usual=30.0,
        sd=0.6,
        low=8.0,
        high=60.0,
        unit="min",
        evidence="dry surface at 120 °C until brown; a colour card",
    ),
    "rind_min": Constant(
        usual=12.0,
        sd=0.6,
        low=3.0,
        high=40.0,
        unit="min",
        evidence="dried rind at 190 °C until it blisters",
    ),
    "tender_h": Constant(
        usual=1.8, sd=0.5, low=0.8, high=5.0, unit="h", evidence="collagen at 85 °C until tender"
    ),
}


@dataclass(frozen=True, kw_only=True)
class Constants:
    """One set of values, in the units of ``UNCERTAIN``."""

    still_h: float
    fan_h: float
    side_share: float
    tin_h: float
    escape: float
    rest_escape: float
    film_share: float
    expel_s: float
    seep: float
    crust_from: float
    crust_k: float
    hot_k: float
    vessel_u: float
    steam_h: float
    dry_pot_h: float
    tent_h: float
    pan_h: float
    brown_min: float
    rind_min: float
    tender_h: float


CONSTANTS = Constants(**FITTED)
