"""Parts any shape may have where it makes sense: gear, doors, house, nests, roosts, feeders, ground edge."""
