"""Clauses in the words of practitioners, and the steps that they mean.

A phrase is a pattern over one clause in small letters, and what makes a step of it. A clause that
no phrase takes stays text: nothing is made of what was not understood.
"""

import re
from collections.abc import Callable
from dataclasses import dataclass, field
from typing import Any

from anleitung.core.writing.notes.known import Known

Plain = dict[str, Any]


@dataclass(slots=True)
class Told:
    """What the notes have said so far. got: files that they get; on_phone: files that are put or

    made there; connected: the phone is.
    """

    got: list[str] = field(default_factory=list)
    on_phone: set[str] = field(default_factory=set)
    connected: bool = False

    def hear(self, step: Plain) -> None:
        if step.get("action") == "obtain":
            self.got += step["files"]
        if step.get("action") in ("place", "derive"):
            self.on_phone.add(step["file"])
        self.connected = self.connected or step.get("action") == "connect"


@dataclass(frozen=True, slots=True)
class Clause:
    """text: in small letters; files: ids of those that are named, in order."""

    text: str
    known: Known
    files: tuple[str, ...]
    told: Told

    def has(self, pattern: str) -> bool:
        return re.search(pattern, self.text) is not None


@dataclass(frozen=True, slots=True)
class Phrase:
    """make: one step, several that it may be, or [] for none after all."""

    pattern: re.Pattern[str]
    make: Callable[[Clause], list[Plain]]


PHRASES: list[Phrase] = []


def _phrase(pattern: str) -> Callable[[Callable[[Clause], Any]], Callable[[Clause], Any]]:
    def add(make: Callable[[Clause], Any]) -> Callable[[Clause], Any]:
        def several(clause: Clause) -> list[Plain]:
            found = make(clause)
            return found if isinstance(found, list) else [found] if found else []

        PHRASES.append(Phrase(re.compile(pattern), several))
        return make

    return add


COMPUTER = r"\b(?:computer|pc|laptop|host)\b"
_GOES = r"(?:re)?boot(?:ed|s)?|restart(?:ed)?|go(?:es)?|went|enter(?:ed)?|bring|get|switch|into|to"


@_phrase(r"\b(?:unlock(?:ed)?|open(?:ed)?) (?:the |its |my )?bootloader\b")
def _unlock(clause: Clause) -> Plain:
    return {"action": "unlock"}


@_phrase(r"\b(?:re-?lock|lock|close)(?:ed)? (?:the |its |my )?bootloader\b")
def _relock(clause: Clause) -> Plain:
    return {"action": "relock"}


@_phrase(r"\bsideload(?:ed)?\b|\bload(?:ed)?\b.*(?:zip|package|computer|\bpc\b)|\binstall(?:ed)?\b")
def _install(clause: Clause) -> Plain | list[Plain] | None:
    if clause.has(r"\bapp\b|\bdriver\b"):
        return None
    files = clause.files or tuple(_systems(clause))
    source = "sideload"
    for word, value in (("card", "card"), ("stick", "stick"), ("storage", "internal")):
        if clause.has(rf"\bfrom (?:the |its |a |an |internal )*{word}\b"):
            source = value
    return [{"action": "install", "file": f, "source": source} for f in files[:6]]


def _systems(clause: Clause) -> list[str]:
    """Packages that an installation can mean: the one that the notes get, if there is one."""
    packages = clause.known.shelf.packages
    found = [p.id for p in packages.values() if p.role == "system" and p.name.endswith(".zip")]
    return [f for f in found if f in clause.told.got] or found


@_phrase(r"\bonce\b|\bwithout flashing\b|\btemporar(?:y|ily)\b")
def _boot_once(clause: Clause) -> Plain | list[Plain] | None:
    if not clause.has(r"\b(?:start|boot|load|run)(?:ed)?\b"):
        return None
    return [{"action": "boot-once", "file": f} for f in _recovery_images(clause)]


def _recovery_images(clause: Clause) -> list[str]:
    if clause.files:
        return list(clause.files[:1])
    program = clause.known.program_in(clause.text, "recovery")
    return clause.known.image_of(program)[:6] if program else []


@_phrase(r"\bpatch\b|\b(?:make|build) .*\b(?:on the phone|with|out of|from)\b")
def _derive(clause: Clause) -> Plain | None:
    packages = clause.known.shelf.packages
    made = [f for f in clause.files if packages[f].derived is not None]
    return {"action": "derive", "file": made[0]} if made else None


@_phrase(r"\bflash(?:ed)?\b|\bwr(?:ite|ote)\b|\bslots?\b")
def _flash(clause: Clause) -> list[Plain]:
    partition, files = clause.known.partition_in(clause.text), list(clause.files[:1])
    where = clause.known.slots_in(clause.text)
    if not files:
        return []
    homes = [partition] if partition else clause.known.homes_of(files[0])
    more = {"where": where} if where else {}
    return [{"action": "flash", "partition": p, "file": files[0], **more} for p in homes[:6]]


@_phrase(r"\bformat(?:ted)? (?:the )?(?:user )?data\b|\bfactory reset\b|\bmake data anew\b(?! in)")
def _format(clause: Clause) -> Plain | None:
    word = _menu_word(clause)
    return {"action": "menu", "word": word} if word else {"action": "format-data"}


def _menu_word(clause: Clause) -> str | None:
    if not clause.has(r"\b(?:choose|tap|press|pick|select)\b|[\"“‘']"):
        return None
    return next((w for w in clause.known.menu_words if w.lower() in clause.text), None)


@_phrase(r"\b(?:choose|chose|tap|press|pick|select)(?:ed)?\b")
def _menu(clause: Clause) -> Plain | None:
    word = _menu_word(clause)
    return {"action": "menu", "word": word} if word else None


@_phrase(r"\b(?:wipe|erase|empty|clear)d?\b")
def _wipe(clause: Clause) -> Plain | list[Plain] | None:
    named = {a: re.search(rf"\b{a}\b", clause.text) for a in _areas(clause)}
    areas = [a for _at, a in sorted((m.start(), a) for a, m in named.items() if m)]
    if areas and clause.has(r"\bdata\b"):
        return None  # areas, and a word that means two things: asked as a whole
    if areas:
        return {"action": "wipe", "areas": areas}
    if clause.has(r"\bdata\b"):
        # Words that mean two things: with the media, or without.
        return [{"action": "format-data"}, {"action": "wipe", "areas": ["apps"]}]
    return None


def _areas(clause: Clause) -> tuple[str, ...]:
    return ("apps", "media", *clause.known.partitions)


@_phrase(r"\b(?:screen ?lock|pin|pattern)\b")
def _screen_lock(clause: Clause) -> list[Plain]:
    if not clause.has(r"\b(?:remove|off|disable|delete|take)d?\b"):
        return []
    found: list[Plain] = [{"action": "remove", "what": "screen-lock"}]
    if clause.has(r"\baccount\b") and clause.has(r"\band\b"):
        return [{"all": [*found, {"action": "remove", "what": "account"}]}]
    return found


@_phrase(r"\baccount\b")
def _account(clause: Clause) -> Plain | None:
    if not clause.has(r"\b(?:remove|off|delete|take|sign(?:ed)? out|log out)d?\b"):
        return None
    return {"action": "remove", "what": "account"}


@_phrase(r"\bupdated?\b.*\bto\b|\b(?:take|took|install(?:ed)?) (?:the |its )?(?:system )?update\b")
def _take_update(clause: Clause) -> Plain | None:
    builds = clause.known.builds_in(clause.text)
    return {"action": "take-update", "to": builds[0]} if len(builds) == 1 else None


@_phrase(r"\b(?:must|has to|have to|needs?|check that|make sure|only (?:for|on|from)|look that)\b")
def _check_build(clause: Clause) -> Plain | list[Plain] | None:
    """Where it is not said whether the firmware or the system is meant, that is asked."""
    builds = clause.known.builds_in(clause.text)
    if len(builds) != 1:
        return None
    newer = clause.has(r"\b(?:at least|(?:or|and) (?:newer|later|above|up))\b")
    sign, more = (">=", " or newer") if newer else ("is", "")
    named = [part for part in _OF_BUILD if clause.has(part[1])] or _OF_BUILD
    return [
        {
            "action": "check",
            "that": f"{fact} {sign} {builds[0]}",
            "ask": f"Is the {says} {builds[0]}{more}?",
        }
        for fact, _words, says in named
    ]


_OF_BUILD = [
    ("base", r"\b(?:base|firmware|radio)\b", "base"),
    ("build", r"\b(?:system|build)\b", "build of the system"),
]

_SWITCHES = (
    (r"\bdebugging\b", "debugging"),
    (r"\b(?:allow|switch|permit).*\bunlock|\bunlock\w* switch", "unlock-switch"),
    (r"\bautomatic updates?\b|\bupdates? by (?:it|them)sel", "auto-update"),
)


@_phrase(r"\bdebugging\b|\bunlock(?:ing)? switch\b|\bunlocking\b|\bupdates?\b")
def _switch(clause: Clause) -> Plain | None:
    for pattern, setting in _SWITCHES:
        if clause.has(pattern):
            on = clause.has(r"\b(?:on|enable|allow|turn on|activate)d?\b")
            off = clause.has(r"\b(?:off|disable|turn off)d?\b")
            if on != off:
                return {"action": "switch", "setting": setting, "to": "on" if on else "off"}
    return None


@_phrase(r"\bunplug|\bpull (?:out )?the cable|\btake out the battery")
def _disconnect(clause: Clause) -> Plain:
    return {"action": "disconnect", "what": "battery" if clause.has("battery") else "cable"}


@_phrase(r"\b(?:plug(?:ged)?(?: it| the phone)? in|plug the|connect(?:ed)?|agree)\b")
def _connect(clause: Clause) -> Plain:
    agrees = clause.has(r"\b(?:agree|allow|accept|confirm|yes|trust)(?:ed)?\b")
    return {"action": "connect", **({"confirm": True} if agrees else {})}


@_phrase(r"\b(?:charge|charged|charging|battery (?:full|over|above|half))\b")
def _charge(clause: Clause) -> Plain:
    return {"action": "charge"}


_COPIES = (
    (r"\b(?:photos?|pictures|media|my files)\b", "media"),
    (r"\bapps?\b(?! )", "apps"),
    (r"\b(?:calibration|identity)\b", "unique"),
)


@_phrase(r"\b(?:back ?up|backed up|cop(?:y|ied)|save|photos to)d?\b")
def _back_up(clause: Clause) -> Plain | None:
    what = [name for pattern, name in _COPIES if clause.has(pattern)]
    if not what or clause.files:
        return None
    step: Plain = {"action": "back-up", "what": what}
    for word in ("card", "stick"):
        if clause.has(rf"\bto (?:the |a )?{word}\b"):
            step["kept"] = word
    if clause.has(r"\b(?:open|opened|check|checked|look at)\b"):
        step["checked"] = True
    return step


@_phrase(r"\brestore\b|\b(?:copy|bring) .*\bback\b.*\bphotos|\bphotos back\b")
def _restore(clause: Clause) -> Plain | None:
    what = [n for p, n in _COPIES if n != "unique" and clause.has(p)]
    return {"action": "restore", "what": what} if what else None


@_phrase(r"\b(?:cop(?:y|ied)|push(?:ed)?|put|place[d]?|move[d]?) ")
def _place(clause: Clause) -> Plain | None:
    if not clause.files:
        return None
    for word, value in (("card", "card"), ("stick", "stick"), ("storage|phone", "internal")):
        if clause.has(rf"\b(?:to|on|onto) (?:the |its |internal |a )*(?:{word})\b"):
            return {"action": "place", "file": clause.files[0], "to": value}
    return None


@_phrase(r"\bfetch\b.*\bback\b|\bback (?:to|onto) (?:the )?(?:computer|pc)\b")
def _fetch(clause: Clause) -> Plain | None:
    return {"action": "fetch", "file": clause.files[0]} if clause.files else None


@_phrase(r"\b(?:sums?|checksums?|digests?|hashes)\b")
def _compare(clause: Clause) -> Plain | None:
    """What was got before is compared: said of that step, and no step of its own."""
    if clause.files or clause.has(r"\b(?:get|download)") or not clause.told.got:
        return None
    return {"joins": "obtain", "verify": True}


@_phrase(r"\b(?:get|got|download(?:ed)?|grab|fetch|take)\b")
def _obtain(clause: Clause) -> Plain | None:
    files = clause.files or clause.known.described(clause.text)
    if not files:
        return None
    checked = clause.has(r"\b(?:compare|check|verify|digest|sum)")
    verify = {"verify": True} if checked else {}
    return {"action": "obtain", "files": list(files), **verify}


@_phrase(r"\b(?:unpack|extract|unzip)(?:ed)?\b")
def _unpack(clause: Clause) -> Plain | None:
    return {"action": "unpack", "file": clause.files[0]} if clause.files else None


@_phrase(r"\b(?:see|sees|listed|lists?|recogni[sz]e[sd]?|finds)\b")
def _see_phone(clause: Clause) -> Plain | None:
    tools = [t.id for t in clause.known.shelf.tools.values() if clause.has(rf"\b{t.id}\b")]
    if tools and clause.has(r"\bphone\b"):
        return {"action": "see-phone", "tool": tools[0]}
    return None


_MODES = (
    ("bootloader", r"\bbootloader\b"),
    ("recovery", r"\brecovery\b"),
    ("userspace", r"\buserspace\b"),
    ("download", r"\bdownload mode\b"),
    ("emergency", r"\bemergency(?: mode)?\b"),
)


@_phrase(rf"\b(?:{_GOES})\b.*\b(?:bootloader|recovery|userspace|download mode|emergency)\b"
         r"|^(?:the )?(?:bootloader|recovery)(?:$| *\()")  # fmt: skip
def _enter(clause: Clause) -> list[Plain]:
    mode = next((name for name, pattern in _MODES if clause.has(pattern)), None)
    if mode is None:
        return []
    ways = (
        ("command", rf"\bcommand\b|{COMPUTER}"),
        ("chord", r"\b(?:keys?|hold(?:ing)?|vol(?:ume)?|buttons?|press)\b"),
        ("menu", r"\bmenu\b"),
    )
    by = [way for way, pattern in ways if clause.has(pattern)]
    return [{"action": "enter", "mode": mode, "by": way} for way in by or ("command", "chord")]


@_phrase(r"\bhold(?:ing)?\b.*\b(?:vol(?:ume)?|power|keys?|button)\b")
def _hold(clause: Clause) -> list[Plain]:
    """Keys are held to come into a mode; which one is asked where nothing says it."""
    named = [name for name, pattern in _MODES if clause.has(pattern)]
    modes = named or sorted(clause.known.bundle.world.modes)
    found: list[Plain] = [{"action": "enter", "mode": m, "by": "chord"} for m in modes]
    started = [{"action": "boot-once", "file": f} for f in _recovery_images(clause)]
    return found if named else [*found, *started]


@_phrase(r"\b(?:power(?:ed)? off|shut (?:it )?down|turn(?:ed)? (?:it|the phone) off)\b")
def _power_off(clause: Clause) -> Plain:
    return {"action": "power-off"}


@_phrase(r"\b(?:restart|reboot|boot the system|start the system)(?:ed)?\b")
def _restart(clause: Clause) -> Plain:
    return {"action": "restart"}


@_phrase(r"\bset-?up\b|\bset it up\b")
def _set_up(clause: Clause) -> Plain:
    return {"action": "set-up"}


@_phrase(r"\b(?:open|install|start)(?:ed)?\b.*\bapp\b")
def _app(clause: Clause) -> Plain | None:
    program = clause.known.program_in(clause.text, "manager", "helper-app")
    if program is None:
        return None
    does = "install" if clause.has(r"\binstall") else "open"
    return {"action": "app", "program": program.id, "does": does}


@_phrase(r"\bmount\b")
def _mount(clause: Clause) -> Plain | None:
    partition = clause.known.partition_in(clause.text)
    return {"action": "mount", "partition": partition} if partition else None


@_phrase(r"\b(?:make|set) slot\b|\bswitch (?:to )?(?:the )?other slot\b")
def _set_active(clause: Clause) -> Plain | None:
    slot = clause.known.slots_in(clause.text)
    return {"action": "set-active", "slot": slot} if slot and slot != "both" else None
