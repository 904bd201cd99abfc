"""The checksum list of a file set, in each of the forms, and what such a list says of a set."""

from collections.abc import Sequence

from anleitung.core.documents.package import Package
from anleitung.core.formats.checksums import Listed, write_checksums, write_tagged
from anleitung.core.formats.metalink import MetalinkFile, write_metalink

FORMS = ("two-column", "tagged", "metalink")


def all_digests(package: Package) -> dict[str, str]:
    """Algorithm → hex, SHA-256 first."""
    own = {"sha256": package.sha256} if package.sha256 else {}
    return own | package.also.given


def wanted_algorithms(packages: Sequence[Package]) -> set[str]:
    """What must be computed to hold files against the set; SHA-256 always."""
    return {"sha256", *(a for p in packages for a in p.also.given)}


def checksum_list(packages: Sequence[Package], form: str) -> str:
    """Files without a digest, and those that readers make themselves, are left out."""
    if form == "two-column":
        return write_checksums({p.name: p.sha256 for p in packages if p.sha256})
    if form == "tagged":
        return write_tagged(
            Listed(p.name, algorithm, digest)
            for p in packages
            for algorithm, digest in all_digests(p).items()
        )
    return write_metalink(
        MetalinkFile(p.name, p.size, tuple(all_digests(p).items()), p.sources)
        for p in packages
        if not p.derived
    )
