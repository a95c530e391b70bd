"""Where the pen stands, day by day: the lawn, its lanes, how long a stop lasts and when it rests."""
