"""Who is on a visit, and what changes on it while others look."""
