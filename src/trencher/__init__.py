"""Trencher: roasting a joint so that it is right when people sit down."""

__version__ = "0.1.0"
