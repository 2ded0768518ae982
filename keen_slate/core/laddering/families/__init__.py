"""Families of items that ladders draw."""
