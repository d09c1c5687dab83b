"""Adjusted strengths in the browser: to a trim gap, to an LRV, against the catalogue, the formula, the can."""

from decks.models import Colour
from e2e.browser import PHONE, WIDE, BrowserTest, Keys, resize
from instruments.models import Batch
from reviews.models import Review


class Strength(BrowserTest):
    def setUp(self):
        super().setUp()
        self.start_review("H16.3")
        self.go("strength")

    def ask(self, name, value):
        field = self.find(f".adjust [name={name}]")
        field.clear()
        field.send_keys(value)
        if name != "percent":
            self.find("#percent").clear()
        self.replaced(lambda: field.send_keys(Keys.ENTER))

    def test_to_a_trim_gap_of_ten_and_to_an_lrv(self):
        self.ask("gap", "10")
        self.assertIn("is 10 points lighter", self.text(".say"))
        self.assert_accessible("a strength")
        self.ask("lrv", "60")
        self.assertIn("LRV 60.0 is", self.text(".say"))
        self.assertIn("LRV 60.0", self.text(".big:nth-of-type(2)"))
        self.ask("lrv", "2")
        self.assertIn("darker than this base can be tinted", self.text(".say"))
        self.ask("percent", "-120")
        self.assertIn("must lie between −100 and 400", self.text(".say"))
        self.assertEqual(self.find("#percent").get_attribute("value"), "-120")

    def test_the_slider_moves_the_strength_and_so_do_boards(self):
        self.replaced(
            lambda: self.browser.execute_script(
                "const slide = document.querySelector('#slide'); slide.value = -35;"
                "for (const kind of ['input', 'change']) slide.dispatchEvent(new Event(kind, {bubbles: true}))"
            )
        )
        self.assertEqual(Review.objects.latest("id").strength, -35)
        self.assertIn("35 % lighter", self.text(".finding-line"))
        said = self.browser.execute_script(
            "const slide = document.querySelector('#slide'); const out = document.querySelector('#slid');"
            "for (slide.value = 0; Number(slide.value) > -100; slide.value = Number(slide.value) - 1) {"
            "slide.dispatchEvent(new Event('input', {bubbles: true}));"
            "if (Number(out.textContent.split(' ').pop()) <= 10) break; } return out.textContent"
        )
        self.replaced(
            lambda: self.browser.execute_script(
                "document.querySelector('#slide').dispatchEvent(new Event('change', {bubbles: true}))"
            )
        )
        gap = float(said.rsplit(" ", 1)[1])
        self.assertIn(f"is {gap:.0f} points lighter", self.text(".say"))
        self.assertAlmostEqual(gap, 10, delta=0.6)
        self.act("#strength-8")
        self.assertIn("100 % darker", self.text(".finding-line"))
        self.assertEqual(len(self.all(".set a.board[aria-current]")), 1)

    def test_held_against_the_nearest_of_the_catalogue(self):
        self.ask("percent", "-40")
        self.assertIn("from these decks: there is no visible difference", self.text(".say"))
        self.act(".set .group:nth-child(2) a.board")
        self.wait(lambda: self.find("#review").get_attribute("data-step") == "compare")

    def test_formula_can_and_reader(self):
        self.ask("percent", "-25")
        self.act(".acts-row a[href*=formula]")
        self.assertIn("at 75 %", self.text(".finding-line"))
        self.assertIn("oz", self.text(".formula table"))
        self.assert_accessible("formula")
        self.browser.execute_cdp_cmd("Emulation.setEmulatedMedia", {"media": "print"})
        parts = (".formula table", ".printed", ".where", ".wall", ".path", ".formula form", ".finder")
        self.assertEqual([part for part in parts if self.find(part).is_displayed()], list(parts[:3]))
        self.assertIn("Gallon, white base (B1). From Pintle Blotter, Haaf Colourmen · H16.3.", self.text(".printed"))
        self.browser.execute_cdp_cmd("Emulation.setEmulatedMedia", {"media": ""})
        resize(self.browser, *PHONE)
        self.assert_accessible("formula on a phone")
        resize(self.browser, *WIDE)
        self.replaced(lambda: self.click("#can option[value='1l']"))
        self.assertEqual(Review.objects.latest("id").can, "1l")
        for _ in range(2):
            self.act("form[action*=dispense] button")
            self.assertIn("Dispensed: can", self.text(".notice"))
        for number in (1, 2):
            if number == 2:
                self.open(f"/reviews/{Review.objects.latest('id').pk}/strength/?show=formula")
            self.click(f".bases tr:nth-child({number}) button")
            self.wait(lambda: self.find("form[action*=calibrate]"))
            self.leave("form[action*=calibrate] button")
            for _ in range(2):
                before = len(self.all(".shots tbody tr"))
                self.click("form[action*='/measure/'] button")
                self.wait(lambda before=before: len(self.all(".shots tbody tr")) == before + 1)
        self.assertIn("from its formula", self.text("main"))
        self.assertIn("from the first can", self.text("main"))
        self.assertEqual(Batch.objects.count(), 2)
        self.open("/reader/machine/")
        self.assert_accessible("machine")

    def test_kept_and_mixed(self):
        self.ask("percent", "-50")
        self.act("#keep-strength")
        self.assertIn("at 50 % among your own colours", self.text(".notice"))
        self.act(".acts-row a[href*=mix]")
        self.find(".adjusts [name=other]").send_keys("T05.4")
        self.act(".adjusts .strong")
        self.assertIn("1 Pintle Blotter + 1", self.text(".finding-line"))
        self.assert_accessible("mixture")
        self.act(".adjusts button[name=keep]")
        self.assertEqual(Colour.objects.filter(parent__isnull=False).count(), 2)
