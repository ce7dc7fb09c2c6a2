"""Files that a millwright could read, into objects of the core. Everything is checked at
start-up."""

from tribodex.reference.library import load_reference

__all__ = ["load_reference"]
