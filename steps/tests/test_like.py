"""A review or a job begun like another: what it was made by comes along, what was found does not."""

from django.contrib.auth.models import User
from django.urls import reverse

from documents import services as document_services
from jobs.models import Job
from prism.viewing.samples import Sampling
from reviews import services
from reviews.context.tests.wall import Wall
from reviews.models import Review
from steps import services as step_services
from studio import demo_station as station
from tinting.tests import world
from viewings import services as viewing_services


class Alike(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)

    def start(self, colour, like):
        return self.client.post(reverse("review-start"), {"colour": colour.pk, "like": like})

    def test_a_review_begun_like_another(self):
        services.move(self.review, self.rooms["Library"])
        services.judge_by(self.review, "even", "painted", (0.5, -0.5))
        services.arrange_wall(self.review, surround="dark", withhold=True)
        viewing_services.plan_samples(self.review, Sampling("A3", "sheet", 3, margin=False), None)
        document_services.leave_out(self.review, "place", True)
        document_services.write(self.isla, self.review, "is", "My own words.", "computed")
        services.shortlist(self.review, world.colour("T05.4"))
        Review.objects.filter(pk=self.review.pk).update(verdict="Fine.", notes="Private.")
        page = self.client.get(reverse("find"), {"like": self.review.pk, "q": "Davit"})
        self.assertContains(page, f'name="like" value="{self.review.pk}"')
        self.start(world.colour("T06.2"), self.review.pk)
        made = Review.objects.exclude(pk=self.review.pk).get()
        self.assertEqual(
            (made.room, made.method, made.neutral_a, made.neutral_b, made.surround, made.withhold),
            (self.rooms["Library"], "even", 0.5, -0.5, "dark", True),
        )
        self.assertEqual((made.sample_plan.size, made.sample_plan.coats), ("A3", 3))
        edit = made.document_edits.get()
        self.assertEqual((edit.section, edit.left_out, edit.text), ("place", True, ""))
        self.assertEqual((made.verdict, made.notes, made.shortlist.count()), ("", "", 0))

    def test_only_like_one_of_the_studio(self):
        theirs = step_services.start(User.objects.create_user("kit"), self.review.colour)
        self.assertEqual(self.start(self.review.colour, theirs.pk).status_code, 404)

    def test_a_job_begun_like_another_has_its_rooms_and_no_reviews(self):
        services.move(self.review, self.rooms["Library"])
        job = self.rooms["Library"].job
        self.assertContains(self.client.get(reverse("job-new"), {"like": job.pk}), "It begins with the rooms of")
        self.client.post(reverse("job-new"), {"like": job.pk, "title": "Quay house", "state": "looking", "pick": ""})
        made = Job.objects.get(title="Quay house")
        self.assertEqual(made.client, "")
        for room in job.rooms.filter(deleted=None):
            copy = made.rooms.get(name=room.name)
            for relation in ("windows", "lamps", "surfaces", "elements", "finishes"):
                self.assertEqual(getattr(copy, relation).count(), getattr(room, relation).count())
            self.assertEqual({o.name for o in copy.open_to.all()}, {o.name for o in room.open_to.all()})
            self.assertEqual({o.job_id for o in copy.leads_to.all()} - {made.pk}, set())
        self.assertFalse(Review.objects.filter(room__job=made).exists())
