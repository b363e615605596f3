"""Methods of every shape that some joint can be roasted by, made from a number."""

from __future__ import annotations

from random import Random

from tests.kitchens import roast, sirloin
from trencher.core.joint import Joint
from trencher.core.planner.setup import Roast

JOINTS = (
    sirloin(),
    Joint(cut="lamb-shoulder-bone", weight_kg=1.8, start_c=10.0),
    Joint(cut="beef-fillet", weight_kg=0.9, start_c=15.0),
)
DRESSES = ("", "", "", " covered", " lid", " covered in 300ml", " on roots", " on rack")
TASKS = (
    " + baste every 20min",
    " + baste at 15min",
    " + turn at 12min",
    " + pour 200ml at 10min",
    " + add carrots at 8min",
    " + check every 25min",
    " + uncover at 20min",
)


def generated(seed: int) -> Roast:
    """A roast: perhaps a wait or a pan first, one to three stages of heat, perhaps turned or
    switched off between, to a goal or by the clock, perhaps blasted, then a rest."""
    r = Random(seed)
    joint = r.choice(JOINTS)
    stages: list[str] = []
    if r.random() < 0.2:
        stages.append(f"wait counter {r.randint(10, 60)}min")
    if r.random() < 0.25:
        stages.append(f"sear {r.choice(['2min/side', '90s/side', '6min'])}")
    first = len(stages)
    heats = r.randint(1, 3)
    for n in range(heats):
        heat = r.randrange(100, 245, 5)
        cold = "cold " if n == 0 and not stages and r.random() < 0.2 else ""
        air = r.choice(("", "", " fan"))
        last = n == heats - 1
        goals = [f" {r.randint(12, 50)}min"]
        if last:
            core = r.randint(46, 62)
            goals += [f" until {core}C"] * 2
            goals += [f" until peak {core + 4}C", f" until {core}C for {r.randint(1, 8)}min"]
            goals += [f" {r.randint(10, 20)}min/500g"]
        elif heat >= 200:
            goals.append(" until brown")
        else:
            goals.append(f" until {r.randint(25, 40)}C")
        tasks = "".join(r.sample(TASKS, r.choice((0, 0, 1, 2))))
        stages.append(f"{cold}{heat}C{air}{r.choice(DRESSES)}{r.choice(goals)}{tasks}")
        if not last and r.random() < 0.25:
            stages.append("turn")
    if first and r.random() < 0.3:
        stages.append(f"wait counter {r.randint(5, 15)}min")
    if "until peak" not in stages[-1] and r.random() < 0.2:
        stages.append(f"off {r.randint(10, 50)}min")
    stages.append(f"rest {r.choice(['open', 'tented', 'wrapped'])} {r.randint(5, 40)}min")
    if r.random() < 0.25:
        stages += [
            f"{r.randrange(210, 250, 5)}C {r.randint(5, 12)}min",
            f"rest open {r.randint(4, 12)}min",
        ]
    return roast("; ".join(stages), joint=joint)
