"""Lighthouse on the main pages of the demo, as readers and maintainers get them: four scores each.

Usage: pages.py LIGHTHOUSE   (the command of the package; `make pages` sets it up and runs this)
"""

import json
import subprocess
import sys
import tempfile
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from urllib.parse import urlencode

from anleitung.demo.serving import demo_site

CATEGORIES = ("performance", "accessibility", "best-practices", "seo")
READERS = ("/", "/c/palstek", "guide")
MAINTAINERS = ("/c/", "/c/palstek/guides/clean-install?v=1.0.0")
NAME, PASSWORD = "tonnenleger", "mudflats-at-low-tide"  # of the demo only
LEAST = {"reader": 95, "maintainer": 90}


def main(lighthouse: str) -> None:
    with tempfile.TemporaryDirectory() as home, demo_site(Path(home)) as address:
        session = _session(address)
        guide = _first_guide(address)
        print(f"{'page':46} " + " ".join(f"{c:>14}" for c in CATEGORIES))
        for who, paths in (("reader", READERS), ("maintainer", MAINTAINERS)):
            for path in paths:
                path = guide if path == "guide" else path
                scores = _run(lighthouse, address + path, session if who == "maintainer" else "")
                mark = "" if min(scores) >= LEAST[who] else f"  below {LEAST[who]}"
                print(f"{path[:46]:46} " + " ".join(f"{s:14}" for s in scores) + mark)


def _session(address: str) -> str:
    """The cookies of the demo's maintainer, signed in."""
    jar = CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))
    opener.open(f"{address}/login").read()
    token = next(c.value for c in jar if c.name == "csrftoken")
    form = {"csrfmiddlewaretoken": token, "username": NAME, "password": PASSWORD}
    opener.open(f"{address}/login", urlencode(form).encode()).read()
    return "; ".join(f"{c.name}={c.value}" for c in jar)


def _first_guide(address: str) -> str:
    with urllib.request.urlopen(address) as page:
        text = page.read().decode()
    at = text.index('href="/r/') + len('href="')
    return text[at : text.index('"', at)]


def _run(lighthouse: str, url: str, cookies: str) -> list[int]:
    command = [
        *lighthouse.split(),
        url,
        "--quiet",
        "--output=json",
        "--preset=desktop",
        f"--only-categories={','.join(CATEGORIES)}",
        "--chrome-flags=--headless=new --no-sandbox --disable-gpu",
    ]
    if cookies:
        command.append("--extra-headers=" + json.dumps({"Cookie": cookies}))
    run = subprocess.run(command, capture_output=True, check=False, text=True)
    if run.returncode:
        raise SystemExit(f"{url}: {run.stderr[-600:]}")
    told = json.loads(run.stdout)
    return [round(100 * (told["categories"][c]["score"] or 0)) for c in CATEGORIES]


if __name__ == "__main__":
    main(sys.argv[1])
