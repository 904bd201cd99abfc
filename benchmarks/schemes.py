"""Decoding and comparing 100,000 build strings, beside the plainest splitter written by hand."""

import time
from itertools import pairwise
from random import Random
from statistics import median

from anleitung.core.formats.read_bundle import read_scheme
from anleitung.core.schemes.decode import Reader
from anleitung.demo.bundles import DATA

COUNT = 100_000


def by_hand(text: str) -> tuple[str, int, int, int, str, int]:
    """PS-12.4.7-KU.r3, with no check at all beyond what splitting and int() give."""
    device, release, rest = text.split("-")
    platform, minor, patch = release.split(".")
    region, rollback = rest.split(".r")
    return device, int(platform), int(minor), int(patch), region, int(rollback)


def main() -> None:
    path = DATA / "schemes" / "tidewerk.yaml"
    reader = Reader(read_scheme(path.name, path.read_bytes()))
    random = Random(3)
    texts = [
        f"PS-{random.randint(9, 15)}.{random.randint(0, 99)}.{random.randint(0, 9)}-"
        f"{random.choice(('KU', 'BI', 'HO'))}.r{random.randint(1, 9)}"
        for _ in range(COUNT)
    ]
    ours, cleaned, hand = [], [], []
    for _ in range(5):
        began = time.perf_counter()
        read = [reader.read(text) for text in texts]
        for a, b in pairwise(read):
            reader.compare(a, b)
        ours.append(time.perf_counter() - began)
        began = time.perf_counter()
        for text in texts:
            reader.decode(text)
        cleaned.append(time.perf_counter() - began)
        began = time.perf_counter()
        split = [by_hand(text) for text in texts]
        for x, y in pairwise(split):
            x[0] == y[0] and x[1:4] < y[1:4]
        hand.append(time.perf_counter() - began)
    print(
        f"{COUNT:,} strings read and compared in {median(ours):.2f} s, by hand "
        f"{median(hand):.2f} s: ratio {median(ours) / median(hand):.1f}; "
        f"cleaned and read {median(cleaned):.2f} s"
    )


if __name__ == "__main__":
    main()
