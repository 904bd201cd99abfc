"""What can go wrong with drafts and revisions, each with a code that never changes."""

from anleitung.core.errors import AnleitungError
from anleitung.core.proof.result import FindingOut


class NoSuchGuide(AnleitungError):
    code = "no-such-guide"


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

    def __init__(self, message: str, findings: tuple[FindingOut, ...] = ()) -> None:
        super().__init__(message)
        self.findings = findings


class WithdrawRefused(AnleitungError):
    code = "withdraw-refused"


class SignedRefused(AnleitungError):
    code = "signed-refused"


class NoFix(AnleitungError):
    code = "no-fix"


class ContestRefused(AnleitungError):
    code = "contest-refused"
