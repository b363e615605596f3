"""Marks gathered into clauses: one thing done each, with what is said about it. Pure."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace
from itertools import pairwise

from trencher.core.method.prose.lexicon import ACT_KINDS
from trencher.core.method.prose.marks import Mention

ROLES = ("first", "last", "after", "every", "second", "remaining", "before")
MOST_MARKS = 60
"""No cook says more in one clause; what comes without an end is cut, so that none takes long."""
_NEAR = 26
"""Letters within which a word such as *after* speaks of the number behind it."""
_OVEN_NOUN = re.compile(r"^(?:in\s+(?:the|an?)\s+)?oven$", re.IGNORECASE)
_WEAK = re.compile(
    r"^(?:in\s+(?:the|an?)\s+oven|oven|allow|continue|give.*|start(?:ed)?|begin|finish(?:ed)?"
    r"|carry\s+on|keep\s+going|go(?:es)?\s+(?:in|on))$",
    re.IGNORECASE,
)
_BEHIND = re.compile(r",\s*(?:covered|under\s[\w\s]+|(?:lid|foil)\s+on)$", re.IGNORECASE)
"""A cover told of behind a comma: of what stands before it."""
_UNDER = re.compile(r"\s*(?:under|wrapped|tented|loosely|in\s+foil)\b", re.IGNORECASE)
_PLACE = re.compile(r"(?:on|in|into)\s", re.IGNORECASE)
_MEAT = re.compile(
    r"\b(?:it|joint|meat|roast|beef|lamb|pork|leg|shoulder|rib|venison|loin|fillet|haunch)\b",
    re.IGNORECASE,
)
LABEL = re.compile(
    r"\s*(?:(?:rest(?:ing)?|cook(?:ing)?|total|chill(?:ing)?) time\s*:|cook\s*:?\s*\d)",
    re.IGNORECASE,
)
HEADS = re.compile(r"^\s*(?:prep|servings)", re.IGNORECASE | re.MULTILINE)
HEAD = re.compile(r"\s*(?:takes|ready|prep(?:aration)?|serves|feeds|hands[\s-]on)\b", re.IGNORECASE)
OF = re.compile(r"\s*of\s+(?:an?\s+|the\s+|its\s+)?$", re.IGNORECASE)
BEFORE_END = re.compile(r"\s*(?:before|from)\s+the\s+end\b", re.IGNORECASE)
AHEAD = re.compile(
    r"\s*(?:before|ahead|beforehand)\b"
    r"(?!\s+(?:you\s+|it\s+is\s+|it['’]s\s+)?(?:carv|serv|slic|shred|pull|cut|unt|unw))",
    re.IGNORECASE,
)
"""A time before the joint goes in, not before it is carved."""
LISTED = re.compile(r"^\s*(?:[-•*–·]\s*)?(?:\d+(?![\d.)])|[¼½¾⅓⅔])")
"""The beginning of a line of ingredients: a number that numbers no step."""
DRESS = frozenset(("cover", "wrap", "tent", "lid", "bowl", "uncover"))
DONE_MEANWHILE = frozenset(("baste", "turn", "add", "pour"))
ARGS = frozenset(("temp", "time", "rate"))
JOINS = frozenset(("preheat", "down", "up", "back", "roast", "grill"))
"""Acts that a verb of roasting goes on with: one clause."""


@dataclass
class Clause:
    """What stands between two things done. ``acts`` in their order; ``sentence``: its number;
    ``line``: whether it begins a line."""

    sentence: int
    line: bool
    marks: list[Mention] = field(default_factory=list)
    acts: list[Mention] = field(default_factory=list)

    @property
    def act(self) -> str:
        """What is done: the last strong word, "" where none is said."""
        kinds = [a.kind for a in self.acts]
        strong = [k for k in kinds if k != "roast"]
        if len(strong) > 1 and strong[-1] == "carve":
            return strong[-2]
        if strong[-2:] in (["off", "rest"], ["rest", "off"]):
            return "off"
        return strong[-1] if strong else kinds[-1] if kinds else ""

    def has(self, *kinds: str) -> bool:
        """Whether one of these is said."""
        return any(m.kind in kinds for m in self.marks)

    def get(self, *kinds: str) -> list[Mention]:
        """What is said of these kinds, in order."""
        return [m for m in self.marks if m.kind in kinds]

    def role(self, mark: Mention, text: str) -> str:
        """What the nearest word before a time makes of it: after, every, first, last …"""
        i = self.marks.index(mark)
        prior = self.marks[i - 1] if i else mark
        if prior.kind == "time" and prior.bare and text[prior.end : mark.start].strip() == "and":
            # "After 20 and 40 minutes"
            return self.role(prior, text)
        for before in reversed(self.marks[:i]):
            if before.kind in ARGS or mark.start - before.end > _NEAR:
                break
            if before.kind in ROLES and not re.search(r"[,;:]", text[before.end : mark.start]):
                told = self.marks[: self.marks.index(before)]
                if told and told[-1].kind == "after" and before.kind in ("first", "second"):
                    return "after"
                return before.kind
        follow = text[mark.end : mark.end + 34].casefold()
        if re.match(
            r"\s*(?:before|from)\s+(?:the\s+end|it\s+(?:is\s+(?:done|due|ready)|comes\s+out)|time|you\s+take|taking)",
            follow,
        ):
            return "before_end"
        if AHEAD.match(follow):
            return "before_in"
        return ""


def clauses_of(text: str, marks: Sequence[Mention]) -> list[Clause]:
    """The clauses of a text, in order."""
    found: list[Clause] = []
    now = Clause(0, True)

    def close(*, sentence: bool, line: bool = False) -> None:
        nonlocal now
        if now.marks:
            found.append(now)
        now = Clause(now.sentence + sentence, line)

    for n, mark in enumerate(marks):
        if (
            mark.kind == "after"
            and now.act == "rest"
            and now.has("time", "as_long")
            and ([m.kind for m in marks[n + 1 : n + 3]] in (["time", "temp"], ["rate", "temp"]))
        ):
            # "Rest 20 minutes after an hour at 190C": told last, done before.
            mark = replace(mark, kind="having")
        word = text[mark.start : mark.end]
        if len(now.marks) >= MOST_MARKS:
            close(sentence=False)
        if mark.kind == "end":
            close(sentence=True, line=word == "\n")
            continue
        if mark.kind in ("then", "having", "before_that"):
            close(sentence=False)
        if mark.kind in ACT_KINDS:
            ahead = _its_own_time(now, mark, text)
            if ahead is not None and len(now.marks) == 1:
                pass
            elif ahead is not None:
                now.marks.remove(ahead)
                close(sentence=False)
                now.marks.append(ahead)
            elif _starts_anew(now, mark, word, text):
                close(sentence=False)
            now.acts.append(mark)
        elif now.marks and _set_apart(now, mark, text):
            close(sentence=False)
        now.marks.append(mark)
    close(sentence=True)
    return _whole_first(found, text)


def _whole_first(clauses: Sequence[Clause], text: str) -> list[Clause]:
    """*Under foil for the last hour of three at 160C*: the three are told of before the last."""
    found: list[Clause] = []
    for clause in clauses:
        for a, b in pairwise(clause.marks):
            of = a.kind == b.kind == "time" and OF.match(text[a.end : b.start])
            if of and clause.role(a, text) in ("first", "last", "after"):
                n = clause.marks.index(b)
                acts = [m for m in clause.acts if m in clause.marks[n:]]
                found.append(Clause(clause.sentence, clause.line, clause.marks[n:], acts))
                clause.marks = clause.marks[:n]
                clause.acts = [m for m in clause.acts if m in clause.marks]
                break
        found.append(clause)
    return found


def _set_apart(now: Clause, mark: Mention, text: str) -> bool:
    """Whether a cover, a second time or *the last …*, after a comma, begins a clause of its own."""
    between = text[now.marks[-1].end : mark.start]
    joined = re.search(r"[,;]|\band\b", between) is not None
    if mark.kind in ARGS and joined:
        dressed = now.has(*DRESS) and now.has("temp") and now.has("time", "rate")
        # "Two hours at 160C under a lid and half an hour at 200C without it."
        alone = now.has(*DRESS) and now.has("time") and not now.has("temp") and not now.acts
        if alone and mark.kind == "temp" and re.match(r"\s*for\b", text[mark.end :], re.IGNORECASE):
            # "… 20 minutes under foil, 260C for 8"
            return True
        again = mark.kind == "temp" and now.marks[-1].kind in ("temp", "fan_word")
        if dressed and not again and not now.has("first", "last", "after"):
            return True
        behind = all(m.kind in DRESS for m in now.marks) and not now.acts
        if behind and _BEHIND.search(text[: now.marks[0].end]) and "and" in between:
            return True
    if mark.kind == "temp" and now.act == "fridge":
        return now.has("time")
    if mark.kind == "time" and "," in between and now.has("until") and _whole(now):
        # "250F until 125F, 20 minutes under foil"
        return _UNDER.match(text[mark.end :]) is not None
    if mark.kind == "time":
        return (
            "," in between and now.has("time") and (now.has(*DRESS) or now.act in ("sear", "rest"))
        )
    if mark.kind == "uncover" and now.has("after") and now.has("temp"):
        return True
    if mark.kind == "temp" and now.act in ("rest", "off"):
        # "Rest 10 minutes, 260C for 8": the heat comes after the rest.
        return "," in between and now.has("time")
    if mark.kind == "until" and now.act == "sear":
        return now.has("time") and re.search(r"\band\b", between) is not None
    if mark.kind == "cover" and now.act == "sear":
        return "," in between and now.has("time", "rate", "side", "brown")
    if mark.kind in DRESS and now.marks[0].kind == "after" and not now.acts and now.has("temp"):
        return True
    if now.act not in (
        "",
        *JOINS,
        *(DONE_MEANWHILE if mark.kind in DRESS else ()),
    ) or not re.search(r"[,;:]|\band\b", between):
        return False
    if mark.kind in ("last", "after", "second"):
        return now.has("time", "rate")
    return mark.kind in DRESS and _whole(now) and not now.has("last")


def _whole(now: Clause) -> bool:
    """Whether a clause says already how long."""
    return (
        now.has("time", "rate")
        or len(now.get("temp")) > 1
        or (now.has("until") and now.has("temp", "brown", "crisp", "tender"))
    )


def _its_own_time(now: Clause, mark: Mention, text: str) -> Mention | None:
    """The time of *half an hour's rest*, where other things stand before it."""
    last = now.marks[-1] if now.marks else None
    if (
        now.act == "sear"
        and mark.kind == "roast"
        and last is not None
        and last.kind == "time"
        and len(now.get("time", "rate")) > 1
        and _OVEN_NOUN.match(text[mark.start : mark.end])
    ):
        # "… on the hob and 8 minutes in the oven"
        return last
    if mark.kind not in ("rest", "sear") or last is None or last.kind != "time":
        return None
    if text[mark.start : mark.end].casefold() not in (
        "rest",
        "resting",
        "sear",
        "for the rest",
        "out of the oven",
    ):
        return None
    return (
        last
        if re.fullmatch(r"['’]?s?['’]?\s*(?:(?:of|to)\s+)?", text[last.end : mark.start])
        else None
    )


def _starts_anew(now: Clause, mark: Mention, word: str, text: str) -> bool:
    """Whether an act begins a clause of its own."""
    if not now.acts:
        # A thing done after a heat or a time of its own: "20 minutes at 220C, turn down".
        if any(BEFORE_END.match(text[m.end : mark.start]) for m in now.get("time")):
            return False
        apart = (
            re.search(r"[,;:]|\band\b", text[now.marks[-1].end : mark.start]) if now.marks else None
        )
        if mark.kind in ("rest", "sear") and apart is None:
            return False
        if mark.kind == "out" and apart is None and [m.kind for m in now.marks] == ["temp"]:
            # "At 50C take it out"
            return False
        if mark.kind == "roast":
            # "Foil over it after 45 minutes and roast …"
            return bool(apart) and now.has("after") and now.marks[0].kind in DRESS
        return now.has("temp", "time", "rate") and (
            now.has("temp", *DRESS) or not now.has("after", "first", "last")
        )
    if now.act == "sear" and mark.kind == "sear":
        return False
    if mark.kind == "roast":
        if _OVEN_NOUN.match(word):
            return now.act == "sear" and now.has("time", "rate", "side", "brown")
        if _WEAK.match(word):
            return now.has(*ARGS) and now.act not in JOINS
        dressed = now.has(*DRESS) and now.has("temp") and _whole(now)
        return now.act not in JOINS or dressed
    if mark.kind == "grill" and now.act == "roast" and word.casefold().startswith("under"):
        return now.has("temp")
    if mark.kind == "sear" and now.act == "roast" and _PLACE.match(word):
        # "Three minutes a side on the hob": where it is done, not another thing done.
        return now.has("temp")
    if (
        now.act == "roast"
        and not now.has(*ARGS)
        and _WEAK.match(text[now.acts[-1].start : now.acts[-1].end])
    ):
        return False
    if {mark.kind, now.act} <= {"rest", "out"} or (now.act == "carve" and mark.kind == "rest"):
        return now.has("temp", "time")
    if (
        now.act == "rest"
        and mark.kind in ("carve", "off", "fridge", "chill")
        and not now.has(*ARGS)
    ):
        return False
    inside = "in the oven" in text[now.marks[0].start : mark.start].casefold()
    if now.act == "rest" and mark.kind == "off" and (word.endswith("oven") or inside):
        return False
    if now.act == "rest" and mark.kind == "carve":
        return False
    return not (now.act == "off" and mark.kind == "rest" and not now.has(*ARGS))


def _of_the_head(clause: Clause, text: str) -> bool:
    """*Prep 15 minutes. Cook an hour.*: on one line, before any heat is told of."""
    start = clause.marks[0].start
    line = text[text.rfind("\n", 0, start) + 1 :].split("\n", 1)[0]
    headed = HEAD.match(line) or (LABEL.match(line) and re.search(HEADS, text))
    return bool(headed) and not re.search(r"\d{3}|\bgas\b|°", line)


def about_something_else(clause: Clause, text: str) -> bool:
    """Whether a clause is about a dish beside the joint, an ingredient or the head of a recipe."""
    if clause.act != "fridge" and (clause.has("skip") or _of_the_head(clause, text)):
        return True
    first = clause.marks[0]
    title, _, below = text.lstrip().partition("\n")
    if first.start < len(title) and below.strip() and not re.search(r"[\d.;:!]", title):
        return True
    line = text[: first.start].rsplit("\n", 1)[-1]
    begins = clause.line and not re.search(r"\w", line)
    listed = begins and first.kind in ("measure", "ml")
    if listed and not clause.acts and not clause.has(*ARGS):
        return True
    line += text[first.start : first.end]
    if LISTED.match(line) and not clause.acts and not clause.has(*ARGS) and "\n" in text:
        return True
    words = re.split(r"[.;\n]\s", text[: clause.marks[-1].end])[-1]
    poured = clause.has("pour") and not clause.has("time", "rate")
    rested = clause.act == "rest" and clause.acts[0].start < clause.get("hob", "rest")[0].end
    rested = rested or clause.act == "back" or clause.has("uncover", "more")
    if clause.has("hob") and not clause.has("temp") and not poured and not rested:
        return True
    return (
        clause.has("dish")
        and clause.act in ("", "roast", "rest", "turn", "out", "back")
        and not clause.has("roots", "uncover", "lid")
        and not _MEAT.search(words)
    )
