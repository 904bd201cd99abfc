"""A reader's report is taken in."""

import re
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime

from django.conf import settings
from django.contrib.auth.models import User
from django.db import IntegrityError, transaction

from anleitung.core.evidence.report import Ending
from anleitung.core.guide.bundle import Bundle
from anleitung.core.guide.uses import tries_of
from anleitung.core.guide.walk import rows_of
from anleitung.core.marked import N_
from anleitung.core.marked import gettext as _
from anleitung.guides.load import load_bundle
from anleitung.guides.models import Revision
from anleitung.limits.spend import Limit, TooMany, spend
from anleitung.reports.errors import InvalidReport, KeyUsed, TooManyReports
from anleitung.reports.evidence import ask_for_evidence
from anleitung.reports.models import Report

_KEY = re.compile(r"[A-Za-z0-9-]{16,64}")
_BUILD = re.compile(r"[A-Za-z0-9][A-Za-z0-9._/+-]{0,79}")


REPORTS = Limit("report", settings.REPORTS_PER_ADDRESS, settings.REPORTS_PER_HOUR)
_FULL = N_(
    "Many reports came from here within the last hour. Yours is kept in this browser: send it "
    "again later."
)


@dataclass(frozen=True, slots=True)
class Filled:
    """The form as the reader filled it in; options: option id → choice id."""

    base: str
    variant: str
    options: Mapping[str, str]
    ending: str
    step: str
    helped: str = ""


def submit_report(
    *,
    revision: Revision,
    filled: Filled,
    key: str,
    source: str,
    now: datetime,
    address: str = "",
    counts_now: bool = True,
    by: User | None = None,
) -> Report:
    """Sent twice under one key, it is stored once and counts once against the limit.

    by: a tester, who reports under a name. address: a name for where it comes from
    (limits.spend.address_name), "" for no limit.
    counts_now: False where many come at once, and the caller asks for the evidence. Raises
    InvalidReport, KeyUsed, TooManyReports; then nothing is stored or counted.
    """
    values = _checked(load_bundle(revision), filled, key) | {"codename": revision.chosen}
    known = Report.objects.filter(key=key).first()
    if known is None:
        try:
            with transaction.atomic():
                if address:
                    spend(REPORTS, address, now=now, says=_(_FULL))
                made = Report.objects.create(
                    revision=revision, key=key, source=source, at=now, by=by, **values
                )
            if counts_now:
                ask_for_evidence(revision, now=now)
            return made
        except TooMany as error:
            raise TooManyReports(str(error)) from error
        except IntegrityError:
            known = Report.objects.get(key=key)
    same = known.revision_id == revision.pk and all(
        getattr(known, name) == value for name, value in values.items()
    )
    if not same:
        raise KeyUsed(_("This form was sent before with other answers. Open the page again."))
    return known


def _checked(bundle: Bundle, filled: Filled, key: str) -> dict[str, object]:
    faults: dict[str, str] = {}
    base = "".join(filled.base.split())
    if not _BUILD.fullmatch(base):
        faults["base"] = _(
            "Write the build string as the phone showed it before you began ({where})."
        ).format(where=bundle.device.where_the_build_is_shown)
    if filled.variant not in {v.id for v in bundle.device.variants}:
        faults["variant"] = _("Choose the variant of the phone.")
    if filled.ending not in {e.value for e in Ending}:
        faults["ending"] = _("Choose how it ended.")
    options = {}
    for option, choices in bundle.options.items():
        choice = filled.options.get(option, "")
        if choice not in choices:
            faults[f"option.{option}"] = _("Choose what you did here.")
        options[option] = choice
    if filled.step and filled.step not in {row.step.id for row in rows_of(bundle.guide)}:
        faults["step"] = _("This guide has no such step.")
    if filled.helped and filled.helped not in tries_of(bundle.guide):
        faults["helped"] = _("This guide has nothing of that kind to try.")
    if not _KEY.fullmatch(key):
        faults["key"] = _("The form has lost its key. Open the page again; your ticks are kept.")
    if faults:
        raise InvalidReport(faults)
    return {
        "base": base,
        "variant": filled.variant,
        "options": options,
        "ending": filled.ending,
        "step": filled.step,
        "helped": filled.helped,
    }
