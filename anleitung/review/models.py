"""What people say of a draft. Nothing of it is written again; what ends is marked as ended."""

from django.conf import settings
from django.db import models

from anleitung.guides.models import Guide, Revision


class Waiver(models.Model):
    """Somebody lets one thing of the gate stand. key: by which the gate knows it (core/gate).

    says: the thing, as it was said then; ended_at: when it was taken back.
    """

    guide = models.ForeignKey(Guide, on_delete=models.PROTECT, related_name="waivers")
    key = models.CharField(max_length=32)
    says = models.TextField()
    reason = models.CharField(max_length=500)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    ended_at = models.DateTimeField(null=True)
    ended_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["guide", "key"],
                condition=models.Q(ended_at__isnull=True),
                name="waived_once",
            )
        ]

    def __str__(self) -> str:
        return f"{self.says[:60]} let stand by {self.by}"


class Reading(models.Model):
    """Somebody read a state of a guide. verdict: "", approve or changes; state: its number in the

    history of the draft, None where it has none.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="readings")
    fingerprint = models.CharField(max_length=71)
    state = models.PositiveIntegerField(null=True)
    verdict = models.CharField(max_length=10, blank=True)
    says = models.CharField(max_length=2_000, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.guide} read by {self.by}"


class TrialRun(models.Model):
    """Somebody carried a draft out on a phone. ended_well: it came to its good end."""

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="trial_runs")
    fingerprint = models.CharField(max_length=71)
    codename = models.CharField(max_length=60)
    phone = models.CharField(max_length=200)
    ended_well = models.BooleanField()
    says = models.CharField(max_length=2_000, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"{self.guide} run by {self.by}"


class ReviewRequest(models.Model):
    """Others are asked to read a draft. It is in review until this ends."""

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="review_requests")
    fingerprint = models.CharField(max_length=71)
    says = models.CharField(max_length=2_000, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    ended_at = models.DateTimeField(null=True)
    ended_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+"
    )

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["guide"],
                condition=models.Q(ended_at__isnull=True),
                name="in_review_once",
            )
        ]

    def __str__(self) -> str:
        return f"review of {self.guide}"


class Remark(models.Model):
    """A remark on a part of a guide. kind: row, file, condition or head; place: the id of the row

    or file, or the name of the field of the head; quote: its words at that time. It stays with the
    part, wherever that moves.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="remarks")
    kind = models.CharField(max_length=10)
    place = models.CharField(max_length=130)
    quote = models.CharField(max_length=500, blank=True)
    fingerprint = models.CharField(max_length=71)
    text = models.CharField(max_length=2_000)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    resolved_at = models.DateTimeField(null=True)
    resolved_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+"
    )

    def __str__(self) -> str:
        return f"remark on {self.kind} {self.place} of {self.guide}"


class Answer(models.Model):
    """Said under a remark. turn: "" for words only, resolved or reopened where it was that."""

    remark = models.ForeignKey(Remark, on_delete=models.CASCADE, related_name="answers")
    text = models.CharField(max_length=2_000, blank=True)
    turn = models.CharField(max_length=10, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"answer of {self.by}"


class PassedGate(models.Model):
    """The gate as a revision passed it. body: the lines, as core says them; pair: how it was read

    by more than its author, "alone" for one person's word.
    """

    revision = models.OneToOneField(Revision, on_delete=models.PROTECT, related_name="gate")
    pair = models.CharField(max_length=10)
    body = models.JSONField()

    def __str__(self) -> str:
        return f"gate of {self.revision}"
