"""Work that takes long: asked for by a person, done by the worker, with progress and a stop.

What comes out is kept under what it was made from, so the same is not worked out twice.
"""
