"""What a day decided about a joint, as the roast itself has it: written once, undone whole.

An entry of a day holds the fields asked for, and beside them ``made``: the method written for the
roast, and ``was``: its oven and method before. Whoever chooses another way afterwards has the last
word: the entry then lapses.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace
from typing import Any

from trencher.core.session import Session

FIELDS = ("oven", "air_c", "pace_c", "earlier_min")


def asked_of(entry: Mapping[str, Any]) -> dict[str, Any]:
    """What the day asks of the joint, without what it made of it."""
    return {k: entry[k] for k in FIELDS if entry.get(k) is not None}


def stands(entry: Mapping[str, Any], session: Session) -> bool:
    """Whether the roast has what the day made of it."""
    return bool(entry.get("made")) and session.method == entry["made"]


def before_it(entry: Mapping[str, Any], session: Session) -> Session:
    """The roast as it was before the entry, if that stands; else as it is."""
    if not stands(entry, session):
        return session
    was = entry["was"]
    plan = replace(session.plan, oven_id=was["oven_id"])
    return replace(session, method=was["method"], laid=plan)


def on_top(
    kept: Mapping[str, Any], change: Mapping[str, Any], session: Session
) -> tuple[Session, dict[str, Any]]:
    """A further change to be tried: the roast it starts from, and all that is asked of it."""
    if stands(kept, session):
        return before_it(kept, session), {**asked_of(kept), **change}
    return session, dict(change)


def settled(
    kept: Mapping[str, Any], tried: Mapping[str, Any] | None, sessions: Mapping[str, Session]
) -> tuple[dict[str, Any], dict[str, Session]]:
    """The entries that count, and the roasts they are asked of. ``tried``: entries that are only
    tried, each from what its joint was before the day asked anything of it; None for none."""
    roasts = dict(sessions)
    entries = {k: dict(entry) for k, entry in kept.items()}
    if tried is not None:
        entries = {k: asked_of(entry) for k, entry in tried.items()}
        for k, session in sessions.items():
            old = kept.get(k) or {}
            if entries.get(k, {}) != asked_of(old):
                roasts[k] = before_it(old, session)
            elif old:
                entries[k] = dict(old)
    # Where another way was chosen since, that is the last word.
    standing = {
        k: entry
        for k, entry in entries.items()
        if not entry.get("made") or (k in roasts and stands(entry, roasts[k]))
    }
    return standing, roasts
