"""The facts of the model: what a phone may be at the start, and the slots that then change.

``cur.<partition>.<field>`` is the running slot, ``other.…`` the other one; the letter is a fact
of its own, so making the other slot the running one splits nothing.
"""

from collections.abc import Iterable, Mapping
from typing import Any

from anleitung.core.conditions.model import Order, Term, Vocabulary
from anleitung.core.diagrams.run import State
from anleitung.core.diagrams.space import Fact, Kind, Node, OneOf, Space
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.phone.world import (
    ANY_VARIANT,
    LOSSES,
    NO_NEED,
    NO_PLATFORM,
    NOT_LISTED,
    OTHER_SYSTEM_BUILD,
    World,
)

SIDES = ("cur", "other")
MODES = ("system", "off", "bootloader", "recovery", "stuck", "dead")


def start_facts(
    device: Device, builds: tuple[Build, ...], options: Mapping[str, tuple[str, ...]]
) -> list[Fact]:
    """Every property that two admitted phones can differ in, with the usual phone as default."""
    listed = tuple(b.build for b in builds)
    carriers = tuple(c.id for c in device.carriers)
    usual_carrier = next((c.id for c in device.carriers if c.unlocking == "permitted"), carriers[0])
    facts = [
        Fact("variant", tuple(v.id for v in device.variants), device.usual_variant, 4),
        Fact("region", device.regions, device.regions[0], 2),
        Fact("carrier", carriers, usual_carrier, 4),
        *(
            [Fact("unlock-wait", ("over", "running"), "over", 3)]
            if any(c.unlocking == "after-wait" for c in device.carriers)
            else []
        ),
        Fact("bootloader", ("locked", "unlocked"), "locked", 3),
        Fact("unlock-switch", ("off", "on"), "off", 3),
        Fact("debugging", ("off", "on"), "off", 3),
        Fact("slot", ("a", "b"), "a", 2),
        Fact("system", ("stock", *(s.id for s in device.other_systems)), "stock", 3),
        *_platform_fact(device),
        Fact("base", (*listed, NOT_LISTED), device.usual_build, 2),
        Fact("other-base", (*listed, NOT_LISTED), device.usual_build, 1),
    ]
    facts += [
        Fact(f"option.{name}", choices, choices[0], 1, Kind.OPTION)
        for name, choices in options.items()
    ]
    return facts


HIDDEN = ("system", "system-platform", "base", "other-base")  # read by other names, or not at all


def _platform_fact(device: Device) -> list[Fact]:
    """The platform of a system that is not stock; that of stock follows from its build."""
    platforms = sorted({p for system in device.other_systems for p in system.platforms})
    names = tuple(map(str, platforms))
    return [Fact("system-platform", names, names[-1])] if names else []


def impossible_platforms(space: Space, device: Device) -> Node:
    """Starts whose platform does not belong to their system; stock keeps the default one."""
    found = space.false
    if not device.other_systems:
        return found
    usual = space.facts[space.level_of["system-platform"]].default
    allowed = {"stock": {usual}} | {s.id: set(map(str, s.platforms)) for s in device.other_systems}
    for system, platforms in allowed.items():
        runs = space.where(space.var("system"), system)
        fits = space.map(OneOf(frozenset(platforms)), space.var("system-platform"))
        found = space.either(found, space.minus(runs, fits))
    return found


def start_state(space: Space, world: World, branches: Iterable[str]) -> State:
    """The slots of a phone that is switched on and runs its system, before the first step."""
    state: dict[str, Node] = {}

    def put(slot: str, value: Any) -> None:
        state[slot] = space.leaf(value)

    for fact in space.facts:
        if fact.name not in HIDDEN:
            state[fact.name] = space.var(fact.name)
    for slot, value in (
        ("mode", "system"),
        ("running", "none"),
        ("temporary", "none"),
        ("link", "none"),
        ("data.state", "present"),
        ("seen-to-start", True),
    ):
        put(slot, value)
    for loss in LOSSES:
        put(loss, "present")
        put(f"backup.{loss}", "none")
    for file in world.packages:
        put(f"host.{file}", "absent")
        put(f"internal.{file}", "absent")
    for branch in branches:
        put(f"branch.{branch}", None)

    platforms = {b.build: str(b.platform) for b in world.builds}
    foreign = space.var("system-platform") if world.device.other_systems else space.leaf("")
    system = space.var("system")
    is_stock = space.where(system, "stock")
    for side, base_fact in (("cur", "base"), ("other", "other-base")):
        base = space.var(base_fact)
        build = space.ite(is_stock, base, space.leaf(OTHER_SYSTEM_BUILD))
        for part in world.device.layout.partitions:
            name = f"{side}.{part.name}"
            of_system = part.role in ("boot", "ramdisk", "system", "extra")
            state[f"{name}.family"] = system if of_system else space.leaf("stock")
            state[f"{name}.build"] = build if of_system else base
            # A foreign system is not signed by the maker; what the maker put there is.
            state[f"{name}.signer"] = (
                space.ite(is_stock, space.leaf("maker"), space.leaf("other"))
                if of_system
                else space.leaf("maker")
            )
            put(f"{name}.fits", ANY_VARIANT)
        platform = space.map(_Lookup(platforms), base)
        main = f"{side}.{world.system}"
        state[f"{main}.platform"] = space.ite(is_stock, platform, foreign)
        put(f"{main}.needs", NO_NEED)
        state[f"{side}.{world.first_ramdisk}.recovery"] = space.ite(
            is_stock, space.leaf("stock"), space.map(_own_recovery, system)
        )
    state["data.family"] = system
    state["data.platform"] = state[f"cur.{world.system}.platform"]
    return state


class _Lookup:
    """Platform of a build, where it is known. One per space, compared by identity."""

    def __init__(self, table: Mapping[str, str]) -> None:
        self.table = table

    def __call__(self, build: str) -> str:
        return self.table.get(build, NO_PLATFORM)


def _own_recovery(system: str) -> str:
    return f"of-{system}"


def vocabulary(
    device: Device,
    builds: tuple[Build, ...],
    options: Mapping[str, tuple[str, ...]],
    order: Order,
) -> Vocabulary:
    """The facts that conditions may name, and where each stands in the state."""
    firmware = [p.name for p in device.layout.with_role("firmware")]
    main = device.layout.with_role("system")[0].name
    listed = frozenset(b.build for b in builds)
    terms: dict[str, Term] = {
        fact.name: Term((fact.name,), values=frozenset(fact.values))
        for fact in start_facts(device, builds, options)
        if fact.name not in HIDDEN
    }
    platforms = sorted(
        {b.platform for b in builds} | {p for s in device.other_systems for p in s.platforms}
    )
    done = frozenset({"none", "made", "checked"})
    terms |= {
        "mode": Term(("mode",), values=frozenset(MODES)),
        "recovery": Term(("running",)),
        "data": Term(("data.state",), values=frozenset({"present", "fresh", "empty"})),
        "platform": Term(
            (f"cur.{main}.platform",),
            tuple(f"{s}.{main}.platform" for s in SIDES),
            values=frozenset(map(str, platforms)),
            order=Order({str(p): ("platform", p) for p in platforms}),
        ),
        "system": Term((f"cur.{main}.family",), tuple(f"{s}.{main}.family" for s in SIDES)),
        "build": Term(
            (f"cur.{main}.build",), tuple(f"{s}.{main}.build" for s in SIDES), order=order
        ),
        "base": Term(
            tuple(f"cur.{p}.build" for p in firmware),
            tuple(f"{s}.{p}.build" for s in SIDES for p in firmware),
            values=listed,
            order=order,
        ),
    }
    for loss in LOSSES:
        terms[loss] = Term((loss,), values=frozenset({"present", "gone"}))
        terms[f"backup.{loss}"] = Term((f"backup.{loss}",), values=done)
    return terms
