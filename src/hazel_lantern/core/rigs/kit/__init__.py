"""Assemblies, sums and drawing that several families share."""
