"""The facts that conditions may name, and where each stands in the state."""

from collections.abc import Iterable, Mapping

from anleitung.core.conditions.model import Order, Term, Vocabulary
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.own_fact import OwnFact
from anleitung.core.documents.package import Package
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.phone.facts import HIDDEN, MODES, start_facts
from anleitung.core.phone.world import (
    COPIES,
    EMPTY,
    LOSSES,
    NOT_LISTED,
    OTHER_SYSTEM_BUILD,
    UNCHANGED,
)


def vocabulary(
    device: Device,
    builds: tuple[Build, ...],
    options: Mapping[str, tuple[str, ...]],
    order: Order,
    programs: tuple[Program, ...] = (),
    tools: tuple[Tool, ...] = (),
    own: Mapping[str, OwnFact] = {},
    packages: Iterable[Package] = (),
) -> Vocabulary:
    layout = device.layout
    firmware = layout.with_role("firmware")
    main = layout.with_role("system")[0].name
    sides = ("cur", "other") if layout.slots == "dual" else ("cur",)
    listed = frozenset(b.build for b in builds)
    packages = tuple(packages)
    contents = [p.content for p in packages if p.content is not None]
    families = frozenset({"stock", EMPTY, *(s.id for s in device.other_systems)}) | {
        c.family for c in contents
    }
    releases = listed | {r for s in device.other_systems for r in s.releases}
    releases |= {c.build for c in contents} | {NOT_LISTED, OTHER_SYSTEM_BUILD}
    recoveries = frozenset({"none", "stock", *(c.recovery for c in contents if c.recovery)})
    recoveries |= {p.id for p in programs if p.kind == "recovery"}
    ids = frozenset({p.id for p in packages} | {c.root for c in contents if c.root})
    changed = ids | {UNCHANGED, "root"}
    for system in device.other_systems:
        recoveries |= {system.recovery or f"of-{system.id}"}
    terms: dict[str, Term] = {
        fact.name: Term((fact.name,), values=frozenset(fact.values))
        for fact in start_facts(device, builds, options, programs, tools)
        if fact.name not in HIDDEN
    }
    terms |= {name: Term((name,), values=frozenset(fact.values)) for name, fact in own.items()}
    platforms = sorted(
        {b.platform for b in builds} | {p for s in device.other_systems for p in s.platforms}
    )
    done = frozenset({"none", "made", "checked", "lost"})
    terms |= {
        "mode": Term(("mode",), values=frozenset(MODES)),
        "recovery": Term(("running",), values=recoveries),
        "data": Term(("data.state",), values=frozenset({"present", "fresh", "empty"})),
        "platform": Term(
            (f"cur.{main}.platform",),
            tuple(f"{s}.{main}.platform" for s in sides),
            values=frozenset(map(str, platforms)),
            order=Order({str(p): ("platform", p) for p in platforms}),
        ),
        "system": Term(
            (f"cur.{main}.family",),
            tuple(f"{s}.{main}.family" for s in sides),
            values=families,
        ),
        "build": Term(
            (f"cur.{main}.build",),
            tuple(f"{s}.{main}.build" for s in sides),
            values=releases,
            order=order,
        ),
        "base": Term(
            tuple(f"cur.{p.name}.build" for p in firmware),
            tuple(
                f"{s}.{p.name}.build" for s in sides for p in firmware if s == "cur" or not p.once
            ),
            values=listed,
            order=order,
        ),
    }
    for loss in LOSSES:
        terms[loss] = Term((loss,), values=frozenset({"present", "gone"}))
    terms["encrypted"] = Term(("data.encrypted",), values=frozenset({"yes", "no"}))
    terms["warranty"] = Term(("warranty",), values=frozenset({"intact", "tripped"}))
    terms["protected-content"] = Term(("protected-content",), values=frozenset({"full", "lowered"}))
    if layout.system_slots:
        terms["second"] = Term(("second.family",), values=families | {"none"})
        terms["running-system"] = Term(("which",), values=frozenset({"first", "second"}))
    home = layout.first_ramdisk.name
    terms["root"] = Term((f"cur.{home}.root",), values=frozenset({"none", "present"}))
    for program in programs:
        if program.is_app:
            states = frozenset({"none", "offered", "installed", "waiting", "active"})
            terms[f"app.{program.id}"] = Term((f"app.{program.id}",), values=states)
    for part in layout.partitions:
        for name in ("family", "build", "changed"):
            here = f"cur.{part.name}.{name}"
            beside = tuple(f"{s}.{part.name}.{name}" for s in sides if s == "cur" or not part.once)
            known = {"family": families, "build": releases, "changed": changed}[name]
            terms[f"{part.name}.{name}"] = Term(
                (here,), beside, values=known, order=order if name == "build" else None
            )
    stands = layout.with_role("recovery") or (layout.first_ramdisk,)
    terms["recovery-there"] = Term(
        (f"cur.{stands[0].name}.recovery",),
        tuple(f"{s}.{stands[0].name}.recovery" for s in sides),
        values=recoveries,
    )
    for copy in COPIES:
        terms[f"backup.{copy}"] = Term((f"backup.{copy}",), values=done)
    return terms
