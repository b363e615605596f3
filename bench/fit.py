"""``make fit``: the uncertain constants from the field, by regularised least squares.

Residuals are the logarithm of planned over printed minutes, and where a value lies in the range
kitchens know, in halves of it; every constant is drawn to its usual value by its own doubt, and
stays within what physics allows. Rows kept aside take no part. Prints, and writes to docs/fit.md:
the constants with how well they are known, which of them the field cannot tell apart, every
residual, and what each source's rows would be like had it not been there.
"""

from __future__ import annotations

import math
import sys
from collections.abc import Callable, Sequence
from concurrent.futures import ProcessPoolExecutor
from dataclasses import dataclass
from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from scipy.optimize import least_squares

from bench.field import agreement, inside, measured, ratio, sets
from trencher.core.catalogue.field import KNOWN, ROWS, TABLES_BY_ID, FieldKitchen, Printed
from trencher.core.thermal.constants import UNCERTAIN, Constants
from trencher.core.thermal.geometry import FINE

Floats = NDArray[np.float64]
NAMES = tuple(UNCERTAIN)
ROW_SD = 0.13
"""A printed row is believed to a fifth; its shape scatters by as much again where it is a rule."""
RANGE_SD = 0.7
"""Standard deviation of what a range says, in halves of the range."""
CLIMB_SD = 0.58
"""The same of climbs: weighed as times are, they go to the upper ends of their ranges."""
STEP = 0.05
ROUNDS = 8
IN_LOGARITHMS = ("minutes", "hot_surface", "fan_for_still")
HERE = Path(__file__).resolve().parent.parent
APART = 0.75
"""Constants whose errors go together by more than this the field cannot tell apart."""


def constants_of(x: Floats) -> Constants:
    """Constants from the logarithms that are fitted."""
    return Constants(**dict(zip(NAMES, np.exp(x).tolist(), strict=True)))


def _row_miss(row: Printed, constants: Constants) -> float:
    return math.log(ratio(row, constants, FINE)) / ROW_SD


def _known_miss(known: FieldKitchen, constants: Constants) -> float:
    value = measured(known, constants, FINE)
    low, high = known.between
    if known.measure in IN_LOGARITHMS:
        value, low, high = math.log(max(value, 1e-3)), math.log(low), math.log(high)
    sd = CLIMB_SD if known.measure in ("climb", "top", "out") else RANGE_SD
    return (value - 0.5 * (low + high)) / (0.5 * (high - low) * sd)


@dataclass(frozen=True)
class Evidence:
    """What one fit is made from."""

    rows: tuple[Printed, ...]
    known: tuple[FieldKitchen, ...]


EVERYTHING = Evidence(tuple(r for r in ROWS if not r.aside), tuple(k for k in KNOWN if not k.aside))


def misses(evidence: Evidence, x: Floats) -> Floats:
    """Residuals of the evidence, then of the constants against what is usual."""
    constants = constants_of(x)
    found = [_row_miss(r, constants) for r in evidence.rows]
    found += [_known_miss(k, constants) for k in evidence.known]
    usual = [math.log(UNCERTAIN[n].usual) for n in NAMES]
    sds = [UNCERTAIN[n].sd for n in NAMES]
    found += [(v - u) / s for v, u, s in zip(x.tolist(), usual, sds, strict=True)]
    return np.array(found)


def _at(job: tuple[Evidence, Floats]) -> Floats:
    return misses(*job)


Solver = Callable[[Evidence], tuple[Floats, Floats]]


def solver(pool: ProcessPoolExecutor) -> Solver:
    """Fits evidence: the logarithms found, and the slopes there."""
    low = np.array([math.log(UNCERTAIN[n].low) for n in NAMES])
    high = np.array([math.log(UNCERTAIN[n].high) for n in NAMES])

    def slopes(x: Floats, evidence: Evidence) -> Floats:
        # Towards the inside of the range, so that no step leaves it.
        steps = np.where(x + STEP > high, -STEP, STEP)
        points = [x] + [x + s * np.eye(len(x))[i] for i, s in enumerate(steps)]
        values = list(pool.map(_at, [(evidence, p) for p in points]))
        return np.array([(v - values[0]) / s for v, s in zip(values[1:], steps, strict=True)]).T

    def solve(evidence: Evidence) -> tuple[Floats, Floats]:
        start = np.array([math.log(UNCERTAIN[n].usual) for n in NAMES])

        def missed(x: Floats) -> Floats:
            return misses(evidence, x)

        def sloping(x: Floats) -> Floats:
            return slopes(x, evidence)

        found = least_squares(
            missed,
            start,
            jac=sloping,
            bounds=(low, high),
            max_nfev=ROUNDS,
            x_scale="jac",
            ftol=1e-3,
        )
        return found.x, slopes(found.x, evidence)

    return solve


def how_known(slopes: Floats) -> tuple[Floats, Floats]:
    """Standard deviations of the logarithms, and how their errors go together."""
    covariance = np.linalg.inv(slopes.T @ slopes)
    sd = np.sqrt(np.diag(covariance))
    return sd, covariance / np.outer(sd, sd)


def without(source: str) -> Evidence:
    """The evidence without one table, or without the kitchens."""
    if source == "kitchens":
        return Evidence(EVERYTHING.rows, ())
    return Evidence(tuple(r for r in EVERYTHING.rows if r.table != source), EVERYTHING.known)


def report(x: Floats, slopes: Floats, left_out: dict[str, str]) -> str:
    """The page."""
    constants = constants_of(x)
    sd, together = how_known(slopes)
    lines = [
        "# The fit",
        "",
        "Written by `make fit`; do not edit. Constants of `core/thermal/constants`"
        " from the field (`core/catalogue/field`), on the default grid.",
        "",
        "## Constants",
        "",
        "| constant | usual | found | ± | the field's share | allowed | stands on |",
        "|---|---|---|---|---|---|---|",
    ]
    for i, name in enumerate(NAMES):
        c = UNCERTAIN[name]
        told = 1.0 - (sd[i] / c.sd) ** 2
        lines.append(
            f"| {name} | {c.usual:.3g} {c.unit} | **{math.exp(x[i]):.4g}** | {100 * sd[i]:.0f} % "
            f"| {max(told, 0.0):.0%} | {c.low:g}–{c.high:g} | {c.evidence} |"
        )
    lines += [
        "",
        "*The field's share*: how much of the doubt before is gone; a constant with little of "
        "it is its usual value, not a finding.",
        "",
        "## What cannot be told apart",
        "",
    ]
    pairs = [(abs(together[i, j]), i, j) for i in range(len(NAMES)) for j in range(i) if i != j]
    for value, i, j in sorted(pairs, reverse=True)[:6]:
        word = "cannot be told apart" if value >= APART else "go together"
        lines.append(f"- {NAMES[j]} and {NAMES[i]} {word}: {together[i, j]:+.2f}")
    lines += [
        "",
        "## Printed rows: planned over printed",
        "",
        "| set | rows | median | RMS of the logarithm | from … to |",
        "|---|---|---|---|---|",
    ]
    each: list[str] = []
    for name, rows in sets().items():
        ratios = [ratio(r, constants, FINE) for r in rows]
        a = agreement(ratios)
        lines.append(
            f"| {name} | {a.count} | {a.median:.2f} | {a.rms:.2f} | {a.least:.2f} … {a.most:.2f} |"
        )
        for row, value in zip(rows, ratios, strict=True):
            each.append(
                f"| {TABLES_BY_ID[row.table].id}{', aside' if row.aside else ''} | {row.cut} "
                f"| {row.middle_kg:.2f} | {row.air_c:g} | {row.until} "
                f"| {row.middle(row.middle_kg):.0f} | {value:.2f} |"
            )
    lines += [
        "",
        "| table | cut | kg | air °C | until °C | printed min | planned over printed |",
        "|---|---|---|---|---|---|---|",
        *each,
    ]
    lines += ["", "## What kitchens know", "", "| what | range | here | |", "|---|---|---|---|"]
    for known in KNOWN:
        value = measured(known, constants, FINE)
        mark = "" if inside(known, value) else "**outside**"
        aside = " (kept aside)" if known.aside else ""
        lines.append(
            f"| {known.words}{aside}: `{known.method}` | {known.between[0]:g}–{known.between[1]:g} "
            f"| {value:.3g} | {mark} |"
        )
    lines += [
        "",
        "## Each source left out in turn",
        "",
        "What its own rows are like when the constants come from the others alone.",
        "",
        "| left out | its rows then |",
        "|---|---|",
        *(f"| {n} | {w} |" for n, w in left_out.items()),
        "",
    ]
    return "\n".join(lines)


def _told(source: str, x: Floats) -> str:
    constants = constants_of(x)
    if source == "kitchens":
        out = [k.id for k in EVERYTHING.known if not inside(k, measured(k, constants, FINE))]
        return f"{len(out)} of {len(EVERYTHING.known)} outside: {', '.join(out)}"
    a = agreement([ratio(r, constants, FINE) for r in EVERYTHING.rows if r.table == source])
    return f"median {a.median:.2f}, RMS {a.rms:.2f}, {a.least:.2f} … {a.most:.2f}"


def main(arguments: Sequence[str] = ()) -> None:
    """Fit, print, and write ``fitted.py`` and docs/fit.md. ``--look``: print only."""
    with ProcessPoolExecutor(2) as pool:
        solve = solver(pool)
        x, slopes = solve(EVERYTHING)
        sources = [*dict.fromkeys(r.table for r in EVERYTHING.rows), "kitchens"]
        left_out = (
            {}
            if "--quick" in arguments
            else {source: _told(source, solve(without(source))[0]) for source in sources}
        )
    page = report(x, slopes, left_out)
    print(page)
    if "--look" in arguments:
        return
    (HERE / "docs" / "fit.md").write_text(page, encoding="utf-8")
    values = "\n".join(f'    "{n}": {math.exp(v):.4g},' for n, v in zip(NAMES, x, strict=True))
    (HERE / "src/trencher/core/thermal/fitted.py").write_text(
        '"""Written by ``make fit``; the residuals stand in docs/fit.md. Change the field, not '
        'this file."""\n\nFITTED: dict[str, float] = {\n' + values + "\n}\n",
        encoding="utf-8",
    )


if __name__ == "__main__":
    main(sys.argv[1:])
