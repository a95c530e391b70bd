"""The job itself: pure computation, with no database, web, clock or disk behind it."""
