"""Which combination is broken: judged at any time of looking, for many at once, under bias.

Source: docs/evidence.md. This version judges single factors by the claims "worse" and "bad";
the weights of everything else stay reserved, so that giving them out later keeps the guarantee.
"""
