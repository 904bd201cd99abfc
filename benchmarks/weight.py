"""What the pages weigh as they are sent: page, styles, scripts and fonts, compressed.

Starts the demo on data of its own and asks for every file as a browser would.
"""

import re
import tempfile
import urllib.request
from pathlib import Path

from anleitung.demo.serving import HOME, demo_site


def fetch(url: str) -> tuple[int, bytes]:
    """Bytes as sent, and the text (only pages are asked for without compression)."""
    request = urllib.request.Request(url, headers={"Accept-Encoding": "br, gzip"})
    with urllib.request.urlopen(request) as answer:
        sent = answer.read()
    with urllib.request.urlopen(url) as answer:
        return len(sent), answer.read()


def weigh(base: str, path: str) -> str:
    size, page = fetch(base + path)
    kinds = {"page": size, "style": 0, "script": 0}
    for kind, pattern in (
        ("style", r'href="(/static/[^"]+\.css)"'),
        ("script", r'src="(/static/[^"]+)"'),
    ):
        for link in re.findall(pattern, page.decode()):
            kinds[kind] += fetch(base + link)[0]
    return ", ".join(f"{kind} {size / 1000:.1f} kB" for kind, size in kinds.items())


def main() -> None:
    with tempfile.TemporaryDirectory() as data, demo_site(Path(data)) as base:
        print("reader: " + weigh(base, "/c/palstek/guides/clean-install"))
        print("log-in: " + weigh(base, "/login"))
        # The shell asks for a session; its files are the same without one.
        shell = (HOME / "web/dist/.vite/manifest.json").read_text()
        files = set(re.findall(r'"(assets/workbench-[^"]+)"', shell))
        sizes = {f.rsplit(".", 1)[1]: fetch(f"{base}/static/{f}")[0] for f in sorted(files)}
        print("workbench: " + ", ".join(f"{k} {v / 1000:.1f} kB" for k, v in sizes.items()))


if __name__ == "__main__":
    main()
