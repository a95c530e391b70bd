"""What goes over the wire; OpenAPI and the ui's types are generated from these."""
