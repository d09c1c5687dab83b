"""Every screen on a phone, at twice the size of text and wide: nothing is lost, and axe finds nothing."""

import re
import tempfile

from e2e.browser import PHONE, WIDE, BrowserTest, resize
from e2e.screens import SCREENS, STEPS

TWICE = (640, 400)
"""What a screen of 1280 by 800 holds at 200 %, in CSS pixels."""
SMALL = """const touched = ['main button', 'main a.plain', 'main a.strong', 'main select', 'main summary', 'header a',
  'header button', 'main input:not([type=hidden], [type=radio], [type=checkbox])'];
return [...document.querySelectorAll(touched.join(','))]
  .filter((one) => one.offsetParent && one.getBoundingClientRect().height < 43.5)
  .map((one) => `${one.tagName} ${one.className} ${one.textContent.trim().slice(0, 20)}`)"""
CUT = """return [...document.querySelectorAll('main p, main h1, main h2, main label, main button, main a, main dd')]
  .filter((one) => { const style = getComputedStyle(one); const box = one.getBoundingClientRect();
    return one.offsetParent && box.width > 4 && !one.closest('.sr-only, [x-cloak], svg')
      && style.overflowX === 'hidden' && style.textOverflow !== 'ellipsis' && one.scrollWidth > one.clientWidth + 1; })
  .map((one) => `${one.tagName} ${one.className} ${one.textContent.trim().slice(0, 30)}`)"""


ANSWER = """const found = document.querySelector('.finding-line, [name=verdict]').getBoundingClientRect();
const swatches = document.querySelector('.wall').getBoundingClientRect();
return [found.top, found.bottom, found.top - swatches.bottom, innerHeight];"""
TABS = 260
"""Pixels that the tabs and the field of a step may take between its swatches and its answer on a phone."""


WRONG = {
    "number and noun": r"\b1 (?:colour|board|room|review|job|line|can|coat|visit|look|method|window|lamp)s\b",
    "nothing of nothing": r"\b0 of (?:the )?0\b",
    "said twice": r"\b(?!that\b|had\b)([a-z]{3,}) \1\b",
    "an amount of nothing": r"\b0\.0+ mL\b",
    "spelling": r"\b(?:[Cc]olors?|[Gg]r[a]ys?|[Cc]enter(?:ed)?|[Nn]eighbors?|[Ll]abeled|[Cc]anceled|[Aa]nalyze)\b",
    "left open": r"\b(?:None(?! yet| entered| of)|True(?! size)|False|nan|undefined|NaN)\b|\{\{|\}\}|%\(",
    "blanks": r" [,.;](?:\s|$)",
}
"""What no sentence of the studio may hold."""


class Walking(BrowserTest):
    def assert_said_well(self):
        text = self.browser.execute_script("return document.querySelector('main').innerText")
        for wrong, pattern in WRONG.items():
            found = [text[max(one.start() - 30, 0) : one.end() + 30] for one in re.finditer(pattern, text)]
            self.assertEqual(found, [], wrong)

    def walk(self, screens):
        """Look at each screen as it comes on a phone, then at twice the size of text, then wide."""
        for screen in screens:
            resize(self.browser, *PHONE)
            self.open(screen)
            self.settled()
            for size, also in ((PHONE, self.assert_touched_with_ease), (TWICE, None), (WIDE, self.assert_said_well)):
                with self.subTest(screen, size=size):
                    resize(self.browser, *size)
                    wide = self.browser.execute_script("return document.documentElement.scrollWidth")
                    self.assertLessEqual(wide, size[0])
                    self.assertEqual(self.browser.execute_script(CUT), [])
                    self.assert_accessible(f"{screen} at {size[0]}")
                    if also:
                        also()

    def assert_touched_with_ease(self):
        """On a phone whatever is touched is large, and the boards come first, or the room where one is drawn."""
        self.assertEqual(self.browser.execute_script(SMALL), [])
        boards = self.all(".wall .room-picture") or self.all(".wall .board-art")
        if boards:
            self.assertLess(boards[0].location["y"], 200)


class Screens(Walking):
    def test_screens_that_are_made_on_the_way(self):
        """A method that is edited, a file looked at, a wall of training, a viewing, what a client sees, the door."""
        self.open("/methods/")
        self.leave("form[action*=copy] button")
        method = self.browser.current_url
        self.open("/training/")
        self.find("[name=looked]").click()
        self.leave("form[action$='/training/begin/'] button")
        wall = self.browser.current_url
        self.open("/reviews/8/samples/")
        self.leave("form[action$='/look/'] button")
        viewing = self.browser.current_url
        self.open("/reviews/8/verdict/")
        self.settled()
        self.leave("button[formaction$='/share/']")
        shared = self.text(".link-list code")
        with tempfile.NamedTemporaryFile("w", suffix=".csv") as deck:
            deck.write("code,name,L*,a*,b*\nA1,Fog Bell,80,-1,2.5\nA2,Slack Tide,sixty,0,4\n")
            deck.flush()
            self.open("/colours/import/")
            self.find("#id_file").send_keys(deck.name)
            self.leave("form[data-drop-deck] .strong")
        made = (method, wall, viewing, shared, self.browser.current_url)
        self.walk([url.removeprefix(self.live_server_url) for url in made])

    def test_of_the_studio_at_every_size(self):
        self.walk([screen for screen in SCREENS if not screen.startswith("/reviews/")])


class ReviewScreens(Walking):
    def test_of_a_review_at_every_size(self):
        self.walk([screen for screen in SCREENS if screen.startswith("/reviews/")])

    def test_the_answer_of_each_step_is_on_the_first_screen(self):
        for step in STEPS:
            with self.subTest(step):
                resize(self.browser, *WIDE)
                self.open(f"/reviews/8/{step}/")
                self.settled()
                _, bottom, _, height = self.browser.execute_script(ANSWER)
                self.assertLessEqual(bottom, height, "wide")
                resize(self.browser, *PHONE)
                _, _, below, _ = self.browser.execute_script(ANSWER)
                self.assertLess(below, TABS, "right under the swatches of a phone")
                resize(self.browser, *TWICE)
                top, _, _, height = self.browser.execute_script(ANSWER)
                self.assertLess(top, height, "at 200 %")

    def test_tools_fold_away_on_a_phone(self):
        resize(self.browser, *PHONE)
        self.open("/reviews/8/compare/")
        self.assertFalse(self.find("#wall-tools").is_displayed())
        self.click(".fold-tools")
        self.assertTrue(self.find("#wall-tools").is_displayed())
        self.act("#edge")
        self.assertTrue(self.find("#wall-tools").is_displayed())

    def test_text_is_read_on_every_surround(self):
        for step in ("compare", "light", "whites", "palette"):
            self.open(f"/reviews/8/{step}/")
            for surround in ("dark", "mid", "white", "pale"):
                self.settled()
                self.act(f".surrounds input[value={surround}]")
                self.settled()
                self.assert_accessible(f"{step} on {surround}")
