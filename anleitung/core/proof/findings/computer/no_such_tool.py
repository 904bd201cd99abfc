"""A step names a tool that the guide does not list."""

from anleitung.core.marked import N_
from anleitung.core.proof.finding import Finding, Nature, Severity

FINDING = Finding(
    id="no-such-tool",
    nature=Nature.CONSEQUENCE,
    severity=Severity.STOP,
    says=N_("The guide lists no tool {subject}, so nobody gets it and nothing of it was tried."),
    why=N_("What a tool demands of phone and computer is asked only of tools that are there."),
    remedy=N_("Add the tool to the guide, or name one that it lists"),
)
