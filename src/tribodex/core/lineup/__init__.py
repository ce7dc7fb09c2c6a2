"""Where bearings sit along a shaft: who holds it, who lets it grow, marks, growth, float room."""
