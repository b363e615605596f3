"""Draw docs/house.svg from the imports: folders as rooms, facts above and words below, an arrow
for who asks whom, as thick as it is often. `make house` makes it anew."""

from __future__ import annotations

import ast
from collections import Counter
from pathlib import Path

SOURCE = Path("src/trencher")
OUT = Path("docs/house.svg")
FLOORS = (
    ("errors", "events", "units"),
    ("thermal", "catalogue"),
    ("joint", "method", "outcome"),
    ("planner", "day"),
    ("belief", "plan", "entries", "session"),
    ("formats", "devices", "store", "sim"),
    ("service", "lan"),
    ("api", "serving", "settings", "main", "cli"),
)
WIDE, TALL, GAP, ROOM, TOP = 1040, 64, 46, 12, 70


def room_of(name: str) -> str | None:
    """The room a module stands in: a folder of the core, else a folder of the house."""
    parts = name.removeprefix("trencher").strip(".").split(".")
    room = parts[1] if parts[0] == "core" and len(parts) > 1 else parts[0]
    return room if any(room in floor for floor in FLOORS) else None


def asked() -> tuple[Counter[tuple[str, str]], Counter[str]]:
    """How often each room imports another, and how many lines stand in each."""
    arrows: Counter[tuple[str, str]] = Counter()
    lines: Counter[str] = Counter()
    for path in SOURCE.rglob("*.py"):
        name = ".".join(path.with_suffix("").relative_to(SOURCE).parts)
        here = room_of(name)
        if here is None:
            continue
        text = path.read_text(encoding="utf-8")
        lines[here] += sum(1 for line in text.splitlines() if line.strip())
        for node in ast.walk(ast.parse(text)):
            if isinstance(node, ast.ImportFrom) and (node.module or "").startswith("trencher"):
                there = room_of(node.module or "")
                if there is not None and there != here:
                    arrows[here, there] += 1
    return arrows, lines


def draw() -> str:
    """The picture."""
    arrows, lines = asked()
    at: dict[str, tuple[float, float, float]] = {}
    for n, floor in enumerate(FLOORS):
        width = (WIDE - ROOM * (len(floor) + 1)) / len(floor)
        for i, room in enumerate(floor):
            at[room] = (ROOM + i * (width + ROOM), TOP + n * (TALL + GAP), width)
    parts = []
    for (here, there), count in sorted(arrows.items(), key=lambda arrow: arrow[1]):
        (x0, y0, w0), (x1, y1, w1) = at[here], at[there]
        level = y0 == y1
        a, b = x0 + w0 / 2, x1 + w1 / 2
        start, end = (y0, y1 + TALL) if y1 < y0 else (y0 + TALL, y1)
        if level:
            start = end = y0 + TALL
        bend = start + 26 if level else (start + end) / 2
        colour = "#8a2b38" if y1 > y0 else "#5d5148"
        parts.append(
            f'<path d="M{a:.0f} {start:.0f}C{a:.0f} {bend:.0f} {b:.0f} {bend:.0f}'
            f' {b:.0f} {end:.0f}"'
            f' fill="none" stroke="{colour}" stroke-opacity="0.4"'
            f' stroke-width="{min(7.0, 0.7 + count / 9):.1f}"/>'
        )
    for room, (x, y, width) in at.items():
        parts.append(
            f'<rect x="{x:.0f}" y="{y:.0f}" width="{width:.0f}" height="{TALL}" rx="4"'
            ' fill="#fbf8f1" stroke="#241d19" stroke-width="1.5"/>'
            f'<text x="{x + 10:.0f}" y="{y + 27:.0f}" font-weight="700">{room}</text>'
            f'<text x="{x + 10:.0f}" y="{y + 49:.0f}" fill="#5d5148">{lines[room]}</text>'
        )
    height = TOP + len(FLOORS) * (TALL + GAP)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {WIDE} {height}"'
        ' font-family="sans-serif" font-size="15">'
        f'<rect width="{WIDE}" height="{height}" fill="#f2ede2"/>'
        '<text x="12" y="30" font-size="18">'
        "Each floor asks only those above it; a line in oxblood would ask downwards.</text>"
        '<text x="12" y="54" fill="#5d5148">Under each name, its lines.</text>'
        + "\n".join(parts)
        + "</svg>\n"
    )


if __name__ == "__main__":
    OUT.write_text(draw(), encoding="utf-8")
    print(OUT)
