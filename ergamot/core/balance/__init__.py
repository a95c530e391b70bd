"""The four verdicts together, and whole pens proposed for a flock and the people who move it."""
