"""What each step changes on the phone, told apart by groups of phones."""

from collections.abc import Iterator
from dataclasses import dataclass, field
from typing import Any

from anleitung.core.diagrams.boxes import describe
from anleitung.core.diagrams.run import State
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.world import COPIES, LOSSES
from anleitung.core.proof.explain.words import boxes_words
from anleitung.core.proof.result import ChangeOut, PhonesOut, StepTraceOut
from anleitung.core.proof.run.compile import Compiled

_GONE = N_("gone")
_PLACES = Texts(
    {
        "host": N_("on the computer"),
        "internal": N_("on the phone"),
        "card": N_("on the card"),
        "stick": N_("on the stick"),
    }
)
_ON_HOST = Texts(
    {
        "driver": N_("driver on the computer"),
        "other-phone": N_("other phone on the computer"),
        "other-program": N_("other program on the computer"),
        "second.state": N_("room of a second system"),
    }
)


@dataclass(frozen=True, slots=True)
class _Shown:
    """A fact as the trace shows it: where it stands, and the diagrams of its value."""

    group: str
    name: str
    before: tuple[Node, ...]
    after: tuple[Node, ...]
    brief: bool = False  # a content: (family, build) pairs


@dataclass(slots=True)
class _Merged:
    names: list[str] = field(default_factory=list)
    is_loss: bool = False
    settles: bool = True


def trace_of(compiled: Compiled) -> tuple[StepTraceOut, ...]:
    """One entry per step that was run; promises are not steps of the reader."""
    run, space = compiled.run, compiled.procedure.space
    named = _named(compiled)
    found = []
    for i, row in enumerate(compiled.rows[: len(run.concerned)]):
        concerned = run.concerned[i]
        changes = _changes(compiled, named, run.states[i], run.states[i + 1], concerned)
        found.append(
            StepTraceOut(
                step=row.step.id,
                phones=space.count(concerned, frozenset({FactKind.PHONE})),
                changes=tuple(changes),
            )
        )
    return tuple(found)


def phones_out(compiled: Compiled, part: Node, within: Node, *, most: int = 2) -> PhonesOut:
    """Counts without choices; which ones, seen from ``within``, in at most ``most`` groups."""
    space = compiled.procedure.space
    kinds = frozenset({FactKind.PHONE})
    boxes = describe(space, part, within, most=most)
    return PhonesOut(
        count=space.count(part, kinds),
        of=space.count(within, kinds),
        words="" if part is within else boxes_words(compiled.bundle, boxes),
        exact=boxes.exact,
    )


def _changes(
    compiled: Compiled, named: "_Named", before: State, after: State, concerned: Node
) -> Iterator[ChangeOut]:
    space = compiled.procedure.space
    merged: dict[tuple[str, str, str, Node], _Merged] = {}
    for shown in _shown(compiled, named, before, after, concerned):
        delta = _delta_brief if shown.brief else _delta
        told = space.told_apart(delta, (*shown.before, *shown.after), concerned)
        groups = [(value, phones) for value, phones in told.items() if isinstance(value, tuple)]
        kinds = frozenset({FactKind.PHONE})
        groups.sort(key=lambda g: (-space.count(g[1], kinds), str(g[0])))
        settles = len(space.values_within(shown.after, concerned)) == 1
        for value, phones in groups:
            was, becomes = value
            entry = merged.setdefault((shown.group, was, becomes, phones), _Merged())
            entry.names.append(shown.name)
            entry.is_loss |= becomes == _(_GONE)
            entry.settles &= settles
    for (group, was, becomes, phones), entry in merged.items():
        yield ChangeOut(
            group=group,
            names=tuple(entry.names),
            before=was,
            after=becomes,
            is_loss=entry.is_loss,
            settles=entry.settles,
            # A fact has one line in its column: what takes more than one group is counted.
            phones=named.told(compiled, phones, concerned),
        )


def shown_facts() -> list[tuple[str, str]]:
    """(slot, its name in words) of every fact that is shown, contents and files aside.

    Looked up once: a proof asks for it at every step.
    """
    return [
        ("bootloader", _("bootloader")),
        ("slot", _("running slot")),
        ("mode", _("mode")),
        ("running", _("running recovery")),
        ("unlock-switch", _("switch for unlocking")),
        ("debugging", _("debugging")),
        ("link", _("link to the computer")),
        *((loss, LOSS_WORDS[loss]) for loss in LOSSES),
        ("data.state", _("user data")),
        ("screen-lock", _("screen lock")),
        ("account", _("account")),
        ("battery", _("battery")),
        ("auto-update", _("updates by themselves")),
        ("update", _("update of the system")),
        ("key", _("own key")),
        ("second.family", _("second system")),
        ("which", _("running system")),
        ("warranty", _("warranty fuse")),
        ("protected-content", _("protected films")),
        ("unlock-code", _("code for unlocking")),
        *((f"backup.{copy}", _("copy of {what}").format(what=LOSS_WORDS[copy])) for copy in COPIES),
    ]


@dataclass(frozen=True, slots=True)
class _Named:
    """What is the same at every step: (slot, group, name) of what is shown, and the two slots."""

    facts: tuple[tuple[str, str, str], ...]
    titles: dict[str, str]
    known: dict[tuple[Node, Node], PhonesOut]

    def told(self, compiled: Compiled, part: Node, within: Node) -> PhonesOut:
        """The same phones are told in the same words at every step."""
        found = self.known.get((part, within))
        if found is None:
            found = self.known[part, within] = phones_out(compiled, part, within, most=1)
        return found


def _named(compiled: Compiled) -> _Named:
    """Looked up once: a word that is looked up for every step costs more than the proof."""
    world, start = compiled.bundle.world, compiled.procedure.start
    facts = [(slot, "", name) for slot, name in shown_facts() if slot in start]
    facts += [(slot, "", name) for slot, name in _on_the_way(compiled, start)]
    facts += [
        (f"{where}.{file}", group, world.file_name(file))
        for where, group in _PLACES.items()
        for file in world.packages
    ]
    titles = {"cur": _("running slot") if world.has_two_slots else "", "other": _("other slot")}
    return _Named(tuple(facts), titles, {})


def _shown(
    compiled: Compiled, named: _Named, before: State, after: State, concerned: Node
) -> Iterator[_Shown]:
    space, world = compiled.procedure.space, compiled.bundle.world
    for slot, group, name in named.facts:
        if before[slot] is not after[slot]:
            yield _Shown(group, name, (before[slot],), (after[slot],))
    # Where the slots changed places, what stands in the running slot now stood in the other.
    moved = space.false
    if world.has_two_slots and before["slot"] is not after["slot"]:
        changed = space.minus(space.true, space.join(_equal, before["slot"], after["slot"]))
        moved = space.both(concerned, changed)
    titles = named.titles
    for name, part in world.contents:
        side, _dot, _rest = name.partition(".")
        fields = (f"{name}.family", f"{name}.build")
        if moved is space.false or part.once:
            stood = {slot: before[slot] for slot in fields}
        else:
            opposite = f"{'other' if side == 'cur' else 'cur'}.{part.name}"
            stood = {
                slot: space.ite(moved, before[slot.replace(name, opposite, 1)], before[slot])
                for slot in fields
            }
        if all(stood[slot] is after[slot] for slot in fields):
            continue  # it stands where it stood, or changed places with its slot
        was, stands = (tuple(state[slot] for slot in fields) for state in (stood, after))
        yield _Shown("" if part.once else titles[side], part.name, was, stands, brief=True)


def _on_the_way(compiled: Compiled, state: State) -> Iterator[tuple[str, str]]:
    """(slot, name) of what is on the computer beside the files, and of programs on the phone."""
    world = compiled.bundle.world
    for slot, name in (*_ON_HOST.items(), (f"cur.{world.first_ramdisk}.root", LOSS_WORDS["root"])):
        if slot in state:
            yield slot, name
    for app in world.apps:
        yield f"app.{app.id}", app.name
    for tool in world.tools.values():
        if tool.package is not None:
            yield f"tool.{tool.id}", tool.name


def _equal(a: Any, b: Any) -> bool:
    return bool(a == b)


def _delta(before: Any, after: Any) -> tuple[str, str] | None:
    return None if before == after else (said(before), said(after))


def _delta_brief(was: Any, its_build: Any, stands: Any, build: Any) -> tuple[str, str] | None:
    """The family before, and family with build after: what stood there in detail differs widely."""
    return None if (was, its_build) == (stands, build) else (str(was), f"{stands} {build}")


_SAID = Texts(
    {
        "got": N_("there"),
        "checked": N_("there, checked"),
        "made": N_("made, not checked"),
        "wiped": _GONE,
        "absent": N_("not there"),
        "gone": _GONE,
    }
)


def said(value: Any) -> str:
    return _SAID.get(value, str(value))
