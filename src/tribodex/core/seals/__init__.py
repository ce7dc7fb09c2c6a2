"""Seals: lip side, speed and material, chamfer, play of a labyrinth, and large rings that are
pressed in.
"""
