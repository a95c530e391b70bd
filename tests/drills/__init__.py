"""Bad days, rehearsed: make drills."""
