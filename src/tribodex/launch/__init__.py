"""Starting and stopping: the database instance of this checkout, the server, the demonstration."""
