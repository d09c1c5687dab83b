"""A job handed over: to whom, with what is open, and what each sees of it."""

from django.contrib.auth.models import User
from django.urls import reverse

from jobs import handing
from jobs.models import HandOver
from people.models import Member, Role
from people.queries import studio_of
from reviews import services as review_services
from reviews.context.tests.wall import Wall
from studio import demo_station as station


class Handing(Wall):
    def setUp(self):
        super().setUp()
        self.rooms = station.enter(self.isla)
        self.job = self.rooms["Library"].job
        review_services.move(self.review, self.rooms["Library"])
        self.una, self.tam = (
            User.objects.create_user(name, f"{name}@example.org", "pass phrase") for name in ("una", "tam")
        )
        for person, role in ((self.una, Role.SPECIALIST), (self.tam, Role.JUNIOR)):
            Member.objects.create(user=person, studio=studio_of(self.isla), role=role)
        for person in (self.isla, self.una, self.tam):
            person.__dict__.pop("_team", None)

    def hand(self, to, note="Mind the larch."):
        return self.client.post(reverse("job-hand-over", args=[self.job.pk]), {"to": str(to.pk), "note": note})

    def page(self, person, **asked):
        self.client.force_login(person)
        return self.client.get(reverse("home"), asked)

    def test_whoever_began_it_is_responsible_until_it_is_handed_over_with_what_is_open(self):
        page = self.client.get(reverse("job", args=[self.job.pk]))
        self.assertContains(page, "Responsible")
        self.assertContains(page, "Library: not decided.")
        self.assertContains(page, "Galley: no colour reviewed yet.")
        self.hand(self.una)
        self.job.refresh_from_db()
        self.assertEqual(self.job.responsible, self.una)
        self.assertContains(self.client.get(reverse("job", args=[self.job.pk])), "Mind the larch.")

    def test_it_waits_on_the_first_page_of_the_other_until_they_say_so(self):
        self.hand(self.una)
        self.assertNotContains(self.page(self.isla), "Handed to you")
        page = self.page(self.una)
        self.assertContains(page, "Handed to you")
        self.assertContains(page, "Mind the larch.")
        self.assertContains(page, "Library: not decided.")
        handed = HandOver.objects.get()
        self.client.force_login(self.isla)
        self.assertEqual(self.client.post(reverse("take-over", args=[handed.pk])).status_code, 404)
        self.client.force_login(self.una)
        self.client.post(reverse("take-over", args=[handed.pk]))
        self.assertNotContains(self.page(self.una), "Handed to you")

    def test_mine_and_everybodys(self):
        self.assertContains(self.page(self.isla, mine="1"), self.job.title)
        self.client.force_login(self.isla)
        self.hand(self.una)
        self.assertNotContains(self.page(self.isla, mine="1"), f"<b>{self.job.title}</b>")
        self.assertContains(self.page(self.isla), f"<b>{self.job.title}</b>")
        self.assertContains(self.page(self.una, mine="1"), f"<b>{self.job.title}</b>")

    def test_only_to_who_may_change_it_and_only_by_who_may(self):
        form = handing.HandOverForm(None, self.isla, self.job)
        self.assertEqual([label for _, label in form.fields["to"].choices], ["una"])
        self.assertEqual(self.hand(self.tam).status_code, 422)
        self.client.force_login(self.tam)
        self.assertEqual(self.hand(self.una).status_code, 403)
        self.client.force_login(self.rory)
        self.assertEqual(self.hand(self.una).status_code, 404)
        self.assertFalse(HandOver.objects.exists())

    def test_alone_there_is_nobody_to_hand_it_to(self):
        Member.objects.filter(user__in=[self.una, self.tam]).delete()
        self.assertNotContains(self.client.get(reverse("job", args=[self.job.pk])), "Hand over")
        self.assertNotContains(self.page(self.isla), "?mine=1")
