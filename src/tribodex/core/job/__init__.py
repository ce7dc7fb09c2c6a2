"""A job is a log: events, what may follow (decide), and what the job is now (fold)."""
