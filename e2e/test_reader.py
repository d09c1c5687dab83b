"""The reader in the browser: calibrate, measure five times, leave one out, keep."""

from decks.models import Colour
from e2e.browser import PHONE, BrowserTest, resize


class Reader(BrowserTest):
    def take(self):
        before = len(self.all(".shots tbody tr"))
        self.find("form[action*=measure] button").click()
        self.wait(lambda: len(self.all(".shots tbody tr")) == before + 1)

    def test_from_the_tile_to_a_kept_colour(self):
        self.open("/reader/")
        self.assert_accessible("reader")
        self.find(".sheet .strong").click()
        self.wait(lambda: self.find("form[action*=measure]"))
        self.take()
        self.assertIn("cannot be believed", self.text("main"))
        self.find("form[action*=calibrate] button").click()
        self.wait(lambda: "Calibrated just now" in self.text("main"))
        for _ in range(4):
            self.take()
        self.find("form[action*='drop/1/'] input[name=reason]").send_keys("before the tile")
        self.find("form[action*='drop/1/'] button").click()
        self.wait(lambda: "left out: before the tile" in self.text(".shots"))
        self.assertIn("Four readings", self.text("h1"))
        self.assert_accessible("readings")
        resize(self.browser, *PHONE)
        self.assert_accessible("readings on a phone")
        self.find("form[action*=keep] .strong").click()
        self.wait(lambda: self.find("#review"))
        colour = Colour.objects.get(owner__isnull=False)
        self.assertEqual(colour.provenance, "reading-average")
        self.assertIn("averaged readings", self.text(".basis"))
