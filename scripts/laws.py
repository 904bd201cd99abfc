"""The laws of the engine on many random guides: the long run beside the short one of the tests.

``make laws`` runs 100,000; ``COUNT=…`` another number. Prints how many were held and how long it
took, and ends at the first that breaks a law, with its seed.
"""

import argparse
import sys
import time
from dataclasses import replace
from pathlib import Path
from random import Random

sys.path.insert(0, str(Path(__file__).parents[1]))

from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import Budget, run_all
from anleitung.core.proof.run.compile import compile_bundle
from tests.core.diagrams.laws import LAWS
from tests.core.proof.random_guides import narrowed, random_bundle, small_base


def one(seed: int, base: object) -> None:
    """Laws 1, 3, 4 and 7 on a random guide, and law 2 for one step of it left out."""
    _, whole = compile_bundle(random_bundle(seed, base=base))  # type: ignore[arg-type]
    procedure = narrowed(whole, seed, most=8)
    run = run_all(procedure, Budget())
    for law in LAWS:
        law(procedure, run)
    cut = Random(seed).randrange(len(procedure.steps))
    edited = replace(procedure, steps=(*procedure.steps[:cut], *procedure.steps[cut + 1 :]))
    again, fresh = run_again(Before(procedure, run), edited, Budget()), run_all(edited, Budget())
    assert (again.findings, again.ended, again.alive) == (fresh.findings, fresh.ended, fresh.alive)


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=100_000)
    parser.add_argument("--first", type=int, default=0, help="the first seed")
    given = parser.parse_args()
    base, began = small_base(), time.perf_counter()
    for seed in range(given.first, given.first + given.count):
        try:
            one(seed, base)
        except AssertionError:
            print(f"A law is broken at seed {seed}.")
            raise
    print(f"{given.count:,} random guides held the laws, {time.perf_counter() - began:.0f} s")


if __name__ == "__main__":
    main()
