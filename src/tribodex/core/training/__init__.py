"""Virtual bearings: a hidden truth that answers leaves, for demonstrations, training and tests."""
