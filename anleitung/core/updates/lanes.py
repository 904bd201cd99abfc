"""Which builds stand in one row of the update graph: those that follow each other."""

from collections.abc import Mapping

from anleitung.core.documents.build import Build
from anleitung.core.schemes.decode import CannotDecode, Reader


def lanes(builds: Mapping[str, Build], reader: Reader | None) -> dict[str, str]:
    """Build string → name of its lane: what keeps builds apart in the scheme, and the region."""
    kins: dict[str, tuple[str, ...]] = {}
    for name in builds:
        try:
            kins[name] = reader.read(name).kin if reader else ()
        except CannotDecode:
            kins[name] = ()
    wide = max((len(kin) for kin in kins.values()), default=0)
    varies = [i for i in range(wide) if len({k[i] for k in kins.values() if len(k) > i}) > 1]
    found = {}
    for name, build in builds.items():
        parts = [kins[name][i] for i in varies if len(kins[name]) > i]
        if build.region not in parts:
            parts.append(build.region)
        found[name] = " ".join(parts)
    return found
