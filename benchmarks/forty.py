"""A guide of forty steps: its proof beside running each phone by itself, re-proof, and all slips.

Prints what docs/figures.md holds. The phones are really run one by one, and what they find is
compared.
"""

import time
from collections import defaultdict
from dataclasses import replace
from random import Random
from statistics import median
from typing import Any

from anleitung.core.diagrams.one import run_one
from anleitung.core.diagrams.rerun import Before, run_again
from anleitung.core.diagrams.run import Budget, Procedure, run_all
from anleitung.core.diagrams.space import Space
from anleitung.core.formats.read_bundle import read_bundle
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.proof.rehearse.slips import find_slips, try_slips
from anleitung.core.proof.run.compile import Compiled, compile_bundle
from anleitung.demo.bundles import bundle_files

WHOLE = "bootloader is unlocked and every slot: base >= PS-12.1.0-KU.r1 and update is none"
# 1,728 of them: two carriers, and everything that the rest leaves open.
SOME = (
    f"{WHOLE} and every slot: base <= PS-12.4.7-KU.r3 and base is PS-12.4.7-KU.r3 "
    "and system is stock and option.data is clean and debugging is off and auto-update is off "
    "and carrier is not deichfunk and unlock-switch is on and unlock-wait is over"
)


def forty(admission: str) -> Bundle:
    """The demo's install with its usual preparations said more than once, to forty steps."""
    made = read_bundle(bundle_files("palstek", "clean-install"))
    plain = made.guide.model_dump(mode="python")
    steps: list[dict[str, Any]] = list(plain["steps"])
    number = 0
    while _count(steps) < 40:
        more = (
            {"action": "check", "that": "variant in {M6, K6}", "ask": "so it is"},
            {"action": "connect"},
            {"action": "back-up", "what": ["media"], "checked": True},
            {"action": "charge"},
        )
        steps.insert(2 + number % 3, {"id": f"more-{number}", **more[number % len(more)]})
        number += 1
    plain |= {"steps": steps, "admission": admission}
    return made.with_guide(Guide.model_validate(plain))


def _count(value: Any) -> int:
    if isinstance(value, dict):
        return ("action" in value) + sum(map(_count, value.values()))
    return sum(map(_count, value)) if isinstance(value, list | tuple) else 0


def timed(act: Any, times: int = 7) -> tuple[float, Any]:
    found, result = [], None
    for _ in range(times):
        began = time.perf_counter()
        result = act()
        found.append(time.perf_counter() - began)
    return median(found), result


def cold(bundle: Bundle) -> tuple[float, Procedure, Any]:
    """A run in a space of its own each time, so that nothing is remembered."""
    times = []
    for _ in range(7):
        _, procedure = compile_bundle(bundle)
        began = time.perf_counter()
        run = run_all(procedure, Budget())
        times.append(time.perf_counter() - began)
    return median(times), procedure, run


def each_by_itself(procedure: Procedure, run: Any) -> tuple[int, float]:
    """Runs every phone and holds what they find against the proof."""
    space: Space = procedure.space
    phones = list(space.starts(procedure.admitted))
    began = time.perf_counter()
    alone = [run_one(procedure, start) for start in phones]
    took = time.perf_counter() - began
    found: dict[Any, int] = defaultdict(int)
    for one in alone:
        for key in one.findings:
            found[key] += 1
    assert dict(found) == {key: space.count(node) for key, node in run.findings.items()}
    return len(phones), took


def main() -> None:
    some = forty(SOME)
    took, procedure, run = cold(some)
    count, alone = each_by_itself(procedure, run)
    print(
        f"{len(procedure.steps)} steps and promises, {count:,} phones: {took * 1e3:.1f} ms on "
        f"{run.paths} paths; each by itself {alone:.2f} s; ratio 1 : {alone / took:,.0f}; "
        f"{len(run.findings)} findings, the same"
    )
    whole = forty(WHOLE)
    took, procedure, run = cold(whole)
    starts = procedure.space.count(procedure.admitted)
    print(f"{starts:,} phones: {took * 1e3:.1f} ms on {run.paths} paths")
    rows, procedure = compile_bundle(some)
    compiled = Compiled(some, rows, procedure, run_all(procedure, Budget()))
    slips = find_slips(compiled)
    took, harms = timed(lambda: try_slips(compiled), 3)
    print(f"all {len(slips)} single slips: {took:.2f} s, {len(harms.harms)} of them do harm")
    before = Before(compiled.procedure, compiled.run)
    picked = Random(1).sample(slips, min(60, len(slips)))
    times = []
    for slip in picked:
        edited = replace(procedure, steps=slip.steps)
        began = time.perf_counter()
        run_again(before, edited, Budget())
        times.append(time.perf_counter() - began)
    worst = max(times) * 1e3
    print(f"re-proof after one edited step: median {median(times) * 1e3:.2f} ms, worst {worst:.1f}")


if __name__ == "__main__":
    main()
