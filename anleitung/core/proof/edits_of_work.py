"""Candidates for a fix of what goes wrong on the way: tools, recoveries, messages, options."""

from collections.abc import Callable, Iterator
from gettext import gettext as _
from typing import Any

from anleitung.core.documents.message import Message
from anleitung.core.guide.document import OneStep, with_steps
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.app import App
from anleitung.core.phone.actions.clear_link import ClearLink
from anleitung.core.phone.actions.disconnect import Disconnect
from anleitung.core.phone.actions.install import Install
from anleitung.core.phone.actions.install_driver import InstallDriver
from anleitung.core.phone.actions.mount import Mount
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.open_storage import OpenStorage
from anleitung.core.phone.actions.place import Place
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.second import Second, proposed_room
from anleitung.core.phone.actions.see_phone import SeePhone
from anleitung.core.phone.actions.unpack import Unpack
from anleitung.core.phone.actions.write_window import WriteWindow
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.repair.change_steps import Edit, inserted, leaving_out, moved
from anleitung.core.proof.findings.message_not_told import known_messages
from anleitung.core.proof.rules import Found

Maker = Callable[[Compiled, Found], Iterator[Edit]]


def _before(make: Callable[[Compiled, Found], tuple[Step, ...]]) -> Maker:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        steps = make(compiled, found)
        if steps:
            yield from inserted(compiled, found.step, *steps)

    return edits


def _at_step(says: str, change: Callable[[Compiled, Found, Any], dict[str, Any]]) -> Maker:
    """Fields of the step where it is found are changed."""

    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        def changed(step: OneStep) -> OneStep:
            if step.id != found.step:
                return step
            return step.model_copy(update=change(compiled, found, step))

        yield says, with_steps(compiled.bundle.guide, changed)

    return edits


def _earlier_or_later(compiled: Compiled, found: Found) -> Iterator[Edit]:
    yield from moved(compiled.bundle.guide, found.step)


def _out(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide


def _kept_packed(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(
        compiled.bundle.guide, lambda s: isinstance(s, Unpack) and s.file == found.subject
    )
    yield _("Leave it packed"), guide


def _package_of_tool(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    tool = compiled.bundle.world.tools[found.subject]
    if tool.package is None or tool.package not in compiled.bundle.world.packages:
        return ()
    return (Obtain(action="obtain", id="get-tool", files=(tool.package,), verify=True),)


def _driver(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    tool = compiled.bundle.world.tools[found.subject]
    file = next((h.driver for h in tool.hosts if h.driver), None)
    if file is None or file not in compiled.bundle.world.packages:
        return ()
    return (
        Obtain(action="obtain", id="get-driver", files=(file,), verify=True),
        InstallDriver(action="install-driver", id="driver", file=file),
    )


def _release(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    packages = compiled.bundle.world.packages.values()
    file = next((p.id for p in packages if p.role == "encryption-release"), None)
    if file is None:
        return ()
    return (Install(action="install", id="release", file=file, source="sideload"),)


def _told(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    """The message as the document of what shows it has it, its place aside."""
    known = next(
        m for s, m, _ in known_messages(compiled) if s.id == step.id and m.text == found.subject
    )
    message = Message.model_validate(known.model_dump() | {"at": ()})
    return {"messages": (*(m for m in step.messages if m.text != known.text), message)}


def _right_switch(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    """Every switch that does something, as the tool's document says is right."""
    tool = compiled.bundle.world.tools.get(step.tool) if isinstance(step, WriteWindow) else None
    if tool is None or tool.window is None:
        return {}
    right = {str(o.id): o.right for o in tool.window.options if o.does is not None}
    return {"options": {**step.options, **right}}


def _recovery_kept_off(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if not isinstance(step, Install):
        return {}
    off = {
        o.id: "off"
        for p in compiled.bundle.world.recoveries
        for o in p.options
        if o.effect == "installs-itself"
    }
    return {"options": {**step.options, **off}}


def _other_way(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if isinstance(step, Place):
        return {"by": "pushed" if step.by == "copied" else "copied"}
    return {"source": "internal"} if isinstance(step, Install) else {}


def _sideloaded(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    return {"source": "sideload"} if isinstance(step, Install) else {}


def _to_internal(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    if isinstance(step, Place):
        return {"to": "internal"}
    return {"source": "internal"} if isinstance(step, Install) else {}


def _slot_that_fits(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    tool = compiled.bundle.world.tools.get(step.tool) if isinstance(step, WriteWindow) else None
    if tool is None or tool.window is None:
        return {}
    writes = set(compiled.bundle.world.packages[found.subject].writes)
    fitting = [s.id for s in tool.window.slots if writes <= set(s.writes)]
    rest = {slot: file for slot, file in step.files.items() if file != found.subject}
    return {"files": {**rest, fitting[0]: found.subject}} if fitting else {}


def _restart_once_more(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = compiled.bundle.guide
    taken = {row.step.id for row in compiled.rows}
    name = next(n for n in ("once-more", "once-more-2", "once-more-3") if n not in taken)
    step = Restart.model_validate(
        {"action": "restart", "id": name, "duration": {"usual": [60, 240], "give_up": 900}}
    )
    yield (
        _("Restart once more at the end"),
        guide.model_copy(update={"steps": (*guide.steps, step)}),
    )


def _ready(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    name = found.subject
    if compiled.bundle.world.programs[name].needs_restart:
        return ()
    return (
        App(action="app", id="install-app", program=name, does="install"),
        App(action="app", id="open-app", program=name, does="open"),
    )


def _without_battery(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(
        compiled.bundle.guide, lambda s: isinstance(s, Disconnect) and s.what == "battery"
    )
    yield _("Leave the battery in"), guide


def _enough_room(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """A fifth more than what goes in is unpacked, in whole hundreds of megabytes."""
    package = compiled.bundle.world.packages[found.subject]
    size = proposed_room(package.unpacked_size or package.size)

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Second) and step.does == "create":
            return step.model_copy(update={"size": size})
        return step

    says = _("Make {size} MB of room").format(size=f"{size // 1_000_000:,}")
    yield says, with_steps(compiled.bundle.guide, change)


WORK: dict[str, Maker] = {
    "add-on-too-late": _earlier_or_later,
    "app-not-installed": _before(_ready),
    "battery-built-in": _without_battery,
    "check-misleads": _earlier_or_later,
    "driver-missing": _before(_driver),
    "encryption-not-released": _before(_release),
    "file-not-unpacked": _before(
        lambda c, f: (Unpack(action="unpack", id="unpack", file=f.subject),)
    ),
    "file-slot-swapped": _at_step(
        _("Put it into the slot that writes its partitions"), _slot_that_fits
    ),
    "file-unpacked": _kept_packed,
    "forbidden-way": _at_step(_("Bring it the other way"), _other_way),
    "helper-not-finished": _restart_once_more,
    "hides-a-modification": _out,
    "link-held": _before(lambda c, f: (ClearLink(action="clear-link", id="clear-link"),)),
    "message-not-told": _at_step(_("Say what it means, as its document does"), _told),
    "more-causes-known": _at_step(_("Name every cause that is known"), _told),
    "no-card-slot": _at_step(_("Use the internal storage"), _to_internal),
    "no-code-to-ask-for": _out,
    "no-such-app": _out,
    "no-such-file-slot": _out,
    "no-such-window": _out,
    "no-such-word": _out,
    "option-unsaid": _at_step(_("Say how each switch must stand"), _right_switch),
    "partition-not-mounted": _before(
        lambda c, f: (Mount(action="mount", id="mount", partition=f.subject),)
    ),
    "phone-not-seen": _before(
        lambda c, f: (SeePhone(action="see-phone", id="see", tool=f.subject),)
    ),
    "repartition-without-layout": _at_step(_("Turn the switch off"), _right_switch),
    "root-overwritten": _at_step(_("Keep the recovery from installing itself"), _recovery_kept_off),
    "second-too-small": _enough_room,
    "set-up-in-vain": _out,
    "storage-closed": _before(lambda c, f: (OpenStorage(action="open-storage", id="open"),)),
    "several-phones": _before(lambda c, f: (ClearLink(action="clear-link", id="clear-link"),)),
    "storage-not-readable": _at_step(_("Sideload it"), _sideloaded),
    "tool-missing": _before(_package_of_tool),
    "tool-of-another-version": _before(_package_of_tool),
}
