"""From a bundle and its proof to the guide sheet."""

from collections.abc import Iterator

from anleitung.core.conditions.model import Condition, Is, Not, conjuncts
from anleitung.core.documents.package import Package
from anleitung.core.documents.tool import Tool
from anleitung.core.drawn.chords import ChordOut, chords_to
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.nested import Nested, OneStep
from anleitung.core.guide.walk import Row, actions_of, rows_of
from anleitung.core.marked import N_, Texts, capital
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.phone.actions.enter_mode import EnterMode
from anleitung.core.phone.cautions import CAUTIONS
from anleitung.core.phone.clauses import DEAD, STUCK
from anleitung.core.phone.take import tool_of
from anleitung.core.proof.explain.words import condition_words, or_list
from anleitung.core.proof.result import ChangeOut, FindingOut, PromiseOut, ProofOut, StepTraceOut
from anleitung.core.proof.run.compile import END
from anleitung.core.sheet.clock import clock_of, clock_words, duration_words, span_words
from anleitung.core.sheet.course import course_of, message_out
from anleitung.core.sheet.model import (
    ChangeLineOut,
    ChoiceOut,
    CommandOut,
    FileOut,
    HostOut,
    OptionOut,
    PictureOut,
    RowOut,
    SheetOut,
    VariantOut,
)
from anleitung.core.sheet.prose import prose_html
from anleitung.core.sheet.seen_at import seen_at

AT_HAND = Texts({"account": N_("the name and password of the account signed in on the phone")})


def admission_words(bundle: Bundle) -> tuple[str, ...]:
    """Each part of the admission as a sentence."""
    parts = conjuncts(bundle.guide.admission.condition)
    told = tuple(condition_words(bundle, p) for p in parts) or (_("any phone of this codename"),)
    return (*told, *_granted(bundle, parts))


def _granted(bundle: Bundle, parts: tuple[Condition, ...]) -> Iterator[str]:
    """What the proof takes for granted, and nobody wrote down: readers look at that as well."""
    foreign = any(
        part == Not(Is("system", "stock"))
        or (isinstance(part, Is) and part.fact == "system" and part.value != "stock")
        for part in parts
    )
    if not bundle.guide.admits_parted and not foreign:
        yield _("the maker's system, where it runs, is of the same release as the firmware")
    if not bundle.guide.admits_standing and _enters_what_stands(bundle):
        yield _("the recovery on the phone is the one that came with its system")


def _enters_what_stands(bundle: Bundle) -> bool:
    """Whether the recovery is entered before the guide has put one there."""
    home = bundle.world.recovery_home
    for step in actions_of(bundle.guide):
        if isinstance(step, EnterMode) and step.mode == "recovery":
            return True
        written = {
            getattr(step, "partition", ""),
            *(i.partition for i in getattr(step, "images", ())),
        }
        files = [bundle.world.packages.get(file) for file in step.used_files()]
        if not step.only_fetches:
            written |= {part for file in files if file is not None for part in file.writes}
        if home in written:
            return False
    return False


def build_sheet(bundle: Bundle, proof: ProofOut) -> SheetOut:
    guide, device = bundle.guide, bundle.device
    begins, takes = clock_of(guide)
    packages = _by_use(bundle)
    rows = _rows(bundle, proof, {step: clock_words(b[0]) for step, b in begins.items()})
    return SheetOut(
        guide=guide.id,
        codename=device.codename,
        maker=device.maker,
        market_names=device.market_names,
        title=guide.title,
        summary=guide.summary,
        introduction=prose_html(guide.introduction),
        fingerprint=bundle.fingerprint,
        admission=admission_words(bundle),
        seen_at=seen_at(bundle, [guide.admission]),
        promises=_promises(bundle, proof),
        lost=tuple(LOSS_WORDS[loss] for loss in guide.promise.lost),
        takes=span_words(takes),
        course=course_of(guide, begins),
        agree_to=guide.agree_to,
        at_hand=tuple(AT_HAND[what] for what in guide.at_hand),
        download=size_words(sum(p.size for p in packages)) if packages else "",
        finished=proof.finished,
        unfinished_at=proof.unfinished_at or "",
        admitted=proof.phones.admitted,
        starts=proof.phones.starts,
        paths=proof.paths,
        stops=proof.open_stops,
        warnings=sum(f.severity == "warn" for f in proof.findings),
        cautions=tuple(dict.fromkeys(caution for row in rows for caution in row.cautions)),
        rows=rows,
        general=tuple(f for f in proof.findings if f.step in ("", END)),
        files=tuple(
            FileOut(
                id=p.id,
                name=p.name,
                role=p.role,
                size=p.size,
                size_words=size_words(p.size),
                sha256=p.sha256 or "",
                variants=p.variants,
                sources=p.sources,
            )
            for p in packages
        ),
        hosts=_hosts(bundle),
        options=tuple(
            OptionOut(
                id=o.id,
                ask=o.ask,
                choices=tuple(ChoiceOut(id=c.id, says=c.says) for c in o.choices),
            )
            for o in guide.options
        ),
        variants=tuple(VariantOut(id=v.id, told_apart_by=v.told_apart_by) for v in device.variants),
        builds=tuple(b.build for b in bundle.placed),
        build_shown_at=device.where_the_build_is_shown,
    )


def _promises(bundle: Bundle, proof: ProofOut) -> tuple[PromiseOut, ...]:
    """As the proof counts them, in the language that is spoken."""
    said = {str(p): condition_words(bundle, p.condition) for p in bundle.guide.promise.holds}
    return tuple(p.model_copy(update={"words": said[p.condition]}) for p in proof.promises)


def size_words(size: int) -> str:
    """Decimal units, as download pages count: "310 kB"."""
    if size < 1000:
        return f"{size} B"
    value = float(size)
    for unit in ("kB", "MB", "GB"):
        value /= 1000
        if value < 1000 or unit == "GB":
            return f"{value:.0f} {unit}" if value >= 10 else f"{value:.1f} {unit}"
    return ""


def _rows(bundle: Bundle, proof: ProofOut, begins: dict[str, str]) -> tuple[RowOut, ...]:
    traces = {t.step: t for t in proof.trace}
    by_step: dict[str, list[FindingOut]] = {}
    for finding in proof.findings:
        by_step.setdefault(finding.step, []).append(finding)
    found = []
    arms_seen: set[tuple[str, object]] = set()
    passed: list[frozenset[object]] = []
    turn = ""
    for number, row in enumerate(rows_of(bundle.guide), 1):
        trace = traces.get(row.step.id)
        arm = ""
        if row.turn and row.turn != turn:
            arm = _("In slot {letter}").format(letter=row.turn)
        elif row.guards and row.guards[-1] not in arms_seen:
            arms_seen.add(row.guards[-1])
            arm = _arm_words(bundle, row)
        turn = row.turn
        # Only the first point of no return on each way through the guide is one.
        no_return = row.action is not None and row.action.no_return
        first = no_return and not any(earlier <= set(row.guards) for earlier in passed)
        if no_return:
            passed.append(frozenset(row.guards))
        found.append(
            RowOut(
                id=row.step.id,
                number=number,
                depth=row.depth,
                arm=arm,
                under=tuple(_guard_words(slot, wanted) for slot, wanted in row.guards),
                begins=begins[row.step.id],
                seen_at=seen_at(bundle, (typed for _at, typed in row.step.conditions())),
                prose=prose_html(row.step.prose),
                pictures=tuple(
                    PictureOut(
                        sha256=p.sha256,
                        path=f"/pictures/{p.sha256}",
                        alt=p.alt,
                        width=p.width,
                        height=p.height,
                    )
                    for p in row.step.pictures
                ),
                changes=_change_lines(trace),
                cut=_cut(trace),
                no_return=first,
                findings=tuple(by_step.get(row.step.id, ())),
                **_of_step(bundle, row.step),
            )
        )
    return tuple(found)


def _of_step(bundle: Bundle, step: OneStep) -> dict[str, object]:
    if isinstance(step, Step):
        return {
            "kind": "step",
            "sentence": capital(step.sentence(bundle.world)),
            "sight": step.sight or "",
            "sight_kept": step.sight_kept or "",
            "duration": duration_words(step.duration),
            "messages": tuple(message_out(m) for m in step.messages),
            "tries": tuple(t.says for t in step.tries),
            "way_back": step.way_back or "",
            "cautions": tuple(_caution(bundle, c) for c in step.cautions(bundle.world)),
            "commands": _commands(bundle, step),
            "chords": _chords(bundle, step),
            "asks": "",
            "answers": (),
        }
    answers = step.answers(bundle.guide)
    return {
        "kind": "choose" if step.slot.startswith("option.") else "branch",
        "sentence": step.sentence(bundle.guide),
        "asks": step.slot,
        "answers": tuple(ChoiceOut(id=value, says=says) for value, says in answers),
        "sight": "",
        "sight_kept": "",
        "duration": "",
        "messages": (),
        "tries": (),
        "way_back": "",
        "cautions": (),
        "commands": (),
        "chords": (),
    }


def _caution(bundle: Bundle, caution: str) -> str:
    """In the author's words where there are any; never left out."""
    return bundle.guide.caution_words.get(caution, CAUTIONS[caution])


def _by_use(bundle: Bundle) -> list[Package]:
    """In the order in which the steps use them; what is only got comes last."""
    first: dict[str, int] = {}
    for i, step in enumerate(actions_of(bundle.guide)):
        for file in () if step.only_fetches else step.used_files():
            first.setdefault(file, i)
    names = sorted(bundle.guide.files, key=lambda f: first.get(f, 10_000))
    return [bundle.world.packages[name] for name in names]


_ANSWERS: dict[object, str] = {True: "yes", False: "no"}


def _guard_words(slot: str, wanted: object) -> str:
    """ "branch.base=yes", "option.data=clean": what the reader's page shows and hides rows by."""
    return f"{slot}={_ANSWERS.get(wanted, wanted)}"


def _arm_words(bundle: Bundle, row: Row) -> str:
    slot, wanted = row.guards[-1]
    if slot.startswith("branch."):
        if isinstance(wanted, bool):
            return _("If yes") if wanted else _("If not")
        nested = [r.step for r in rows_of(bundle.guide) if isinstance(r.step, Nested)]
        asked = next(step for step in nested if step.slot == slot)
        answer = dict(asked.answers(bundle.guide))[str(wanted)]
        return _("For {says}").format(says=answer)
    says = {(f"option.{o.id}", c.id): c.says for o in bundle.guide.options for c in o.choices}
    return _("If you chose: {says}").format(says=says.get((slot, str(wanted)), str(wanted)))


def _chords(bundle: Bundle, step: Step) -> tuple[ChordOut, ...]:
    """Every chord of the codename that reaches the mode, from wherever it begins."""
    return tuple(chords_to(bundle.device, step.chord_to()))


def _commands(bundle: Bundle, step: Step) -> tuple[CommandOut, ...]:
    """Of the very tool that the proof has run the step with."""
    key, tool = step.command_key(), tool_of(step, bundle.world)
    if key is None or tool is None:
        return ()
    values = step.command_values(bundle.world)
    told = ((host.id, tool.command(key, host.id, values)) for host in _hosts(bundle))
    return tuple(CommandOut(host=host, text=text) for host, text in told if text is not None)


def _tools(bundle: Bundle) -> list[Tool]:
    by_id = {t.id: t for t in bundle.tools}
    return [by_id[name] for name in bundle.guide.tools]


def _hosts(bundle: Bundle) -> tuple[HostOut, ...]:
    """The host systems that any of the tools runs on, each with the notes of all tools."""
    found: dict[str, HostOut] = {}
    for tool in _tools(bundle):
        for host in tool.hosts:
            known = found.get(host.id)
            notes = known.notes if known else ()
            needs = tuple(_("Needs {what}.").format(what=each) for each in host.needs)
            for note in (*needs, host.note):
                if note and note not in notes:
                    notes = (*notes, note)
            spoils = tuple(_("It spoils the writing: {what}.").format(what=s) for s in tool.spoils)
            notes = (*notes, *(s for s in spoils if s not in notes))
            found[host.id] = HostOut(id=host.id, name=host.name, notes=notes)
    return tuple(found.values())


def _change_lines(trace: StepTraceOut | None) -> tuple[ChangeLineOut, ...]:
    """The changes of a step in as few lines as say the same."""
    if trace is None:
        return ()
    lines: list[ChangeLineOut] = []
    for change in _both_slots(trace.changes):
        line = ChangeLineOut(
            what=_what(change),
            before=change.before,
            after=change.after,
            who=_who(change),
            is_loss=change.is_loss or change.after in (STUCK, DEAD),
        )
        twin = next((x for x in lines if x.what == line.what and x.who == line.who == ""), None)
        both = or_list(sorted((twin.before, line.before))) if twin else ""
        if twin and twin.after == line.after:
            lines[lines.index(twin)] = twin.model_copy(update={"before": both})
        elif twin and (twin.before, twin.after) == (line.after, line.before):
            swapped = {"before": both, "after": _("the other one")}
            lines[lines.index(twin)] = twin.model_copy(update=swapped)
        else:
            lines.append(line)
    return tuple(lines)


def _both_slots(changes: tuple[ChangeOut, ...]) -> list[ChangeOut]:
    """Two changes that do the same to both slots, as one."""
    found: list[ChangeOut] = []
    for change in changes:
        twin = next((c for c in found if _is_twin(c, change)), None)
        if twin is None:
            found.append(change)
        else:
            found[found.index(twin)] = twin.model_copy(update={"group": _("both slots")})
    return found


def _is_twin(a: ChangeOut, b: ChangeOut) -> bool:
    return (
        {a.group, b.group} == {_("running slot"), _("other slot")}
        and (a.names, a.before, a.after) == (b.names, b.before, b.after)
        and a.settles
        and b.settles
    )


def _what(change: ChangeOut) -> str:
    many = len(change.names) > 3 and change.group in (_("on the computer"), _("on the phone"))
    names = _("{count} files").format(count=len(change.names)) if many else ", ".join(change.names)
    return f"{names} {change.group}" if many else ", ".join(filter(None, (change.group, names)))


def _who(change: ChangeOut) -> str:
    """Nothing where it holds for all, or where it only repeats what stood there before."""
    words = change.phones.words
    repeats = words == f"{change.names[0]} {change.before}"
    return "" if change.settles or repeats else words


def _cut(trace: StepTraceOut | None) -> str:
    """What falls off here: the losses among the changes of the step."""
    if trace is None:
        return ""
    losses = [c for c in trace.changes if c.is_loss and not c.group]
    files = [c for c in trace.changes if c.is_loss and c.group]
    # A kept proof holds them in English.
    names = [_(name) for c in losses for name in c.names]
    if files:
        names.append(_("the files that were copied there"))
    if not names:
        return ""
    text = _("Here go {what}").format(what=", ".join(names))
    who = next((c.phones.words for c in (*losses, *files) if c.phones.words), "")
    return f"{text} ({who})" if who else text
