"""From a design to the workshop: stock, cuts, holes, sheets."""
