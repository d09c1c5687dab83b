"""Every screen on a phone: nothing scrolls sideways, whatever is touched is large enough, the boards come first."""

from e2e.browser import PHONE, BrowserTest, resize

SCREENS = (
    "/", "/find/?q=pale+grey", "/colours/", "/colours/own/", "/colours/sets/", "/colours/import/", "/reader/",
    "/schools/", "/people/", "/viewings/", "/jobs/", "/jobs/1/", "/jobs/1/home/", "/jobs/1/record/", "/jobs/1/share/",
    "/jobs/bring-in/", "/rooms/1/", "/reviews/8/document/", "/reviews/8/record/", "/reviews/8/view/?show=samples",
    "/reviews/8/read/", "/reviews/8/compare/", "/reviews/8/place/", "/reviews/8/light/", "/reviews/8/strength/",
    "/reviews/8/whites/", "/reviews/8/company/", "/reviews/8/view/", "/reviews/8/verdict/",
)  # fmt: skip
SMALL = """const touched = ['main button', 'main a.plain', 'main a.strong', 'main select', 'main summary', 'header a',
  'header button', 'main input:not([type=hidden], [type=radio], [type=checkbox])'];
return [...document.querySelectorAll(touched.join(','))]
  .filter((one) => one.offsetParent && one.getBoundingClientRect().height < 43.5)
  .map((one) => `${one.tagName} ${one.className} ${one.textContent.trim().slice(0, 20)}`)"""


class Phone(BrowserTest):
    def test_every_screen(self):
        resize(self.browser, *PHONE)
        for screen in SCREENS:
            with self.subTest(screen):
                self.open(screen)
                self.settled()
                self.assertLessEqual(
                    self.browser.execute_script("return document.documentElement.scrollWidth"), PHONE[0]
                )
                self.assertEqual(self.browser.execute_script(SMALL), [])
                boards = self.all(".wall .board-art")
                if boards:
                    self.assertLess(boards[0].location["y"], 200)

    def test_tools_fold_away(self):
        resize(self.browser, *PHONE)
        self.open("/reviews/8/compare/")
        self.assertFalse(self.find("#wall-tools").is_displayed())
        self.click(".fold-tools")
        self.assertTrue(self.find("#wall-tools").is_displayed())
        self.act("#edge")
        self.assertTrue(self.find("#wall-tools").is_displayed())
