"""Cam followers: stud and yoke, fit, clamp torque, grease hole, plug."""
