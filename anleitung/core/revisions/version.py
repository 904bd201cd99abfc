"""Version numbers, computed from meaning: MAJOR.MINOR.PATCH."""

from anleitung.core.errors import AnleitungError
from anleitung.core.revisions.compared import LEVELS, ComparisonOut, Level

FIRST = "1.0.0"


class VersionRefused(AnleitungError):
    """A number lower than what the differences demand."""

    code = "version-too-low"


def level_of(compared: list[ComparisonOut]) -> Level:
    """The highest over all codenames that both states are for. A state without any is another."""
    levels: list[Level] = [each.level for each in compared]
    return min(levels, key=LEVELS.index) if levels else "major"


def next_version(before: str, level: Level) -> str:
    """before: the version that it follows. What differs in nothing is a patch as well."""
    major, minor, patch = map(int, before.split("."))
    if level == "major":
        return f"{major + 1}.0.0"
    if level == "minor":
        return f"{major}.{minor + 1}.0"
    return f"{major}.{minor}.{patch + 1}"


def raised(level: Level, wanted: Level) -> Level:
    """The author's own, where it says more. Raises VersionRefused where it says less."""
    if LEVELS.index(wanted) > LEVELS.index(level):
        raise VersionRefused(
            f"The differences make it a {level} version. It can be raised, not lowered to a "
            f"{wanted} one."
        )
    return wanted
