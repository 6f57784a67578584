"""The window: views that render an assessment and emit edits."""
