"""The reader in the browser: calibrate, measure five times, leave one out, keep."""

from decks.models import Colour, Maker
from decks.shared_decks import open_to_changes
from e2e.browser import PHONE, BrowserTest, resize
from reviews.models import Review


class Reader(BrowserTest):
    def take(self):
        before = len(self.all(".shots tbody tr"))
        self.click("form[action*=measure] button")
        self.wait(lambda: len(self.all(".shots tbody tr")) == before + 1)

    def test_from_the_tile_to_a_kept_colour(self):
        self.open("/reader/")
        self.assert_accessible("reader")
        self.click(".sheet form .plain")
        self.wait(lambda: self.find("form[action*=measure]"))
        self.take()
        self.assertIn("cannot be believed", self.text("main"))
        self.leave("form[action*=calibrate] button")
        self.wait(lambda: "Calibrated just now" in self.text("main"))
        for _ in range(4):
            self.take()
        self.find("form[action*='drop/1/'] input[name=reason]").send_keys("before the tile")
        self.click("form[action*='drop/1/'] button")
        self.wait(lambda: "left out: before the tile" in self.text(".shots"))
        self.assertIn("Four readings", self.text("h1"))
        self.assert_accessible("readings")
        resize(self.browser, *PHONE)
        self.assert_accessible("readings on a phone")
        self.find("#id_code").send_keys("H16.3")
        self.click(".card-code button")
        self.wait(lambda: "from its card" in self.text("main"))
        self.assert_accessible("held against its card")
        self.click("form[action*=keep] .strong")
        self.wait(lambda: self.find("#review"))
        colour = Colour.objects.get(owner__isnull=False)
        self.assertEqual(colour.provenance, "reading-average")
        self.assertIn("averaged readings", self.text(".basis"))

    def test_a_better_value_is_taken_by_the_card_and_told_to_the_review(self):
        self.start_review("H06.3")
        with open_to_changes():
            Maker.objects.update(owner=Review.objects.latest("id").owner)  # only a deck of the studio's own is changed
        self.open("/reader/")
        self.click("#thing option[value*='H06.3']")
        self.click(".sheet form .plain")
        self.wait(lambda: self.find("form[action*=calibrate]"))
        self.leave("form[action*=calibrate] button")
        for _ in range(3):
            self.take()
        self.find("#id_code").send_keys("H06.3")
        self.click(".card-code button")
        self.wait(lambda: "from its card" in self.text("main"))
        self.click(".ask-first summary")  # what others rest on is replaced only when asked a second time
        self.assertIn("review", self.text(".ask-first"))
        self.click("form[action*=improve] button")
        self.wait(lambda: "measured on board painted from H06.3" in self.text(".values"))
        self.assert_accessible("card with two values")
        self.open("/")
        self.click(".reviews li:first-child a")
        self.wait(lambda: "Made with an earlier value" in self.text(".basis"))
        self.assert_accessible("review with an earlier value")
        self.click("form[action*=revalue] button")
        self.wait(lambda: "Made with" not in self.text(".basis"))
