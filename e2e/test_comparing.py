"""The wall in the browser: looking before the product speaks, swapping and pinning, wishes, methods, blind by keys."""

from e2e.browser import PHONE, WIDE, BrowserTest, Keys, resize
from reviews.models import Board, Observation, Review

DROP = """const [row, other] = arguments, carried = new DataTransfer();
for (const [name, target] of [['dragstart', row], ['dragover', other], ['drop', other], ['dragend', row]])
  target.dispatchEvent(new DragEvent(name, { bubbles: true, cancelable: true, dataTransfer: carried }));"""


class Comparing(BrowserTest):
    def setUp(self):
        super().setUp()
        self.start_review("H16.3")
        self.go("compare")

    def review(self):
        return Review.objects.latest("id")

    def test_withheld_until_it_is_said_then_side_by_side(self):
        self.act("#withhold")
        self.assertIn("what is", self.text(".finding-line"))
        self.assertNotIn("blue", (self.text(".path") + self.text(".wall")).lower())
        self.assertFalse(self.all(".rose"))
        self.assert_accessible("withheld")
        self.go("reading")
        self.assertIn("This waits", self.text(".finding-line"))
        self.assert_accessible("a step that waits")
        self.go("compare")
        self.act("#walk-after")
        self.click(".see input[value=bluer]")
        self.find("#see-light").send_keys("north window, overcast")
        self.act(".see .strong")
        self.assertIn("Skerry saw it bluer", self.text(".seen"))
        self.assertTrue(self.all(".reading .rose"))
        self.act("#walk-after")
        self.assertIn("what is", self.text(".finding-line"))
        self.assertEqual(self.find("#see-light").get_attribute("value"), "north window, overcast")
        self.assertEqual(Observation.objects.get().light, "north window, overcast")
        self.act("#withhold")
        self.act(".walk a[href*=together]")
        self.assertIn("blue undertone", self.text(".finding-line"))
        self.assertIn("mathematical grey", self.text(".bases"))
        self.assert_accessible("what all of them show")

    def test_swap_pin_take_away_and_bring_back(self):
        self.act(".group:nth-child(2) .board:last-child")
        first = self.text(".big:nth-of-type(2) .name")
        self.act("#swap")
        second = self.text(".big:nth-of-type(2) .name")
        self.assertNotEqual(first, second)
        self.act("#pin")
        self.assertEqual(self.text("#pin"), "Unpin")
        self.assertEqual(Board.objects.get(state="pinned").colour.name, second)
        self.act("#away")
        self.assertNotIn(second, self.text(".pair"))
        self.act(".back button")
        self.assertFalse(Board.objects.exists())
        self.act(".another button")
        self.assertEqual(Board.objects.get().state, "added")
        self.assertIn("bluer", self.text(".finding-line"))

    def test_like_this_but_warmer_to_a_shortlist(self):
        self.go("alternatives")
        self.find("#ask").send_keys("a bit warmer")
        self.find("#ask").send_keys(Keys.ENTER)
        self.wait(lambda: "closest first" in self.text(".finding-line"))
        self.settled()
        self.assertEqual(len(self.all(".set a.board")), 8)
        for number in (1, 2, 3):
            self.act(".differing button[value=add]")
            self.wait(lambda n=number: f"Shortlist ({n})" in self.text(".say"))
        self.assert_accessible("answers")
        self.act(".say a[href*=shortlist]")
        names = self.texts(".listed-table th .name:first-child")
        self.assertEqual(len(names), 3)
        place = self.find(".listed-table tbody tr:nth-child(3) select")
        pk = place.get_attribute("id")
        self.replaced(lambda: place.send_keys("1"))
        self.assertEqual(self.texts(".listed-table th .name:first-child"), [names[2], names[0], names[1]])
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("id"), pk)
        rows = self.all(".listed-table tbody tr")
        self.replaced(lambda: self.browser.execute_script(DROP, rows[0], rows[2]))
        self.assertEqual(self.texts(".listed-table th .name:first-child"), [names[0], names[1], names[2]])
        self.assertEqual(len(self.all(".lightness .mark")), 4)
        self.assert_accessible("shortlist")
        resize(self.browser, *PHONE)
        self.assert_accessible("shortlist on a phone")
        resize(self.browser, *WIDE)
        self.act(".listed-table tbody tr:first-child button[value=off]")
        self.assertEqual(self.review().shortlist.count(), 2)

    def test_eleven_boards_are_answered_from_the_home_row(self):
        boards = len(self.all(".set a.board"))
        self.assertGreaterEqual(boards, 9)
        pressed = 0

        def press(key):
            nonlocal pressed
            pressed += 1
            self.replaced(lambda: self.browser.switch_to.active_element.send_keys(key))

        self.browser.execute_script("document.activeElement.blur()")
        for _ in range(boards - 1):
            press("f")
            press("j")
        # the last one is seen otherwise than computed: warmer, darker
        for key in ("d", "s", "A"):
            pressed += 1
            self.browser.switch_to.active_element.send_keys(key)
        press(Keys.ENTER)
        self.assertEqual(Observation.objects.count(), boards)
        self.assertEqual(set(Observation.objects.first().seen), {"warmer", "darker"})
        self.assertLessEqual(pressed * 11 / boards, 60)

    def test_the_focus_stays_where_the_person_was(self):
        agree = self.find("#agree")
        self.replaced(lambda: agree.send_keys(Keys.ENTER))
        self.assertEqual(self.browser.switch_to.active_element.get_attribute("id"), "agree")
        self.assertEqual(len(self.all(".set a.board:not([tabindex='-1'])")), 1)
        # from the top to the answer: the skip link, and then the answer itself
        self.browser.refresh()
        self.wait(lambda: self.find("#agree"))
        for _ in range(2):
            self.browser.switch_to.active_element.send_keys(Keys.TAB)
        self.assertEqual(self.browser.switch_to.active_element.text, "Skip to the answer")
        self.browser.switch_to.active_element.send_keys(Keys.ENTER)
        self.assertTrue(self.browser.current_url.endswith("#reading"))

    def test_a_wish_that_is_not_understood_is_said_and_kept(self):
        self.go("alternatives")
        self.find("#ask").send_keys("cosier")
        self.find("#ask").send_keys(Keys.ENTER)
        self.wait(lambda: "'cosier' is not understood" in self.text("#ask-error"))
        self.assertEqual(self.find("#ask").get_attribute("value"), "cosier")

    def test_a_method_of_ones_own_changes_the_answer_and_is_kept(self):
        self.expected_statuses = (*self.expected_statuses, 422)  # a list that is half typed is none
        self.open("/methods/")
        self.assert_accessible("methods")
        self.click("section:nth-of-type(1) form button")
        self.wait(lambda: self.find(".method"))
        self.wait(lambda: "None of 4,010" in self.text("#changes"))
        title = self.find("[name=title]")
        title.clear()
        title.send_keys("harbour method")
        hues = self.find("[name='undertone.edges']")
        hues.clear()
        hues.send_keys("350, 45, 80, 110, 240, 270")
        self.wait(lambda: "in undertone" in self.text("#changes"))
        self.assert_accessible("a method edited")
        resize(self.browser, *PHONE)
        self.assert_accessible("a method on a phone")
        resize(self.browser, *WIDE)
        self.click(".method .strong")
        self.wait(lambda: "Saved" in self.text(".notices"))
        self.open(f"/reviews/{self.review().pk}/reading/")
        self.assertIn("with a clear blue undertone", self.text(".finding-line"))
        self.click(".basis button")
        self.click("#basis input[value^=own-]")
        self.click("#basis input[name=usual]")
        self.act("#basis .strong")
        self.assertIn("green undertone", self.text(".finding-line"))
        self.assertIn("harbour method", self.text(".basis"))
        self.open("/colours/?q=H16.3")
        self.assertIn("a clear green", self.text(".listed"))
        self.assertIn("Read under harbour method", self.text("main"))

    def test_the_wall_blind_by_keyboard_alone(self):
        names = {board.get_attribute("textContent").split(", ")[-1] for board in self.all(".set .board")}
        self.key("b")
        self.wait(lambda: not self.review().names_shown)
        self.settled()
        shown = self.find("body").text
        self.assertFalse([name for name in names if name in shown])
        self.assertEqual(self.review().wall_order, "shuffled")
        held = []
        for _ in range(3):
            self.press(Keys.ARROW_RIGHT)
            self.settled()
            held.append(self.wait(lambda: self.find(".set a.board[aria-current]")).get_attribute("id"))
        self.assertEqual(len(set(held)), 3)
        order = [board.get_attribute("id") for board in self.all(".set .board")]
        at = order.index(held[-1])
        self.browser.execute_script("document.getElementById(arguments[0]).focus()", held[-1])
        self.press(Keys.SHIFT, Keys.ARROW_LEFT)
        self.wait(lambda: self.review().wall_order == "hand")
        self.settled()
        moved = [board.get_attribute("id") for board in self.all(".set .board")]
        self.assertEqual(moved.index(held[-1]), at - 1 if at else 0)
        self.key("v")
        self.wait(lambda: self.all(".pair.three"))
        self.settled()
        self.assert_accessible("three boards")
        self.key("v")
        self.wait(lambda: self.all(".all-boards"))
        self.settled()
        self.assert_accessible("all boards")
        self.key("z")
        self.wait(lambda: not self.find(".path").is_displayed())
        self.assert_accessible("boards that fill the screen")
        self.press(Keys.ESCAPE)
        self.wait(lambda: self.find(".path").is_displayed())
        self.key("b")
        self.wait(lambda: self.review().wall_order == "shuffled")
        self.settled()
        self.key("b")
        self.wait(lambda: self.review().names_shown)

    def test_a_board_is_dragged_to_another_place(self):
        order = [board.get_attribute("id") for board in self.all(".set .board")]
        self.browser.execute_script(
            "const [from, to] = [arguments[0], arguments[1]].map((id) => document.getElementById(id));"
            "const carrier = new DataTransfer(); const send = (target, type) => target.dispatchEvent("
            "new DragEvent(type, {dataTransfer: carrier, bubbles: true, cancelable: true}));"
            "send(from, 'dragstart'); send(to, 'dragover'); send(to, 'drop'); send(from, 'dragend');",
            order[6],
            order[1],
        )
        self.wait(lambda: self.review().wall_order == "hand")
        self.settled()
        moved = [board.get_attribute("id") for board in self.all(".set .board")]
        self.assertEqual(moved, [order[0], order[6], *order[1:6], *order[7:]])
