"""The state of a phone before the first step: switched on, running its system.

``cur.<partition>.<field>`` is the running slot, ``other.…`` the other one; the letter is a fact
of its own, so making the other slot the running one splits nothing. What stands once beside two
slots stands under ``cur``.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from anleitung.core.diagrams.run import State
from anleitung.core.diagrams.space import Node, Space
from anleitung.core.documents.device import Device
from anleitung.core.phone.content import Began, fields_of
from anleitung.core.phone.facts import HIDDEN, damaged_parts, kept_options
from anleitung.core.phone.world import (
    ANY_RECOVERY,
    AS_BASE,
    COPIES,
    LOSSES,
    NO_PLATFORM,
    OTHER_SYSTEM_BUILD,
    OWN_RECOVERY,
    World,
)

OF_SYSTEM = ("boot", "ramdisk", "recovery", "system", "extra")


def start_state(space: Space, world: World, answered: Iterable[str]) -> State:
    """Every slot of the state, as a function of the start."""
    state = start_without_contents(space, world, answered)
    _put_contents(state, space, world)
    main = f"cur.{world.system}"
    state["data.family"] = state[f"{main}.family"]
    state["data.platform"] = state[f"{main}.platform"]
    state["data.build"] = state[f"{main}.build"]
    if "stood-recovery" in space.level_of:
        _put_recovery(state, space, world)
    if world.device.stock.raises_rollback_index:
        state["rollback"] = space.map(index_of(world), state[f"cur.{world.firmware[0]}.build"])
    return state


def start_without_contents(space: Space, world: World, answered: Iterable[str]) -> dict[str, Node]:
    """What stands in no partition: facts, files, copies, programs, questions of the guide."""
    state: dict[str, Node] = {
        fact.name: space.var(fact.name) for fact in space.facts if fact.name not in HIDDEN
    }

    def put(slot: str, value: Any) -> None:
        state[slot] = space.leaf(value)

    for slot, value in _SIMPLE:
        state.setdefault(slot, space.leaf(value))
    for loss in LOSSES:
        put(loss, "present")
    for copy in COPIES:
        put(f"backup.{copy}", "none")
        put(f"backup.{copy}.of", "none")
        put(f"backup.{copy}.family", "none")
        put(f"backup.{copy}.platform", "none")
        put(f"kept.{copy}", "host")
    for file in world.packages:
        put(f"host.{file}", "absent")
        put(f"internal.{file}", "absent")
        put(f"called.{file}", world.packages[file].name)
        put(f"card.{file}", "absent")
        put(f"stick.{file}", "absent")
        put(f"packed.{file}", "packed")
    _put_programs(state, space, world)
    put("warranty", "intact")
    put("protected-content", "full")
    if world.device.hardware.fuse_trips:
        state["warranty"] = space.var("fuse")
    if world.device.unlocking.lowers_content:
        state["protected-content"] = space.map(content_level, space.var("bootloader"))
    for slot in answered:
        put(slot, None)
    put("data.encrypted", "yes" if world.device.stock.encrypts_data else "no")
    state["data.by"] = space.leaf(ANY_RECOVERY)
    state["data.part"] = space.leaf("none")
    return state


_SIMPLE: tuple[tuple[str, Any], ...] = (
    ("mode", "system"),
    ("running", "none"),
    ("asked", "none"),
    ("temporary", "none"),
    ("link", "none"),
    ("data.state", "present"),
    ("cur.seen-to-start", True),
    ("other.seen-to-start", False),
    ("cur.stood", "starting"),
    ("other.stood", "starting"),
    ("recovery-before", "none"),
    ("key", "none"),
    ("key-asked", "none"),
    ("unlock-code", "none"),
    ("unsettled", "none"),
    ("base-drifts", False),
    ("battery-told", False),
    ("host-sees", "no"),
    ("storage", "closed"),
    ("recovery-update", "on"),
    ("which", "first"),
    ("second.state", "none"),
    ("second.size", 0),
    ("second.family", "none"),
    ("second.kernel", "own"),
    ("auto-update", "off"),
    ("update", "none"),
)


def _put_contents(state: dict[str, Node], space: Space, world: World) -> None:
    platforms = {b.build: str(b.platform) for b in world.builds}
    device = world.device
    foreign = space.var("system-platform") if device.other_systems else space.leaf("")
    release = (
        space.var("system-release")
        if "system-release" in space.level_of
        else space.leaf(OTHER_SYSTEM_BUILD)
    )
    for name, part in world.contents:
        base = space.var("other-base" if name.startswith("other.") else "base")
        beside = name.startswith("other.") and "other-system" in space.level_of
        system = space.var("other-system" if beside else "system")
        is_stock = space.where(system, "stock")
        of_system = part.role in OF_SYSTEM
        stock = base
        if not beside and "system-build" in space.level_of:
            parted = space.var("system-build")
            stock = space.ite(space.where(parted, AS_BASE), base, parted)
        stood = name.startswith("cur.") and part.name == world.first_ramdisk
        own = space.map(_OwnRecovery.of(device), system)
        began = Began(
            space=space,
            world=world,
            part=part,
            of_system=of_system,
            system=system,
            is_stock=is_stock,
            base=base,
            build=space.ite(is_stock, stock, release) if of_system else base,
            platform=space.ite(is_stock, space.map(_Lookup(platforms), stock), foreign),
            own_recovery=space.ite(is_stock, space.leaf("stock"), own),
            root=space.var("root") if stood and "root" in space.level_of else space.leaf("none"),
        )
        for field in fields_of(world, part):
            state[f"{name}.{field.name}"] = field.at_start(began)


def _put_recovery(state: dict[str, Node], space: Space, world: World) -> None:
    """Another recovery than the one of the system, as somebody once wrote it to its place."""
    home, stands = f"cur.{world.recovery_home}", space.var("stood-recovery")
    own = space.where(stands, OWN_RECOVERY)
    put: dict[str, Node] = {
        "recovery": stands,
        "changed": stands,
        "signer": space.leaf("other"),
    }
    if world.recovery_home != world.first_ramdisk:
        # A partition of its own holds all of it, and nothing of what stood there.
        put |= {"family": stands, "build": space.leaf(OTHER_SYSTEM_BUILD)}
    for name, node in put.items():
        slot = f"{home}.{name}"
        state[slot] = space.ite(own, state[slot], node)


def damaged_state(space: Space, world: World, state: State) -> State:
    """The same phones, where one part of the running system may be damaged: they hang."""
    damaged = space.var("damaged")
    found = dict(state)
    found["mode"] = space.ite(space.where(damaged, "none"), state["mode"], space.leaf("stuck"))
    for name in damaged_parts(world.device):
        part = world.device.layout.named(name)
        hurt = space.where(damaged, name)
        for each in fields_of(world, part) if part else ():
            slot = f"cur.{name}.{each.name}"
            found[slot] = space.ite(hurt, space.leaf(each.empty), state[slot])
    whole = space.where(damaged, "none")
    found["cur.stood"] = space.ite(whole, state["cur.stood"], space.leaf("not starting"))
    return found


def content_level(bootloader: str) -> str:
    """Films and music under protection come in lower quality while the bootloader is open."""
    return "full" if bootloader == "locked" else "lowered"


def _put_programs(state: dict[str, Node], space: Space, world: World) -> None:
    """Apps, the switches of programs and windows, and what of them is mounted."""
    for app in world.apps:
        state[f"app.{app.id}"] = space.leaf("none")
        state[f"granted.{app.id}"] = space.leaf("no")
    for name in world.mountable:
        state[f"mounted.{name}"] = space.leaf("no")
    for owner, option in kept_options(world.programs.values(), world.tools.values()):
        state[f"set.{owner}.{option}"] = space.var(f"kept.{owner}.{option}")
    for program in world.programs.values():
        for switch in program.options:
            if switch.usual is not None:
                state[f"set.{program.id}.{switch.id}"] = space.leaf(switch.usual)


class _Lookup:
    """Platform of a build, where it is known. One per space, compared by identity."""

    def __init__(self, table: Mapping[str, str]) -> None:
        self.table = table

    def __call__(self, build: str) -> str:
        return self.table.get(build, NO_PLATFORM)


class Index:
    """Rollback index of a build, 0 where it is not listed. Compared by what it holds."""

    def __init__(self, table: Mapping[str, int]) -> None:
        self.table = table
        self._key = frozenset(table.items())

    def __call__(self, build: str) -> int:
        return self.table.get(build, 0)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, Index) and other._key == self._key

    def __hash__(self) -> int:
        return hash(self._key)


def index_of(world: World) -> Index:
    return Index(world.indexes)


@dataclass(frozen=True, slots=True)
class _OwnRecovery:
    """The recovery that comes with a system, by its document; equal for equal parts."""

    by_system: tuple[tuple[str, str], ...]

    @classmethod
    def of(cls, device: Device) -> "_OwnRecovery":
        return cls(tuple((s.id, s.recovery) for s in device.other_systems if s.recovery))

    def __call__(self, system: str) -> str:
        return dict(self.by_system).get(system, f"of-{system}")
