"""Decks in the browser: filter, bring a file in, undo, export."""

import tempfile
from pathlib import Path
from unittest import mock

from decks import files
from decks.models import Colour
from e2e.browser import PHONE, WIDE, BrowserTest, Keys, resize


class Decks(BrowserTest):
    def bring(self, text):
        with tempfile.TemporaryDirectory() as folder:
            path = Path(folder) / "deck.csv"
            path.write_text(text)
            self.open("/colours/import/")
            self.find("#id_deck_name").send_keys("Harbour survey")
            self.find("#id_file").send_keys(str(path))
            self.leave("form .strong")  # the file must stay until it was read

    def test_filters_narrow_as_one_types(self):
        self.open("/colours/")
        self.assertIn("4,010 colours", self.text("#listed h1"))
        self.find("#find").send_keys("haar")
        self.wait(lambda: "7 of 4,010" in self.text("#listed h1"))
        self.click("#sort option[value=lrv]")
        self.wait(lambda: "sort=lrv" in self.browser.current_url)
        self.settled()
        lrvs = [float(text) for text in self.texts("#listed td:nth-child(3)")]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))
        self.assert_accessible("decks")
        resize(self.browser, *PHONE)
        self.assert_accessible("decks on a phone")
        resize(self.browser, *WIDE)
        self.click("#listed button[form=keep]")
        self.wait(lambda: "is in “My reference whites”" in self.text("#kept"))
        self.click("#listed td form button")
        self.wait(lambda: self.find("#review"))
        self.open("/colours/sets/")
        self.assertEqual(len(self.all(".set-boards .board-art")), 1)
        self.assert_accessible("sets")

    def test_the_plane_follows_the_filters_and_the_keys(self):
        self.open("/colours/")
        self.click("#listed .files nav a:last-child")
        plane = self.wait(lambda: self.find(".plane[data-loaded]"))
        shown = int(plane.get_attribute("data-loaded"))
        self.assertIn(f"{shown:,} of 4,010", self.text("#listed h1"))
        self.assert_accessible("plane")
        self.browser.execute_script(
            "const depth = document.querySelector('#depth'); depth.value = 30;"
            "depth.dispatchEvent(new Event('input', {bubbles: true}))"
        )
        self.wait(lambda: int(self.find(".plane").get_attribute("data-loaded")) != shown)
        self.settled()
        fewer = int(self.find(".plane").get_attribute("data-loaded"))
        self.wait(lambda: f"{fewer:,} of 4,010" in self.text("#listed h1"))
        self.assertEqual(self.find("#lrv_low").get_attribute("value"), "25")
        self.browser.execute_script("document.querySelector('.plane canvas').focus()")
        self.press(Keys.ARROW_UP)
        first = self.wait(lambda: self.text("#peek b"))
        self.press(Keys.ARROW_UP)
        self.wait(lambda: self.text("#peek b") not in ("", first))
        name = self.text("#peek b")
        self.press("+", "-", "0")
        resize(self.browser, *PHONE)
        self.assert_accessible("plane on a phone")
        resize(self.browser, *WIDE)
        self.browser.execute_script("document.querySelector('.plane canvas').focus()")
        self.press(Keys.ENTER)
        self.wait(lambda: self.find(".card h1"))
        self.assertIn(name, self.text(".card .source"))
        self.assert_accessible("card")

    def test_a_long_file_shows_how_far_it_is_and_can_be_stopped(self):
        lines = "\n".join(f"C{i},Bulk {i},{30 + i % 60},{i % 7},{i % 11}" for i in range(16_000))
        self.bring(f"code,name,L*,a*,b*\n{lines}")
        self.wait(lambda: "16,000 to add" in self.text("h1"), 20)
        # as where no worker is: the page brings the parts in itself
        with mock.patch.object(files, "PART", 200), mock.patch("decks.import_views.hand_over"):
            self.click(".sheet .strong")
            self.wait(lambda: "of 16,000 colours are in" in self.text(".lead"), 20)
            self.click("form[action*=undo] button")
            self.wait(lambda: self.find("#id_file"), 20)
        self.assertFalse(Colour.objects.filter(name__startswith="Bulk").exists())

    def test_a_file_with_a_bad_line_mended_brought_in_and_undone(self):
        rows = "code,name,L*,a*,b*\nS1,Quay wall,{},-1,3\nS2,Winch house,62,0,4\n"
        self.bring(rows.format("seventy"))
        self.wait(lambda: "1 to add" in self.text("h1"))
        self.assertIn("Line 2, L*: 'seventy' is not a number", self.text("main"))
        self.click(".bad-lines summary")
        self.assert_accessible("preview")
        wrong = self.find(".mend input[aria-invalid]")
        wrong.clear()
        wrong.send_keys("70")
        self.leave(".mend button")
        self.assertIn("2 to add", self.text("h1"))
        self.click(".sheet .strong")
        self.wait(lambda: self.find("form[action*=undo]"))
        self.assert_accessible("brought in")
        self.assertEqual(Colour.objects.filter(maker__name="Harbour survey").count(), 2)
        self.click("form[action*=undo] button")
        self.wait(lambda: "undone" in self.text("table"))
        self.assertEqual(Colour.objects.filter(maker__name="Harbour survey").count(), 0)
