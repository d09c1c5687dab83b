"""Writing that must not be lost: two tabs, a sign-in that ends; a method's boundary moved by keys; the words."""

from django.contrib.sessions.models import Session

from e2e.browser import PHONE, BrowserTest, Keys, resize
from methods.models import OwnMethod
from reviews.models import Review


class Writing(BrowserTest):
    def setUp(self):
        super().setUp()
        self.start_review("H16.3")
        self.go("verdict")
        self.review = Review.objects.latest("id")

    def write(self, field, text):
        self.find(f"#{field}").send_keys(text)

    def kept(self, field, text):
        """Wait until the studio holds a text."""

        def holds():
            self.review.refresh_from_db()
            return getattr(self.review, field) == text

        self.wait(holds)

    def test_an_older_tab_takes_nothing_away_and_shows_both_texts(self):
        self.expected_statuses = (422,)
        first = self.browser.current_window_handle
        self.browser.switch_to.new_window("tab")
        self.open(f"/reviews/{self.review.pk}/verdict/")
        self.write("verdict", "A green grey.")
        self.kept("verdict", "A green grey.")
        second = self.browser.current_window_handle
        self.browser.switch_to.window(first)
        self.write("notes", "The galley")  # this tab still shows an empty verdict
        self.kept("notes", "The galley")
        self.kept("verdict", "A green grey.")
        self.write("verdict", "A blue grey.")
        self.wait(lambda: self.find(".conflict"))
        self.assertEqual(self.text(".conflict .theirs"), "A green grey.")
        self.assertEqual(self.text(".conflict .mine"), "A blue grey.")
        self.assert_accessible("two texts")
        self.click(".conflict [data-keep=both]")
        self.wait(lambda: not self.all(".conflict"))
        self.kept("verdict", self.find("#verdict").get_attribute("value"))
        self.assertIn("A green grey.", self.review.verdict)
        self.assertIn("A blue grey.", self.review.verdict)
        self.browser.switch_to.window(second)
        self.browser.close()
        self.browser.switch_to.window(first)

    def test_a_sentence_that_the_figures_speak_against_is_said_below_what_is_written(self):
        self.write("verdict", "It has a yellow undertone.")
        self.wait(lambda: "Pintle Blotter has a blue undertone" in self.text(".writing"))
        self.kept("verdict", "It has a yellow undertone.")
        self.assert_accessible("a sentence spoken against")
        self.open(f"/reviews/{self.review.pk}/samples/?show=decide")
        self.write("id_reason", "It has a yellow undertone.")
        self.wait(lambda: "Pintle Blotter has a blue undertone" in self.text(".decide-form"))

    def test_signed_out_while_writing_the_text_stays_and_is_sent_again(self):
        self.expected_statuses = (401,)
        Session.objects.all().delete()
        self.write("notes", "Seen at the window, overcast.")
        self.wait(lambda: self.find("#again[open] form"))
        self.assertIn("You are signed out", self.text("#again"))
        self.assertEqual(self.find("#notes").get_attribute("value"), "Seen at the window, overcast.")
        self.assert_accessible("signed out")
        self.click("#again form[action='/enter-demo/'] button")
        self.wait(lambda: not self.all("#again[open]"))
        self.kept("notes", "Seen at the window, overcast.")
        self.write("notes", " Noon.")
        self.kept("notes", "Seen at the window, overcast. Noon.")


class Boundaries(BrowserTest):
    def test_the_keys_lead_to_what_the_words_mean(self):
        self.key("?")
        self.wait(lambda: self.find("#keys[open]"))
        self.leave("#keys a")
        self.assertIn("painted greys", self.text("main"))
        self.assert_accessible("words")
        resize(self.browser, *PHONE)
        self.assert_accessible("words on a phone")

    def test_a_boundary_is_moved_by_keys_compared_and_kept(self):
        self.open("/methods/")
        self.leave("form[action='/methods/copy/'] button")
        edges = "input[data-cut=line]"
        self.wait(lambda: self.all(".cut [role=slider]"))
        before = self.find(edges).get_attribute("value")
        self.browser.execute_script("document.querySelector('.cut [role=slider]').focus()")
        self.press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT)
        after = self.find(edges).get_attribute("value")
        self.assertNotEqual(before, after)
        self.assertEqual(self.browser.execute_script("return document.activeElement.getAttribute('role')"), "slider")
        name = self.find(edges).get_attribute("name")
        self.leave(".method-changes button.strong")
        self.assertEqual(self.find(f"[name='{name}']").get_attribute("value"), after)
        self.assertIn(before.split(",")[0], self.text(f"[name='{name}'] + .was"))
        self.assertEqual(OwnMethod.objects.count(), 1)
        self.assert_accessible("a method")
