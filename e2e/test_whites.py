"""Whites, as a specialist chooses one."""

from e2e.browser import PHONE, BrowserTest, Keys, resize


class WhitesJourney(BrowserTest):
    def test_pick_a_white_and_see_why_not_another(self):
        self.start_review("H16.3")
        self.go("whites")
        self.assert_accessible("whites")
        best = self.text(".finding-line")
        self.assertIn("so the edge is crisp", best)
        # the creamiest of them, by its board
        self.replaced(lambda: self.click(".set .group:first-child a.board:first-child"))
        self.assertIn("ooks yellow beside the wall", self.text(".finding-line"))
        self.assertEqual(len(self.all(".set a.board[aria-current]")), 1)
        # whites that are there
        self.find("#with").send_keys("HW03", Keys.ENTER)
        self.wait(lambda: "Staying" in self.text(".set"))
        self.settled()
        self.assertIn("with=HW03", self.browser.current_url)
        self.assert_accessible("whites with one that is there")

    def test_a_home_has_its_white(self):
        self.open("/jobs/1/")
        self.wait(lambda: "One white for the home" in self.text("main"))
        self.assertIn("is set for this home", self.text(".home-white"))
        self.assert_accessible("a job with its white")

    def test_on_a_phone(self):
        resize(self.browser, *PHONE)
        self.start_review("H16.3")
        self.go("whites")
        self.assert_accessible("whites on a phone")

    def test_what_was_unfolded_stays_so(self):
        self.start_review("H16.3")
        self.go("whites")
        self.click("[data-fold=whites-figures] summary")
        self.assertTrue(self.find("[data-fold=whites-figures] table").is_displayed())
        self.go("palette")
        self.go("whites")
        self.assertTrue(self.find("[data-fold=whites-figures] table").is_displayed())
        self.assertFalse(self.find("[data-fold=whites-more] ol").is_displayed())
        self.assert_accessible("whites with their figures")
