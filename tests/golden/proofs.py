"""What the proofs of the demo say, apart from their words: written down once, and held since.

`python -m tests.golden.proofs` writes the file anew, for a change that is meant to change it.
"""

import json
from collections import Counter
from hashlib import sha256
from pathlib import Path
from typing import Any

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind
from anleitung.core.proof.prove import report
from anleitung.core.proof.rehearse.slips import find_slips, try_slips
from anleitung.core.proof.run.compile import Compiled, run_bundle
from anleitung.demo.bundles import demo_bundle, faults, guide_names, shared_guides
from anleitung.demo.catalogue import codenames

FILE = Path(__file__).parent / "proofs.json"
EVERY = [(c, n) for c in codenames() for n in (*guide_names(c), *faults(c))] + shared_guides()


def said(codename: str, name: str) -> dict[str, Any]:
    """counts: [admitted, counted, starts, paths]; findings and slips a line each; trace: digest."""
    compiled = run_bundle(demo_bundle(codename, name), Budget())
    proof = report(compiled)
    findings = [
        " ".join(
            [
                f"{f.severity} {f.id} {f.subject!r} at {f.step!r}",
                f"{f.phones.count} of {f.phones.of}" if f.phones else "-",
                json.dumps(f.witness.facts, sort_keys=True) if f.witness else "-",
            ]
        )
        for f in proof.findings
    ]
    trace = [
        [t.step, t.phones, [[*c.names, c.is_loss, c.settles, c.phones.count] for c in t.changes]]
        for t in proof.trace
    ]
    return {
        "counts": [proof.phones.admitted, proof.phones.counted, proof.phones.starts, proof.paths],
        "findings": findings,
        "promises": [f"{p.condition}: {p.kept} of {p.of}" for p in proof.promises],
        "trace": sha256(json.dumps(trace).encode()).hexdigest()[:16],
        "tried": Counter(slip.kind for slip in find_slips(compiled)),
        "slips": _slips(compiled) if proof.finished else [],
    }


def _slips(compiled: Compiled) -> list[str]:
    space, kinds = compiled.procedure.space, frozenset({FactKind.PHONE})
    return [
        f"{h.how} slip {h.index} at {h.step}: {h.finding} at {h.where}, "
        f"{space.count(h.phones, kinds)}, {json.dumps(h.facts, sort_keys=True)}"
        for h in try_slips(compiled).harms
    ]


def write() -> None:
    told = {f"{c}/{n}": said(c, n) for c, n in EVERY}
    FILE.write_text(json.dumps(told, indent=1) + "\n")


if __name__ == "__main__":
    write()
