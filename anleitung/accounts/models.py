"""Who keeps which codename, and how people and programs come in."""

from django.conf import settings
from django.db import models
from django.db.models import Q

PERSON = settings.AUTH_USER_MODEL


class Keeper(models.Model):
    """A maintainer keeps a codename: writes, publishes and decides there. until: None while so."""

    codename = models.CharField(max_length=60)
    user = models.ForeignKey(PERSON, on_delete=models.PROTECT, related_name="keeps")
    since = models.DateTimeField()
    until = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["codename", "user"], condition=Q(until__isnull=True), name="keeps_once"
            )
        ]

    def __str__(self) -> str:
        return f"{self.user} keeps {self.codename}"


class Invitation(models.Model):
    """A link that lets one person in, once. digest: SHA-256 of its secret; codenames: to keep."""

    digest = models.CharField(max_length=64, unique=True)
    role = models.CharField(max_length=20)
    codenames = models.JSONField(default=list)
    at = models.DateTimeField()
    by = models.ForeignKey(PERSON, on_delete=models.PROTECT, related_name="+")
    until = models.DateTimeField()
    ended_at = models.DateTimeField(null=True)
    used_by = models.ForeignKey(PERSON, null=True, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"invitation of a {self.role} by {self.by}"


class Token(models.Model):
    """What a program signs in with. digest: SHA-256 of its secret, which is shown once only."""

    digest = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=80)
    scopes = models.JSONField()
    user = models.ForeignKey(PERSON, on_delete=models.PROTECT, related_name="tokens")
    at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    def __str__(self) -> str:
        return f"{self.name} of {self.user}"


class HandOver(models.Model):
    """A codename is offered to somebody, or asked for by them. giver: None where nobody keeps it.

    Each side says yes once; with both it is theirs.
    """

    codename = models.CharField(max_length=60)
    giver = models.ForeignKey(PERSON, null=True, on_delete=models.PROTECT, related_name="+")
    taker = models.ForeignKey(PERSON, on_delete=models.PROTECT, related_name="+")
    reason = models.CharField(max_length=500, blank=True)
    at = models.DateTimeField()
    given_at = models.DateTimeField(null=True)
    taken_at = models.DateTimeField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["codename", "taker"],
                condition=Q(ended_at__isnull=True),
                name="handed_over_once",
            )
        ]

    def __str__(self) -> str:
        return f"{self.codename} to {self.taker}"


class Wishes(models.Model):
    """Of what somebody wants to be told by mail. reviews: that a draft is to be read."""

    user = models.OneToOneField(PERSON, on_delete=models.CASCADE, related_name="wishes")
    reviews = models.BooleanField(default=False)

    def __str__(self) -> str:
        return f"wishes of {self.user}"


class Policy(models.Model):
    """The one row of what the site demands. orphaned_after: months without a keeper's sign-in."""

    administrators_need_code = models.BooleanField(default=False)
    orphaned_after = models.PositiveIntegerField(default=12)

    def __str__(self) -> str:
        return "policy"
