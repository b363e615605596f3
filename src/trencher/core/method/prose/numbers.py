"""Numbers as cooks write and say them: digits, words, fractions, spans. Pure.

``NUMBER`` and ``SPAN`` are pieces of expressions, to be used without regard to case.
"""

from __future__ import annotations

import re

ONES = {
    "one": 1,
    "two": 2,
    "three": 3,
    "four": 4,
    "five": 5,
    "six": 6,
    "seven": 7,
    "eight": 8,
    "nine": 9,
}
TEENS = {
    "ten": 10,
    "eleven": 11,
    "twelve": 12,
    "thirteen": 13,
    "fourteen": 14,
    "fifteen": 15,
    "sixteen": 16,
    "seventeen": 17,
    "eighteen": 18,
    "nineteen": 19,
}
TENS = {
    "twenty": 20,
    "thirty": 30,
    "forty": 40,
    "fifty": 50,
    "sixty": 60,
    "seventy": 70,
    "eighty": 80,
    "ninety": 90,
}
FRACTIONS = {
    "¼": 0.25,
    "½": 0.5,
    "¾": 0.75,
    "⅓": 1 / 3,
    "⅔": 2 / 3,
    "1/4": 0.25,
    "1/2": 0.5,
    "3/4": 0.75,
    "1/3": 1 / 3,
    "2/3": 2 / 3,
}
SHARES = {"half": 0.5, "a half": 0.5, "a quarter": 0.25, "three quarters": 0.75}


def _any(words: object) -> str:
    return "|".join(sorted(words, key=len, reverse=True))  # type: ignore[call-overload]


_FRACTION = r"(?:[¼½¾⅓⅔]|(?<!\d)[123]/[234](?!\d))"
SMALL = rf"(?:(?:{_any(TENS)})(?:[\s-]+(?:{_any(ONES)}))?|{_any(TEENS)}|{_any(ONES)})"
_HUNDREDS = rf"(?:(?:an?|{_any(ONES)})\s+hundred(?:\s+(?:and\s+)?{SMALL})?)"
_SHARE = r"three[\s-]+quarters|a\s+quarter|a\s+half"
_SPOKEN = (
    rf"\b(?:{_HUNDREDS}|{SMALL}|a\s+couple\s+of|an?(?!\s+(?:few|little|bit)))"
    rf"(?:\s+and\s+(?:{_SHARE}))?\b"
)
_DIGITS = rf"(?<![\d.,/])\d+(?:[.,]\d+)?(?!\s*/\s*\d)(?:\s*(?:and\s+)?{_FRACTION})?"
NUMBER = rf"(?:{_DIGITS}|{_FRACTION}|{_SPOKEN})"
TO = r"\s*(?:-|–|—|to|or|and)\s*"


def span_of(name: str) -> str:
    """An expression for one number or two that make a range, in groups ``name`` and ``name2``."""
    joined = r"\s*(?:-|–|—|\bto\b|\bor\b)\s*"
    return (
        rf"(?:between\s+(?P<{name}b>{NUMBER})\s*(?:and|to|-|–)\s*(?P<{name}c>{NUMBER})"
        rf"|(?P<{name}>{NUMBER})(?:{joined}(?P<{name}2>{NUMBER}))?)"
    )


def span(m: re.Match[str], name: str) -> tuple[float, float]:
    """What ``span_of`` found: lowest and highest."""
    if m[f"{name}b"]:
        low, high = value(m[f"{name}b"]), value(m[f"{name}c"])
    else:
        low = value(m[name])
        high = value(m[f"{name}2"]) if m[f"{name}2"] else low
    return min(low, high), max(low, high)


def value(text: str) -> float:
    """What a number is worth: ``1½``, ``two and a half``, ``a hundred and sixty``, ``3/4``."""
    words = " ".join(text.casefold().replace("-", " ").split())
    for tail, share in SHARES.items():
        if words.endswith(f" and {tail}"):
            return value(words[: -len(tail) - 5]) + share
    total = 0.0
    for name, share in FRACTIONS.items():
        if words.endswith(name):
            total += share
            words = words[: -len(name)].removesuffix(" and ").strip()
            break
    if not words:
        return total
    if re.fullmatch(r"\d+(?:[.,]\d+)?", words):
        return total + float(words.replace(",", "."))
    return total + _said(words)


def _said(words: str) -> float:
    if words == "a couple of":
        return 2.0
    known = {"a": 1, "an": 1} | ONES | TEENS | TENS
    total = 0.0
    for word in words.split():
        if word == "hundred":
            total = max(total, 1.0) * 100.0
        elif word != "and":
            total += known[word]
    return total
