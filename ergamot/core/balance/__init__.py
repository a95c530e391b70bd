"""Every verdict as it is declared, and whole pens proposed for a flock and the people who move it."""
