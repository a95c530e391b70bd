"""Ergamot: movable pens for poultry on pasture, designed, judged, cut and moved."""
