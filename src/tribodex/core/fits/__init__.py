"""Fits of seats and rings: limits by ISO 286 and ISO 492, what a micrometer says of a seat, the fit
that results.
"""
