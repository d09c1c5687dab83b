"""Training in the browser: walls of every kind, by the keys alone, on a phone by touch; answers are there later."""

from selenium.webdriver import ActionChains

from e2e.browser import PHONE, BrowserTest, resize
from prism.training.exercise import Kind
from training.models import Returning, SetWall, Sitting, Wall


class Training(BrowserTest):
    def begin(self):
        self.open("/training/")
        if self.all("[name=looked]"):
            self.find("[name=looked]").click()
        self.leave("form[action$='/training/begin/'] button")

    def answer(self, hit):
        """Answer the wall that hangs, pick by pick, and return it; the next one hangs then, or the result of ten."""
        wall = Wall.objects.filter(right=None).latest("id")
        named = wall.kind == "undertone"
        for pick in wall.accepted[0] * wall.wanted if named else wall.accepted[0][: max(wall.wanted - 1, 1)]:
            place = wall.choices.index(pick) if isinstance(pick, str) else pick - wall.given
            if place > 8:
                self.leave(f"#step-{place + 1}")
            else:
                hit(str(place + 1))
            self.wait(lambda: self.browser.execute_script("return document.readyState") == "complete")
        self.wait(lambda: Wall.objects.get(pk=wall.pk).right)
        self.wait(lambda: self.browser.execute_script("return document.readyState") == "complete")
        return wall

    def explained(self, wall):
        """Open why an answered wall is as it is, and come back."""
        here = self.browser.current_url
        self.open(wall.get_absolute_url())
        self.assertIn("Yes: ", self.text("h1"))
        self.assert_accessible(f"{wall.kind} explained")
        self.browser.get(here)

    def leave_by(self, digit):
        page = self.find("html").id
        self.key(digit)
        self.wait(lambda: self.find("html").id != page)

    def bring_back(self, owner, kinds):
        """Let one of some kinds be due, so that it hangs next: by chance all of them would take two hundred walls."""
        Returning.objects.filter(axis="wanted").delete()
        for kind in kinds[:1]:
            Returning.objects.create(owner=owner, kind=kind, axis="wanted", card={}, due="2020-01-01T00:00Z")

    def test_a_wall_of_every_kind_by_the_keys_alone(self):
        self.open("/training/")
        self.browser.execute_script("document.querySelector('[name=looked]').focus()")
        self.press(" ")
        self.leave_by("1")
        self.wait(lambda: self.all(".training-boards"))
        seen = set()
        for _ in range(60):
            Sitting.objects.update(until="2099-01-01T00:00Z")
            now = Wall.objects.filter(right=None).latest("id")
            self.bring_back(now.sitting.owner, [kind for kind in Kind if kind not in {*seen, now.kind, Kind.UNDERTONE}])
            wall = self.answer(self.leave_by)
            if wall.kind not in seen:
                self.explained(wall)
            seen.add(wall.kind)
            if len(seen) == 13:
                break
            if not self.all(".training-boards"):  # a result after each ten
                self.assertRegex(self.text("h1"), r"^\d+ of \d+ right")
                self.leave_by("1")
        self.assertEqual(len(seen), 13)
        Returning.objects.filter(axis="wanted").delete()
        self.open("/training/")
        self.assertIn("ΔE00", self.text("main"))
        self.assertFalse(Wall.objects.filter(right=False, sitting=Sitting.objects.latest("id")).exists())

    def test_a_wall_on_a_phone_by_touch(self):
        resize(self.browser, *PHONE)
        self.begin()
        self.assert_accessible("a wall on a phone")
        wall = self.answer(lambda digit: self.leave(f"#step-{digit}"))
        self.assertIn("Yes: ", self.text("main [role=status]"))
        self.assertTrue(self.all(".training-boards"))
        self.explained(wall)

    def test_a_studio_s_wall_is_set_paired_by_dragging_and_talked_about(self):
        self.open("/training/")
        self.find("#set-kind option[value=pair]").click()
        self.leave("form[action$='/training/studio/'] button")
        self.assertIn("Answer first", self.text("main"))
        self.begin()
        held = SetWall.objects.get(origin=SetWall.Origin.STUDIO)
        [order] = held.accepted
        for place, hue in list(zip(order, held.choices, strict=True))[:5]:
            page = self.find("html").id
            word, board = self.find(f"[data-word={hue}]"), self.find(f"[data-board='{place}']")
            ActionChains(self.browser).drag_and_drop(word, board).perform()
            self.wait(lambda page=page: self.find("html").id != page)
        self.assertIn("Yes: ", self.text("h1"))
        self.leave("a.plain[href*='/training/studio/']")
        self.assertIn("From 3 on you see how they differ", self.text("main"))
        self.assert_accessible("a wall of the studio")

    def test_a_review_becomes_a_wall_and_the_neutral_is_followed(self):
        self.begin()
        self.open("/reviews/8/verdict/")
        self.leave("button[formaction*='/training/of/']")
        for _ in range(12):
            if "Made from a review" in self.text("main"):
                break
            self.answer(lambda digit: self.leave(f"#step-{digit}"))
            if not self.all(".training-boards"):  # a result after each ten
                self.leave("main a.strong")
        self.answer(lambda digit: self.leave(f"#step-{digit}"))
        self.open("/training/")
        self.leave("form[action$='/training/follow/'] button")
        self.assertIn("New reviews begin with the neutral line of your eye", self.text("main"))
        self.leave("form[action$='/training/follow/'] [name=leave]")
        self.assertIn("New reviews begin with the method’s neutral line", self.text("main"))
