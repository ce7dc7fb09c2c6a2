"""Hands at the browser: what a fitter taps and types in each kind of work; the machine under it."""
