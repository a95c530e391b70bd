"""What to cut and what to buy: pieces, cutting plans, mesh, sheet, fixings and their price."""
