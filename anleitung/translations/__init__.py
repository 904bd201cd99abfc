"""Guides in other languages: the words of their authors, wording by wording."""
