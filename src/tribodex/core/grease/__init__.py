"""Grease: how much into bearing and housing, with this gun, how often, and whether its oil is thick
enough.
"""
