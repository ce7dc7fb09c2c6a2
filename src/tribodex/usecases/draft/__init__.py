"""A draft of a plan: what a person gave, and how it is read into parts."""
