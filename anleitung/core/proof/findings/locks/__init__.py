"""Findings about unlocking and locking the bootloader."""
