"""Putting together what one page of the workbench shows."""

from datetime import datetime

from anleitung.api.shapes import (
    CodenameOut,
    DecisionOut,
    GuideLineOut,
    HomeOut,
    PageOut,
    chain_line,
    changed,
    version_line,
)
from anleitung.core.evidence.report import EvidenceOut
from anleitung.core.sheet.model import SheetOut
from anleitung.guides.chain import neighbours
from anleitung.guides.load import Stored, load_bundle, load_sheet
from anleitung.guides.models import Draft, Guide, Revision
from anleitung.guides.services.publish import next_number, version_of
from anleitung.reports.evidence import evidence_for


def page_of(row: Stored, *, now: datetime) -> PageOut:
    revisions = list(
        Revision.objects.filter(guide=row.guide)
        .select_related("withdrawal", "published_by", "guide")
        .order_by("-number")
    )
    before, after = neighbours(row)
    at, by = changed(row)
    withdrawal = getattr(row, "withdrawal", None) if isinstance(row, Revision) else None
    mine = row if isinstance(row, Revision) else None
    earlier = _earlier(row, revisions)
    return PageOut(
        kind="revision" if mine else "draft",
        sheet=load_sheet(row),
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
        before=[chain_line(n) for n in before],
        after=[chain_line(n) for n in after],
        evidence=evidence_for(mine, now=now) if mine else None,
        earlier=evidence_for(earlier, now=now) if earlier else None,
        earlier_version=earlier.version if earlier else "",
    )


def _earlier(row: Stored, revisions: list[Revision]) -> Revision | None:
    """The revision before this one: what was reported for it says nothing sure about this one."""
    older = [r for r in revisions if isinstance(row, Draft) or r.number < row.number]
    return older[0] if older else None


def home(*, now: datetime) -> HomeOut:
    """Every codename with its guides, and what needs a decision, the most harmful first."""
    codenames: dict[str, list[Guide]] = {}
    for guide in Guide.objects.order_by("codename", "slug").select_related("draft"):
        codenames.setdefault(guide.codename, []).append(guide)
    found = []
    decisions: list[tuple[int, DecisionOut]] = []
    for codename, guides in codenames.items():
        lines = []
        for guide in guides:
            line, wanted = _line(guide, now=now)
            if line is not None:
                lines.append(line)
                decisions += wanted
        row = next((r for r in map(_newest_row, guides) if r is not None), None)
        if row is None:
            continue
        device = load_bundle(row).device
        state, tone = _state(lines)
        found.append(
            CodenameOut(
                codename=codename,
                maker=device.maker,
                market_names=list(device.market_names),
                state=state,
                tone=tone,
                guides=lines,
            )
        )
    decisions.sort(key=lambda d: d[0])
    return HomeOut(codenames=found, decisions=[d for _, d in decisions])


def _newest_row(guide: Guide) -> Stored | None:
    revision = guide.revisions.order_by("-number").first()
    return revision or getattr(guide, "draft", None)


def _line(
    guide: Guide, *, now: datetime
) -> tuple[GuideLineOut | None, list[tuple[int, DecisionOut]]]:
    draft: Draft | None = getattr(guide, "draft", None)
    newest = guide.revisions.order_by("-number").select_related("withdrawal").first()
    shown: Stored | None = newest or draft
    if shown is None:
        return None, []
    sheet = load_sheet(shown)
    draft_sheet = load_sheet(draft) if draft else None
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
        draft_stops=draft_sheet.stops if draft_sheet else -1,
        draft_warnings=draft_sheet.warnings if draft_sheet else -1,
        runs=evidence.runs if evidence else 0,
        flags=len(evidence.flags) if evidence else 0,
        admission="; ".join(sheet.admission),
    )
    wanted: list[tuple[int, DecisionOut]] = []
    if newest is not None and evidence is not None and not withdrawn:
        wanted += _about_reports(guide, newest, evidence)
    if draft is not None and draft_sheet is not None:
        wanted.append(_about_draft(guide, draft, draft_sheet))
    return line, wanted


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


def _about_draft(guide: Guide, draft: Draft, sheet: SheetOut) -> tuple[int, DecisionOut]:
    path = f"/c/{guide.codename}/guides/{guide.slug}?v=draft"
    if not sheet.finished:
        text = f"The proof of the draft “{draft.title}” is not finished."
        return 2, DecisionOut(tone="care", text=text, action="Open the draft", path=path)
    found = [f for row in sheet.rows for f in row.findings] + list(sheet.general)
    stops = [f for f in found if f.severity == "stop"]
    if stops:
        more = "" if len(stops) == 1 else f" ({len(stops) - 1} more)"
        text = f"The draft “{draft.title}” has a stop: {stops[0].message}{more}"
        return 3, DecisionOut(tone="care", text=text, action="Open the draft", path=path)
    text = f"The draft “{draft.title}” has no open stop."
    return 4, DecisionOut(tone="plain", text=text, action="Read and publish it", path=path)


def _state(lines: list[GuideLineOut]) -> tuple[str, str]:
    flags = sum(line.flags for line in lines if not line.is_withdrawn)
    stops = sum(line.draft_stops > 0 for line in lines)
    if flags:
        return ("1 flag" if flags == 1 else f"{flags} flags"), "loss"
    if stops:
        return ("a stop in 1 draft" if stops == 1 else f"stops in {stops} drafts"), "care"
    return "quiet", "plain"
