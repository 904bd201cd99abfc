"""The bench phone: one concrete phone goes through a guide by the same step functions."""

from collections.abc import Iterator, Mapping
from dataclasses import replace

from anleitung.core.diagrams.one import OneRun, PlainState, run_one
from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import N_, Texts
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions import Step
from anleitung.core.phone.world import EMPTY
from anleitung.core.proof.explain.trace import said, shown_facts
from anleitung.core.proof.explain.words import fact_words, sentence_of, subject_words
from anleitung.core.proof.findings.catalogue import BY_ID
from anleitung.core.proof.rehearse.slips import find_slips
from anleitung.core.proof.result import Out
from anleitung.core.proof.run.compile import END, Compiled, run_bundle


class BenchFactOut(Out):
    """One property of the phone at the start. usual: its value on the usual phone of the codename;

    values: those it may take.
    """

    name: str
    words: str
    value: str
    usual: str
    values: tuple[str, ...]


class BenchPartOut(Out):
    """What stands in one partition. letter: who wrote it; is_new: this step did."""

    name: str
    letter: str
    family: str
    build: str
    is_new: bool


class BenchSlotOut(Out):
    title: str
    parts: tuple[BenchPartOut, ...]


class BenchChangeOut(Out):
    name: str
    before: str
    after: str


class BenchFoundOut(Out):
    id: str
    severity: str
    message: str


class BenchMessageOut(Out):
    """A text that may be seen at this step, and whether it is harmless there."""

    text: str
    harmless: bool
    do: str


class BenchSlipOut(Out):
    """A mistake that can be made at this step. index: to ask for it."""

    index: int
    says: str


class BenchStepOut(Out):
    """The phone after one step. concerned: the step is for this phone; ended: how it ended here.

    mode, screen: what it shows; answer: what the host tool or the guide answers.
    """

    id: str
    number: int
    sentence: str
    concerned: bool
    ended: str
    mode: str
    screen: str
    answer: str
    messages: tuple[BenchMessageOut, ...]
    changes: tuple[BenchChangeOut, ...]
    found: tuple[BenchFoundOut, ...]
    slots: tuple[BenchSlotOut, ...]
    slips: tuple[BenchSlipOut, ...]


class BenchOut(Out):
    """admitted: the guide is for this phone. steps: as far as the phone came; first: before any."""

    admitted: bool
    facts: tuple[BenchFactOut, ...]
    slip: str
    first: BenchStepOut
    steps: tuple[BenchStepOut, ...]
    all_steps: int


class NoSuchPhone(KeyError):
    """A fact or a value that the codename does not have."""


def walk(bundle: Bundle, facts: Mapping[str, str], slip: int | None = None) -> BenchOut:
    """facts: what is told of the phone and its choices; the rest is as on the usual one.

    slip: index of one of the slips of this guide, made on the way. Raises NoSuchPhone.
    """
    compiled = run_bundle(bundle, Budget())
    space = compiled.procedure.space
    start = {fact.name: fact.default for fact in space.facts}
    if not facts:
        # Nothing was said of the phone: the nearest to the usual one that the guide admits.
        nearest = find_witness(space, compiled.procedure.admitted)
        start = nearest.start(space) if nearest is not None else start
    for name, value in facts.items():
        if name not in start or value not in space.facts[space.level_of[name]].values:
            raise NoSuchPhone(f"{name}: {value}")
        start[name] = value
    slips = find_slips(compiled)
    made = slips[slip] if slip is not None and 0 <= slip < len(slips) else None
    procedure = replace(compiled.procedure, steps=made.steps) if made else compiled.procedure
    run = run_one(procedure, start)
    by_step: dict[int, list[BenchSlipOut]] = {}
    for index, each in enumerate(slips):
        by_step.setdefault(each.at, []).append(BenchSlipOut(index=index, says=each.says))
    ids = [step.id for step in procedure.steps]
    return BenchOut(
        admitted=space.at(compiled.procedure.admitted, start) is True,
        facts=tuple(
            BenchFactOut(
                name=fact.name,
                words=fact_words(bundle, fact.name),
                value=start[fact.name],
                usual=fact.default,
                values=fact.values,
            )
            for fact in space.facts
            if fact.kind in (FactKind.PHONE, FactKind.OPTION)
        ),
        slip=made.says if made else "",
        first=_first(compiled, run, by_step),
        steps=tuple(_steps(compiled, run, ids, by_step)),
        all_steps=len(compiled.rows),
    )


def _first(
    compiled: Compiled, run: OneRun, slips: Mapping[int, list[BenchSlipOut]]
) -> BenchStepOut:
    state = run.states[0]
    return BenchStepOut(
        id="",
        number=0,
        sentence=_("Before the first step"),
        concerned=True,
        ended="",
        mode=str(state["mode"]),
        screen=_screen(compiled.bundle, state),
        answer="",
        messages=(),
        changes=(),
        found=(),
        slots=_slots(compiled.bundle, state, state),
        slips=(),
    )


def _steps(
    compiled: Compiled, run: OneRun, ids: list[str], slips: Mapping[int, list[BenchSlipOut]]
) -> list[BenchStepOut]:
    """One entry for each step that was run; what is judged at the end is told at the last one."""
    bundle = compiled.bundle
    numbers = {row.step.id: i for i, row in enumerate(compiled.rows)}
    found: list[BenchStepOut] = []
    for place, concerned in enumerate(run.concerned):
        step_id = ids[place]
        before, after = run.states[place], run.states[place + 1]
        ended = run.ended[1] if run.ended and place == len(run.concerned) - 1 else ""
        told = _found(bundle, run, step_id) if concerned else ()
        if step_id == END:
            if told and found:
                last = found[-1]
                found[-1] = last.model_copy(update={"found": (*last.found, *told)})
            continue
        number = numbers[step_id]
        row = compiled.rows[number]
        sentence = sentence_of(row.step, bundle)
        found.append(
            BenchStepOut(
                id=step_id,
                number=number + 1,
                sentence=sentence,
                concerned=concerned,
                ended=ended,
                mode=str(after["mode"]),
                screen=_screen(bundle, after),
                answer=_answer(row.step, ended, told) if concerned else "",
                messages=tuple(_messages(row.step)) if concerned else (),
                changes=_changes(before, after),
                found=told,
                slots=_slots(bundle, after, before),
                slips=tuple(slips.get(number, ())) if concerned else (),
            )
        )
    return found


def _found(bundle: Bundle, run: OneRun, step: str) -> tuple[BenchFoundOut, ...]:
    told = []
    for finding, subject, at in sorted(run.findings):
        if at == step:
            kind = BY_ID[finding]
            says = kind.message(subject_words(bundle, kind.about, subject))
            told.append(BenchFoundOut(id=finding, severity=kind.severity.value, message=says))
    return tuple(told)


def _answer(step: object, ended: str, told: tuple[BenchFoundOut, ...]) -> str:
    """What is seen when it worked, or why it did not."""
    if ended == "stopped":
        return _("It cannot be done: {why}").format(why=told[-1].message if told else "")
    if ended:
        return ""
    sight = getattr(step, "sight", None)
    return sight or _("It is done.")


def _messages(step: object) -> Iterator[BenchMessageOut]:
    for message in step.messages if isinstance(step, Step) else ():
        text = message.text.replace("*", "…")
        yield BenchMessageOut(text=text, harmless=message.means == "harmless", do=message.do)


_MODES = Texts(
    {
        "off": N_("The screen is dark."),
        "bootloader": N_("The bootloader: a few lines of small text."),
        "userspace": N_("The flashing mode of the system."),
        "stuck": N_("The logo stays, and nothing else comes."),
        "dead": N_("The screen stays black, whatever is held or plugged in."),
    }
)


def _screen(bundle: Bundle, state: PlainState) -> str:
    question = bundle.device.question(str(state["asked"]))
    if question is not None:
        return _("It asks: {ask}").format(ask=question.ask)
    mode = str(state["mode"])
    main = f"cur.{bundle.world.system}"
    if mode == "system":
        name = _name(bundle, str(state[f"{main}.family"]))
        if state["data.state"] == "fresh":
            return _("{name} greets, and asks for the first set-up.").format(name=name)
        return _("{name} {build}: its home page.").format(name=name, build=state[f"{main}.build"])
    if mode == "recovery":
        return _("A menu of the recovery {name}.").format(name=state["running"])
    told = next((m.told_apart_by for m in bundle.device.modes if m.mode == mode), "")
    return told or _MODES.get(mode, mode)


def _name(bundle: Bundle, family: str) -> str:
    names = {s.id: s.name for s in bundle.device.other_systems}
    return names.get(family, family.capitalize())


def _slots(bundle: Bundle, state: PlainState, before: PlainState) -> tuple[BenchSlotOut, ...]:
    """The slots by their letters, so that a slot stays where it is when it becomes the other."""
    world = bundle.world
    running = str(state.get("slot", ""))
    moved = state.get("slot") != before.get("slot")
    found: dict[str, list[BenchPartOut]] = {}
    for where, part in world.contents:
        side = where.partition(".")[0]
        once = part.is_drawn_once and world.has_two_slots
        if once and side == "other":
            continue
        letter = running if side == "cur" else ("b" if running == "a" else "a")
        title = ""
        if world.has_two_slots and not once:
            run = _("running") if side == "cur" else _("other")
            title = _("slot {letter}, {which}").format(letter=letter, which=run)
        then = where
        if moved and not once:
            then = f"{'other' if side == 'cur' else 'cur'}.{part.name}"
        family, build = str(state[f"{where}.family"]), str(state[f"{where}.build"])
        is_new = (before[f"{then}.family"], before[f"{then}.build"]) != (family, build)
        found.setdefault(title, []).append(
            BenchPartOut(
                name=part.name,
                letter="–" if family == EMPTY else family[:1].upper(),
                family=_name(bundle, family),
                build="" if family == EMPTY else build,
                is_new=is_new,
            )
        )
    titles = sorted(found, key=lambda t: (t == "", t))
    return tuple(BenchSlotOut(title=t, parts=tuple(found[t])) for t in titles)


def _changes(before: PlainState, after: PlainState) -> tuple[BenchChangeOut, ...]:
    names = shown_facts()
    files = [(s, s.partition(".")[2]) for s in after if s.startswith(("host.", "internal."))]
    places = {"host": _("on the computer"), "internal": _("on the phone")}
    told = [
        (slot, _("{place}, {file}").format(place=places[slot.partition(".")[0]], file=file))
        for slot, file in files
    ]
    return tuple(
        BenchChangeOut(name=name, before=said(before[slot]), after=said(after[slot]))
        for slot, name in [*names, *told]
        if slot in after and before[slot] != after[slot]
    )
