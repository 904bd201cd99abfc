"""Jobs and what came out of them."""

from django.conf import settings
from django.db import models

WAITING, RUNNING, DONE, FAILED, STOPPED = "waiting", "running", "done", "failed", "stopped"
UNFINISHED = (WAITING, RUNNING)


class Job(models.Model):
    """One piece of work. key: what it is made from; args: what the worker needs for it.

    asked_by: None for the site itself. done, total: how far, in parts of the work. problem: the
    answer where it failed, in the shape of the API's problems. given: a file it works on.
    """

    kind = models.CharField(max_length=20)
    key = models.CharField(max_length=300)
    args = models.JSONField()
    given = models.BinaryField(null=True)
    asked_by = models.ForeignKey(settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT)
    asked_at = models.DateTimeField()
    state = models.CharField(max_length=10, default=WAITING)
    done = models.PositiveIntegerField(default=0)
    total = models.PositiveIntegerField(default=0)
    problem = models.JSONField(null=True)
    ended_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["asked_by"],
                condition=models.Q(state__in=UNFINISHED),
                name="one_job_of_a_person",
            )
        ]
        indexes = [models.Index(fields=["kind", "key"], name="job_of_key")]

    def __str__(self) -> str:
        return f"{self.kind} {self.state}"


class Outcome(models.Model):
    """What came out for this key. digest: of body, held against it whenever it is read."""

    kind = models.CharField(max_length=20)
    key = models.CharField(max_length=300)
    body = models.TextField()
    digest = models.CharField(max_length=64)
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kind", "key"], name="outcome_once")]

    def __str__(self) -> str:
        return f"{self.kind} of {self.key[:40]}"
