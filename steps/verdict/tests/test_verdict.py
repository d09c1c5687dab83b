"""Writing: what was changed and nothing else is kept, and two tabs never lose a word of one another."""

from prism import words
from reviews.context.tests.wall import HTMX, Wall
from reviews.models import Review
from steps.verdict import services
from steps.verdict.services import version_of


class Writing(Wall):
    STEPS = Wall.STEPS | {"keep": "verdict"}

    def kept(self, field):
        return getattr(Review.objects.get(pk=self.review.pk), field)

    def test_notes_written_in_an_older_tab_leave_the_verdict_that_a_newer_one_wrote(self):
        old = dict.fromkeys(services.WRITTEN, "")
        seen = {f"seen-{field}": version_of("") for field in services.WRITTEN}
        self.post("keep", verdict="Blue, and it stays blue", **{"seen-verdict": version_of("")})
        page = self.post("keep", **(old | {"notes": "Galley"} | seen))
        self.assertContains(page, "Saved")
        self.assertEqual((self.kept("verdict"), self.kept("notes")), ("Blue, and it stays blue", "Galley"))

    def test_a_text_written_in_two_places_is_shown_twice_and_neither_is_lost(self):
        self.post("keep", verdict="From the desk", **{"seen-verdict": version_of("")})
        page = self.post("keep", verdict="From the phone", **{"seen-verdict": version_of("")})
        self.assertContains(page, "From the desk", status_code=422)
        self.assertContains(page, "From the phone", status_code=422)
        self.assertContains(page, words.walks.changed_elsewhere("the verdict"), status_code=422)
        self.assertNotContains(page, "Saved ", status_code=422)
        self.assertEqual(self.kept("verdict"), "From the desk")
        both = "From the desk\n\nFrom the phone"
        self.assertContains(self.post("keep", verdict=both, **{"seen-verdict": version_of("From the desk")}), "Saved")
        self.assertEqual(self.kept("verdict"), both)

    def test_what_stands_in_the_other_fields_is_kept_though_one_is_in_conflict(self):
        self.post("keep", notes="Here first", **{"seen-notes": version_of("")})
        sent = {"notes": "Here too", "seen-notes": version_of(""), "verdict": "Keep", "seen-verdict": version_of("")}
        self.assertEqual(self.post("keep", **sent).status_code, 422)
        self.assertEqual((self.kept("notes"), self.kept("verdict")), ("Here first", "Keep"))

    def test_without_scripts_both_texts_are_offered_in_one_field(self):
        services.write(self.review, {"notes": "There"})
        sent = {"notes": "Here", "seen-notes": version_of("")}
        page = self.client.post(self.url("keep"), sent)
        self.assertContains(page, "There\n\nHere", status_code=422)
        again = {"notes": "There\r\n\r\nHere", "seen-notes": version_of("There")}
        self.assertRedirects(self.client.post(self.url("keep"), again), self.review.get_absolute_url())
        self.assertEqual(self.kept("notes"), "There\n\nHere")

    def test_nothing_is_called_saved_before_something_was(self):
        page = self.get("verdict")
        self.assertNotContains(page, "Saved")
        self.assertRegex(page.content.decode(), rf'name="seen-verdict"\s+value="{version_of("")}"')

    def test_the_record_tells_every_finding(self):
        page = self.client.get(self.review.get_absolute_url().replace("reading", "verdict"), headers=HTMX)
        for step in page.context["shell"].path:
            self.assertFalse(step.pending)
        self.assertContains(page, "Stays blue at every strength", count=2)
