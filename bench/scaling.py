"""How many studios a file holds: `python -m bench.scaling [STUDIOS …]`.

Studios of the demo in a database of its own: its size, what a page and a write cost among them, alone and while four
others write without a pause. docs/scaling.md rests on it; what moving a studio takes, `bench.records` measures.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from pathlib import Path

COUNTS = (1, 10, 100)
WRITERS, SECONDS = 4, 6
MAKE = """
import sys, django; django.setup()
from django.core.management import call_command
from studio import demo_visit
call_command("migrate", verbosity=0); call_command("load_demo", verbosity=0, stdout=open("/dev/null", "w"))
for _ in range(int(sys.argv[1])):
    demo_visit._made(demo_visit.VISITOR)
"""
ASK = """
import random, time, django; django.setup()
from django.contrib.auth.models import User
from django.test import Client
from jobs.models import Job
from jobs.services import keep_job
users = list(User.objects.filter(username__startswith="visitor-")); chance = random.Random(1)
client, pages, writes = Client(HTTP_HOST="localhost"), [], []
for turn in range(60):
    user = chance.choice(users); client.force_login(user)
    began = time.process_time(); client.get("/"); pages.append(time.process_time() - began)
    began = time.perf_counter(); keep_job(user, Job(), {"title": f"Job {turn}"})
    writes.append(time.perf_counter() - began)
print(sorted(pages)[30] * 1000, sorted(writes)[30] * 1000, sorted(writes)[57] * 1000)
"""
WRITE = """
import sys, time, django; django.setup()
from django.contrib.auth.models import User
from jobs.models import Job
from jobs.services import keep_job
user = User.objects.filter(username__startswith="visitor-").first(); end, done = time.time() + float(sys.argv[1]), 0
while time.time() < end:
    keep_job(user, Job(), {"title": f"Load {done}"}); done += 1
print(done)
"""


def _say(name: str, value: str) -> None:
    print(f"{name:<44} {value:>24}", flush=True)


def _run(folder: Path, code: str, *args: str) -> str:
    return subprocess.run(
        [sys.executable, "-c", code, *args], env=_env(folder), capture_output=True, text=True, check=True
    ).stdout


def _env(folder: Path) -> dict[str, str]:
    return os.environ | {
        "DJANGO_SETTINGS_MODULE": "studio.settings", "STUDIO_ENV": "demo", "DATABASE": str(folder / "studio.sqlite3"),
    }  # fmt: skip


def many(studios: int) -> None:
    """Report what a page and a write cost among so many studios in one file."""
    with tempfile.TemporaryDirectory() as name:
        folder = Path(name)
        _run(folder, MAKE, str(studios))
        size = sum(path.stat().st_size for path in folder.glob("studio.sqlite3*")) / 1e6
        page, write, worst = map(float, _run(folder, ASK).split())
        writers = [
            subprocess.Popen(
                [sys.executable, "-c", WRITE, str(SECONDS)], env=_env(folder), stdout=subprocess.PIPE, text=True
            )
            for _ in range(WRITERS)
        ]
        done = sum(int(each.communicate()[0]) for each in writers)
        _say(f"{studios} studios in a file", f"{size:.0f} MB")
        _say("  a page, CPU", f"{page:.0f} ms")
        _say("  a write, median and 95 %", f"{write:.1f} and {worst:.1f} ms")
        _say(f"  {WRITERS} that write without a pause", f"{done / SECONDS:.0f} writes a second")


def main() -> None:
    for studios in [int(argument) for argument in sys.argv[1:]] or COUNTS:
        many(studios)


if __name__ == "__main__":
    main()
