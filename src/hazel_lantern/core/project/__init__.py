"""The project and its file."""
