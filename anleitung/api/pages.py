"""Putting together what one page of the workbench shows."""

from dataclasses import asdict
from datetime import datetime
from typing import Any
from urllib.parse import quote, urlsplit

from anleitung.api.shapes import (
    ChangedOut,
    CodenameOut,
    ContestOut,
    DecisionOut,
    FieldDifferenceOut,
    GuideLineOut,
    HomeOut,
    LiftedOut,
    PageOut,
    TodayOut,
    chain_line,
    changed,
    version_line,
)
from anleitung.catalogue.errors import UnreadableDocument
from anleitung.catalogue.load import (
    current_fingerprints,
    document_of,
    entries,
    unreadable_entries,
)
from anleitung.core.documents.device import Device
from anleitung.core.evidence.report import EvidenceOut
from anleitung.core.files.watched import tone_of
from anleitung.core.proof.result import ProofOut
from anleitung.core.sheet.build import admission_words
from anleitung.guides.asked import ask_proof
from anleitung.guides.chain import neighbours
from anleitung.guides.contests import contests_of, open_stops
from anleitung.guides.differences import differences
from anleitung.guides.errors import UnreadableGuide
from anleitung.guides.load import Stored, kept_proof, load_bundle, load_sheet
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.guides.services.publish import next_number, version_of
from anleitung.guides.today import Fingerprints, Today, held_against_today
from anleitung.mirrors.models import Change
from anleitung.mirrors.sources import all_sources, open_changes
from anleitung.reports.evidence import evidence_for, read_evidence
from anleitung.reports.helped import helped_of
from anleitung.reports.models import Lifted


def page_of(row: Stored, *, actor: Any, now: datetime) -> PageOut:
    """Raises UnderWay where the proof is still to be worked out, and UnreadableGuide."""
    proof = ask_proof(actor=actor, row=row, now=now)
    revisions = list(
        Revision.objects.filter(guide=row.guide)
        .select_related("withdrawal", "published_by", "guide")
        .order_by("-number")
    )
    near = neighbours(row)
    at, by = changed(row)
    withdrawal = getattr(row, "withdrawal", None) if isinstance(row, Revision) else None
    mine = row if isinstance(row, Revision) else None
    earlier = _earlier(row, revisions)
    told = read_evidence(mine, now=now) if mine else None
    return PageOut(
        kind="revision" if mine else "draft",
        sheet=load_sheet(row, proof),
        version=mine.version if mine else "",
        next_version=version_of(next_number(row)) if isinstance(row, Draft) else "",
        fingerprint=row.fingerprint,
        short=mine.short if mine else "",
        changed_at=at,
        changed_by=by,
        withdrawn=withdrawal.reason if withdrawal else "",
        withdrawn_at=withdrawal.at if withdrawal else None,
        versions=[version_line(r) for r in revisions],
        has_draft=Draft.objects.filter(guide=row.guide).exists(),
        before=[chain_line(n) for n in near.before],
        after=[chain_line(n) for n in near.after],
        chain_missing=near.missing,
        evidence=told.counted if told else None,
        reports_waiting=told.waiting if told else 0,
        lifted=_lifted(mine) if mine else [],
        earlier=evidence_for(earlier, now=now) if earlier else None,
        earlier_version=earlier.version if earlier else "",
        today=_today(row),
        sources=_source_matters(row),
        open_stops=len(open_stops(row.fingerprint, proof.findings)),
        helped=helped_of(mine) if mine else {},
        contests=[
            ContestOut(
                id=c.pk,
                finding=c.finding,
                subject=c.subject,
                step=c.step,
                reason=c.reason,
                by=c.by.get_username(),
                at=c.at,
                second=c.second.get_username() if c.second else "",
            )
            for c in contests_of(row.fingerprint)
        ],
    )


def _lifted(revision: Revision) -> list[LiftedOut]:
    rows = Lifted.objects.filter(revision=revision).select_related("by").order_by("-pk")
    return [LiftedOut(reason=x.reason, at=x.at, by=x.by.get_username()) for x in rows[:20]]


def _source_matters(row: Stored) -> list[str]:
    """What became of the sources of this state's files, a sentence each."""
    mine = {(a, p.sha256 or "") for p in load_bundle(row).packages for a in p.sources}
    found = sorted(
        Change.objects.filter(settled_at__isnull=True).order_by("-at", "address"),
        key=lambda c: tone_of(c.standing) != "loss",
    )
    return [
        f"{c.name} at {urlsplit(c.address).netloc}: {c.says}"
        for c in found
        if (c.address, c.sha256) in mine
    ]


def _today(row: Stored) -> TodayOut:
    today = held_against_today(row)
    bundle = load_bundle(row)
    stops = [f for f in (today.proof.findings if today.proof else ()) if f.severity == "stop"]
    return TodayOut(
        changed=[
            ChangedOut(
                kind=each.kind,
                codename=each.codename,
                name=each.name,
                fields=[FieldDifferenceOut(**asdict(f)) for f in each.fields],
                path=document_path(each.kind, each.codename, each.name),
            )
            for each in differences(bundle, today.changed)
        ],
        is_stale=today.is_stale,
        stops=len(stops),
        first_stop=stops[0].message if stops else "",
        fault=today.fault,
    )


def document_path(kind: str, codename: str, name: str) -> str:
    """Where the workbench shows a document."""
    match kind:
        case "device":
            return f"/c/{codename}"
        case "build":
            return f"/c/{codename}/builds?build={quote(name, safe='')}"
        case _:
            return f"/{kind}s/{name}"


def _earlier(row: Stored, revisions: list[Revision]) -> Revision | None:
    """The revision before this one: what was reported for it says nothing sure about this one."""
    older = [r for r in revisions if isinstance(row, Draft) or r.number < row.number]
    return older[0] if older else None


def home(*, now: datetime) -> HomeOut:
    """Every codename with its guides, and what needs a decision, the most harmful first."""
    known = current_fingerprints()
    guides: dict[str, list[Guide]] = {}
    for guide in Guide.objects.order_by("codename", "slug").select_related("draft"):
        guides.setdefault(guide.codename, []).append(guide)
    found = []
    decisions: list[tuple[int, DecisionOut]] = []
    for entry in entries("device", retired=True):
        assert entry.current is not None
        try:
            device: Device = document_of(entry.current, "device")
        except UnreadableDocument:
            continue  # told below, with everything else that cannot be read
        lines = []
        for guide in guides.get(device.codename, ()):
            line, wanted = _line(guide, known, now=now)
            if line is not None:
                lines.append(line)
                decisions += wanted
        state, tone = _state(lines)
        found.append(
            CodenameOut(
                codename=device.codename,
                maker=device.maker,
                market_names=list(device.market_names),
                state="retired" if entry.retired_at else state,
                tone=tone,
                retired=entry.retired_because,
                guides=lines,
            )
        )
    decisions += _about_unreadable()
    decisions += _about_sources()
    decisions.sort(key=lambda d: d[0])
    return HomeOut(codenames=found, decisions=[d for _, d in decisions])


def _line(
    guide: Guide, known: Fingerprints, *, now: datetime
) -> tuple[GuideLineOut | None, list[tuple[int, DecisionOut]]]:
    draft: Draft | None = getattr(guide, "draft", None)
    newest = guide.revisions.order_by("-number").select_related("withdrawal").first()
    shown: Stored | None = newest or draft
    if shown is None:
        return None, []
    try:
        bundle, today = load_bundle(shown), held_against_today(shown, known)
        draft_proof = kept_proof(load_bundle(draft)) if draft else None
    except UnreadableGuide as error:
        return _unreadable_line(guide, shown, str(error))
    admission = "; ".join(admission_words(bundle))
    withdrawn = newest is not None and hasattr(newest, "withdrawal")
    evidence = evidence_for(newest, now=now) if newest else None
    line = GuideLineOut(
        slug=guide.slug,
        title=shown.title,
        version=newest.version if newest else "",
        short=newest.short if newest else "",
        is_withdrawn=withdrawn,
        has_draft=draft is not None,
        draft_title=draft.title if draft else "",
        draft_stops=_count(draft_proof, "stop"),
        draft_warnings=_count(draft_proof, "warn"),
        runs=evidence.runs if evidence else 0,
        flags=len(evidence.flags) if evidence else 0,
        admission=admission,
        is_stale=today.is_stale,
    )
    wanted: list[tuple[int, DecisionOut]] = []
    if newest is not None and evidence is not None and not withdrawn:
        wanted += _about_reports(guide, newest, evidence)
    if not withdrawn:
        wanted += _about_today(guide, shown, today)
    if draft is not None:
        wanted.append(_about_draft(guide, draft, draft_proof))
    return line, wanted


def _count(proof: ProofOut | None, severity: str) -> int:
    return sum(f.severity == severity for f in proof.findings) if proof else -1


def _unreadable_line(
    guide: Guide, row: Stored, why: str
) -> tuple[GuideLineOut, list[tuple[int, DecisionOut]]]:
    """A guide that cannot be read stands in its place, with the reason, beside all that goes on."""
    mine = row if isinstance(row, Revision) else None
    line = GuideLineOut(
        slug=guide.slug,
        title=row.title,
        version=mine.version if mine else "",
        short=mine.short if mine else "",
        is_withdrawn=False,
        has_draft=mine is None,
        draft_title="" if mine else row.title,
        draft_stops=-1,
        draft_warnings=-1,
        runs=0,
        flags=0,
        admission="",
        is_stale=False,
        fault=why,
    )
    path = f"/c/{guide.codename}/guides/{guide.slug}?v={mine.version if mine else 'draft'}"
    return line, [(1, DecisionOut(tone="loss", text=why, action="Look at it", path=path))]


def _about_unreadable() -> list[tuple[int, DecisionOut]]:
    return [
        (
            1,
            DecisionOut(
                tone="loss",
                text=why,
                action="Look at it",
                path=document_path(entry.kind, entry.codename, entry.name),
            ),
        )
        for entry, why in unreadable_entries()
    ]


def _about_reports(
    guide: Guide, revision: Revision, evidence: EvidenceOut
) -> list[tuple[int, DecisionOut]]:
    path = f"/c/{guide.codename}/guides/{guide.slug}?v={revision.version}"
    name = f"{revision.title} {revision.version}"
    found = []
    if evidence.dead_notice:
        text = f"{name}: {evidence.dead_notice}"
        found.append((0, DecisionOut(tone="loss", text=text, action="Read the reports", path=path)))
    for flag in evidence.flags:
        text = f"{name}: {flag.words}"
        found.append((1, DecisionOut(tone="loss", text=text, action="Look at it", path=path)))
    return found


def _about_today(guide: Guide, row: Stored, today: Today) -> list[tuple[int, DecisionOut]]:
    """What the catalogue's documents of today do to a guide that was proved with older ones."""
    if not today.changed:
        return []
    state = row.version if isinstance(row, Revision) else "draft"
    path = f"/c/{guide.codename}/guides/{guide.slug}?v={state}"
    what = ", ".join(f"{kind} {name}" for kind, _, name in today.changed[:3])
    title = f"{row.title} {state}"
    if today.fault or today.stops:
        why = today.fault or f"{today.stops} {'stop' if today.stops == 1 else 'stops'}"
        text = f"{title} does not hold with the {what} of today: {why}."
        return [(1, DecisionOut(tone="loss", text=text, action="Look at it", path=path))]
    if today.is_stale:
        text = f"{title} is stale: the {what} it was proved with changed since."
        return [(2, DecisionOut(tone="care", text=text, action="Prove it again", path=path))]
    return []


def _about_draft(guide: Guide, draft: Draft, proof: ProofOut | None) -> tuple[int, DecisionOut]:
    path = f"/c/{guide.codename}/guides/{guide.slug}?v=draft"
    if proof is None:
        text = f"The draft “{draft.title}” is not proved by today's model yet."
        return 3, DecisionOut(tone="care", text=text, action="Open the draft", path=path)
    if not proof.finished:
        text = f"The proof of the draft “{draft.title}” is not finished."
        return 2, DecisionOut(tone="care", text=text, action="Open the draft", path=path)
    stops = [f for f in proof.findings if f.severity == "stop"]
    if stops:
        more = "" if len(stops) == 1 else f" ({len(stops) - 1} more)"
        text = f"The draft “{draft.title}” has a stop: {stops[0].message}{more}"
        return 3, DecisionOut(tone="care", text=text, action="Open the draft", path=path)
    text = f"The draft “{draft.title}” has no open stop."
    return 4, DecisionOut(tone="plain", text=text, action="Read and publish it", path=path)


def _about_sources() -> list[tuple[int, DecisionOut]]:
    """Files that no longer come as they are on record, each with the guides that use it."""
    found = []
    for source, change in open_changes(all_sources()):
        count = len(source.titles)
        use = f"{count} guides use it" if count > 1 else f"{source.titles[0]} uses it"
        host = urlsplit(change.address).netloc
        text = f"{change.name} at {host}: {change.says}. {use}."
        tone = tone_of(change.standing)
        path = f"/c/{source.used[0].guide.codename}/files#sources"
        decision = DecisionOut(tone=tone, text=text, action="Compare", path=path)
        found.append((1 if tone == "loss" else 2, decision))
    return found


def _state(lines: list[GuideLineOut]) -> tuple[str, str]:
    flags = sum(line.flags for line in lines if not line.is_withdrawn)
    stops = sum(line.draft_stops > 0 for line in lines)
    stale = sum(line.is_stale and not line.is_withdrawn for line in lines)
    if flags:
        return ("1 flag" if flags == 1 else f"{flags} flags"), "loss"
    if stale:
        return ("1 guide stale" if stale == 1 else f"{stale} guides stale"), "care"
    if stops:
        return ("a stop in 1 draft" if stops == 1 else f"stops in {stops} drafts"), "care"
    return ("quiet" if lines else "no guide yet"), "plain"
