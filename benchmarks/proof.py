"""Proof of the demo's install guide, beside running each of its phones by itself.

Prints times and their ratio, measured side by side in one run. The phones by themselves are a
sample; the whole is extrapolated from it.
"""

import time
from random import Random
from statistics import median

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.run import Budget, run_all
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import compile_bundle
from anleitung.demo.bundles import bundle_files

SAMPLE = 400


def one_of(space: Space, within: Node, random: Random) -> dict[str, str]:
    """A phone of the set by chance: fact after fact, among the values that still lead into it."""
    start = {}
    for fact in space.facts:
        parts = [
            (value, space.both(within, space.where(space.var(fact.name), value)))
            for value in fact.values
        ]
        value, within = random.choice([part for part in parts if part[1] is not space.false])
        start[fact.name] = value
    return start


def measure(bundle: Bundle) -> None:
    whole, run_only, each = [], [], []
    random = Random(1)
    for _ in range(7):
        began = time.perf_counter()
        proof = prove(bundle)
        whole.append(time.perf_counter() - began)
        _, procedure = compile_bundle(bundle)
        began = time.perf_counter()
        run = run_all(procedure, Budget())
        run_only.append(time.perf_counter() - began)
        space = procedure.space
        picked = [one_of(space, procedure.admitted, random) for _ in range(SAMPLE)]
        began = time.perf_counter()
        for start in picked:
            run_one(procedure, start)
        each.append((time.perf_counter() - began) / len(picked))
    starts = proof.phones.starts
    alone = median(each) * starts
    print(
        f"{bundle.guide.id}: {proof.phones.admitted:,} kinds of phone, {starts:,} with choices, "
        f"{run.paths} paths, {procedure.space.size} nodes\n"
        f"  run of all {median(run_only) * 1e3:.1f} ms; each by itself {alone:.1f} s (from "
        f"{len(picked)}); ratio 1 : {alone / median(run_only):,.0f}\n"
        f"  with findings, witnesses and trace in words {median(whole) * 1e3:.0f} ms"
    )


if __name__ == "__main__":
    for name in ("unlock", "clean-install", "clean-install-one-slot"):
        measure(read_bundle(bundle_files("palstek", name)))
