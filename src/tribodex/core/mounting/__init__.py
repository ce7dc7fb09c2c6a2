"""Mounting tapered bores: clearance, reduction, drive-up, gauging, window, position, locking,
judgement.
"""
