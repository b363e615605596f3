"""Lists of thousands: what a roast is found by, the oven it is planned in, what was put aside."""

import json
from typing import Any

import sqlalchemy as sa
from alembic import op

from trencher.core.catalogue.cuts import CUTS
from trencher.store.wording import plain

revision = "0006"
down_revision = "0005"

KINDS = ("laid", "changed", "judged")


def _facts(text: object) -> dict[str, Any]:
    """An event's data; nothing of one that cannot be read, which is not this step's to judge."""
    try:
        found = json.loads(str(text))
    except ValueError:
        return {}
    return found if isinstance(found, dict) else {}


def _words_of(plan: dict[str, Any], verdict: dict[str, Any]) -> str:
    """Name, cut and the cook's word of a roast. Facts that are no texts are left out."""
    joint = plan.get("joint")
    facts = joint if isinstance(joint, dict) else {}
    own = facts.get("own")
    cut = CUTS.get(str(facts.get("cut", "")))
    found = [
        plan.get("name"),
        facts.get("cut") if cut is None else cut.name,
        own.get("name") if isinstance(own, dict) else None,
        *(verdict.get(k) for k in ("verdict", "change")),
    ]
    return plain(" ".join(x for x in found if isinstance(x, str)))


def upgrade() -> None:
    for column in (
        sa.Column("oven_id", sa.String, nullable=False, server_default=""),
        sa.Column("words", sa.String, nullable=False, server_default=""),
        sa.Column("aside", sa.String, nullable=True),
    ):
        op.add_column("roasts", column)
    op.create_index("roasts_by_serving", "roasts", ["status", "serve_at"])
    op.create_table(
        "days_aside",
        sa.Column("day", sa.String, primary_key=True),
        sa.Column("upto", sa.Integer, nullable=False),
        sa.Column("at", sa.String, nullable=False),
    )
    here = op.get_bind()
    asked = sa.text(
        "SELECT kind, data FROM events WHERE roast_id = :id AND kind IN "
        f"({', '.join(map(repr, KINDS))}) ORDER BY seq"
    )
    for (roast_id,) in here.execute(sa.text("SELECT id FROM roasts")).all():
        plan: dict[str, Any] = {}
        verdict: dict[str, Any] = {}
        for kind, data in here.execute(asked, {"id": roast_id}).all():
            (verdict if kind == "judged" else plan).update(_facts(data))
        here.execute(
            sa.text("UPDATE roasts SET words = :words, oven_id = :oven WHERE id = :id"),
            {
                "id": roast_id,
                "words": _words_of(plan, verdict),
                "oven": str(plan.get("oven_id", "")),
            },
        )
