"""How a reader's run ended."""

from django.conf import settings
from django.db import models

from anleitung.guides.models import Revision


class Lifted(models.Model):
    """A notice of dead phones that a maintainer took down, with the reason.

    last: the newest report that it was about; a later one raises a notice again. codename: as of
    reports.
    """

    codename = models.CharField(max_length=60, blank=True, default="")
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="lifted")
    last = models.PositiveBigIntegerField()
    reason = models.CharField(max_length=500)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"notice of {self.revision} taken down"


class Report(models.Model):
    """One outcome. source: a random token kept in the reader's browser; leads to no person.

    key: made by the browser for one filled-in form, so that a double press counts once.
    step: id of the step at which it ended, "" where it came to the end. helped: what helped on the
    way, as "step/number" of the things to try there, "" for nothing. codename: of the phone, where
    the guide is for several; "" for the guide's own. by: a tester, who reports under a name.
    """

    codename = models.CharField(max_length=60, blank=True, default="")
    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="reports")
    key = models.CharField(max_length=64, unique=True)
    source = models.CharField(max_length=64)
    base = models.CharField(max_length=80)
    variant = models.CharField(max_length=40)
    options = models.JSONField()
    ending = models.CharField(max_length=30)
    step = models.CharField(max_length=60, blank=True)
    helped = models.CharField(max_length=80, blank=True)
    by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+"
    )
    at = models.DateTimeField()

    class Meta:
        indexes = [models.Index(fields=["revision", "id"], name="report_of_revision")]

    def __str__(self) -> str:
        return f"{self.ending} on {self.revision}"


class ToTell(models.Model):
    """An address that is told when a revision is withdrawn: for exactly this, and then deleted."""

    revision = models.ForeignKey(Revision, on_delete=models.CASCADE, related_name="to_tell")
    email = models.EmailField(max_length=200)
    at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["revision", "email"], name="told_once_of_each")
        ]

    def __str__(self) -> str:
        return f"an address to tell of {self.revision}"
