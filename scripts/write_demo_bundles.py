"""Writes the demo's bundles as zip files into var/demo-bundles/."""

from pathlib import Path

from anleitung.demo.bundles import write_demo_bundles

if __name__ == "__main__":
    for path in write_demo_bundles(Path(__file__).parents[1] / "var"):
        print(path.name)
