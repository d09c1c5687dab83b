"""Speed of whites and schemes: a home solved against trying every white in every room."""

from __future__ import annotations

import numpy as np

from bench.timing import best, report

WHITES, ROOMS, ROWS = 200, 12, 50_000


def of_a_home() -> None:
    """200 whites ranked for each of 12 rooms, and the home's white solved with its one exception."""
    from prism import school
    from prism.reading import read_all
    from prism.stimulus import from_lab
    from prism.whites import home
    from prism.whites.ranking import rank

    wall, rng = school.load(), np.random.default_rng(12)
    whites = read_all([from_lab(lab) for lab in rng.normal([93, -0.4, 3], [2.0, 0.8, 2.5], (WHITES, 3))], wall)
    walls = read_all([from_lab(lab) for lab in rng.normal([72, 0, 4], [12, 3, 5], (ROOMS, 3))], wall)
    keys = [f"w{i:03}" for i in range(WHITES)]
    groups = home.zones(ROOMS, [(0, 1), (1, 2), (4, 5)])
    table = np.zeros((WHITES, ROOMS))

    def ranked() -> None:
        for r, one in enumerate(walls):
            for white in rank(one, whites, keys, wall, there=walls[:1]):
                table[white.index, r] = home.score(white, one.temperature.value)

    def solved() -> None:
        home.solve(table, keys, groups)

    def by_trying() -> None:
        least = [min(row) for row in table.tolist()]
        first = max(range(WHITES), key=least.__getitem__)
        for zone in groups:
            for other in range(WHITES):
                min(table[other if r in zone else first, r] for r in range(ROOMS))

    ranked()
    each, solve = best(ranked, 5), best(solved, 5)
    report(f"{WHITES} whites for {ROOMS} rooms ranked, home solved", f"{1000 * (each + solve):.0f} ms", "under 100 ms")
    report("  the home against trying every white", f"{best(by_trying, 3) / solve:.1f}× faster", "-")


def of_schemes(lab: np.ndarray) -> None:
    """Six schemes, two subjects in three characters, from 50,000 colours."""
    from prism import school
    from prism.company.scheme import CHARACTERS, scheme
    from prism.reading import read_all
    from prism.spectrum import lightness_to_lrv
    from prism.stimulus import from_lab

    wall = school.load()
    lrv = lightness_to_lrv(lab[:, 0])
    keys = [f"c{i:05}" for i in range(len(lab))]
    subjects = read_all([from_lab(one) for one in ((72, -2, 4), (55, 3, 9))], wall)

    def six() -> None:
        for subject in subjects:
            for character in CHARACTERS:
                scheme(subject, character, lab, lrv, keys, wall, wall.neutral)

    report(f"six schemes from {len(lab):,} colours", f"{1000 * best(six, 3):.0f} ms", "under 300 ms")
