"""Wind on the pen: speed near the ground, pressure on every panel, and what it takes to move it."""
