"""Pieces looked over, and what follows from what is seen."""
