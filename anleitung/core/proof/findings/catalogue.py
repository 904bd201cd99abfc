"""All findings, discovered: a module with a FINDING in one of the folders is in the catalogue.

A module may also hold ``check(compiled)``, the rule that finds it over the course or the documents,
and ``fix(compiled, found)``, the edits that may mend it, the gentlest first.
"""

import pkgutil
from collections.abc import Callable, Iterator
from importlib import import_module
from types import ModuleType

from anleitung.core.proof import findings
from anleitung.core.proof.finding import Finding, Found
from anleitung.core.proof.repair.edits import EditFinder
from anleitung.core.proof.run.compile import Compiled

Rule = Callable[[Compiled], Iterator[Found]]


def _modules() -> Iterator[ModuleType]:
    for info in pkgutil.walk_packages(findings.__path__, f"{findings.__name__}."):
        if not info.ispkg and info.name != __name__:
            yield import_module(info.name)


_FOUND = [module for module in _modules() if hasattr(module, "FINDING")]

CATALOGUE: tuple[Finding, ...] = tuple(module.FINDING for module in _FOUND)
BY_ID: dict[str, Finding] = {finding.id: finding for finding in CATALOGUE}
# The folder in which a finding lies.
THEMES: dict[str, str] = {m.FINDING.id: m.__name__.split(".")[-2] for m in _FOUND}
RULES: tuple[Rule, ...] = tuple(module.check for module in _FOUND if hasattr(module, "check"))
FIXES: dict[str, EditFinder] = {m.FINDING.id: m.fix for m in _FOUND if hasattr(m, "fix")}
