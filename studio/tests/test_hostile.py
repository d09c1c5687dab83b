"""Every address there is, with fields that are empty, huge, no numbers, contradictory, somebody else's: never a 500.

A view that is added is walked too, by the URL configuration; what its code asks a request for is found in its source.
"""

import os
import random
import re
from itertools import cycle, islice
from pathlib import Path
from urllib.parse import quote_plus

from django.apps import apps
from django.conf import settings
from django.db import transaction

from studio.tests.as_browser import forms_of
from studio.tests.filled import Filled
from studio.tests.test_permissions import patterns

HOSTILE = (
    "", "x", "-1", "9" * 30, "9" * 4300, "1e308", "nan", "-inf", "²", "٣", "\x00", "a\rb\u202ec", "=1+1",
    "<script>{{ 7 }}%(x)s", "../../etc/passwd", "[1,2", "{}", "2026-02-30T25:61", "9999-12-31", "0001-01-01", "a" * 300,
    "a" * 60_000,
)  # fmt: skip
"""Values of fields that nobody means."""
ASKED = re.compile(r"(?:GET|POST|FILES|query|sent|data|asked)(?:\.get|\.getlist|\.pop)?[(\[]\"([\w\-.]+)\"")
NAMED = re.compile(r"name=\"([\w\-.]+)\"")
THOROUGH = "THOROUGH" in os.environ
"""Whether all values are tried everywhere, for minutes: `THOROUGH=1 manage.py test studio.tests.test_hostile`."""
AT_ONCE, EACH, ODD, FIELDS = (len(HOSTILE), 5, 3, 1000) if THOROUGH else (1, 1, 1, 25)
"""Hostile values that each address is sent in all fields, and each field of a form by itself, and bytes that are no
text: they take turns. And fields of one form that are tried: one has nearly two hundred, all read alike."""
AT_RANDOM, SEED = int(os.environ.get("REQUESTS", "150")), int(os.environ.get("SEED", "1"))
"""Requests with parts changed at random, and what they begin with: `REQUESTS=100000 manage.py test …test_hostile`."""
ODD_BYTES = ("%ED%A0%80", "%FF%FE", "%00")
"""What is no UTF-8, as an address carries it."""


def asked_for() -> list[str]:
    """Return the names that views and templates ask a request for."""
    ours = [Path(app.path) for app in apps.get_app_configs() if Path(app.path).parent == Path(settings.ROOT)]
    found = set()
    for app in ours:
        for path in app.rglob("*.py"):
            if "tests" not in path.parts and "migrations" not in path.parts:
                found |= set(ASKED.findall(path.read_text()))
        for path in app.rglob("*.html"):
            found |= set(NAMED.findall(path.read_text()))
    return sorted(found - {"csrfmiddlewaretoken"})


def spoilt(rng, value):
    """Return a value with something done to it that a hand or a program could do."""
    at, letter = rng.randrange(len(value) + 1), chr(rng.choice((rng.randrange(1, 128), rng.randrange(160, 0xD800))))
    return rng.choice(
        (
            rng.choice(HOSTILE), value[:at] + letter + value[at:], value[:at] + letter + value[at + 1 :], value[:at],
            value[at:], f"-{value}", f"{value}0", f"0.{value}", f"{value}e9", f" {value} ", f"{value},{value}",
            str(rng.randrange(-10, 10**rng.randrange(1, 22))), str(rng.uniform(-1e3, 1e3)),
        )
    )  # fmt: skip


class Hostile(Filled):
    def setUp(self):
        super().setUp()
        self.client.raise_request_exception = False
        self.client.force_login(self.isla)

    def send(self, method, url, sent, headers=None, **said):
        """Send something, and take back what it did."""
        with transaction.atomic():
            answer = method(url, sent, headers=headers)
            transaction.set_rollback(True)
        with self.subTest(url=url, method=method.__name__, **said):
            self.assertLess(answer.status_code, 500)

    def test_whatever_is_asked_and_sent_at_once(self):
        names, turn = asked_for(), cycle(HOSTILE)
        self.assertGreater(len(names), 60)
        for pattern in patterns():
            if pattern.name != "sign-out":
                for value in islice(turn, AT_ONCE):
                    for method in (self.client.get, self.client.post):
                        self.send(method, self.url(pattern), dict.fromkeys(names, value), value=value[:30])

    def forms(self):
        """Return each form there is once: what sends it, to where, and what it sends if nobody touched it."""
        found = {}
        for pattern in patterns():
            page = self.client.get(self.url(pattern))
            if page.status_code != 200 or "html" not in page.headers["Content-Type"]:
                continue
            for how, action, untouched in forms_of(page):
                url = action or page.request["PATH_INFO"]
                if "sign-out" not in url:
                    method = self.client.post if how == "post" else self.client.get
                    found.setdefault((url, *untouched), (method, url, untouched))
        return list(found.values())

    def test_every_field_of_every_form_by_itself(self):
        turn, forms, sent = cycle(HOSTILE), self.forms(), set()
        self.assertGreater(len(forms), 80)
        for method, url, untouched in forms:
            few = untouched if len(untouched) <= FIELDS else random.Random(SEED).sample(sorted(untouched), FIELDS)
            for field in few:
                if (url, field) in sent and not THOROUGH:  # another form that is sent there has it too
                    continue
                sent.add((url, field))
                for value in islice(turn, EACH):
                    self.send(method, url, untouched | {field: [value]}, field=field, value=value[:30])

    def test_requests_with_parts_changed_at_random(self):
        rng, names, forms = random.Random(SEED), asked_for(), self.forms()
        addresses = [self.url(pattern) for pattern in patterns() if pattern.name != "sign-out"]
        for number in range(AT_RANDOM):
            method, url, sent = rng.choice(forms)
            if rng.random() < 0.4:
                method, url = rng.choice((self.client.get, self.client.post)), rng.choice(addresses)
                sent = {name: [""] for name in rng.sample(names, rng.randrange(6))}
            sent = dict(sent)
            for field in rng.sample(sorted(sent), min(len(sent), rng.randrange(1, 4))):
                if rng.random() < 0.1:
                    del sent[field]
                else:
                    sent[field] = [spoilt(rng, (sent[field] or [""])[0]) for _ in range(rng.choice((1, 1, 1, 2)))]
            if rng.random() < 0.1:
                url = re.sub(r"\d+|(?<=/)[a-z-]+(?=/$)", lambda part: quote_plus(spoilt(rng, part[0])[:300]), url)
            htmx = {"HX-Request": "true"} if rng.random() < 0.5 else None
            self.send(method, url, sent, headers=htmx, number=number, fields=str(sent)[:300])

    def test_bytes_that_are_no_text(self):
        names, turn = asked_for(), cycle(ODD_BYTES)
        for pattern in patterns():
            for odd in islice(turn, ODD):
                query = "&".join(f"{quote_plus(name)}={odd}" for name in names)
                self.send(self.client.get, f"{self.url(pattern)}?{query}", {}, odd=odd)
