"""Bearings on a cylindrical seat, against a shoulder: fit, force, heat, squareness, what holds
them.
"""
