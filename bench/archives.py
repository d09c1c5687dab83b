"""Archives with values that none can have, their digests made to fit: what is taken must leave pages that answer.
`python -m bench.archives [COUNT]`: each is restored into an empty database, or refused in words with nothing kept;
after each that was taken, every page that reads the table of the changed record is asked for and may not answer 500.
"""

from __future__ import annotations

import json
import os
import re
import sys
import tempfile
import time
import traceback
from collections import Counter, defaultdict
from collections.abc import Callable
from contextlib import suppress
from functools import partial
from pathlib import Path
from typing import Any

import numpy as np

TABLE = re.compile(r'(?:FROM|JOIN) "(\w+)"')
EVERY = 250
"""Archives between two lines of how it goes."""


def main() -> None:
    count = int(sys.argv[1]) if len(sys.argv) > 1 else 10_000
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else 7
    with tempfile.TemporaryDirectory() as folder:
        os.environ |= {"DATABASE": f"{folder}/archives.sqlite3", "STUDIO_ENV": "development"}
        os.environ["DJANGO_SETTINGS_MODULE"] = "studio.settings"
        import django

        django.setup()
        sys.exit(bool(_attack(count, seed, Path(folder))))


def _attack(count: int, seed: int, folder: Path) -> int:
    """Return how many archives left a page that fails."""
    import logging

    from django.apps import apps
    from django.conf import settings
    from django.contrib.auth.models import User
    from django.core.management import call_command
    from django.db import transaction
    from django.test import Client

    from prism.tests.mutating import other_values
    from studio.archive import ArchiveError, restore
    from studio.tests import archived

    settings.ALLOWED_HOSTS = ["*"]
    logging.disable(logging.CRITICAL)
    call_command("migrate", verbosity=0)
    file, rng = folder / "studio.zip", np.random.default_rng(seed)
    pages = _filled(file)
    manifest, sound = archived.read(file)
    lines = sound.splitlines(keepends=True)
    by_model = defaultdict(list)
    for at, line in enumerate(lines):
        by_model[json.loads(line)["model"]].append(at)
    models = sorted(by_model)
    begun, told, faults = time.perf_counter(), Counter[str](), Counter[str]()
    for number in range(1, count + 1):
        spoilt = list(lines)
        at = int(rng.choice(by_model[models[int(rng.integers(len(models)))]]))
        record = json.loads(lines[at])
        table = apps.get_model(record["model"])._meta.db_table
        record["fields"] = json.loads(other_values(json.dumps(record["fields"]).encode(), rng))
        spoilt[at] = json.dumps(record).encode() + b"\n"
        archived.write_fitting(file, manifest, b"".join(spoilt))
        with transaction.atomic():
            try:
                restore(file)
                told["taken"] += 1
            except ArchiveError as wrong:
                told["refused" if str(wrong) else "refused without a word"] += 1
            except Exception:
                faults[f"restore: {_where()} {_changed(lines[at], record)}"] += 1
            else:
                _forget()
                client = Client(headers={"host": "localhost"})
                user = User.objects.filter(username="isla").first()
                if user is not None and user.is_active:
                    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
                for url in (url for url, tables in pages.items() if table in tables):
                    _ask(client.get, url, faults, partial(_changed, lines[at], record))
            transaction.set_rollback(True)
        if number % EVERY == 0 or number == count:
            took = time.perf_counter() - begun
            print(f"{number}: {dict(told)}, {sum(faults.values())} faults, {took:.0f} s", flush=True)
            for fault, times in faults.items():
                print(f"  {times} × {fault}", flush=True)
    return sum(faults.values())


def _ask(get: Callable[[str], Any], url: str, faults: Counter[str], changed: Callable[[], str]) -> None:
    try:
        answer = get(url)
        if answer.status_code >= 500:
            faults[f"{url} {answer.status_code} {changed()}"] += 1
    except Exception:
        faults[f"{url}: {_where()} {changed()}"] += 1


def _where() -> str:
    kind, wrong, trace = sys.exc_info()
    ours = [step for step in traceback.extract_tb(trace) if "site-packages" not in step.filename]
    return f"{kind and kind.__name__} {str(wrong)[:80]!r} at {ours[-1].filename[-40:]}:{ours[-1].lineno}"


def _changed(line: bytes, record: dict[str, Any]) -> str:
    """Return the fields that differ from the sound record."""
    sound, gone = json.loads(line)["fields"], "left out"
    differing = {
        key: str(record["fields"].get(key, gone))[:60]
        for key in {*sound, *record["fields"]}
        if sound.get(key, gone) != record["fields"].get(key, gone)
    }
    return f"[{record['model']} {differing}]"


def _forget() -> None:
    """Empty what is kept by keys of rows, since rows of one key differ from archive to archive."""
    import gc

    from django.apps import apps
    from django.contrib.contenttypes.models import ContentType

    from decks import catalogue
    from web.bounded_cache import BoundedCache
    from web.query_cache import QueryCache

    ContentType.objects.clear_cache()
    ours = {app.name for app in apps.get_app_configs()}
    for module in [each for name, each in sys.modules.items() if name.split(".")[0] in ours]:
        for kept in vars(module).values():
            if isinstance(kept, BoundedCache | QueryCache):
                kept.drop(lambda _: True)
            elif hasattr(kept, "cache_clear") and module is catalogue:
                kept.cache_clear()
    gc.collect(0)


def _thin_out() -> None:
    """Leave two in fifteen of the colours that nothing refers to: an archive comes in and is refused sooner."""
    from django.db import transaction
    from django.db.models import ProtectedError, QuerySet, RestrictedError

    from decks.models import Colour

    # the manager refuses to take out what is shared
    colours: QuerySet[Colour] = QuerySet(Colour).filter(maker__isnull=False)
    for number, pk in enumerate(list(colours.values_list("pk", flat=True))):
        if number % 15 > 1:
            with suppress(ProtectedError, RestrictedError), transaction.atomic():
                colours.filter(pk=pk).delete()


def _filled(file: Path) -> dict[str, set[str]]:
    """Write the archive of a studio with one of everything; return what tables each of its addresses reads."""
    from django.db import connection, transaction
    from django.test.utils import CaptureQueriesContext

    from e2e.screens import STEPS
    from reviews import services
    from studio import demo_station
    from studio.archive import export
    from studio.tests.filled import Filled
    from studio.tests.test_permissions import patterns

    case: Any = Filled("setUp")
    with transaction.atomic():
        Filled.setUpTestData()
        case.client = Filled.client_class(headers={"host": "localhost"})
        case.setUp()
        rooms = demo_station.enter(case.isla)
        services.move(case.review, rooms["Library"])
        _thin_out()
        export(file)
        pages = {}
        steps = [f"/reviews/{case.review.pk}/{step}/" for step in STEPS]
        for url in sorted({*steps, *(case.url(pattern) for pattern in patterns())}):
            _forget()
            with CaptureQueriesContext(connection) as queries:
                answer = case.client.get(url)
            if answer.status_code == 200 and "html" in answer.headers["Content-Type"]:
                pages[url] = {table for query in queries for table in TABLE.findall(query["sql"])}
        transaction.set_rollback(True)
    return pages


if __name__ == "__main__":
    main()
