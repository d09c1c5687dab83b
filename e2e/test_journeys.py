"""Whole journeys, as a specialist makes them."""

import tempfile
from pathlib import Path

from e2e.browser import PHONE, WIDE, BrowserTest, Keys, resize
from prism import demo
from prism.formats import reflectance_csv
from reviews.models import Review

STEPS = ("reading", "compare", "alternatives", "light", "strength", "whites", "palette", "samples", "verdict")


class DeckJourney(BrowserTest):
    def test_find_read_compare_adjust_write_reload(self):
        entry = demo.find("H16.3")
        self.find("#find").send_keys(entry.name[:4])
        self.wait(lambda: len(self.all("#found .colours-found li")) >= 1)
        wide = len(self.all("#found .colours-found li"))
        self.find("#find").send_keys(entry.name[4:])
        self.wait(lambda: len(self.all("#found .colours-found li")) == 1 <= wide)
        self.click("#found button")
        self.wait(lambda: self.find("#review"))

        # read: words first, then figures, then a drawing
        self.assertIn("blue undertone", self.text(".finding-line"))
        self.assertIn(f"{entry.colour.lrv:.1f}", self.text(".figures"))
        self.assertEqual(len(self.all(".set a.board")), 11)
        self.assertTrue(self.all(".rose .neutral") and self.all(".rose .grey-point"))
        self.assertIn("painted", self.text(".basis"))

        # compare: choose any board to see the pair
        self.go("compare")
        before = self.text(".finding-line")
        self.click(".set a.board:nth-child(2)")
        self.wait(lambda: self.text(".finding-line") != before)
        self.assertIn("Beside", self.text(".finding-line"))
        self.assertEqual(len(self.all(".set a.board[aria-current]")), 1)
        beside = self.text(".big:nth-of-type(2) .name")

        self.go("alternatives")
        for way in ("lighter", "warmer", "greyer", "greener", "yellower", "oranger"):
            self.assertIn(way, self.text(".sentences"))
        self.go("strength")
        self.assertEqual(len(self.all(".set .group:first-child .board")), 8)
        figures = self.all(".run-figures td:nth-of-type(1)")
        lrvs = [float(cell.get_attribute("textContent")) for cell in figures]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))

        self.go("verdict")
        self.find("#verdict").send_keys("Blue, and it stays blue. Standard strength.")
        self.find("#notes").send_keys("Window, 10:30, overcast")
        self.wait(lambda: Review.objects.latest("updated").notes == "Window, 10:30, overcast")
        review = Review.objects.latest("updated")
        self.assertEqual(review.verdict, "Blue, and it stays blue. Standard strength.")
        self.browser.refresh()
        self.wait(lambda: self.find("#verdict"))
        self.assertEqual(self.find("#verdict").get_attribute("value"), review.verdict)

        # from the studio it reopens where it was left, with the same board beside
        self.open("/")
        self.assertIn("Blue, and it stays blue", self.text(".reviews li:first-child"))
        self.click(".reviews li:first-child a")
        self.wait(lambda: self.find("#review").get_attribute("data-step") == "verdict")
        self.assertEqual(self.text(".big:nth-of-type(2) .name"), beside)

    def test_writing_survives_leaving_at_once(self):
        self.start_review("T05.4")
        self.go("verdict")
        self.find("#verdict").send_keys("Half a thought")
        self.open("/")
        self.wait(lambda: Review.objects.latest("id").verdict == "Half a thought")

    def test_delete_and_undo(self):
        count = len(self.all(".reviews li"))
        name = self.text(".reviews li:first-child b")
        self.click(".reviews li:first-child form button")
        self.wait(lambda: len(self.all(".reviews li")) == count - 1)
        self.click(".undo button")
        self.wait(lambda: self.find("#review"))
        self.assertIn(name, self.text("#where"))

    def test_back_goes_back(self):
        self.start_review("H16.3")
        self.go("compare")
        self.go("alternatives")
        self.browser.back()
        self.wait(lambda: self.find("#review").get_attribute("data-step") == "compare")

    def test_the_basis_can_be_changed(self):
        self.start_review("T05.3")
        self.assertIn("orange", self.text(".finding-line"))
        self.click(".basis button")
        self.click("#basis input[value=grey]")
        self.click("#basis .strong")
        self.wait(lambda: "mathematical grey" in self.text(".basis"))
        self.assertIn("yellow", self.text(".finding-line"))
        self.assertFalse(self.all(".rose .grey-point"))

    def test_a_fetched_board_is_held_beside(self):
        self.start_review("H16.3")
        self.key("/")
        self.press("T26.6")
        self.wait(lambda: len(self.all("#found .colours-found li")) == 1)
        self.click("#found .acts a")
        self.wait(lambda: self.find("#review").get_attribute("data-step") == "compare")
        self.assertIn("fetched", self.text(".pair"))
        self.assertIn("Added by hand", self.text(".say"))


class Keyboard(BrowserTest):
    def test_a_review_by_keys_alone(self):
        self.key("/")
        self.press("H16.3")
        self.wait(lambda: len(self.all("#found .colours-found li")) == 1)
        self.press(Keys.TAB)
        while "Review" not in self.browser.switch_to.active_element.text:
            self.press(Keys.TAB)
        self.press(Keys.ENTER)
        self.wait(lambda: self.find("#review"))
        for number, step in enumerate(STEPS, start=1):
            self.key(str(number))
            self.wait(lambda step=step: self.find("#review").get_attribute("data-step") == step)
            self.settled()
        self.key("2")
        self.wait(lambda: self.find("#review").get_attribute("data-step") == "compare")
        self.settled()
        chosen = []
        for _ in range(3):
            self.press(Keys.ARROW_RIGHT)
            self.settled()
            current = self.wait(lambda: self.find(".set a.board[aria-current]"))
            self.wait(lambda: self.browser.switch_to.active_element.get_attribute("aria-current"))
            chosen.append(current.get_attribute("id"))
        self.assertEqual(len(set(chosen)), 3)
        self.press(Keys.ARROW_LEFT)
        self.wait(lambda: self.find(".set a.board[aria-current]").get_attribute("id") == chosen[1])

    def test_surround_names_and_edge(self):
        self.start_review("H16.3")
        wall = lambda: self.find(".wall")  # noqa: E731
        self.key("s")
        self.wait(lambda: wall().get_attribute("data-surround") == "mid")
        self.settled()
        self.key("n")
        self.wait(lambda: "names-off" in wall().get_attribute("class"))
        self.settled()
        self.assertNotIn(demo.find("H16.3").name, self.find("body").text)
        self.key("e")
        self.wait(lambda: "edge-on" in wall().get_attribute("class"))
        self.settled()
        self.assertTrue(self.find(".edge-board").is_displayed())
        self.wait(lambda: Review.objects.latest("id").edge_view)
        self.browser.refresh()
        self.wait(wall)
        self.assertEqual(wall().get_attribute("data-surround"), "mid")
        self.assertIn("names-off", wall().get_attribute("class"))
        self.assertIn("edge-on", wall().get_attribute("class"))

    def test_keys_are_listed_and_typing_is_left_alone(self):
        self.start_review("H16.3")
        self.key("?")
        self.wait(lambda: self.find("#keys").is_displayed())
        self.assertIn("change the surround", self.text("#keys"))
        self.press(Keys.ESCAPE)
        self.wait(lambda: not self.find("#keys").is_displayed())
        self.go("verdict")
        self.find("#notes").send_keys("ns2e?")
        self.assertEqual(self.find("#notes").get_attribute("value"), "ns2e?")
        self.assertEqual(self.find("#review").get_attribute("data-step"), "verdict")
        self.wait(lambda: Review.objects.latest("updated").notes == "ns2e?")


class OwnColour(BrowserTest):
    def bring(self, source, **fields):
        self.open(f"/colours/new/{source}/")
        for name, value in {"name": "Galley door", **fields}.items():
            self.find(f"[name={name}]").clear()
            self.find(f"[name={name}]").send_keys(value)
        self.click(".intake .strong")

    def test_hex_mended_and_read(self):
        self.expected_statuses = (422,)
        self.bring("hex", hex="#12345")
        self.wait(lambda: "five digits" in self.text("#hex-error"))
        self.assertEqual(self.find("#id_name").get_attribute("value"), "Galley door")
        self.find("#id_hex").clear()
        self.find("#id_hex").send_keys("#BFC3C6")
        self.click(".intake .strong")
        self.wait(lambda: self.find("#review"))
        self.assertIn("screen value, ±0.5", self.text(".basis"))
        self.go("strength")
        self.assertIn("estimated from its Lab values alone", self.text(".say"))
        self.go("verdict")
        self.find("#verdict").send_keys("Measure it first")
        self.wait(lambda: Review.objects.latest("id").verdict == "Measure it first")

    def test_lab(self):
        self.bring("lab", lightness="81.1", a="-2.8", b="0.2")
        self.wait(lambda: self.find("#review"))
        self.assertIn("Lab as stated", self.text(".basis"))

    def test_a_csv_dropped_wrong_mended_in_place_and_read(self):
        self.expected_statuses = (422,)
        good = reflectance_csv.write([demo.find("H16.3").colour.reflectance])
        self.open("/colours/new/spectrum/")
        self.find("#id_name").send_keys("Galley door")
        self.browser.execute_script(
            "const carrier = new DataTransfer(); carrier.items.add(new File([arguments[0]], 'reading.csv'));"
            "document.querySelector('.intake').dispatchEvent("
            "new DragEvent('drop', {dataTransfer: carrier, bubbles: true, cancelable: true}))",
            good.replace("0.", "o.", 1),
        )
        self.wait(lambda: "o." in self.find("#id_reflectance").get_attribute("value"))
        self.click(".intake .strong")
        self.wait(lambda: "Line 2, column 1" in self.text("#reflectance-error"))
        mended = self.find("#id_reflectance").get_attribute("value").replace("o.", "0.", 1)
        self.find("#id_reflectance").clear()
        self.find("#id_reflectance").send_keys(mended)
        self.click(".intake .strong")
        self.wait(lambda: self.find("#review"))
        self.assertIn("blue undertone", self.text(".finding-line"))

    def test_a_chosen_file_and_one_that_is_too_large(self):
        good = reflectance_csv.write([demo.find("T05.4").colour.reflectance])
        with tempfile.TemporaryDirectory() as folder:
            small, large = Path(folder) / "reading.csv", Path(folder) / "large.csv"
            small.write_text(good)
            large.write_text("0.5," * 500_000)
            self.open("/colours/new/spectrum/")
            self.find("#id_name").send_keys("Galley door")
            self.find("#id_file").send_keys(str(large))
            self.wait(lambda: "too large" in self.text("[x-ref=problem]"))
            self.find("#id_file").send_keys(str(small))
            self.wait(lambda: "400" in self.find("#id_reflectance").get_attribute("value"))
            self.assertFalse(self.find("[x-ref=problem]").is_displayed())
            self.click(".intake .strong")
            self.wait(lambda: self.find("#review"))


class Everywhere(BrowserTest):
    def test_a_review_in_no_room_is_accessible_wide_and_on_a_phone(self):
        """The other screens are walked, with one in a room, in `test_screens`."""
        self.start_review("H16.3")
        review = self.browser.current_url.removeprefix(self.live_server_url).rsplit("/", 2)[0]
        pages = ["/find/?q=tide", f"{review}/record/", *(f"{review}/{step}/" for step in STEPS)]
        for size in (WIDE, PHONE):
            resize(self.browser, *size)
            for page in pages:
                self.open(page)
                self.wait(lambda: self.find("main"))
                self.assert_accessible(f"{page} at {size[0]}")

    def test_every_surround_is_legible(self):
        self.start_review("H16.3")
        for surround in ("white", "pale", "mid", "dark"):
            self.browser.execute_script(f"document.querySelector('#surround-{surround}').click()")
            self.wait(lambda surround=surround: Review.objects.latest("id").surround == surround)
            self.settled()
            self.assert_accessible(surround)

    def test_signed_out(self):
        self.click(".top form[action='/sign-out/'] button")
        self.wait(lambda: self.find("#id_password"))
        self.assert_accessible("sign in")

    def test_the_answer_is_on_the_first_screen(self):
        self.start_review("H16.3")
        for step in ("reading", "compare", "alternatives", "strength"):
            self.go(step)
            line = self.find(".finding-line").rect
            self.assertLess(line["y"] + line["height"], 800, step)
            self.assertLess(self.browser.execute_script("return document.documentElement.scrollHeight"), 860, step)
