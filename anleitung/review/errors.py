"""What can go wrong in a review, each with a code that never changes."""

from anleitung.core.errors import AnleitungError
from anleitung.guides.errors import NotThere


class WaiverRefused(AnleitungError):
    code = "waiver-refused"


class ReviewRefused(AnleitungError):
    code = "review-refused"


class RemarkRefused(AnleitungError):
    code = "remark-refused"


class NoSuchRemark(NotThere):
    code = "no-such-remark"
