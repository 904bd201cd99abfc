"""The smallest bad and good guide of a finding, as data beside its module.

A side is either a small procedure (steps, by name or in full, with what differs in the documents)
or a guide of the demo with a few words of its files changed. What both share stands in ``with``.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

Plain = Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class Changed:
    """A guide of the demo. change: (file of the bundle, text that stands there, text instead)."""

    of: str
    change: tuple[tuple[str, str, str], ...]


@dataclass(frozen=True, slots=True)
class Small:
    """A few steps. setting: admission, loses, promise, documents beside or instead of the usual.

    device: its fields, those of parts under a dotted name; partitions, modes: changes by name;
    packages: fields by id; files, programs, tools: documents beside those that are always there.
    """

    steps: tuple[Plain, ...]
    setting: Plain


@dataclass(frozen=True, slots=True)
class Example:
    """at: ids of all steps at which the finding stands in the bad one, "" for none."""

    finding: str
    says: str
    at: tuple[str, ...]
    bad: Small | Changed
    good: Small | Changed


def read_example(finding: str, value: Plain, common: Plain) -> Example:
    """value: as it was read from the file; common: the named steps. Raises KeyError, TypeError."""
    both = value.get("with", {})
    return Example(
        finding=finding,
        says=value.get("says", ""),
        at=tuple(value["at"]),
        bad=_side(both, value["bad"], common),
        good=_side(both, value["good"], common),
    )


def _side(both: Plain, own: Plain, common: Plain) -> Small | Changed:
    side = {**both, **own}
    if "device" in both and "device" in own:
        side["device"] = {**both["device"], **own["device"]}
    if "of" in side:
        edits = side.get("change", ())
        return Changed(side["of"], tuple((e["in"], e["from"], e["to"]) for e in edits))
    steps = [step for each in side.pop("steps") for step in _steps(each, common)]
    return Small(tuple(steps), side)


def _steps(named: str | Plain, common: Plain) -> list[Plain]:
    if not isinstance(named, str):
        return [named]
    if named in common["passages"]:
        return [step for each in common["passages"][named] for step in _steps(each, common)]
    return [common["steps"][named]]
