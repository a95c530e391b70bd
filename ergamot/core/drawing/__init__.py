"""The pen seen square on: plan, side and end, to scale, dimensioned, with birds and a person."""
