"""Speed of whites and schemes: a home solved against trying every white in every room."""

from __future__ import annotations

import numpy as np

from bench.timing import best, report

WHITES, ROOMS, ROWS = 200, 12, 50_000


def of_a_home() -> None:
    """200 whites ranked for each of 12 rooms, and the home's white solved with its one exception."""
    from prism import method
    from prism.reading import read_all
    from prism.stimulus import from_lab
    from prism.whites import home
    from prism.whites.ranking import rank

    wall, rng = method.load(), np.random.default_rng(12)
    whites = read_all([from_lab(lab) for lab in rng.normal([93, -0.4, 3], [2.0, 0.8, 2.5], (WHITES, 3))], wall)
    walls = read_all([from_lab(lab) for lab in rng.normal([72, 0, 4], [12, 3, 5], (ROOMS, 3))], wall)
    keys = [f"w{i:03}" for i in range(WHITES)]
    groups = home.zones(ROOMS, [(0, 1), (1, 2), (4, 5)])
    table = np.zeros((WHITES, ROOMS))

    def ranked() -> None:
        for r, home_wall in enumerate(walls):
            for white in rank(home_wall, whites, keys, wall, there=walls[:1]):
                table[white.index, r] = home.score(white, home_wall.temperature.value)

    def solved() -> None:
        home.solve(table, keys, groups)

    results: dict[str, object] = {}

    def by_trying() -> None:
        rows = table.tolist()
        measures = [(-round(min(row), 9), -round(sum(row) / ROOMS, 9), keys[w]) for w, row in enumerate(rows)]
        first = min(range(WHITES), key=measures.__getitem__)
        least, gained = min(rows[first]), []
        for zone in groups:
            for other in range(WHITES):
                then = min(rows[other if r in zone else first][r] for r in range(ROOMS))
                if other != first and then > least + 1e-9:
                    gained.append((least - then, keys[other], zone))
        results["white"], results["exception"] = first, min(gained) if gained else None

    ranked()
    each, solve = best(ranked, 5), best(solved, 5)
    report(f"{WHITES} whites for {ROOMS} rooms ranked, home solved", f"{1000 * (each + solve):.0f} ms", "under 100 ms")
    report("  the home against trying every white", f"{best(by_trying, 3) / solve:.1f}× faster", "-")
    ours = home.solve(table, keys, groups)
    exception = ours.exception
    same = ours.best.white == results["white"] and (
        (exception and (-exception.gain, keys[exception.white], exception.zone)) == results["exception"]
        if exception
        else not results["exception"]
    )
    report("  the same answer", "yes" if same else "NO", "yes")


def of_schemes(lab: np.ndarray) -> None:
    """Six schemes, two subjects in three characters, from 50,000 colours; against reading every colour for each."""
    from prism import method
    from prism.method.checks import CHARACTERS
    from prism.palette.pool import Pool
    from prism.palette.scheme import CARRIED, scheme
    from prism.reading import read_all
    from prism.spectrum import lightness_to_lrv
    from prism.stimulus import from_lab

    wall = method.load()
    lrv = lightness_to_lrv(lab[:, 0])
    keys = [f"c{i:05}" for i in range(len(lab))]
    subjects = read_all([from_lab(lab) for lab in ((72, -2, 4), (55, 3, 9))], wall)

    def six() -> None:
        pool = Pool(lab, lrv, keys, wall, wall.neutral)
        for subject in subjects:
            for character in CHARACTERS:
                if character not in CARRIED:
                    scheme(subject, character, pool)

    report(f"six schemes from {len(lab):,} colours", f"{1000 * best(six, 3):.0f} ms", "under 300 ms")


def of_a_swap() -> None:
    """One place of a scheme swapped and one surface painted otherwise, in the server, after `review_page`."""
    import time
    from itertools import cycle

    from django.test import Client

    from reviews.context import ReviewContext
    from reviews.models import Review
    from steps.palette.schemes import Schemes

    client = Client()
    review = Review.objects.filter(colour__code="H16.3").latest("pk")
    client.force_login(review.owner, backend="django.contrib.auth.backends.ModelBackend")
    at = Schemes(ReviewContext(review), {})
    middle = at.scheme.at("middle")
    rows = [at.context.decks.id_of(row) for row in (middle.row, *middle.runners_up)]
    accents = [at.context.decks.id_of(row) for row in at.scheme.at("accent").runners_up]
    times = []
    for pk, accent in zip(cycle(rows), accents * 3, strict=False):
        start = time.perf_counter()
        client.get(f"/reviews/{review.pk}/palette/", {"middle": pk, "accent": accent}, headers={"HX-Request": "true"})
        times.append(time.perf_counter() - start)
    report("a swap in a scheme: in the server", f"{1000 * min(times):.0f} ms", "50 ms")
