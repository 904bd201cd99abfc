"""Values that nobody declared are counted by themselves up to a bound, and together beyond it."""

from collections.abc import Sequence
from dataclasses import replace

from anleitung.core.evidence.report import CountedReport
from anleitung.core.evidence.weights import Factor

MOST_UNDECLARED = 50
OTHERS = "(other values)"


def group_values(
    reports: Sequence[CountedReport], factors: Sequence[Factor], most: int = MOST_UNDECLARED
) -> list[CountedReport]:
    """The first ``most`` undeclared values of each factor keep their name, in order of arrival.

    What a report counts for depends on earlier ones only, so no later report changes it: the
    judgement holds at any time of looking.
    """
    known = {f.name: set(f.declared) for f in factors}
    room = dict.fromkeys(known, most)
    found = []
    for report in reports:
        values = dict(report.values)
        for name, value in report.values.items():
            if name not in known or value in known[name]:
                continue
            if room[name]:
                room[name] -= 1
                known[name].add(value)
            else:
                values[name] = OTHERS
        found.append(replace(report, values=values))
    return found
