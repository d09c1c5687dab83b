"""The showing, run by keys and by touch on two sizes of screen, with notes in a second window."""

from selenium.webdriver.common.action_chains import ActionChains

from e2e.browser import BrowserTest, Keys, resize


class Showing(BrowserTest):
    def setUp(self):
        super().setUp()
        self.start_review("H16.3")
        self.address = self.browser.current_url.split("/reviews/")[1].split("/")[0]
        self.open(f"/reviews/{self.address}/showing/")
        self.wait(lambda: self.text("#at").startswith("1 of"))

    def key(self, key):
        ActionChains(self.browser).send_keys(key).perform()

    def shown(self):
        """Return the sentence of the slide that is shown; there is never more than one."""
        (slide,) = [one for one in self.all("[data-slide]") if one.is_displayed()]
        return slide.text

    def test_by_keys(self):
        self.assertIn("Alone, it looks like", self.shown())
        self.key(Keys.ARROW_RIGHT)
        self.assertIn("Beside a clean white it shows its blue.", self.shown())
        self.assertNotIn("Pintle Blotter", self.shown())
        self.key("n")
        self.assertIn("Pintle Blotter", self.shown())
        self.key("b")
        self.assertTrue(self.find("#blank").is_displayed())
        self.key("b")
        self.key(Keys.END)
        self.assertIn("We suggest Pintle Blotter", self.shown())
        self.key(Keys.HOME)
        self.key(Keys.ARROW_LEFT)
        self.assertIn("Alone", self.shown())
        self.key(Keys.ESCAPE)
        self.wait(lambda: self.browser.current_url.endswith("/showing/slides/"))

    def test_by_touch_and_on_a_large_screen(self):
        for width, height in ((1280, 800), (1920, 1080), (390, 844)):
            resize(self.browser, width, height)
            self.open(f"/reviews/{self.address}/showing/")
            self.wait(lambda: self.text("#at").startswith("1 of"))
            field = self.find("[data-slide] svg")
            self.assertGreater(field.size["width"] * field.size["height"], 0.5 * width * height)
            main = self.find("#slides")
            ActionChains(self.browser).move_to_element_with_offset(main, width // 4, 0).click().perform()
            self.wait(lambda: self.text("#at").startswith("2 of"))
            self.click("[data-go='-1']")
            self.wait(lambda: self.text("#at").startswith("1 of"))
            self.assert_accessible(f"the showing, {width} wide")

    def test_notes_in_a_second_window_go_along(self):
        first = self.browser.current_window_handle
        self.browser.switch_to.new_window("window")
        self.open(f"/reviews/{self.address}/showing/notes/")
        second = self.browser.current_window_handle
        self.browser.switch_to.window(first)
        self.key(Keys.ARROW_RIGHT)
        self.browser.switch_to.window(second)
        self.wait(lambda: "Beside clean white" in self.text("[data-slide]:not([data-off])"))
        self.key(Keys.ARROW_RIGHT)
        self.browser.switch_to.window(first)
        self.wait(lambda: self.text("#at").startswith("3 of"))
        self.browser.switch_to.window(second)
        self.browser.close()
        self.browser.switch_to.window(first)
