"""One guide as the desk and the lists see it, and the matters that it raises."""

from dataclasses import dataclass
from datetime import datetime

from django.contrib.auth.models import User

from anleitung.core.evidence.report import EvidenceOut
from anleitung.core.guide.aim import Aim, aim_of
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import counted
from anleitung.core.proof.result import ProofOut
from anleitung.core.sheet.build import admission_words
from anleitung.desk.looked import Looked
from anleitung.desk.matters import Matter, Tone
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import (
    Row,
    Stored,
    chosen_for,
    is_for,
    load_bundle,
    load_whole,
)
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.guides.today import Fingerprints, Today, held_against_today
from anleitung.reports.evidence import evidence_for
from anleitung.review.models import Reading
from anleitung.review.services.read import review_of


@dataclass(frozen=True, slots=True)
class GuideState:
    """draft_stops, draft_warnings: -1 where there is no draft, or no proof of it. fault: why it

    cannot be read. is_trial: kept apart, to try things out; it raises no matter.
    """

    slug: str
    title: str
    aim: Aim = "other"
    version: str = ""
    short: str = ""
    is_withdrawn: bool = False
    is_trial: bool = False
    has_draft: bool = False
    draft_title: str = ""
    draft_stops: int = -1
    draft_warnings: int = -1
    runs: int = 0
    flags: int = 0
    admission: str = ""
    is_stale: bool = False
    fault: str = ""


def state_of_guide(
    guide: Guide, codename: str, known: Fingerprints, looked: Looked, *, actor: User, now: datetime
) -> tuple[GuideState | None, list[Matter]]:
    """On one codename. None for a name that holds neither a draft nor a revision for it."""
    draft: Draft | None = _mine(getattr(guide, "draft", None), codename)
    newest = _mine(looked.newest.get(guide.pk), codename)
    shown: Stored | None = newest or draft
    if shown is None:
        return None, []
    try:
        bundle, today = load_bundle(shown), held_against_today(shown, known)
        drafted = load_whole(draft) if draft else None
        draft_proof = looked.proof_of(load_bundle(draft)) if draft else None
    except UnreadableGuide as error:
        return _unreadable(guide, codename, shown, str(error))
    withdrawn = newest is not None and hasattr(newest, "withdrawal")
    told_of = newest is not None and guide.pk in looked.reported
    evidence = evidence_for(newest, now=now) if newest and told_of else None
    state = GuideState(
        slug=guide.slug,
        title=shown.title,
        aim=aim_of(bundle),
        version=newest.version if newest else "",
        short=newest.short if newest else "",
        is_withdrawn=withdrawn,
        is_trial=guide.is_trial,
        has_draft=draft is not None,
        draft_title=draft.title if draft else "",
        draft_stops=_count(draft_proof, "stop"),
        draft_warnings=_count(draft_proof, "warn"),
        runs=evidence.runs if evidence else 0,
        flags=len(evidence.flags) if evidence else 0,
        admission="; ".join(admission_words(bundle)),
        is_stale=today.is_stale,
    )
    if guide.is_trial:
        return state, []
    matters: list[Matter] = []
    if newest is not None and evidence is not None and not withdrawn:
        matters += _about_reports(codename, newest, evidence, actor)
    if not withdrawn:
        matters += _about_today(codename, shown, today, state.runs, actor)
    if draft is not None and drafted is not None:
        if guide.pk in looked.in_review:
            matters += _about_review(codename, draft, actor)
        matter = _about_draft(codename, draft, draft_proof, actor)
        # Ready is what is so on every codename, and that is told once.
        if matter.kind != "ready" or _is_ready(codename, drafted, looked):
            matters.append(matter)
    return state, matters


def _mine(row: Row | None, codename: str) -> Row | None:
    found = chosen_for(row, codename) if row is not None else None
    return found if found is not None and is_for(found) else None


def _is_ready(codename: str, whole: Bundle, looked: Looked) -> bool:
    if codename != whole.device.codename:
        return False
    proofs = [looked.proof_of(each) for each in whole.each]
    return all(p is not None and p.finished and not p.open_stops for p in proofs)


def _count(proof: ProofOut | None, severity: str) -> int:
    return sum(f.severity == severity for f in proof.findings) if proof else -1


def _path(row: Stored, codename: str, state: str) -> str:
    return f"/c/{codename}/guides/{row.guide.slug}?v={state}"


def _is_mine(row: Stored, actor: User) -> bool:
    by = row.published_by_id if isinstance(row, Revision) else row.updated_by_id
    return by == actor.pk


def _unreadable(
    guide: Guide, codename: str, row: Stored, why: str
) -> tuple[GuideState, list[Matter]]:
    """A guide that cannot be read stands in its place, with the reason, beside all that goes on."""
    mine = row if isinstance(row, Revision) else None
    state = GuideState(
        slug=guide.slug,
        title=row.title,
        version=mine.version if mine else "",
        short=mine.short if mine else "",
        has_draft=mine is None,
        draft_title="" if mine else row.title,
        is_trial=guide.is_trial,
        fault=why,
    )
    path = _path(row, codename, mine.version if mine else "draft")
    return state, [Matter("unreadable", 1, "loss", why, "Look at it", path)]


def _about_reports(
    codename: str, revision: Revision, evidence: EvidenceOut, actor: User
) -> list[Matter]:
    path, mine = _path(revision, codename, revision.version), _is_mine(revision, actor)
    name = f"{revision.title} {revision.version}"
    told = [(0, evidence.dead_notice, "Read the reports")] if evidence.dead_notice else []
    told += [(0, flag.words, "Look at it") for flag in evidence.flags]
    return [
        Matter("reports", harm, "loss", f"{name}: {says}", action, path, evidence.runs, mine)
        for harm, says, action in told
    ]


def _about_today(
    codename: str, row: Stored, today: Today, readers: int, actor: User
) -> list[Matter]:
    """What the catalogue's documents of today do to a guide that was proved with older ones."""
    if not today.changed:
        return []
    state = row.version if isinstance(row, Revision) else "draft"
    path, mine = _path(row, codename, state), _is_mine(row, actor)
    what = ", ".join(f"{kind} {name}" for kind, _, name in today.changed[:3])
    title = f"{row.title} {state}"
    if today.fault or today.stops:
        why = today.fault or counted(today.stops, "{n} stop", "{n} stops")
        text = f"{title} fails with today’s {what}: {why}."
        return [Matter("today", 1, "loss", text, "Look at it", path, readers, mine)]
    if today.is_stale:
        text = f"{title} is stale: the {what} changed since it was proved."
        return [Matter("today", 2, "care", text, "Prove it again", path, readers, mine)]
    return []


def _about_review(codename: str, draft: Draft, actor: User) -> list[Matter]:
    """A request to others; to whoever asked, that an answer came."""
    asked = review_of(draft)
    if asked is None or codename != draft.guide.codename:
        return []
    path = f"/c/{codename}/guides/{draft.guide.slug}/review"
    said = Reading.objects.filter(guide=draft.guide, fingerprint=draft.fingerprint).exclude(
        verdict=""
    )
    if asked.by_id != actor.pk:
        if said.filter(by=actor).exists():
            return []
        text = f"{asked.by} asks you to read “{draft.title}”."
        if asked.says:
            text = f"{text[:-1]}: {asked.says}"
        return [Matter("review", 3, "plain", text, "Read it", path, mine=True)]
    found = said.select_related("by").order_by("-pk").first()
    if found is None:
        return []
    how = "approves" if found.verdict == "approve" else "asks for changes of"
    tone: Tone = "plain" if found.verdict == "approve" else "care"
    return [
        Matter("review", 3, tone, f"{found.by} {how} “{draft.title}”.", "Look", path, mine=True)
    ]


def _about_draft(codename: str, draft: Draft, proof: ProofOut | None, actor: User) -> Matter:
    path, mine = _path(draft, codename, "draft"), _is_mine(draft, actor)
    if proof is None:
        text = f"“{draft.title}” has not been proved with this version of the model yet."
        return Matter("drafts", 3, "care", text, "Open the draft", path, mine=mine)
    if not proof.finished:
        text = f"The proof of “{draft.title}” is not finished."
        return Matter("drafts", 3, "care", text, "Open the draft", path, mine=mine)
    stops = [f for f in proof.findings if f.severity == "stop"]
    if stops:
        more = "" if len(stops) == 1 else f" ({len(stops) - 1} more)"
        text = f"“{draft.title}” has a stop: {stops[0].message}{more}"
        return Matter("drafts", 3, "care", text, "Open the draft", path, mine=mine)
    text = f"“{draft.title}” has no open stop."
    return Matter("ready", 4, "plain", text, "Read and publish it", path, mine=mine)
