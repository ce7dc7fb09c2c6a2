"""Bearing cartridges: two bearings in one housing, its covers, nut pair and flingers."""
