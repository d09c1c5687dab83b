"""Decks as files: looked at before anything is written, brought in whole, taken back as one act."""

import csv
import io
import re
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.db.models import Value
from django.db.models.functions import Concat, Replace
from django.test import TestCase
from django.urls import reverse

from decks import file_formats, files, planning, services
from decks.catalogue import catalogue
from decks.models import FILE_FORMATS, Colour, Import, Maker
from decks.shared_decks import open_to_changes
from decks.tests import world
from prism import demo
from prism.formats import deck_csv, deck_json
from prism.formats.deck import Entry
from prism.stimulus import from_lab

GOOD = "code,name,L*,a*,b*,LRV\nA1,Fog Bell,80,-1,2.5,57\nA2,Slack Tide,60,0,4,28\n"


class Files(TestCase):
    def setUp(self):
        self.isla, self.rory = world.person(), world.person("rory")
        self.client.force_login(self.isla)

    def upload(self, content, name="deck.csv", deck="Own deck"):
        data = content if isinstance(content, bytes) else content.encode()
        return self.client.post(
            reverse("deck-import"), {"deck_name": deck, "file": SimpleUploadedFile(name, data)}, follow=True
        )

    def upload_of(self, content, name="deck.csv"):
        self.upload(content, name)
        return self.waiting()

    def waiting(self):
        return Import.objects.filter(state=Import.State.WAITING).latest("id")

    def bring(self, content, **more):
        self.upload(content, **more)
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        return Import.objects.filter(state=Import.State.DONE).latest("id")

    def codes(self):
        return sorted(Colour.objects.filter(maker__owner=self.isla).values_list("code", flat=True))


class Looking(Files):
    def test_nothing_is_written_before_it_is_brought_in(self):
        page = self.upload(GOOD)
        self.assertContains(page, "2 to add, 0 to change, 0 already there")
        self.assertContains(page, "Fog Bell")
        self.assertFalse(Maker.objects.exists())
        self.client.post(reverse("deck-cancel", args=[self.waiting().pk]))
        self.assertFalse(Import.objects.exists())

    def test_bad_lines_are_listed_and_the_good_ones_taken(self):
        page = self.upload(GOOD + "A3,Bad,dim,0,0,\nA1,Again,50,0,0,\nA4,Far,140,0,0,\nA5,Bright,50,0,0,130\n")
        for line in (
            "Line 4, L*: &#x27;dim&#x27; is not a number",
            "Line 5, code: &#x27;A1&#x27; is in line 2 already",
            "Line 6, L*: L* is 140",
            "Line 7, LRV: LRV is 130",
        ):
            self.assertContains(page, line)
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        self.assertEqual(self.codes(), ["A1", "A2"])

    def test_a_table_without_headings_is_named_by_hand(self):
        page = self.upload("one,two,three,four,five\nA1,Fog,80,1,2\n")
        self.assertContains(page, "cannot be imported as it is")
        url = reverse("deck-preview", args=[self.waiting().pk])
        named = {"column-0": "code", "column-1": "name", "column-2": "l", "column-3": "a", "column-4": "b", "x": "y"}
        page = self.client.post(url, named | {"column-9": "nonsense"}, follow=True)
        self.assertContains(page, "1 to add")
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        self.assertEqual(Colour.objects.get(code="A1").lab_b, 2)

    def test_what_is_no_deck_is_refused_beside_the_field(self):
        for content, name, part in (
            (b"%PDF-1.4", "deck.xlsx", "does not hold that"),
            (b"PK\x03\x04rubbish", "deck.xlsx", "cannot be imported"),
            (b"", "deck.csv", "The file is empty"),
            (b"{}", "deck.json", "no deck"),
        ):
            self.assertContains(self.upload(content, name), part, status_code=422 if "hold" in part else 200)
        nameless = self.client.post(reverse("deck-import"), {"deck_name": ""})
        self.assertContains(nameless, "Choose a file", status_code=422)

    def test_too_large_never_arrives(self):
        with self.settings(UPLOAD_LIMITS=(("/", 1000),)):
            self.assertContains(self.upload(b"x" * 5000), "too large", status_code=422)
        self.assertFalse(Import.objects.exists())

    def test_nobody_elses(self):
        self.upload(GOOD)
        pk = self.waiting().pk
        self.client.force_login(self.rory)
        for name in ("deck-preview", "deck-apply", "deck-undo"):
            method = self.client.get if name == "deck-preview" else self.client.post
            self.assertEqual(method(reverse(name, args=[pk])).status_code, 404)
        self.client.post(reverse("deck-cancel", args=[pk]))
        self.assertEqual(self.waiting().pk, pk)


class Doing(Files):
    def test_again_updates_by_code_and_never_doubles(self):
        self.bring(GOOD)
        page = self.upload(GOOD.replace("Fog Bell,80", "Fog Bell,82").replace("A2", "A3"))
        self.assertContains(page, "1 to add, 1 to change")
        self.assertContains(page, "Fog Bell: Lab")
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        self.assertEqual(self.codes(), ["A1", "A2", "A3"])
        self.assertEqual(Colour.objects.get(code="A1").lab_l, 82)
        self.assertContains(self.upload(GOOD), "1 to change, 1 already there")

    def test_undo_is_one_act(self):
        first = self.bring(GOOD)
        before = list(Colour.objects.order_by("pk").values())
        second = self.bring(GOOD.replace("Fog Bell,80", "Fog Bell,82").replace("A2", "A3"))
        self.client.post(reverse("deck-undo", args=[second.pk]))
        self.assertEqual(list(Colour.objects.order_by("pk").values()), before)
        self.client.post(reverse("deck-undo", args=[second.pk]))
        self.client.post(reverse("deck-undo", args=[first.pk]))
        self.assertFalse(Colour.objects.exists())
        self.assertFalse(Maker.objects.exists())
        self.assertEqual(len(catalogue(self.isla).ids), 0)

    def test_in_parts_with_how_far_it_is(self):
        self.bring(GOOD)
        self.upload(GOOD.replace("Fog Bell,80", "Fog Bell,82") + "A3,C,50,0,0,\nA4,D,51,0,0,\nA5,E,52,0,0,\n")
        pk = self.waiting().pk
        again, htmx = reverse("deck-apply", args=[pk]), {"HX-Request": "true"}
        with mock.patch.object(files, "PART", 3), mock.patch("decks.import_views.hand_over"):
            self.assertContains(self.client.post(again, headers=htmx), "3 of 5 colours are in")
            self.assertContains(self.client.get(reverse("deck-preview", args=[pk])), "3 of 5 colours are in")
            self.assertContains(self.upload(GOOD), "Another import is running", status_code=422)
            planning._kept.drop(lambda _: True)  # another worker goes on
            self.assertEqual(self.client.post(again, headers=htmx)["HX-Redirect"], reverse("deck-import"))
        done = Import.objects.get(pk=pk)
        self.assertEqual((done.state, done.added, done.changed, bytes(done.content)), ("done", 3, 1, b""))
        self.assertEqual(Colour.objects.get(code="A1").lab_l, 82)
        self.client.post(again)
        self.assertEqual(len(self.codes()), 5)

    def test_stopping_half_way_leaves_nothing(self):
        self.bring(GOOD)
        before = list(Colour.objects.order_by("pk").values())
        self.upload("code,name,L*,a*,b*\nA1,Fog Bell,82,-1,2.5\nA2,Slack Tide,61,0,4\nA3,C,50,0,0\nA4,D,51,0,0\n")
        pk = self.waiting().pk
        with mock.patch.object(files, "PART", 3), mock.patch("decks.import_views.hand_over"):
            self.client.post(reverse("deck-apply", args=[pk]))
        self.assertEqual((len(self.codes()), Colour.objects.get(code="A1").lab_l), (3, 82))
        self.assertContains(self.client.get(reverse("deck-import")), "half imported")
        self.client.post(reverse("deck-cancel", args=[pk]))
        self.assertEqual(list(Colour.objects.order_by("pk").values()), before)
        self.assertFalse(Import.objects.filter(pk=pk).exists())

    def test_the_stop_shown_while_a_file_comes_in_holds_also_after_the_last_part(self):
        self.upload(GOOD)
        pk = self.waiting().pk
        with mock.patch.object(files, "PART", 1), mock.patch("decks.import_views.hand_over"):
            self.client.post(reverse("deck-apply", args=[pk]))
            shown = self.client.get(reverse("deck-preview", args=[pk]))
            self.client.post(reverse("deck-apply", args=[pk]))
        self.assertEqual((Import.objects.get(pk=pk).state, self.codes()), ("done", ["A1", "A2"]))
        undo = reverse("deck-undo", args=[pk])
        self.assertContains(shown, f'action="{undo}"')
        self.client.post(undo)
        self.assertEqual(self.codes(), [])

    def test_undo_leaves_what_changed_since(self):
        self.bring(GOOD)
        second = self.bring(GOOD.replace("Fog Bell,80", "Fog Bell,82").replace("Slack Tide,60", "Slack Tide,61"))
        services.improve(Colour.objects.get(code="A1"), from_lab((83, 0, 0)), "measured", self.isla)
        page = self.client.post(reverse("deck-undo", args=[second.pk]), follow=True)
        self.assertContains(page, "One colour was changed again since, and left so")
        self.assertEqual(Colour.objects.get(code="A1").lab_l, 83)
        self.assertEqual(Colour.objects.get(code="A2").lab_l, 60)

    def test_a_large_file_is_looked_at_after_the_page_says_so(self):
        with mock.patch("decks.import_views.LONG_LOOK", 10):
            page = self.upload(GOOD)
            self.assertContains(page, "Looking at deck.csv")
            url = reverse("deck-preview", args=[self.waiting().pk])
            self.assertContains(self.client.get(url, headers={"HX-Request": "true"}), "2 to add")
            self.assertContains(self.client.get(url, {"now": "1"}), "2 to add")

    def test_how_far_the_looking_is_rises_and_ends(self):
        said = []

        class Heard(planning._Progress):
            def tell(self, part):
                super().tell(part)
                said.append(client.get(reverse("deck-looked", args=[self._mine.get().pk])).content.decode())

        client = self.client_class()
        client.force_login(self.isla)
        lines = "".join(f"C{i},Bulk {i},{30 + i % 60},0,0\n" for i in range(300))
        for content, name in (
            (f"code,name,L*,a*,b*\n{lines}".encode(), "deck.csv"),
            (
                deck_json.write([Entry(0, f"C{i}", "Bulk", lab=(50, 0, i / 10)) for i in range(300)]).encode(),
                "d.json",
            ),
        ):
            said.clear()
            with mock.patch("decks.planning._Progress", Heard), mock.patch("decks.planning.EVERY", 0):
                self.upload(content, name)
                self.assertIsNone(self.waiting().looked)
            parts = [float(re.search(r'value="([\d.]+)"', page)[1]) for page in said]
            self.assertGreater(len(parts), 50, name)
            self.assertEqual(parts, sorted(parts), name)
            self.assertGreater(parts[-1], 0.95, name)
        page = client.get(reverse("deck-looked", args=[self.waiting().pk]))
        self.assertContains(page, "Looking.")
        client.force_login(self.rory)
        self.assertEqual(client.get(reverse("deck-looked", args=[self.waiting().pk])).status_code, 404)

    def test_a_failure_half_way_leaves_nothing(self):
        self.upload(GOOD)
        with mock.patch("decks.files.touch", side_effect=RuntimeError), self.assertRaises(RuntimeError):
            files.apply(self.waiting())
        self.assertFalse(Colour.objects.exists())
        self.assertEqual(self.waiting().added, 0)

    def test_makers_named_in_the_file_become_decks(self):
        self.bring("maker,code,name,hex\nOne,1,Aa,#808080\nTwo,1,Bb,#909090\n,2,Cc,#A0A0A0\n")
        self.assertEqual(sorted(Maker.objects.values_list("name", flat=True)), ["One", "Own deck", "Two"])

    def test_a_shared_deck_is_never_changed_by_a_file(self):
        world.load_deck()
        shared = world.colour("H16.3")
        self.bring(f"maker,code,name,L*,a*,b*\n{shared.maker.name},H16.3,Mine,50,0,0\n")
        again = Colour.objects.get(pk=shared.pk)
        self.assertEqual((again.name, again.lab_l), (shared.name, shared.lab_l))
        self.assertFalse(Colour.objects.filter(maker__owner=self.isla).exists())
        page = self.client.get(reverse("deck-preview", args=[self.upload_of(
            f"maker,code,name,L*,a*,b*\n{shared.maker.name},H16.3,Mine,50,0,0\n{shared.maker.name},Z1,New,60,0,0\n"
        ).pk]))  # fmt: skip
        self.assertContains(page, "1 to add, 0 to change")
        self.assertContains(page, "1 colour of shared decks stays as before")
        self.assertContains(page, "<b>H16.3</b> Mine: name, Lab")

    def test_a_shared_deck_that_is_exported_and_brought_in_adds_nothing(self):
        world.load_deck()
        for kind in ("csv", "json", "xlsx"):
            answer = self.client.get(reverse("deck-export"), {"format": kind})
            waiting = self.upload_of(answer.getvalue(), f"deck.{kind}")
            page = self.client.get(reverse("deck-preview", args=[waiting.pk]), {"now": "1"})
            self.assertContains(page, "0 to add, 0 to change, 425 already there as they are", msg_prefix=kind)

    def test_a_second_file_leaves_the_first_preview_alone(self):
        first = self.upload_of("code,name,hex\nA1,Fog,#808080\n", "first.csv")
        second = self.upload_of("code,name,hex\nB1,Mist,#909090\n", "second.csv")
        for one in (first, second):
            self.assertContains(self.client.get(reverse("deck-preview", args=[one.pk])), "1 to add")
        self.assertContains(self.client.get(reverse("deck-import")), "first.csv")
        self.client.post(reverse("deck-apply", args=[first.pk]))
        self.assertContains(self.client.get(reverse("deck-preview", args=[second.pk])), "1 to add")
        for i in range(files.MOST_WAITING):
            self.upload_of(f"code,name,hex\nC{i},Haar,#A0A0A0\n", f"more{i}.csv")
        self.assertEqual(Import.objects.filter(state=Import.State.WAITING).count(), files.MOST_WAITING)

    def test_a_table_that_is_given_out_says_what_its_colours_read_as(self):
        world.load_deck()
        answer = self.client.get(reverse("deck-export"), {"format": "csv", "strip": "16", "q": "haaf"})
        content = answer.getvalue()
        rows = list(csv.DictReader(io.StringIO(content.decode())))
        one = next(row for row in rows if row["code"] == "H16.3")
        self.assertEqual(one["LRV computed"], f"{demo.find('H16.3').colour.lrv:.2f}")
        self.assertEqual((one["family"], one["temperature"]), ("grey", "cool"))
        self.assertIn("blue", one["undertone"])
        back = deck_csv.read(content)
        self.assertEqual((len(back.entries), back.notes), (7, ()))

    def test_what_a_file_states_against_its_colours_is_said(self):
        waiting = self.upload_of("code,name,L*,a*,b*,LRV\nA1,Fog,84,0,2,20\nA2,Mist,84,0,2,64\n")
        page = self.client.get(reverse("deck-preview", args=[waiting.pk]))
        self.assertContains(page, "These stated LRVs contradict their colours: A1 states 20.0")
        self.assertNotContains(page, "A2 states")

    def test_commas_in_numbers_between_commas_are_asked_about(self):
        waiting = self.upload_of("code,name,L*,a*,b*\nA1,x,84,1,1,9,6,2\nA2,y,84,1,2\n")
        page = self.client.get(reverse("deck-preview", args=[waiting.pk]))
        self.assertContains(page, "Line 2: 8 cells for 5 columns. If decimals are written with commas")
        self.assertContains(page, "1 to add")

    def test_screen_values_as_rgb_and_files_of_two_bytes_a_letter(self):
        done = self.bring('code,name,hex\nA1,Fog,"rgb(200, 190, 180)"\nA2,Mist,#C8BEB4\n'.encode("utf-16"))
        self.assertEqual(done.added, 2)
        one, other = Colour.objects.filter(maker__owner=self.isla).order_by("code")
        self.assertEqual(one.screen, other.screen)


class Exporting(Files):
    def test_each_format_that_is_read_may_be_kept(self):
        self.assertEqual(set(file_formats.FORMATS), set(FILE_FORMATS))

    def test_every_format_brings_back_what_it_can_hold(self):
        world.load_deck()
        for kind, known in file_formats.FORMATS.items():
            with self.subTest(kind):
                answer = self.client.get(reverse("deck-export"), {"format": kind, "strip": "16", "q": "haaf"})
                self.assertIn("attachment", answer["Content-Disposition"])
                content = answer.getvalue()
                # as if the file came from elsewhere: no shared maker is called so
                with open_to_changes():
                    Maker.objects.filter(owner=None).update(name=Concat("name", Value(" of old")))
                done = self.bring(content, name=f"deck{known.endings[0]}")
                self.assertEqual(done.added, 7)
                kept = Colour.objects.get(maker__owner=self.isla, code="H16.3")
                self.assertAlmostEqual(kept.lrv, demo.find("H16.3").colour.lrv, delta=0.8 if kind == "gpl" else 0.001)
                self.assertEqual(bool(kept.recipe), "recipe" not in known.cannot_hold)
                self.assertEqual(bool(kept.reflectance), "spectrum" not in known.cannot_hold)
                self.client.post(reverse("deck-undo", args=[done.pk]))
                with open_to_changes():
                    Maker.objects.filter(owner=None).update(name=Replace("name", Value(" of old")))
        self.assertEqual(self.client.get(reverse("deck-export"), {"format": "psd"}).status_code, 404)

    def test_readers_are_chosen_by_content(self):
        self.assertEqual(file_formats.recognise("x.txt", deck_json.write([]).encode()), "json")
        self.assertEqual(file_formats.recognise("x.csv", deck_csv.write([]).encode()), "csv")
        self.assertEqual(file_formats.recognise("x.txt", b"GIMP Palette\n"), "gpl")
        self.assertEqual(file_formats.recognise("x.txt", b"CGATS.17\nBEGIN_DATA_FORMAT\n"), "cgats")


class Wide(Files):
    def test_a_table_of_as_many_columns_as_are_read_can_have_them_named(self):
        headings = ["K", "N", *(f"x{i}" for i in range(deck_csv.MAX_COLUMNS - 2))]
        row = ["A1", "Fog Bell", "80", "-1", "2.5", *["0"] * (len(headings) - 5)]
        waiting = self.upload_of(f"{','.join(headings)}\n{','.join(row)}\n")
        named = {"column-0": "code", "column-1": "name", "column-2": "l", "column-3": "a", "column-4": "b"}
        page = self.client.get(reverse("deck-preview", args=[waiting.pk]))
        fields = re.findall(r'<select[^>]*name="([^"]+)"', page.content.decode())
        sent = dict.fromkeys(fields, "") | {fields[int(key[7:])]: value for key, value in named.items()}
        self.assertGreaterEqual(len(fields), deck_csv.MAX_COLUMNS)
        page = self.client.post(reverse("deck-preview", args=[waiting.pk]), sent, follow=True)
        self.assertContains(page, "1 to add")

    def test_one_of_more_columns_is_refused_in_words_and_no_column_is_lost(self):
        headings = ["code", "L*", "a*", "b*", *(f"x{i}" for i in range(300))]
        page = self.upload(",".join(headings) + "\nA1,1,2,3\n")
        self.assertContains(page, "The table has 304 columns; at most 256 are read", status_code=page.status_code)
