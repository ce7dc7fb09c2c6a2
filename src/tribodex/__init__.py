"""Tribodex: a bench notebook for people who change bearings."""

__version__ = "0.1.0"
