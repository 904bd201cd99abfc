"""The demo as the browser tests begin with it: python -m tests.browser.loaded FOLDER."""

import sys
import urllib.request
from pathlib import Path

from anleitung.demo.serving import demo_site, wait_for_first_round


def load_into(data: Path) -> None:
    """data: a folder that is not there yet; it is there once all is loaded."""
    begun = data.with_name(f"{data.name}-begun")
    begun.mkdir(parents=True)
    with demo_site(begun) as address, urllib.request.urlopen(address, timeout=30) as front:
        (begun / "front.html").write_bytes(front.read())
        wait_for_first_round(begun)
    begun.rename(data)


if __name__ == "__main__":
    load_into(Path(sys.argv[1]))
