"""Random guides on the real catalogue of actions, with one phone walking along.

A step that ends the walking phone is mostly tried again, so that a guide gets somewhere.
"""

from dataclasses import replace
from random import Random
from typing import Any

from pydantic import TypeAdapter

from anleitung.core.diagrams.boxes import possible_values
from anleitung.core.diagrams.one import OneStart
from anleitung.core.diagrams.run import Procedure
from anleitung.core.diagrams.subject import Ended
from anleitung.core.documents.base import Typed
from anleitung.core.documents.own_fact import OwnFact
from anleitung.core.documents.program import Program
from anleitung.core.documents.question import Question
from anleitung.core.documents.tool import Tool
from anleitung.core.documents.unlocking import Unlocking
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.document import Guide
from anleitung.core.guide.nested import AnyStep
from anleitung.core.phone.actions import ACTIONS, Step
from anleitung.core.phone.take import take_step
from anleitung.core.proof.run.compile import compile_bundle
from tests.core.bundles import bundle

STEP: TypeAdapter[Any] = TypeAdapter(AnyStep)
CONDITIONS = (
    "variant is M6",
    "slot is a",
    "every slot: base >= PS-12.4.1-KU.r2",
    "base < PS-12.4.7-KU.r3",
    "bootloader is unlocked",
    "system is stock and not media is gone",
    "option.data is keep or data is fresh",
    "own.card is there",
    "own.winde.cache is full and mode is system",
)
FILES = ("rettungsring", "wattlaeufer", "radio-m6", "firmware-m6", "radio-k6", "firmware-k6")


# The phone asks before it is unlocked, and takes silence for a no.
SURE = Question.model_validate(
    {
        "id": "sure",
        "after": "unlock",
        "ask": "Open it?",
        "answers": [
            {"id": "yes", "says": "volume up", "does": "goes-on"},
            {"id": "no", "says": "volume down", "does": "starts"},
        ],
        "usual": "no",
        "seconds": 20,
    }
)


# Asked within the step; where it says nothing, nobody answers and nothing is done.
SURELY = Question.model_validate(
    {
        "id": "surely",
        "after": "wipe",
        "ask": "All of it?",
        "answers": [
            {"id": "all", "says": "yes", "does": "goes-on"},
            {"id": "none", "says": "no", "does": "stays"},
            {"id": "off", "says": "restart", "does": "starts"},
        ],
        "usual": "none",
        "seconds": 9,
    }
)
# Facts that documents declare: one that the user data holds, one that nobody can know.
CARD = OwnFact.model_validate(
    {
        "id": "card",
        "says": "card",
        "values": ["there", "none"],
        "switch": "Storage",
        "set_by": [{"by": "wipe", "to": "none"}, {"by": "update", "to": "there"}],
        "seen": {"modes": ["system"], "where": "Storage"},
    }
)
CACHE = OwnFact.model_validate(
    {
        "id": "cache",
        "says": "cache",
        "values": ["empty", "full"],
        "hidden": True,
        "set_by": [{"by": "restart", "to": "empty"}],
    }
)


RECOVERY = Program.model_validate(
    {
        "id": "rettungsring",
        "name": "Rettungsring",
        "kind": "recovery",
        "version": "3.2",
        "words": [
            {"says": "Reset", "does": "wipe-apps", "sets": {"own.winde.cache": "full"}},
            {"says": "Anew", "does": "format-data"},
            {"says": "Go", "does": "restart"},
        ],
        "options": [{"id": "itself", "says": "Install itself", "effect": "installs-itself"}],
        "wants_release": True,
        "reads_stick": True,
        "copies": ["apps", "media"],
    }
)
ROOT = Program.model_validate({"id": "bootsmann", "name": "Bootsmann", "kind": "root"})
WINDE = Program.model_validate(
    {
        "id": "winde",
        "name": "Winde",
        "kind": "manager",
        "needs_restart": True,
        "makes_room": True,
        "options": [{"id": "deep", "says": "Deep", "usual": "off"}],
        "facts": [CACHE],
    }
)
# Works in the bootloader, so that a random guide gets there; keeps one switch from last time.
KASTEN = Tool.model_validate(
    {
        "id": "kasten",
        "name": "Kasten",
        "hosts": [{"id": "faehre", "name": "Fähre", "driver": "wattlaeufer"}],
        "there": "a lamp",
        "minds": ["other-program"],
        "window": {
            "mode": "bootloader",
            "slots": [{"id": "base", "name": "Base", "takes": "it", "writes": ["radio"]}],
            "options": [
                {
                    "name": "Table",
                    "id": "table",
                    "right": "off",
                    "why": "w",
                    "kept": True,
                    "does": "repartition",
                },
                {"name": "Restart", "id": "restart", "right": "off", "why": "w", "does": "restart"},
            ],
            "starts_by": "a knob",
            "worked": "done",
        },
    }
)


def small_base() -> Bundle:
    """The demo's install guide on few builds and carriers, so that every phone can be run."""
    full = bundle("clean-install")
    kept = ("PS-12.2.0-KU.r1", "PS-12.4.1-KU.r2", "PS-12.4.7-KU.r3")
    device = full.device.model_copy(
        update={
            "carriers": full.device.carriers[:1],
            "regions": full.device.regions[:1],
            "region_names": (),
            "unlocking": Unlocking(lowers_content=True),
            "questions": (SURE, SURELY),
            "facts": (CARD,),
            "layout": full.device.layout.model_copy(update={"system_slots": 1}),
        }
    )
    builds = tuple(b for b in full.builds if b.build in kept)
    guide = full.guide.model_copy(
        update={
            # Phones that hang count too: the admission names the mode.
            "admission": Typed.parse("mode in {system, stuck}"),
            "tools": (*full.guide.tools, "kasten"),
            "programs": ("rettungsring", "bootsmann", "winde"),
        }
    )
    tools, programs = (*full.tools, KASTEN), (RECOVERY, ROOT, WINDE)
    return Bundle(guide, device, builds, full.packages, tools, full.schemes, programs)


# How most guides begin; each of these is left out now and then.
BEGINNING = (
    {"action": "obtain", "files": list(FILES), "verify": True},
    {"action": "switch", "setting": "unlock-switch", "to": "on"},
    {"action": "switch", "setting": "debugging", "to": "on"},
    {"action": "connect", "confirm": True},
    {"action": "enter", "mode": "bootloader", "by": "chord"},
    {"action": "unlock"},
    {"action": "answer", "question": "sure", "answer": "yes"},
    {"action": "enter", "mode": "bootloader", "by": "chord"},
    {"action": "boot-once", "file": "rettungsring"},
)


# What the examples of the actions name → what it is in the world of these guides.
NAMES = {
    "system-package": "wattlaeufer",
    "recovery-image": "rettungsring",
    "radio-image": "radio-m6",
    "firmware-image": "firmware-m6",
    "an-app": "winde",
    "a-window-tool": "kasten",
    "a-command-tool": "lotse",
}


def example_of(action: type[Step]) -> dict[str, Any]:
    """The action's own example, with files and programs that are there."""

    def named(value: Any) -> Any:
        if isinstance(value, dict):
            return {key: named(inner) for key, inner in value.items()}
        if isinstance(value, list):
            return [named(inner) for inner in value]
        return NAMES.get(value, value) if isinstance(value, str) else value

    found: dict[str, Any] = named(action.example)
    return found


def draw_action(random: Random) -> dict[str, Any]:
    file, where = random.choice(FILES), random.choice(("running", "other", "both"))
    part = random.choice(("radio", "firmware", "ramdisk", "system", "calibration", "nowhere"))
    return random.choice(
        [
            # Of every action there is, as its module gives it; those that lead far are drawn more.
            *(example_of(random.choice(ACTIONS)) for _ in range(4)),
            {"action": "switch", "setting": "own.card", "to": random.choice(("there", "none"))},
            {"action": "check", "that": random.choice(CONDITIONS), "ask": "so it is"},
            {
                "action": "back-up",
                "what": [random.choice(("media", "apps"))],
                "checked": random.random() < 0.5,
                "kept": random.choice(("host", "phone", "stick")),
                "by": random.choice(("system", "recovery")),
            },
            {"action": "wipe", "areas": ["media"], "answered": random.choice(("all", "off"))},
            {"action": "charge", "expects": random.choice(("winde", "bootsmann", file))},
            {"action": "place", "file": file, "to": "stick"},
            {"action": "install", "file": "wattlaeufer", "source": "stick"},
            {"action": "switch", "setting": "unlock-switch", "to": random.choice(("on", "off"))},
            {"action": "switch", "setting": "debugging", "to": "on"},
            {"action": "connect", "confirm": random.random() < 0.6},
            {"action": "enter", "mode": "bootloader", "by": random.choice(("command", "chord"))},
            {"action": "enter", "mode": "recovery", "by": random.choice(("menu", "chord"))},
            {"action": "unlock"},
            {"action": "obtain", "files": list(FILES), "verify": random.random() < 0.7},
            {"action": "place", "file": file},
            {"action": "derive", "file": file},
            {"action": "fetch", "file": file},
            {"action": "flash", "partition": part, "file": file, "where": where},
            {"action": "flash", "partition": "radio", "file": file, "where": where},
            {"action": "boot-once", "file": "rettungsring"},
            {"action": "format-data"},
            {"action": "install", "file": "wattlaeufer", "source": "sideload"},
            {"action": "install", "file": file, "source": random.choice(("internal", "sideload"))},
            {"action": "restart"},
            {"action": "set-up"},
            {"action": "charge"},
            {"action": "remove", "what": random.choice(("screen-lock", "account"))},
            {"action": "relock"},
            {
                "action": "flash-set",
                "images": [{"partition": part, "file": file}, {"partition": "radio", "file": file}],
                "where": where,
                "wipes": random.random() < 0.3,
            },
            {"action": "ask-for-code"},
            {"action": "enroll-key", "file": file},
            {"action": "set-active", "slot": random.choice(("other", "a", "b"))},
            {"action": "wipe", "areas": [random.choice(("apps", "media", "system", "nothing"))]},
            {"action": "restore", "what": [random.choice(("apps", "media"))]},
            {"action": "flash", "partition": part, "file": file, "where": random.choice("ab")},
            {"action": "rename", "file": file, "to": random.choice(("update.zip", "other.zip"))},
            {"action": "delete", "file": file, "place": random.choice(("host", "phone"))},
            {"action": "answer", "question": "sure", "answer": random.choice(("yes", "no"))},
            *_of_the_work(random, file),
            {"action": "by-hand", "says": "wait", "sets": {"mode": "bootloader"}},
        ]
    )


def _of_the_work(random: Random, file: str) -> list[dict[str, Any]]:
    """Tools, recoveries, apps and second systems."""
    switch = random.choice(("on", "off"))
    app = random.choice(("install", "open", "give-root"))
    second = random.choice(("install", "start", "leave", "switch-off", "remove"))
    of_file = {"file": file} if second == "install" else {}
    return [
        {"action": "clear-link"},
        {"action": "open-storage"},
        {"action": "switch", "setting": "recovery-update", "to": switch},
        {"action": "install-driver", "file": file},
        {"action": "see-phone", "tool": "lotse"},
        {"action": "disconnect", "what": random.choice(("cable", "battery"))},
        {"action": "unpack", "file": file},
        {
            "action": "write-window",
            "tool": "kasten",
            "files": {random.choice(("base", "attic")): file},
            "options": random.choice(({}, {"table": switch}, {"restart": switch})),
        },
        {"action": "keep-recovery"},
        {"action": "menu", "word": random.choice(("Reset", "Anew", "Go"))},
        {"action": "mount", "partition": random.choice(("product", "nowhere"))},
        {"action": "wait", "until": "it is done"},
        {"action": "app", "program": "winde", "does": app},
        {"action": "app", "program": "winde", "does": "set", "option": "deep", "to": switch},
        {"action": "write-from-system", "program": "winde", "partition": "radio", "file": file},
        {"action": "second", "program": "winde", "does": second, **of_file},
        {"action": "second", "program": "winde", "does": "create", "size": 400_000},
        {"action": "install", "file": file, "source": "card", "options": {"itself": switch}},
    ]


def narrowed(procedure: Procedure, seed: int, *, most: int) -> Procedure:
    """The same procedure for fewer phones: facts are fixed by chance, until few are left.

    What holds for all phones holds for these; over many seeds every fact is free in some.
    """
    random, space = Random(seed), procedure.space
    admitted = procedure.admitted
    for fact in random.sample(space.facts, len(space.facts)):
        if space.count(admitted) <= most:
            break
        values = possible_values(space, admitted)[fact.name]
        chosen = space.where(space.var(fact.name), random.choice(values))
        admitted = space.both(admitted, chosen)
    return replace(procedure, admitted=admitted)


def _asked(random: Random, steps: list[dict[str, Any]]) -> dict[str, Any]:
    """The steps under a question with two answers or with three."""
    other = [{"id": "else", "action": "restart"}]
    asked = {"id": "asked", "ask": "is it so"}
    if random.random() < 0.6:
        on = random.choice(CONDITIONS)
        return asked | {"action": "branch", "on": on, "then": steps, "otherwise": other}
    m6, a = "variant is M6", "slot is a"
    cases = [(m6, steps), (f"not {m6} and {a}", other), (f"not {m6} and not {a}", [])]
    return asked | {
        "action": "cases",
        "cases": [
            {"id": f"c{i}", "says": when, "when": when, "steps": own}
            for i, (when, own) in enumerate(cases)
        ],
    }


_PROCEDURES: dict[str, Procedure] = {}


def _procedure_of(base: Bundle) -> Procedure:
    if base.fingerprint not in _PROCEDURES:
        _PROCEDURES[base.fingerprint] = compile_bundle(base)[1]
    return _PROCEDURES[base.fingerprint]


def random_bundle(seed: int, *, base: Bundle, length: int = 12) -> Bundle:
    random = Random(seed)
    procedure = _procedure_of(base)
    few = narrowed(procedure, seed, most=200)
    start = random.choice(list(procedure.space.starts(few.admitted)))
    state = {slot: procedure.space.at(n, start) for slot, n in procedure.start.items()}
    state = {slot: value for slot, value in state.items() if not slot.startswith("branch.")}
    steps: list[dict[str, Any]] = []
    beginning = [step for step in BEGINNING[: random.randrange(3, 9)] if random.random() < 0.9]
    for number in range(length):
        for tried in range(30):
            planned = number < len(beginning) and tried == 0
            action = beginning[number] if planned else draw_action(random)
            made = {"id": f"s{number}", **action}
            step: Step = STEP.validate_python(made)
            hidden = {name: random.choice(values) for name, values in step.hidden_facts()}
            view = OneStart({**state, **hidden})
            try:
                take_step(view, step, base.world)
            except Ended:
                if random.random() > 0.01:
                    continue
            state = view.state
            steps.append(made)
            break
    cut = random.randrange(len(steps))
    steps[cut : cut + 2] = [_asked(random, steps[cut : cut + 2])]
    choice = random.randrange(len(steps))
    chosen = {
        "action": "choose",
        "id": "chosen",
        "option": "data",
        "choices": {"clean": steps[choice : choice + 1], "keep": []},
    }
    steps[choice : choice + 1] = [chosen]
    plain = base.guide.model_dump(mode="python") | {
        "steps": steps,
        "admission": random.choice(("always", "mode in {system, stuck}", *CONDITIONS[:5])),
        "promise": {"holds": list(random.sample(CONDITIONS, 2)), "loses": []},
    }
    guide = Guide.model_validate(plain)
    return Bundle(
        guide, base.device, base.builds, base.packages, base.tools, base.schemes, base.programs
    )
