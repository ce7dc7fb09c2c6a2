"""MariaDB through SQLAlchemy: the append-only log, its projections, plant and tool crib.

Nothing is imported here: who only brings a schema up to date needs little of it.
"""
