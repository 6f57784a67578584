"""The catalogue: looking through it, and the maker's own rows."""
