"""What can go wrong with drafts and revisions, each with a code that never changes."""

from anleitung.core.errors import AnleitungError


class NotThere(AnleitungError):
    """What was asked for is not there. Each kind of thing has a code of its own."""


class NoSuchGuide(NotThere):
    code = "no-such-guide"


class NotForCodename(NotThere):
    """The guide is there, and not for this codename."""

    code = "not-for-codename"


class NoSuchDraft(NotThere):
    code = "no-such-draft"


class NoSuchRevision(NotThere):
    code = "no-such-revision"


class NoSuchFile(NotThere):
    code = "no-such-file"


class NoSuchStep(NotThere):
    code = "no-such-step"


class DeprecateRefused(AnleitungError):
    """A guide that cannot be deprecated so, or not be taken up again."""

    code = "deprecate-refused"


class ChangeNoteRefused(AnleitungError):
    """A note on a change that cannot be shown to readers."""

    code = "change-note-refused"


class NoSuchState(NotThere):
    """The draft was never in that state."""

    code = "no-such-state"


class NothingToUndo(AnleitungError):
    code = "nothing-to-undo"


class NotCarried(NotThere):
    """The draft carries no such document."""

    code = "not-carried"


class NoPhoneLikeThat(NotThere):
    code = "no-phone-like-that"


class NoSuchForm(NotThere):
    code = "no-such-form"


class NameTaken(AnleitungError):
    """Another guide has this name on one of the codenames."""

    code = "name-taken"


class Replaced(NotThere):
    """The state that the work was for is gone: replaced, or published."""

    code = "replaced"


class UnreadableGuide(AnleitungError):
    """What is stored is not what its fingerprint says, or does not read by today's rules."""

    code = "unreadable-guide"


class NotProved(AnleitungError):
    """No proof by this model is kept; it is worked out by the worker."""

    code = "not-proved"


class DraftMoved(AnleitungError):
    """Another draft stands where the actor looked; seen: the fingerprint that stands there now."""

    code = "draft-moved"

    def __init__(self, message: str, *, standing: str) -> None:
        super().__init__(message)
        self.standing = standing


class AlreadyPublished(AnleitungError):
    code = "already-published"


class PublishBlocked(AnleitungError):
    code = "publish-blocked"


class WithdrawRefused(AnleitungError):
    code = "withdraw-refused"


class SignedRefused(AnleitungError):
    code = "signed-refused"


class NoFix(AnleitungError):
    code = "no-fix"


class ContestRefused(AnleitungError):
    code = "contest-refused"


class TrialRefused(AnleitungError):
    code = "trial-refused"
