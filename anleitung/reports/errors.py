"""What can be wrong with a report."""

from anleitung.core.errors import AnleitungError


class InvalidReport(AnleitungError):
    """faults: field → sentence."""

    code = "invalid-report"

    def __init__(self, faults: dict[str, str]) -> None:
        super().__init__(" ".join(faults.values()))
        self.faults = faults


class TooManyReports(AnleitungError):
    code = "too-many-reports"


class NoticeRefused(AnleitungError):
    code = "notice-refused"


class KeyUsed(AnleitungError):
    code = "key-used"


class AddressRefused(AnleitungError):
    """An e-mail address that cannot be kept."""

    code = "address-refused"
