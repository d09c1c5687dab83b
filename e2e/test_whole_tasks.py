"""Tasks of a working day, from an empty page to their end, counted; see docs/tasks.md."""

from e2e.browser import Keys
from e2e.counted import Counted


class WholeTasks(Counted):
    def test_a_stated_lrv_that_disagrees(self):
        self.open("/")
        self.hit("a[href='/colours/new/hex/']")
        self.wait(lambda: self.all("#id_name"))
        self.text_act("#id_name", "Harbour paper")
        self.text_act("#id_lrv_stated", "40")
        self.text_act("#id_hex", "#d4dedc")
        self.tap(Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.assertIn("The maker states LRV 40.0; the values give 7", self.text("#review"))
        self.took("hold a stated LRV against the colour")

    def test_two_of_three_on_the_wall_blind(self):
        self.open("/reviews/8/alternatives/")
        self.settled()
        self.text_act("[name=ask]", "a tad warmer and darker")
        self.tap(Keys.ENTER)
        self.wait(lambda: "warmer" in self.text(".finding-line"))
        self.settled()
        for number in (1, 2):
            self.hit(".say table form button[value=add]")
            self.wait(lambda n=number: f"Shortlist ({n})" in self.text(".say"))
            self.settled()
        self.replaced(lambda: self.hit("#blind"))
        self.assertNotIn("Pintle", self.text("#review"))
        self.took("find two that are a tad warmer and darker, and look blind")

    def test_a_disagreement_found_again(self):
        self.open("/reviews/8/reading/")
        self.step("2", "compare")
        self.hit("#else > summary")
        self.hit(".see label:has([value=yellower])")
        self.hit(".see .strong")
        self.wait(lambda: "saw it yellower" in self.text(".seen"))
        self.settled()
        self.tap("/")
        self.text_act("#find", "seen yellower")
        self.wait(lambda: "Reviews" in self.text("#found"))
        self.tap(Keys.ARROW_DOWN, Keys.ENTER)
        self.wait(lambda: "/reviews/8/" in self.browser.current_url)
        self.took("disagree with a prediction, and find it again")

    def test_a_white_beside_what_stays(self):
        self.open("/")
        self.hit("ol.reviews a[href*='/reviews/8/']")
        self.wait(lambda: self.all("#review"))
        self.step("6", "whites")
        self.assertIn("stays", self.text("#review"))
        self.took("choose a white beside what stays")

    def test_a_home_with_its_paint_as_pages(self):
        self.open("/")
        self.hit(".by-state a[href^='/jobs/1']")
        self.wait(lambda: self.all("a[href$='/home/']"))
        self.hit("main a[href$='/home/']")
        self.wait(lambda: "Paint to buy" in self.text("main"))
        self.assertRegex(self.text("table.paint"), r"\d.×.\d")
        self.hit("form[action$='/document/'] button")
        self.wait(lambda: "Open it" in self.text("main"))
        self.took("see the paint for a home, and make its pages")

    def test_colours_of_a_file_narrowed_and_taken_out(self):
        lines = ["Nr;Bezeichnung;Hex #"]
        lines += [f"A{i};Fog {i};{value}" for i, value in enumerate(("#c9c3b6", "#cfc8ba", "#d9d2c4", "#9aa5ae"))]
        self.drop_deck([*lines, "A8;Slack;nothing", "A9;Tide;#zz0000"])
        self.hit("header a[href='/colours/']")
        self.wait(lambda: self.all(".filters"))
        self.text_act(".filters #find", "greige LRV 50 to 70 from Tide tables")
        self.wait(lambda: "Understood as" in self.text("#listed"))
        self.settled()
        self.hit("#listed details summary")
        self.wait(lambda: self.find("#listed a[href*='format=xlsx']").is_displayed())
        self.assertIn("Fog", self.text("#listed"))
        self.assertNotIn("Fog 3", self.text("#listed"))
        self.hit("#listed a[href*='format=xlsx']")
        self.took("bring in a file, narrow it by a wish, take it out as XLSX")

    def test_twins_under_other_lamps(self):
        self.open("/reviews/8/reading/")
        self.step("3", "alternatives")
        self.assertRegex(self.text(".say"), r"(?i)lamp|LED|light")
        self.took("see what is the same but under another lamp")

    def test_a_figure_of_the_method_changed_and_back(self):
        self.open("/")
        self.hit("header a[href='/methods/']")
        self.wait(lambda: self.all("form[action$='/copy/'] button"))
        self.hit("form[action$='/copy/'] button")
        self.wait(lambda: self.all("#changes"))
        gap = self.find("input[name='trim.gap']")
        self.browser.execute_script("for (let d = arguments[0].closest('details'); d; d = null) d.open = true", gap)
        gap.clear()
        self.actions += 2  # its part of the page, and the field
        self.text_act("input[name='trim.gap']", "12")
        self.wait(lambda: "12" in self.find("input[name='trim.gap']").get_attribute("value"))
        self.hit(".method-changes .strong")
        self.wait(lambda: "Saved" in self.text("body"))
        self.took("change a figure of the method, and see what it changes")

    def delete_the_review_and_undo(self):
        self.open("/reviews/8/verdict/")
        self.settled()
        self.hit("form[action$='/reviews/8/delete/'] > button:last-child")
        self.wait(lambda: self.all(".undo button"))
        self.hit(".undo button")
        self.wait(lambda: "/reviews/8/" in self.browser.current_url)

    def test_three_mistakes_undone(self):
        self.delete_the_review_and_undo()
        self.open("/reviews/8/compare/")
        self.settled()
        self.tap(Keys.DELETE)
        self.wait(lambda: self.all("form.back button[value=back]"))
        self.settled()
        self.hit("form.back button[value=back]")
        self.wait(lambda: not self.all("form.back button[value=back]"))
        self.open("/reviews/8/document/")
        self.hit("button[name=act][value=out]")
        self.wait(lambda: self.all("button[name=act][value=in]"))
        self.hit("button[name=act][value=in]")
        self.wait(lambda: not self.all("button[name=act][value=in]"))
        self.took("undo three mistakes")

    def test_a_review_and_a_room_brought_back(self):
        self.delete_the_review_and_undo()
        self.open("/rooms/1/")
        self.actions += 1  # the question before it
        self.browser.execute_script("document.querySelector('.ask-first').open = true")
        self.hit("form[action='/rooms/1/delete/'] button")
        self.wait(lambda: self.all(".undo button"))
        self.hit(".undo button")
        self.wait(lambda: "/rooms/1/" in self.browser.current_url)
        self.took("undo two mistakes")

    def test_one_review_by_keyboard(self):
        self.open("/")
        self.tap("/")
        self.text_act("#find", "H06.3")
        self.wait(lambda: "H06.3" in self.text("#found"))
        self.settled()
        self.tap(Keys.ARROW_DOWN, Keys.ENTER)
        self.wait(lambda: self.all("#review"))
        self.settled()
        for digit, name in zip(
            "23456789", "compare alternatives light strength whites palette samples verdict".split(), strict=True
        ):
            self.step(digit, name)
        self.browser.execute_script("document.querySelector('[name=verdict]').focus()")
        self.actions += 1
        self.text_act("[name=verdict]", "A white that stays warm.")
        self.tap(Keys.TAB, Keys.ENTER)
        self.wait(lambda: "saved" in self.text("#review").lower() or "A white that stays warm." in self.text("#review"))
        self.took("review a colour by the keyboard alone")
