"""The web: one blueprint a resource; views parse, call a use case, serialise."""
