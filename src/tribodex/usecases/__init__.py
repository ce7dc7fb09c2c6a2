"""What a person can do with the tool: one module a command or query. No Flask, no SQLAlchemy."""
