"""Jobs by hand, a kind of work a module: what the tests of the core say to a job."""
