"""What is stored about the watch. Looks and changes stay; only a change's settling is added."""

from django.conf import settings
from django.db import models

WAITING, RUNNING, DONE, CANCELLED = "waiting", "running", "done", "cancelled"
UNFINISHED = (WAITING, RUNNING)


class Check(models.Model):
    """One round over the sources. asked_by: None for a scheduled one. reads: for the digests."""

    asked_at = models.DateTimeField()
    asked_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT)
    reads = models.BooleanField()
    state = models.CharField(max_length=10, default=WAITING)
    ended_at = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"check of {self.asked_at:%Y-%m-%d %H:%M}, {self.state}"


class Look(models.Model):
    """One source in one round. name, size, sha256: as on record. standing: "" while it is to do.

    got_size: bytes, None for not told; got_sha256: "" where it was not read; millis: how long.
    """

    check_round = models.ForeignKey(Check, on_delete=models.CASCADE, related_name="looks")
    address = models.CharField(max_length=300)
    name = models.CharField(max_length=200)
    size = models.BigIntegerField()
    sha256 = models.CharField(max_length=64, blank=True)
    standing = models.CharField(max_length=12, blank=True)
    says = models.CharField(max_length=500, blank=True)
    got_size = models.BigIntegerField(null=True)
    got_sha256 = models.CharField(max_length=64, blank=True)
    final = models.CharField(max_length=2000, blank=True)
    millis = models.PositiveIntegerField(default=0)
    at = models.DateTimeField(null=True)

    class Meta:
        indexes = [models.Index(fields=["address", "sha256", "-id"])]

    def __str__(self) -> str:
        return f"{self.address} {self.standing or 'to do'}"


class Change(models.Model):
    """A source came to stand otherwise. before, after: standing, size, sha256 and address.

    An unsettled one is a matter for every guide that has this file from this source.
    """

    address = models.CharField(max_length=300)
    name = models.CharField(max_length=200)
    size = models.BigIntegerField()
    sha256 = models.CharField(max_length=64, blank=True)
    standing = models.CharField(max_length=12)
    says = models.CharField(max_length=500)
    before = models.JSONField()
    after = models.JSONField()
    at = models.DateTimeField()
    settled_at = models.DateTimeField(null=True)
    settled_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT)
    because = models.CharField(max_length=300, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["address", "sha256", "size", "standing"],
                condition=models.Q(settled_at__isnull=True),
                name="one_open_matter",
            )
        ]

    def __str__(self) -> str:
        return f"{self.name}: {self.says}"


class Schedule(models.Model):
    """The one schedule of the site. every_hours: 0 for never."""

    every_hours = models.PositiveIntegerField(default=0)
    reads = models.BooleanField(default=False)
    changed_at = models.DateTimeField()

    def __str__(self) -> str:
        return f"every {self.every_hours} hours"
