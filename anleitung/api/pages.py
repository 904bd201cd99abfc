"""Putting together what one page of the workbench shows."""

from dataclasses import asdict
from datetime import datetime
from urllib.parse import urlsplit

from django.contrib.auth.models import User

from anleitung.api.shapes import (
    AimOut,
    CarriedOut,
    ChangedOut,
    CodenameOut,
    ContestOut,
    FieldDifferenceOut,
    FirstOut,
    ForCodenameOut,
    GuidesOut,
    HomeOut,
    LiftedOut,
    ListedGuideOut,
    MatterGroupOut,
    PageOut,
    PassedOut,
    RelativeOut,
    TodayOut,
    WaivedOut,
    chain_line,
    changed,
    deprecated_out,
    version_line,
)
from anleitung.core.files.watched import tone_of
from anleitung.core.guide.aim import Aim
from anleitung.core.guide.bundle import Bundle
from anleitung.core.marked import N_, Texts
from anleitung.core.revisions.version import FIRST
from anleitung.desk.desk import GuideLine, document_path, read_desk, read_guides
from anleitung.guides.asked import ask_proof
from anleitung.guides.chain import neighbours
from anleitung.guides.contests import contests_of, open_stops
from anleitung.guides.differences import differences
from anleitung.guides.lineage import forks_of, parent_of
from anleitung.guides.load import (
    Stored,
    address_of,
    kept_proof,
    load_bundle,
    load_sheet,
    load_whole,
)
from anleitung.guides.models import Draft, Revision
from anleitung.guides.states import deprecation_of, states_of
from anleitung.guides.today import held_against_today
from anleitung.guides.ways_back import named_by
from anleitung.mirrors.models import Change
from anleitung.reports.evidence import (
    NOTHING,
    evidence_for,
    not_known_here,
    notices_of,
    read_evidence,
)
from anleitung.reports.helped import helped_of
from anleitung.review.gate import told_of_gate
from anleitung.review.services.read import review_of


def page_of(row: Stored, *, actor: User, now: datetime) -> PageOut:
    """Raises UnderWay where the proof is still to be worked out, and UnreadableGuide."""
    proof, bundle = ask_proof(actor=actor, row=row, now=now), load_bundle(row)
    revisions = list(
        Revision.objects.filter(guide=row.guide)
        .select_related("withdrawal", "change_note", "published_by", "guide")
        .order_by("-number")
    )
    near = neighbours(row)
    states = states_of(revisions)
    at, by = changed(row)
    withdrawal = getattr(row, "withdrawal", None) if isinstance(row, Revision) else None
    mine = row if isinstance(row, Revision) else None
    whole = load_whole(row)
    earlier, parent = _earlier(row, revisions), parent_of(row.guide)
    told = read_evidence(mine, now=now) if mine else None
    return PageOut(
        kind="revision" if mine else "draft",
        sheet=load_sheet(row, proof),
        version=mine.version if mine else "",
        next_version=FIRST if isinstance(row, Draft) and not revisions else "",
        follows=version_line(revisions[0]) if isinstance(row, Draft) and revisions else None,
        fingerprint=row.fingerprint,
        short=mine.short if mine else "",
        address=address_of(mine) if mine else "",
        codenames=[_codename(each) for each in whole.each],
        changed_at=at,
        changed_by=by,
        withdrawn=withdrawal.reason if withdrawal else "",
        withdrawn_at=withdrawal.at if withdrawal else None,
        versions=[version_line(r, states[r.pk]) for r in revisions],
        deprecated=deprecated_out(deprecation_of(row.guide), row.chosen or row.guide.codename),
        has_draft=Draft.objects.filter(guide=row.guide).exists(),
        in_review=isinstance(row, Draft) and review_of(row) is not None,
        passed=_passed(mine) if mine else None,
        named_by=[f"{each.title} {each.version}" for each in named_by(mine)] if mine else [],
        parent=RelativeOut(**asdict(parent)) if parent else None,
        forks=[RelativeOut(**asdict(each)) for each in forks_of(row.guide)],
        before=[chain_line(n) for n in near.before],
        after=[chain_line(n) for n in near.after],
        chain_missing=near.missing,
        evidence=told.counted if told else None,
        reports_waiting=told.waiting if told else 0,
        lifted=_lifted(mine) if mine else [],
        earlier=not_known_here(evidence_for(earlier, now=now), told.counted if told else NOTHING)
        if earlier
        else None,
        carried=[CarriedOut(**asdict(each)) for each in told.carried] if told else [],
        earlier_version=earlier.version if earlier else "",
        today=_today(row),
        sources=_source_matters(row),
        open_stops=len(open_stops(bundle.fingerprint, proof.findings)),
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
            for c in contests_of(bundle.fingerprint)
        ],
    )


def _passed(revision: Revision) -> PassedOut:
    told = told_of_gate(revision)
    waived = [(item, item.waiver) for item in told.waived if item.waiver is not None]
    return PassedOut(
        eyes=told.eyes,
        alone=told.alone,
        waived=[WaivedOut(says=i.says, by=w.by, reason=w.reason) for i, w in waived],
    )


def _codename(bundle: Bundle) -> ForCodenameOut:
    proof = kept_proof(bundle)
    stops = len(open_stops(bundle.fingerprint, proof.findings)) if proof else -1
    return ForCodenameOut(
        codename=bundle.device.codename,
        market_names=list(bundle.device.market_names),
        stops=stops,
    )


def _lifted(revision: Revision) -> list[LiftedOut]:
    rows = notices_of(revision).select_related("by").order_by("-pk")
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


def _earlier(row: Stored, revisions: list[Revision]) -> Revision | None:
    """The revision before this one: what was reported for it says nothing sure about this one."""
    older = [r for r in revisions if isinstance(row, Draft) or r.number < row.number]
    if older:
        older[0].chosen = row.chosen
    return older[0] if older else None


def home(*, actor: User, now: datetime) -> HomeOut:
    """Every codename with its guides, and what needs a decision, the most harmful first."""
    desk = read_desk(actor=actor, now=now)
    return HomeOut(
        codenames=[CodenameOut(**asdict(each)) for each in desk.codenames],
        groups=[MatterGroupOut(**asdict(each)) for each in desk.groups],
    )


def guides_page(codename: str, *, actor: User, now: datetime) -> GuidesOut:
    """The guides of a codename by what they are for, each with what it needs first."""
    found = read_guides(codename, actor=actor, now=now)
    return GuidesOut(
        aims=[
            AimOut(aim=aim, title=AIM_TITLES[aim], guides=[_listed(line) for line in lines])
            for aim, lines in found.by_aim
        ],
        trials=[_listed(line) for line in found.trials],
    )


def _listed(line: GuideLine) -> ListedGuideOut:
    return ListedGuideOut(
        **asdict(line.state), first=[FirstOut(title=t, slug=s) for t, s in line.first]
    )


AIM_TITLES: Texts[Aim] = Texts(
    {
        "unlock": N_("Unlock the bootloader"),
        "base": N_("Firmware base"),
        "recovery": N_("Recovery"),
        "install": N_("Install a system"),
        "update": N_("Update"),
        "root": N_("Root"),
        "second": N_("Second system"),
        "back": N_("Way back to stock"),
        "other": N_("Other"),
    }
)
