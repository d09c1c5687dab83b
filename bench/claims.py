"""What is claimed, and how fast: calibration, boards and wishes as tables, and graded statements in number.

Printed by `make bench`; `python -m bench.claims` prints this part alone.
"""

from __future__ import annotations

import numpy as np

from bench.timing import best, report
from prism import demo
from prism.classify import classify_many
from prism.comparison import compare, compare_many
from prism.method import load
from prism.reading import read_many
from prism.side_by_side import Colours, side_by_side
from prism.tests import boards, calibration

ROWS = 50_000


def tables() -> None:
    """Print how often what is claimed is true, and which boards a question brings."""
    method = load()
    print("\nof what is claimed, how much is true; of differences of ΔE00 3 to 5, how many are left unsaid")
    for line in calibration.lines(calibration.calibrate(method)):
        print(f"  {line}")
    questions = boards.question_boards(method)
    near, share = questions[:, 0], questions[:, 1]
    print(
        f"\nquestion boards of {boards.SUBJECTS} subjects: median ΔE00 {np.median(near):.2f} (aim: 2.6 at most), "
        f"90 % within {np.percentile(near, 90):.2f}; share on the axis {share.mean():.2f} (aim: 0.9)"
    )


def speeds() -> None:
    """Print how long graded statements take, by themselves and in number."""
    method, entries = load(), demo.deck()
    lab = np.array([entry.colour.lab for entry in entries])
    lrv = np.array([entry.colour.lrv for entry in entries])
    some = slice(0, 400)
    readings = read_many(lab[some], lrv[some], np.full(400, 0.3), method)
    read = best(lambda: read_many(lab[some], lrv[some], np.full(400, 0.3), method)) / 400
    timing = best(lambda: read_many(lab[:1], lrv[:1], [0.3], method), 40)
    pairs = best(lambda: compare_many(readings[:200], readings[200:], method)) / 200
    single = best(lambda: compare(readings[0], readings[1], method), 40)
    many, y = np.resize(lab, (ROWS, 3)), np.resize(lrv, ROWS)
    doubt = np.full(ROWS, 1.0)
    surveyed = best(lambda: classify_many(many, y, doubt, method), 3)
    first = Colours.of(many, 1.0, method.neutral)
    second = Colours.of(np.roll(many, 7, axis=0), 1.0, method.neutral)
    compared = best(lambda: side_by_side(first, second, 0.5, method), 3)
    for name, value, aim in (
        ("a graded reading, of 400", f"{1000 * read:.2f} ms", "0.3 ms"),
        ("  by itself", f"{1000 * timing:.1f} ms", "-"),
        ("a graded pair, of 200", f"{1000 * pairs:.2f} ms", "1 ms"),
        ("  by itself", f"{1000 * single:.1f} ms", "-"),
        ("50,000 colours graded", f"{surveyed:.2f} s", "1 s"),
        ("50,000 pairs graded", f"{compared:.2f} s", "1 s"),
        ("  one by one, against all of it", f"{single * ROWS / compared:.0f}×", "-"),
    ):
        report(name, value, aim)


def main() -> None:
    speeds()
    tables()


if __name__ == "__main__":
    main()
