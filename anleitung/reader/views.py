"""The pages of readers. Each view reads the request, asks core or one service, and renders."""

import hashlib
import secrets
import uuid
from dataclasses import dataclass, field
from typing import Any
from urllib.parse import urlencode

from django.conf import settings
from django.db.utils import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import cache_control, never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET, require_POST, require_safe
from django.views.decorators.vary import vary_on_cookie

from anleitung.accounts.roles import is_maintainer
from anleitung.catalogue.errors import NoSuchDocument
from anleitung.catalogue.jump import LONGEST, find_catalogue_places
from anleitung.catalogue.load import load_device, load_devices, load_systems
from anleitung.core.documents.system import Feature
from anleitung.core.drawn.chords import draw_chord
from anleitung.core.drawn.names import find_namesakes
from anleitung.core.drawn.phone_words import carrier_words, unlocking_words
from anleitung.core.evidence.report import ENDING_WORDS, EvidenceOut, FlagOut
from anleitung.core.files.lists import wanted_algorithms
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import write_checksums
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.uses import tries_of
from anleitung.core.model_version import MODEL_VERSION
from anleitung.guides.chain import neighbours
from anleitung.guides.contests import contests_of
from anleitung.guides.errors import NotThere
from anleitung.guides.load import (
    address_of,
    chosen_for,
    earlier_proof,
    find_guide,
    find_revision,
    is_for,
    kept_proof,
    load_bundle,
    load_proof,
    load_sheet,
    load_whole,
    newest_revision,
    newest_revisions,
)
from anleitung.guides.models import Revision, StoredPicture
from anleitung.guides.states import deprecation_of
from anleitung.limits.addresses import client_address
from anleitung.limits.spend import Limit, TooMany, address_name, spend
from anleitung.reader.check import NOTHING_GIVEN, Given, check, read_build
from anleitung.reader.course import options_of, rescues_of
from anleitung.reader.files import MOST_BYTES, judge_files
from anleitung.reports.errors import InvalidReport, KeyUsed, TooManyReports
from anleitung.reports.evidence import evidence_for, read_evidence
from anleitung.reports.services.submit import Filled, submit_report

CHOICES = Limit("choices", settings.CHOICES_PER_ADDRESS)
MATCHES = Limit("match", settings.MATCHES_PER_ADDRESS)
SOURCE_COOKIE = "anleitung_reader"


@require_safe
def front(request: HttpRequest) -> HttpResponse:
    """Every codename by its maker, with its guides and how many flags each carries."""
    makers: dict[str, list[dict[str, Any]]] = {}
    now = timezone.now()
    for device in load_devices():
        guides = [
            {"revision": revision, "flags": len(evidence_for(revision, now=now).flags)}
            for revision in newest_revisions(device.codename)
        ]
        makers.setdefault(device.maker, []).append({"device": device, "guides": guides})
    for entries in makers.values():
        entries.sort(key=lambda entry: (not entry["guides"], entry["device"].codename))
    asked = " ".join(request.GET.get("q", "")[:LONGEST].split())
    context = {
        "makers": sorted(makers.items()),
        "asked": asked,
        "places": [p for p in find_catalogue_places(asked) if p.codename],
    }
    return render(request, "reader/front.html", context)


@require_safe
@vary_on_cookie
def codename_page(request: HttpRequest, codename: str) -> HttpResponse:
    """The workbench for maintainers; for readers the phone, how to tell it, and its guides."""
    if is_maintainer(request.user):
        return workbench(request)
    try:
        device = load_device(codename)
    except NoSuchDocument as error:
        raise Http404 from error
    context = {
        "device": device,
        "revisions": newest_revisions(codename),
        "namesakes": find_namesakes(device, load_devices()),
        "unlocking": unlocking_words(device),
        "carriers": [carrier_words(c) for c in device.carriers],
        "chords": [draw_chord(c, device.keys, device.modes) for c in device.chords],
        "systems": [(s, s.at(None)) for s in load_systems(codename)],
    }
    return render(request, "reader/codename.html", context)


@require_safe
@vary_on_cookie
def guide_page(request: HttpRequest, codename: str, slug: str) -> HttpResponse:
    """The workbench for maintainers; readers are led to the newest revision."""
    if is_maintainer(request.user):
        return workbench(request)
    try:
        guide = find_guide(codename, slug)
    except NotThere as error:
        raise Http404 from error
    newest = guide.revisions.order_by("-number").select_related("guide").first()
    if newest is None or not is_for(chosen_for(newest, codename)):
        raise Http404
    query = request.META.get("QUERY_STRING", "")
    return HttpResponseRedirect(address_of(newest) + (f"?{query}" if query else ""))


@require_safe
@never_cache
@ensure_csrf_cookie
def workbench(request: HttpRequest) -> HttpResponse:
    """The shell of the workbench; what it shows comes over the API."""
    if not request.user.is_authenticated:
        back = urlencode({"next": request.get_full_path()}, safe="/")
        return HttpResponseRedirect(f"/login?{back}")
    return render(request, "reader/workbench.html")


@require_GET
def checksums(request: HttpRequest, short: str, codename: str = "") -> HttpResponse:
    """The checksum list of a revision, as ``sha256sum -c`` reads it."""
    revision = _revision(short, codename)
    # Without a codename the whole set, whose names are unique over all phones.
    listed = load_bundle(revision) if codename else load_whole(revision)
    packages = [p for p in listed.packages if p.id in listed.guide.files]
    response = HttpResponse(
        write_checksums({p.name: p.sha256 for p in packages if p.sha256}),
        content_type="text/plain; charset=utf-8",
    )
    response["Content-Disposition"] = f'attachment; filename="{CHECKSUMS}"'
    return response


@require_safe
@cache_control(public=True, immutable=True, max_age=365 * 86_400)
def picture(request: HttpRequest, sha256: str) -> HttpResponse:
    """A picture of a step. Its address names its bytes, so it never changes."""
    found = StoredPicture.objects.filter(sha256=sha256).first()
    if found is None or hashlib.sha256(bytes(found.content)).hexdigest() != sha256:
        raise Http404  # also where it was changed in storage: its address names other bytes
    return HttpResponse(bytes(found.content), content_type=f"image/{found.kind}")


@dataclass
class _Form:
    """The report as it stands in the page: a new one, or one that came back with faults."""

    key: str = field(default_factory=lambda: str(uuid.uuid4()))
    base: str = ""
    variant: str = ""
    ending: str = ""
    step: str = ""
    helped: str = ""
    options: dict[str, str] = field(default_factory=dict)
    faults: dict[str, str] = field(default_factory=dict)


@require_safe
@never_cache
@ensure_csrf_cookie
def revision_page(request: HttpRequest, short: str, codename: str = "") -> HttpResponse:
    """A guide for several codenames is followed for one of them, which the reader chooses first."""
    revision = _revision(short, codename)
    if codename and request.path != address_of(revision):
        return HttpResponseRedirect(address_of(revision))
    if not codename and len(load_whole(revision).codenames) > 1:
        return _ask_codename(request, revision)
    given = read_build(load_bundle(revision), request.GET.get("build", "")[:200])
    variant = request.GET.get("variant", "")[:40]
    form = _Form(base=given.build, variant=variant)
    return _render_revision(request, revision, form, given=given, variant=variant)


@require_POST
def match(request: HttpRequest, short: str, codename: str = "") -> HttpResponse:
    """Verdicts on files that the browser of a reader digested."""
    revision, now = _chosen(short, codename), timezone.now()
    try:
        who = address_name(client_address(request), now)
        spend(
            MATCHES, who, now=now, says="Very many files were checked from here. Try again later."
        )
    except TooMany as error:
        return JsonResponse({"lines": [], "fault": str(error)}, status=429)
    too_long = int(request.META.get("CONTENT_LENGTH") or 0) > MOST_BYTES
    told = None if too_long else judge_files(revision, request.body)
    if told is None:
        return JsonResponse({"lines": [], "fault": "This is no list of files."}, status=422)
    return JsonResponse({"lines": told, "fault": ""})


@require_POST
def report(request: HttpRequest, short: str, codename: str = "") -> HttpResponse:
    """Takes a report in, from the plain form or from the script of the page."""
    revision = _chosen(short, codename)
    form = _Form(
        key=request.POST.get("key", ""),
        base=request.POST.get("base", "")[:200],
        variant=request.POST.get("variant", ""),
        ending=request.POST.get("ending", ""),
        step=request.POST.get("step", ""),
        helped=request.POST.get("helped", "")[:80],
        options={
            name: request.POST.get(f"option.{name}", "") for name in load_bundle(revision).options
        },
    )
    source = request.COOKIES.get(SOURCE_COOKIE, "")
    if not (len(source) == 32 and source.isalnum()):
        source = secrets.token_hex(16)
    status, now = 422, timezone.now()
    try:
        submit_report(
            revision=revision,
            filled=Filled(
                form.base, form.variant, form.options, form.ending, form.step, form.helped
            ),
            key=form.key,
            source=source,
            now=now,
            address=address_name(client_address(request), now),
        )
    except InvalidReport as error:
        form.faults = error.faults
    except KeyUsed as error:
        form.faults, status = {"key": str(error)}, 409
    except TooManyReports as error:
        form.faults, status = {"key": str(error)}, 429
    wants_json = request.headers.get("Accept", "").startswith("application/json")
    response: HttpResponse
    if form.faults:
        if wants_json:
            return JsonResponse({"faults": form.faults}, status=status)
        response = _render_revision(request, revision, form)
        response.status_code = status
        return response
    if wants_json:
        response = JsonResponse({"faults": {}})
    else:
        response = HttpResponseRedirect(f"{address_of(revision)}?reported=1#report")
    response.set_cookie(
        SOURCE_COOKIE,
        source,
        max_age=365 * 24 * 3600,
        httponly=True,
        samesite="Lax",
        secure=settings.SECURE,
    )
    return response


def _revision(short: str, codename: str) -> Revision:
    try:
        return find_revision(short, codename)
    except NotThere as error:
        raise Http404 from error


def _chosen(short: str, codename: str) -> Revision:
    """Of which of several phones something is told must be said."""
    revision = _revision(short, codename)
    if not codename and len(load_whole(revision).codenames) > 1:
        raise Http404
    return revision


def _ask_codename(request: HttpRequest, revision: Revision) -> HttpResponse:
    """Nothing of the steps is shown before it is known whose they are."""
    whole = load_whole(revision)
    devices = [whole.device, *(other.device for other in whole.others)]
    phones = [
        {"device": device, "address": f"/r/{revision.short}/for/{device.codename}"}
        for device in devices
    ]
    context = {
        "revision": revision,
        "phones": phones,
        "summary": whole.guide.summary,
        "withdrawal": getattr(revision, "withdrawal", None),
        "query": request.META.get("QUERY_STRING", ""),
    }
    return render(request, "reader/which_phone.html", context)


def _render_revision(
    request: HttpRequest,
    revision: Revision,
    form: _Form,
    *,
    given: Given = NOTHING_GIVEN,
    variant: str = "",
) -> HttpResponse:
    bundle = load_bundle(revision)
    # Until the worker has proved it by today's model, what an earlier model said stands.
    proof = kept_proof(bundle) or earlier_proof(bundle) or load_proof(bundle)
    sheet = load_sheet(revision, proof)
    host = request.GET.get("host", "")
    hosts = [h.id for h in sheet.hosts]
    now = timezone.now()
    earlier = (
        Revision.objects.filter(guide=revision.guide, number__lt=revision.number)
        .order_by("-number")
        .first()
    )
    # What is withdrawn is nowhere to go on to.
    newest = (
        revision.guide.revisions.filter(withdrawal__isnull=True)
        .order_by("-number")
        .select_related("guide")
        .first()
    )
    for other in filter(None, (earlier, newest)):
        other.chosen = revision.chosen
    mine = revision.chosen or revision.guide.codename
    deprecated = deprecation_of(revision.guide)
    follower = deprecated.follower if deprecated else None
    told_by_readers = read_evidence(revision, now=now)
    evidence = told_by_readers.counted
    findings = [f for row in sheet.rows for f in row.findings] + list(sheet.general)
    numbers = {row.id: row.number for row in sheet.rows}
    told = {(f.id, f.subject, f.step): f for row in sheet.rows for f in row.findings}
    context = {
        "contested": [
            {"finding": told[key], "contest": contest, "step": numbers.get(contest.step)}
            for contest in contests_of(bundle.fingerprint)
            if (key := (contest.finding, contest.subject, contest.step)) in told
        ],
        "revision": revision,
        "withdrawal": getattr(revision, "withdrawal", None),
        "deprecated": deprecated,
        "follower": newest_revision(follower, mine) if follower else None,
        "newer": newest if newest and newest.number > revision.number else None,
        "address": address_of(revision),
        "others": [o for o in load_whole(revision).codenames if o != bundle.device.codename],
        "sheet": sheet,
        "before": (near := neighbours(revision, most_new=0)).before,
        "chain_missing": near.missing,
        "is_by_earlier_model": proof.model != MODEL_VERSION,
        "host": host if host in hosts else (hosts[0] if hosts else ""),
        "check": check(bundle, given=given, variant=variant),
        "given": given,
        "base": given.build,
        "variant": variant,
        "evidence": evidence,
        "reports_waiting": told_by_readers.waiting,
        "hits": _hits(evidence, base=given.build, variant=variant),
        "warnings": [f for f in findings if f.severity == "warn"],
        "known_bugs": _known_bugs(bundle),
        "algorithms": " ".join(sorted(wanted_algorithms(list(bundle.world.packages.values())))),
        "rescues": rescues_of(bundle),
        "tries": tries_of(bundle.guide).items(),
        "options": options_of(
            bundle,
            {"variant": variant, "base": given.build},
            may_work=lambda: _may_work(request),
        ),
        "namesakes": [n for n in find_namesakes(bundle.device, load_devices()) if n.codenames],
        "earlier": earlier,
        "earlier_evidence": evidence_for(earlier, now=now) if earlier else None,
        "endings": [(e.value, words) for e, words in ENDING_WORDS.items()],
        "form": form,
        "reported": "reported" in request.GET,
        "ask_options": [
            {
                "id": o.id,
                "ask": o.ask,
                "choices": o.choices,
                "chosen": form.options.get(o.id, ""),
                "fault": form.faults.get(f"option.{o.id}", ""),
            }
            for o in sheet.options
        ],
    }
    return render(request, "reader/revision.html", context)


def _may_work(request: HttpRequest) -> bool:
    now = timezone.now()
    try:
        spend(CHOICES, address_name(client_address(request), now), now=now, says="")
    except (TooMany, OperationalError):
        return False  # too much, or nothing can be counted just now
    return True


def _known_bugs(bundle: Bundle) -> list[tuple[str, list[Feature]]]:
    """What is known not to work of the systems that the guide installs, in their releases."""
    installed = {p.content.family: p.content.build for p in bundle.packages if p.content}
    found = []
    for state in load_systems(bundle.device.codename):
        if state.system in installed:
            release = installed[state.system]
            bugs = [f for f in state.at(release) if f.state != "works"]
            found.append((f"{state.name} {release}", bugs))
    return [(name, bugs) for name, bugs in found if bugs]


def _hits(evidence: EvidenceOut, *, base: str, variant: str) -> list[FlagOut]:
    """Flags that fit the phone that was asked about."""
    mine = {"base": base, "variant": variant}
    return [f for f in evidence.flags if f.value and mine.get(f.factor) == f.value]
