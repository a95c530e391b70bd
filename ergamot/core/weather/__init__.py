"""Wind and snow on a pen. Wind goes one way: body → coefficients → loads → resistance → threshold."""
