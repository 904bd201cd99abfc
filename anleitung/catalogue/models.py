"""What is stored of the catalogue: entries, and their versions, which never change."""

from django.conf import settings
from django.db import models


class Entry(models.Model):
    """One document of the catalogue through all its versions.

    kind: device, build, scheme, tool or system; codename: "" for schemes and tools; name: the
    codename, build string or id. An entry is never deleted: it is retired, with the reason.
    """

    kind = models.CharField(max_length=20)
    codename = models.CharField(max_length=60, blank=True)
    name = models.CharField(max_length=80)
    current = models.ForeignKey(
        "Version", on_delete=models.PROTECT, null=True, related_name="current_of"
    )
    retired_at = models.DateTimeField(null=True)
    retired_because = models.CharField(max_length=500, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["kind", "codename", "name"], name="entry_once")
        ]

    def __str__(self) -> str:
        return f"{self.kind} {self.name}"


class Version(models.Model):
    """One state of a document. body: canonical JSON; setting a change back makes a new version

    with the old fingerprint.
    """

    entry = models.ForeignKey(Entry, on_delete=models.PROTECT, related_name="versions")
    number = models.PositiveIntegerField()
    fingerprint = models.CharField(max_length=71)
    body = models.TextField()
    note = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["entry", "number"], name="entry_version_once")
        ]

    def __str__(self) -> str:
        return f"{self.entry} version {self.number}"
