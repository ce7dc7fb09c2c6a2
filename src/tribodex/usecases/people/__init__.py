"""People who sign in, what they may do, and whose word a tap gives."""
