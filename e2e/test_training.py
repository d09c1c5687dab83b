"""Training in the browser: by the keys alone, and on a phone by touch; answers are there afterwards."""

from e2e.browser import PHONE, BrowserTest, resize
from training.models import Wall


class Training(BrowserTest):
    def begin(self):
        self.open("/training/")
        self.leave("form[action$='/training/begin/'] button")

    def answer(self, hit):
        """Answer the wall that hangs, pick by pick, and return it."""
        wall = Wall.objects.filter(right=None).latest("id")
        first = 1 if wall.kind == "twin" else 0
        for pick in wall.accepted[0][: max(wall.wanted - 1, 1)]:
            place = wall.choices.index(pick) if isinstance(pick, str) else pick - first
            if place > 8:
                self.leave(f"#step-{place + 1}")
            else:
                hit(str(place + 1))
            self.wait(lambda: self.browser.execute_script("return document.readyState") == "complete")
        self.wait(lambda: "Yes: " in self.text("h1"))
        return wall

    def test_walls_by_the_keys_alone(self):
        self.open("/training/")
        self.key("1")
        self.wait(lambda: self.all(".training-boards"))
        seen = set()
        for i in range(14):
            if i == 0:
                self.assert_accessible("a wall")
            wall = self.answer(lambda digit: self.leave_by(digit))
            seen.add(wall.kind)
            if i == 0:
                self.assert_accessible("a wall explained")
            self.leave_by("1")
        self.assertGreater(len(seen), 3)
        self.open("/training/")
        self.assertIn("ΔE00", self.text("main"))
        self.assertEqual(Wall.objects.filter(right=True).count(), 14)

    def leave_by(self, digit):
        page = self.find("html").id
        self.key(digit)
        self.wait(lambda: self.find("html").id != page)

    def test_a_wall_on_a_phone_by_touch(self):
        resize(self.browser, *PHONE)
        self.begin()
        self.assert_accessible("a wall on a phone")
        self.answer(lambda digit: self.leave(f"#step-{digit}"))
        self.assert_accessible("a wall explained on a phone")
        self.leave("main a.strong")
        self.assertTrue(self.all(".training-boards"))
