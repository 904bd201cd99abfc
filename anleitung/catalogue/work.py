"""The long work of the catalogue, as the worker does it."""

from collections import Counter
from collections.abc import Sequence
from dataclasses import asdict
from datetime import datetime
from hashlib import sha256
from math import ceil
from typing import Any

from django.contrib.auth.models import User
from django.utils import timezone

from anleitung.catalogue.load import current_fingerprints
from anleitung.catalogue.services.add_builds import add_builds, preview_builds
from anleitung.core.formats.build_list import Filling, ListRow, require_few_lines
from anleitung.jobs.models import Job
from anleitung.jobs.services.ask import ask, once
from anleitung.jobs.work import JobKind, Tick, asker_of, register

PAGE = 100
FEW = 2_000  # lines that are read within the request: a tenth of a second


def ask_preview(
    *,
    actor: User,
    codename: str,
    text: str,
    filling: Filling,
    verdict: str,
    page: int,
    now: datetime,
) -> dict[str, Any]:
    """What each line becomes, one page of those of a verdict; the worker reads a long list.

    Raises NoSuchDocument, TooManyLines, InvalidCsv, UnderWay, JobFailed, JobRefused, TooMany.
    """
    if len(require_few_lines(text)) <= FEW:
        rows = preview_builds(codename=codename, text=text, filling=filling)
        return page_of_rows(rows, verdict=verdict, page=page)
    told: dict[str, Any] = ask(
        actor=actor,
        kind="read-builds",
        key=_key(codename, text, filling, verdict, page),
        args=_args(codename, filling) | {"verdict": verdict, "page": page},
        given=text.encode("utf-8", "replace"),
        now=now,
    )
    return told


def page_of_rows(rows: Sequence[ListRow], *, verdict: str, page: int) -> dict[str, Any]:
    """Counts of all verdicts, and one page of the rows of the chosen one, of all where empty."""
    chosen = [r for r in rows if not verdict or r.verdict == verdict]
    pages = max(1, ceil(len(chosen) / PAGE))
    page = min(max(page, 0), pages - 1)
    return {
        "lines": len(rows),
        "counts": [{"verdict": v, "count": n} for v, n in Counter(r.verdict for r in rows).items()],
        "rows": [
            {
                "line": row.line,
                "text": row.text,
                "verdict": row.verdict,
                "says": row.says,
                "fields": [{"field": name, "value": value} for name, value in row.fields],
            }
            for row in chosen[page * PAGE : (page + 1) * PAGE]
        ],
        "page": page,
        "pages": pages,
    }


def ask_add(
    *, actor: User, codename: str, text: str, filling: Filling, now: datetime
) -> dict[str, int]:
    """new, changed, left. Raises as ask_preview does."""
    require_few_lines(text)
    added: dict[str, int] = ask(
        actor=actor,
        kind="add-builds",
        key=once(),
        args=_args(codename, filling),
        given=text.encode("utf-8", "replace"),
        now=now,
    )
    return added


def _key(codename: str, text: str, filling: Filling, verdict: str, page: int) -> str:
    """All that the page depends on: the list, and the documents it is held against."""
    documents = sorted(
        (address, fingerprint)
        for address, fingerprint in current_fingerprints().items()
        if address[0] == "scheme" or codename in address[1:]
    )
    told = repr((codename, text, asdict(filling), verdict, page, documents))
    return sha256(told.encode("utf-8", "surrogatepass")).hexdigest()


def _args(codename: str, filling: Filling) -> dict[str, Any]:
    return {"codename": codename, "filling": asdict(filling)}


def _given(job: Job) -> dict[str, Any]:
    return {
        "codename": job.args["codename"],
        "text": bytes(job.given or b"").decode(),
        "filling": Filling(**job.args["filling"]),
    }


def _read(job: Job, tick: Tick) -> dict[str, Any]:
    tick(0, 1)
    rows = preview_builds(**_given(job))
    return page_of_rows(rows, verdict=job.args["verdict"], page=job.args["page"])


def _add(job: Job, tick: Tick) -> dict[str, int]:
    tick(0, 3)
    return asdict(add_builds(actor=asker_of(job), **_given(job), now=timezone.now(), tick=tick))


def register_all() -> None:
    register(JobKind("read-builds", "reading a list of builds", _read))
    register(JobKind("add-builds", "storing a list of builds", _add))
