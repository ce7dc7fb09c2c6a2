"""What a bearing that came off tells: marks, causes, what to look at next, and what may go back."""
