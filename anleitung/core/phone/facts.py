"""The start facts: every property in which two phones of a codename can differ at the start."""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass

from anleitung.core.conditions.model import Order
from anleitung.core.diagrams.space import Fact, FactKind, Node, OneOf, Space
from anleitung.core.documents.build import Build
from anleitung.core.documents.device import Device
from anleitung.core.documents.program import Program
from anleitung.core.documents.tool import Tool
from anleitung.core.marked import N_, Texts
from anleitung.core.phone.world import AS_BASE, NOT_LISTED, OWN_RECOVERY

MODES = (
    "system",
    "off",
    "bootloader",
    "userspace",
    "recovery",
    "download",
    "emergency",
    "stuck",
    "dead",
)

# What a fact is called: those of the start, and those that conditions may name beside them.
FACT_WORDS = Texts(
    {
        "variant": N_("variant"),
        "region": N_("region"),
        "carrier": N_("carrier"),
        "unlock-wait": N_("waiting time for unlocking"),
        "bootloader": N_("bootloader"),
        "unlock-switch": N_("switch that allows unlocking"),
        "debugging": N_("debugging"),
        "screen-lock": N_("screen lock"),
        "account": N_("account"),
        "battery": N_("battery"),
        "auto-update": N_("updates by themselves"),
        "update": N_("update of the system"),
        "slot": N_("running slot"),
        "system": N_("system"),
        "platform": N_("platform"),
        "other-system": N_("system of the other slot"),
        "system-platform": N_("platform of the system"),
        "system-release": N_("release of the system"),
        "base": N_("firmware base"),
        "other-base": N_("firmware base of the other slot"),
        "system-build": N_("build of the maker’s system"),
        "stood-recovery": N_("recovery that stands on the phone"),
        "build": N_("build"),
        "mode": N_("mode"),
        "damaged": N_("what hangs"),
        "recovery": N_("running recovery"),
        "data": N_("user data"),
        "apps": N_("apps with their settings"),
        "media": N_("photos and files"),
        "fuse": N_("warranty fuse"),
        "warranty": N_("warranty fuse"),
        "protected-content": N_("quality of protected films"),
        "root": N_("root"),
        "encrypted": N_("encryption of the user data"),
        "second": N_("second system"),
        "running-system": N_("running system"),
        "host": N_("host system of the computer"),
        "driver": N_("driver on the computer"),
        "other-phone": N_("other phone on the computer"),
        "other-program": N_("other program on the computer"),
        "backup.apps": N_("copy of the apps"),
        "backup.media": N_("copy of the photos and files"),
    }
)

# Read by other names, or not at all.
HIDDEN = (
    "fuse",
    "root",
    "system",
    "other-system",
    "system-platform",
    "system-release",
    "base",
    "other-base",
    "system-build",
    "stood-recovery",
    "damaged",
)


def _same(first: str, second: str) -> bool:
    return first == second


@dataclass(frozen=True, slots=True)
class Newer:
    """Whether the first build is newer than the second, of one line."""

    order: Order

    def __call__(self, first: str, second: str) -> bool:
        return self.order.compare(first, ">", second) is True


def start_facts(
    device: Device,
    builds: tuple[Build, ...],
    options: Mapping[str, tuple[str, ...]],
    programs: Iterable[Program] = (),
    tools: Iterable[Tool] = (),
    hanging: bool = False,
    parted: bool = False,
    standing: bool = False,
) -> list[Fact]:
    """In their fixed order, with the usual phone as default.

    hanging: phones count too that hang at the start, since one part of their system is damaged.
    parted: and phones whose system is of another release than their firmware. standing: and those
    on which another recovery stands, one of the guide's programs.
    """
    listed = tuple(b.build for b in builds)
    carriers = tuple(c.id for c in device.carriers)
    usual_carrier = next((c.id for c in device.carriers if c.unlocking == "permitted"), carriers[0])
    waits = any(c.unlocking == "after-wait" for c in device.carriers)
    dual = device.layout.slots == "dual"
    systems = ("stock", *(s.id for s in device.other_systems))
    found: list[Fact | None] = [
        Fact("variant", tuple(v.id for v in device.variants), device.usual_variant, 4),
        Fact("region", device.regions, device.regions[0], 2),
        Fact("carrier", carriers, usual_carrier, 4),
        Fact("unlock-wait", ("over", "running"), "over", 3) if waits else None,
        Fact("bootloader", ("locked", "unlocked"), "locked", 3),
        Fact("unlock-switch", ("off", "on"), "off", 3),
        Fact("debugging", ("off", "on"), "off", 3),
        Fact("screen-lock", ("set", "none"), "set", 2),
        Fact("account", ("signed-in", "none"), "signed-in", 2),
        Fact("battery", ("high", "low"), "high", 2),
        Fact("fuse", ("intact", "tripped"), "intact", 3) if device.hardware.fuse_trips else None,
        Fact("slot", ("a", "b"), "a", 2) if dual else None,
        Fact("system", systems, "stock", 3),
        Fact("other-system", systems, "stock", 1) if dual and len(systems) > 1 else None,
        *_of_other_systems(device),
        Fact("auto-update", ("off", "on"), "off", 2) if device.stock.updates_itself else None,
        Fact("update", ("none", "waiting", "ready"), "none", 3)
        if dual and device.stock.updates_itself
        else None,
        Fact("base", (*listed, NOT_LISTED), device.usual_build, 2),
        Fact("other-base", (*listed, NOT_LISTED), device.usual_build, 1) if dual else None,
        Fact("system-build", (AS_BASE, *listed), AS_BASE, 1) if parted else None,
    ]
    programs = tuple(programs)
    recoveries = tuple(p.id for p in programs if p.kind == "recovery")
    if standing and recoveries:
        found.append(Fact("stood-recovery", (OWN_RECOVERY, *recoveries), OWN_RECOVERY, 1))
    if any(p.kind == "root" for p in programs):
        found.append(Fact("root", ("none", "present"), "none", 3))
    if hanging:
        found.append(Fact("damaged", ("none", *damaged_parts(device)), "none", 2))
    found += _of_host(tuple(tools))
    found += [
        Fact(f"option.{name}", choices, choices[0], 1, FactKind.OPTION)
        for name, choices in options.items()
    ]
    return [fact for fact in found if fact is not None]


def damaged_parts(device: Device) -> tuple[str, ...]:
    """What a start of the system reads, and cannot do without."""
    return tuple(p.name for p in device.layout.with_role("boot", "ramdisk", "system", "extra"))


def _of_host(tools: tuple[Tool, ...]) -> Iterator[Fact]:
    """What differs on the computer: only what some tool of the guide minds."""
    hosts = tuple(dict.fromkeys(h.id for t in tools for h in t.hosts))
    if hosts_matter(tools):
        yield Fact("host", hosts, hosts[0], 2)
    if any(h.driver for t in tools for h in t.hosts):
        yield Fact("driver", ("there", "none"), "there", 2)
    minded = {what for t in tools for what in t.minds}
    if "several-phones" in minded:
        yield Fact("other-phone", ("none", "plugged-in"), "none", 2)
    if "other-program" in minded:
        yield Fact("other-program", ("none", "holds-the-link"), "none", 2)
    for tool in tools:
        if tool.package is not None:
            yield Fact(f"tool.{tool.id}", ("right", "other", "none"), "right", 2)


def hosts_matter(tools: Iterable[Tool]) -> bool:
    """Whether one host system fares otherwise than another: a driver, or a tool it does not run."""
    listed = tuple(tools)
    runs = {frozenset(h.id for h in t.hosts) for t in listed}
    return len(runs) > 1 or any(h.driver for t in listed for h in t.hosts)


def kept_options(programs: Iterable[Program], tools: Iterable[Tool]) -> list[tuple[str, str]]:
    """(program or tool, option) of every switch that stands as somebody left it."""
    found = [(p.id, o.id) for p in programs for o in p.options if o.usual is None]
    return found + [
        (t.id, o.id)
        for t in tools
        if t.window is not None
        for o in t.window.options
        if o.kept and o.does is not None and o.id is not None
    ]


def _of_other_systems(device: Device) -> list[Fact]:
    """Platform and release of a system that is not stock; those of stock follow from its build."""
    platforms = sorted({p for system in device.other_systems for p in system.platforms})
    releases = tuple(dict.fromkeys(r for s in device.other_systems for r in s.releases))
    names = tuple(map(str, platforms))
    found = [Fact("system-platform", names, names[-1])] if names else []
    if releases:
        found.append(Fact("system-release", (*releases, NOT_LISTED), releases[-1]))
    return found


def impossible_starts(space: Space, device: Device, order: Order) -> Node:
    """Starts whose platform or release does not belong to their system, and phones of which

    stock facts are told that do not run stock; these keep the default value. An update that waits
    for the next restart lies in the other slot, and is newer than what runs. System and firmware
    of the maker were parted by somebody with an open bootloader, and by no update.
    """
    found = parted = space.false
    if "system-build" in space.level_of:
        parted = space.minus(space.true, space.where(space.var("system-build"), AS_BASE))
        whole = space.either(
            space.where(space.var("bootloader"), "locked"),
            space.join(_same, space.var("system-build"), space.var("base")),
        )
        found = space.both(parted, whole)
    if "update" in space.level_of:
        newer = space.join(Newer(order), space.var("other-base"), space.var("base"))
        ready = space.where(space.var("update"), "ready")
        found = space.either(found, space.minus(ready, space.where(newer, True)))
        waits = space.minus(space.true, space.where(space.var("update"), "none"))
        found = space.either(found, space.both(waits, parted))
        if "other-system" in space.level_of:
            updating = space.minus(space.true, space.where(space.var("update"), "none"))
            by_maker = space.where(space.var("other-system"), "stock")
            found = space.either(found, space.minus(updating, by_maker))
    if "stood-recovery" in space.level_of and device.stock.restores_recovery:
        by_maker = space.where(space.var("system"), "stock")
        own = space.where(space.var("stood-recovery"), OWN_RECOVERY)
        found = space.either(found, space.minus(by_maker, own))
    if device.hardware.fuse_trips == "unlock":
        opened = space.where(space.var("bootloader"), "unlocked")
        intact = space.where(space.var("fuse"), "intact")
        found = space.either(found, space.both(opened, intact))
    if not device.other_systems:
        return found
    by_system = {s.id: s for s in device.other_systems}
    for each in device.other_systems:
        runs = space.where(space.var("system"), each.id)
        for declared in each.facts:
            name = f"own.{each.id}.{declared.id}"
            if name in space.level_of and not declared.hidden:
                told = space.minus(space.true, space.where(space.var(name), declared.values[0]))
                found = space.either(found, space.minus(told, runs))
    for fact in ("system-platform", "system-release", "system-build", "auto-update", "update"):
        if fact not in space.level_of:
            continue
        usual = space.facts[space.level_of[fact]].default
        for system in ("stock", *by_system):
            allowed = {usual}
            if fact == "system-platform" and system != "stock":
                allowed = set(map(str, by_system[system].platforms))
            if fact == "system-release" and system != "stock":
                allowed = {*by_system[system].releases, NOT_LISTED}
            if fact in ("system-build", "auto-update", "update") and system == "stock":
                continue
            runs = space.where(space.var("system"), system)
            fits = space.map(OneOf(frozenset(allowed)), space.var(fact))
            found = space.either(found, space.minus(runs, fits))
    return found
