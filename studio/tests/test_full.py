"""A disk that is really full, and one that can only be read: both are said in words, what is there can be read, nothing
is lost, and it goes on once there is room. Where a test may not mount a disk of its own, SQLite is told so instead.
"""

import subprocess
import sys

from django.conf import settings

from studio.tests.killing import Killing

ACT = """
import os, subprocess
from pathlib import Path
import django; django.setup()
from django.contrib.auth.models import User
from django.core.management import call_command
from django.db import connection
from django.test import Client
from jobs.models import Job
from prism import words
from studio.backups import BackupError, back_up
REAL, HERE = os.environ["REAL"] == "1", Path(os.environ["HERE"])
client = Client(headers={"host": "localhost"}, raise_request_exception=False)
client.force_login(User.objects.get(username="skerry"))
JOB = {"pick": "Old Slip", "state": "looking", "notes": "x" * 3_000}

def fill():
    if not REAL:
        with connection.cursor() as cursor:
            cursor.execute("PRAGMA page_count")
            pages = cursor.fetchone()[0]
            cursor.execute(f"PRAGMA max_page_count = {pages}")
        return
    with open(HERE / "filler", "wb", buffering=0) as filler:
        try:
            while True: filler.write(b"0" * 4_096)
        except OSError:
            pass

def make_room():
    connection.close()
    (HERE / "filler").unlink(missing_ok=True)

def only_read(on):
    if REAL:
        connection.close()
        subprocess.run(["mount", "-o", "remount,ro" if on else "remount,rw", str(HERE)], check=True)
    else:
        connection.cursor().execute(f"PRAGMA query_only = {int(on)}")

def refused(said):
    for number in range(400):  # there may be a little room in the pages that are there
        answer = client.post("/jobs/new/", JOB | {"title": f"Full {number}"})
        if answer.status_code == 503:
            break
        assert answer.status_code == 302, answer.status_code
    text = answer.content.decode()
    assert answer.status_code == 503 and said in text and "Reference" in text, text[-600:]
    return number

def reads():
    for path in ("/", "/jobs/", "/colours/", "/methods/"):
        assert client.get(path).status_code == 200, path

reads()
if not REAL:  # each request would open the database anew, without what SQLite was told
    connection.close = lambda: None
fill()
made = refused(words.archives.STORE_TROUBLES["disk is full"])
reads()
try:
    back_up(HERE / "copies")
    assert not REAL
except BackupError as wrong:
    print(wrong)
make_room()
if not REAL:
    del connection.close
    connection.close()
assert client.post("/jobs/new/", JOB | {"title": "There is room"}).status_code == 302
only_read(True)
if not REAL:
    connection.close = lambda: None
refused(words.archives.STORE_TROUBLES["unable to open database file" if REAL else "readonly database"])
if not REAL:  # on such a disk SQLite cannot even begin to read, since it keeps a log beside the database
    reads()
if not REAL:
    del connection.close
only_read(False)
assert client.post("/jobs/new/", JOB | {"title": "Written again"}).status_code == 302
kept = list(Job.objects.filter(title__startswith="Full").values_list("title", flat=True))
assert len(kept) == made, (kept, made)
call_command("verify")
print("real" if REAL else "told", made)
"""


class Full(Killing):
    def test_it_is_said_and_nothing_is_lost(self):
        self.with_demo()
        disk = self.folder / "disk"
        disk.mkdir()
        mount = f"mount -t tmpfs -o size=8m tmpfs {disk} && cp {self.path} {disk}/own.sqlite3"
        may = subprocess.run(["unshare", "-m", "sh", "-c", mount], capture_output=True, check=False).returncode == 0
        if not may:
            (disk / "own.sqlite3").write_bytes(self.path.read_bytes())
        env = self.env | {"DATABASE": f"{disk}/own.sqlite3", "HERE": str(disk), "REAL": str(int(may)), "ACT": ACT}
        command = [sys.executable, "-c", ACT]
        if may:
            command = ["unshare", "-m", "sh", "-c", f'{mount} && exec {sys.executable} -c "$ACT"']
        done = subprocess.run(command, cwd=settings.ROOT, env=env, capture_output=True, text=True, check=False)
        self.assertEqual(done.returncode, 0, done.stderr[-1500:])
        self.assertIn("sound", done.stdout)
        print(done.stdout.splitlines()[-1], end=" ")
