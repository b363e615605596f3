"""Recipe words with the stages they mean, all of our own wording: ``corpus/*.txt``."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Literal

from trencher.core.method.notation import parse_method
from trencher.core.method.prose import read_prose

HERE = Path(__file__).parent / "corpus"
WEIGHT_KG = 2.0
Verdict = Literal["right", "asked", "wrong"]


@dataclass(frozen=True)
class Said:
    """Words and the method they mean, under a heading."""

    heading: str
    text: str
    method: str


def sentences(name: str = "sentences") -> list[Said]:
    """``== heading``, then words, and ``> `` before the method they mean."""
    found: list[Said] = []
    heading = ""
    words: list[str] = []
    for line in (HERE / f"{name}.txt").read_text(encoding="utf-8").splitlines():
        if line.startswith("== "):
            heading, words = line[3:], []
        elif line.startswith("> "):
            found.append(Said(heading, "\n".join(words).strip(), line[2:]))
            words = []
        else:
            words.append(line)
    return found


def judged(said: Said) -> tuple[Verdict, str]:
    """Read right; or asked, with the right one among the answers, or nothing claimed; or wrong."""
    want = str(parse_method(said.method))
    reading = read_prose(said.text, kind="fan", weight_kg=WEIGHT_KG, range_c=(50.0, 250.0))
    got = str(reading.method)
    if got == want:
        return "right", got
    answers = {str(c.method) for o in reading.opens for c in o.choices}
    return ("asked" if reading.method is None or want in answers else "wrong"), got
