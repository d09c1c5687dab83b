"""Decks in the browser: filter, bring a file in, undo, export."""

import tempfile
from pathlib import Path

from decks.models import Colour
from e2e.browser import PHONE, WIDE, BrowserTest, resize


class Decks(BrowserTest):
    def bring(self, text):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "deck.csv"
            path.write_text(text)
            self.open("/colours/import/")
            self.find("#id_deck_name").send_keys("Harbour survey")
            self.find("#id_file").send_keys(str(path))
            self.find("form .strong").click()
            self.wait(lambda: "import/" in self.browser.current_url and self.find("h1"))

    def test_filters_narrow_as_one_types(self):
        self.open("/colours/")
        self.assertIn("425 of 425", self.text("#listed h1"))
        self.find("#find").send_keys("haar")
        self.wait(lambda: "7 of 425" in self.text("#listed h1"))
        self.find("#sort option[value=lrv]").click()
        self.wait(lambda: "sort=lrv" in self.browser.current_url)
        self.settled()
        lrvs = [float(cell.text) for cell in self.all("#listed td.num")]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))
        self.assert_accessible("decks")
        resize(self.browser, *PHONE)
        self.assert_accessible("decks on a phone")
        resize(self.browser, *WIDE)
        self.find("#listed button[form=keep]").click()
        self.wait(lambda: "is in “My reference whites”" in self.text("#kept"))
        self.find("#listed td form button").click()
        self.wait(lambda: self.find("#review"))
        self.open("/colours/sets/")
        self.assertEqual(len(self.all(".set-boards .board-art")), 1)
        self.assert_accessible("sets")

    def test_a_file_with_a_bad_line_mended_brought_in_and_undone(self):
        rows = "code,name,L*,a*,b*\nS1,Quay wall,{},-1,3\nS2,Winch house,62,0,4\n"
        self.bring(rows.format("seventy"))
        self.wait(lambda: "1 to add" in self.text("h1"))
        self.assertIn("Line 2, L*: 'seventy' is not a number", self.text("main"))
        self.assert_accessible("preview")
        self.find("form[action*=cancel] button").click()
        self.wait(lambda: self.find("#id_file"))
        self.bring(rows.format("70"))
        self.wait(lambda: "2 to add" in self.text("h1"))
        self.find(".sheet .strong").click()
        self.wait(lambda: self.find("form[action*=undo]"))
        self.assert_accessible("brought in")
        self.assertEqual(Colour.objects.filter(maker__name="Harbour survey").count(), 2)
        self.find("form[action*=undo] button").click()
        self.wait(lambda: "undone" in self.text("table"))
        self.assertEqual(Colour.objects.filter(maker__name="Harbour survey").count(), 0)
