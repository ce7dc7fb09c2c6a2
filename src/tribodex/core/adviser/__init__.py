"""Where the bearing really is, from readings as intervals and turns of the nut; and the next move
with its risk.

Nothing here knows a job, a screen or a store.
"""
