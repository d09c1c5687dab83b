"""Reviews: who may see them, what they keep, what they show."""

from django.db.models import RestrictedError
from django.urls import reverse
from django.utils import timezone

from decks import services as deck_services
from decks.models import Colour, Maker
from jobs import services as job_services
from jobs.models import Job, Room
from prism import demo
from prism.stimulus import from_hex, from_lab
from reviews import queries, services
from reviews.context import ReviewContext
from reviews.models import Review
from reviews.strengths.reads import Strengths
from steps import registry as steps
from steps import services as step_services
from steps.verdict import services as verdict_services
from tinting.tests import world

HTMX = {"HX-Request": "true"}


class Studio(world.Studio):
    @classmethod
    def setUpTestData(cls):
        super().setUpTestData()
        cls.review = step_services.start(cls.isla, world.colour())

    def url(self, name, *args):
        return reverse(f"review-{name}", args=[self.review.pk, *args])


class Permissions(Studio):
    def requests(self):
        for step in [step.key for step in steps.ALL]:
            yield "get", self.url("step", step), {}
        yield "get", reverse("review", args=[self.review.pk]), {}
        yield "post", self.url("wall"), {"surround": "dark"}
        yield "post", self.url("basis"), {"method": "even", "neutral": "grey", "neutral_a": 0, "neutral_b": 0}
        yield "post", self.url("act", "verdict", "keep"), {"verdict": "mine now"}
        yield "post", self.url("delete"), {}
        yield "post", self.url("restore"), {}

    def test_nobody_without_signing_in(self):
        self.client.logout()
        pages = [*self.requests(), ("get", reverse("home"), {}), ("get", reverse("find"), {})]
        pages += [("get", reverse("own-colour", args=["hex"]), {}), ("post", reverse("review-start"), {"colour": 1})]
        for method, url, data in pages:
            response = getattr(self.client, method)(url, data)
            self.assertEqual(response.status_code, 302, url)
            self.assertIn("/sign-in/", response["Location"])

    def test_nobody_but_the_owner(self):
        self.client.force_login(self.rory)
        before = Review.objects.values().get(pk=self.review.pk)
        for method, url, data in self.requests():
            self.assertEqual(getattr(self.client, method)(url, data).status_code, 404, url)
        self.assertEqual(Review.objects.values().get(pk=self.review.pk), before)

    def test_another_persons_colour_can_neither_be_reviewed_nor_held_beside(self):
        theirs = deck_services.keep_own(self.rory, "Rory’s", from_hex("#808080"))
        self.assertEqual(self.client.post(reverse("review-start"), {"colour": theirs.pk}).status_code, 404)
        beside = self.client.get(self.url("step", "compare"), {"beside": theirs.pk})
        self.assertEqual(beside.status_code, 404)
        for nonsense in ("", "x", "9" * 40, "-1"):
            self.assertEqual(self.client.get(self.url("step", "compare"), {"beside": nonsense}).status_code, 404)

    def test_writes_need_a_post(self):
        for name in ("wall", "basis", "delete", "restore"):
            self.assertEqual(self.client.get(self.url(name)).status_code, 405)
        for step in steps.ALL:
            for act in step.actions:
                self.assertEqual(self.client.get(self.url("act", step.key, act)).status_code, 405)
        self.assertEqual(self.client.post(self.url("act", "reading", "nothing")).status_code, 404)


class Keeping(Studio):
    def test_it_reopens_exactly(self):
        beside = world.colour("T05.4")
        self.client.get(self.url("step", "compare"), {"beside": beside.pk})
        self.client.post(self.url("wall"), {"surround": "mid", "edge_view": "on"})
        self.client.post(
            self.url("basis"), {"method": "even", "neutral": "painted", "neutral_a": "0.5", "neutral_b": "-1"}
        )
        written = {"verdict": "  Keep.\n\nTwo coats. ", "notes": "α & <b>"}
        self.client.post(self.url("act", "verdict", "keep"), written)
        reopened = self.client.get(reverse("review", args=[self.review.pk]), follow=True)
        self.assertEqual(reopened.redirect_chain[-1][0], self.url("step", "compare"))
        shown, subject = reopened.context["review"], reopened.context["subject"]
        self.assertEqual(reopened.context["wall"].beside.colour, beside)
        self.assertEqual((subject.method.key, shown.surround), ("even", "mid"))
        self.assertFalse(shown.names_shown)
        self.assertTrue(shown.edge_view)
        self.assertEqual(subject.neutral.b[-1], 2.5)
        self.review.refresh_from_db()
        self.assertEqual(self.review.verdict, "  Keep.\n\nTwo coats. ")
        self.assertContains(self.client.get(self.url("step", "verdict")), "α &amp; &lt;b&gt;")

    def test_writing_one_field_leaves_the_others(self):
        self.client.post(self.url("act", "verdict", "keep"), {"verdict": "One", "notes": "Two"})
        answer = self.client.post(self.url("act", "verdict", "keep"), {"notes": ""}, headers=HTMX)
        self.assertContains(answer, "Saved")
        self.review.refresh_from_db()
        self.assertEqual((self.review.verdict, self.review.notes), ("One", ""))

    def test_too_much_writing_is_refused_and_said(self):
        verdict_services.write(self.review, {"verdict": "Before"})
        answer = self.client.post(self.url("act", "verdict", "keep"), {"verdict": "x" * 9000}, headers=HTMX)
        self.assertContains(answer, "Not saved", status_code=422)
        self.review.refresh_from_db()
        self.assertEqual(self.review.verdict, "Before")

    def test_a_bad_basis_is_said_and_not_kept(self):
        for field, value in (("neutral_b", "40"), ("neutral_a", "x"), ("method", "nobody")):
            data = {"method": "even", "neutral": "grey", "neutral_a": "0", "neutral_b": "0", field: value}
            answer = self.client.post(self.url("basis"), data, headers=HTMX)
            self.assertEqual(answer.status_code, 422)
            self.assertIn(field, answer.context["shell"].basis.form.errors)
        self.review.refresh_from_db()
        self.assertEqual((self.review.method, self.review.neutral), ("wall-practice", "painted"))

    def test_delete_and_undo(self):
        verdict_services.write(self.review, {"verdict": "Kept"})
        listed = self.client.post(self.url("delete"), follow=True)
        self.assertContains(listed, "Undo")
        self.assertEqual(list(queries.listed(self.isla)), [])
        self.assertEqual(self.client.get(self.url("step", "reading")).status_code, 404)
        self.client.post(self.url("restore"))
        self.assertEqual(queries.listed(self.isla).get().verdict, "Kept")

    def test_looking_does_not_change_the_date_and_writing_does(self):
        before = Review.objects.get().updated
        self.client.get(self.url("step", "alternatives"))
        self.assertEqual(Review.objects.get().updated, before)
        verdict_services.write(self.review, {"notes": "later"})
        self.assertGreater(Review.objects.get().updated, before)

    def test_a_colour_under_review_cannot_be_lost(self):
        world.own_the_deck(self.isla)
        with self.assertRaises(RestrictedError):
            self.review.colour.delete()


class Showing(Studio):
    def test_every_step_as_page_and_as_fragment(self):
        for step in [step.key for step in steps.ALL]:
            whole = self.client.get(self.url("step", step))
            self.assertContains(whole, "<!doctype html>")
            self.assertContains(whole, 'aria-current="step"', count=1)
            part = self.client.get(self.url("step", step), headers=HTMX)
            self.assertNotContains(part, "<!doctype html>")
            self.assertContains(part, 'id="review"', count=1)
            self.assertIn("HX-Request", part["Vary"])

    def test_no_inline_style_or_script_anywhere(self):
        for step in [step.key for step in steps.ALL]:
            text = self.client.get(self.url("step", step)).content.decode()
            self.assertNotIn(" style=", text)
            self.assertNotRegex(text, r"<script(?![^>]*\bsrc=)")
            self.assertNotRegex(text, r"\son[a-z]+=")

    def test_the_policy_is_strict(self):
        policy = self.client.get(reverse("home"))["Content-Security-Policy"]
        self.assertIn("default-src 'none'", policy)
        self.assertIn("script-src 'self'", policy)
        self.assertNotIn("unsafe", policy)

    def test_hidden_names_stand_nowhere_on_any_page(self):
        services.arrange_wall(self.review, names_shown=False)
        services.shortlist(self.review, world.colour("T01.3"))
        names = [colour.name for colour in Colour.objects.all() if " " in colour.name]
        pages = [(step.key, {}) for step in steps.ALL]
        pages += [("compare", {"show": "together"}), ("compare", {"beside": world.colour("T26.6").pk})]
        pages += [("alternatives", {"show": "shortlist"}), ("alternatives", {"ask": "a bit warmer"})]
        pages += [("strength", {"percent": "-25"}), ("strength", {"show": "formula"}), ("strength", {"show": "mix"})]
        for step, query in pages:
            for headers in ({}, HTMX):
                shown = self.client.get(self.url("step", step), query, headers=headers).content.decode()
                self.assertEqual([name for name in names if name in shown], [], (step, query))
        self.assertNotIn(self.review.colour.name, self.client.get(self.url("findings")).content.decode())

    def test_hidden_names_stand_nowhere_in_lists_rooms_and_the_record(self):
        job = job_services.keep_job(self.isla, Job(), {"title": "Quay", "latitude": 57.2, "longitude": -2.0})
        room = Room.objects.create(job=job, name="Loft", width=4, depth=4, height=2.5)
        services.move(self.review, room)
        board = ReviewContext(self.review).wall.beside
        self.client.post(self.url("act", "compare", "see"), {"beside": board.colour.pk, "seen": ["darker"]})
        self.assertEqual(self.review.observations.count(), 1)
        services.arrange_wall(self.review, names_shown=False)
        pages = [reverse("home"), job.get_absolute_url(), room.get_absolute_url(), reverse("job-share", args=[job.pk])]
        pages += [reverse("review-record", args=[self.review.pk]), reverse("job-record", args=[job.pk])]
        pages += [self.url("step", "verdict"), reverse("viewings")]
        for page in pages:
            shown = self.client.get(page).content.decode()
            for hidden in (self.review.colour.name, self.review.colour.label, board.colour.name):
                self.assertNotIn(hidden, shown, page)

    def test_the_set_answers_from_the_deck_it_has(self):
        context = ReviewContext(self.review)
        self.assertEqual([held.why for held in context.set.whites], ["clean", "warmest", "coolest"])
        self.assertEqual(context.wall.beside.why, "clean")
        self.assertNotIn(self.review.colour, [held.colour for held in context.set.comparison_colours])
        world.own_the_deck(self.isla)
        Colour.objects.exclude(pk=self.review.colour.pk).delete()
        Maker.objects.update(changed=timezone.now())
        alone = ReviewContext(Review.objects.get())
        self.assertEqual((alone.set.comparison_colours, alone.wall.beside, alone.decks.twins()), ([], None, []))
        for step in [step.key for step in steps.ALL]:
            self.assertEqual(self.client.get(self.url("step", step)).status_code, 200)

    def test_a_white_is_not_held_against_itself(self):
        clean = ReviewContext(self.review).set.whites[0].colour
        context = ReviewContext(step_services.start(self.isla, clean))
        self.assertNotIn(clean, [held.colour for held in context.set.comparison_colours])
        self.assertEqual(context.set.whites[0].why, "clean")

    def test_strengths_come_from_the_recipe(self):
        run = Strengths(ReviewContext(self.review)).run
        self.assertEqual([step.strength.percent for step in run], [-75, -50, -25, 0, 25, 50, 75, 100])
        self.assertEqual(run[3].screen, self.review.colour.screen)
        lrvs = [step.strength.lrv for step in run]
        self.assertEqual(lrvs, sorted(lrvs, reverse=True))

    def test_a_colour_that_nothing_makes_says_what_comes_nearest(self):
        own = deck_services.keep_own(self.isla, "Signal lamp", from_lab((50, 95, 60)))
        review = step_services.start(self.isla, own)
        page = self.client.get(reverse("review-step", args=[review.pk, "strength"]))
        self.assertContains(page, "This colour has no recipe")
        near, _ = page.context["page"].at.nearest_with_recipe
        self.assertContains(page, near.colour.name)

    def test_a_twin_is_named(self):
        own = deck_services.keep_own(self.isla, "Second can", world.colour().stimulus)
        context = ReviewContext(step_services.start(self.isla, own))
        self.assertEqual(context.decks.twins()[0].colour, world.colour())
        self.assertAlmostEqual(context.decks.twins()[0].delta_e, 0, places=6)

    def test_neutral_and_method_change_what_is_said(self):
        own = deck_services.keep_own(self.isla, "Between", from_lab((80, -1, 1.2)))
        review = step_services.start(self.isla, own)
        painted = ReviewContext(review).subject.reading.undertone.main
        services.judge_by(review, "even", "grey", (0, 0))
        self.assertEqual((painted, ReviewContext(review).subject.reading.undertone.main), ("blue", "green"))

    def test_fetched_colours_are_held_beside_with_their_reason(self):
        far = world.colour("T26.6")
        shown = self.client.get(self.url("step", "compare"), {"beside": far.pk}).context
        self.assertEqual(shown["wall"].beside.colour, far)
        self.assertIn("by hand", shown["page"].pair_reason)
        self.assertIn(far.name, shown["shell"].ladder)

    def test_every_number_of_the_demo_is_the_cores(self):
        self.assertAlmostEqual(ReviewContext(self.review).subject.reading.lrv, demo.find("H16.3").colour.lrv)


class Home(Studio):
    def test_newest_first_and_pages(self):
        for code in ("H03.2", "T05.4"):
            step_services.start(self.isla, world.colour(code))
        colours = self.client.get(reverse("home")).context["colours"]
        self.assertEqual([one.newest.review.colour.code for one in colours], ["T05.4", "H03.2", "H16.3"])
        for _ in range(25):
            step_services.start(self.isla, world.colour())
        self.assertContains(self.client.get(reverse("home")), "1 of 2")
        second = self.client.get(reverse("home"), {"page": 2}).context["colours"]
        self.assertEqual(sum(len(one.reviews) for one in second), 8)
        self.assertEqual(max(len(one.reviews) for one in second), 6)

    def test_an_empty_studio_teaches(self):
        self.client.force_login(self.rory)
        self.assertContains(self.client.get(reverse("home")), "A review says what")

    def test_a_new_review_keeps_the_surround_one_works_on(self):
        services.arrange_wall(self.review, surround="dark")
        self.assertEqual(step_services.start(self.isla, world.colour("H03.2")).surround, "dark")
