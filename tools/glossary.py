"""Check docs/glossary.md against the product: each term once, each used, and every name of the code there."""

from __future__ import annotations

import os
import re
import sys
from collections import Counter
from collections.abc import Callable
from importlib import import_module
from pathlib import Path

import django

ROOT = Path(__file__).parent.parent
PAGE = ROOT / "docs" / "glossary.md"
ROW = re.compile(r"\| \*\*(?P<terms>[^|]+)\*\*[^|]*\| (?P<meaning>.+) \|")
NAME = re.compile(r"`((?:[a-z_]+\.)+\w+|[A-Z]\w+(?:\.\w+)?)`")
LOOKED_IN = (
    "*/templates/**/*.html",
    "prism/words/*.py",
    "prism/methods/*.toml",
    "prism/**/*.py",
    "*/*.py",
    "docs/*.md",
)


def rows(text: str) -> list[tuple[list[str], str]]:
    """Return the terms of each row, and what is said of them."""
    rows = [row for line in text.splitlines() if (row := ROW.fullmatch(line))]
    return [([term.strip() for term in re.split(r"\*\*, \*\*|, ", row["terms"])], row["meaning"]) for row in rows]


def faults(text: str, product: str, is_there: Callable[[str], bool]) -> list[str]:
    """Return what is wrong with a glossary, given all text of the product and whether a dotted name exists."""
    counted = Counter(term.lower() for terms, _ in rows(text) for term in terms)
    faults = [f"'{term}' stands {count} times" for term, count in counted.items() if count > 1]
    faults += [f"'{term}' is used nowhere" for term in counted if not re.search(rf"\b{re.escape(term)}", product)]
    faults += [
        f"no '{name}' in the code" for _, meaning in rows(text) for name in NAME.findall(meaning) if not is_there(name)
    ]
    return faults


def product_text() -> str:
    paths = {path for pattern in LOOKED_IN for path in ROOT.glob(pattern) if ".venv" not in path.parts}
    return "\n".join(path.read_text(encoding="utf-8").lower() for path in sorted(paths) if path != PAGE)


def is_in_the_code(name: str) -> bool:
    """Return whether a dotted name is a module or something in one; `app.Model` stands for a model, `Class` for any."""
    parts = name.split(".")
    for cut in range(len(parts), 0, -1):
        for module in (".".join(parts[:cut]), f"{'.'.join(parts[:cut])}.models"):
            try:
                there: object = import_module(module)
            except ImportError:
                continue
            for part in parts[cut:]:
                there = getattr(there, part, None) or getattr(there, "__dataclass_fields__", {}).get(part)
            if there is not None:
                return True
    return parts[0][0].isupper() and bool(re.search(rf"^class {parts[0]}\b", CODE, re.M))


CODE = "\n".join(path.read_text(encoding="utf-8") for path in ROOT.glob("*/**/*.py") if ".venv" not in path.parts)


def main() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    django.setup()
    if wrong := faults(PAGE.read_text(encoding="utf-8"), product_text(), is_in_the_code):
        sys.exit("docs/glossary.md:\n" + "\n".join(wrong))


if __name__ == "__main__":
    main()
