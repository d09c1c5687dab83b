"""How many faults put into the core on purpose its tests find: a sample of mutants by mutmut.

`python -m tools.mutants [PART…] [--count N] [--seed N]` (`make mutants`): in a copy under var/, so many mutants drawn
by chance of each part; prints the share found by part with its interval of 95 %, and leaves the list of those that
were not in var/mutants/survivors.diff. A mutant that no test reaches counts as not found. Lines that say of which
type an array is are left alone: float arrays stay what they are, and such mutants are no fault.
"""

from __future__ import annotations

import argparse
import ast
import json
import random
import shutil
import subprocess
import sys
from difflib import unified_diff
from functools import cache
from math import sqrt
from pathlib import Path

ROOT = Path(__file__).parent.parent
COPY = ROOT / "var" / "mutants"
PARTS = {
    "claims": ("prism/surety.py", "prism/light/claims.py"),
    "comparison": ("prism/comparison.py",),
    "tint": ("prism/tint/*.py",),
    "light": ("prism/light/*.py",),
    "whites": ("prism/whites/*.py",),
}
SETTINGS = """[tool.mutmut]
source_paths = ["prism"]
only_mutate = {only}
also_copy = ["docs"]
pytest_add_cli_args = ["-p", "no:cacheprovider", "-p", "no:warnings"]
pytest_add_cli_args_test_selection = {tests}
do_not_mutate_patterns = ["dtype="]
process_isolation = "forkserver"
use_git_change_detection = false
timeout_multiplier = 4
timeout_constant = 5
"""
NOT_TESTS_OF_THESE = ("bounds", "decks", "formats", "spoilt_files", "training")
"""Tests of other parts that take long."""
FOUND = {1, 3, 36, 24, 152, 255, -24}
"""Codes by which mutmut says that tests failed, or took far too long."""


def copy() -> None:
    """Make the copy that mutants are put into."""
    shutil.rmtree(COPY, ignore_errors=True)
    COPY.mkdir(parents=True)
    for name in ("prism", "docs"):
        shutil.copytree(ROOT / name, COPY / name, ignore=shutil.ignore_patterns("__pycache__"))
    test_files = sorted(path.relative_to(COPY) for path in (COPY / "prism/tests").glob("test_*.py"))
    tests = [str(path) for path in test_files if path.stem.removeprefix("test_") not in NOT_TESTS_OF_THESE]
    only = sorted({pattern for part in PARTS.values() for pattern in part})
    (COPY / "pyproject.toml").write_text(SETTINGS.format(only=json.dumps(only), tests=json.dumps(tests)))


def mutmut(*words: str) -> str:
    """Run mutmut in the copy and return what it says."""
    done = subprocess.run([sys.executable, "-m", "mutmut", *words], cwd=COPY, capture_output=True, text=True)
    return done.stdout + done.stderr


def codes() -> dict[str, dict[str, int | None]]:
    """Return how each mutant ended, by file."""
    metadata = sorted((COPY / "mutants").rglob("*.py.meta"))
    return {
        str(path.relative_to(COPY / "mutants"))[:-5]: json.loads(path.read_text())["exit_code_by_key"]
        for path in metadata
    }


def widen() -> None:
    """Let a function's mutants meet all tests of each class that reaches it: what a class sets up, or what is kept in a
    cache, is seen in the first of its tests only."""
    path = COPY / "mutants" / "mutmut-stats.json"
    stats = json.loads(path.read_text())
    by_class: dict[str, set[str]] = {}
    for test in stats["duration_by_test"]:
        by_class.setdefault(test.rpartition("::")[0], set()).add(test)
    for name, tests in stats["tests_by_mangled_function_name"].items():
        wide = {other for test in tests for other in by_class.get(test.rpartition("::")[0], {test})}
        stats["tests_by_mangled_function_name"][name] = sorted(wide)
    path.write_text(json.dumps(stats))


def interval(found: int, of: int) -> tuple[float, float]:
    """Return the interval of 95 % of a share (Wilson)."""
    z, share = 1.96, found / of
    middle, half = share + z * z / (2 * of), z * sqrt(share * (1 - share) / of + z * z / (4 * of * of))
    return (middle - half) / (1 + z * z / of), (middle + half) / (1 + z * z / of)


def drawn(parts: list[str], count: int, seed: int) -> dict[str, list[str]]:
    """Return a sample of the mutants of each part."""
    mutants, chance = codes(), random.Random(seed)
    sample = {}
    for part in parts:
        files = [file for file in mutants if any(Path(file).match(part_path) for part_path in PARTS[part])]
        there = [key for file in files for key in mutants[file]]
        sample[part] = chance.sample(sorted(there), min(count, len(there)))
    return sample


@cache
def functions(module: str) -> dict[str, str]:
    """Return the text of each function of a module as mutmut wrote it, the mutants beside what they were made of."""
    tree = ast.parse((COPY / "mutants" / f"{module.replace('.', '/')}.py").read_text())
    return {node.name: ast.unparse(node) for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)}


def diff(key: str) -> str:
    """Return what a mutant changed."""
    module, _, name = key.rpartition(".")
    bodies, plain = functions(module), f"{name.rsplit('__mutmut_', 1)[0]}__mutmut_orig"
    before, after = (bodies.get(function, "").splitlines()[1:] for function in (plain, name))
    return "\n".join([f"# {key}", *list(unified_diff(before, after, n=0, lineterm=""))[2:]])


def main() -> None:
    """Draw, run, and print."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("part", nargs="*", help=f"of {', '.join(PARTS)}; all where none is named")
    asked.add_argument("--count", type=int, default=150)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--again", action="store_true", help="only those that were not found the last time")
    wanted = asked.parse_args()
    parts = wanted.part or list(PARTS)
    before = (COPY / "sample.json").read_text() if wanted.again else ""
    copy()
    output = mutmut("run", "none")  # nothing is so called: mutants are made, and which tests reach which is found
    if not (COPY / "mutants" / "mutmut-stats.json").exists():
        sys.exit(output[-2000:])
    widen()
    sample = drawn(parts, wanted.count, wanted.seed) if not before else json.loads(before)
    mutmut("run", "--max-children", "2", *{key for keys in sample.values() for key in keys})
    ended = {key: code for keys in codes().values() for key, code in keys.items()}
    survivors = {part: [key for key in keys if ended.get(key) not in FOUND] for part, keys in sample.items()}
    for part, keys in sample.items():
        killed = len(keys) - len(survivors[part])
        low, high = interval(killed, len(keys))
        print(f"{part:12} {killed} of {len(keys)} mutants found, {killed / len(keys):.0%} ({low:.0%} to {high:.0%})")
    (COPY / "sample.json").write_text(json.dumps(survivors))
    (COPY / "survivors.diff").write_text("\n".join(diff(key) for keys in survivors.values() for key in keys))


if __name__ == "__main__":
    main()
