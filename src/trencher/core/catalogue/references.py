"""Where figures come from. A record cites one of these, or says that nobody is to blame but us."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Reference:
    """One source: short text, and what it is good for."""

    text: str
    use: str


REFERENCES: dict[str, Reference] = {
    "choi-okos-1986": Reference("Choi & Okos (1986)", "component property correlations"),
    "schwartzberg-1976": Reference("Schwartzberg (1976)", "ice fraction"),
    "van-der-sman-2007": Reference("van der Sman (2007)", "water held by heated muscle"),
    "usda-guidance": Reference(
        "USDA FSIS consumer guidance on minimum temperatures", "figures of the US profile"
    ),
    "uk-fsa-guidance": Reference(
        "UK Food Standards Agency cooking guidance", "figures of the UK profile"
    ),
    "composition-typical": Reference(
        "typical range of national food composition tables, rounded; no single table copied",
        "water, protein and fat of raw cuts",
    ),
    "own": Reference("a user's own cut", "whatever its user says"),
    "estimate": Reference(
        "estimate, no source", "proportions, trim and bone: to be replaced by measurements"
    ),
}
