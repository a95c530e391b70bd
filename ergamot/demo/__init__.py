"""Tansy Rise, a made-up smallholding on a breezy rise, entered as its keeper would enter it."""
