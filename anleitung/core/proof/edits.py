"""Candidates for a fix: edits of a guide that may take one finding away, the gentlest first.

Nothing here is told to anybody before it was held against the law of the fix.
"""

from collections.abc import Callable, Iterator
from gettext import gettext as _

from anleitung.core.guide.document import EACH, OneStep, with_steps
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.answer import Answer
from anleitung.core.phone.actions.ask_for_code import AskForCode
from anleitung.core.phone.actions.back_up import BackUp
from anleitung.core.phone.actions.base import Duration
from anleitung.core.phone.actions.boot_once import BootOnce
from anleitung.core.phone.actions.charge import Charge
from anleitung.core.phone.actions.connect import Connect
from anleitung.core.phone.actions.derive import Derive
from anleitung.core.phone.actions.enroll_key import EnrollKey
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.actions.flash import Flash
from anleitung.core.phone.actions.format_data import FormatData
from anleitung.core.phone.actions.obtain import Obtain
from anleitung.core.phone.actions.place import Place
from anleitung.core.phone.actions.relock import Relock
from anleitung.core.phone.actions.remove import Remove
from anleitung.core.phone.actions.rename import Rename
from anleitung.core.phone.actions.restart import Restart
from anleitung.core.phone.actions.switch_setting import SwitchSetting
from anleitung.core.phone.actions.unlock import Unlock
from anleitung.core.phone.actions.wipe import Wipe
from anleitung.core.proof.run.compile import Compiled
from anleitung.core.proof.repair.change_steps import Edit, inserted, leaving_out, moved
from anleitung.core.proof.repair.change_frame import (
    declared,
    file_out,
    listed_file,
    narrowed,
    without_ban,
)
from anleitung.core.proof.edits_of_work import WORK, Maker
from anleitung.core.proof.rules import Found

_START = Duration(usual=(60, 360), give_up=900)
_MODE = Duration(usual=(15, 60), give_up=180)


def edits_for(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Narrowing the admission turns phones away and comes last."""
    makers = _MAKERS.get(found.finding) or WORK.get(found.finding)
    if makers is not None:
        yield from makers(compiled, found)
    yield from narrowed(compiled, found)


# -- insert a step --------------------------------------------------------------------------


def _insert(*steps: Step) -> Maker:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield from inserted(compiled, found.step, *steps)

    return edits


def _insert_for_file(make: Callable[[str], tuple[Step, ...]]) -> Maker:
    """The steps are about the file that the finding is about."""

    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield from inserted(compiled, found.step, *make(found.subject))

    return edits


def _into(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """The mode that the step wants is entered; by hand, which needs no link."""
    mode = found.subject
    if mode == "system":
        start = Restart(action="restart", id="start", duration=_START)
        yield from inserted(compiled, found.step, start)
        return
    if mode not in ("bootloader", "recovery", "userspace"):
        return
    if mode == "userspace":
        chord = EnterMode(action="enter", id="in", mode="bootloader", by="chord", duration=_MODE)
        enter = EnterMode(
            action="enter", id="in-userspace", mode="userspace", by="command", duration=_MODE
        )
        yield from inserted(compiled, found.step, enter)
        yield from inserted(compiled, found.step, chord, enter)
        return
    enter = EnterMode(
        action="enter",
        id=f"into-{mode}",
        mode=mode,
        by="chord",
        duration=_MODE,
    )
    yield from inserted(compiled, found.step, enter)


def _agree(compiled: Compiled, found: Found) -> Iterator[Edit]:
    plug = Connect(action="connect", id="plug")
    on = SwitchSetting(action="switch", id="debugging-on", setting="debugging", to="on")
    agree = Connect(action="connect", id="agree", confirm=True)
    if found.subject == "cable":
        yield from inserted(compiled, found.step, plug)
    yield from inserted(compiled, found.step, agree)
    yield from inserted(compiled, found.step, on, agree)


def _format_in_recovery(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Right there where the phone is in a recovery already; else on a way through its own one."""
    made_anew = FormatData(action="format-data", id="format")
    yield from inserted(compiled, found.step, made_anew)
    enter = EnterMode(
        action="enter", id="into-recovery", mode="recovery", by="chord", duration=_MODE
    )
    yield from inserted(compiled, found.step, enter, made_anew)


def _format_before(compiled: Compiled, found: Found) -> Iterator[Edit]:
    for row in compiled.rows:
        if isinstance(row.step, FormatData | Wipe):
            yield from moved(compiled.bundle.guide, row.step.id)


def _trusted_or_open(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """The own key that signed it, where one is at hand; else the phone stays open."""
    for package in compiled.bundle.world.packages.values():
        if package.role == "key":
            step = EnrollKey(action="enroll-key", id="enrol", file=package.id)
            yield from inserted(compiled, found.step, step)
    guide = leaving_out(compiled.bundle.guide, lambda step: isinstance(step, Relock))
    yield _("Leave the phone unlocked"), guide


def _recovery_again(compiled: Compiled, found: Found) -> Iterator[Edit]:
    started = [row.step for row in compiled.rows if isinstance(row.step, BootOnce)]
    for step in reversed(started):
        chord = EnterMode(action="enter", id="back-in", mode="bootloader", by="chord")
        again = step.model_copy(update={"id": "start-again"})
        yield from inserted(compiled, found.step, again)
        yield from inserted(
            compiled, found.step, chord.model_copy(update={"duration": _MODE}), again
        )


def _get(file: str) -> tuple[Step, ...]:
    return (Obtain(action="obtain", id="get", files=(file,), verify=True),)


def _get_or_make(compiled: Compiled, found: Found) -> Iterator[Edit]:
    package = compiled.bundle.world.packages.get(found.subject)
    if package is not None and package.derived is not None:
        yield from inserted(
            compiled, found.step, Derive(action="derive", id="make", file=found.subject)
        )
        return
    yield from inserted(compiled, found.step, *_get(found.subject))


def _rightly_named(compiled: Compiled, found: Found) -> Iterator[Edit]:
    package = compiled.bundle.world.packages[found.subject]
    wanted = package.naming.fixed or package.name
    step = Rename(action="rename", id="rename", file=found.subject, to=wanted)
    yield from inserted(compiled, found.step, step)
    yield (
        _("Leave the name as it is"),
        leaving_out(
            compiled.bundle.guide, lambda s: isinstance(s, Rename) and s.file == found.subject
        ),
    )


def _copied_before(compiled: Compiled, found: Found) -> Iterator[Edit]:
    if found.subject in ("apps", "media"):
        copy = BackUp(action="back-up", id="copy", what=(found.subject,), checked=True)
        yield from inserted(compiled, found.step, copy)
    yield from declared(compiled, found)


def _answered(compiled: Compiled, found: Found) -> Iterator[Edit]:
    question = compiled.bundle.device.question(found.subject)
    for given in question.answers if question else ():
        if question and given.does == "goes-on":
            step = Answer(action="answer", id="answer", question=question.id, answer=given.id)
            yield from inserted(compiled, found.step, step)


# -- change, reorder or leave out what is there ----------------------------------------------


def _changing(says: str, change: Callable[[OneStep, Found], OneStep]) -> Maker:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        yield says, with_steps(compiled.bundle.guide, lambda step: change(step, found))

    return edits


def _checks_copies(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, BackUp) and found.subject in step.what:
        return step.model_copy(update={"checked": True})
    return step


def _keeps_on_host(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, BackUp) and found.subject in step.what:
        return step.model_copy(update={"kept": "host"})
    return step


def _verifies(step: OneStep, found: Found) -> OneStep:
    if isinstance(step, Obtain) and found.subject in step.files:
        return step.model_copy(update={"verify": True})
    return step


def _in_running_slot(step: OneStep, found: Found) -> OneStep:
    if step.id == found.step and getattr(step, "where", EACH) != EACH:
        return step.model_copy(update={"where": "running"})
    return step


def _firmware_in_both(compiled: Compiled, found: Found) -> Iterator[Edit]:
    """Only firmware: a system or a ramdisk in the other slot is nobody's wish."""
    firmware = compiled.bundle.world.firmware

    def change(step: OneStep) -> OneStep:
        if isinstance(step, Flash) and step.partition in firmware:
            return step.model_copy(update={"where": "both"})
        return step

    yield _("Write the firmware to both slots"), with_steps(compiled.bundle.guide, change)


def _where_it_belongs(compiled: Compiled, found: Found) -> Iterator[Edit]:
    world = compiled.bundle.world

    def change(step: OneStep) -> OneStep:
        if step.id != found.step or not isinstance(step, Flash):
            return step
        role = world.packages[step.file].role
        home = world.recovery_home if role == "recovery" else world.first_ramdisk
        if role not in ("recovery", "ramdisk", "root"):
            same = [p.name for p in world.device.layout.partitions if p.role == _HOMES.get(role)]
            home = same[0] if same else step.partition
        return step.model_copy(update={"partition": home})

    yield _("Write it where it belongs"), with_steps(compiled.bundle.guide, change)


_HOMES = {"kernel": "boot", "system": "system", "firmware": "firmware"}


def _with_give_up(compiled: Compiled, found: Found) -> Iterator[Edit]:
    def change(step: OneStep) -> OneStep:
        if step.id != found.step or not isinstance(step, Step):
            return step
        usual = step.seconds
        limit = min(max(usual[1] * 3, 60), 86_400)
        return step.model_copy(update={"duration": Duration(usual=usual, give_up=limit)})

    yield (
        _("Give up after three times the longest usual time"),
        with_steps(compiled.bundle.guide, change),
    )


def _left_out(compiled: Compiled, found: Found) -> Iterator[Edit]:
    guide = leaving_out(compiled.bundle.guide, lambda step: step.id == found.step)
    yield _("Leave the step out"), guide


def _in_turn(*makers: Maker) -> Maker:
    def edits(compiled: Compiled, found: Found) -> Iterator[Edit]:
        for make in makers:
            yield from make(compiled, found)

    return edits


_LOCK_OFF = _insert(Remove(action="remove", id="screen-lock-off", what="screen-lock"))
_SWITCH_ON = _insert(
    SwitchSetting(action="switch", id="allow", setting="unlock-switch", to="on"),
)
_SEE_START = (
    Restart(action="restart", id="see-start", duration=_START),
    EnterMode(action="enter", id="back-in", mode="bootloader", by="chord", duration=_MODE),
)
_UNLOCKED = _in_turn(
    _insert(Unlock(action="unlock", id="unlock", duration=_START)),
    _insert(
        Unlock(action="unlock", id="unlock", duration=_START),
        EnterMode(action="enter", id="back-in", mode="bootloader", by="chord", duration=_MODE),
    ),
)
_UNIQUE = BackUp(action="back-up", id="copy-unique", what=("unique",), checked=True)

# Finding → the edits that are tried for it; for what is not here, only narrowing is.
_MAKERS: dict[str, Maker] = {
    "wrong-mode": _into,
    "inner-needs-userspace": lambda c, f: _into(c, Found(f.finding, "userspace", f.step, f.phones)),
    "no-link": _agree,
    "nothing-to-confirm": _insert(
        SwitchSetting(action="switch", id="debugging-on", setting="debugging", to="on")
    ),
    "battery-low": _insert(Charge(action="charge", id="charge")),
    "account-asked-for": _insert(Remove(action="remove", id="sign-out", what="account")),
    "screen-lock-left-on": _LOCK_OFF,
    "relock-without-way-back": _SWITCH_ON,
    "unlock-switch-off": _SWITCH_ON,
    "unlock-code-missing": _insert(AskForCode(action="ask-for-code", id="ask-for-code")),
    "flash-while-locked": _UNLOCKED,
    "boot-once-while-locked": _UNLOCKED,
    "base-may-have-moved": _insert(
        SwitchSetting(action="switch", id="stay", setting="auto-update", to="off")
    ),
    "relock-before-start": _insert(*_SEE_START),
    "restart-left-out": _insert(_SEE_START[1]),
    "update-broken": _insert(*_SEE_START),
    "data-of-another-system": _format_in_recovery,
    "data-newer-than-system": _format_in_recovery,
    "data-made-by-another-recovery": _format_in_recovery,
    "part-on-data-gone": _format_before,
    "temporary-recovery-gone": _recovery_again,
    "file-not-at-hand": _get_or_make,
    "file-not-on-storage": _insert_for_file(lambda f: (Place(action="place", id="put", file=f),)),
    "file-wiped": _insert_for_file(lambda f: (Place(action="place", id="put", file=f),)),
    "file-of-another-name": _rightly_named,
    "file-used-unchecked": _changing(_("Compare the digests"), _verifies),
    "file-not-in-set": listed_file,
    "file-in-no-step": file_out,
    "undeclared-loss": _copied_before,
    "side-effect-not-declared": declared,
    "backup-not-checked": _changing(_("Open one of the copies"), _checks_copies),
    "backup-wiped": _changing(_("Keep the copy on the computer"), _keeps_on_host),
    "nothing-to-restore": _left_out,
    "unique-partition-touched": _insert(_UNIQUE),
    "image-for-another-partition": _where_it_belongs,
    "no-such-slot": _changing(_("Write to the running slot"), _in_running_slot),
    **dict.fromkeys(
        (
            "content-not-described",
            "file-not-derived",
            "image-too-large",
            "no-such-mode",
            "no-such-partition",
            "not-a-recovery",
            "partition-empty",
        ),
        _left_out,
    ),
    "no-such-area": _left_out,
    "not-a-key": _left_out,
    "own-keys-not-taken": _left_out,
    "already-unlocked": _left_out,
    "already-locked": _left_out,
    "changes-nothing": _left_out,
    "overwritten-unread": _left_out,
    "question-unanswered": _answered,
    "nothing-asked": _left_out,
    "no-such-question": _left_out,
    "no-give-up-time": _with_give_up,
    "guards-nothing": without_ban,
    "base-too-old": _firmware_in_both,
    "below-rollback-index": _firmware_in_both,
    "foreign-image-while-locked": _trusted_or_open,
}
