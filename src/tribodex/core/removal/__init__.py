"""Taking a bearing off: which way, how much force, and how far a nut may be backed off."""
