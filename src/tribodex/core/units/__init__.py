"""Insert bearings and their housed units: which locking, how they are lined up, an insert replaced
in its housing.
"""
