"""The birds: how they grow, what they eat and drop, and the room they need."""
