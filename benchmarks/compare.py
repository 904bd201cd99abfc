"""Comparing two states of a guide of 200 steps by meaning, beside proving one of them.

Prints what docs/figures.md holds. The states differ in a step that is gone, one that moved, words,
and the admission.
"""

import time
from statistics import median
from typing import Any

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.revisions.compare import compare
from anleitung.demo.bundles import bundle_files

STEPS = 200


def long_guide(*, other: bool) -> Bundle:
    """The demo's install, its preparations said over and over."""
    made = read_bundle(bundle_files("palstek", "clean-install"))
    plain = made.guide.model_dump(mode="python")
    steps: list[dict[str, Any]] = list(plain["steps"])
    more: tuple[dict[str, Any], ...] = (
        {"action": "check", "that": "variant in {M6, K6}", "ask": "so it is"},
        {"action": "connect"},
        {"action": "back-up", "what": ["media"], "checked": True},
        {"action": "charge"},
    )
    filling = [{"id": f"more-{i}", **more[i % 4]} for i in range(STEPS - 25)]
    if other:
        del filling[20]
        filling.insert(90, filling.pop(40))
        filling[120] = {**filling[120], "prose": "In other words."}
        plain["admission"] = f"variant is M6 and {plain['admission']}"
    steps[2:2] = filling
    return made.with_guide(Guide.model_validate(plain | {"steps": steps}))


def main() -> None:
    first, second = long_guide(other=False), long_guide(other=True)
    one, two = run_bundle(first, Budget()), run_bundle(second, Budget())
    times, proofs = [], []
    for _ in range(9):
        began = time.perf_counter()
        found = compare(one, two)
        times.append(time.perf_counter() - began)
        began = time.perf_counter()
        prove(first)
        proofs.append(time.perf_counter() - began)
    assert found.level == "major"
    assert {row.how for row in found.rows} == {"same", "removed", "moved", "words"}
    compared, proved = median(times) * 1000, median(proofs) * 1000
    print(f"{len(one.rows)} rows beside {len(two.rows)}")
    print(f"compared in {compared:.0f} ms at the median; proved in {proved:.0f} ms")
    print(f"a comparison takes {compared / proved:.2f} of a proof")


if __name__ == "__main__":
    main()
