"""What a keeper does: each loads, asks the core and keeps the result; the web and the demo call these."""
