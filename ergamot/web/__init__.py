"""The web: parses, delegates to operations, serialises. One blueprint a part of the job."""
