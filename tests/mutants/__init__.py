"""Does a figure that moves make a test fail? `make mutants`; not part of `make test`."""
