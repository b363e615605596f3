"""The access code: what a screen must know once, and how often it may guess."""

from __future__ import annotations

import hmac
import json
import secrets
from collections import OrderedDict
from dataclasses import dataclass
from pathlib import Path

LETTERS = "23456789ABCDEFGHJKMNPQRSTVWXYZ"
"""No 0 and O, no 1, I and L, no U: read aloud across a kitchen."""
LONG = 8
LOOK_LONG = 24
"""Hex figures of a key to look at a day: 96 bits."""
FREE_TRIES = 5
LONGEST_WAIT_S = 300.0
MOST_GUESSERS = 1000


@dataclass(frozen=True)
class Access:
    """The code as shown, and the secret behind what admitted screens keep."""

    code: str
    secret: str

    @property
    def token(self) -> str:
        """What an admitted screen keeps; another code makes another."""
        return hmac.new(self.secret.encode(), self.code.encode(), "sha256").hexdigest()

    @property
    def cookie(self) -> str:
        """The name under which a screen keeps the token: each kitchen's own, for a browser knows
        host names and not ports."""
        mark = hmac.new(self.secret.encode(), b"cookie", "sha256").hexdigest()
        return f"trencher_screen_{mark[:8]}"

    def opens(self, typed: str) -> bool:
        """Whether somebody typed the code: small letters, spaces and dashes are forgiven."""
        plain = "".join(c for c in typed.upper() if c.isalnum())
        return hmac.compare_digest(plain.encode(), self.code.replace("-", "").encode())

    def knows(self, token: str) -> bool:
        """Whether a screen was let in before."""
        return hmac.compare_digest(token.encode(), self.token.encode())

    def look_key(self, date: str) -> str:
        """What lets somebody look at one day and do nothing: of this code, this day alone."""
        told = f"look {self.code} {date}".encode()
        return hmac.new(self.secret.encode(), told, "sha256").hexdigest()[:LOOK_LONG]

    def looks(self, date: str, key: str) -> bool:
        """Whether a key is this day's."""
        return hmac.compare_digest(key.encode(), self.look_key(date).encode())


def fresh_access() -> Access:
    """A new code; every screen must be let in again."""
    letters = "".join(secrets.choice(LETTERS) for _ in range(LONG))
    return Access(f"{letters[:4]}-{letters[4:]}", secrets.token_hex(32))


def kept_access(folder: Path, *, new: bool = False) -> Access:
    """The code of this database's folder, made at the first call (or anew). Its file is for its
    owner alone."""
    path = folder / "access.json"
    if path.exists() and not new:
        kept = json.loads(path.read_text(encoding="utf-8"))
        return Access(kept["code"], kept["secret"])
    made = fresh_access()
    write_private(path, json.dumps({"code": made.code, "secret": made.secret}).encode())
    return made


def write_private(path: Path, content: bytes) -> None:
    """Write a file that only its owner may read."""
    path.parent.mkdir(parents=True, exist_ok=True)
    path.unlink(missing_ok=True)
    path.touch(mode=0o600)
    path.write_bytes(content)


class Tries:
    """Wrong codes by who typed them: five are free, then each wait is twice the last."""

    def __init__(self) -> None:
        self._wrong: OrderedDict[str, tuple[int, float]] = OrderedDict()

    def wait_s(self, who: str, now: float) -> float:
        """Seconds until this one may try again; 0: now."""
        count, until = self._wrong.get(who, (0, 0.0))
        return max(0.0, until - now) if count >= FREE_TRIES else 0.0

    def wrong(self, who: str, now: float) -> None:
        """Another wrong code."""
        count = self._wrong.pop(who, (0, 0.0))[0] + 1
        wait = min(2.0 ** max(count - FREE_TRIES + 1, 0), LONGEST_WAIT_S)
        self._wrong[who] = (count, now + wait)
        while len(self._wrong) > MOST_GUESSERS:
            self._wrong.popitem(last=False)

    def right(self, who: str) -> None:
        """The right code: forgotten."""
        self._wrong.pop(who, None)
