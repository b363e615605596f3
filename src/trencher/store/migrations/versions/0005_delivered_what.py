"""What was handed over under a key, so that the key means that entry and no other."""

import sqlalchemy as sa
from alembic import op

revision = "0005"
down_revision = "0004"


def upgrade() -> None:
    op.add_column("deliveries", sa.Column("digest", sa.String, nullable=False, server_default=""))
