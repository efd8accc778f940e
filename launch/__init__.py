"""What ``./dentado`` does once Python runs: database, front end, server, tests, timings."""
