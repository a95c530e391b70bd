"""Bringing Ergamot up on a machine: packages, database, ui, server, checks. Standard library only."""
