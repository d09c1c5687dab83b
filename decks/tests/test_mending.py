"""A bad line of a file is mended where it is shown, without the file being sent again."""

import json

from django.urls import reverse

from decks.models import Colour, Import
from decks.tests.test_files import GOOD, Files
from prism.formats import deck_xlsx
from prism.formats.deck import Entry

BAD = GOOD + "A3,Dim,dim,0,0,\nA1,Again,50,0,0,\n"


class Mending(Files):
    def mend(self, line, **cells):
        address = reverse("deck-mend", args=[self.waiting().pk, line])
        return self.client.post(address, {key.replace("_", "-"): text for key, text in cells.items()}, follow=True)

    def cells(self, page, line):
        return {cell.heading: cell for bad in page.context["preview"].bad if bad.line == line for cell in bad.cells}

    def test_a_line_is_shown_with_its_cells_the_wrong_one_marked(self):
        cells = self.cells(self.upload(BAD), 4)
        self.assertEqual([cell.text for cell in cells.values()], ["A3", "Dim", "dim", "0", "0", ""])
        self.assertEqual([heading for heading, cell in cells.items() if cell.is_wrong], ["L*"])

    def test_what_is_typed_counts_and_comes_in(self):
        self.upload(BAD)
        page = self.mend(4, cell_2="42,5")
        self.assertContains(page, "3 to add")
        self.assertContains(page, "Line 4: 42,5")
        page = self.mend(5, cell_0="A9")
        self.assertContains(page, "4 to add")
        self.assertContains(page, "no lines left out")
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        self.assertEqual(self.codes(), ["A1", "A2", "A3", "A9"])
        self.assertEqual(Colour.objects.get(code="A3").lab_l, 42.5)

    def test_what_is_typed_wrongly_stays_to_be_mended_again_and_the_file_keeps_its_own(self):
        self.upload(BAD)
        page = self.mend(4, cell_2="dimmer")
        self.assertEqual(self.cells(page, 4)["L*"].text, "dimmer")
        self.assertContains(page, "&#x27;dimmer&#x27; is not a number")
        page = self.mend(4, again="1")
        self.assertEqual(self.cells(page, 4)["L*"].text, "dim")

    def test_a_line_with_cells_beyond_the_headings_counts_as_it_was_typed(self):
        page = self.upload(GOOD + "A3,Over,42,0,0,12,x,y\n")
        self.assertContains(page, "one line left out")
        self.assertContains(self.mend(4, cell_0="A3"), "3 to add")

    def test_a_spreadsheet_and_a_file_that_is_no_table(self):
        entries = [Entry(0, "B1", "Buoy", lab=(40.0, 1.0, 2.0)), Entry(0, "B2", "Bad", lab=(340.0, 1.0, 2.0))]
        self.upload(deck_xlsx.write(entries), "deck.xlsx")
        page = self.client.get(reverse("deck-preview", args=[self.waiting().pk]))
        self.assertEqual(self.cells(page, 3)["L*"].text, "340")
        self.assertContains(self.mend(3, cell_5="34"), "2 to add")
        colours = [{"code": "C1", "lab": [50, 0, 0]}, {"code": "C2", "lab": [50, 0]}]
        page = self.upload(json.dumps({"format": "gentle-prism deck", "version": 1, "colours": colours}), "deck.json")
        [bad] = page.context["preview"].bad
        named = {cell.heading: cell.field.replace("-", "_") for cell in bad.cells}
        typed = {named["code"]: "C2", named["L*"]: "51", named["a*"]: "0", named["b*"]: "1"}
        self.assertContains(self.mend(bad.line, **typed), "2 to add")

    def test_too_much_is_refused_and_nothing_is_kept(self):
        self.upload(BAD)
        self.assertContains(self.mend(4, cell_2="4" * 301), "at most 300 characters")
        self.assertEqual(self.waiting().mended, {})

    def test_nobody_elses_and_not_one_that_came_in(self):
        self.upload(BAD)
        address = reverse("deck-mend", args=[self.waiting().pk, 4])
        self.client.force_login(self.rory)
        self.assertEqual(self.client.post(address, {"cell-2": "1"}).status_code, 404)
        self.client.force_login(self.isla)
        self.client.post(reverse("deck-apply", args=[self.waiting().pk]))
        self.assertEqual(self.client.post(address, {"cell-2": "1"}).status_code, 404)
        self.assertFalse(Import.objects.get().mended)
