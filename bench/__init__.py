"""Rows of speed and accuracy, printed; nothing here asserts a time."""
