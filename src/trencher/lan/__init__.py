"""Trencher on the house's own network: who is let in, and by which certificate it is known."""
