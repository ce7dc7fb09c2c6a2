"""What is due when, over the whole plant, and in which week it is done."""
