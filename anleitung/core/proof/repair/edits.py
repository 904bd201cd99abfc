"""Kinds of edits that several findings are mended with: insert, move, change, leave out."""

from collections.abc import Callable, Iterator
from typing import Any

from anleitung.core.documents.message import Message
from anleitung.core.guide.nested import OneStep
from anleitung.core.guide.walk import map_steps, without_steps
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Duration
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.unlock import Unlock
from anleitung.core.phone.actions.write_window import WriteWindow
from anleitung.core.proof.finding import Found
from anleitung.core.proof.repair.change_steps import Edit, inserted, moved
from anleitung.core.proof.repair.known_messages import known_messages
from anleitung.core.proof.run.compile import Compiled

EditFinder = Callable[[Compiled, Found], Iterator[Edit]]

START = Duration(usual=(60, 360), give_up=900)
IN_MODE = Duration(usual=(15, 60), give_up=180)


MakeStep = Callable[[], Step]


def insert(*make: MakeStep) -> EditFinder:
    """The steps are made when there is something to mend: the program is not to wait for them."""

    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield from inserted(compiled, found.step, *(step() for step in make))

    return edits


def insert_for_file(make: Callable[[str], tuple[Step, ...]]) -> EditFinder:
    """The steps are about the file that the finding is about."""

    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield from inserted(compiled, found.step, *make(found.subject))

    return edits


def enter_mode(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """The mode that the step wants is entered; by hand, which needs no link."""
    mode = found.subject
    if mode == "system":
        start = Restart(action="restart", id="start", duration=START)
        yield from inserted(compiled, found.step, start)
        return
    if mode not in ("bootloader", "recovery", "userspace"):
        return
    if mode == "userspace":
        chord = EnterMode(action="enter", id="in", mode="bootloader", by="chord", duration=IN_MODE)
        enter = EnterMode(
            action="enter", id="in-userspace", mode="userspace", by="command", duration=IN_MODE
        )
        yield from inserted(compiled, found.step, enter)
        yield from inserted(compiled, found.step, chord, enter)
        return
    enter = EnterMode(
        action="enter",
        id=f"into-{mode}",
        mode=mode,
        by="chord",
        duration=IN_MODE,
    )
    yield from inserted(compiled, found.step, enter)


def format_in_recovery(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Right there where the phone is in a recovery already; else on a way through its own one."""
    made_anew = FormatData(action="format-data", id="format")
    yield from inserted(compiled, found.step, made_anew)
    enter = EnterMode(
        action="enter", id="into-recovery", mode="recovery", by="chord", duration=IN_MODE
    )
    yield from inserted(compiled, found.step, enter, made_anew)


def change_steps(says: str, change: Callable[[OneStep, Found], OneStep]) -> EditFinder:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield _(says), map_steps(compiled.bundle.guide, lambda step: change(step, found))

    return edits


def write_firmware_to_both(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Only firmware: a system or a ramdisk in the other slot is nobody's wish."""
    firmware = compiled.bundle.world.firmware

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Flash) and step.partition in firmware:
            return step.model_copy(update={"where": "both"})
        return step

    yield _("Write the firmware to both slots"), map_steps(compiled.bundle.guide, change)


def copied_before(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """What is lost is copied first, and one copy opened."""
    copy = BackUp.model_validate(
        {"action": "back-up", "id": "copy", "what": [found.subject], "checked": True}
    )
    yield from inserted(compiled, found.step, copy)


def leave_out(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = without_steps(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide


def in_turn(*makers: EditFinder) -> EditFinder:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        for make in makers:
            yield from make(compiled, found)

    return edits


def insert_made(make: Callable[[Compiled, Found], tuple[Step, ...]]) -> EditFinder:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        steps = make(compiled, found)
        if steps:
            yield from inserted(compiled, found.step, *steps)

    return edits


def change_step(says: str, change: Callable[[Compiled, Found, Any], dict[str, Any]]) -> EditFinder:
    """Fields of the step where it is found are changed."""

    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        def changed(step: OneStep) -> OneStep:
            if step.id != found.step:
                return step
            return step.model_copy(update=change(compiled, found, step))

        yield _(says), map_steps(compiled.bundle.guide, changed)

    return edits


def move(compiled: Compiled, found: Found) -> Iterator[Edit]:
    yield from moved(compiled.bundle.guide, found.step)


def get_tool(compiled: Compiled, found: Found) -> tuple[Step, ...]:
    tool = compiled.bundle.world.tools[found.subject]
    if tool.package is None or tool.package not in compiled.bundle.world.packages:
        return ()
    return (Obtain(action="obtain", id="get-tool", files=(tool.package,), verify=True),)


def tell_message(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    """The message as the document of what shows it has it, its place aside."""
    known = next(
        m for s, m, _ in known_messages(compiled) if s.id == step.id and m.text == found.subject
    )
    message = Message.model_validate(known.model_dump() | {"at": ()})
    return {"messages": (*(m for m in step.messages if m.text != known.text), message)}


def set_switches_right(compiled: Compiled, found: Found, step: Any) -> dict[str, Any]:
    """Every switch that does something, as the tool's document says is right."""
    tool = compiled.bundle.world.tools.get(step.tool) if isinstance(step, WriteWindow) else None
    if tool is None or tool.window is None:
        return {}
    right = {str(o.id): o.right for o in tool.window.options if o.does is not None}
    return {"options": {**step.options, **right}}


allow_unlocking = insert(
    lambda: SwitchSetting(action="switch", id="allow", setting="unlock-switch", to="on"),
)


def unlock() -> Step:
    return Unlock(action="unlock", id="unlock", duration=START)


def see_start() -> Step:
    return Restart(action="restart", id="see-start", duration=START)


def back_in() -> Step:
    return EnterMode(action="enter", id="back-in", mode="bootloader", by="chord", duration=IN_MODE)


unlock_before = in_turn(insert(unlock), insert(unlock, back_in))
