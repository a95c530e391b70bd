"""The farm as the verdicts need it: its conditions, the way to the field, the tools at hand."""
