"""How Alembic reaches the database: by the connection it is handed, in that connection's transaction."""

from alembic import context

from keen_slate.store.models import Base

context.configure(connection=context.config.attributes["connection"], target_metadata=Base.metadata, compare_type=True)
context.run_migrations()
