"""Virtual mountings: a world that knows nothing of the adviser, hands that follow the bench, and
what comes of it.
"""
