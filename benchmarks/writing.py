"""What an edit takes, from the words to the new margin: 40 and 200 steps, each part by itself.

Also how many lines of the demo's notes become the steps that were meant.
"""

import time
from collections.abc import Callable
from statistics import median, quantiles
from typing import Any

from pydantic import TypeAdapter

from anleitung.core.diagrams.run import Budget
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.formats.write_bundle import write_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import report
from anleitung.core.proof.run.compile import run_bundle
from anleitung.core.sheet.build import build_sheet
from anleitung.core.writing import ops
from anleitung.core.writing.session import edit_bundle
from anleitung.core.writing.shelf import Shelf
from benchmarks.forty import WHOLE, forty
from tests.core.writing.notes_meant import MEANT
from tests.core.writing.test_notes import right

EDITS: TypeAdapter[list[ops.AnyEdit]] = TypeAdapter(list[ops.AnyEdit])
ROUNDS = 40


def grown(bundle: Bundle, steps: int) -> Bundle:
    """The same guide with one harmless step said often."""
    more = [{"action": "charge", "sight": f"Line {n}"} for n in range(steps)]
    edits = EDITS.validate_python([{"op": "insert", "at": {"before": "charge"}, "steps": more}])
    return edit_bundle(bundle, edits, Shelf().with_bundle(bundle)).bundle


def measure(title: str, bundle: Bundle) -> None:
    shelf = Shelf().with_bundle(bundle)
    parts: dict[str, list[float]] = {}

    def timed(name: str, act: Callable[[], Any]) -> Any:
        begin = time.perf_counter()
        found = act()
        parts.setdefault(name, []).append(1000 * (time.perf_counter() - begin))
        return found

    for number in range(ROUNDS):
        step = {"action": "charge", "sight": f"Round {number}"}
        edits = EDITS.validate_python([{"op": "put", "id": "charge", "step": step}])
        done = timed("edit", lambda e=edits: edit_bundle(bundle, e, shelf).bundle)
        files = timed("write", lambda d=done: write_bundle(d))
        read = timed("read", lambda f=files: read_bundle(f))
        compiled = timed("run", lambda r=read: run_bundle(r, Budget()))
        proof = timed("findings", lambda c=compiled: report(c))
        timed("sheet", lambda r=read, p=proof: build_sheet(r, p))
    whole = [sum(each) for each in zip(*parts.values(), strict=True)]
    told = ", ".join(f"{name} {median(values):.0f}" for name, values in parts.items())
    late = quantiles(whole, n=20)[-1]
    print(f"{title}: median {median(whole):.0f} ms, 95th percentile {late:.0f} ms ({told})")


if __name__ == "__main__":
    measure("40 steps", forty(WHOLE))
    measure("200 steps", grown(forty(WHOLE), 160))
    found = {name: right(name) for name in MEANT}
    print("notes:", ", ".join(f"{name} {a}/{b}" for name, (a, b) in found.items()))
    print(f"in all {sum(a for a, _ in found.values())} of {sum(b for _, b in found.values())}")
