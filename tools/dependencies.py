"""The dependencies, held against their pins: `python -m tools.dependencies` (part of `make check`).

No list of advisories comes along, so what is checked is what can be without one: every package is pinned to one version
with its hashes, what is installed is what is pinned, the bill of materials names it, and for how long each pin has
stood. A pin of more than `OLD` days is listed, to be looked at against the advisories of the day; `make requirements`
brings the newest.
"""

from __future__ import annotations

import json
import re
import subprocess
import sys
import time
from importlib.metadata import PackageNotFoundError, version
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
OLD = 120
"""Days after which a pin is looked at."""
LISTS = ("base", "dev", "mutants")


def plain(name: str) -> str:
    """Return a package's name as it is compared."""
    return re.sub(r"[-_.]+", "-", name).lower()


def pins(text: str) -> dict[str, tuple[str, int, int]]:
    """Return version, count of hashes and line by package, of a compiled list."""
    pins: dict[str, tuple[str, int, int]] = {}
    name = ""
    for number, line in enumerate(text.splitlines(), 1):
        if match := re.match(r"([A-Za-z0-9._-]+)(?:\[[^]]*\])?==(\S+)", line):
            name = plain(match[1])
            pins[name] = (match[2], 0, number)
        elif "--hash=sha256:" in line and name:
            pinned, hashes, at = pins[name]
            pins[name] = (pinned, hashes + 1, at)
    return pins


def since(path: Path) -> dict[int, float]:
    """Return by line when it was last changed, seconds; empty where there is no history."""
    done = subprocess.run(
        ["git", "blame", "--line-porcelain", path.name], cwd=path.parent, capture_output=True, text=True
    )
    dates, at = {}, 0
    for line in done.stdout.splitlines():
        if match := re.match(r"[0-9a-f]{40} \d+ (\d+)", line):
            at = int(match[1])
        elif line.startswith("author-time "):
            dates[at] = float(line.split()[1])
    return dates


def scripts() -> list[str]:
    """Return what is amiss with the pins of what the styles and browser tests are made with."""
    packages = json.loads((ROOT / "package-lock.json").read_text())["packages"]
    return [
        f"{name}: no integrity in package-lock.json"
        for name, package in packages.items()
        if name and not package.get("integrity")
    ]


def main() -> None:
    """Check, print, and fail where something is not as it is pinned."""
    wrong, aged, counts = scripts(), {}, []
    billed = {
        plain(component["name"])
        for component in json.loads((ROOT / "docs/bill-of-materials.json").read_text())["components"]
    }
    for name in LISTS:
        path = ROOT / "requirements" / f"{name}.txt"
        found_pins, dates = pins(path.read_text()), since(path)
        counts.append(f"{len(found_pins)} in {name}.txt")
        for package, (pinned, hashes, line) in found_pins.items():
            if not hashes:
                wrong.append(f"{package}=={pinned}: no hash in {path.name}")
            if name == "base" and package not in billed:
                wrong.append(f"{package}: not in the bill of materials; run make bill")
            try:
                if name != "mutants" and version(package) != pinned:
                    wrong.append(f"{package}: {version(package)} is installed, {pinned} is pinned")
            except PackageNotFoundError:
                pass  # for another system
            if line in dates:
                aged[package] = (time.time() - dates[line]) / 86_400
    print(f"Dependencies: {', '.join(counts)}, all pinned with hashes." if not wrong else "Dependencies:")
    if aged:
        oldest = max(aged, key=lambda one: aged[one])
        print(f"Pins stand for {min(aged.values()):.0f} to {aged[oldest]:.0f} days (the oldest: {oldest}).")
        old = sorted(package for package, days in aged.items() if days > OLD)
        print(f"Older than {OLD} days, to be held against today's advisories: {', '.join(old)}" if old else "", end="")
    print(*wrong, sep="\n")
    sys.exit(1 if wrong else 0)


if __name__ == "__main__":
    main()
