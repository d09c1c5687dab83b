"""Links to a client: what they show, that nothing else is reached, how they end, and answers that come back."""

from datetime import timedelta
from unittest import mock

from django.test import Client
from django.urls import reverse
from django.utils import timezone

from documents import services as document_services
from documents.document import Document
from documents.models import ClientAnswer, Shared
from documents.sharing import services as sharing_services
from documents.sharing.views import MOST_PAGES
from jobs import services as job_services
from jobs.models import Job, Room
from prism import words
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps import services as step_services
from tinting.tests import world


class Sharing(Wall):
    def setUp(self):
        super().setUp()
        self.job = job_services.keep_job(self.isla, Job(), {"title": "Quay house"})
        self.room = Room.objects.create(job=self.job, name="Library")
        services.move(self.review, self.room)
        self.other = step_services.start(self.isla, world.colour("T05.4"))
        services.move(self.other, self.room)
        Review.objects.filter(pk=self.review.pk).update(notes="The client is difficult.")
        self.link = sharing_services.share(self.isla, self.job, [self.review], 30)
        self.outside = Client()

    def open(self, link=None):
        return self.outside.get((link or self.link).get_absolute_url())

    def answer(self, pk=None, **sent):
        address = reverse("shared-answer", args=[self.link.token, pk or self.review.pk])
        return self.outside.post(address, {"answer": "yes", "text": "", "name": "Una"} | sent)


class Links(Sharing):
    def test_it_shows_the_chosen_pages_without_signing_in_and_counts_visits(self):
        page = self.open()
        self.assertContains(page, "Quay house")
        self.assertContains(page, "It is a light grey")
        self.assertNotContains(page, self.other.colour.name)
        self.assertNotContains(page, "difficult")
        self.open()
        self.link.refresh_from_db()
        self.assertEqual(self.link.visits, 2)
        self.assertEqual(page["Cache-Control"].split(",")[0], "max-age=0")

    def test_the_home_is_shown_where_it_was_chosen_and_alone_if_so(self):
        title = "The home"
        self.assertNotContains(self.open(), title)
        sent = {"days": "9", "home": "on"}
        self.assertRedirects(
            self.client.post(reverse("job-share", args=[self.job.pk]), sent), reverse("job-share", args=[self.job.pk])
        )
        with mock.patch("jobs.whole_home.Walk", side_effect=AssertionError("the walk is not shown")):
            page = self.open(Shared.objects.get(home=True))
        self.assertContains(page, title)
        self.assertContains(page, "Library")
        self.assertContains(page, self.job.title)
        self.assertFalse(page.context["pages"])
        refused = self.client.post(reverse("job-share", args=[self.job.pk]), {"days": "9"})
        self.assertContains(refused, words.sharing.SHOW_SOMETHING, status_code=422)

    def test_a_client_chooses_among_the_colours_of_a_room_that_are_shown(self):
        asked = "Library: which do you prefer?"
        self.assertNotContains(self.open(), asked)  # one alone is no choice
        self.link = sharing_services.share(self.isla, self.job, [self.review, self.other], 30)
        page = self.open()
        self.assertContains(page, asked)
        said = f"Preferred to {self.review.colour.name}."
        self.assertContains(page, f'value="{said}"')
        self.answer(self.other.pk, text=said)
        self.assertContains(self.open(), "You said yes.")
        seen = self.client.get(f"{reverse('review-step', args=[self.other.pk, 'samples'])}?show=decide")
        self.assertContains(seen, said)
        elsewhere = Room.objects.create(job=self.job, name="Galley")
        services.move(self.other, elsewhere)
        self.assertNotContains(self.open(), asked)  # each in a room of its own

    def test_nothing_else_is_reached_from_it(self):
        self.open()
        for name, args in (
            ("review-document", [self.review.pk]), ("job", [self.job.pk]), ("job-share", [self.job.pk]),
            ("review-document-pdf", [self.review.pk]), ("home", []),
        ):  # fmt: skip
            answer = self.outside.get(reverse(name, args=args))
            self.assertEqual((answer.status_code, answer.url.startswith("/sign-in/")), (302, True))
        for name in ("shared-pdf", "shared-answer"):
            address = reverse(name, args=[self.link.token, self.other.pk])
            method = self.outside.get if name == "shared-pdf" else self.outside.post
            self.assertEqual(method(address, {"answer": "yes"}).status_code, 404)
        self.assertEqual(self.outside.get("/shared/none/").status_code, 404)
        pdf = self.outside.get(reverse("shared-pdf", args=[self.link.token, self.review.pk]))
        self.assertTrue(pdf.content.startswith(b"%PDF"))

    def test_it_ends_by_time_by_withdrawing_and_with_its_job(self):
        def gone():
            for answer in (self.open(), self.answer()):
                self.assertContains(answer, "link has ended", status_code=410)

        Shared.objects.update(expires=timezone.now() - timedelta(seconds=1))
        gone()
        Shared.objects.update(expires=timezone.now() + timedelta(days=1))
        self.client.post(reverse("link-withdraw", args=[self.link.pk]))
        gone()
        self.assertFalse(ClientAnswer.objects.exists())
        Shared.objects.update(withdrawn=None)
        job_services.soft_delete(self.isla, self.job)
        gone()

    def test_a_review_that_was_put_aside_or_waits_is_not_shown(self):
        services.arrange_wall(self.review, withhold=True)
        self.assertContains(self.open(), "Not finished yet")
        self.assertEqual(
            self.outside.get(reverse("shared-pdf", args=[self.link.token, self.review.pk])).status_code, 404
        )
        services.delete(self.review)
        self.assertNotContains(self.open(), "Not finished yet")

    def test_the_studio_makes_links_and_sees_how_they_stand(self):
        address = reverse("job-share", args=[self.job.pk])
        self.client.post(address, {"reviews": [self.other.pk], "days": "5"})
        made = Shared.objects.first()
        self.assertEqual(list(made.reviews.all()), [self.other])
        self.assertLess(made.expires, timezone.now() + timedelta(days=6))
        self.assertContains(self.client.get(address), made.token)
        for wrong in ({"reviews": []}, {"days": "0"}, {"days": "x"}, {"reviews": ["999"]}):
            page = self.client.post(address, {"reviews": [self.other.pk], "days": "5"} | wrong)
            self.assertEqual(page.status_code, 422)

    def test_pages_that_are_made_anew_are_opened_so_often_in_a_minute_and_no_more(self):
        self.assertEqual({self.open().status_code for _ in range(MOST_PAGES)}, {200})
        said = self.open()
        self.assertContains(said, "another minute", status_code=429)
        self.assertEqual(said["Retry-After"], "60")
        self.assertEqual(self.answer().status_code, 429)
        self.assertEqual(
            self.outside.get(reverse("shared-pdf", args=[self.link.token, self.review.pk])).status_code, 429
        )
        other = sharing_services.share(self.isla, self.job, [self.review], 30)
        self.assertEqual(self.open(other).status_code, 200)

    def test_the_home_is_worked_out_once_for_all_pages(self):
        link = sharing_services.share(self.isla, self.job, [self.review, self.other], 30, home=True)
        with mock.patch("documents.consultation.WholeHome") as again:
            self.assertEqual(self.open(link).status_code, 200)
        again.assert_not_called()

    def test_a_page_is_made_once_and_again_when_something_that_it_shows_has_changed(self):
        self.open()  # reads the catalogue, which is kept by itself
        with mock.patch("documents.sharing.shown.Document", wraps=Document) as made:
            first = self.open().content
            self.assertContains(self.open(), "It is a light grey")
            self.assertEqual(made.call_count, 1)
            self.answer(answer="ask", text="Is it green?")
            self.assertContains(self.open(), "Your question is with the studio.")
            self.assertNotIn(b"It was decided by hand.", first)
            document_services.write(self.isla, self.review, "next", "It was decided by hand.", "")
            self.assertContains(self.open(), "It was decided by hand.")
            self.room.name = "Reading room"
            self.room.save()
            self.assertContains(self.open(), "Reading room")
            self.assertGreater(made.call_count, 2)

    def test_tokens_cannot_be_guessed(self):
        tokens = {sharing_services.share(self.isla, self.job, [], 1).token for _ in range(50)}
        self.assertEqual(len(tokens), 50)
        self.assertTrue(all(len(token) >= 32 for token in tokens))


class Answers(Sharing):
    def test_an_answer_arrives_on_the_home_page_and_is_put_away(self):
        self.assertEqual(self.answer(text="Lovely.").status_code, 302)
        self.assertContains(self.open(), "You said yes.")
        home = reverse("home")
        self.assertContains(self.client.get(home), f"Una says yes to {self.review.colour.name}, Library: Lovely.")
        one = ClientAnswer.objects.get()
        self.client.post(reverse("answer-away", args=[one.pk]))
        self.assertNotContains(self.client.get(home), "Una says yes")
        self.assertContains(self.client.get(reverse("job-share", args=[self.job.pk])), "Una says yes")

    def test_sent_twice_it_is_kept_once_and_a_link_takes_only_so_many(self):
        self.answer(text="Lovely.")
        self.answer(text="Lovely.")
        self.assertEqual(ClientAnswer.objects.count(), 1)
        ClientAnswer.objects.bulk_create(
            ClientAnswer(shared=self.link, review=self.review, answer="no", text=str(i)) for i in range(200)
        )
        self.answer(text="one more")
        self.assertFalse(ClientAnswer.objects.filter(text="one more").exists())

    def test_a_question_asks_something_and_what_was_typed_stays(self):
        self.assertContains(self.answer(answer="ask"), words.sharing.ASK_WHAT, status_code=422)
        page = self.answer(answer="maybe", text="Is it green?")
        self.assertContains(page, "Is it green?", status_code=422)
        self.assertEqual(self.answer(text="x" * 1001).status_code, 422)
        self.assertFalse(ClientAnswer.objects.exists())

    def test_hostile_text_is_text(self):
        self.answer(text="<script>alert(1)</script>", name="<b>x</b>")
        self.assertNotContains(self.client.get(reverse("home")), "<script>alert(1)")

    def test_another_studio_neither_sees_nor_puts_away(self):
        self.answer(text="Lovely.")
        self.client.force_login(self.rory)
        self.assertNotContains(self.client.get(reverse("home")), "Lovely.")
        one = ClientAnswer.objects.get()
        self.assertEqual(self.client.post(reverse("answer-away", args=[one.pk])).status_code, 404)
        self.assertEqual(self.client.post(reverse("link-withdraw", args=[self.link.pk])).status_code, 404)


class Replies(Sharing):
    """What a client says counts where the review is decided, and what was asked is answered there."""

    def decide(self):
        return self.client.get(reverse("review-step", args=[self.review.pk, "samples"]), {"show": "decide"})

    def test_it_stands_at_the_decision_with_what_it_asks_for(self):
        self.answer(answer="no", text="Too dark.")
        page = self.decide()
        self.assertContains(page, "Too dark.")
        self.assertContains(page, "Try one of the alternatives")
        self.assertNotContains(page, "Your reply")

    def test_a_question_is_replied_to_and_the_client_reads_it(self):
        self.answer(answer="ask", text="Does it hold in the evening?")
        self.assertContains(self.decide(), "Your reply")
        (asked,) = ClientAnswer.objects.all()
        address = reverse("answer-reply", args=[asked.pk])
        self.client.post(address, {"reply": "  "})
        asked.refresh_from_db()
        self.assertEqual(asked.reply, "")
        self.client.post(address, {"reply": "It turns a little green."})
        self.assertContains(self.decide(), "replied on")
        self.assertNotContains(self.decide(), "Your reply")
        self.assertContains(self.open(), "It turns a little green.")
        self.assertNotContains(self.client.get(reverse("home")), "Does it hold in the evening?")

    def test_another_studio_replies_to_nothing(self):
        self.answer(answer="ask", text="When?")
        (asked,) = ClientAnswer.objects.all()
        self.client.force_login(self.rory)
        self.assertEqual(self.client.post(reverse("answer-reply", args=[asked.pk]), {"reply": "x"}).status_code, 404)
