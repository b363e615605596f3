"""What a reading knows at a place of the text."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from trencher.core.method.notation import LONGEST_MIN
from trencher.core.method.prose.clauses import Clause, clauses_of
from trencher.core.method.prose.drafts import Draft, Drafts
from trencher.core.method.prose.heats import Goal, Heat, scale_of
from trencher.core.method.prose.lexicon import ACT_KINDS
from trencher.core.method.prose.marks import Mention, marks_in
from trencher.core.method.stages import Bed, Length, Off, Oven, Verb
from trencher.core.thermal.kinds import CookerKind
from trencher.core.thermal.surface import Cover, RestHow

LIQUIDS = re.compile(
    r"\b(stock|wine|water|cider|beer|ale|stout|port|sherry|broth|milk|juice)\b", re.IGNORECASE
)
LOOKED_BACK = 240
"""So many letters of a sentence are looked back over: no cook says more before coming to it."""
Where = Literal["before", "ready", "oven", "pan", "out"]


@dataclass
class Said:
    """A length with the mark it stands in, and its place among the clause's words."""

    mark: Mention
    length: Length
    goal: Goal | None = None
    end: int = -1
    either: tuple[Mention, ...] = ()
    plus: Mention | None = None

    @property
    def over(self) -> int:
        """Where its words end."""
        return max(self.end, self.mark.end)


@dataclass
class Part:
    """A heat and the lengths that go with it, within a clause."""

    heat: Heat | None
    lengths: list[Said]


def takes_time(mark: Mention) -> bool:
    """False for a time no stage can have: it is left, and listed."""
    return mark.kind not in ("time", "rate") or (
        mark.low_min > 0.0 and mark.high_min <= LONGEST_MIN
    )


def how_of(covers: Sequence[Mention]) -> RestHow | None:
    """How a rest is covered by what is laid over it; None where nothing is said."""
    kinds = {m.kind for m in covers}
    if "bowl" in kinds:
        return "bowl"
    if "wrap" in kinds:
        return "wrapped"
    if kinds & {"tent", "cover", "lid"}:
        return "tented"
    return "open" if "uncover" in kinds else None


class State:
    """What a reading knows at a place of the text."""

    def __init__(
        self, text: str, kind: CookerKind, weight_kg: float | None, range_c: tuple[float, float]
    ) -> None:
        self.text, self.kind, self.weight_kg, self.range_c = text, kind, weight_kg, range_c
        self.marks = [m for m in marks_in(text) if takes_time(m)]
        self.scale = scale_of(self.marks)
        self.clauses = clauses_of(text, self.marks)
        self.used: dict[Mention, None] = {}
        """What found a use, in that order."""
        self.aside: list[Clause] = []
        self.heats: list[Heat] = []
        self.homeless = False
        """A length or a goal stood where no heat had been said."""
        self.drafts = Drafts(weight_kg)
        self.heat: Heat | None = None
        self.fresh = False
        """The heat was set and no stage had it yet."""
        self.readied = False
        """It was the heat the oven is to have before the joint goes in."""
        self.where: Where = "before"
        self.cover: Cover | None = None
        self.uncovered = False
        """It was said to lie open."""
        self.worn: dict[str, list[Mention]] = {}
        """What was said of its cover, its bed and its liquid, while they last."""
        self.pot = False
        self.pan_hot: int | None = None
        """The sentence in which a pan was made hot, with nothing in it."""
        self.bed: Bed | None = None
        self.liquid: float | None = None
        self.cold = False
        self.fan_drop_c = 0.0
        self.sentence = -1
        self.total: Mention | None = None
        self.hung: list[tuple[Verb, str, float | None, float | None, str, list[Mention]]] = []
        self.task_before: tuple[int, float] | None = None
        """The sentence of the last thing done, and its minute."""
        self.worked_out: Said | None = None
        """A length reckoned before the heats it is for are told."""
        self.final: Part | None = None
        self.within = False
        """Whether what is done last belongs to the time said for all."""
        self.finally_said: Clause | None = None
        self.dress_later: tuple[float, bool, list[Mention]] | None = None
        """When within a time that is still to be said it is uncovered (True) or covered: minutes
        from its beginning, from its end if negative."""
        self.off: Draft | None = None
        """Switched off for a time that is still to be said."""
        self.rest_dress: tuple[RestHow, list[Mention]] | None = None

    def _oven(self, clause: Clause) -> None:
        """A clause about the heat: its own module's work."""
        raise NotImplementedError

    def _soak(self, poured: Sequence[Mention]) -> bool:
        """Liquid around it from here on."""
        raise NotImplementedError

    def _from_the_list(self, behind: Mention | re.Match[str]) -> list[Mention]:
        """*Pour over the stock*: how much of it stands in the list above."""
        start, end = (behind.start, behind.end) if isinstance(behind, Mention) else behind.span()
        if LIQUIDS.match(self.text, start) is not None:
            # "Stock in."
            end = start
        listed = [
            (m, self._line(m))
            for m in self.marks
            if m.kind == "ml" and m.end < start and m not in self.used
        ]
        found: list[Mention] = []
        acts = [m.start for m in self.marks if m.kind in ACT_KINDS and m.start > end]
        over = min([end + 44, *acts[:1]])
        for said in LIQUIDS.finditer(self.text[end:over].split(".")[0]):
            if re.search(
                r"\d\s*(?:ml|cups?|pints?)\s+(?:of\s+)?(?:the\s+)?(?:\w+\s+)?$",
                self.text[end : end + said.start()],
                re.I,
            ):
                # Its amount stands before it.
                continue
            mine = [m for m, line in listed if said[1].casefold() in line and m not in found]
            found += mine[:1]
        return found

    def _line(self, mark: Mention) -> str:
        """What stands on the line of a mark, up to the next thing of a list."""
        before = self.text[: mark.start].rsplit("\n", 1)[-1].rsplit(",", 1)[-1]
        return (before + re.split(r"[\n,]", self.text[mark.end :], maxsplit=1)[0]).casefold()

    def _before(self, at: int) -> str:
        """What the sentence says before a place of the text."""
        return re.split(r"[.;\n]", self.text[max(0, at - LOOKED_BACK) : at])[-1]

    def _use(self, *marks: Mention) -> None:
        self.used.update(dict.fromkeys(marks))

    def _word(self, mark: Mention) -> str:
        return self.text[mark.start : mark.end]

    def _clause_text(self, clause: Clause) -> str:
        return self.text[clause.marks[0].start : clause.marks[-1].end]

    def _lose(self, spoken: Sequence[Mention]) -> None:
        for mark in spoken:
            self.used.pop(mark, None)

    def _before_it_is_on(self) -> bool:
        return not any(isinstance(d.stage, (Oven, Off)) for d in self.drafts.all)

    def _total(self, clause: Clause) -> None:
        self.total = clause.get("time")[0]
        self._use(self.total, *clause.get("total"))
