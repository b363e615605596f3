"""Words that were read and do not show in the method: asked about, like numbers without a use.

A cover, a bed or a vessel that lies over, under or around no stage; *after* behind which stands
what the method has done later.
"""

from __future__ import annotations

import re
from collections.abc import Container, Sequence
from dataclasses import replace

from trencher.core.method.prose.asked import Choice, Open
from trencher.core.method.prose.drafts import Draft
from trencher.core.method.prose.dressing import IF_NEED
from trencher.core.method.prose.marks import Mention
from trencher.core.method.prose.reader import Reader
from trencher.core.method.stages import Method, Oven, Rest, Stage, Turn
from trencher.core.thermal.surface import Cover, RestHow

OVER: dict[str, tuple[Cover, RestHow]] = {
    "cover": ("covered", "tented"),
    "tent": ("covered", "tented"),
    "wrap": ("covered", "wrapped"),
    "lid": ("lid", "tented"),
    "crust": ("salt crust", "open"),
}
"""What a word for a cover can mean: in the heat, in a rest."""
UNDER = {"rack": "rack", "roots": "roots"}
IF = re.compile(r"[.;!\s\d)]*if\b", re.IGNORECASE)
MOST_PLACES = 3
ELSEWHERE = frozenset(("chill", "sear", "fridge", "carve"))
"""What is covered or laid on something in these is no stage in the heat."""


def ask_about_words(reader: Reader, method: Method) -> list[Open]:
    """Open questions about covers and beds that found no stage, and about an order told."""
    return [*_homeless(reader, method), *_order(reader, method), *_perhaps(reader, method)]


def _homeless(reader: Reader, method: Method) -> list[Open]:
    shown = {m for d in reader.drafts.all for m in d.marks}
    found: list[Open] = []
    for clause in reader.clauses:
        if clause in reader.aside or clause.act in ELSEWHERE:
            continue
        for mark in clause.marks:
            family = OVER if mark.kind in OVER else UNDER
            if mark.kind not in family or mark in shown or _told(reader, mark, shown, family):
                continue
            if IF_NEED.match(reader.text[mark.end :]):
                continue
            words = reader.text[mark.start : mark.end].strip()
            choices = _places(method, mark)
            if len(choices) > 1:
                question = f"“{words}” shows in no stage: where does it belong?"
                found.append(Open(f"words:{mark.start}", question, tuple(choices)))
    return found


def _told(reader: Reader, mark: Mention, shown: set[Mention], family: Container[str]) -> bool:
    """Whether the sentence says the same in other words, and those show."""
    start, end = _sentence(reader, mark)
    return any(start <= m.start < end and m.kind in family for m in shown)


def _places(method: Method, mark: Mention) -> list[Choice]:
    """Each stage it could belong to, the first reading being that it belongs to none."""
    found = [Choice("to none of them", method)]
    for n, stage in enumerate(method.stages):
        changed = _dressed(stage, mark)
        if changed is not None and changed != stage and len(found) <= MOST_PLACES:
            stages = (*method.stages[:n], changed, *method.stages[n + 1 :])
            found.append(Choice(f"to {stage}", Method(stages)))
    return found


def _dressed(stage: Stage, mark: Mention) -> Stage | None:
    if isinstance(stage, Oven):
        if mark.kind in UNDER:
            return replace(stage, bed="rack" if mark.kind == "rack" else "roots")
        return replace(stage, cover=OVER[mark.kind][0])
    if isinstance(stage, Rest) and mark.kind in OVER:
        return replace(stage, how=OVER[mark.kind][1])
    return None


def _order(reader: Reader, method: Method) -> list[Open]:
    """*8 minutes under the grill after two hours at 170C*: what is told behind comes before."""
    found: list[Open] = []
    drafts = reader.drafts.all
    for clause in reader.clauses:
        for mark in clause.marks:
            if mark.kind not in ("after", "having"):
                continue
            start, end = _sentence(reader, mark)
            told = [(n, _span(d, start, end)) for n, d in enumerate(drafts)]
            first = [n for n, s in told if s is not None and s[0] >= mark.end]
            later = [n for n, s in told if s is not None and s[1] <= mark.start]
            if not first or not later or max(first) < min(later):
                continue
            if any(isinstance(method.stages[n], Turn) for n in (*first, *later)):
                continue
            order = [n for n in range(len(drafts)) if n not in first]
            order[order.index(min(later)) : order.index(min(later))] = first
            swapped = Method(tuple(method.stages[n] for n in order))
            if isinstance(swapped.stages[0], Rest):
                continue
            question = "The words say “after”: which comes first?"
            last = Choice("what is told last comes first", swapped)
            choices = (Choice("as it is read", method), last)
            found.append(Open(f"order:{mark.start}", question, choices))
    return found


def _perhaps(reader: Reader, method: Method) -> list[Open]:
    """*If the skin is not crisp, 5 minutes under the grill*: with it, or without."""
    found: list[Open] = []
    if sum(isinstance(d.stage, Oven) for d in reader.drafts.all) < 2:
        return found
    for n, draft in enumerate(reader.drafts.all):
        said = [m for m in draft.marks if m.kind in ("time", "rate")]
        if not said or not isinstance(draft.stage, Oven):
            continue
        start, _ = _sentence(reader, said[-1])
        if IF.match(reader.text[start:]) is None:
            continue
        without = Method((*method.stages[:n], *method.stages[n + 1 :]))
        choices = (Choice("with it", method), Choice("without it", without))
        words = f"“{draft.stage}” is told of with an if: is it planned?"
        found.append(Open(f"perhaps:{n}", words, choices))
    return found


def _sentence(reader: Reader, mark: Mention) -> tuple[int, int]:
    ends = [m.start for m in reader.marks if m.kind == "end"]
    before = [e for e in ends if e < mark.start]
    behind = [e for e in ends if e > mark.start]
    return (before[-1] if before else 0), (behind[0] if behind else len(reader.text))


def _span(draft: Draft, start: int, end: int) -> tuple[int, int] | None:
    """From where to where a sentence tells of a stage: its lengths and acts."""
    said: Sequence[Mention] = [m for m in draft.marks if m.kind in ("time", "rate", "temp")]
    inside = [m for m in said if start <= m.start < end]
    if not inside or len(inside) < len(said):
        return None
    return min(m.start for m in inside), max(m.end for m in inside)
