"""What is stored about guides. Only services write; revisions and withdrawals never change."""

from django.conf import settings
from django.db import models


class Guide(models.Model):
    """The lasting name of a guide, under which its revisions follow each other.

    is_trial: kept apart by its maintainers, to try things out; the desk is silent about it.
    """

    codename = models.CharField(max_length=60)
    slug = models.CharField(max_length=60)
    is_trial = models.BooleanField(default=False)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["codename", "slug"], name="guide_once")]

    def __str__(self) -> str:
        return f"{self.codename}/{self.slug}"


class AlsoFor(models.Model):
    """A further codename that a guide is for: under it the guide is found as well.

    Each state says by itself for which codenames it is; this only leads there.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="also_for")
    codename = models.CharField(max_length=60)
    slug = models.CharField(max_length=60)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["codename", "slug"], name="also_for_once")]

    def __str__(self) -> str:
        return f"{self.codename}/{self.slug}"


class Proof(models.Model):
    """A proof, kept by what was proved and by which model: the same is not proved again.

    seal: held against the rest whenever it is read (guides/seals.py).
    """

    fingerprint = models.CharField(max_length=71)
    model = models.CharField(max_length=20)
    body = models.JSONField()
    seal = models.CharField(max_length=64, default="")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["fingerprint", "model"], name="proof_once")]

    def __str__(self) -> str:
        return f"{self.fingerprint[:19]} by model {self.model}"


class KeptText(models.Model):
    """A file of a state of a draft, once by its digest. Never changes."""

    sha256 = models.CharField(max_length=64, primary_key=True)
    text = models.TextField()

    def __str__(self) -> str:
        return self.sha256[:12]


class DraftState(models.Model):
    """What a draft was at one time: every change makes one, and none is ever written again.

    before: the state that undo goes back to, None for the first of a draft; says: what was done;
    about: the row or field that was typed in, "" for anything else; files: name within the bundle →
    digest of a KeptText.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="draft_states")
    number = models.PositiveIntegerField()
    before = models.ForeignKey("self", null=True, on_delete=models.CASCADE, related_name="after")
    fingerprint = models.CharField(max_length=71)
    title = models.CharField(max_length=200)
    files = models.JSONField()
    says = models.CharField(max_length=300)
    about = models.CharField(max_length=130, blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["guide", "number"], name="draft_state_once")]

    def __str__(self) -> str:
        return f"state {self.number} of {self.guide}"


class TakenEdits(models.Model):
    """Edits that a page sent under a key of its own, and that were taken: sent again since the

    answer was lost on its way, they are not done twice. touched: ids of the rows they wrote.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="taken_edits")
    key = models.CharField(max_length=40)
    touched = models.JSONField()
    at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["guide", "key"], name="taken_edits_once"),
        ]

    def __str__(self) -> str:
        return f"edits of {self.guide}"


class Draft(models.Model):
    """The one draft of a guide. files: name within the bundle → text, as it was brought in.

    state: where it stands in its history. chosen: the codename that it is looked at for, "" for
    the guide's own; not stored.
    """

    chosen = ""

    guide = models.OneToOneField(Guide, on_delete=models.CASCADE, related_name="draft")
    fingerprint = models.CharField(max_length=71)
    title = models.CharField(max_length=200)
    files = models.JSONField()
    updated_at = models.DateTimeField()
    updated_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)
    state = models.ForeignKey(
        DraftState, null=True, on_delete=models.SET_NULL, related_name="drafts"
    )

    def __str__(self) -> str:
        return f"draft of {self.guide}"


class DeletedDraft(models.Model):
    """A draft that was deleted, for as long as it can be brought back."""

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="deleted_drafts")
    state = models.ForeignKey(DraftState, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"deleted draft of {self.guide}"


class PastedNotes(models.Model):
    """Notes as they were pasted into a draft. text: whole and unchanged; rows: line → what it

    became, as {"number", "rows", "says"}.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="pasted_notes")
    text = models.TextField()
    rows = models.JSONField()
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    def __str__(self) -> str:
        return f"notes of {self.guide}"


class Writer(models.Model):
    """Who has a draft open, and at which row; forgotten after a minute."""

    draft = models.ForeignKey(Draft, on_delete=models.CASCADE, related_name="writers")
    user = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    row = models.CharField(max_length=60, blank=True)
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["draft", "user"], name="writer_once")]

    def __str__(self) -> str:
        return f"{self.user} at {self.draft}"


class Revision(models.Model):
    """One published state. short: the first 12 hex digits, for addresses. chosen: as of drafts."""

    chosen = ""

    guide = models.ForeignKey(Guide, on_delete=models.PROTECT, related_name="revisions")
    number = models.PositiveIntegerField()
    version = models.CharField(max_length=20)
    fingerprint = models.CharField(max_length=71, unique=True)
    short = models.CharField(max_length=12, unique=True)
    title = models.CharField(max_length=200)
    files = models.JSONField()
    manifest = models.TextField()
    published_at = models.DateTimeField()
    published_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["guide", "number"], name="revision_number_once"),
        ]

    def __str__(self) -> str:
        return f"{self.guide} {self.version}"


class ChangeNote(models.Model):
    """What a revision changes against the one before, as readers are told; never changes.

    level: major, minor or patch, "" for the first; text: a sentence a line.
    """

    revision = models.OneToOneField(Revision, on_delete=models.PROTECT, related_name="change_note")
    level = models.CharField(max_length=10, blank=True)
    text = models.TextField()

    def __str__(self) -> str:
        return f"what changed with {self.revision}"


class Withdrawal(models.Model):
    """A revision that must not be followed any more. It stays readable, with the reason on it."""

    revision = models.OneToOneField(Revision, on_delete=models.PROTECT, related_name="withdrawal")
    reason = models.CharField(max_length=500)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)

    def __str__(self) -> str:
        return f"{self.revision} withdrawn"


class Deprecation(models.Model):
    """A guide that is not to be begun any more; its published states stay readable.

    follower: the guide to follow instead, None for none. ended: when it was taken up again.
    """

    guide = models.ForeignKey(Guide, on_delete=models.PROTECT, related_name="deprecations")
    follower = models.ForeignKey(Guide, null=True, on_delete=models.PROTECT, related_name="+")
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
                fields=["guide"],
                condition=models.Q(ended_at__isnull=True),
                name="deprecated_once",
            )
        ]

    def __str__(self) -> str:
        return f"{self.guide} deprecated"


class Lineage(models.Model):
    """From which guide another one was begun: of revision or state one is given."""

    guide = models.OneToOneField(Guide, on_delete=models.CASCADE, related_name="lineage")
    parent = models.ForeignKey(Guide, on_delete=models.PROTECT, related_name="forks")
    revision = models.ForeignKey(Revision, null=True, on_delete=models.PROTECT, related_name="+")
    state = models.ForeignKey(DraftState, null=True, on_delete=models.SET_NULL, related_name="+")
    at = models.DateTimeField()

    def __str__(self) -> str:
        return f"{self.guide} from {self.parent}"


class KnownFile(models.Model):
    """A file of a draft or a revision, by its digest: what an unknown file may be.

    One of draft and revision is given. Written whenever either is stored (guides/known_files.py).
    """

    draft = models.ForeignKey(
        Draft, null=True, on_delete=models.CASCADE, related_name="known_files"
    )
    revision = models.ForeignKey(
        Revision, null=True, on_delete=models.PROTECT, related_name="known_files"
    )
    sha256 = models.CharField(max_length=64)
    name = models.CharField(max_length=150)

    class Meta:
        indexes = [models.Index(fields=["sha256"], name="known_by_digest")]

    def __str__(self) -> str:
        return self.name


class StoredPicture(models.Model):
    """A picture of a step, by its digest. Never changes: another picture has another digest."""

    sha256 = models.CharField(max_length=64, unique=True)
    kind = models.CharField(max_length=4)
    content = models.BinaryField()
    width = models.PositiveIntegerField()
    height = models.PositiveIntegerField()
    added_at = models.DateTimeField()
    added_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)

    def __str__(self) -> str:
        return f"{self.sha256[:12]}.{self.kind}"


class SignerKey(models.Model):
    """A public key whose signatures can be verified. says: what the maintainer knows of it."""

    fingerprint = models.CharField(max_length=64, unique=True)
    certificate = models.TextField()
    says = models.CharField(max_length=200)
    added_at = models.DateTimeField()
    added_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)

    def __str__(self) -> str:
        return f"{self.fingerprint[:16]} ({self.says})"


class SignedList(models.Model):
    """Somebody's checksum list with its detached signature, kept beside the file sets of a guide.

    text: exactly as it was signed; issuer: the fingerprint that the signature names.
    """

    guide = models.ForeignKey(Guide, on_delete=models.CASCADE, related_name="signed_lists")
    name = models.CharField(max_length=150)
    text = models.TextField()
    signature = models.TextField()
    issuer = models.CharField(max_length=64)
    added_at = models.DateTimeField()
    added_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT)

    def __str__(self) -> str:
        return f"{self.name} of {self.guide}"


class Contest(models.Model):
    """A stop that a maintainer holds to be wrong, for one state of a guide.

    A question to the model. It counts only with a second signature, and readers see it.
    """

    fingerprint = models.CharField(max_length=71)
    finding = models.CharField(max_length=60)
    subject = models.CharField(max_length=500, blank=True)
    step = models.CharField(max_length=60, blank=True)
    reason = models.CharField(max_length=500)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    second = models.ForeignKey(
        settings.AUTH_USER_MODEL, null=True, on_delete=models.PROTECT, related_name="+"
    )
    second_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["fingerprint", "finding", "subject", "step"], name="contest_once"
            )
        ]

    def __str__(self) -> str:
        return f"{self.finding} contested by {self.by}"
