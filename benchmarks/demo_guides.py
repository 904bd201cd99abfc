"""How long the proofs of the demo's guides take, with all options for all phones.

Prints each guide's median of five, the longest, how many steps are by hand, and the lines of code
of an action (median, docstrings and blank lines left out).
"""

import statistics
import sys
import time
from pathlib import Path

sys.path.insert(0, str(Path(__file__).parents[1]))

from anleitung.core.diagrams.run import Budget
from anleitung.core.phone.actions import ACTIONS
from anleitung.core.phone.actions.by_hand import ByHand
from anleitung.core.proof.prove import prove
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.bundles import DRAFTS, demo_bundle, faults, guide_names, shared_guides
from anleitung.demo.catalogue import codenames


def lines_of(action: type) -> int:
    text = Path(sys.modules[action.__module__].__file__ or "").read_text()
    code = text.split('"""', 2)[2] if text.startswith('"""') else text
    return sum(1 for line in code.splitlines() if line.strip() and not line.strip().startswith("#"))


def main() -> None:
    took: dict[str, float] = {}
    by_hand = steps = 0
    every = [(c, n) for c in codenames() for n in guide_names(c) if n not in DRAFTS]
    spoiled = {name for codename in codenames() for name in faults(codename)}
    every += [(c, n) for c, n in shared_guides() if n not in spoiled]
    for codename, name in every:
        bundle = demo_bundle(codename, name)
        rows = run_bundle(bundle, Budget()).rows
        steps += len(rows)
        by_hand += sum(isinstance(row.step, ByHand) for row in rows)
        times = []
        for _ in range(5):
            began = time.perf_counter()
            proof = prove(bundle)
            times.append(time.perf_counter() - began)
        took[f"{codename}/{name}"] = statistics.median(times)
        print(
            f"{codename + '/' + name:32} {len(rows):3} steps {proof.phones.starts:>11,} starts "
            f"{statistics.median(times) * 1000:7.1f} ms"
        )
    longest = max(took, key=lambda name: took[name])
    print(f"{len(took)} guides, {steps} steps, {by_hand} by hand")
    print(f"the longest: {longest}, {took[longest] * 1000:.1f} ms (goal: under 200)")
    lines = statistics.median(map(lines_of, ACTIONS))
    print(f"lines of an action, median of {len(ACTIONS)}: {lines:.0f}")


if __name__ == "__main__":
    main()
