"""What every screen of the demo costs: seconds of a processor and queries, after `review_page` of `python -m bench`."""

from __future__ import annotations

import time

import numpy as np

from bench.timing import report

MANY_QUERIES = 12


def of_every_screen() -> None:
    from django.contrib.auth.models import User
    from django.db import connection
    from django.test import Client
    from django.test.utils import CaptureQueriesContext

    from e2e.screens import SCREENS

    client = Client(headers={"host": "localhost"})
    client.force_login(User.objects.get(username="skerry"), backend="django.contrib.auth.backends.ModelBackend")

    def cost(url: str) -> float:
        times = []
        for _ in range(6):  # the first of them computes what is kept
            start = time.process_time()
            client.get(url)
            times.append(time.process_time() - start)
        return 1000 * min(times)

    bare = cost("/health/")
    costs = {url: cost(url) for url in SCREENS}
    queries = {}
    for url in SCREENS:
        with CaptureQueriesContext(connection) as asked:
            client.get(url)
        queries[url] = len(asked)
    half, most = np.quantile(list(costs.values()), [0.5, 0.95])
    report(f"{len(costs)} screens of the demo again, processor: half under", f"{half:.0f} ms", "25 ms")
    report("  19 of 20 under", f"{most:.0f} ms", "70 ms")
    report("  the same, times the health page", f"{half / bare:.0f}×, {most / bare:.0f}×", "-")
    many = sorted((count, url) for url, count in queries.items() if count > MANY_QUERIES)
    report(f"  with more than {MANY_QUERIES} queries", f"{len(many)} of {len(queries)}", "none")
    for count, url in reversed(many):
        print(f"    {count:3} queries, {costs[url]:4.0f} ms  {url}")
