"""Who may do what: every address of the URL configuration for everybody there is, reading and writing, as one table.

The table is committed; what differs from it is a change of who may, to be looked at before it is written down:
`WRITE=1 manage.py test studio.tests.test_table`.
"""

import os
from pathlib import Path

from django.conf import settings
from django.db import transaction
from django.test import Client

from documents.models import Shared
from people.models import Role
from studio.tests.filled import Filled
from studio.tests.test_permissions import address, patterns

TABLE = Path(settings.ROOT) / "docs" / "permissions.md"
HEAD = """# Who may do what

Every address, and whether each may read (r) and write (w) there what is the studio's: made by walking all of them.
A dot is a no: the door, “not found” or a refusal in words. Writing is tried with an empty form, so that `w` says that
one gets as far as the form.

| address | nobody | client’s link | junior | specialist | owner | another studio |
| --- | --- | --- | --- | --- | --- | --- |
"""


class Table(Filled):
    def people_there(self):
        found = [Client(), Client()]
        for user in (self.people[Role.JUNIOR], self.people[Role.SPECIALIST], self.people[Role.OWNER], self.rory):
            found.append(Client())
            found[-1].force_login(user)
        for one in found:
            one.raise_request_exception = False
        return found

    def may(self, client, url, method):
        with transaction.atomic():
            answer = getattr(client, method)(url)
            transaction.set_rollback(True)
        self.assertLess(answer.status_code, 500, url)
        to_door = answer.status_code == 302 and answer.url.startswith("/sign-in/")
        return answer.status_code not in (401, 403, 404, 405) and not to_door

    def test_it_is_as_it_is_written_down(self):
        names = ("nobody", "client", "junior", "specialist", "owner", "other")
        token, clients, lines = Shared.objects.get().token, self.people_there(), []
        for pattern in sorted(patterns(), key=lambda one: one.name):
            if pattern.name == "sign-out":
                continue
            cells = []
            for name, client in zip(names, clients, strict=True):
                url = self.url(pattern)
                if name == "client" and "token" in pattern.pattern.converters:
                    url = address(pattern, **self.filled["review"] | {"token": token})
                marks = "".join("rw"[i] for i, how in enumerate(("get", "post")) if self.may(client, url, how))
                cells.append(marks or "·")
            lines.append(f"| {pattern.name} | {' | '.join(cells)} |")
        text = HEAD + "\n".join(lines) + "\n"
        if "WRITE" in os.environ:
            TABLE.write_text(text)
        self.assertEqual(text, TABLE.read_text())
        self.assertGreater(len(lines), 120)

    def test_another_studio_has_nothing_of_this_one(self):
        """Reading or writing something by its number leads nowhere for somebody of another studio."""
        rows = [line.split(" | ") for line in TABLE.read_text().splitlines() if line.startswith("| ")][2:]
        shared = {row[0].removeprefix("| ") for row in rows if row[-1].rstrip(" |") != "·"}
        numbered = {one.name for one in patterns() if {"pk", "reading", "rule"} & set(one.pattern.converters)}
        self.assertEqual(shared & numbered, PUBLIC)


PUBLIC = {"colour", "colour-peek", "deck-cancel"}
"""Addresses of something by its number that are everybody's: the colours of decks that all studios share;
and forgetting a file that is not there, which leads back."""
