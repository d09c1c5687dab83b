"""Draw the house from its imports, between the marks in docs/architecture.md; without --write only check it.

Each level imports the ones below it and none above. A circle of modules, imports for type checking included, is an
error. Run by `make check`.
"""

from __future__ import annotations

import ast
import sys
import tomllib
from collections.abc import Iterable
from graphlib import CycleError, TopologicalSorter
from importlib.util import find_spec
from pathlib import Path

import grimp

ROOT = Path(__file__).parent.parent
PAGE = ROOT / "docs" / "architecture.md"
APPS = tuple(
    tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["tool"]["importlinter"]["root_packages"]
)
"""All packages of the product, as the layering checks list them."""
INSIDE = ("prism", "reviews", "steps")
"""Packages whose inside is drawn too."""


def graph() -> dict[str, set[str]]:
    """Return which module imports which, tests and migrations left out."""
    whole = grimp.build_graph(*APPS, include_external_packages=False, cache_dir=None)
    modules = [name for name in whole.modules if ".tests" not in name and ".migrations" not in name]
    return {name: whole.find_modules_directly_imported_by(name) & set(modules) for name in modules}


def folded(imports: dict[str, set[str]], names: Iterable[str]) -> dict[str, set[str]]:
    """Return the imports between packages, each standing for all that is in it."""
    wanted = sorted(names, key=len, reverse=True)

    def home(module: str) -> str | None:
        return next((name for name in wanted if module == name or module.startswith(f"{name}.")), None)

    between: dict[str, set[str]] = {name: set() for name in wanted}
    for module, others in imports.items():
        own = home(module)
        if own:
            between[own] |= {there for other in others if (there := home(other)) and there != own}
    return between


def levels(between: dict[str, set[str]]) -> list[list[str]]:
    """Return packages by how far above the ground they stand, the highest first."""
    height: dict[str, int] = {}
    for name in TopologicalSorter(between).static_order():
        height[name] = 1 + max((height[other] for other in between[name]), default=-1)
    tops = range(max(height.values(), default=0), -1, -1)
    return [sorted(name for name in height if height[name] == top) for top in tops]


def says(module: str) -> str:
    """Return the first sentence of a module's docstring."""
    spec = find_spec(module)
    text = ast.get_docstring(ast.parse(Path(spec.origin).read_text(encoding="utf-8"))) if spec and spec.origin else ""
    return " ".join((text or "").split("\n\n")[0].split()).split(". ")[0].rstrip(".")


def children(imports: dict[str, set[str]], parent: str) -> set[str]:
    depth = parent.count(".") + 2
    return {".".join(name.split(".")[:depth]) for name in imports if name.startswith(f"{parent}.")}


def drawn(imports: dict[str, set[str]]) -> str:
    """Return the picture: the apps with what each imports, then the inside of the larger ones, level by level."""
    apps = folded(imports, APPS)
    lines = ["```", "The apps, each above all that it imports", ""]
    for row in levels(apps):
        for name in row:
            lines.append(f"  {name:<12} {says(name)}")
            if apps[name]:
                lines.append(f"  {'':<12} → {', '.join(app for app in APPS if app in apps[name])}")
    for parent in INSIDE:
        lines += ["", f"Inside {parent}, each level above all that it imports", ""]
        for number, row in enumerate(levels(folded(imports, children(imports, parent)))):
            for name in row:
                short = name.removeprefix(f"{parent}.")
                lines.append(f"  {number + 1:>2}  {short:<16} {says(name)}")
    return "\n".join([*lines, "```"])


def main() -> None:
    """Check the picture, or draw it anew."""
    imports = graph()
    try:
        TopologicalSorter(imports).prepare()
    except CycleError as circle:
        sys.exit(f"Import circle: {' → '.join(reversed(circle.args[1]))}")
    page = PAGE.read_text(encoding="utf-8")
    start, end = "<!-- drawn by tools/architecture.py -->\n", "\n<!-- end of what is drawn -->"
    head, rest = page.split(start)
    new = head + start + drawn(imports) + end + rest.split(end)[1]
    if "--write" in sys.argv:
        PAGE.write_text(new, encoding="utf-8")
    elif new != page:
        sys.exit("docs/architecture.md does not match the imports: run `python -m tools.architecture --write`")


if __name__ == "__main__":
    main()
