"""The pages of readers. Each view reads the request, asks core or one service, and renders."""

import hashlib
import secrets
import uuid
from dataclasses import dataclass, field
from typing import Any, cast

from django.conf import settings
from django.contrib.auth.models import User
from django.db.utils import OperationalError
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse
from django.shortcuts import render
from django.utils import timezone
from django.views.decorators.cache import cache_control, never_cache
from django.views.decorators.csrf import ensure_csrf_cookie
from django.views.decorators.http import require_GET, require_POST, require_safe

from anleitung.accounts.roles import is_tester
from anleitung.catalogue.load import load_devices
from anleitung.core.drawn.names import find_namesakes
from anleitung.core.evidence.report import ENDING_WORDS, EvidenceOut, FlagOut
from anleitung.core.files.lists import wanted_algorithms
from anleitung.core.formats.checksums import NAME as CHECKSUMS
from anleitung.core.formats.checksums import write_checksums
from anleitung.core.guide.uses import tries_of
from anleitung.core.marked import gettext as _
from anleitung.core.marked import spoken
from anleitung.core.model_version import MODEL_VERSION
from anleitung.guides.chain import neighbours
from anleitung.guides.contests import contests_of
from anleitung.guides.errors import NotThere
from anleitung.guides.load import (
    address_of,
    earlier_proof,
    find_revision,
    kept_proof,
    load_bundle,
    load_proof,
    load_whole,
    newest_revision,
)
from anleitung.guides.models import Revision, StoredPicture
from anleitung.guides.states import deprecation_of
from anleitung.limits.addresses import client_address
from anleitung.limits.spend import Limit, TooMany, address_name, spend
from anleitung.reader.check import NOTHING_GIVEN, Given, check, read_build, way_there
from anleitung.reader.course import options_of, rescues_of
from anleitung.reader.files import MOST_BYTES, judge_files
from anleitung.reader.first import first_of
from anleitung.reader.language import in_their_language
from anleitung.reader.shown import known_bugs
from anleitung.reader.translated import in_their_words, sheet_in_their_words
from anleitung.reports.errors import AddressRefused, InvalidReport, KeyUsed, TooManyReports
from anleitung.reports.evidence import evidence_for, not_known_here, read_evidence, revision_before
from anleitung.reports.services.submit import Filled, submit_report
from anleitung.reports.services.to_tell import keep_address
from anleitung.review.gate import told_of_gate

CHOICES = Limit("choices", settings.CHOICES_PER_ADDRESS)
MATCHES = Limit("match", settings.MATCHES_PER_ADDRESS)
SOURCE_COOKIE = "anleitung_reader"


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
@in_their_language
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
@in_their_language
def match(request: HttpRequest, short: str, codename: str = "") -> HttpResponse:
    """Verdicts on files that the browser of a reader digested."""
    revision, now = _chosen(short, codename), timezone.now()
    try:
        who = address_name(client_address(request), now)
        says = _("Very many files were checked from here. Try again later.")
        spend(MATCHES, who, now=now, says=says)
    except TooMany as error:
        return JsonResponse({"lines": [], "fault": str(error)}, status=429)
    too_long = int(request.META.get("CONTENT_LENGTH") or 0) > MOST_BYTES
    told = None if too_long else judge_files(revision, request.body)
    if told is None:
        return JsonResponse({"lines": [], "fault": _("This is no list of files.")}, status=422)
    return JsonResponse({"lines": told, "fault": ""})


@require_POST
@in_their_language
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
            by=cast(User, request.user) if is_tester(request.user) else None,
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


@require_POST
@in_their_language
def tell_me(request: HttpRequest, short: str) -> HttpResponse:
    """An address is left, to be told when this version is withdrawn."""
    revision, now = _revision(short, ""), timezone.now()
    context = {"revision": revision, "fault": ""}
    try:
        where = address_name(client_address(request), now)
        keep_address(
            revision=revision, email=request.POST.get("email", "")[:300], address=where, now=now
        )
    except (AddressRefused, TooMany) as error:
        context["fault"] = str(error)
    status = 422 if context["fault"] else 200
    return render(request, "reader/told.html", context, status=status)


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
    words = in_their_words(revision, spoken())
    context = {
        "revision": revision,
        "phones": phones,
        "translated": words,
        "title": words.bundle.guide.title,
        "summary": words.bundle.guide.summary,
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
    words = in_their_words(revision, spoken())
    sheet = sheet_in_their_words(revision, proof, words)
    host = request.GET.get("host", "")
    hosts = [h.id for h in sheet.hosts]
    now = timezone.now()
    earlier = revision_before(revision)
    # What is withdrawn is nowhere to go on to.
    newest = (
        revision.guide.revisions.filter(withdrawal__isnull=True)
        .order_by("-number")
        .select_related("guide")
        .first()
    )
    if newest is not None:
        newest.chosen = revision.chosen
    mine = revision.chosen or revision.guide.codename
    deprecated = deprecation_of(revision.guide)
    follower = deprecated.follower if deprecated else None
    told_by_readers = read_evidence(revision, now=now)
    evidence = told_by_readers.counted
    findings = [f for row in sheet.rows for f in row.findings] + list(sheet.general)
    numbers = {row.id: row.number for row in sheet.rows}
    told = {(f.id, f.subject, f.step): f for row in sheet.rows for f in row.findings}
    context: dict[str, Any] = {
        "gate": told_of_gate(revision),
        "tester": request.user.get_username() if is_tester(request.user) else "",
        "contested": [
            {"finding": told[key], "contest": contest, "step": numbers.get(contest.step)}
            for contest in contests_of(bundle.fingerprint)
            if (key := (contest.finding, contest.subject, contest.step)) in told
        ],
        "revision": revision,
        "translated": words,
        "withdrawal": getattr(revision, "withdrawal", None),
        "deprecated": deprecated,
        "follower": newest_revision(follower, mine) if follower else None,
        "newer": newest if newest and newest.number > revision.number else None,
        "address": address_of(revision),
        "others": [o for o in load_whole(revision).codenames if o != bundle.device.codename],
        "sheet": sheet,
        "passed_over": (),
        "first": first_of(words.bundle.guide, mine),
        "before": (near := neighbours(revision, most_new=0)).before,
        "chain_missing": near.missing,
        "is_by_earlier_model": proof.model != MODEL_VERSION,
        "host": host if host in hosts else (hosts[0] if hosts else ""),
        "check": (checked := check(bundle, given=given, variant=variant)),
        "way_there": way_there(bundle, given=given, variant=variant)
        if checked and checked.tone == "no" and not given.differs
        else "",
        "given": given,
        "base": given.build,
        "variant": variant,
        "evidence": evidence,
        "reports_waiting": told_by_readers.waiting,
        "hits": _hits(evidence, base=given.build, variant=variant),
        "warnings": [f for f in findings if f.severity == "warn"],
        "known_bugs": known_bugs(bundle),
        "algorithms": " ".join(sorted(wanted_algorithms(list(bundle.world.packages.values())))),
        "rescues": rescues_of(bundle),
        "tries": tries_of(words.bundle.guide).items(),
        "options": options_of(
            words.bundle,
            {"variant": variant, "base": given.build},
            may_work=lambda: _may_work(request),
        ),
        "namesakes": [n for n in find_namesakes(bundle.device, load_devices()) if n.codenames],
        "earlier": earlier,
        "earlier_evidence": not_known_here(evidence_for(earlier, now=now), told_by_readers.counted)
        if earlier
        else None,
        "inherited": sum(each.speak for each in told_by_readers.carried),
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


def _hits(evidence: EvidenceOut, *, base: str, variant: str) -> list[FlagOut]:
    """Flags that fit the phone that was asked about."""
    mine = {"base": base, "variant": variant}
    return [f for f in evidence.flags if f.value and mine.get(f.factor) == f.value]
