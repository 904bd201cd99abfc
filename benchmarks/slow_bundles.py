"""A search for slow bundles within their bounds: options, branches, scripts, messages, facts.

Prints the slowest proofs and walks of slips of a seeded search, each in a process of its own, with
seconds and the most memory. Goal: 5 s and 500 MB, or "not finished" by then.
"""

import argparse
import resource
import time
from multiprocessing import get_context
from random import Random
from typing import Any

from anleitung.core.diagrams.run import Budget
from anleitung.core.guide.bundle import Bundle
from anleitung.core.proof.prove import prove
from anleitung.core.proof.rehearse.slips import try_slips
from anleitung.core.proof.run.compile import run_bundle
from anleitung.demo.examples import small_bundle

FACTS = ("slot is a", "debugging is on", "battery is low", "screen-lock is set", "account is none")
BASES = ("PS-12.1.0-KU.r1", "PS-12.2.0-KU.r1", "PS-12.4.1-KU.r2", "PS-12.4.7-KU.r3")


def condition(random: Random, own: list[str], options: list[str]) -> str:
    parts = []
    for _ in range(random.randrange(1, 4)):
        kind = random.randrange(4)
        if kind == 0:
            parts.append(random.choice(FACTS))
        elif kind == 1:
            parts.append(f"every slot: base >= {random.choice(BASES)}")
        elif kind == 2 and own:
            parts.append(f"{random.choice(own)} is v{random.randrange(3)}")
        elif options:
            parts.append(f"{random.choice(options)} is c{random.randrange(3)}")
    return random.choice((" and ", " or ")).join(parts or ["slot is a"])


def steps_of(random: Random, own: list[str], options: list[str], size: int) -> list[dict[str, Any]]:
    found: list[dict[str, Any]] = [
        {"action": "obtain", "files": ["radio-m6", "blob"], "verify": True},
        {"action": "connect"},
        {"action": "enter", "mode": "bootloader", "by": "chord"},
    ]
    for number in range(size):
        when = condition(random, own, options)
        act = random.choice(
            (
                {"action": "flash", "file": "radio-m6", "partition": "radio", "where": "both"},
                {"action": "switch", "setting": "own.f0", "to": "v1"},
                {"action": "charge"},
                {"action": "restart"},
                {"action": "enter", "mode": "bootloader", "by": "chord"},
                {"action": "set-active", "slot": "other"},
            )
        )
        kind = random.randrange(3)
        if kind == 0:
            parts = [
                {"does": {"id": f"p{number}-{i}", **act}, "when": condition(random, own, options)}
                for i in range(random.choice((2, 8, 40)))
            ]
            found.append({"action": "script", "file": "blob", "parts": parts})
        elif kind == 1:
            inner = {"id": f"in{number}", **act}
            other = {"id": f"el{number}", "action": "charge"}
            found.append(
                {"action": "branch", "on": when, "ask": "?", "then": [inner], "otherwise": [other]}
            )
        else:
            messages = [
                {"text": f"*{'a*' * 2}{i}", "means": "stop", "do": "Stop.", "causes": ["c"]}
                for i in range(20)
            ]
            found.append({**act, "messages": messages})
    return found


def made(seed: int) -> Bundle:
    random = Random(seed)
    facts = [
        {
            "id": f"f{i}",
            "says": f"fact {i}",
            "values": [f"v{v}" for v in range(random.choice((3, 8)))],
            "hidden": random.random() < 0.5,
            "switch": "Settings",
            "set_by": [{"by": "restart", "to": f"v{random.randrange(3)}"}],
        }
        for i in range(12)
    ]
    options = [
        {
            "id": f"o{i}",
            "ask": "?",
            "choices": [{"id": f"c{c}", "says": f"c{c}"} for c in range(random.choice((3, 6)))],
        }
        for i in range(12)
    ]
    own, chosen = [f"own.f{i}" for i in range(12)], [f"option.o{i}" for i in range(12)]
    size = random.choice((20, 60, 150))
    return small_bundle(
        steps_of(random, own, chosen, size),
        admission="bootloader is unlocked and variant is M6",
        promise=condition(random, own, chosen),
        device={"facts": facts},
        options=options,
    )


def measure(seed: int) -> tuple[float, float, float, bool]:
    """(seconds of the proof, of all slips, most memory in MB, whether the proof was finished)"""
    bundle = made(seed)
    begun = time.perf_counter()
    proof = prove(bundle)
    proved = time.perf_counter() - begun
    begun = time.perf_counter()
    if proof.finished:
        try_slips(run_bundle(bundle, Budget()))
    slips = time.perf_counter() - begun
    most = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    return proved, slips, most, proof.finished


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--count", type=int, default=60)
    parser.add_argument("--first", type=int, default=0)
    given = parser.parse_args()
    found = []
    for seed in range(given.first, given.first + given.count):
        with get_context("spawn").Pool(1) as pool:
            found.append((*pool.apply(measure, (seed,)), seed))
    for name, at in (("proof", 0), ("slips", 1), ("memory", 2)):
        worst = max(found, key=lambda row: row[at])
        print(f"worst {name}: seed {worst[4]}: proof {worst[0]:.1f} s, slips {worst[1]:.1f} s, ")
        print(f"  {worst[2]:.0f} MB, {'finished' if worst[3] else 'not finished'}")
    print(f"{sum(row[3] for row in found)} of {len(found)} finished")


if __name__ == "__main__":
    main()
