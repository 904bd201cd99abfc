"""Proving a bundle: every admitted phone is run, and what came out is put into words."""

from anleitung.core.diagrams.run import Budget
from anleitung.core.diagrams.space import FactKind, Node
from anleitung.core.diagrams.witness import find_witness
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import capital, speaking
from anleitung.core.marked import gettext as _
from anleitung.core.model_version import MODEL_VERSION
from anleitung.core.proof.explain.trace import phones_out, trace_of
from anleitung.core.proof.explain.words import condition_words, subject_words, witness_words
from anleitung.core.proof.finding import Found, Severity
from anleitung.core.proof.findings.catalogue import BY_ID, RULES
from anleitung.core.proof.result import (
    CountsOut,
    FindingOut,
    PromiseOut,
    ProofOut,
    WitnessOut,
)
from anleitung.core.proof.run.compile import END, Compiled, run_bundle, starts_of
from anleitung.core.proof.run.idle_bans import idle_bans

_SEVERITIES = [s.value for s in Severity]


def prove(bundle: Bundle, budget: Budget | None = None) -> ProofOut:
    """Deterministic: the same bundle gives the same proof, byte for byte, whoever asks for it."""
    with speaking():
        return report(run_bundle(bundle, budget or Budget()))


def report(compiled: Compiled) -> ProofOut:
    space, run = compiled.procedure.space, compiled.run
    phone = frozenset({FactKind.PHONE})
    admitted = compiled.procedure.admitted
    possible = starts_of(compiled)
    found = _with_bans(compiled, possible)
    return ProofOut(
        fingerprint=compiled.bundle.fingerprint,
        model=MODEL_VERSION,
        finished=run.finished,
        unfinished_at=run.unfinished_at,
        phones=CountsOut(
            admitted=space.count(admitted, phone),
            counted=space.count(possible, phone),
            starts=space.count(admitted, frozenset({FactKind.PHONE, FactKind.OPTION})),
        ),
        paths=run.paths,
        findings=tuple(_finding(compiled, each) for each in found),
        promises=_promises(compiled) if run.finished else (),
        trace=trace_of(compiled),
    )


def found_by(compiled: Compiled) -> list[Found]:
    """All that was found, in a fixed order: by step, then severity, id and subject."""
    found = [
        Found(finding, subject, step, phones)
        for (finding, subject, step), phones in compiled.run.findings.items()
    ]
    for rule in RULES:
        found += rule(compiled)
    return in_order(compiled, found)


def everything_found(compiled: Compiled) -> list[Found]:
    """With the bans that guard nothing, for which the guide is run once more for all phones."""
    possible = starts_of(compiled)
    return _with_bans(compiled, possible)


def _with_bans(compiled: Compiled, possible: Node) -> list[Found]:
    return in_order(compiled, [*found_by(compiled), *idle_bans(compiled, possible)])


def in_order(compiled: Compiled, found: list[Found]) -> list[Found]:
    place = {row.step.id: i for i, row in enumerate(compiled.rows)}
    place |= {"": -1, END: len(place)}
    return sorted(
        found,
        key=lambda f: (
            place[f.step],
            _SEVERITIES.index(BY_ID[f.finding].severity.value),
            f.finding,
            f.subject,
        ),
    )


def _finding(compiled: Compiled, found: Found) -> FindingOut:
    kind = BY_ID[found.finding]
    subject = subject_words(compiled.bundle, kind.about, found.subject)
    witness = phones = None
    if found.phones is not None:
        nearest = find_witness(compiled.procedure.space, found.phones)
        if nearest is not None:
            witness = WitnessOut(
                words=witness_words(compiled.bundle, nearest), facts=dict(nearest.differs)
            )
        phones = phones_out(compiled, found.phones, compiled.procedure.admitted)
    return FindingOut(
        id=kind.id,
        kind=kind.nature.value,
        subject=found.subject,
        severity=kind.severity.value,
        step=found.step,
        message=capital(kind.message(subject)),
        why=_(kind.why),
        remedy=_(kind.remedy),
        after=_after(compiled, found),
        final=kind.final,
        witness=witness,
        phones=phones,
    )


def _after(compiled: Compiled, found: Found) -> str:
    """What stands behind the end of a phone was not tried for it: there may be more."""
    space, run = compiled.procedure.space, compiled.run
    if found.phones is None or found.step in (END, compiled.rows[-1].step.id):
        return ""
    ended = space.false
    for (step, _how, finding), phones in run.ended.items():
        if (step, finding) == (found.step, found.finding):
            ended = space.either(ended, space.both(phones, found.phones))
    if ended is space.false:
        return ""
    return _("These phones did not reach what follows, so there may be more behind it")


def _promises(compiled: Compiled) -> tuple[PromiseOut, ...]:
    space, run = compiled.procedure.space, compiled.run
    admitted = compiled.procedure.admitted
    phone = frozenset({FactKind.PHONE})
    of = space.count(admitted, phone)
    left = space.minus(admitted, run.alive[-1])
    found = []
    for promise in compiled.bundle.guide.promise.holds:
        broken: Node = left
        for finding in ("promise-not-kept", "promise-not-decided"):
            key = (finding, str(promise), END)
            broken = space.either(broken, run.findings.get(key, space.false))
        found.append(
            PromiseOut(
                condition=str(promise),
                words=condition_words(compiled.bundle, promise.condition),
                kept=of - space.count(broken, phone),
                of=of,
            )
        )
    return tuple(found)
