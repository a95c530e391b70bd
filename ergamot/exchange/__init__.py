"""Open formats in and out: design JSON, cut list CSV, calendar of moves."""
