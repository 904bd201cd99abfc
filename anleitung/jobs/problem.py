"""What went wrong, in the one shape in which the API tells it."""

from typing import Any

from anleitung.core.errors import AnleitungError
from anleitung.core.formats.check_document import InvalidDocument
from anleitung.core.formats.read_bundle import InvalidBundle

MOST_PLACES = 200


def problem_of(error: AnleitungError) -> dict[str, Any]:
    """code, message, at: places with file, line and message; standing: a fingerprint, or ""."""
    problem: dict[str, Any] = {
        "code": error.code,
        "message": str(error),
        "at": [],
        "standing": str(getattr(error, "standing", "")),
    }
    if isinstance(error, InvalidBundle):
        problem["message"] = f"The bundle has {_faults(len(error.faults))}; nothing was stored."
        problem["at"] = [
            {"file": f.file, "line": f.line, "message": f.message}
            for f in error.faults[:MOST_PLACES]
        ]
    if isinstance(error, InvalidDocument):
        problem["message"] = f"The document has {_faults(len(error.faults))}; nothing was stored."
        problem["at"] = [
            {"file": ".".join(map(str, f.at)), "line": 0, "message": f.message}
            for f in error.faults[:MOST_PLACES]
        ]
    return problem


def _faults(count: int) -> str:
    return "1 fault" if count == 1 else f"{count} faults"
