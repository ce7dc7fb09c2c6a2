"""Tables of published and remembered values: a reader for each, in the module of its phenomenon."""
