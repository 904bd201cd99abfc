"""What a rule reports: a finding, its subject, and the phones where it concerns any."""

from dataclasses import dataclass

from anleitung.core.diagrams.space import Node


@dataclass(frozen=True, slots=True)
class Found:
    """step: "" where it belongs to none; phones: None for a rule of the documents alone."""

    finding: str
    subject: str
    step: str
    phones: Node | None
