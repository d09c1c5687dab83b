"""Speed, as ratios against a library or a naive way in the same run: `make bench`. Printed, never asserted."""

from __future__ import annotations

import gzip
import os
import re
import resource
import subprocess
import sys
import time
from functools import partial
from typing import TYPE_CHECKING

import numpy as np

from bench import claims, documents, light, pages, records, training, whites
from bench.timing import best, report

if TYPE_CHECKING:
    from django.test import Client

ROWS = 50_000


def deck(n: int, rng: np.random.Generator) -> np.ndarray:
    """A deck like real ones: mostly light and near-neutral."""
    lightness = 100 - rng.gamma(2.2, 9, n).clip(1, 85)
    spread = rng.choice([3, 8, 22], n, p=[0.6, 0.25, 0.15])
    return np.stack([lightness, rng.normal(-0.2, spread), rng.normal(3.5, spread)], axis=1)


def nearest_of_fifty_thousand() -> None:
    from prism.nearest import Nearest, nearest
    from prism.tests.oracle import oracle

    rng = np.random.default_rng(11)
    lab = deck(ROWS, rng)
    targets = deck(40, rng)
    tree = Nearest(lab)
    brute = oracle().delta_E
    same = all(
        (np.argsort(brute(t, lab, method="CIE 2000"), kind="stable")[:12] == tree.query(t, 12)[0]).all()
        for t in targets
    )
    ours = best(lambda: [tree.query(t, 12) for t in targets], 7) / len(targets)
    own_brute = best(lambda: nearest(targets[0], lab), 5)
    theirs = best(lambda: brute(targets[0], lab, method="CIE 2000"), 5)
    report("12 nearest of 50,000, against the oracle's brute force", f"{theirs / ours:.0f}×", "60×")
    report("  the same answer for 40 colours", "yes" if same else "NO", "yes")
    report("  our own brute force, against the oracle's", f"{theirs / own_brute:.1f}×", "-")


def import_time() -> None:
    def cost(statement: str) -> float:
        command = [sys.executable, "-W", "ignore", "-c", statement]
        return best(lambda: subprocess.run(command, check=True, capture_output=True), 5)

    empty = cost("pass")
    ours = cost("import prism.__main__, prism.comparison") - empty
    theirs = cost("import colour") - empty
    report("import of the core, as a part of the oracle's", f"{ours / theirs:.2f}", "under 0.3")


def review_page() -> None:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "studio.settings")
    os.environ["STUDIO_ENV"] = "demo"
    os.environ["DATABASE"] = ":memory:"
    import django

    django.setup()
    from django.conf import settings
    from django.contrib.auth.models import User
    from django.core.management import call_command
    from django.db import connection
    from django.test import Client
    from django.test.utils import CaptureQueriesContext

    settings.ALLOWED_HOSTS.append("testserver")
    call_command("migrate", verbosity=0)
    call_command("load_demo", stdout=open(os.devnull, "w"))  # noqa: SIM115, PTH123
    call_command("collectstatic", interactive=False, verbosity=0)
    from decks import services as deck_services
    from decks.models import Colour
    from prism.stimulus import from_lab
    from reviews.models import Review
    from steps import registry
    from steps import services as step_services

    user = User.objects.get(username="skerry")
    own = deck_services.keep_own(user, "Only Lab", from_lab((84.0, -1.2, 2.1)), None)
    review = step_services.start(user, own)
    client = Client()
    client.force_login(user, backend="django.contrib.auth.backends.ModelBackend")
    bare = best(lambda: client.get("/health/"), 30)

    def asked(name: str, url: str, aim: str, cold: str = "") -> None:
        if cold:
            took = min(first_visit(client, url, review.pk) for _ in range(5))
            report(f"{name}, first visit with nothing kept: in the server", f"{1000 * took:.0f} ms", cold)
        client.get(url)
        took = best(lambda: client.get(url), 20)
        report(f"{name}, again", f"{1000 * took:.0f} ms", aim)
        report("  against the health page of the same server", f"{took / bare:.0f}×", "-")
        with CaptureQueriesContext(connection) as queries:
            client.get(url)
        report("  queries", str(len(queries)), "12 at most")

    for step in registry.ALL:
        asked(f"review of a Lab colour, {step.key}", f"/reviews/{review.pk}/{step.key}/", "under 50 ms", "under 120 ms")
    demo_colours = list(Colour.objects.exclude(pk=own.pk)[:60])
    for colour in demo_colours:
        step_services.start(user, colour)
    asked("home with 60 reviews", "/", "under 50 ms")
    in_room = Review.objects.filter(room__name="Library", colour__code="H16.3").latest("pk")
    asked("light in a room", f"/reviews/{in_room.pk}/light/", "under 150 ms", "-")
    for url in (f"/rooms/{in_room.room_id}/", f"/jobs/{in_room.room.job_id}/summary/"):
        asked(url, url, "under 150 ms")
    for url in ("/jobs/", "/colours/", "/methods/", "/colours/import/", "/reader/"):
        asked(url, url, "under 50 ms")
    review = Review.objects.filter(colour__code="H16.3").latest("pk")
    page = client.get(f"/reviews/{review.pk}/compare/").content
    total = len(gzip.compress(page, 6))
    for url in sorted(set(re.findall(rb'(?:href|src)="(/static/[^"]+)"', page))):
        total += shipped(settings.STATIC_ROOT, url.decode())
    css = next(settings.STATIC_ROOT.glob("studio/app.*.css")).read_text()
    for font in set(re.findall(r"url\(\"?(?:\.\./)?(fonts/[^)\"]+)\"?\)", css)):
        if "plex-sans-latin" not in font:  # already counted: the page preloads it
            total += shipped(settings.STATIC_ROOT, f"/static/{font}")
    report("whole review page over the wire, fonts and all", f"{total / 1000:.0f} kB", "under 250 kB")


def first_visit(client: Client, url: str, pk: int) -> float:
    """Return the seconds a page takes when the server holds no catalogue and the review no findings."""
    from decks.catalogue import _catalogue
    from reviews.models import Review

    _catalogue.cache_clear()
    Review.objects.filter(pk=pk).update(findings={})
    start = time.perf_counter()
    client.get(url)
    return time.perf_counter() - start


def choosing_and_swapping() -> None:
    """A comparison set from 50,000 colours, and a swap on the demo wall, after `review_page`."""
    from django.contrib.auth.models import User
    from django.test import Client

    from prism.choosing.comparison_set import choose
    from prism.choosing.deck import Deck
    from prism.comparison import compare
    from prism.method import load
    from prism.reading import read_many
    from prism.tests.test_choosing import READINGS
    from reviews.context import ReviewContext
    from reviews.models import Board, Review

    wall = load()
    lab = deck(ROWS, np.random.default_rng(4))
    offered = Deck(lab, 100 * ((lab[:, 0] + 16) / 116) ** 3, np.full(ROWS, 0.8), np.zeros(ROWS, dtype=np.int64))
    subject = READINGS[150]
    chosen = best(lambda: choose(subject, offered, wall, wall.neutral), 9)
    some = read_many(lab[:400], offered.lrv[:400], offered.doubt[:400], wall)
    naive = best(lambda: [compare(subject, other, wall) for other in some], 3) * ROWS / 400
    report("a set from 50,000", f"{1000 * chosen:.0f} ms", "30 ms")
    report("  against comparing with each of them", f"{naive / chosen:.0f}×", "-")
    client = Client()
    client.force_login(User.objects.get(username="skerry"), backend="django.contrib.auth.backends.ModelBackend")
    review = Review.objects.filter(colour__code="H16.3").latest("pk")
    review.step = "compare"
    review.save()
    times = []
    for _ in range(8):
        colour = next(
            swatch for swatch in ReviewContext(review).set.comparison_colours if swatch.why == "greyer"
        ).colour
        start = time.perf_counter()
        client.post(
            f"/reviews/{review.pk}/compare/board/", {"act": "swap", "colour": colour.pk}, headers={"HX-Request": "true"}
        )
        times.append(time.perf_counter() - start)
    Board.objects.all().delete()
    report("a swap on the wall: in the server", f"{1000 * min(times):.0f} ms", "50 ms")


def strengths_and_recipes() -> None:
    """A run with neighbours from 50,000, and estimated recipes, after `review_page`."""
    from prism import demo
    from prism.method import load
    from prism.nearest import Nearest
    from prism.stimulus import from_lab
    from prism.tint.estimate import estimate
    from prism.tint.strengths import strengths

    wall, system = load(), demo.tint_system()
    tree = Nearest(deck(ROWS, np.random.default_rng(6)))
    recipe = demo.find("H16.3").recipe
    fifteen = [float(p) for p in np.linspace(-75, 100, 15)]

    def run() -> None:
        for step in strengths(recipe, fifteen, system, wall):
            tree.query(step.reading.lab, 3)

    together = best(run, 9)
    one_by_one = best(lambda: [strengths(recipe, [p], system, wall) for p in fifteen], 5)
    report("15 strengths with neighbours from 50,000", f"{1000 * together:.0f} ms", "40 ms")
    report("  the strengths alone, one by one, against all of it", f"{one_by_one / together:.1f}×", "-")
    entries = demo.deck()[::9]
    spectra = best(lambda: [estimate(entry.colour, system) for entry in entries], 1) / len(entries)
    labs = best(lambda: [estimate(from_lab(entry.colour.lab), system) for entry in entries], 1) / len(entries)
    report("a recipe estimated from a spectrum", f"{1000 * spectra:.0f} ms", "150 ms; 60 ms for many")
    report("a recipe estimated from Lab", f"{1000 * labs:.0f} ms", "150 ms; 60 ms for many")


def fifty_thousand_line_deck() -> None:
    """After `review_page`, which sets Django up."""
    from django.contrib.auth.models import User
    from django.test import Client

    from decks import files
    from decks.catalogue import Wanted, catalogue
    from decks.models import Colour
    from decks.preview import FilePreview
    from prism.formats.deck import Entry
    from prism.method import load
    from prism.reading import read

    rng = np.random.default_rng(5)
    lines = [f"C{i},Name {i},{row[0]:.2f},{row[1]:.2f},{row[2]:.2f}" for i, row in enumerate(deck(ROWS, rng))]
    owner = User.objects.create(username="bench")
    waiting = files.start(owner, "Bench", "deck.csv", "\n".join(["code,name,L*,a*,b*", *lines]).encode())
    looked = best(lambda: FilePreview(waiting).summary, 1)
    one_by_one = best(lambda: [Entry(1, "a", "a", lab=(50, 1, i / 100)).stimulus() for i in range(500)], 3) * ROWS / 500
    report("50,000 lines looked at", f"{looked:.1f} s", "3 s")
    report("  against converting the colours one by one", f"{one_by_one / looked:.1f}×", "-")
    brought = best(lambda: files.apply(waiting), 1)
    report("  brought in", f"{brought:.1f} s", "10 s")
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1000
    report("  memory of this whole process so far", f"{peak:.0f} MB", "300 MB")
    current_decks = catalogue(owner)
    wanted = Wanted(lrv_low=50, lrv_high=70, undertone="blue", sort="lrv")
    current_decks.select(wanted)
    filtered = best(lambda: current_decks.select(wanted), 5)
    some = list(Colour.objects.filter(maker__owner=owner)[:500])
    naive = best(lambda: [read(c.stimulus, load()).undertone.main == "blue" for c in some], 2) * ROWS / 500
    report("filter and order of 50,000, against reading each", f"{naive / filtered:.0f}×", "-")
    client = Client()
    client.force_login(owner, backend="django.contrib.auth.backends.ModelBackend")
    for url in ("/colours/?undertone=blue&sort=lrv", "/find/?q=123"):
        took = best(partial(client.get, url, headers={"HX-Request": "true"}), 5)
        report(f"  in the server: {url}", f"{1000 * took:.0f} ms", "50 ms")


def held_of(n: int, rng: np.random.Generator):
    from decks.catalogue import Catalogue

    lab = deck(n, rng)
    texts = tuple(f"bulk {i} c{i} bench" for i in range(n))
    return Catalogue(
        ids=np.arange(n),
        makers=np.ones(n, dtype=np.int64),
        strips=np.zeros(n, dtype=np.int64),
        strip_names=("",) * n,
        lab=lab,
        lrv=100 * ((lab[:, 0] + 16) / 116) ** 3,
        provenance=("maker-lab",) * n,
        has_recipe=np.zeros(n, dtype=bool),
        has_spectrum=np.zeros(n, dtype=bool),
        screens=np.full(n, b"#808080"),
        texts=texts,
        names=texts,
        codes=texts,
    )


def growth() -> None:
    """Filtering, searching, ordering and twins from 3 k to 1 M colours, each against the smallest."""
    from decks.catalogue import Wanted

    rng = np.random.default_rng(8)
    targets = deck(20, rng)
    filtered, searched = Wanted(lrv_low=50, lrv_high=70, undertone="blue", sort="lrv"), Wanted(text="bulk 123")
    acts = {
        "filter and order": lambda catalogue: catalogue.select(filtered),
        "search in names": lambda every_deck: every_deck.select(searched),
        "twins of 20": lambda held: [held.nearest(target, 6) for target in targets],
    }
    smallest: dict[str, float] = {}
    for n in (3_000, 50_000, 250_000, 1_000_000):
        held = held_of(n, rng)
        for name, act in acts.items():
            act(held)
            took = best(partial(act, held), 5)
            smallest.setdefault(name, took)
            aim = "200 ms at 250,000" if name == "twins of 20" else "50 ms at 50,000, 150 ms at 250,000"
            report(f"{name} among {n:,}, and against 3,000", f"{1000 * took:.1f} ms, {took / smallest[name]:.0f}×", aim)


def shipped(root: os.PathLike[str], url: str) -> int:
    """Return the bytes sent for a static file: compressed where the server has it so."""
    path = f"{os.fspath(root)}/{url.removeprefix('/static/')}"
    packed = f"{path}.br"
    return os.path.getsize(packed if os.path.exists(packed) else path)  # noqa: PTH110, PTH202


def main() -> None:
    nearest_of_fifty_thousand()
    import_time()
    light.of_a_day()
    whites.of_a_home()
    whites.of_schemes(deck(ROWS, np.random.default_rng(11)))
    review_page()
    pages.of_every_screen()
    choosing_and_swapping()
    whites.of_a_swap()
    training.main(deck(ROWS, np.random.default_rng(11)))
    documents.of_documents()
    records.of_a_large_studio()
    strengths_and_recipes()
    fifty_thousand_line_deck()
    growth()
    claims.main()


if __name__ == "__main__":
    main()
