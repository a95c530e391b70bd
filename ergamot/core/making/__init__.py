"""Making a pen: the steps a builder would recognise, proved; the hours they take; when they must be begun; and its upkeep."""
