"""Guides in other languages: the words of their authors, passage by passage."""
