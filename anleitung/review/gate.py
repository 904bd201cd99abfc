"""What the gate of a draft is told: proofs, files, ways back, words, and what people said."""

from collections.abc import Iterable, Iterator, Sequence
from datetime import datetime
from typing import Any

from django.contrib.auth.models import User
from pydantic import ValidationError

from anleitung.core.diagrams.run import Budget
from anleitung.core.files.watched import AT_ONCE, FINE, Wanted
from anleitung.core.gate.gate import gate_of
from anleitung.core.gate.model import (
    FileFact,
    Gate,
    GateFacts,
    GateLine,
    Proved,
    Reading,
    Run,
    WaiverOut,
    WayFact,
)
from anleitung.core.gate.told import ToldOfGate, told_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.walk import actions_of
from anleitung.core.marked import gettext as _
from anleitung.core.phone.actions.base import LOSS_WORDS
from anleitung.core.proof.rehearse.rescue import ways_named_in
from anleitung.core.proof.run.compile import run_bundle
from anleitung.guides.contests import open_stops
from anleitung.guides.load import Stored, chosen_for, kept_proof, load_bundle, load_whole
from anleitung.guides.models import Draft, Revision
from anleitung.guides.today import held_against_today
from anleitung.guides.ways_back import ways_back_of
from anleitung.guides.work import newest_state
from anleitung.jobs.outcomes import find_outcome
from anleitung.mirrors.models import Look
from anleitung.mirrors.sources import last_looks_at
from anleitung.review import models

WAYS = "ways-back"


def gate_for(draft: Draft, *, actor: User, now: datetime) -> Gate:
    """As it stands if this actor would publish now. Raises UnreadableGuide."""
    return gate_of(facts_of(draft, actor=actor, now=now))


def facts_of(draft: Draft, *, actor: User, now: datetime) -> GateFacts:
    whole = load_whole(draft)
    proved = tuple(_proved(chosen_for(draft, each)) for each in whole.codenames)
    return GateFacts(
        actor=actor.get_username(),
        now=now,
        proved=proved,
        files=tuple(_files(whole)),
        ways=_ways(draft, whole),
        cautions=max(_cautions(each) for each in whole.each),
        stake=_stake(whole, proved),
        open_remarks=tuple(
            (f"{r.by.get_username()}: {r.text}", _at(r, "row"), _at(r, "file"))
            for r in _open_remarks(draft)
        ),
        readings=tuple(
            Reading(by=r.by.get_username(), at=r.at, verdict=_verdict(r.verdict), says=r.says)
            for r in models.Reading.objects.filter(
                guide=draft.guide, fingerprint=draft.fingerprint
            ).select_related("by")
        ),
        runs=tuple(
            Run(
                by=r.by.get_username(),
                at=r.at,
                phone=r.phone,
                ended_well=r.ended_well,
                says=r.says,
            )
            for r in models.TrialRun.objects.filter(
                guide=draft.guide, fingerprint=draft.fingerprint
            ).select_related("by")
        ),
        waivers=waivers_of(draft),
    )


def waivers_of(draft: Draft) -> dict[str, WaiverOut]:
    standing = models.Waiver.objects.filter(guide=draft.guide, ended_at__isnull=True)
    return {
        w.key: WaiverOut(by=w.by.get_username(), at=w.at, reason=w.reason)
        for w in standing.select_related("by")
    }


def _verdict(stored: str) -> Any:
    """A stored word that this version does not know says nothing for the draft."""
    return stored if stored in ("", "approve", "changes") else ""


def _open_remarks(draft: Draft) -> Iterable[models.Remark]:
    found = models.Remark.objects.filter(guide=draft.guide, resolved_at__isnull=True)
    return found.select_related("by").order_by("pk")


def _at(remark: models.Remark, kind: str) -> str:
    return remark.place if remark.kind == kind else ""


def _proved(row: Stored) -> Proved:
    bundle = load_bundle(row)
    proof, today = kept_proof(bundle), held_against_today(row)
    return Proved(
        codename=bundle.device.codename,
        proof=proof,
        open_stops=open_stops(bundle.fingerprint, proof.findings) if proof else (),
        changed=tuple(f"{kind} {name}" for kind, _codename, name in today.changed),
        today_stops=None if today.is_stale else today.stops,
        fault=today.fault,
    )


def _files(whole: Bundle) -> Iterator[FileFact]:
    """The files that readers fetch, each by how its sources stood at the last looks."""
    sets = {each.device.codename: set(each.guide.files) for each in whole.each}
    for package in whole.packages:
        held = [codename for codename, files in sets.items() if package.id in files]
        if not held or package.derived is not None:
            continue
        only = held[0] if len(held) < len(sets) else ""
        if not package.sources:
            says = _("nothing says where readers get it from.")
            yield FileFact(package.id, package.name, False, says, only)
            continue
        wanted = [Wanted(a, package.size, package.sha256 or "") for a in package.sources]
        looks: list[Look] = list(last_looks_at(wanted))
        if not looks:
            yield FileFact(package.id, package.name, None, codename=only)
            continue
        # Readers may take any of them: one that gives other bytes is not made good by another.
        seen = any(look.standing in FINE for look in looks) and not any(
            look.standing in AT_ONCE for look in looks
        )
        says = "; ".join(f"{look.address} {look.says}" for look in looks[:3])
        yield FileFact(package.id, package.name, seen, says, only)


def told_of_gate(revision: Revision) -> ToldOfGate:
    """What readers are told of how it came to be published."""
    passed = models.PassedGate.objects.filter(revision=revision).first()
    if passed is None:
        return told_of((), "")
    try:
        lines = [GateLine.model_validate(line) for line in passed.body]
    except (ValidationError, TypeError):  # stored by another version, or not by this program
        return told_of((), "")
    return told_of(lines, passed.pair, revision.chosen or revision.guide.codename)


def ways_key(draft: Draft) -> str:
    return f"{draft.fingerprint} {newest_state()}"


def _ways(draft: Draft, whole: Bundle) -> tuple[WayFact, ...] | None:
    """None where the worker has not run them yet."""
    if not ways_named_in(whole.guide):
        return ()
    told = find_outcome(WAYS, ways_key(draft))
    return None if told is None else tuple(WayFact(**each) for each in told)


def run_ways(draft: Stored) -> list[dict[str, Any]]:
    """What comes of each way back that is named, on each codename."""
    found = []
    for codename in load_whole(draft).codenames:
        compiled = run_bundle(load_bundle(chosen_for(draft, codename)), Budget())
        if not compiled.run.finished:
            continue
        for way, _title in ways_back_of(compiled):
            told = {"step": way.step, "guide": way.guide, "why": way.why}
            found.append({"codename": codename, **told, "rescued": way.rescued, "of": way.of})
    return found


def _cautions(bundle: Bundle) -> int:
    return sum(len(step.cautions(bundle.world)) for step in actions_of(bundle.guide))


def _stake(whole: Bundle, proved: Sequence[Proved]) -> str:
    """What a wrong line could take, "" for nothing. What cannot be told counts as at stake."""
    found = [str(LOSS_WORDS[loss]) for loss in whole.guide.promise.lost]
    for each in proved:
        proof = each.proof
        if proof is None or not proof.finished:
            return _("not known before the proof is finished")
        found += [name for t in proof.trace for c in t.changes if c.is_loss for name in c.names]
    steps = actions_of(whole.guide)
    if any(step.risks or step.no_return for step in steps):
        found.append(_("the phone itself"))
    return ", ".join(dict.fromkeys(found))
