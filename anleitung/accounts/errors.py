"""What can go wrong with people, links and tokens, each with a code that never changes."""

from anleitung.core.errors import AnleitungError


class PeopleRefused(AnleitungError):
    code = "people-refused"


class LinkUsed(AnleitungError):
    """An invitation that was used, taken back or is too old."""

    code = "link-used"


class TokenRefused(AnleitungError):
    code = "token-refused"
