"""The gate as a list of lines. A draft passes when every one is kept or waived.

Every stop and every warning of the proof stands in exactly one line; what nobody looked at is
"unknown" and blocks like what is open.
"""

from collections.abc import Iterable
from hashlib import sha256

from anleitung.core.gate.eyes import line_of_eyes
from anleitung.core.gate.model import (
    TITLES,
    Gate,
    GateFacts,
    GateItem,
    GateLine,
    LineId,
    LineState,
    Proved,
)
from anleitung.core.marked import gettext as _
from anleitung.core.marked import ngettext
from anleitung.core.proof.result import FindingOut

# Findings that have a line of their own subject; the others stand among stops and warnings.
LINE_OF: dict[str, LineId] = {
    "promise-not-kept": "promises",
    "promise-not-decided": "promises",
    "promise-says-nothing": "promises",
    "file-without-digest": "files",
    "one-digest-twice": "files",
    "file-used-unchecked": "files",
    "relock-without-way-back": "ways-back",
    "no-way-back": "ways-back",
    "message-not-told": "words",
    "message-says-nothing": "words",
    "key-not-told": "words",
    "place-not-told": "words",
    "option-unsaid": "words",
    "act-in-prose": "words",
}
# A note that somebody must answer for before readers go past a point of no return.
ASKED_NOTES = frozenset({"no-way-back"})


def gate_of(facts: GateFacts) -> Gate:
    eyes, pair = line_of_eyes(facts)
    lines = (
        _proof(facts),
        _today(facts),
        _of_findings(facts, "stops", _("No open stop.")),
        _promises(facts),
        _files(facts),
        _cautions(facts),
        _ways_back(facts),
        _words(facts),
        _of_findings(facts, "warnings", _("No warning.")),
        _remarks(facts),
        eyes,
    )
    return Gate(lines=lines, pair=pair if all(p.proof for p in facts.proved) else "")


def key_of_finding(codename: str, finding: FindingOut) -> str:
    """By what it is waived: its words and its phones, so that another one is not let through."""
    phones = finding.phones
    told = "\n".join(
        (finding.message, finding.severity, phones.words if phones else "")
        + ((str(phones.count), str(phones.of)) if phones else ())
    )
    return _key(codename, finding.id, finding.subject, finding.step, told)


def is_asked(finding: FindingOut) -> bool:
    """Whether somebody has to answer for it."""
    return finding.severity in ("stop", "warn") or finding.id in ASKED_NOTES


def _key(*parts: str) -> str:
    return sha256("\x1f".join(parts).encode()).hexdigest()[:32]


def _line(id_: LineId, items: Iterable[GateItem], kept: str, unknown: str = "") -> GateLine:
    """kept: what is said where nothing is in the way; unknown: what was not looked at."""
    found = tuple(items)
    left = [item for item in found if item.waiver is None]
    state: LineState
    if any(not item.unknown for item in left):
        state = "open"
    elif left or unknown:
        state = "unknown"
    else:
        state = "waived" if found else "kept"
    if left:
        says = ngettext("{n} is open.", "{n} are open.", len(left)).format(n=len(left))
    elif unknown:
        says = unknown
    elif found:
        says = _("Let stand: {n}.").format(n=len(found))
    else:
        says = kept
    return GateLine(id=id_, title=TITLES[id_], state=state, says=says, items=found)


def _proof(facts: GateFacts) -> GateLine:
    items = []
    for each in facts.proved:
        if each.proof is None:
            says = _("It is not proved by this version of the model.")
        elif not each.proof.finished:
            at = each.proof.unfinished_at
            says = _("The proof is not finished: its budget was spent at step {at}.").format(at=at)
        else:
            continue
        items.append(GateItem(says=says, codename=each.codename, unknown=True))
    kinds = sum(each.proof.phones.admitted for each in facts.proved if each.proof)
    kept = ngettext(
        "Finished, for {n} kind of phone.", "Finished, for {n} kinds of phone.", kinds
    ).format(n=f"{kinds:,}")
    return _line("proof", items, kept)


def _today(facts: GateFacts) -> GateLine:
    items, notes = [], []
    for each in facts.proved:
        what = ", ".join(each.changed[:3])
        if each.fault:
            says = _("It does not hold with the catalogue’s documents of today: {why}.")
            items.append(GateItem(says=says.format(why=each.fault), codename=each.codename))
        elif each.changed and each.today_stops is None:
            says = _("It is stale: {what} changed, and it is not proved with that yet.")
            given = says.format(what=what)
            items.append(GateItem(says=given, codename=each.codename, unknown=True))
        elif each.changed and each.today_stops:
            says = ngettext(
                "With today’s {what} it has {n} stop.",
                "With today’s {what} it has {n} stops.",
                each.today_stops,
            ).format(what=what, n=each.today_stops)
            items.append(GateItem(says=says, codename=each.codename))
        elif each.changed:
            notes.append(what)
    kept = _("It carries what the catalogue holds today.")
    if notes:
        says = _("It carries an older {what}; it was proved with today’s as well, without a stop.")
        kept = says.format(what=", ".join(notes))
    return _line("today", items, kept)


def _asked(facts: GateFacts, line: LineId) -> list[GateItem]:
    return [
        _of_finding(facts, each, finding)
        for each in facts.proved
        if each.proof is not None
        for finding in each.proof.findings
        if line_of(finding) == line and (finding.severity != "stop" or finding in each.open_stops)
    ]


def line_of(finding: FindingOut) -> LineId | None:
    """The one line in which it stands, None for what nobody has to answer for."""
    if not is_asked(finding):
        return None
    return LINE_OF.get(finding.id, "stops" if finding.severity == "stop" else "warnings")


def _of_finding(facts: GateFacts, proved: Proved, finding: FindingOut) -> GateItem:
    key = "" if finding.severity == "stop" else key_of_finding(proved.codename, finding)
    return GateItem(
        key=key,
        says=finding.message,
        codename=proved.codename,
        step="" if finding.step == "end" else finding.step,
        waiver=facts.waivers.get(key) if key else None,
    )


def _of_findings(facts: GateFacts, line: LineId, kept: str) -> GateLine:
    return _line(line, _asked(facts, line), kept, _unproved(facts))


def _unproved(facts: GateFacts) -> str:
    """Where there is no whole proof, nothing is known of what it would find."""
    whole = all(each.proof is not None and each.proof.finished for each in facts.proved)
    return "" if whole else _("Not known before the proof is finished.")


def _promises(facts: GateFacts) -> GateLine:
    """What no phone comes to is kept for nobody, whatever was found on the way."""
    items = _asked(facts, "promises")
    count = broken = 0
    unknown = _unproved(facts)
    for each in facts.proved:
        if each.proof is None:
            continue
        # Who stops on the way comes to no promise: the stop says it, or two people contest it.
        told = any(f.severity == "stop" for f in each.proof.findings)
        told = told or any(line_of(finding) == "promises" for finding in each.proof.findings)
        for promise in each.proof.promises:
            count += 1
            if 0 < promise.of == promise.kept:
                continue
            broken += 1
            if each.open_stops:
                unknown = unknown or _("Not kept for every phone, as long as some stop on the way.")
            if not told:
                says = _("{words}: kept for {n} of {of} kinds of phone.").format(
                    words=promise.words, n=f"{promise.kept:,}", of=f"{promise.of:,}"
                )
                items.append(GateItem(says=says, codename=each.codename))
    if broken:
        kept = _("{n} of {of} promises are kept for every phone; the others are contested.")
        kept = kept.format(n=count - broken, of=count)
    elif count:
        kept = ngettext(
            "The promise is kept for every phone.",
            "All {n} promises are kept for every phone.",
            count,
        ).format(n=count)
    else:
        kept = _("It promises nothing.")
    return _line("promises", items, kept, unknown)


def _files(facts: GateFacts) -> GateLine:
    items = _asked(facts, "files")
    for each in facts.files:
        if each.seen is False:
            says = f"{each.name}: {each.says}"
            items.append(_given(facts, says, file=each.id, codename=each.codename))
    for codename in dict.fromkeys(each.codename for each in facts.files):
        never = [f for f in facts.files if f.seen is None and f.codename == codename]
        if not never:
            continue
        names = ", ".join(each.name for each in never)
        says = ngettext(
            "The source of {n} file was never looked at: {names}.",
            "The sources of {n} files were never looked at: {names}.",
            len(never),
        ).format(n=len(never), names=names)
        items.append(_given(facts, says, unknown=True, codename=codename))
    kept = _("Every file has a digest, and comes from a source as it is on record.")
    if not facts.files:
        kept = _("Readers fetch no file.")
    return _line("files", items, kept, _unproved(facts))


def _given(
    facts: GateFacts,
    says: str,
    *,
    codename: str = "",
    step: str = "",
    file: str = "",
    unknown: bool = False,
) -> GateItem:
    key = _key("given", codename, says, step, file)
    return GateItem(
        key=key,
        says=says,
        codename=codename,
        step=step,
        file=file,
        unknown=unknown,
        waiver=facts.waivers.get(key),
    )


def _cautions(facts: GateFacts) -> GateLine:
    kept = ngettext(
        "{n} caution stands before its step.",
        "{n} cautions stand before their steps.",
        facts.cautions,
    ).format(n=facts.cautions)
    if not facts.cautions:
        kept = _("Nothing in it needs a caution.")
    return _line("cautions", (), kept)


def _ways_back(facts: GateFacts) -> GateLine:
    items = _asked(facts, "ways-back")
    if facts.ways is None:
        return _line("ways-back", items, "", _("Whether they rescue is still being worked out."))
    for way in facts.ways:
        if way.why or way.rescued < way.of:
            says = (
                _("{guide} rescues {n} of the {of} kinds of phone that hang here")
                if way.of
                else _("{guide} rescues nobody who hangs here")
            )
            told = says.format(guide=way.guide, n=f"{way.rescued:,}", of=f"{way.of:,}")
            why = f": {way.why.rstrip('.')}." if way.why else "."
            items.append(_given(facts, told + why, step=way.step, codename=way.codename))
    kept = _("Each way back that is named was run on the phones that hang there.")
    if not facts.ways:
        kept = _("None is named, and none is needed.")
    return _line("ways-back", items, kept, _unproved(facts))


def _words(facts: GateFacts) -> GateLine:
    kept = _("Messages, keys, places, choices and pictures have their words.")
    return _of_findings(facts, "words", kept)


def _remarks(facts: GateFacts) -> GateLine:
    items = [GateItem(says=says, step=step, file=file) for says, step, file in facts.open_remarks]
    return _line("remarks", items, _("No remark is open."))
