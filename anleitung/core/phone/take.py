"""Taking one step: what the phone asked before, the tool on the host, and then the step itself."""

from typing import get_args

from anleitung.core.documents.question import Question, Within
from anleitung.core.documents.tool import Tool
from anleitung.core.phone.actions import Step, name_of
from anleitung.core.phone.actions.answer import let_time_pass
from anleitung.core.phone.boot import start_system
from anleitung.core.phone.demands import leave_temporary
from anleitung.core.phone.facts import hosts_matter
from anleitung.core.phone.world import Phone, World


def take_step(phone: Phone, step: Step, world: World) -> None:
    if step.lets_time_pass:
        let_time_pass(phone, world)
    _require_expected(phone, world, step)
    tool = tool_of(step, world)
    _require_tool_named(phone, world, step, tool)
    _require_kinds(phone, world, step)
    if tool is not None:
        _require_tool(phone, world, tool)
        _require_heard(phone, world, step, tool)
        if step.no_return and tool.there and phone.is_("host-sees", "no"):
            phone.find("phone-not-seen", tool.id)
            phone.set("host-sees", "told")
    if _goes_on(phone, world, step):
        step.run(phone, world)


def question_at(step: Step, world: World) -> Question | None:
    """What the phone asks within such a step."""
    action = name_of(type(step))
    within = action in get_args(Within)
    return next((q for q in world.device.questions if within and q.after == action), None)


def _goes_on(phone: Phone, world: World, step: Step) -> bool:
    """The answer that the step says, or the one that comes by itself."""
    question = question_at(step, world)
    if question is None:
        if step.answered is not None:
            phone.stop("nothing-asked", step.answered)
        return True
    given = question.answer(step.answered or question.usual or "")
    if given is None:
        phone.stop("question-unanswered", question.id)
    if given.does == "starts":
        leave_temporary(phone, world)
        start_system(phone, world)
    return given.does == "goes-on"


def _require_expected(phone: Phone, world: World, step: Step) -> None:
    """The recovery that runs, the root, app or add-on that the step is written for."""
    wanted = step.expects
    if wanted is None:
        return
    program = world.programs.get(wanted)
    if program is None:
        places = [f"cur.{p.name}" for p in world.device.layout.partitions]
        there = any(
            phone.is_(f"{place}.{field}", wanted)
            for place in places
            for field in ("package", "changed")
        )
    elif program.kind == "recovery":
        there = phone.is_("running", wanted)
    elif program.kind == "root":
        there = phone.is_(f"cur.{world.first_ramdisk}.root", "present")
    else:
        there = phone.isin(f"app.{wanted}", frozenset({"installed", "active"}))
    if not there:
        phone.stop("expected-not-there", wanted)


def _require_tool_named(phone: Phone, world: World, step: Step, tool: Tool | None) -> None:
    """The guide lists the tool that the step names, or one that has a command for it."""
    named, key = step.tool_id(), step.command_key()
    if tool is not None:
        return
    if named is not None:
        phone.find("no-such-tool", named)
    elif key is not None and step.reaches_phone and step.needs_tool(world):
        phone.find("no-tool-for-it", key)


def _require_kinds(phone: Phone, world: World, step: Step) -> None:
    """What a step takes is a file of a kind that it can take."""
    for file, kinds in step.kinds():
        package = world.packages.get(file)
        if package is not None and package.role not in kinds:
            phone.stop("file-of-another-kind", file)


# The modes in which a program on the computer can reach a phone at all.
_LISTENING = frozenset({"system", "recovery", "bootloader", "userspace", "download"})


def _require_heard(phone: Phone, world: World, step: Step, tool: Tool) -> None:
    """A command reaches a phone only in a mode in which the tool is heard."""
    key = step.command_key()
    if key is None or tool.window is not None:
        return
    heard: set[str] = set()
    for each in world.tools.values():
        if key in each.commands:
            heard |= set(each.heard_in) or _LISTENING
    if step.reaches_phone and heard and not phone.isin("mode", frozenset(heard)):
        phone.stop("tool-not-heard", tool.id)


def tool_of(step: Step, world: World) -> Tool | None:
    """The tool that the step names, or the first one that has a command for it."""
    named = step.tool_id()
    if named is not None:
        return world.tools.get(named)
    key = step.command_key()
    if key is None:
        return None
    return next((t for t in world.tools.values() if key in t.commands), None)


def _require_tool(phone: Phone, world: World, tool: Tool) -> None:
    """It is on the computer, in a right version, runs on this host system and sees the phone."""
    if tool.package is not None:
        if phone.is_(f"tool.{tool.id}", "none"):
            phone.stop("tool-missing", tool.id)
        if phone.is_(f"tool.{tool.id}", "other"):
            phone.stop("tool-of-another-version", tool.id)
    if hosts_matter(world.tools.values()):
        if not phone.isin("host", frozenset(h.id for h in tool.hosts)):
            phone.stop("tool-not-on-host", tool.id)
        driven = frozenset(h.id for h in tool.hosts if h.driver)
        if driven and phone.isin("host", driven) and phone.is_("driver", "none"):
            phone.stop("driver-missing", tool.id)
    if "several-phones" in tool.minds and phone.is_("other-phone", "plugged-in"):
        phone.find("several-phones", tool.id)
    if "other-program" in tool.minds and phone.is_("other-program", "holds-the-link"):
        phone.stop("link-held", tool.id)
