"""What readers say helped them when the expected sight did not come."""

from django.db.models import Count

from anleitung.guides.models import Revision
from anleitung.reports.inherit import reports_of


def helped_of(revision: Revision) -> dict[str, int]:
    """ "step/number" of a thing to try → how many reports say that it helped."""
    rows = reports_of(revision).exclude(helped="")
    counted = rows.values_list("helped").annotate(count=Count("pk")).order_by("helped")
    return dict(counted)
