"""The record. Entries are added and never changed; who a mark stands for can be erased."""

from django.conf import settings
from django.db import models


class Mark(models.Model):
    """Stands for a person in the record. user: None once that was erased."""

    mark = models.CharField(max_length=32, unique=True)
    user = models.OneToOneField(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.SET_NULL, related_name="mark"
    )

    def __str__(self) -> str:
        return self.mark


class Entry(models.Model):
    """One thing that was done. number: from 1, without a gap; before: digest of the entry before.

    body: canonical JSON of all that is bound (core/record.py); digest: of before and body.
    """

    number = models.PositiveIntegerField(unique=True)
    body = models.TextField()
    before = models.CharField(max_length=64)
    digest = models.CharField(max_length=64)

    def __str__(self) -> str:
        return f"entry {self.number}"
