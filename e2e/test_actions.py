"""Everything that can be done on a screen, found by typing."""

from e2e.browser import BrowserTest, Keys
from e2e.screens import STEPS


class Acts(BrowserTest):
    def open_acts(self):
        self.key("a")
        self.wait(lambda: self.find("#acts").is_displayed())

    def test_an_act_is_found_done_and_first_the_next_time(self):
        self.start_review("H16.3")
        self.go("compare")
        self.open_acts()
        self.assert_accessible("the acts")
        self.assertTrue(self.all("#acts-list kbd"))  # with its key
        self.press("together")
        self.replaced(lambda: self.press(Keys.ENTER))
        self.go("compare")
        self.open_acts()
        self.assertEqual(self.texts("#acts-list li")[0], "What they show together")
        self.press("nothing is called so")
        self.wait(lambda: "No matches" in self.text("#acts"))
        self.press(Keys.ESCAPE)
        self.wait(lambda: not self.find("#acts").is_displayed())

    def test_on_every_screen_by_arrows(self):
        self.open("/jobs/")
        self.open_acts()
        self.press("methods")
        self.press(Keys.ARROW_DOWN, Keys.ARROW_UP, Keys.ENTER)
        self.wait(lambda: "/methods/" in self.browser.current_url)


class TrueSize(BrowserTest):
    def width_of_board(self):
        return self.browser.execute_script(
            "return document.querySelector('.pair .board-art').getBoundingClientRect().width"
        )

    def test_a_screen_is_measured_once_by_a_card_and_boards_are_as_large_as_they_are(self):
        self.open("/reviews/8/compare/")
        self.key("t")
        self.wait(lambda: self.browser.current_url.endswith("/screen/"))
        self.browser.execute_script(
            "const slider = document.querySelector('#card-width'); slider.value = 342.4;"
            "slider.dispatchEvent(new Event('input'))"
        )
        self.wait(lambda: "Two boards of A6 fit this window" in self.text("main"))
        self.find("#card-width").send_keys(Keys.ARROW_RIGHT)
        self.click("main .strong")
        self.wait(lambda: "Kept on this device" in self.text("main"))
        self.open("/reviews/8/compare/")
        self.key("t")
        card = float(self.browser.execute_script("return JSON.parse(localStorage.getItem('millimetre')).pixels"))
        self.assertAlmostEqual(card, 4.0, delta=0.05)
        self.assertAlmostEqual(self.width_of_board() / card, 105, delta=1)
        self.key(Keys.ESCAPE)
        self.assertNotIn("filled", self.find("body").get_attribute("class"))
        self.browser.execute_script("localStorage.clear()")


class Meanings(BrowserTest):
    def test_one_key_explains_the_words_that_stand_here(self):
        self.open("/reviews/8/reading/")
        self.settled()
        self.key("h")
        self.wait(lambda: self.find("#meanings").is_displayed() and self.all("#meanings [data-term]"))
        shown = [row.get_attribute("data-term") for row in self.all("#meanings [data-term]") if row.is_displayed()]
        for term in ("lrv", "undertone", "neutral line", "δe00"):
            self.assertIn(term, shown)
        self.assertFalse([term for term in shown if "metamerism" in term])
        self.assert_accessible("what the words here mean")
        self.press(Keys.ESCAPE)
        self.assertFalse(self.find("#meanings").is_displayed())


class Focus(BrowserTest):
    SWAPPING = (
        "main a[hx-get], main button[hx-get], main form[hx-post] button, main form[hx-get] button, .wall-tools input"
    )
    MOST = 4

    def test_stays_where_the_person_was_after_every_swap(self):
        pages = [f"/reviews/8/{step}/" for step in STEPS] + ["/rooms/1/", "/colours/", "/viewings/"]
        for page in pages:
            self.open(page)
            self.settled()
            for i in range(self.MOST):
                here = self.browser.execute_script(
                    "return [...document.querySelectorAll(arguments[0])]"
                    ".filter((one) => one.checkVisibility({visibilityProperty: true}) && !one.disabled)", self.SWAPPING
                )  # fmt: skip
                if i >= len(here):
                    break
                said = self.browser.execute_script(
                    "const one = arguments[0]; one.focus(); const said = one.outerHTML.slice(0, 160);"
                    "one.click(); return said;", here[i]
                )  # fmt: skip
                self.settled()
                if not self.browser.current_url.split("?")[0].endswith(page):
                    self.open(page)
                    self.settled()
                    continue
                where = self.browser.execute_script("return document.activeElement.tagName")
                with self.subTest(page, act=said):
                    self.assertNotEqual(where, "BODY")
