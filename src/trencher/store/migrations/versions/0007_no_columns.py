"""Readings stand in the log alone: the table of columns beside it was only ever written."""

from alembic import op

revision = "0007"
down_revision = "0006"


def upgrade() -> None:
    op.drop_table("readings")
