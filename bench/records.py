"""Speed of a studio with 2,000 reviews and 20,000 viewings: the first page, the log, the search, and its archive."""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time
from datetime import timedelta
from functools import partial
from pathlib import Path
from uuid import uuid4

from bench.timing import best, report

REVIEWS, VIEWINGS = 2_000, 20_000


def _fill() -> None:
    from django.contrib.auth.models import User
    from django.utils import timezone

    from decks.models import Colour
    from jobs.models import Job
    from records.models import Change
    from reviews.models import Review
    from studio import demo_station as station
    from viewings.models import Decision, Viewing

    user = User.objects.get(username="skerry")
    colours = list(Colour.objects.filter(maker__isnull=False).order_by("pk")[: REVIEWS // 2])
    rooms = list(Job.objects.first().rooms.all())
    for _ in range(20):
        rooms += list(station.enter(user).values())
    now = timezone.now()
    reviews = Review.objects.bulk_create(
        Review(owner=user, colour=colours[i % len(colours)], room=rooms[i % len(rooms)], verdict=f"Seen {i}, it holds.")
        for i in range(REVIEWS)
    )
    predicted = {
        "differences": {"depth": 0.5, "warmth": 0.2, "clearness": 0.0, "hue": -0.4},
        "doubt": 1.3,
        "lux": 210.0,
    }
    Viewing.objects.bulk_create(
        Viewing(
            review=reviews[i % REVIEWS], colour=reviews[i % REVIEWS].colour, room=reviews[i % REVIEWS].room,
            at=now + timedelta(hours=i % 2_000 - 1_950), planned_by=user, wall="north",
            **({"seen": {"hue": 1, "depth": -1}, "answer": "yes", "words": "a little green", "seen_at": now, "by": user,
                "sent": uuid4(), "predicted": predicted} if i % 50 else {}),
        )
        for i in range(VIEWINGS)
    )  # fmt: skip
    Decision.objects.bulk_create(
        Decision(review=review, colour=review.colour, reason="It holds.", by=user) for review in reviews[::3]
    )
    told = {"thing": "reviews.Review", "action": 1, "content_type_id": 1, "actor": user, "object_repr": "review"}
    Change.objects.bulk_create(
        Change(
            review=reviews[i % REVIEWS], changes={"verdict": ["", f"Seen {i}"]}, object_pk="1", timestamp=now, **told
        )
        for i in range(VIEWINGS)
    )


def of_a_large_studio() -> None:
    """Time pages in the server, and the archive against the copy that the database makes of itself."""
    from django.contrib.auth.models import User
    from django.db import connection
    from django.test import Client
    from django.urls import reverse

    from reviews.models import Review
    from studio.archive import export
    from viewings.models import Viewing

    _fill()
    client = Client()
    client.force_login(User.objects.get(username="skerry"))
    review, viewing = Review.objects.last(), Viewing.objects.filter(seen_at=None).last()
    assert review is not None and viewing is not None
    start = time.perf_counter()
    client.get("/find/", {"q": "treads"})
    report(f"the first search, which reads {REVIEWS:,} reviews", f"{time.perf_counter() - start:.1f} s", "-")
    for name, url, aim in (
        ("the first page", "/", "50 ms"),
        ("the calendar of viewings", reverse("viewings"), "-"),
        ("the log of a viewing", reverse("viewing", args=[viewing.pk]), "50 ms"),
        ("a search by name", "/find/?q=pilot", "50 ms"),
        ("a search by meaning", "/find/?q=cool+grey+with+slate+treads", "50 ms"),
        ("  the same as it is typed", "/find/?q=blue+that+went+green+in+the+evening", "50 ms"),
        ("the record of a review", reverse("review-record", args=[review.pk]), "-"),
    ):
        headers = {"HX-Request": "true"} if url.startswith("/find/") else {}
        took = best(partial(client.get, url, headers=headers), 5)
        report(
            f"{name}, among {REVIEWS:,} reviews",
            f"{1000 * took:.0f} ms",
            aim,
        )
    with tempfile.TemporaryDirectory() as folder:
        start = time.perf_counter()
        told = export(Path(folder) / "studio.zip")
        took = time.perf_counter() - start
        with connection.cursor() as cursor:
            copied = best(lambda: cursor.execute("VACUUM INTO ?", [f"{folder}/{time.perf_counter_ns()}.sqlite3"]), 1)
        report(f"{sum(told.counts.values()):,} records as one file", f"{took:.1f} s", "-")
        report("  against copying the database", f"{took / max(copied, 1e-9):.0f}× as long", "-")
        env = os.environ | {"DATABASE": f"{folder}/restored.sqlite3"}
        subprocess.run([sys.executable, "manage.py", "migrate", "-v0"], check=True, env=env)
        start = time.perf_counter()
        subprocess.run([sys.executable, "manage.py", "restore_studio", f"{folder}/studio.zip"], check=True, env=env,
                       capture_output=True)  # fmt: skip
        report("  and its restore into an empty database", f"{time.perf_counter() - start:.1f} s", "under 60 s")
