"""Ten thousand random acts of three people on one studio: links followed, forms sent as they are and with what nobody
means. `python -m bench.soak [ACTS]`: a database of its own; nothing may answer 500, and what is kept stays sound.
"""

from __future__ import annotations

import os
import random
import re
import sys
import tempfile
import time
from pathlib import Path
from typing import Any

from bench.timing import report

LINK = re.compile(r'href="(/[^"#]*)"')
LEFT_OUT = re.compile(r"sign-out|\.pdf|document/|manual|/static/|/reader/|archive|export")
"""What takes long, or out of the studio: tried elsewhere."""
EVERY = 1_000
"""Acts between two looks over the database."""
ODD = 0.3
"""Part of the forms that are sent with a field that nobody means."""


def main() -> None:
    acts = int(sys.argv[1]) if len(sys.argv) > 1 else 10_000
    with tempfile.TemporaryDirectory() as folder:
        os.environ |= {"DATABASE": f"{folder}/soak.sqlite3", "STUDIO_ENV": "development"}
        os.environ["DJANGO_SETTINGS_MODULE"] = "studio.settings"
        import django

        django.setup()
        _soak(acts, Path(folder) / "soak.sqlite3")


def _soak(acts: int, path: Path) -> None:
    import logging
    from contextlib import redirect_stdout
    from io import StringIO

    from django.contrib.auth.models import User
    from django.core.management import call_command
    from django.test import Client

    from reviews.models import Review
    from studio.backups import faults
    from studio.tests.as_browser import forms_of
    from studio.tests.test_hostile import HOSTILE

    with redirect_stdout(StringIO()):
        call_command("migrate", verbosity=0)
        call_command("load_demo")
    logging.disable(logging.WARNING)
    rng, people, wrong = random.Random(7), [], []
    for user in User.objects.order_by("pk")[:3]:
        people.append(Client(headers={"host": "localhost"}, raise_request_exception=False))
        people[-1].force_login(user)
    pages: list[Any] = [None] * len(people)
    begun, forms_sent = time.perf_counter(), 0
    for number in range(1, acts + 1):
        turn = rng.randrange(len(people))
        client, page = people[turn], pages[turn]
        text = page.content.decode(errors="replace") if page is not None and not page.streaming else ""
        forms = [form for form in (forms_of(page) if text.startswith("<") or "<form" in text else [])
                 if form[1] and not LEFT_OUT.search(form[1])]  # fmt: skip
        links = [url.replace("&amp;", "&") for url in LINK.findall(text) if not LEFT_OUT.search(url)]
        if forms and rng.random() < 0.5:
            how, url, sent = rng.choice(forms)
            if sent and rng.random() < ODD:
                sent = sent | {rng.choice(list(sent)): [rng.choice(HOSTILE)]}
            answer = (client.post if how == "post" else client.get)(url, sent)
            forms_sent += 1
        else:
            url = rng.choice(links) if links and rng.random() < 0.85 else "/"
            answer = client.get(url)
        if answer.status_code >= 500:
            wrong.append(f"{number}: {answer.status_code} {url}")
            print(wrong[-1], flush=True)
        if answer.status_code == 302:
            there = answer.headers["Location"]
            url = there if there.startswith("/") and not LEFT_OUT.search(there) else "/"
            answer = client.get(url)
        pages[turn] = answer if "html" in answer.headers.get("Content-Type", "") else None
        if number % EVERY == 0:
            wrong += faults(path)
            review = Review.objects.filter(deleted=None).order_by("?").first()
            if review and people[0].get(review.get_absolute_url()).status_code != 200:
                wrong.append(f"{number}: {review.get_absolute_url()} does not open")
    report(f"{acts:,} random acts, {forms_sent:,} of them forms sent", f"{time.perf_counter() - begun:.0f} s", "-")
    report("  answers of 500, and rows or pages that are damaged", str(len(wrong)), "0")


if __name__ == "__main__":
    main()
