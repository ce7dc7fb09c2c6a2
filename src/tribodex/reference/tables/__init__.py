"""Tables of published and remembered values: one reader for each phenomenon, in the module of its name."""
