"""What finished roasts taught: worked out of their logs, kept so that it need not be again."""

import sqlalchemy as sa
from alembic import op

revision = "0008"
down_revision = "0007"


def upgrade() -> None:
    op.create_table(
        "lessons",
        sa.Column("roast_id", sa.String(), sa.ForeignKey("roasts.id"), primary_key=True),
        sa.Column("key", sa.String(), nullable=False),
        sa.Column("put_in_at", sa.String(), nullable=False),
        sa.Column("data", sa.JSON(), nullable=True),
    )
