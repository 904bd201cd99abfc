"""Texts that may be seen at a step, tried out against a log."""

from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from anleitung.core.documents.message import Message
from anleitung.core.writing.questions import first_fault


def texts_in_log(texts: Sequence[str], log: str) -> dict[str, Any]:
    """seen: of each text, whether a line of the log is it; faults: why it is no text, or ""."""
    lines = log.splitlines()
    seen: list[bool] = []
    faults: list[str] = []
    for text in texts:
        try:
            message = Message(text=text, means="harmless", do="go on")
        except ValidationError as error:
            seen.append(False)
            faults.append(first_fault(error, {"text": text}))
            continue
        seen.append(any(message.fits(line) for line in lines))
        faults.append("")
    return {"seen": seen, "faults": faults}
