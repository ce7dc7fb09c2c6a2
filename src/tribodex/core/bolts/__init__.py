"""Bolts and screws: threads, torque by proof stress and friction, the order of tightening."""
