"""The whole studio in one file, and back: identical by digest and on its screens; broken files leave nothing behind."""

import io
import json
import re
import tempfile
import zipfile
from pathlib import Path

from django.contrib.auth.models import User
from django.core.management import CommandError, call_command
from django.test import TransactionTestCase
from django.urls import reverse

from decks import services as deck_services
from decks.models import Colour
from decks.tests import world
from documents import services as document_services
from methods import services as method_services
from prism import demo
from prism.stimulus import from_lab
from reviews import services
from steps import services as step_services
from studio import demo_station as station
from studio.archive import ArchiveError, digest_now, export, restore
from studio.archive_older import brought_up
from studio.tests import archived
from tinting import services as tinting_services
from viewings import services as viewing_services
from viewings.services import Decided

IMPOSSIBLE = (
    ("jobs.job", "zone", "Nowhere/Bad"), ("decks.colour", "lab_l", 1e14), ("decks.colour", "provenance", "hearsay"),
    ("decks.colour", "reflectance", [0.5] * 70), ("decks.colour", "screen", "greyish"),
    ("reviews.review", "neutral_white", ["pale"]), ("reviews.review", "findings", {"said": []}),
    ("reviews.review", "wall_view", "nine"), ("tinting.system", "table", {"a": 1}),
    ("schools.ownmethod", "table", {"title": 9}), ("viewings.decision", "litres", -5),
    ("documents.documentedit", "position", -1),
)  # fmt: skip
"""Values that no page could compute with, one of each app."""


def with_value(data, model, field, value):
    """Return the lines of an archive, with a value in the first record of a model."""
    lines = [json.loads(line) for line in data.splitlines()]
    next(one for one in lines if one["model"] == model)["fields"][field] = value
    return b"\n".join(json.dumps(one).encode() for one in lines) + b"\n"


class Archives(TransactionTestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.file = Path(folder.name) / "studio.zip"
        world.load_deck()
        self.isla = world.person()
        tinting_services.keep_system(None, demo.tint_system())
        rooms = station.enter(self.isla)
        self.review = step_services.start(self.isla, world.colour(), ["It came as a card."])
        services.move(self.review, rooms["Library"])
        services.shortlist(self.review, world.colour("T05.4"))
        method_services.copy(self.isla, "even")
        deck_services.keep_own(self.isla, "Old gloss", from_lab((90, 0, 6)))
        viewing_services.look_now(self.isla, self.review, self.review.colour, "north")
        made = Decided(self.review.colour, "It holds: Δ −2 “as seen”.", "matte", litres=5.0)
        viewing_services.decide(self.isla, self.review, made)
        document_services.write(self.isla, self.review, "is", "Our grey.", "computed")

    def empty(self):
        call_command("flush", interactive=False, verbosity=0)

    def screens(self):
        self.client.force_login(User.objects.get(username="isla"))
        review = reverse("review-document", args=[self.review.pk])
        pages = (reverse("home"), reverse("jobs"), reverse("viewings"), review, reverse("methods"))
        found = [self.client.get(page).content.split(b"<main")[1].split(b"</main>")[0] for page in pages]
        return [re.sub(rb'name="csrfmiddlewaretoken" value="\w+"', b"", page) for page in found]

    def test_what_is_restored_is_what_was_archived_by_digest_and_by_screens(self):
        before = self.screens()  # which gives the calendar its address
        told = export(self.file)
        self.empty()
        self.assertFalse(Colour.objects.exists())
        self.assertEqual(restore(self.file), told)
        self.assertEqual(digest_now(), told)
        self.assertEqual(self.screens(), before)

    def test_two_exports_of_one_state_have_one_digest_and_another_state_another(self):
        first = export(self.file)
        self.assertEqual(export(self.file).digest, first.digest)
        services.move(self.review, None)
        self.assertNotEqual(export(self.file).digest, first.digest)

    def test_only_an_empty_database_takes_it(self):
        export(self.file)
        with self.assertRaisesMessage(ArchiveError, "not empty"):
            restore(self.file)

    def written(self, **changes):
        """Write the archive anew with some of it changed."""
        manifest, data = archived.read(self.file)
        other = self.file.with_name(f"other-{len(list(self.file.parent.iterdir()))}.zip")
        archived.write(other, manifest | changes.get("manifest", {}), changes.get("data", lambda d: d)(data))
        return other

    def fitting(self, data):
        """Write the archive anew with other lines and their digest."""
        other = self.file.with_name("fitting.zip")
        archived.write_fitting(other, archived.read(self.file)[0], data)
        return other

    def test_what_is_broken_altered_newer_or_no_archive_leaves_nothing_behind(self):
        export(self.file)
        cut = self.file.with_name("cut.zip")
        cut.write_bytes(self.file.read_bytes()[:-4000])
        cases = [
            (cut, "incomplete or broken"),
            (self.written(data=lambda d: d.replace(b"Old gloss", b"New gloss")), "changed after it was written"),
            (self.written(data=lambda d: d[: len(d) // 2]), "incomplete or broken"),
            (
                self.written(data=lambda d: b'{"model": "no.such", "pk": 1, "fields": {}}\n' + d),
                "changed after it was written",
            ),
            (self.written(manifest={"version": 99}), "newer"),
            (self.written(manifest={"version": "2"}), "not the archive"),
            (self.written(manifest={"version": None}), "not the archive"),
            (self.written(manifest={"migrations": ["reviews.9999_later"]}), "newer"),
            (self.written(manifest={"format": "something"}), "not the archive"),
            (self.file.with_name("none.zip"), "no such file"),
        ]
        self.empty()
        for path, said in cases:
            with self.subTest(said, path=path.name), self.assertRaisesMessage(ArchiveError, said):
                restore(path)
            self.assertFalse(User.objects.exists() or Colour.objects.exists())

    def test_values_that_no_form_takes_leave_nothing_behind(self):
        export(self.file)
        sound = archived.read(self.file)[1]
        self.empty()
        for model, field, value in IMPOSSIBLE:
            with self.subTest(model=model, field=field):
                archive = self.fitting(with_value(sound, model, field, value))
                with self.assertRaisesMessage(ArchiveError, f"{field}: "):
                    restore(archive)
                self.assertFalse(User.objects.exists() or Colour.objects.exists())

    def test_what_the_database_computes_itself_may_be_left_out(self):
        export(self.file)
        lines = [json.loads(line) for line in archived.read(self.file)[1].splitlines()]
        for one in lines:
            one["fields"].pop("has_spectrum", None)
        without = self.fitting(b"\n".join(json.dumps(one).encode() for one in lines) + b"\n")
        self.empty()
        restore(without)
        self.assertTrue(Colour.objects.filter(has_spectrum=True).exists())

    def test_an_archive_of_an_earlier_format_comes_in_whole_and_its_links_go_on(self):
        self.empty()
        older = Path(__file__).parent / "older" / "d26f4b7.zip"
        with zipfile.ZipFile(older) as held:
            manifest = json.loads(held.read("manifest.json"))
        self.assertEqual(manifest["version"], 1)
        out = io.StringIO()
        call_command("restore_studio", older, stdout=out)
        self.assertIn("from an older version", out.getvalue())
        told = digest_now()
        counts = dict(manifest["counts"])
        counts["documents.shared"] = counts.pop("reviews.shared")
        self.assertEqual(told.counts, counts | {"people.feed": 1})
        for address in (
            reverse("shared", args=["a-link-of-the-client-given-out-1"]),
            reverse("join", args=["an-invitation-given-out-earlier-1"]),
            reverse("viewings-feed", args=["a-calendar-of-ones-own-earlier-1"]),
        ):
            self.assertEqual(self.client.get(address).status_code, 200, address)

    def test_records_of_the_second_format_come_in_under_todays_names(self):
        cases = (
            ({"model": "schools.ownschool", "fields": {"copied_from": "even"}}, "schools.ownmethod", "copied_from"),
            ({"model": "reviews.review", "fields": {"school_table": None}}, "reviews.review", "method_table"),
            ({"model": "reviews.viewing", "fields": {"wall": "east"}}, "viewings.viewing", "wall"),
            ({"model": "jobs.room", "fields": {"turn": 12.0}}, "jobs.room", "rotation_deg"),
        )
        for record, model, field in cases:
            with self.subTest(model):
                (line,) = brought_up(json.dumps(record), 2)
                self.assertEqual((json.loads(line)["model"], list(json.loads(line)["fields"])), (model, [field]))
        change = {"model": "records.change", "fields": {"thing": "reviews.Decision"}}
        (line,) = brought_up(json.dumps(change), 2)
        self.assertEqual(json.loads(line)["fields"]["thing"], "viewings.Decision")

    def test_what_commands_do_is_kept_and_is_no_part_of_what_they_archive(self):
        first, second = (io.StringIO() for _ in range(2))
        for out in (first, second):
            call_command("export_studio", self.file, stdout=out)
        self.assertEqual(first.getvalue(), second.getvalue())
        self.client.force_login(self.isla)
        page = self.client.get(reverse("studio"))
        self.assertContains(page, "<b>A command on the machine</b> made an archive of the studio", count=2)

    def test_the_commands_print_counts_and_digest(self):
        out = io.StringIO()
        call_command("export_studio", self.file, stdout=out)
        self.assertRegex(out.getvalue(), r"1 viewings.decision")
        digest = out.getvalue().split("digest ")[1].strip()
        self.empty()
        back = io.StringIO()
        call_command("restore_studio", self.file, stdout=back)
        self.assertIn(digest, back.getvalue())
        self.assertIn("Restored as it was archived", back.getvalue())
        with self.assertRaises(CommandError):
            call_command("restore_studio", self.file, stdout=io.StringIO())
        with self.assertRaises(CommandError):
            call_command("export_studio", self.file.parent / "no" / "file", stdout=io.StringIO())
