"""A studio under load: eight threads writing to four processes, then sixteen people who read and write; and one process
that is asked ten thousand times, whose memory must not grow.

`python -m bench.load [SECONDS]`, `python -m bench.load steady [REQUESTS]`: a database of its own with 2,000 reviews and
20,000 viewings, served by gunicorn; for the people with as many processes as there are cores, as is advised.
"""

from __future__ import annotations

import os
import random
import re
import signal
import socket
import subprocess
import sys
import tempfile
import threading
import time
import urllib.error
import urllib.parse
import urllib.request
from collections.abc import Callable
from functools import partial
from pathlib import Path

import numpy as np

from bench.timing import report

PROCESSES, THREADS, WRITES, PEOPLE = 4, 8, 200, 16
CORES = os.cpu_count() or 2
PAUSE = (1.0, 3.0)
"""Seconds that a person looks at a page before the next act."""
TOKEN = "x" * 32
SET_UP = """
import django; django.setup()
from django.contrib.auth.models import User
from django.contrib.sessions.backends.db import SessionStore
from django.core.management import call_command
from bench.records import _fill
from search.meaning import scheduled
call_command("migrate", verbosity=0); call_command("load_demo", verbosity=0, stdout=open("/dev/null", "w")); _fill()
scheduled()  # as the queue does every hour
for name in ["skerry"] * 16:
    user = User.objects.get(username=name)
    session = SessionStore()
    session["_auth_user_id"], session["_auth_user_hash"] = str(user.pk), user.get_session_auth_hash()
    session["_auth_user_backend"] = "django.contrib.auth.backends.ModelBackend"
    session.save()
    print(session.session_key)
"""
COUNTS = """
import django; django.setup()
from decks.models import ColourSet
sets = {one.name: one.colours.count() for one in ColourSet.objects.filter(name__startswith="Load ")}
print(sum(sets.values()))
"""


class _Person:
    def __init__(self, address: str, session: str) -> None:
        self._address = address
        self._headers = {
            "Cookie": f"sessionid={session}; csrftoken={TOKEN}",
            "X-CSRFToken": TOKEN,
            "HX-Request": "true",
        }
        self.times: list[float] = []
        self.errors: list[str] = []

    def ask(self, path: str, data: dict[str, object] | None = None) -> str:
        """Send a request and return the text; what goes wrong is noted."""
        body = urllib.parse.urlencode(data).encode() if data else None
        start = time.perf_counter()
        try:
            with urllib.request.urlopen(urllib.request.Request(self._address + path, body, self._headers)) as answer:
                text: str = answer.read().decode(errors="replace")
        except (urllib.error.HTTPError, OSError) as wrong:
            self.errors.append(f"{path}: {wrong}")
            text = ""
        self.times.append(time.perf_counter() - start)
        return text


class _Studio:
    def __init__(self, folder: str) -> None:
        self._env = os.environ | {
            "DATABASE": f"{folder}/load.sqlite3", "STUDIO_ENV": "demo", "DJANGO_SETTINGS_MODULE": "studio.settings",
            "MALLOC_ARENA_MAX": "2",  # as the service has it
        }  # fmt: skip
        self.sessions = self.told(SET_UP).split()[-PEOPLE:]
        subprocess.run([sys.executable, "manage.py", "collectstatic", "--noinput", "-v0"], env=self._env, check=True)

    def serve(self, processes: int) -> None:
        """Start a server with so many processes."""
        with socket.socket() as taken:
            taken.bind(("127.0.0.1", 0))
            port = taken.getsockname()[1]
        self.server = subprocess.Popen(
            [
                sys.executable, "-m", "gunicorn", "studio.wsgi", "--bind", f"127.0.0.1:{port}", "--worker-class",
                "gthread", "--workers", str(processes), "--threads", "4", "--log-level", "error", "--no-control-socket",
            ],
            env=self._env,
        )  # fmt: skip
        self.address = f"http://127.0.0.1:{port}"
        for _ in range(300):
            try:
                urllib.request.urlopen(f"{self.address}/health/").close()
                break
            except OSError:
                time.sleep(0.1)

    def stop(self) -> None:
        """Stop the server."""
        self.server.send_signal(signal.SIGTERM)
        self.server.wait()

    def told(self, code: str) -> str:
        """Return what a program prints that uses the database."""
        done = subprocess.run([sys.executable, "-c", code], env=self._env, check=True, capture_output=True, text=True)
        return done.stdout

    @property
    def _workers(self) -> list[str]:
        return Path(f"/proc/{self.server.pid}/task/{self.server.pid}/children").read_text().split()

    def memory(self) -> list[float]:
        """Return the memory of each worker, MB."""
        statuses = (Path(f"/proc/{pid}/status").read_text() for pid in self._workers)
        return [int(re.findall(r"VmRSS:\s+(\d+)", text)[0]) / 1024 for text in statuses]

    def cpu(self) -> float:
        """Return the seconds of a processor that the workers have used, their own and the system's for them."""
        fields = (Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split() for pid in self._workers)
        return sum(int(each[11]) + int(each[12]) for each in fields) / os.sysconf("SC_CLK_TCK")

    def bare(self, count: int = 300) -> float:
        """Return what a page of this server takes that does nothing but answer, seconds of a processor."""
        begun = self.cpu()
        for _ in range(count):
            urllib.request.urlopen(f"{self.address}/health/").close()
        return (self.cpu() - begun) / count


def _together(acts: list[threading.Thread]) -> float:
    start = time.perf_counter()
    for thread in acts:
        thread.start()
    for thread in acts:
        thread.join()
    return time.perf_counter() - start


def writing(studio: _Studio) -> None:
    """Every thread keeps colours of its own in a set of its own; each that was answered is there afterwards."""
    people = [_Person(studio.address, session) for session in studio.sessions[:THREADS]]

    def write(number: int) -> None:
        for turn in range(WRITES):
            colour = 1 + number * WRITES + turn
            people[number].ask("/colours/sets/keep/", {"colour": colour, "set_name": f"Load {number}"})

    took = _together([threading.Thread(target=write, args=(number,)) for number in range(THREADS)])
    errors = [each for person in people for each in person.errors]
    lost = THREADS * WRITES - int(studio.told(COUNTS))
    report(f"{THREADS * WRITES:,} writes by {THREADS} threads, {PROCESSES} processes", f"{took:.0f} s", "-")
    report("  errors, and writes that are lost", f"{len(errors)}, {lost}", "0, 0")
    print(*errors[:5], sep="\n") if errors else None


def act(person: _Person, rng: random.Random, reviews: list[int]) -> None:
    """Look at a page, or write."""
    review, which = rng.choice(reviews), rng.random()
    if which < 0.15:
        person.ask("/")
    elif which < 0.55:
        person.ask(f"/reviews/{review}/{rng.choice(['reading', 'compare', 'alternatives', 'verdict', 'samples'])}/")
    elif which < 0.7:
        person.ask(f"/colours/?family={rng.choice(['grey', 'white', 'beige'])}")
    elif which < 0.8:
        person.ask(f"/find/?q={rng.choice(['cool+grey', 'haar', 'pale+blue'])}")
    elif which < 0.88:
        person.ask("/viewings/")
    else:
        person.ask(f"/reviews/{review}/wall/", {"surround": rng.choice(["white", "pale", "mid"])})


def steady(studio: _Studio, requests: int) -> None:
    """Two people who never pause, at one process; its memory after a fifth of the requests, and after all."""
    people = [_Person(studio.address, session) for session in studio.sessions[:2]]
    reviews = [int(pk) for pk in re.findall(r"/reviews/(\d+)/", people[0].ask("/"))]
    peaks = []
    for part in (requests // 5, requests - requests // 5):

        def live(number: int, count: int = part // len(people)) -> None:
            rng = random.Random(number)
            for _ in range(count):
                act(people[number], rng, reviews)

        _together([threading.Thread(target=live, args=(number,)) for number in range(len(people))])
        peaks.append(max(studio.memory()))
        print(f"{part:,} requests: {peaks[-1]:.0f} MB", flush=True)
    errors = [each for person in people for each in person.errors]
    report(f"memory of a worker after {requests // 5:,} requests", f"{peaks[0]:.0f} MB", "350 MB")
    report(f"  after {requests:,}", f"{peaks[1]:.0f} MB", "no growth")
    report("  errors", str(len(errors)), "0")


def reading(studio: _Studio, seconds: float) -> None:
    """Sixteen people look at pages, and write now and then."""
    people = [_Person(studio.address, session) for session in studio.sessions]
    bare = studio.bare()
    until, before, used = time.perf_counter() + seconds, studio.memory(), studio.cpu()
    reviews = [int(pk) for pk in re.findall(r"/reviews/(\d+)/", people[0].ask("/"))]
    people[0].times.clear()

    def live(number: int) -> None:
        rng = random.Random(number)
        while time.perf_counter() < until:
            act(people[number], rng, reviews)
            time.sleep(rng.uniform(*PAUSE))

    _together([threading.Thread(target=live, args=(number,)) for number in range(PEOPLE)])
    times = np.array([each for person in people for each in person.times])
    errors = [each for person in people for each in person.errors]
    after = studio.memory()
    report(
        f"{PEOPLE} people for {seconds:.0f} s: {len(times):,} acts, median", f"{1000 * np.median(times):.0f} ms", "-"
    )
    report("  19 of 20 under", f"{1000 * np.quantile(times, 0.95):.0f} ms", "300 ms")
    each = (studio.cpu() - used) / max(len(times), 1)
    report("  processor of the server for each", f"{1000 * each:.0f} ms", "25 ms")
    report("  of it, times that of a bare page", f"{each / max(bare, 1e-4):.0f} ×", "-")
    report("  errors", str(len(errors)), "0")
    report("  memory of a worker before and after", f"{max(before):.0f}, {max(after):.0f} MB", "350 MB")
    print(*errors[:5], sep="\n") if errors else None


def rushing(studio: _Studio, seconds: float = 20.0) -> None:
    """As many pages as sixteen people can ask for who never pause, from the same machine."""
    people = [_Person(studio.address, session) for session in studio.sessions]
    until = time.perf_counter() + seconds
    reviews = [int(pk) for pk in re.findall(r"/reviews/(\d+)/", people[0].ask("/"))]

    def live(number: int) -> None:
        rng = random.Random(number)
        while time.perf_counter() < until:
            act(people[number], rng, reviews)

    took = _together([threading.Thread(target=live, args=(number,)) for number in range(PEOPLE)])
    answered = sum(len(person.times) for person in people)
    report(f"{PEOPLE} people who never pause: answers a second", f"{answered / took:.0f}", "40")
    report("  errors", str(sum(len(person.errors) for person in people)), "0")


def main() -> None:
    """Print what a studio bears."""
    asked = sys.argv[1:]
    acts: list[tuple[int, Callable[[_Studio], None]]]
    if asked[:1] == ["steady"]:
        acts = [(1, partial(steady, requests=int(asked[1]) if len(asked) > 1 else 10_000))]
    else:
        seconds = float(asked[0]) if asked else 300.0
        acts = [(PROCESSES, writing), (CORES, partial(reading, seconds=seconds)), (CORES, rushing)]
    with tempfile.TemporaryDirectory() as folder:
        studio = _Studio(folder)
        for processes, each in acts:
            studio.serve(processes)
            try:
                each(studio)
            finally:
                studio.stop()


if __name__ == "__main__":
    main()
