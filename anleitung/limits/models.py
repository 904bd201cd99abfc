"""What was spent within the last hour. In the database, so that all processes count together."""

from django.db import models


class Spent(models.Model):
    """One use. bucket: what was used and by whom, the address only as a keyed hash."""

    bucket = models.CharField(max_length=100)
    at = models.DateTimeField()

    class Meta:
        indexes = [
            models.Index(fields=["bucket", "at"], name="spent_of_bucket"),
            models.Index(fields=["at"], name="spent_by_time"),
        ]

    def __str__(self) -> str:
        return f"{self.bucket} at {self.at:%Y-%m-%d %H:%M}"


class DayKey(models.Model):
    """The key under which addresses are hashed for one day. Deleted after it, and with it the way

    from a hash to an address.
    """

    day = models.DateField(unique=True)
    key = models.BinaryField()

    def __str__(self) -> str:
        return f"key of {self.day}"
