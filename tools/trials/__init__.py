"""Trials in bulk: what is thrown at the program, how often, and what went wrong."""
