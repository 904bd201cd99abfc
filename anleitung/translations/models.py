"""What is stored of translations. A state of one never changes; the newest is shown."""

from django.conf import settings
from django.db import models

from anleitung.guides.models import Revision


class Translation(models.Model):
    """A published state in another language. number: from 1 for each revision and language.

    words: place → {"original", "says"}; fingerprint: of the revision's, the language and the words.
    """

    revision = models.ForeignKey(Revision, on_delete=models.PROTECT, related_name="translations")
    language = models.CharField(max_length=12)
    number = models.PositiveIntegerField()
    words = models.JSONField()
    fingerprint = models.CharField(max_length=71)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["revision", "language", "number"], name="translation_once"
            )
        ]

    def __str__(self) -> str:
        return f"{self.revision} in {self.language}, {self.number}"
