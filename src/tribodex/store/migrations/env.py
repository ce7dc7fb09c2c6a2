"""Alembic's entry: online only."""

from alembic import context

from tribodex.store.connecting import engine_of
from tribodex.store.models import Base

engine = engine_of(context.config.get_main_option("sqlalchemy.url") or "")
with engine.connect() as connection:
    context.configure(connection=connection, target_metadata=Base.metadata, compare_type=True)
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
