"""Written by ``make fit``; the residuals stand in docs/fit.md. Change the field, not this file."""

FITTED: dict[str, float] = {
    "still_h": 12.49,
    "fan_h": 24.61,
    "side_share": 0.8615,
    "tin_h": 24.06,
    "escape": 0.3809,
    "rest_escape": 0.9258,
    "film_share": 1,
    "expel_s": 2744,
    "seep": 2.43e-09,
    "crust_from": 0.589,
    "crust_k": 0.2467,
    "hot_k": 1.157,
    "vessel_u": 13.14,
    "steam_h": 61.37,
    "dry_pot_h": 15.75,
    "tent_h": 5.138,
    "pan_h": 391.9,
    "brown_min": 19.28,
    "rind_min": 8.747,
    "tender_h": 1.677,
}
