"""Moving the pen: skids and wheels, what must be lifted and pulled, and who can do it."""
