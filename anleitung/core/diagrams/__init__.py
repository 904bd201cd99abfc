"""Functions of a start, sets of starts, and running a procedure over all of them at once.

A *start* is one value for every declared fact. This package knows nothing of phones: facts
have names and finite domains, and whatever reads and writes them is an ordinary function.
"""
