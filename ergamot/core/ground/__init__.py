"""Where the pen stands, day by day: the field, its lanes, how long a stop lasts and when it rests."""
