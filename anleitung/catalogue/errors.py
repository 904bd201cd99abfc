"""What can go wrong with the catalogue, each with a code that never changes."""

from anleitung.core.errors import AnleitungError


class NoSuchDocument(AnleitungError):
    code = "no-such-document"


class UnreadableDocument(AnleitungError):
    """What is stored is not what its fingerprint says, or cannot be read by today's rules."""

    code = "unreadable-document"


class DocumentMoved(AnleitungError):
    """Another version stands where the actor looked; standing: its fingerprint."""

    code = "document-moved"

    def __init__(self, message: str, *, standing: str) -> None:
        super().__init__(message)
        self.standing = standing


class NoteRefused(AnleitungError):
    code = "note-refused"


class RetireRefused(AnleitungError):
    code = "retire-refused"
