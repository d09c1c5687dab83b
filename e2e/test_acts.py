"""Everything that can be done on a screen, found by typing."""

from e2e.browser import BrowserTest, Keys


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
        self.press("what all")
        self.replaced(lambda: self.press(Keys.ENTER))
        self.go("compare")
        self.open_acts()
        self.assertEqual(self.texts("#acts-list li")[0], "What all of them show")
        self.press("nothing is called so")
        self.wait(lambda: "Nothing here is called so" in self.text("#acts"))
        self.press(Keys.ESCAPE)
        self.wait(lambda: not self.find("#acts").is_displayed())

    def test_on_every_screen_by_arrows(self):
        self.open("/jobs/")
        self.open_acts()
        self.press("schools")
        self.press(Keys.ARROW_DOWN, Keys.ARROW_UP, Keys.ENTER)
        self.wait(lambda: "/schools/" in self.browser.current_url)
