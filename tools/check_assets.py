"""Check that committed scripts, fonts and styles are those of the pinned packages, each with its licence.

`--write` copies and builds them instead.
"""

from __future__ import annotations

import filecmp
import shutil
import subprocess
import sys
import tempfile
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
STATIC = ROOT / "studio" / "static"
NODE = ROOT / "node_modules"
FONTS = NODE / "@fontsource-variable"

COPIED = {
    STATIC / "vendor" / "htmx.min.js": NODE / "htmx.org" / "dist" / "htmx.min.js",
    STATIC / "vendor" / "alpine-csp.min.js": NODE / "@alpinejs" / "csp" / "dist" / "cdn.min.js",
    STATIC / "fonts" / "plex-sans-latin.woff2": FONTS / "ibm-plex-sans/files/ibm-plex-sans-latin-wght-normal.woff2",
    STATIC / "fonts" / "plex-sans-greek.woff2": FONTS / "ibm-plex-sans/files/ibm-plex-sans-greek-wght-normal.woff2",
    STATIC / "fonts" / "newsreader-latin.woff2": FONTS / "newsreader/files/newsreader-latin-wght-normal.woff2",
}
LICENCES = [
    STATIC / "vendor" / "htmx.LICENSE.txt",
    STATIC / "vendor" / "alpine-csp.LICENSE.txt",
    STATIC / "fonts" / "plex-sans.LICENSE.txt",
    STATIC / "fonts" / "newsreader.LICENSE.txt",
]
CSS = STATIC / "studio" / "app.css"


def build_css(target: Path) -> None:
    command = [str(NODE / ".bin" / "tailwindcss"), "-i", "studio/assets/app.css", "-o", str(target), "--minify"]
    subprocess.run(command, cwd=ROOT, check=True, capture_output=True)


def problems() -> list[str]:
    problems = [
        f"{kept.relative_to(ROOT)} is not the file of the pinned package: run make assets"
        for kept, source in COPIED.items()
        if not kept.exists() or not filecmp.cmp(kept, source, shallow=False)
    ]
    problems += [f"{path.relative_to(ROOT)} is missing" for path in LICENCES if not path.exists()]
    with tempfile.TemporaryDirectory() as folder:
        fresh = Path(folder) / "app.css"
        build_css(fresh)
        if not CSS.exists() or not filecmp.cmp(CSS, fresh, shallow=False):
            problems.append(f"{CSS.relative_to(ROOT)} is not up to date: run make css")
    return problems


def main() -> None:
    if "--write" in sys.argv:
        for kept, source in COPIED.items():
            shutil.copyfile(source, kept)
        build_css(CSS)
        return
    found_problems = problems()
    for line in found_problems:
        print(line)
    raise SystemExit(bool(found_problems))


if __name__ == "__main__":
    main()
